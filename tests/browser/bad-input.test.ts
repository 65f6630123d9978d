/** Bad files give one clear sentence and change nothing. */
import { strToU8, unzipSync, zipSync } from 'fflate';
import { beforeAll, describe, expect, inject, test } from 'vitest';
import { writeShotFile } from '../../src/core/shotfile/index.ts';
import { smallShot } from '../make.ts';
import { burstWav, colourGif } from './files.ts';
import type { Animator } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
});

const cards = () => animator.page.$$eval('a[aria-label^="Open "]', (all) => all.length);
const good = () => writeShotFile(smallShot().shot, new Map());

function changed(change: (parts: Record<string, Uint8Array>) => void): Uint8Array {
  const parts = unzipSync(good());
  change(parts);
  return zipSync(parts);
}

describe('shot files', () => {
  const cases: [string, Uint8Array, string][] = [
    ['not-a-shot.vignette', strToU8('hello'), 'not a Vignette shot file'],
    ['other-zip.vignette', zipSync({ 'a.txt': strToU8('a') }), 'no vignette.json'],
    ['cut.vignette', good().subarray(0, 700), 'cut short'],
    [
      'later.vignette',
      changed((parts) => (parts['vignette.json'] = strToU8('{"format":"vignette-shot","version":999}'))),
      'later version',
    ],
    [
      'range.vignette',
      changed(
        (parts) =>
          (parts['shot.json'] = strToU8(
            new TextDecoder().decode(parts['shot.json']).replace('"fps": 24', '"fps": 2400'),
          )),
      ),
      'fps',
    ],
  ];
  for (const [name, bytes, words] of cases) {
    test(name, async () => {
      const before = await cards();
      await animator.chooseFiles('shot-file', [{ name, bytes }]);
      await animator.hand.text(words);
      expect(await cards()).toBe(before);
    });
  }

  test('a good one comes to the shelf, by choosing and by dropping it on the window', async () => {
    await animator.chooseFiles('shot-file', [{ name: 'cap.vignette', bytes: good() }]);
    await animator.page.waitForSelector('a[aria-label="Open Cap falls"]');
    const before = await cards();
    const base64 = Buffer.from(good()).toString('base64');
    await animator.page.evaluate((data) => {
      const bytes = Uint8Array.from(atob(data), (letter) => letter.charCodeAt(0));
      const list = document.querySelector('[data-testid="shelf"] ul')!;
      Object.assign(window, { most: 0 });
      new MutationObserver(() => {
        Object.assign(window, { most: Math.max((window as unknown as { most: number }).most, list.children.length) });
      }).observe(list, { childList: true });
      const transfer = new DataTransfer();
      transfer.items.add(new File([bytes], 'dropped.vignette'));
      document
        .querySelector('[data-testid="shelf"]')!
        .dispatchEvent(new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer: transfer }));
    }, base64);
    await animator.page.waitForFunction(
      (count) => document.querySelectorAll('a[aria-label^="Open "]').length > count,
      {},
      before,
    );
    // The shot stands where its reading stood: never both, which would shift the shelf under a press.
    await animator.page.waitForFunction(() => !document.querySelector('[aria-label^="Reading "]'));
    const most = await animator.page.evaluate(() => (window as unknown as { most: number }).most);
    expect(most).toBe(before + 1);
  });
});

describe('the shelf', () => {
  test('a shot is duplicated, renamed, removed and put back', async () => {
    const menu = async (shot: string, item: string) => {
      await animator.hand.press(`More for ${shot}`);
      await animator.hand.press(item, 'menuitem');
    };
    await menu('Lamp at the corner', 'Duplicate');
    await animator.page.waitForSelector('a[aria-label="Open Lamp at the corner, copy"]');
    const name = await animator.page.waitForSelector('aria/Name of Lamp at the corner, copy');
    await name!.click({ count: 3 });
    await name!.type('Lamp, second take');
    await animator.page.keyboard.press('Enter');
    await animator.page.waitForSelector('a[aria-label="Open Lamp, second take"]');
    await menu('Lamp, second take', 'Remove');
    await animator.page.waitForFunction(() => !document.querySelector('a[aria-label="Open Lamp, second take"]'));
    await animator.hand.press('Put back', 'button');
    await animator.page.waitForSelector('a[aria-label="Open Lamp, second take"]');
  });

  test('the form says what is wrong, where, and makes nothing', async () => {
    const before = await cards();
    await animator.hand.press('New shot', 'button');
    const field = async (label: string, value: string) => {
      const box = await animator.page.waitForSelector(`aria/${label}[role="spinbutton"]`);
      await box!.click({ count: 3 });
      await box!.type(value);
    };
    await field('Width, pixels', '20');
    await field('Rate, frames a second', '90');
    await animator.hand.press('Make the shot');
    await animator.hand.text('at least 64 pixels');
    await animator.hand.text('at most 60 frames a second');
    await animator.hand.press('Cancel', 'button');
    expect(await cards()).toBe(before);
  });
});

describe('sound and pictures', () => {
  beforeAll(async () => {
    await animator.newShot({ title: 'Bad files', width: 640, height: 360 });
  });
  const unchanged = async (act: () => Promise<void>, words: string) => {
    const before = await animator.shot();
    await act();
    await animator.hand.text(words);
    expect(await animator.shot()).toEqual(before);
  };

  test('a sound that is none, empty, or cut in its head', async () => {
    await animator.view('sound');
    await unchanged(
      () => animator.chooseFiles('sound-files', [{ name: 'letter.wav', bytes: strToU8('dear animator') }]),
      '“letter.wav” cannot be read as sound',
    );
    await unchanged(
      () => animator.chooseFiles('sound-files', [{ name: 'empty.wav', bytes: new Uint8Array(0) }]),
      '“empty.wav” is empty',
    );
    await unchanged(
      () => animator.chooseFiles('sound-files', [{ name: 'cut.wav', bytes: burstWav(1, 0, 1).subarray(0, 30) }]),
      '“cut.wav” cannot be read as sound',
    );
  });

  test('a picture that is none, or cut short', async () => {
    await animator.view('reference');
    await unchanged(
      () => animator.chooseFiles('reference-files', [{ name: 'note.gif', bytes: strToU8('not a picture') }]),
      '“note.gif” is not a GIF',
    );
    const gif = colourGif([100, 100, 100], 200, 120);
    await unchanged(
      () => animator.chooseFiles('reference-files', [{ name: 'cut.gif', bytes: gif.subarray(0, 40) }]),
      '“cut.gif”',
    );
  });

  test('an address of a shot that is not here says so and leads back', async () => {
    await animator.page.goto(`${inject('address')}shot/nobody/desk`);
    await animator.hand.text('This shot is not kept in this browser');
    await animator.hand.press('To the list of shots', 'button');
    await animator.page.waitForSelector('[data-testid="shelf"]');
  });
});
