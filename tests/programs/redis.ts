/** A Redis of a test's own: Debian's, on a free port, keeping what it has in a folder of its own. */
import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { redisIfAny } from '../../scripts/prepare.mjs';
import { newFolder } from './run.ts';

/** Where the program is; undefined: there is none here, and none can be installed. */
export const REDIS_SERVER = redisIfAny();

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });

export class TestRedis {
  readonly address: string;
  private readonly port: number;
  private readonly folder = newFolder();
  private child: ChildProcess | null = null;

  private constructor(port: number) {
    this.port = port;
    this.address = `redis://127.0.0.1:${port}`;
  }

  static async start(): Promise<TestRedis> {
    const redis = new TestRedis(await freePort());
    await redis.begin();
    return redis;
  }

  async begin(): Promise<void> {
    const words = ['--port', String(this.port), '--bind', '127.0.0.1', '--dir', this.folder, '--appendonly', 'yes'];
    const child = spawn(REDIS_SERVER!, [...words, '--appendfsync', 'always', '--save', ''], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.child = child;
    await new Promise<void>((done, bad) => {
      child.stdout.on('data', (data: Buffer) => {
        if (data.toString().includes('Ready to accept connections')) done();
      });
      child.on('exit', (code) => bad(new Error(`Redis ended with ${code}.`)));
    });
  }

  /** Ends it at once; what it had is kept. */
  async end(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGKILL');
    await gone;
  }
}
