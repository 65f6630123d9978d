/** The queue with a real Redis and real workers: what dies, is stopped, fails or is of another version loses nothing. */
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { Redis } from 'ioredis';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { Board, type BoardRow } from '../../cli/queue/board.ts';
import { connection } from '../../cli/queue/redis.ts';
import { createApp } from '../../server/app.ts';
import { REDIS_SERVER, TestRedis } from './redis.ts';
import { fine, newFolder, run, type Started, start } from './run.ts';
import { shotFile } from './shots.ts';

if (!REDIS_SERVER) console.warn('No Redis is here and none can be installed: the tests of the queue are skipped.');

describe.skipIf(!REDIS_SERVER)('the queue', () => {
  let redis: TestRedis;
  let board: Board;
  let asking: Redis;
  let folder: string;
  let env: Record<string, string>;
  const workers: Started[] = [];
  const files = () =>
    readdirSync(folder)
      .filter((name) => name.endsWith('.vignette'))
      .map((name) => join(folder, name));

  beforeAll(async () => {
    redis = await TestRedis.start();
    env = { VIGNETTE_REDIS: redis.address };
    asking = connection(redis.address);
    board = new Board(asking, '');
  });
  afterAll(async () => {
    await board.close();
    asking.disconnect();
    await redis.end();
  });
  beforeEach(() => {
    folder = newFolder();
  });
  afterEach(async () => {
    for (const { child, ended } of workers.splice(0)) {
      child.kill('SIGKILL');
      await ended;
    }
    await run('queue', ['stop', 'all'], env);
  });

  const shots = (count: number) => {
    for (let k = 1; k <= count; k++) writeFileSync(join(folder, `shot-${k}.vignette`), shotFile(`Shot ${k}`, k));
  };
  const worker = (words: string[] = []): Started => {
    const started = start('worker', ['--folder', folder, '--cores', '1', ...words], { env });
    workers.push(started);
    return started;
  };
  const rows = async (): Promise<BoardRow[]> => {
    const { deliveries } = JSON.parse(await fine('queue', ['status', '--json'], env)) as { deliveries: BoardRow[] };
    return deliveries.filter(own);
  };
  /** Deliveries of each test lie in a folder of their own. */
  const out = () => `out-${folder.slice(-6)}`;
  const add = (words: string[], which = files()) =>
    fine('queue', ['add', ...which, '--folder', folder, '--out', out(), ...words], env);
  const own = ({ name }: BoardRow) => name.startsWith(`${out()}/`);
  /** Asked beside the workers, not by a program of its own each time: that would take from them what they work with. */
  const settled = async (): Promise<BoardRow[]> => {
    for (;;) {
      const all = (await board.rows()).filter(own);
      if (all.every(({ state }) => ['done', 'failed', 'stopped'].includes(state))) return all;
      await new Promise((done) => setTimeout(done, 300));
    }
  };
  /** Every file is there, is the one that one run writes, and nothing else lies beside it. */
  const allRight = async (format: string, words: string[]) => {
    const plain = newFolder();
    await fine('deliver', [...files(), '--as', format, '--out', plain, '--quiet', ...words]);
    expect(readdirSync(join(folder, out())).sort()).toEqual(readdirSync(plain).sort());
    for (const name of readdirSync(plain))
      expect(Buffer.compare(readFileSync(join(folder, out(), name)), readFileSync(join(plain, name))), name).toBe(0);
  };

  test('two workers write all shots; one is killed at its work, and every file is that of one run', async () => {
    shots(3);
    expect(await add(['--as', 'mp4', '--parts', '4'])).toBe('3 deliveries added.\n');
    expect(await add(['--as', 'mp4', '--parts', '4'])).toBe('0 deliveries added; 3 were in the queue already.\n');
    const [first, second] = [worker(), worker()];
    await first.said(/part \d of 4/);
    first.child.kill('SIGKILL');
    await second.said(/part \d of 4/);
    const all = await settled();
    expect(all.map(({ state }) => state)).toEqual(Array(3).fill('done'));
    await allRight('mp4', []);
  });

  test('a worker that is asked to end gives its work back at once', async () => {
    shots(1);
    await add(['--as', 'png', '--size', '1600x900', '--parts', '2']);
    const first = worker();
    await first.said(/takes work/);
    await new Promise((done) => setTimeout(done, 1200));
    first.child.kill('SIGTERM');
    expect((await first.ended).code).toBe(130);
    expect((await rows())[0].state).not.toBe('failed');
    expect(readdirSync(folder).filter((name) => name.startsWith('.'))).toEqual([]);
    await worker(['--until-empty']).ended;
    await allRight('png', ['--size', '1600x900']);
  });

  test('what fails three times is set aside with its sentence, and is tried again when it is mended', async () => {
    shots(2);
    await add(['--as', 'gif']);
    const whole = readFileSync(join(folder, 'shot-1.vignette'));
    writeFileSync(join(folder, 'shot-1.vignette'), whole.subarray(0, 900));
    await worker(['--until-empty']).ended;
    const [failed, done] = await settled();
    expect(done).toMatchObject({ state: 'done', file: 'shot-2.vignette' });
    expect(failed).toMatchObject({ state: 'failed', file: 'shot-1.vignette' });
    expect(failed.failed[0]).toMatch(/Its part: shot-1.vignette: This shot file is cut short/);
    writeFileSync(join(folder, 'shot-1.vignette'), whole);
    await fine('queue', ['again', failed.id], env);
    await worker(['--until-empty']).ended;
    expect((await settled()).map(({ state }) => state)).toEqual(['done', 'done']);
    await allRight('gif', []);
  });

  test('what is stopped ends at its next picture, and can be tried again', async () => {
    shots(1);
    await add(['--as', 'png', '--size', '2400x1350']);
    const [row] = await rows();
    const at = worker();
    await at.said(/takes work/);
    await new Promise((done) => setTimeout(done, 1500));
    await fine('queue', ['stop', row.id], env);
    expect((await settled())[0].state).toBe('stopped');
    await new Promise((done) => setTimeout(done, 2500));
    expect(readdirSync(folder).filter((name) => !name.endsWith('.vignette'))).toEqual([]);
    await fine('queue', ['again', 'all'], env);
    expect((await settled())[0].state).toBe('done');
    await allRight('png', ['--size', '2400x1350']);
  });

  test('a shot that changed since it was added is not delivered as if it had not', async () => {
    shots(1);
    await add(['--as', 'wav', '--frames', '1-10']).catch(() => undefined);
    await add(['--as', 'png', '--size', '10%']);
    writeFileSync(join(folder, 'shot-1.vignette'), shotFile('Shot 1', 9));
    await worker(['--until-empty']).ended;
    const failed = (await settled()).find(({ format }) => format === 'png')!;
    expect(failed.failed[0]).toMatch(/has changed since it was put in the queue. Add it again/);
  });

  test('work of another version is refused with both versions named, and waits', async () => {
    shots(1);
    await add(['--as', 'png', '--size', '10%']);
    // Beside the others, so that it finds its packages.
    const other = mkdtempSync(join(process.env.VIGNETTE_PROGRAMS!, '..', 'other-'));
    try {
      cpSync(process.env.VIGNETTE_PROGRAMS!, other, { recursive: true });
      const own = readFileSync(join(other, 'program.txt'), 'utf8').trim();
      writeFileSync(join(other, 'program.txt'), '9.9.9+later');
      const words = ['--folder', folder];
      const ended = await start('worker', words, { env: { ...env, VIGNETTE_PROGRAMS: other }, folder: other }).ended;
      expect(ended.code).toBe(4);
      expect(ended.stderr).toContain(`In the queue lies work of Vignette ${own}, and this worker is 9.9.9+later.`);
    } finally {
      rmSync(other, { recursive: true });
    }
    expect((await rows())[0].state).toBe('waiting');
    await worker(['--until-empty']).ended;
    await allRight('png', ['--size', '10%']);
  });

  test('Redis is lost in the middle and comes back: the work goes on', async () => {
    shots(2);
    await add(['--as', 'png', '--size', '1600x900', '--parts', '3']);
    const at = worker();
    await at.said(/part \d of 3/);
    await redis.end();
    await at.said(/is not reached any more; waiting for it/);
    const told = await run('queue', ['status'], env);
    expect(told).toMatchObject({ code: 5, stderr: expect.stringMatching(/No Redis answers at redis:\/\/127/) });
    await redis.begin();
    await at.said(/Redis is reached again/);
    expect((await settled()).map(({ state }) => state)).toEqual(['done', 'done']);
    await allRight('png', ['--size', '1600x900']);
  });

  test('a worker that reaches no folder gets and puts its files through the server', async () => {
    shots(2);
    await add(['--as', 'gif', '--parts', '2']);
    const web = { web: newFolder(), demo: newFolder() };
    const settings = { redis: redis.address, folder, token: 'lamp-oil', program: '', alone: false };
    const server = createApp(web, settings).listen(0, '127.0.0.1');
    await new Promise((ready) => server.once('listening', ready));
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const words = ['--files', address, '--cores', '1', '--until-empty'];
    const shut = await run('worker', words, { ...env, VIGNETTE_TOKEN: 'water' });
    expect(shut).toMatchObject({ code: 4, stderr: expect.stringMatching(/opens with its token/) });
    expect((await run('worker', words, { ...env, VIGNETTE_TOKEN: 'lamp-oil' })).code).toBe(0);
    await allRight('gif', []);
    await new Promise((done) => server.close(done));
  });

  test('what cannot be is one sentence with a code', async () => {
    shots(1);
    const none = await run('queue', ['status'], { VIGNETTE_REDIS: 'redis://:secret@127.0.0.1:9' });
    expect(none).toMatchObject({
      code: 5,
      stderr: expect.stringMatching(/No Redis answers at redis:\/\/…@127.0.0.1:9/),
    });
    expect(none.stderr).not.toContain('secret');
    expect(await run('queue', ['status'], { VIGNETTE_REDIS: '' })).toMatchObject({ code: 2 });
    expect(await run('queue', ['status', '--redis', 'here'], env)).toMatchObject({ code: 2 });
    expect(await run('queue', ['dance'], env)).toMatchObject({
      code: 2,
      stderr: expect.stringMatching(/add, status, stop or again/),
    });
    expect(await run('queue', ['stop', 'd123'], env)).toMatchObject({ code: 4 });
    expect(await run('worker', [], env)).toMatchObject({
      code: 2,
      stderr: expect.stringMatching(/--folder DIR, or --files/),
    });
    const outside = await run('queue', ['add', ...files(), '--as', 'png', '--folder', newFolder()], env);
    expect(outside).toMatchObject({ code: 2, stderr: expect.stringMatching(/does not lie in/) });
    expect(await rows()).toEqual([]);
  });
});
