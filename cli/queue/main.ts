/** `npm run --silent queue -- add DIR/*.vignette --named ...`: deliveries put in the queue, looked at, stopped, tried again. */
import 'reflect-metadata';
import { dirname } from 'node:path';
import { MOST_PARTS } from '../deliver/shares.ts';
import { callsBy, ORDER_OPTIONS, typedOrders } from '../deliver/typed-order.ts';
import { callOf, typedPath } from '../lent/call.ts';
import { EXIT, runProgram } from '../lent/exit-codes.ts';
import { BadCall } from '../lent/faults.ts';
import { programVersion } from '../lent/program.ts';
import { addFiles } from './add.ts';
import { Board, type BoardRow } from './board.ts';
import { neededRedis } from './redis.ts';

const HELP = `queue: deliveries for many machines.

  npm run --silent queue -- add FILE.vignette... --named "for the edit"
  npm run --silent queue -- add FILE.vignette... --as mp4 --size 50%
  npm run --silent queue -- status [--json]
  npm run --silent queue -- stop ID... | all
  npm run --silent queue -- again ID... | all     what failed or was stopped

  --redis URL       where the queue is (VIGNETTE_REDIS)
  --folder DIR      the folder that all workers reach (that of the first file)
  --out NAME        the folder in it that is written into (delivered)
  --parts N         how many parts each delivery is shared out in (one for five seconds)
  --call shot|file  files are called by the shot's title, or by the shot's file

What is delivered is said as to deliver: --as, --named, --size, --frames, --every, --layers, --planes, --ground, --burn, --with.
`;

const OPTIONS = {
  redis: { type: 'string' },
  folder: { type: 'string' },
  out: { type: 'string' },
  parts: { type: 'string' },
  ...ORDER_OPTIONS,
  json: { type: 'boolean' },
  help: { type: 'boolean' },
} as const;

type Call = ReturnType<typeof callOf<typeof OPTIONS>>['values'];

function partsOf(words: string | undefined): number | null {
  if (words === undefined) return null;
  const count = Number(words);
  if (Number.isInteger(count) && count >= 1 && count <= MOST_PARTS) return count;
  throw new BadCall(`“--parts ${words}”: write a number from 1 to ${MOST_PARTS}.`);
}

const line = ({ id, name, state, share, parts, partsDone, failed }: BoardRow): string => {
  const far = state === 'at work' ? `${Math.round(100 * share)} %, ${partsDone} of ${parts} parts` : state;
  return [`${id}  ${name}  ${far}`, ...failed.map((why) => `    ${why}`)].join('\n');
};

async function status(board: Board, json: boolean): Promise<void> {
  const [deliveries, workers] = [await board.rows(), await board.workers()];
  if (json) {
    process.stdout.write(`${JSON.stringify({ workers, deliveries })}\n`);
    return;
  }
  const at = (state: BoardRow['state']) => deliveries.filter((row) => row.state === state).length;
  process.stdout.write(
    `${deliveries.length} deliveries: ${at('done')} done, ${at('at work') + at('joining')} at work, ${at('waiting')} waiting, ${at('failed')} failed, ${at('stopped')} stopped. ${workers === 1 ? 'One worker is' : `${workers} workers are`} there.\n${deliveries.map((row) => `${line(row)}\n`).join('')}`,
  );
}

/** The deliveries that are named by their ids; all that it can be done to. */
async function chosen(board: Board, ids: string[], goes: (row: BoardRow) => boolean): Promise<string[]> {
  if (ids.length === 0) throw new BadCall('Say which, by the ids that queue -- status tells, or all.');
  if (ids.length > 1 || ids[0] !== 'all') return ids;
  return (await board.rows()).filter(goes).map(({ id }) => id);
}

async function run(board: Board, what: string, rest: string[], call: Call): Promise<void> {
  switch (what) {
    case 'add': {
      if (rest.length === 0) throw new BadCall('Name shot files: queue -- add DIR/*.vignette --named “for the edit”.');
      const folder = call.folder === undefined ? dirname(typedPath(rest[0])) : typedPath(call.folder);
      const orders = typedOrders(call);
      const words = {
        folder,
        out: call.out ?? 'delivered',
        parts: partsOf(call.parts),
        call: callsBy(call),
        orders,
      };
      const { added, there } = await addFiles(board, rest, words);
      const already = there > 0 ? `; ${there} were in the queue already` : '';
      process.stdout.write(`${added} ${added === 1 ? 'delivery' : 'deliveries'} added${already}.\n`);
      return;
    }
    case 'status':
      return status(board, call.json ?? false);
    case 'stop':
      for (const id of await chosen(board, rest, ({ state }) => !['done', 'failed', 'stopped'].includes(state)))
        await board.stop(id);
      return;
    case 'again':
      for (const id of await chosen(board, rest, ({ state }) => state === 'failed' || state === 'stopped'))
        await board.again(id);
      return;
    default:
      throw new BadCall(`“${what}” is nothing the queue does. Write add, status, stop or again.`);
  }
}

async function main(): Promise<number> {
  const { values: call, positionals } = callOf(process.argv.slice(2), OPTIONS);
  const [what, ...rest] = positionals;
  if (call.help || what === undefined) {
    process.stdout.write(HELP);
    return call.help ? EXIT.fine : EXIT.badCall;
  }
  const { redis } = await neededRedis(call.redis);
  const board = new Board(redis, programVersion());
  try {
    await run(board, what, rest, call);
  } finally {
    await board.close();
  }
  return EXIT.fine;
}

runProgram(main);
