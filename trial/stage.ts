/** What campaigns in the browser share: the built application on a server of their own, and browsers that can be killed. */
import { rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import type { Browser } from 'puppeteer-core';
import { createApp } from '../server/app.ts';
import { freshProfile, launch, type PenPoint } from '../tests/browser/driver.ts';
import { Animator } from '../tests/browser/hands.ts';
import type { Dice } from './dice.ts';

const built = (name: string) => fileURLToPath(new URL(`../dist/${name}`, import.meta.url));

/** An application that is served, and one profile of a browser that outlives every browser started on it. */
export class Stage {
  readonly address: string;
  readonly profile = freshProfile();
  private readonly stopServer: () => void;
  private browser: Browser | null = null;

  private constructor(address: string, stopServer: () => void) {
    this.address = address;
    this.stopServer = stopServer;
  }

  /** @param address of an application that is served already; without it one is served here */
  static async open(address?: string): Promise<Stage> {
    if (address) return new Stage(address, () => undefined);
    const server = createApp({ web: built('web'), demo: built('demo') }).listen(0, '127.0.0.1');
    await new Promise((ready) => server.once('listening', ready));
    return new Stage(`http://localhost:${(server.address() as AddressInfo).port}/`, () => void server.close());
  }

  get origin(): string {
    return new URL(this.address).origin;
  }

  /** Starts a browser on the profile and opens an address in it. */
  async start(address = this.address): Promise<Animator> {
    ({ browser: this.browser } = await launch(this.profile));
    return Animator.open(this.browser, address);
  }

  /** Another tab of the browser that runs. */
  tab(address: string): Promise<Animator> {
    return Animator.open(this.browser!, address);
  }

  /** The machine loses its power, as far as the browser can tell. */
  async kill(): Promise<void> {
    const running = this.browser?.process();
    const gone = new Promise((done) => running?.once('exit', done));
    running?.kill('SIGKILL');
    await gone;
    this.browser = null;
  }

  async stop(): Promise<void> {
    await this.browser?.close().catch(() => undefined);
    this.browser = null;
  }

  async close(): Promise<void> {
    await this.stop();
    this.stopServer();
    rmSync(this.profile, { recursive: true, force: true });
  }
}

/** A small shot, and its address. */
export async function smallShotIn(animator: Animator, title: string): Promise<string> {
  await animator.shelfReady();
  await animator.newShot({ title, width: 640, height: 360 });
  return animator.page.url();
}

/** A short line somewhere on that paper. */
export function shortLine(dice: Dice): PenPoint[] {
  const [x, y] = [dice.whole(60, 560), dice.whole(60, 300)];
  return [
    { x, y },
    { x: x + 30, y: y + 10 },
  ];
}

export const PAPER = { width: 640, height: 360 };
