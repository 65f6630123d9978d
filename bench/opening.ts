/** Opening a long shot that is kept; large shot files onto the shelf and out of it. */
import { writeShotFile } from '../src/core/shotfile/index.ts';
import type { Animator } from '../tests/browser/hands.ts';
import { bringShot } from './page.ts';
import { ms, percentile, report } from './report.ts';
import { largeShot, longShot } from './shots.ts';

export async function benchOpening(animator: Animator, address: string): Promise<void> {
  await animator.page.goto(address);
  await animator.shelfReady();
  await bringShot(animator, longShot());
  const times: number[] = [];
  for (let i = 0; i < 3; i++) {
    await animator.page.goto(address);
    await animator.page.waitForSelector('a[aria-label="Open Long"] img');
    await animator.hand.wait(800);
    times.push(
      await animator.page.evaluate(
        () =>
          new Promise<number>((done) => {
            const started = performance.now();
            document.querySelector<HTMLAnchorElement>('a[aria-label="Open Long"]')!.click();
            const look = () => {
              const canvas = document.querySelector<HTMLCanvasElement>('canvas[aria-label="The paper"]');
              const context = canvas?.getContext('2d');
              if (canvas && context && canvas.width > 1) {
                const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
                let dark = 0;
                for (let p = 0; p < data.length; p += 4) if (data[p + 3] === 255 && data[p] < 60) dark++;
                if (dark > 500) {
                  done(performance.now() - started);
                  return;
                }
              }
              setTimeout(look, 25);
            };
            look();
          }),
      ),
    );
  }
  const raw = await animator.page.evaluate(
    () =>
      new Promise<number>((done) => {
        const request = indexedDB.open('vignette');
        request.onsuccess = () => {
          const started = performance.now();
          const all = request.result.transaction('drawings').objectStore('drawings').getAll();
          all.onsuccess = () => {
            request.result.close();
            done(performance.now() - started);
          };
        };
      }),
  );
  const middle = percentile(times, 0.5);
  report(
    'opening 300 drawings x 60 strokes, to the first picture',
    ms(middle),
    '1500 ms',
    `reading all drawing rows of the browser ${ms(raw)}`,
    middle <= 1500,
  );
}

/** The longest the page did nothing else, from now on: what a person would feel as a freeze. */
async function watchFreezes(animator: Animator): Promise<() => Promise<number>> {
  await animator.page.evaluate(() => {
    const state = { longest: 0, last: performance.now() };
    (window as unknown as { freezes: typeof state }).freezes = state;
    const step = () => {
      const now = performance.now();
      state.longest = Math.max(state.longest, now - state.last);
      state.last = now;
      setTimeout(step, 0);
    };
    step();
  });
  return () => animator.page.evaluate(() => (window as unknown as { freezes: { longest: number } }).freezes.longest);
}

/** What any program does to read such a file: unpacking all its members with the same library. */
async function bareUnzip(animator: Animator, bytes: Uint8Array): Promise<number> {
  const text = Buffer.from(bytes).toString('base64');
  return animator.page.evaluate(async (base64) => {
    const packed = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
    const started = performance.now();
    const view = new DataView(packed.buffer);
    let end = packed.length - 22;
    while (view.getUint32(end, true) !== 0x06054b50) end--;
    let at = view.getUint32(end + 16, true);
    for (let left = view.getUint16(end + 10, true); left > 0; left--) {
      const head = view.getUint32(at + 42, true);
      const from = head + 30 + view.getUint16(head + 26, true) + view.getUint16(head + 28, true);
      const body = packed.subarray(from, from + view.getUint32(at + 20, true));
      if (view.getUint16(at + 10, true) === 8)
        await new Response(new Blob([body]).stream().pipeThrough(new DecompressionStream('deflate-raw'))).arrayBuffer();
      at += 46 + view.getUint16(at + 28, true) + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
    }
    return performance.now() - started;
  }, text);
}

async function shotFile(animator: Animator, drawings: number, first: number, whole: number): Promise<void> {
  const shot = largeShot(drawings);
  const bytes = writeShotFile(shot, new Map());
  const freezes = await watchFreezes(animator);
  const started = performance.now();
  await animator.chooseFiles('shot-file', [{ name: 'Large.vignette', bytes }]);
  await animator.page.waitForSelector('li[aria-label="Reading Large.vignette"] img', { timeout: 60_000 });
  const seen = performance.now() - started;
  await animator.page.waitForSelector(`a[aria-label="Open ${shot.title}"] img`, { timeout: 120_000 });
  const shelved = performance.now() - started;
  const held = await freezes();
  const what = `shot file of ${drawings} drawings x 200 strokes (${(bytes.length / 1e6).toFixed(0)} MB)`;
  const baseline = `its members unpacked by the browser ${ms(await bareUnzip(animator, bytes))}`;
  report(`${what}: to its first picture`, ms(seen), `${first} ms`, baseline, seen <= first);
  report(
    `${what}: to the shelf (page held ${ms(held)} at most)`,
    ms(shelved),
    `${whole} ms`,
    baseline,
    shelved <= whole,
  );
  const again = await watchFreezes(animator);
  const saving = performance.now();
  await animator.handedOut(async () => {
    await animator.hand.press(`More for ${shot.title}`);
    await animator.hand.press('Save the shot file');
  });
  const saved = performance.now() - saving;
  const target = drawings === 100 ? 1500 : 8000;
  report(
    `${what}: saved (page held ${ms(await again())} at most)`,
    ms(saved),
    `${target} ms`,
    `its ${(bytes.length / 1e6).toFixed(0)} MB copied in memory ${ms(copied(bytes))}`,
    saved <= target,
  );
}

function copied(bytes: Uint8Array): number {
  const started = performance.now();
  bytes.slice();
  return performance.now() - started;
}

/** Shot files of a hundred and of five hundred heavy drawings; the shelf is in sight. */
export async function benchShotFiles(animator: Animator): Promise<void> {
  await shotFile(animator, 100, 1000, 1500);
  await shotFile(animator, 500, 1500, 5000);
}
