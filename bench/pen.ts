/** The pen over a full desk, keeping its lines, and playing the demo. */
import type { Animator } from '../tests/browser/hands.ts';
import { forget, probes, spiral } from './page.ts';
import { ms, percentile, report } from './report.ts';

export async function benchPenAndKeeping(animator: Animator): Promise<void> {
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady({ width: 1920, height: 1080 });
  await animator.toCell('Keeper', 20);
  await animator.hand.wait(2500);
  await forget(animator);
  for (let i = 0; i < 25; i++) {
    await animator.hand.key(i % 2 ? 'KeyQ' : 'KeyW');
    await animator.draw(spiral(700 + (i % 5) * 120, 540, 2 + (i % 3)));
    // A hand lifts, looks and starts the next line.
    await animator.hand.wait(350);
  }
  await animator.kept();
  const { pointer, toFrame, journal } = await probes(animator);
  const bare = await animator.page.evaluate(() => {
    // The least any program does: the new piece of line straight onto a canvas of the same size.
    const canvas = Object.assign(document.createElement('canvas'), { width: innerWidth, height: innerHeight });
    const context = canvas.getContext('2d')!;
    context.lineWidth = 6;
    context.lineCap = 'round';
    const times: number[] = [];
    for (let i = 1; i < 2000; i++) {
      const started = performance.now();
      context.beginPath();
      context.moveTo(400 + 300 * Math.cos(i / 20), 300 + 200 * Math.sin(i / 30));
      context.lineTo(400 + 300 * Math.cos((i + 1) / 20), 300 + 200 * Math.sin((i + 1) / 30));
      context.stroke();
      times.push(performance.now() - started);
    }
    return times;
  });
  const p95 = percentile(pointer, 0.95);
  report(
    `pen: cost of a pointer event over seven layers at 1920x1080, p95 of ${pointer.length}`,
    ms(p95),
    '4 ms',
    `a bare canvas segment ${ms(percentile(bare, 0.95))}`,
    p95 <= 4,
  );
  const frame = percentile(toFrame, 0.95);
  report(
    'pen: from the event to the frame that shows the ink, p95',
    ms(frame),
    'the next frame, 17 ms at 60 Hz',
    'none',
    frame <= 17,
  );
  const bareRow = await animator.page.evaluate(
    () =>
      new Promise<number[]>((done, fail) => {
        const request = indexedDB.open('bare-row', 1);
        request.onupgradeneeded = () => request.result.createObjectStore('rows', { autoIncrement: true });
        request.onerror = () => fail(request.error);
        request.onsuccess = async () => {
          const times: number[] = [];
          for (let i = 0; i < 60; i++) {
            const started = performance.now();
            const transaction = request.result.transaction('rows', 'readwrite');
            transaction.objectStore('rows').add({ points: new Float32Array(960) });
            await new Promise((complete) => {
              transaction.oncomplete = complete;
            });
            times.push(performance.now() - started);
          }
          request.result.close();
          done(times);
        };
      }),
  );
  const keep = percentile(journal, 0.95);
  report(
    `keep: a line's transaction, p95 of ${journal.length}`,
    `${ms(keep)} (median ${ms(percentile(journal, 0.5))})`,
    '20 ms',
    `a bare IndexedDB row ${ms(percentile(bareRow, 0.95))}`,
    keep <= 20,
  );
  for (let i = 0; i < 25; i++) await animator.hand.key('Control', 'KeyZ');
}

/** Follows the pen: the demo is open. */
export async function benchPlayback(animator: Animator): Promise<void> {
  const LOOPS = 10;
  await animator.toCell('Keeper', 1);
  await animator.hand.wait(9000);
  await animator.hand.key('Space');
  await animator.page.waitForSelector('output[aria-label="Playing"][data-dropped]', { timeout: 20_000 });
  const seconds = (LOOPS * 120) / 24;
  const bare = animator.page.evaluate(
    (length) =>
      new Promise<number>((done) => {
        let frames = 0;
        const end = performance.now() + length * 1000;
        const step = () => {
          frames++;
          if (performance.now() < end) requestAnimationFrame(step);
          else done(frames / length);
        };
        requestAnimationFrame(step);
      }),
    seconds,
  );
  const rate = await bare;
  const said = await animator.page.$eval('output[aria-label="Playing"]', (element) => ({
    words: element.textContent ?? '',
    dropped: Number(element.getAttribute('data-dropped')),
  }));
  await animator.hand.key('Space');
  report(
    `playback: the demo, ${LOOPS} loops`,
    said.words,
    '24 fps, 0 dropped',
    `frames the browser showed ${rate.toFixed(0)} fps`,
    said.dropped === 0,
  );
}
