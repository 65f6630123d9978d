/** What comes over the line before the first line can be drawn. */
import { gzipSync } from 'node:zlib';
import type { HTTPResponse } from 'puppeteer-core';
import type { Animator } from '../tests/browser/hands.ts';
import { report } from './report.ts';

const MOST_KB = 300;

/** Code and style the page itself asks for, from the shelf to a line drawn on the demo shot; workers, fonts and the demo apart. */
export async function benchFirstLoad(animator: Animator, address: string): Promise<void> {
  const { page } = animator;
  const loaded = new Map<string, number>();
  const take = async (response: HTTPResponse) => {
    const url = response.url();
    if (!url.startsWith(address) || !/\.(js|css)$/.test(url) || url.includes('.worker-')) return;
    const body = await response.buffer().catch(() => Buffer.alloc(0));
    loaded.set(url, gzipSync(body).length);
  };
  const hear = (response: HTTPResponse) => void take(response);
  await page.setCacheEnabled(false);
  page.on('response', hear);
  await page.goto(address);
  await animator.shelfReady();
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady({ width: 1920, height: 1080 });
  await animator.toCell('Keeper', 20);
  await animator.hand.key('KeyQ');
  await animator.draw([
    { x: 300, y: 300, pressure: 0.5 },
    { x: 700, y: 500, pressure: 0.7 },
  ]);
  await animator.kept();
  page.off('response', hear);
  await page.setCacheEnabled(true);
  const kilobytes = [...loaded.values()].reduce((sum, each) => sum + each, 0) / 1024;
  const largest = Math.max(...loaded.values()) / 1024;
  report(
    `first load: ${loaded.size} files to the first line drawn, gzip`,
    `${kilobytes.toFixed(0)} KB`,
    `${MOST_KB} KB`,
    `the largest of them ${largest.toFixed(0)} KB`,
    kilobytes <= MOST_KB,
  );
}
