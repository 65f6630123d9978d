/** A sound and a clip come in; the sheet shows both in time; the clip is traced over. */
import { describe, expect, test } from 'vitest';
import { burstWav, colourGif } from './files.ts';
import { type Animator, drawingsOf, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Broom', width: 640, height: 360, length: 24 });
});

describe('sound', () => {
  test('a WAV longer than the shot comes in whole and offers to lengthen the shot', async () => {
    await animator.view('sound');
    await animator.chooseFiles('sound-files', [{ name: 'burst.wav', bytes: burstWav(1.5, 0.5, 0.75) }]);
    await animator.hand.text('The sound goes on to frame 36');
    const before = await animator.shot();
    expect(before.length).toBe(24);
    expect(before.tracks[0].clips[0]).toMatchObject({ frame: 0, in: 0, gain: 1 });
    expect(before.tracks[0].clips[0].out).toBeCloseTo(1.5, 3);
    await animator.hand.press('Lengthen the shot to 36 frames');
    expect((await animator.shot()).length).toBe(36);
  });

  test('the waveform runs down the sheet beside the right frames', async () => {
    await animator.view('desk');
    await animator.hand.wait(400);
    // Half a second at 24 is frames 13 to 18: the burst is wide there and thin elsewhere.
    const widths = await animator.page.evaluate(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="sheet-rows"]')!;
      const context = canvas.getContext('2d')!;
      const widthOf = (frame: number) => {
        let widest = 0;
        for (let y = frame * 18 + 3; y < frame * 18 + 16; y++) {
          const { data } = context.getImageData(34, y, 46, 1);
          let wide = 0;
          for (let x = 0; x < 46; x++) if (data[4 * x] < 130 && data[4 * x + 2] > data[4 * x] + 20) wide++;
          widest = Math.max(widest, wide);
        }
        return widest;
      };
      return Array.from({ length: 24 }, (_, frame) => widthOf(frame));
    });
    for (const [frame, width] of widths.entries()) {
      if (frame === 0) continue;
      if (frame >= 12 && frame < 18) expect(width, `frame ${frame + 1}`).toBeGreaterThan(20);
      else expect(width, `frame ${frame + 1}`).toBeLessThan(4);
    }
  });

  test('a clip is moved by whole frames, muted, and undone', async () => {
    await animator.view('sound');
    const clip = await animator.hand.box('[data-clip]');
    await animator.drag({ x: clip.x + 20, y: clip.y + 20 }, { x: clip.x + 20 + 100, y: clip.y + 20 });
    const moved = (await animator.shot()).tracks[0].clips[0].frame;
    expect(moved).toBeGreaterThan(1);
    expect(Number.isInteger(moved)).toBe(true);
    await animator.hand.press('Mute burst');
    expect((await animator.shot()).tracks[0].muted).toBe(true);
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.wait(200);
    expect((await animator.shot()).tracks[0]).toMatchObject({ muted: false, clips: [{ frame: 0 }] });
  });

  test('playing follows the audio clock and shows what it achieves', async () => {
    await animator.view('desk');
    await animator.toCell('Clean', 1);
    await animator.hand.key('Space');
    await animator.page.waitForFunction(() => /fps · \d+ dropped/.test(document.body.innerText));
    const before = { frame: await animator.frame(), time: Date.now() };
    await animator.hand.wait(1000);
    const frames = (await animator.frame()) - before.frame;
    const wanted = ((Date.now() - before.time) / 1000) * 24;
    // The shot is 36 frames long and goes round: on a busy machine a second may take two.
    const off = ((((frames - wanted) % 36) + 54) % 36) - 18;
    expect(Math.abs(off)).toBeLessThan(7);
    await animator.hand.key('Space');
    const stopped = await animator.frame();
    await animator.hand.wait(300);
    expect(await animator.frame()).toBe(stopped);
  });

  test('preview speed changes no rate', async () => {
    await animator.hand.key('Shift', 'Comma');
    await animator.hand.wait(100);
    expect(await animator.hand.chosen('Preview speed')).toBe('0.5');
    expect((await animator.shot()).fps).toBe(24);
    await animator.hand.key('Shift', 'Period');
  });
});

describe('reference', () => {
  test('says first what a clip yields, then holds each picture as its own delay says', async () => {
    await animator.view('reference');
    await animator.chooseFiles('reference-files', [{ name: 'raise.gif', bytes: colourGif([125, 250, 125, 500]) }]);
    await animator.hand.text('4 of 4 pictures, 24 frames');
    await animator.hand.press('Bring in', 'button');
    await animator.page.waitForSelector('[data-testid="sheet"] button[data-name="raise"]');
    const layer = layerNamed(await animator.shot(), 'raise');
    expect(layer).toMatchObject({ guide: true, purpose: 'reference' });
    expect(layer.exposures.map(({ frames }) => frames)).toEqual([3, 6, 3, 12]);
  });

  test('the paper shows the true picture on each frame, faded', async () => {
    await animator.view('desk');
    const main = async (frame: number) => {
      await animator.toCell('raise', frame);
      await animator.hand.wait(500);
      const [r, g, b] = (await animator.coloursAround(320, 180))[0];
      return ['r', 'g', 'b'][[r, g, b].indexOf(Math.max(r, g, b))];
    };
    expect([await main(1), await main(4), await main(9), await main(10)]).toEqual(['r', 'g', 'g', 'b']);
  });

  test('a pen on footage says how to trace; a trace-over layer has the same timing and takes the line', async () => {
    await Promise.all([animator.hand.text('shows footage here'), animator.draw(animator.ring(320, 180, 60))]);
    await animator.hand.key('KeyT');
    await animator.hand.wait(300);
    await animator.draw(animator.ring(320, 180, 60));
    const shot = await animator.shot();
    const traced = layerNamed(shot, 'raise, traced');
    expect(traced.guide).toBe(false);
    expect(traced.exposures.map(({ frames }) => frames)).toEqual([3, 6, 3, 12]);
    expect(drawingsOf(shot, 'raise, traced').map(({ ink }) => ink.length)).toEqual([0, 0, 1, 0]);
  });

  test('numbered pictures come in reading order, each held as asked', async () => {
    await animator.view('reference');
    await animator.chooseFiles('reference-files', [
      { name: 'arm 10.gif', bytes: colourGif([100], 64, 38) },
      { name: 'arm 9.gif', bytes: colourGif([100], 64, 37) },
      { name: 'arm 1.gif', bytes: colourGif([100], 64, 36) },
    ]);
    await animator.hand.text('3 of 3 pictures, 6 frames');
    await animator.hand.press('Bring in', 'button');
    await animator.page.waitForSelector('[data-testid="sheet"] button[data-name="Pictures"]');
    const shot = await animator.shot();
    const names = layerNamed(shot, 'Pictures').exposures.map(
      ({ cell }) => cell?.kind === 'picture' && shot.assets[cell.asset].name,
    );
    expect(names).toEqual(['arm 1.gif', 'arm 9.gif', 'arm 10.gif']);
  });

  test('after a reload sound and clip are still there', async () => {
    await animator.kept();
    await animator.hand.wait(400);
    await animator.page.reload();
    await animator.page.waitForSelector('[data-testid="sheet-rows"]');
    await animator.hand.text('raise');
    await animator.view('sound');
    await animator.page.waitForSelector('[data-clip]');
  });
});
