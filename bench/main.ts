/**
 * `npm run bench [-- --only pen,sheet]`. Figures vary twofold on a shared machine; each stands beside a baseline of the same
 * run. What is over its target is printed as OVER and gives an exit code of 1.
 */
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { createApp } from '../server/app.ts';
import { launch } from '../tests/browser/driver.ts';
import type { Animator } from '../tests/browser/hands.ts';
import { benchBetween } from './between.ts';
import { benchChecks } from './checks.ts';
import { benchDeliver, benchSprites } from './deliver.ts';
import { benchDesk } from './desk.ts';
import { benchFirstLoad } from './first-load.ts';
import { benchFollow } from './follow-set.ts';
import { benchGif } from './gif.ts';
import { benchLines } from './lines.ts';
import { benchOpening, benchShotFiles } from './opening.ts';
import { openAnimator } from './page.ts';
import { benchPaint } from './paint.ts';
import { benchPenAndKeeping, benchPlayback } from './pen.ts';
import { benchPour } from './pour.ts';
import { benchPrograms } from './programs.ts';
import { benchReference } from './reference.ts';
import { summary } from './report.ts';
import { benchSheetByHand, benchSheetEdits } from './sheet.ts';
import { benchSolver } from './solver.ts';
import { benchPlaying, benchReading } from './sound.ts';
import { benchBend, benchTogether } from './together.ts';
import { benchChart, benchVersions } from './versions.ts';
import { benchWindow } from './window.ts';

/** Measured in a browser, from the shelf on. */
const IN_PAGE: Record<string, (animator: Animator, address: string) => Promise<void>> = {
  'first-load': benchFirstLoad,
  pen: async (animator) => {
    await benchPenAndKeeping(animator);
    await benchPlayback(animator);
  },
  pour: benchPour,
  opening: benchOpening,
  'shot-file': benchShotFiles,
  'sheet-by-hand': benchSheetByHand,
  desk: benchDesk,
  reference: benchReference,
  playing: benchPlaying,
  deliver: benchDeliver,
  sprites: benchSprites,
  together: benchTogether,
  bend: benchBend,
  versions: benchVersions,
  chart: benchChart,
  window: benchWindow,
};

/** Measured here, in Node. */
const HERE: Record<string, () => Promise<void> | void> = {
  sheet: benchSheetEdits,
  lines: benchLines,
  solver: benchSolver,
  between: benchBetween,
  paint: benchPaint,
  gif: benchGif,
  checks: benchChecks,
  follow: benchFollow,
  reading: benchReading,
  programs: benchPrograms,
};

function chosen(): Set<string> {
  const at = process.argv.indexOf('--only');
  const all = [...Object.keys(IN_PAGE), ...Object.keys(HERE)];
  if (at < 0) return new Set(all);
  const names = (process.argv[at + 1] ?? '').split(',');
  const unknown = names.filter((name) => !all.includes(name));
  if (unknown.length > 0) {
    console.error(`There is no measurement “${unknown.join(', ')}”. There are: ${all.join(', ')}.`);
    process.exit(2);
  }
  return new Set(names);
}

async function inBrowser(names: string[]): Promise<void> {
  const folder = (name: string) => fileURLToPath(new URL(`../dist/${name}`, import.meta.url));
  const server = createApp({ web: folder('web'), demo: folder('demo') }).listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  const address = `http://localhost:${(server.address() as AddressInfo).port}/`;
  const { browser } = await launch();
  const animator = await openAnimator(browser, address);
  for (const name of names) {
    await animator.page.goto(address);
    await animator.shelfReady();
    await IN_PAGE[name](animator, address);
  }
  await browser.close();
  server.close();
}

const wanted = chosen();
const inPage = Object.keys(IN_PAGE).filter((name) => wanted.has(name));
if (inPage.length > 0) await inBrowser(inPage);
for (const [name, run] of Object.entries(HERE)) if (wanted.has(name)) await run();
process.exit(summary() ? 0 : 1);
