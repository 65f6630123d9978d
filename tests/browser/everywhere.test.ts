/** Every view, card, window and menu, by day and by lamp: nothing is hidden from those who cannot see or point. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, test } from 'vitest';
import type { Animator } from './hands.ts';
import { withAnimator } from './session.ts';
import { eachCard, eachWindow } from './windows.ts';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

let animator: Animator;
/** What has been complained of so far: each fault is said once, with the first place it was seen in. */
let known = new Map<string, string>();

withAnimator(async (opened) => {
  animator = opened;
});

/** By lamp only colours are other than by day. */
let asked: { runOnly: string[] | { type: 'rule'; values: string[] } };

/** What axe says of the present page, by WCAG 2.2 A and AA. */
async function look(place: string, part = 'html'): Promise<void> {
  await animator.hand.settled();
  await animator.page.evaluate(axe);
  const found = await animator.page.evaluate(
    async (selector, options) => {
      const { axe: run } = window as unknown as {
        axe: {
          run(
            context: string,
            options: object,
          ): Promise<{
            violations: { id: string; nodes: { html: string; failureSummary: string }[] }[];
          }>;
        };
      };
      const { violations } = await run.run(selector, options);
      return violations.flatMap(({ id, nodes }) =>
        nodes.map((node) => `${id}: ${node.html.slice(0, 160)} ${node.failureSummary.replaceAll('\n', ' ')}`),
      );
    },
    part,
    asked,
  );
  for (const each of found) if (!known.has(each)) known.set(each, place);
}

/** Some fifty places are looked at. Milliseconds. */
const LONG = 180_000;

const VIEWS = ['desk', 'reference', 'sound', 'paint', 'checks', 'export'] as const;
async function everywhere(): Promise<string[]> {
  known = new Map();
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady();
  for (const view of VIEWS) {
    await animator.view(view);
    await animator.hand.wait(400);
    await look(view);
    if (view === 'desk') await eachCard(animator, 'Under the sheet', (card) => look(`${view}, ${card}`));
    if (view === 'paint') await eachCard(animator, 'Beside the paper', (card) => look(`${view}, ${card}`));
    if (view === 'sound') await eachCard(animator, 'Under the tracks', (card) => look(`${view}, ${card}`));
  }
  await animator.view('desk');
  await eachWindow(animator, look);
  for (const menu of ['Menu', 'More for this shot', 'Add a layer', 'More for Keeper']) {
    if (menu.endsWith('Keeper')) await animator.hand.press('Layers', 'tab');
    if (menu === 'Add a layer') await animator.hand.press('Layers', 'tab');
    await animator.hand.press(menu, 'button');
    await animator.page.waitForSelector('[role="menu"]');
    await look(menu);
    await animator.hand.key('Escape');
  }
  await animator.hand.press('Preview speed', 'combobox');
  await animator.page.waitForSelector('[role="listbox"]');
  // The rest of the window cannot be reached while a list is open.
  await look('a list that drops down', '[role="listbox"]');
  await animator.hand.key('Escape');
  await animator.hand.key('F1');
  await animator.page.waitForFunction(() => location.pathname === '/help');
  await look('help');
  await animator.page.goBack();
  await animator.deskReady();
  await animator.toShelf();
  await animator.shelfReady();
  await look('shelf');
  await animator.hand.press('New shot', 'button');
  await animator.page.waitForSelector('[role="dialog"]');
  await look('the form of a new shot');
  await animator.hand.press('Cancel', 'button');
  return [...known].map(([fault, place]) => `${place}: ${fault}`);
}

describe('nothing to complain of', () => {
  test(
    'by day',
    async () => {
      asked = { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] };
      expect(await everywhere()).toEqual([]);
    },
    LONG,
  );
  test(
    'by lamp',
    async () => {
      asked = { runOnly: { type: 'rule', values: ['color-contrast'] } };
      await animator.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }]);
      expect(await everywhere()).toEqual([]);
      await animator.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }]);
    },
    LONG,
  );
});

describe('the sheet is read as a grid', () => {
  test('cell, hold and number are spoken as one goes through it by key', async () => {
    await animator.hand.press('Open Lamp at the corner');
    await animator.deskReady();
    await animator.toCell('Keeper', 1);
    await animator.page.focus('[role="grid"][aria-label="Sheet"]');
    const spoken = () =>
      animator.page.$eval('[role="grid"]', (grid) => {
        const cell = document.getElementById(grid.getAttribute('aria-activedescendant')!)!;
        return `${cell.textContent} | ${cell.closest('tr')!.getAttribute('aria-rowindex')}`;
      });
    expect(await spoken()).toMatch(/^Keeper, key drawing 1, held \d+ frames, 1 of \d+ \| 2$/);
    await animator.hand.key('ArrowDown');
    await animator.page.waitForFunction(
      () => document.getElementById('sheet-cell-in-hand')?.closest('tr')?.getAttribute('aria-rowindex') === '3',
    );
    expect(await spoken()).toContain('2 of');
    const rows = await animator.page.$$eval('[role="grid"] tbody tr', (all) => all.length);
    expect(rows).toBeGreaterThan(4);
    const named = await animator.page.$$eval('[role="grid"] tbody th', (all) => all.map((each) => each.textContent));
    expect(named[0]).toMatch(/^frame 1/);
  });
});
