/** Deliveries that cannot be: said in a sentence, nothing left that looks whole. */
import { expect, test } from 'vitest';
import { makeClip, makeTrack } from '../../src/core/shot/index.ts';
import { writeShotFile } from '../../src/core/shotfile/index.ts';
import { smallShot } from '../make.ts';
import type { Animator } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
});

test('a sound that cannot be read is named, and nothing is handed out', async () => {
  const { shot } = smallShot();
  const track = makeTrack('Voice');
  const clip = makeClip('growl', 'growl', 1, 0);
  track.clips.push(clip);
  shot.title = 'Growl';
  shot.tracks.push(track);
  shot.assets.growl = {
    id: 'growl',
    name: 'growl.wav',
    type: 'audio/wav',
    kind: 'sound',
    bytes: 5,
    seconds: 1,
    pictures: 0,
    width: 0,
    height: 0,
    lines: [],
  };
  const bytes = writeShotFile(shot, new Map([['growl', new TextEncoder().encode('grrrr')]]));
  await animator.chooseFiles('shot-file', [{ name: 'growl.vignette', bytes }]);
  await animator.hand.press('Open Growl');
  await animator.deskReady({ width: 320, height: 180 });
  await animator.view('export');
  await animator.hand.press('MP4', 'radio');
  await animator.hand.press('Write the movie', 'button');
  await animator.hand.text('growl.mp4 was not written. “growl.wav” cannot be read as sound.');
});
test('a full disk in the middle is said, and nothing is left that looks whole', async () => {
  const { origin } = new URL(animator.page.url());
  await animator.hand.press('PNG sequence', 'radio');
  await animator.page.$$eval('label', (all) =>
    (all.find((each) => each.textContent?.includes('The sound beside them')) as HTMLElement).click(),
  );
  const percent = await animator.page.waitForSelector('aria/Per cent[role="spinbutton"]');
  await percent!.click({ count: 3 });
  await percent!.type('2400');
  await animator.page.keyboard.press('Tab');
  const usage = await animator.page.evaluate(async () => (await navigator.storage.estimate()).usage ?? 0);
  await animator.hand.cdp.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: usage + 40_000 });
  await animator.hand.press('Write the pictures', 'button');
  await animator.hand.text('growl.zip was not written. There is no room for it');
  await animator.hand.cdp.send('Storage.overrideQuotaForOrigin', { origin });
  const left = await animator.page.evaluate(async () => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('deliveries');
    let partly = 0;
    for await (const handle of (folder as unknown as { values(): AsyncIterable<FileSystemFileHandle> }).values()) {
      const head = new Uint8Array(await (await handle.getFile()).slice(0, 2).arrayBuffer());
      // A zip that was begun has its letters at once.
      if ((await handle.getFile()).size < 60_000 && head[0] === 0x50) partly++;
    }
    return partly;
  });
  expect(left).toBe(0);
});
