/** Deliveries of the demo at 1080p, beside bare encoders of the same ready pictures in the same run. */
import { readdirSync, readFileSync } from 'node:fs';
import type { Animator } from '../tests/browser/hands.ts';
import { bringShot, forget, probes, spiral } from './page.ts';
import { ms, percentile, report } from './report.ts';
import { largeShot } from './shots.ts';

const FRAMES = 48;

interface Bare {
  /** Milliseconds. */
  avc: number;
  vp9: number;
  png: number;
}

async function toExport(animator: Animator): Promise<void> {
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady({ width: 1920, height: 1080 });
  await animator.view('export');
  await animator.hand.press('PNG sequence', 'radio');
  const field = await animator.page.waitForSelector('aria/To frame[role="spinbutton"]');
  await field!.click({ count: 3 });
  await field!.type(String(FRAMES));
  await animator.page.keyboard.press('Tab');
  // Pressed last, so that the arrows step through frames again.
  await animator.hand.press('100 %', 'button');
}

/** The pictures of the first frames, ready in the page, through the browser's encoders with nothing around them. */
async function bare(animator: Animator): Promise<Bare> {
  await animator.page.evaluate(() => Object.assign(window, { ready: [] }));
  for (let frame = 0; frame < FRAMES; frame++) {
    await animator.toFrame(frame + 1);
    await animator.page.waitForSelector(`[data-testid="delivered-frame"][data-frame="${frame}"]`);
    await animator.page.evaluate(async () => {
      const canvas = document.querySelector<HTMLCanvasElement>('[data-testid="delivered-frame"]')!;
      (window as unknown as { ready: ImageBitmap[] }).ready.push(await createImageBitmap(canvas));
    });
  }
  return animator.page.evaluate(async () => {
    const { ready } = window as unknown as { ready: ImageBitmap[] };
    const [{ width, height }] = ready;
    const encode = async (codec: string) => {
      const began = performance.now();
      const encoder = new VideoEncoder({
        output: () => undefined,
        error: (reason) => {
          throw reason;
        },
      });
      encoder.configure({ codec, width, height, bitrate: 0.1 * width * height * 24, framerate: 24 });
      for (const [i, picture] of ready.entries()) {
        const frame = new VideoFrame(picture, { timestamp: (i * 1e6) / 24 });
        encoder.encode(frame, { keyFrame: i % 48 === 0 });
        frame.close();
        while (encoder.encodeQueueSize > 4) await new Promise((done) => setTimeout(done, 1));
      }
      await encoder.flush();
      encoder.close();
      return performance.now() - began;
    };
    const png = async () => {
      const began = performance.now();
      const canvas = new OffscreenCanvas(width, height);
      const context = canvas.getContext('2d')!;
      for (const picture of ready) {
        context.drawImage(picture, 0, 0);
        await canvas.convertToBlob({ type: 'image/png' });
      }
      return performance.now() - began;
    };
    return { avc: await encode('avc1.640028'), vp9: await encode('vp09.00.40.08'), png: await png() };
  });
}

/** Milliseconds from the press to the file, as the application says. */
async function timed(animator: Animator, format: string, thing: string): Promise<number> {
  await animator.hand.press(format, 'radio');
  // What is looked over before a delivery has its end.
  await animator.hand.wait(12_000);
  const began = Date.now();
  await animator.handedOut(() => animator.hand.press(`Write the ${thing}`, 'button'), 120_000);
  return Date.now() - began;
}

/** Memory of the largest page process of the browser, bytes. */
function pageMemory(): number {
  let most = 0;
  for (const pid of readdirSync('/proc')) {
    if (!/^\d+$/.test(pid)) continue;
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')) continue;
      const [, kilobytes] = /VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8')) ?? [];
      most = Math.max(most, Number(kilobytes ?? 0) * 1024);
    } catch {
      // It has ended meanwhile.
    }
  }
  return most;
}

async function penMeanwhile(animator: Animator): Promise<void> {
  await animator.hand.press('MP4', 'radio');
  await animator.hand.choose('Which', 'shot');
  await animator.hand.wait(2500);
  await animator.hand.press('Write the movie', 'button');
  await animator.view('desk');
  await animator.toCell('Keeper', 20);
  await animator.hand.key('KeyW');
  await forget(animator);
  let lines = 0;
  let memory = 0;
  while (lines < 12 && (await animator.page.$('[data-testid="delivering"]'))) {
    await animator.draw(spiral(700 + (lines % 5) * 120, 540, 2));
    memory = Math.max(memory, pageMemory());
    lines++;
  }
  const { pointer } = await probes(animator);
  const p95 = percentile(pointer, 0.95);
  report(
    `pen while an MP4 is written: p95 of ${pointer.length} events`,
    ms(p95),
    '8 ms',
    `${lines} lines drawn in the time it took`,
    p95 <= 8 && lines > 2,
  );
  const megabytes = memory / 1024 ** 2;
  report('memory of the page meanwhile', `${megabytes.toFixed(0)} MB`, '700 MB', 'none', megabytes <= 700);
}

export async function benchDeliver(animator: Animator): Promise<void> {
  await toExport(animator);
  const ready = await bare(animator);
  await animator.page.evaluate(() => {
    for (const picture of (window as unknown as { ready: ImageBitmap[] }).ready) picture.close();
  });
  const beside = (name: string, took: number, plain: number) =>
    report(
      `${name}, ${FRAMES} frames at 1080p`,
      `${ms(took)}, ${(took / plain).toFixed(2)} x`,
      'at most 1.3 x',
      `the browser's encoder alone, pictures ready ${ms(plain)}`,
      took <= 1.3 * plain,
    );
  beside('MP4', await timed(animator, 'MP4', 'movie'), ready.avc);
  beside('WebM', await timed(animator, 'WebM', 'movie'), ready.vp9);
  beside('PNG sequence', await timed(animator, 'PNG sequence', 'pictures'), ready.png);
  await penMeanwhile(animator);
}

/** Sprites of sixty drawings of 200 lines on a paper of 4096 pixels, delivered at a quarter. */
export async function benchSprites(animator: Animator): Promise<void> {
  const shot = { ...largeShot(60), width: 4096, height: 2304 };
  await bringShot(animator, shot);
  await animator.hand.press(`Open ${shot.title}`);
  await animator.deskReady({ width: 4096, height: 2304 });
  await animator.view('export');
  await animator.hand.press('Sprites', 'radio');
  await animator.hand.press('25 %', 'button');
  const took = await timed(animator, 'Sprites', 'sprites');
  const plain = await animator.page.evaluate(() => {
    const began = performance.now();
    const canvas = new OffscreenCanvas(1024, 576);
    const context = canvas.getContext('2d', { willReadFrequently: true })!;
    for (let k = 0; k < 60; k++) {
      context.clearRect(0, 0, 1024, 576);
      for (let i = 0; i < 200; i++) context.strokeRect(i * 4, i * 2, 60, 20);
      context.getImageData(0, 0, 1024, 576);
    }
    return performance.now() - began;
  });
  report(
    'sprites of 60 drawings, a quarter of 4096 pixels',
    ms(took),
    '4 s',
    `60 canvases of 200 boxes read back ${ms(plain)}`,
    took <= 4000,
  );
}
