/** Clips on tracks: cut, looped, pinned, dropped on one another; playing is the mix-down; takes; the Foley shelf. */

import { beforeAll, describe, expect, test } from 'vitest';
import type { Clip, Shot } from '../../src/core/shot/index.ts';
import { clipSeconds } from '../../src/core/shot/index.ts';
import { readWav, sampleOfFrame, writeWav } from '../../src/core/sound/index.ts';
import { burstWav } from './files.ts';
import { type Animator, layerNamed } from './hands.ts';
import { differenceFrom, heard, listenIn } from './listening.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Kerb', width: 640, height: 360, fps: 24, length: 72 });
});

const clipsOf = (shot: Shot): Clip[] => shot.tracks.flatMap(({ clips }) => clips);
const clipNamed = (shot: Shot, name: string): Clip => clipsOf(shot).find((clip) => clip.name === name)!;

async function bring(name: string, bytes: Uint8Array): Promise<void> {
  await animator.chooseFiles('sound-files', [{ name, bytes }]);
}

/** The box of the n-th clip called so. */
async function boxOf(name: string, n = 0) {
  await animator.page.waitForSelector(`[data-clip][aria-label^="Clip ${name},"]`);
  const boxes = await animator.page.$$(`[data-clip][aria-label^="Clip ${name},"]`);
  return (await boxes[n].boundingBox())!;
}

async function take(name: string, n = 0): Promise<void> {
  const box = await boxOf(name, n);
  await animator.page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await animator.hand.wait(120);
}

/** Pixels a frame across the view. */
const scale = async () => {
  const { width } = await animator.hand.box('[data-testid="timeline"]');
  return (width - 176) / 74;
};

