/** `npm run bench`. Figures vary twofold on a shared machine; each stands beside a baseline of the same run. */
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { createApp } from '../server/app.ts';
import { launch } from '../tests/browser/driver.ts';
import type { Animator } from '../tests/browser/hands.ts';
import { benchBetween } from './between.ts';
import { benchDesk } from './desk.ts';
import { benchGif } from './gif.ts';
import { bringShot, forget, openAnimator, probes, spiral } from './page.ts';
import { benchPaint } from './paint.ts';
import type { Probes } from './probes.ts';
import { benchReference } from './reference.ts';
import { ms, percentile, report, summary } from './report.ts';
import { benchSheetByHand, benchSheetEdits } from './sheet.ts';
import { crowdedShot, longShot, wideSheet } from './shots.ts';
import { benchPlaying, benchReading } from './sound.ts';

const folder = (name: string) => fileURLToPath(new URL(`../dist/${name}`, import.meta.url));

async function benchPenAndKeeping(animator: Animator): Promise<void> {
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

async function benchPlayback(animator: Animator): Promise<void> {
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

async function benchPour(animator: Animator): Promise<void> {
  await bringShot(animator, crowdedShot());
  await animator.hand.press('Open Crowded');
  await animator.deskReady({ width: 1920, height: 1080 });
  await animator.view('paint');
  await animator.hand.wait(1500);
  const pourAt = async (x: number, y: number) => {
    await forget(animator);
    const [at] = await animator.onPaper([{ x, y }]);
    await animator.hand.pen([at, at]);
    await animator.page.waitForFunction(() => (window as unknown as { probes: Probes }).probes.journalAt.length > 0, {
      polling: 5,
    });
    const { downAt, journalAt } = await probes(animator);
    return journalAt[0] - downAt[0];
  };
  // A line just drawn: nothing can have been prepared ahead.
  await animator.hand.key('KeyW');
  await animator.draw(spiral(1800, 1000, 1).slice(0, 20));
  await animator.hand.key('KeyF');
  const first = await pourAt(60, 50);
  await animator.hand.wait(600);
  const later: number[] = [];
  for (let i = 1; i < 12; i++) {
    later.push(await pourAt(60 + i * 94, 50));
    await animator.hand.wait(400);
  }
  const flood = await animator.page.evaluate(() => {
    const seen = new Uint8Array(1920 * 1080);
    const started = performance.now();
    const stack = [0];
    while (stack.length > 0) {
      const i = stack.pop()!;
      if (seen[i]) continue;
      seen[i] = 1;
      const x = i % 1920;
      if (x > 0) stack.push(i - 1);
      if (x < 1919) stack.push(i + 1);
      if (i >= 1920) stack.push(i - 1920);
      if (i < 1920 * 1079) stack.push(i + 1920);
    }
    return performance.now() - started;
  });
  const baseline = `a plain flood fill of 1920x1080 ${ms(flood)}`;
  report('pour: first on a 1920x1080 drawing of 300 strokes', ms(first), '150 ms', baseline, first <= 150);
  const p95 = percentile(later, 0.95);
  report('pour: the next ones, p95', ms(p95), '15 ms', baseline, p95 <= 15);
}

async function benchOpening(animator: Animator, address: string): Promise<void> {
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

async function main(): Promise<void> {
  const server = createApp({ web: folder('web'), demo: folder('demo') }).listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  const address = `http://localhost:${(server.address() as AddressInfo).port}/`;
  const { browser } = await launch();
  const animator = await openAnimator(browser, address);
  await benchPenAndKeeping(animator);
  await benchPlayback(animator);
  await animator.page.goto(address);
  await animator.shelfReady();
  await benchPour(animator);
  await benchOpening(animator, address);
  await animator.page.goto(address);
  await animator.shelfReady();
  await bringShot(animator, wideSheet());
  await animator.hand.press('Open Wide');
  await animator.deskReady({ width: 640, height: 360 });
  await benchSheetByHand(animator);
  await animator.page.goto(address);
  await animator.shelfReady();
  await benchDesk(animator, address);
  await animator.page.goto(address);
  await animator.shelfReady();
  await benchReference(animator);
  await animator.page.goto(address);
  await animator.shelfReady();
  await benchPlaying(animator);
  await browser.close();
  server.close();
  await benchReading();
  await benchBetween();
  await benchPaint();
  benchSheetEdits();
  await benchGif();
  summary();
}

await main();
