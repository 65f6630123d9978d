/** Every view at the window sizes people have, and at each size of words: nothing cut off, covered, crowded or too small to read. */
import { describe, expect, test } from 'vitest';
import { audit } from './audit.ts';
import type { Animator } from './hands.ts';
import { withAnimator } from './session.ts';
import { eachCard, eachWindow } from './windows.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady();
});

const VIEWS = ['desk', 'reference', 'sound', 'paint', 'checks', 'export'] as const;
const SIZES: [width: number, height: number][] = [
  [1024, 700],
  [1280, 800],
  [1920, 1080],
  [2560, 1440],
  [3840, 2160],
];

async function look(width: number, height: number, touch = false) {
  await animator.page.setViewport({ width, height, hasTouch: touch });
  await animator.hand.settled();
}

const FINE = { cutOff: [], covered: [], cutWords: [], small: [], crowded: [] };

/**
 * What is wrong in any view, each said once with the first place it was seen in. Windows over the desk are opened where room is
 * tightest: they grow no further than their words.
 */
async function measured(tight = false): Promise<string[]> {
  const found = new Map<string, string>();
  const note = async (place: string) => {
    for (const [kind, faults] of Object.entries(await audit(animator.page)))
      for (const fault of faults) if (!found.has(fault)) found.set(fault, `${place}, ${kind}: ${fault}`);
  };
  for (const view of VIEWS) {
    await animator.view(view);
    await animator.hand.wait(400);
    await note(view);
    if (view === 'desk') await eachCard(animator, 'Under the sheet', (card) => note(`desk, ${card}`));
    if (view === 'paint') await eachCard(animator, 'Beside the paper', (card) => note(`paint, ${card}`));
    if (view === 'sound') await eachCard(animator, 'Under the tracks', (card) => note(`sound, ${card}`));
  }
  await animator.view('desk');
  if (tight) await eachWindow(animator, note);
  return [...found.values()];
}

/** Makes words and buttons larger or smaller by key until they are so large. */
async function resizedTo(size: number): Promise<void> {
  for (let tries = 0; tries < 6; tries++) {
    const now = await animator.page.evaluate(() =>
      Math.round(100 * Number(document.documentElement.style.getPropertyValue('--scale'))),
    );
    if (now === size) return;
    await animator.hand.key('ControlLeft', 'AltLeft', now < size ? 'Equal' : 'Minus');
    await animator.hand.settled();
  }
  throw new Error(`Words and buttons could not be brought to ${size} %.`);
}

describe('nothing is cut off, covered, crowded or too small', () => {
  for (const [width, height] of SIZES)
    test(`at ${width}x${height}`, async () => {
      await look(width, height);
      expect(await measured(width === 1024)).toEqual([]);
    });
  test('on the shelf and in the help', async () => {
    await animator.toShelf();
    await animator.shelfReady();
    for (const [width, height] of [...SIZES, [820, 1180] as const]) {
      await look(width, height);
      expect(await audit(animator.page)).toEqual(FINE);
    }
    await animator.page.goto(new URL('/help', animator.page.url()).href);
    await animator.hand.text('Draw and flip');
    for (const [width, height] of [...SIZES, [820, 1180] as const]) {
      await look(width, height);
      expect(await audit(animator.page)).toEqual(FINE);
    }
    await animator.page.goBack();
    await animator.shelfReady();
    await animator.hand.press('Open Lamp at the corner');
    await animator.deskReady();
  });
  test('on a tablet held upright', async () => {
    await look(820, 1180, true);
    expect(await measured(true)).toEqual([]);
    await look(1280, 800);
  });
  for (const [size, width, height] of [
    [85, 1280, 800],
    [115, 1280, 800],
    [130, 1920, 1080],
    [150, 1280, 800],
  ] as const)
    test(`with words and buttons at ${size} % in ${width}x${height}`, async () => {
      await look(width, height);
      await animator.view('desk');
      await resizedTo(size);
      expect(await measured(size === 85 || size === 150)).toEqual([]);
      await resizedTo(100);
    });
});