describe('clips', () => {
  test('a clip dropped on another swallows nothing: it comes to a free track, and it is said', async () => {
    await animator.view('sound');
    await bring('tap.wav', burstWav(1, 0, 0.4));
    await bring('line.wav', burstWav(2, 0.5, 1.5));
    const tap = await boxOf('tap');
    const line = await boxOf('line');
    await animator.drag({ x: tap.x + 20, y: tap.y + 30 }, { x: line.x + 20 + 6 * (await scale()), y: line.y + 30 });
    await animator.hand.text('Another sound lies there');
    const shot = await animator.shot();
    expect(clipsOf(shot)).toHaveLength(2);
    expect(clipNamed(shot, 'tap').frame).toBe(6);
    expect(clipNamed(shot, 'line')).toMatchObject({ frame: 0, in: 0 });
    await animator.undo();
    expect(clipNamed(await animator.shot(), 'tap').frame).toBe(0);
  });
  test('trimmed by its ends, cut by key, doubled; each is one undo', async () => {
    const line = await boxOf('line');
    const by = await scale();
    await animator.drag({ x: line.x + 2, y: line.y + 40 }, { x: line.x + 2 + 6 * by, y: line.y + 40 });
    let clip = clipNamed(await animator.shot(), 'line');
    expect(clip.frame).toBe(6);
    expect(clip.in).toBeCloseTo(6 / 24);
    await take('line');
    await animator.setNumber('Frame the clip stops at', 36);
    clip = clipNamed(await animator.shot(), 'line');
    expect(clipSeconds(clip)).toBeCloseTo(30 / 24, 2);
    await animator.toCell('Clean', 19);
    await animator.hand.key('KeyX');
    const cut = clipsOf(await animator.shot()).filter(({ name }) => name === 'line');
    expect(cut.map(({ frame }) => frame)).toEqual([6, 18]);
    expect(cut[1].in).toBeCloseTo(18 / 24);
    expect(cut[0].out).toBeCloseTo(cut[1].in);
    await animator.hand.key('KeyD');
    expect(clipsOf(await animator.shot()).filter(({ name }) => name === 'line')).toHaveLength(3);
    await animator.setNumber('Times the clip is repeated', 2);
    await animator.hand.press('Repeat');
    expect(clipsOf(await animator.shot()).filter(({ name }) => name === 'line')).toHaveLength(5);
    await animator.undo(5);
    clip = clipNamed(await animator.shot(), 'line');
    expect(clip).toMatchObject({ frame: 0, in: 0 });
    expect(clip.out).toBeCloseTo(2, 3);
  });
  test('looped without a seam to the end of the shot; stopped at a frame; sounded once again', async () => {
    await take('tap');
    await animator.hand.key('KeyO');
    let tap = clipNamed(await animator.shot(), 'tap');
    expect(tap.loop!.seconds).toBeCloseTo(3, 1);
    await animator.toCell('Clean', 41);
    await animator.hand.key('BracketRight');
    tap = clipNamed(await animator.shot(), 'tap');
    expect(clipSeconds(tap)).toBeCloseTo(40 / 24, 3);
    await animator.hand.key('KeyO');
    expect(clipNamed(await animator.shot(), 'tap').loop).toBeNull();
  });
  test('pinned to a drawing it goes along when frames are put in before', async () => {
    await animator.view('desk');
    await animator.toCell('Clean', 1);
    await animator.draw(animator.ring(200, 180, 40));
    await animator.toCell('Clean', 13);
    await animator.hand.key('KeyN');
    await animator.draw(animator.ring(420, 180, 40));
    const before = await animator.shot();
    const start =
      layerNamed(before, 'Clean').exposures[0].frames +
      (layerNamed(before, 'Clean').exposures[1].cell ? 0 : layerNamed(before, 'Clean').exposures[1].frames);
    await animator.view('sound');
    await animator.toCell('Clean', start + 1);
    await take('tap');
    await animator.hand.key('Enter');
    expect(clipNamed(await animator.shot(), 'tap').frame).toBe(start);
    await take('tap');
    await animator.hand.press('Pinned to the drawing it begins with', 'checkbox');
    await animator.hand.text('is pinned');
    await animator.hand.key('Escape');
    await animator.toCell('Clean', 1);
    // One frame longer, six times: the drawing after it is pushed, and its sound with it.
    for (let i = 0; i < 6; i++) await animator.hand.key('Equal');
    const shot = await animator.shot();
    const { exposures } = layerNamed(shot, 'Clean');
    const now = exposures
      .slice(
        0,
        exposures.findIndex(({ id }) => id === clipNamed(shot, 'tap').pin!.exposure),
      )
      .reduce((sum, { frames }) => sum + frames, 0);
    expect(now).toBe(start + 6);
    expect(clipNamed(shot, 'tap').frame).toBe(now);
  });
  test('it may follow a figure from left to right', async () => {
    await take('tap');
    await animator.hand.choose(
      'Layer the sound follows from left to right',
      layerNamed(await animator.shot(), 'Clean').id,
    );
    const shot = await animator.shot();
    expect(clipNamed(shot, 'tap').follows).toBe(layerNamed(shot, 'Clean').id);
  });
});

