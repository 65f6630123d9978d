/** `npm run --silent worker`: takes work out of the queue, on any machine that reaches the Redis and the files. */
import 'reflect-metadata';
import { hostname } from 'node:os';
import { type Job, UnrecoverableError, WaitingError, Worker } from 'bullmq';
import { Refused } from '../../src/core/shot/index.ts';
import { callOf, coresOf, typedPath } from '../lent/call.ts';
import { putAllInOrder, STOPPED_CODE } from '../lent/ending.ts';
import { EXIT, runProgram, sentenceOf } from '../lent/exit-codes.ts';
import { BadCall, Stopped } from '../lent/faults.ts';
import { programVersion } from '../lent/program.ts';
import { PaintingThreads } from '../painting/pool.ts';
import { Board } from './board.ts';
import { type JobData, jobData, QUEUE } from './jobs.ts';
import { neededRedis, withoutSecret } from './redis.ts';
import { FolderFiles, ServerFiles, type SharedFiles } from './shared-files.ts';
import { Works } from './work.ts';

/** A worker that says nothing for so long is taken for dead, and its work is taken again. */
const LOCK_MS = 20_000;
const LOOK_FOR_DEAD_MS = 5000;
/** How often the work of dead workers is taken again before it is set aside. */
const DEATHS = 20;
/** Progress is told, and asked whether the work was stopped, at most so often. */
const TELL_MS = 1000;
/** With --until-empty: so long without work, and the queue is empty. */
const EMPTY_MS = 1500;

const WAS_STOPPED = 'It was stopped.';

const HELP = `worker: takes deliveries out of the queue.

  npm run --silent worker -- --folder DIR     the files lie in a folder that all machines reach
  npm run --silent worker -- --files URL      or behind the server: http://host:port

  --redis URL      where the queue is (VIGNETTE_REDIS)
  --cores N        how many cores it uses (all)
  --until-empty    ends when there is nothing left to do

With --files the server may want its token: VIGNETTE_TOKEN.
`;

const OPTIONS = {
  redis: { type: 'string' },
  folder: { type: 'string' },
  files: { type: 'string' },
  cores: { type: 'string' },
  'until-empty': { type: 'boolean' },
  help: { type: 'boolean' },
} as const;

function filesOf(folder: string | undefined, server: string | undefined): SharedFiles {
  if ((folder === undefined) === (server === undefined))
    throw new BadCall('Say where the files are: --folder DIR, or --files http://host:port of the server.');
  if (folder !== undefined) return new FolderFiles(typedPath(folder));
  if (!/^https?:\/\/./.test(server!) || !URL.canParse(server!))
    throw new BadCall(`“${server}” is no address of a server. Write it like http://host:4310.`);
  return new ServerFiles(server!, process.env.VIGNETTE_TOKEN ?? '');
}

const otherVersion = (other: string): Refused =>
  new Refused(
    `In the queue lies work of Vignette ${other}, and this worker is ${programVersion()}. Bring both to one version.`,
  );

const say = (line: string) => void process.stderr.write(`${line}\n`);

/** A line for a piece of work: "lamp-at-the-corner.mp4, part 2 of 8". */
const named = ({ delivery: { order, parts }, join, part }: JobData): string =>
  join ? `${order.name}, joined` : `${order.name}, part ${part} of ${parts}`;

/** Progress of a job: told now and then; it ends the work when that was stopped, or the worker is. */
function progressOf(board: Board, job: Job, id: string, signal: AbortSignal | undefined): (share: number) => void {
  let told = 0;
  let stopped = false;
  return (share) => {
    if (stopped || signal?.aborted) throw new Stopped();
    const now = Date.now();
    if (now - told < TELL_MS) return;
    told = now;
    // A Redis that is gone for a while stops nothing.
    void job.updateProgress(share).catch(() => undefined);
    void board.isStopped(id).then(
      (is) => {
        stopped = is;
      },
      () => undefined,
    );
  };
}

async function main(): Promise<number> {
  const { values: call, positionals } = callOf(process.argv.slice(2), OPTIONS);
  if (call.help) {
    process.stdout.write(HELP);
    return EXIT.fine;
  }
  if (positionals.length > 0) throw new BadCall(`“${positionals[0]}”: a worker is told by options alone; see --help.`);
  const files = filesOf(call.folder, call.files);
  const cores = coresOf(call.cores);
  const { redis, address } = await neededRedis(call.redis);
  const board = new Board(redis, programVersion());
  const other = await board.programAtWork();
  if (other !== '' && other !== programVersion()) {
    await board.close();
    throw otherVersion(other);
  }
  await files.reached();
  const threads = new PaintingThreads(cores);
  const works = new Works(files, threads, board);
  let end: (code: number) => void = () => undefined;
  const ended = new Promise<number>((done) => {
    end = done;
  });
  let resting: NodeJS.Timeout | undefined;
  const worker = new Worker(
    QUEUE,
    async (job: Job, token?: string, signal?: AbortSignal) => {
      clearTimeout(resting);
      const data = jobData(job);
      const { program } = data.delivery;
      if (program !== programVersion()) {
        await job.moveToWait(token);
        say(otherVersion(program).message);
        end(EXIT.refused);
        throw new WaitingError();
      }
      const began = Date.now();
      try {
        const done = await works.do(data, progressOf(board, job, data.delivery.id, signal));
        say(`${named(data)}: ${((Date.now() - began) / 1000).toFixed(1)} s`);
        return done;
      } catch (error) {
        if (!(error instanceof Stopped)) {
          say(`${named(data)}: ${sentenceOf(error)}`);
          throw new Error(sentenceOf(error));
        }
        if (await board.isStopped(data.delivery.id)) throw new UnrecoverableError(WAS_STOPPED);
        // The worker was stopped, not the work: somebody else takes it.
        await job.moveToWait(token);
        throw new WaitingError();
      }
    },
    {
      connection: redis.duplicate({ lazyConnect: false }),
      concurrency: 1,
      lockDuration: LOCK_MS,
      stalledInterval: LOOK_FOR_DEAD_MS,
      maxStalledCount: DEATHS,
      name: hostname(),
    },
  );
  // Of what was stopped nothing is to be left.
  worker.on('failed', (job, error) => {
    if (error.message === WAS_STOPPED) void job?.remove().catch(() => undefined);
  });
  let reached = true;
  worker.on('error', (error) => {
    if (!reached) return;
    if (redis.status !== 'ready') {
      reached = false;
      say(`Redis at ${withoutSecret(address)} is not reached any more; waiting for it.`);
    } else say(error.message);
  });
  redis.on('ready', () => {
    if (!reached) say('Redis is reached again.');
    reached = true;
  });
  if (call['until-empty']) {
    const rest = () => {
      clearTimeout(resting);
      resting = setTimeout(async () => {
        const { active, waiting, delayed } = await board.queue.getJobCounts('active', 'waiting', 'delayed');
        if (active + waiting + delayed === 0) end(EXIT.fine);
        else rest();
      }, EMPTY_MS);
    };
    worker.on('completed', rest);
    worker.on('failed', rest);
    worker.on('drained', rest);
    rest();
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => end(STOPPED_CODE));
  say(
    `Vignette ${programVersion()} takes work from ${withoutSecret(address)} with ${cores} ${cores === 1 ? 'core' : 'cores'}.`,
  );
  const code = await ended;
  worker.cancelAllJobs();
  await worker.close();
  await board.close();
  putAllInOrder();
  await threads.close();
  return code;
}

runProgram(main);
