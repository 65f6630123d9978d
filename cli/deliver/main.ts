/** `npm run --silent deliver -- FILE.vignette --as mp4 --out DIR`: shots delivered without a browser. */
import 'reflect-metadata';
import { basename } from 'node:path';
import { dayInWords } from '../../src/core/export/index.ts';
import { sizeInWords } from '../../src/core/shot/index.ts';
import { callOf, coresOf, typedPath } from '../lent/call.ts';
import { endInOrder } from '../lent/ending.ts';
import { EXIT, exitCodeOf, runProgram, sentenceOf } from '../lent/exit-codes.ts';
import { BadCall } from '../lent/faults.ts';
import { progressOf } from '../lent/progress.ts';
import { PaintingThreads } from '../painting/pool.ts';
import { HELP } from './help.ts';
import { checkOf, infoInWords, infoOf, listInWords, listOf } from './look.ts';
import { bytesOf, type OpenedShot, openShot } from './opened.ts';
import { nameByFile, type Order, onePlaceEach, orderOf } from './order.ts';
import { MOST_PARTS, type Part } from './shares.ts';
import { callsBy, ORDER_OPTIONS, typedOrders } from './typed-order.ts';
import { joinDelivery, type Written, writeDelivery, writeDeliveryPart } from './write.ts';

const OPTIONS = {
  ...ORDER_OPTIONS,
  out: { type: 'string' },
  part: { type: 'string' },
  join: { type: 'boolean' },
  cores: { type: 'string' },
  list: { type: 'boolean' },
  check: { type: 'boolean' },
  info: { type: 'boolean' },
  json: { type: 'boolean' },
  quiet: { type: 'boolean' },
  help: { type: 'boolean' },
} as const;

type Call = ReturnType<typeof callOf<typeof OPTIONS>>['values'];

function partOf(words: string): Part {
  const [, k, of] = (/^(\d+)\/(\d+)$/.exec(words) ?? []).map(Number);
  if (k >= 1 && k <= of && of <= MOST_PARTS) return { k, of };
  throw new BadCall(`“--part ${words}”: write which of how many, like 3/8; at most ${MOST_PARTS} parts.`);
}

/** Everything that is ordered of a shot. */
function ordersOf({ shot, file }: OpenedShot, call: Call): Order[] {
  const orders = typedOrders(call).map((words) => orderOf(shot, words, dayInWords(Date.now())));
  return callsBy(call) === 'shot' ? orders : orders.map((order) => ({ ...order, name: nameByFile(file, order) }));
}

function said({ path, bytes, loudest }: Written): string {
  const over = 20 * Math.log10(loudest);
  const loud = over > 0.05 ? `; its sound is ${over.toFixed(1)} dB too loud at its loudest and was cut off there` : '';
  return `${path}, ${sizeInWords(bytes)}${loud}`;
}

/** Delivers what is ordered of one file. @returns what came of it, a line each */
async function deliver(opened: OpenedShot, orders: Order[], call: Call, threads: PaintingThreads): Promise<string[]> {
  const folder = typedPath(call.out ?? '.');
  const out: string[] = [];
  for (const order of orders) {
    const progress = progressOf(order.name, call.quiet ?? false);
    const writing = { threads, progress: progress.tell };
    try {
      if (call.part !== undefined) out.push(await writeDeliveryPart(opened, order, partOf(call.part), folder, writing));
      else out.push(said(await (call.join ? joinDelivery : writeDelivery)(opened, order, folder, writing)));
    } finally {
      progress.end();
    }
  }
  return out;
}

/** Looks a file over instead of delivering it. @returns whether the checks found something */
async function look(
  opened: OpenedShot,
  call: Call,
  print: (value: unknown, lines: string[]) => void,
): Promise<boolean> {
  if (call.info) {
    const info = infoOf(opened);
    print(info, infoInWords(info));
  }
  if (call.list) {
    const orders = call.as !== undefined || call.named ? ordersOf(opened, call) : [];
    const list = await listOf(opened, orders);
    print(list, listInWords(list));
  }
  if (!call.check) return false;
  const checked = checkOf(opened);
  process.stdout.write(`${JSON.stringify(checked)}\n`);
  return checked.findings.length > 0;
}

async function main(): Promise<number> {
  const { values: call, positionals: files } = callOf(process.argv.slice(2), OPTIONS);
  if (call.help) {
    process.stdout.write(HELP);
    return EXIT.fine;
  }
  const looking = call.info || call.list || call.check;
  if (files.length === 0) throw new BadCall('Name a shot file: deliver FILE.vignette --as mp4. --help says more.');
  if (!looking) typedOrders(call);
  if (call.part !== undefined && call.join) throw new BadCall('Write --part or --join, not both.');
  if (call.part !== undefined) partOf(call.part);
  const print = (value: unknown, lines: string[]) =>
    process.stdout.write(call.json ? `${JSON.stringify(value)}\n` : `${lines.join('\n')}\n`);
  let code: number = EXIT.fine;
  const failed = (error: unknown) => {
    process.stderr.write(`${sentenceOf(error)}\n`);
    code = Math.max(code, exitCodeOf(error));
  };
  const cores = coresOf(call.cores);
  let threads: PaintingThreads | null = null;
  const takePlace = onePlaceEach();
  for (const file of files) {
    try {
      const opened = openShot(await bytesOf(typedPath(file)), basename(file));
      if (looking) {
        if (await look(opened, call, print)) code = Math.max(code, EXIT.found);
        continue;
      }
      const orders = ordersOf(opened, call);
      for (const { name } of orders) takePlace(name, file);
      threads ??= new PaintingThreads(cores);
      for (const line of await deliver(opened, orders, call, threads)) process.stdout.write(`${line}\n`);
    } catch (error) {
      failed(error);
    }
  }
  await threads?.close();
  return code;
}

endInOrder('Stopped; nothing half-written is left.');
runProgram(main);
