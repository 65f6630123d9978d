/** Shots without a browser: painting on all cores, a movie beside its pictures alone, and the queue with one worker and two. */
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { openShot } from '../cli/deliver/opened.ts';
import { orderOf, prepared } from '../cli/deliver/order.ts';
import { writeDelivery } from '../cli/deliver/write.ts';
import { readablePictures } from '../cli/lent/animated.ts';
import { PaintingThreads, picturesShown, ShotPainting } from '../cli/painting/pool.ts';
import { Board } from '../cli/queue/board.ts';
import { reached } from '../cli/queue/redis.ts';
import { buildPrograms } from '../scripts/prepare.mjs';
import { REDIS_SERVER, TestRedis } from '../tests/programs/redis.ts';
import { fine, run, start } from '../tests/programs/run.ts';
import { ms, report } from './report.ts';

const DEMO = fileURLToPath(new URL('../dist/demo/lamp-at-the-corner.vignette', import.meta.url));
const SHOTS = 40;
const KILL_EVERY_MS = 5000;

const newFolder = () => mkdtempSync(join(tmpdir(), 'vignette-bench-'));

/** Pictures after which all threads have seen the shot and their code is warm. */
const WARM = 24;
/** Each is measured so often, in turn, and the quickest counts: what is slower was disturbed. */
const TIMES = 3;
/** The same through the queue, which takes longer. */
const QUEUE_TIMES = 2;

/**
 * The demo's pictures at full size, painted and nothing else, milliseconds: from starting the threads on, and those that come once all
 * is warm.
 */
async function paintAlone(cores: number): Promise<{ whole: number; warm: number }> {
  const { shot, media } = openShot(new Uint8Array(readFileSync(DEMO)), 'demo');
  const { film } = prepared(shot, orderOf(shot, { as: 'mp4', size: '100%' }, ''));
  const files = await readablePictures(shot, media, picturesShown([film]));
  const began = performance.now();
  const threads = new PaintingThreads(cores);
  const painting = new ShotPainting(threads, shot, files);
  let warm = 0;
  for (const [k, picture] of film.pictures.entries()) {
    if (k === WARM) warm = performance.now();
    await painting.paint(film, picture, 'i420');
  }
  const ended = performance.now();
  await threads.close();
  return { whole: ended - began, warm: ended - warm };
}

/** The demo as an MP4 at full size, from starting the threads on. */
async function movie(cores: number): Promise<number> {
  const opened = openShot(new Uint8Array(readFileSync(DEMO)), 'demo');
  const order = orderOf(opened.shot, { as: 'mp4', size: '100%' }, '');
  const folder = newFolder();
  const began = performance.now();
  const threads = new PaintingThreads(cores);
  await writeDelivery(opened, order, folder, { threads, progress: () => undefined });
  const took = performance.now() - began;
  await threads.close();
  rmSync(folder, { recursive: true });
  return took;
}

/** Forty shots through the queue. @param workers how many, of one core each @param kill one of them every five seconds */
async function throughQueue(
  redis: TestRedis,
  workers: number,
  kill: boolean,
): Promise<{ took: number; right: number }> {
  const folder = newFolder();
  const files = Array.from({ length: SHOTS }, (_, i) => join(folder, `shot-${i + 1}.vignette`));
  for (const file of files) copyFileSync(DEMO, file);
  const env = { VIGNETTE_REDIS: redis.address };
  const words = ['--as', 'mp4', '--size', '50%', '--frames', '25-48', '--call', 'file'];
  await fine('queue', ['add', ...files, ...words], env);
  const began = performance.now();
  const work = () => start('worker', ['--folder', folder, '--cores', '1', '--until-empty'], { env });
  const all = Array.from({ length: workers }, work);
  let next = 0;
  const killing = kill
    ? setInterval(() => {
        all[next].child.kill('SIGKILL');
        all[next] = work();
        next = (next + 1) % workers;
      }, KILL_EVERY_MS)
    : undefined;
  // Asked from here: a program started for each look would take a core for itself.
  const board = new Board(await reached(redis.address), '');
  // A single question: whoever tells all about each delivery takes a share of the machine that two workers would use.
  const done = async () => {
    const open = await board.queue.getJobCounts('active', 'waiting', 'waiting-children', 'delayed', 'prioritized');
    return Object.values(open).every((count) => count === 0);
  };
  while (!(await done())) {
    if (all.every(({ child }) => child.exitCode !== null)) throw new Error('No worker is left, and not all is done.');
    await new Promise((wait) => setTimeout(wait, 250));
  }
  const took = performance.now() - began;
  clearInterval(killing);
  await board.close();
  await Promise.all(all.map(({ ended }) => ended));
  const plain = newFolder();
  await fine('deliver', [files[0], '--out', plain, '--quiet', ...words]);
  const wanted = readFileSync(join(plain, 'shot-1.mp4'));
  const out = join(folder, 'delivered');
  const right = readdirSync(out).filter((name) => wanted.equals(readFileSync(join(out, name)))).length;
  rmSync(folder, { recursive: true });
  await run('queue', ['stop', 'all'], env);
  return { took, right };
}

export async function benchPrograms(): Promise<void> {
  process.env.VIGNETTE_PROGRAMS ??= buildPrograms();
  const least = {
    one: Number.POSITIVE_INFINITY,
    two: Number.POSITIVE_INFINITY,
    alone: Number.POSITIVE_INFINITY,
    movie: Number.POSITIVE_INFINITY,
  };
  for (let k = 0; k < TIMES; k++) {
    least.one = Math.min(least.one, (await paintAlone(1)).warm);
    const { whole, warm } = await paintAlone(2);
    least.two = Math.min(least.two, warm);
    least.alone = Math.min(least.alone, whole);
    least.movie = Math.min(least.movie, await movie(2));
  }
  const { one, two, alone } = least;
  report(
    'painting the demo’s frames at 1080p on two cores',
    `${ms(two)}, ${(one / two).toFixed(2)} x as quick`,
    'at least 1.7 x',
    `on one core ${ms(one)}`,
    one / two >= 1.7,
  );
  report(
    'the demo as MP4 at 1080p, without a browser',
    `${ms(least.movie)}, ${(least.movie / alone).toFixed(2)} x`,
    'at most 1.3 x',
    `painting its frames alone ${ms(alone)}`,
    least.movie <= 1.3 * alone,
  );
  if (!REDIS_SERVER) {
    console.log('No Redis is here and none can be installed: the queue is not measured.');
    return;
  }
  const redis = await TestRedis.start();
  const runs: { workers: number; took: number; right: number }[] = [];
  for (let k = 0; k < QUEUE_TIMES; k++)
    for (const workers of [1, 2]) runs.push({ workers, ...(await throughQueue(redis, workers, false)) });
  const [single, double] = [1, 2].map((workers) =>
    runs.filter((each) => each.workers === workers).reduce((best, each) => (each.took < best.took ? each : best)),
  );
  report(
    `${SHOTS} shots through the queue with two workers`,
    `${ms(double.took)}, ${(single.took / double.took).toFixed(2)} x as quick`,
    'at least 1.8 x',
    `with one worker ${ms(single.took)}`,
    single.took / double.took >= 1.8,
  );
  const killed = await throughQueue(redis, 2, true);
  report(
    `${SHOTS} shots, a worker killed every 5 s`,
    `${killed.right} right`,
    `all ${SHOTS} right`,
    `none killed: ${double.right} right in ${ms(double.took)}; killed ${ms(killed.took)}`,
    killed.right === SHOTS,
  );
  await redis.end();
}
