/** Drives the real application in headless Chromium with trusted pen, mouse and key events. */
import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser, type CDPSession, type ElementHandle, type Page } from 'puppeteer-core';

const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-dev-shm-usage',
  '--log-level=3',
  '--autoplay-policy=no-user-gesture-required',
];

/** Names the folder of the profile that has seen the application before. */
export const SEEN_PROFILE = 'VIGNETTE_SEEN_PROFILE';

const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';

/**
 * A profile for one browser: a copy of the one that has seen the application before, where the tests have made one (the demo
 * shot is on its shelf), else an empty one.
 */
export function freshProfile(): string {
  const folder = mkdtempSync(join(tmpdir(), 'vignette-'));
  const seen = process.env[SEEN_PROFILE];
  if (seen) cpSync(seen, folder, { recursive: true, filter: (path) => !/Singleton/.test(path) });
  return folder;
}

export async function launch(profile = freshProfile()): Promise<{ browser: Browser; profile: string }> {
  const browser = await puppeteer.launch({
    executablePath: CHROMIUM,
    headless: true,
    args: FLAGS,
    userDataDir: profile,
  });
  return { browser, profile };
}

/** What has not come by then does not come: long, so that a slow machine is not taken for a fault. */
export const LONGEST_MS = 60_000;
/** Names that stand on things themselves are found within this time. */
const QUICK_MS = 1500;
/** What moves away from under the pointer so often is not to be pressed. */
const MOST_PRESSES = 3;

export interface PenPoint {
  x: number;
  y: number;
  /** 0..1 */
  pressure?: number;
  tiltX?: number;
  tiltY?: number;
}

/** One page of the application and the hands on it. */
export class Hand {
  readonly page: Page;
  readonly cdp: CDPSession;
  /** Errors the page reported; a test that ends with any has failed. */
  readonly errors: string[] = [];

  private constructor(page: Page, cdp: CDPSession) {
    this.page = page;
    this.cdp = cdp;
    page.on('pageerror', (error) => this.errors.push(String(error)));
    page.on('console', (message) => {
      if (message.type() === 'error') this.errors.push(message.text());
    });
  }

  /** Opens an address in a window of its own: a page that lies behind another one would be put to sleep. */
  static async open(browser: Browser, address: string, width = 1280, height = 800): Promise<Hand> {
    const page = await browser.newPage({ type: 'window' });
    await page.setViewport({ width, height });
    page.setDefaultTimeout(LONGEST_MS);
    const hand = new Hand(page, await page.createCDPSession());
    // Functions sent into the page carry a call that keeps their names when tsx compiled them (campaigns, benches).
    await page.evaluateOnNewDocument('globalThis.__name ??= (each) => each');
    await page.goto(address, { waitUntil: 'load' });
    return hand;
  }

  private dispatch(type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', at: PenPoint, down: boolean) {
    return this.cdp.send('Input.dispatchMouseEvent', {
      type,
      x: at.x,
      y: at.y,
      button: type === 'mouseMoved' && !down ? 'none' : 'left',
      buttons: type === 'mouseReleased' ? 0 : 1,
      clickCount: type === 'mouseMoved' ? 0 : 1,
      pointerType: 'pen',
      force: type === 'mouseReleased' ? 0 : (at.pressure ?? 0.5),
      tiltX: at.tiltX ?? 0,
      tiltY: at.tiltY ?? 0,
    });
  }

  /** A line drawn with the pen through points of the window. */
  async pen(points: PenPoint[]): Promise<void> {
    await this.dispatch('mousePressed', points[0], true);
    for (const point of points.slice(1)) await this.dispatch('mouseMoved', point, true);
    await this.dispatch('mouseReleased', points.at(-1)!, false);
  }

  /** The box of an element in the window. */
  async box(selector: string): Promise<{ x: number; y: number; width: number; height: number }> {
    const element = await this.page.waitForSelector(selector, { visible: true });
    const box = await element!.boundingBox();
    if (!box) throw new Error(`${selector} is not on the screen.`);
    return box;
  }

  /** Clicks the first visible element whose name (label or text) is this. */
  async press(name: string, role = ''): Promise<void> {
    const handle =
      (await this.named(name, role, QUICK_MS)) ??
      // What has its name in another way (a label around it, a title) is asked of the browser, which takes its time.
      (await this.page.waitForSelector(`aria/${name}${role ? `[role="${role}"]` : ''}`, {
        visible: true,
      }));
    await this.pressOn(handle!);
  }

