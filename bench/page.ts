/** The page that is measured: opened with the probes in, and what every measurement does with it. */
import type { Browser } from 'puppeteer-core';
import type { Shot } from '../src/core/shot/index.ts';
import { type Media, writeShotFile } from '../src/core/shotfile/index.ts';
import type { PenPoint } from '../tests/browser/driver.ts';
import { Animator } from '../tests/browser/hands.ts';
import { install, type Probes } from './probes.ts';

export async function openAnimator(browser: Browser, address: string): Promise<Animator> {
  const animator = await Animator.open(browser, 'about:blank');
  // The runner names functions by a helper that the page does not have.
  await animator.page.evaluateOnNewDocument('globalThis.__name = (run) => run');
  await animator.page.evaluateOnNewDocument(install);
  await animator.page.goto(address);
  await animator.shelfReady();
  return animator;
}

export const probes = (animator: Animator) =>
  animator.page.evaluate(() => (window as unknown as { probes: Probes }).probes);

export function forget(animator: Animator): Promise<void> {
  return animator.page.evaluate(() => {
    for (const list of Object.values((window as unknown as { probes: Probes }).probes)) (list as number[]).length = 0;
  });
}

export async function bringShot(animator: Animator, shot: Shot, media: Media = new Map()): Promise<void> {
  await animator.chooseFiles('shot-file', [{ name: `${shot.title}.vignette`, bytes: writeShotFile(shot, media) }]);
  await animator.page.waitForSelector(`a[aria-label="Open ${shot.title}"] img`, { timeout: 60_000 });
}

/** A hand's line: a spiral of many small steps. */
export function spiral(cx: number, cy: number, turns: number): PenPoint[] {
  return Array.from({ length: 160 }, (_, i) => {
    const t = i / 159;
    const angle = 2 * Math.PI * turns * t;
    return {
      x: cx + 320 * t * Math.cos(angle),
      y: cy + 320 * t * Math.sin(angle),
      pressure: 0.2 + 0.7 * Math.sin(Math.PI * t),
    };
  });
}