describe('what is heard', () => {
  beforeAll(async () => {
    // Something sounds from the first sample on, so that pieces can be put in place by it.
    await animator.hand.key('Home');
    await animator.hand.press('Foley shelf', 'tab');
    await animator.hand.press('Put Wind, to loop on this frame');
    await animator.page.waitForSelector('[data-clip][aria-label^="Clip Wind"]');
    await animator.hand.key('Escape');
  });
  // A machine with too much to do may let next to nothing be heard: then it is heard once more.
  test('playing is the mix-down to -60 dB, left and right, to the sample', { retry: 2 }, async () => {
    await animator.view('sound');
    await animator.hand.press('Loop');
    // Going there is heard as well.
    await animator.hand.key('Home');
    await listenIn(animator.page);
    await animator.hand.key('Space');
    await animator.page.waitForFunction(() => document.querySelector('button[aria-label="Play"]') === null);
    await animator.page.waitForSelector('button[aria-label="Play"]');
    const played = await heard(animator.page);
    await animator.hand.press('Loop');
    await animator.view('export');
    await animator.hand.press('WAV', 'radio');
    const { name, bytes } = await animator.handedOut(() => animator.hand.press('Write the sound'));
    expect(name).toBe('kerb.wav');
    const mixed = readWav(bytes, name);
    expect(mixed.rate).toBe(played[0].rate);
    const shot = await animator.shot();
    expect(mixed.channels[0].length).toBe(sampleOfFrame(shot.length, 24, mixed.rate));
    const { db, count } = differenceFrom(played, mixed);
    expect(Math.max(...db)).toBeLessThan(-60);
    expect(count).toBeGreaterThan(mixed.rate);
  });
  test('in the delivered WAV a clip begins on the sample of its frame', async () => {
    await animator.view('sound');
    for (const track of ['Foley', 'line']) await animator.hand.press(`Mute ${track}`);
    const shot = await animator.shot();
    const { frame } = clipNamed(shot, 'tap');
    await animator.view('export');
    await animator.hand.press('WAV', 'radio');
    const { bytes, name } = await animator.handedOut(() => animator.hand.press('Write the sound'));
    const { channels, rate } = readWav(bytes, name);
    const first = channels[0].findIndex((value, i) => Math.abs(value) + Math.abs(channels[1][i]) > 1e-3);
    // The burst is a tone that begins at nothing: its first strong sample is a few after its first.
    expect(Math.abs(first - sampleOfFrame(frame, 24, rate))).toBeLessThan(0.002 * rate);
    await animator.view('sound');
    await animator.undo(2);
  });
  test('a frame is heard going there: as many frames as are set, forwards and backwards, or none', async () => {
    await animator.toCell('Clean', 20);
    await listenIn(animator.page);
    await animator.hand.key('ArrowDown');
    await animator.hand.key('ArrowUp');
    await animator.hand.wait(200);
    const two = await heard(animator.page);
    expect(two).toHaveLength(2);
    expect(two[0].left.length / two[0].rate).toBeCloseTo(2 / 24, 3);
    expect(two[0].left.some((value) => Math.abs(value) > 1e-3)).toBe(true);
    await animator.hand.key('Alt', 'Shift', 'KeyZ');
    await listenIn(animator.page);
    const ruler = await animator.hand.box('svg[aria-label="Frames along time; drag to scrub"]');
    await animator.drag({ x: ruler.x + 300, y: ruler.y + 10 }, { x: ruler.x + 380, y: ruler.y + 10 });
    await animator.hand.wait(200);
    const three = await heard(animator.page);
    expect(three.length).toBeGreaterThan(2);
    expect(three[0].left.length / three[0].rate).toBeCloseTo(3 / 24, 3);
  });
});

/**
 * Presses Stop so long after a take has begun, and gives what the count and the take said till then. It looks from within the page:
 * the take ends with the shot, and a question from outside can come back too late on a loaded machine.
 */
const stopAfter = (milliseconds: number) =>
  animator.page.evaluate(
    (wait) =>
      new Promise<string[]>((done) => {
        const said: string[] = [];
        const look = new MutationObserver(() => {
          const says = [...document.querySelectorAll('output')].find(
            (each) => each.ariaLabel === 'Count' || each.textContent === 'recording',
          )?.textContent;
          if (!says || said.includes(says)) return;
          said.push(says);
          if (says !== 'recording') return;
          look.disconnect();
          setTimeout(() => {
            [...document.querySelectorAll('button')].find((each) => each.textContent?.trim() === 'Stop')?.click();
            done(said);
          }, wait);
        });
        look.observe(document.body, { subtree: true, childList: true, characterData: true });
      }),
    milliseconds,
  );

describe('recording', () => {
  test('the simulated microphone is recorded from the frame, after the count; takes are kept, earlier ones muted', async () => {
    await animator.toCell('Clean', 13);
    await animator.hand.press('Record', 'tab');
    await animator.hand.choose('Microphone', 'simulated');
    for (const take of [1, 2]) {
      await animator.toCell('Clean', 13);
      await animator.hand.wait(600);
      const stopped = stopAfter(2500);
      await animator.hand.press('Record from this frame');
      expect(await stopped).toEqual(['3', '2', '1', 'recording']);
      await animator.page.waitForSelector(`[data-clip][aria-label^="Clip take ${take},"]`);
    }
    const shot = await animator.shot();
    const [first, second] = [clipNamed(shot, 'take 1'), clipNamed(shot, 'take 2')];
    expect([first.frame, second.frame]).toEqual([12, 12]);
    expect([first.muted, second.muted]).toEqual([true, false]);
    expect(clipSeconds(second)).toBeGreaterThan(0.5);
    // What was said before the shot ran is kept in the file, but not heard.
    expect(second.in).toBeGreaterThan(0);
    expect(shot.assets[second.asset].seconds).toBeGreaterThan(clipSeconds(second));
  });
});