  /**
   * Clicks an element; again when it was missed because it moved away meanwhile. What a view asks for comes a moment later and
   * moves what lies below it: a hand would see that and follow.
   */
  private async pressOn(handle: ElementHandle<Element>): Promise<void> {
    for (let time = 0; time < MOST_PRESSES; time++) {
      const before = await handle.evaluate((element) => {
        const reached = () => void element.setAttribute('data-pressed', '');
        element.removeAttribute('data-pressed');
        element.addEventListener('pointerdown', reached, { capture: true, once: true });
        const { x, y } = element.getBoundingClientRect();
        return { x, y };
      });
      await handle.click();
      const missed = handle.evaluate((element, { x, y }) => {
        const now = element.getBoundingClientRect();
        const reached = element.hasAttribute('data-pressed') || !element.isConnected;
        element.removeAttribute('data-pressed');
        return !reached && (now.x !== x || now.y !== y);
      }, before);
      // A page that is gone was reached.
      if (!(await missed.catch(() => false))) return;
    }
  }

  /** Chooses from a list that drops down, by the value of the choice. */
  async choose(label: string, value: string): Promise<void> {
    const list = await this.page.waitForSelector(`[role="combobox"][aria-label="${label}"]`, { visible: true });
    await list!.click();
    const option = `[role="option"][data-value="${value}"]`;
    await (await this.page.waitForSelector(option, { visible: true }))!.click();
    await this.page.waitForSelector(option, { hidden: true });
  }

  /** What a list that drops down has chosen. */
  chosen(label: string): Promise<string> {
    return this.page.$eval(`[role="combobox"][aria-label="${label}"]`, (list) => (list as HTMLElement).dataset.value!);
  }

  /** What is named so by its label or its own words, as soon as it can be pressed; null when it does not come in time. */
  private async named(name: string, role: string, milliseconds: number): Promise<ElementHandle<Element> | null> {
    const end = Date.now() + milliseconds;
    do {
      const found = await this.page.evaluateHandle(
        (wanted, kind) => {
          const words = (node: Element): string =>
            [...node.childNodes]
              .map((child) => {
                if (child.nodeType === Node.TEXT_NODE) return child.textContent ?? '';
                return child instanceof Element && child.getAttribute('aria-hidden') !== 'true' ? words(child) : '';
              })
              .join('')
              .replace(/\s+/g, ' ');
          const roleOf = (element: Element) => {
            const own = element.getAttribute('role');
            if (own) return own;
            return element.localName === 'button' ? 'button' : element.localName === 'a' ? 'link' : '';
          };
          const all = document.querySelectorAll('button, a[href], [role], input[aria-label]');
          return (
            [...all].find((element) => {
              if (kind && roleOf(element) !== kind) return false;
              if ((element.getAttribute('aria-label') ?? words(element).trim()) !== wanted) return false;
              const box = element.getBoundingClientRect();
              return box.width > 0 && box.height > 0 && getComputedStyle(element).visibility !== 'hidden';
            }) ?? null
          );
        },
        name,
        role,
      );
      const element = found.asElement();
      if (element) return element as ElementHandle<Element>;
      await this.wait(25);
    } while (Date.now() < end);
    return null;
  }

  key(...keys: Parameters<Page['keyboard']['press']>[0][]): Promise<void> {
    return (async () => {
      const held = keys.slice(0, -1);
      for (const each of held) await this.page.keyboard.down(each);
      await this.page.keyboard.press(keys.at(-1)!);
      for (const each of held.reverse()) await this.page.keyboard.up(each);
    })();
  }

  /** Waits until a text stands somewhere in the window. */
  text(words: string, timeout = LONGEST_MS): Promise<unknown> {
    return this.page.waitForFunction((wanted) => document.body.innerText.includes(wanted), { timeout }, words);
  }

  /** Waits until the page has shown what was done last: views follow an edit a moment later, so a few frames go by. */
  settled(): Promise<void> {
    return this.page.evaluate(async () => {
      const frame = () => new Promise((done) => requestAnimationFrame(done));
      for (let i = 0; i < 3; i++) {
        await new Promise((done) => setTimeout(done, 20));
        await frame();
      }
    });
  }

  wait(milliseconds: number): Promise<void> {
    return new Promise((done) => setTimeout(done, milliseconds));
  }

  shot(path: string): Promise<unknown> {
    return this.page.screenshot({ path: path as `${string}.png` });
  }
}