describe('the Foley shelf', () => {
  test('is searched, heard, and there without a network once fetched', async () => {
    await animator.hand.press('Foley shelf', 'tab');
    const search = await animator.page.waitForSelector('input[aria-label="Look for a sound"]');
    await search!.type('step gra');
    await animator.hand.text('2 of 5');
    await listenIn(animator.page);
    await animator.hand.press('Hear Step on gravel');
    await animator.page.waitForFunction(() => (window as unknown as { heard: unknown[] }).heard.length > 0);
    await animator.page.reload();
    await animator.page.waitForSelector('[data-testid="timeline"]');
    // The page is there; from here on the server answers nothing more.
    await animator.page.setOfflineMode(true);
    await animator.hand.press('Foley shelf', 'tab');
    await animator.page.waitForSelector('button[aria-label="Put Step on gravel on this frame"]');
    await animator.hand.press('Put Step on gravel on this frame');
    await animator.page.waitForSelector('[data-clip][aria-label^="Clip Step on gravel,"]');
    await animator.hand.press('Hear Thud');
    await animator.hand.text('was not fetched before');
    await animator.page.setOfflineMode(false);
    // The fetches that failed were wanted.
    animator.hand.errors.length = 0;
  });
});

describe('sounds one should not have to fear', () => {
  const tone = (rate: number, seconds: number, channels: number, level = 0.4) =>
    writeWav(
      Array.from({ length: channels }, (_, c) =>
        Float32Array.from({ length: rate * seconds }, (_, i) =>
          Math.max(-1, Math.min(1, level * Math.sin((i * 440 * 6.2832) / rate + c))),
        ),
      ),
      rate,
    );
  test('one cut short comes in as far as it goes', async () => {
    await bring('cut.wav', tone(48_000, 2, 1).slice(0, 96_044));
    await boxOf('cut');
    const { assets, ...shot } = await animator.shot();
    expect(assets[clipNamed({ assets, ...shot }, 'cut').asset].seconds).toBeCloseTo(1, 1);
  });
  test('8 kHz, 96 kHz and six channels come in as long as they are', async () => {
    await bring('phone.wav', tone(8000, 1, 1));
    await bring('fine.wav', tone(96_000, 1, 2));
    await bring('round.wav', tone(48_000, 1, 6));
    for (const name of ['phone', 'fine', 'round']) await boxOf(name);
    const shot = await animator.shot();
    for (const name of ['phone', 'fine', 'round']) expect(clipSeconds(clipNamed(shot, name)), name).toBeCloseTo(1, 3);
  });
  test('silence and clipping are said, and come in all the same', async () => {
    await bring('quiet.wav', tone(48_000, 1, 1, 0));
    await animator.hand.text('“quiet” is silent from end to end');
    await bring('shout.wav', tone(48_000, 1, 1, 3));
    await animator.hand.text('“shout” is clipped in');
    expect(clipNamed(await animator.shot(), 'shout')).toBeDefined();
  });
  test('one of no length is refused in a sentence and nothing changes', async () => {
    const before = clipsOf(await animator.shot()).length;
    await bring('none.wav', writeWav([new Float32Array(0)], 48_000));
    await animator.hand.text('none.wav');
    expect(clipsOf(await animator.shot())).toHaveLength(before);
  });
  test('one of an hour says how long a sound can be', async () => {
    const before = clipsOf(await animator.shot()).length;
    const hour = writeWav([new Float32Array(8000 * 3600)], 8000);
    await bring('hour.wav', hour);
    await animator.hand.text('60 minutes long');
    expect(clipsOf(await animator.shot())).toHaveLength(before);
  });
});
