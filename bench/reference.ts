/** Reference: ten seconds of video looked through and brought in, and stepped. */
import type { Animator } from '../tests/browser/hands.ts';
import { forget, probes } from './page.ts';
import { ms, percentile, report } from './report.ts';

const SECONDS = 10;

/** A moving picture of 1280x720 recorded by the browser itself, in real time. */
async function recorded(animator: Animator): Promise<Uint8Array> {
  const data = await animator.page.evaluate(async (seconds) => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 1280, height: 720 });
    const context = canvas.getContext('2d')!;
    const recorder = new MediaRecorder(canvas.captureStream(24), {
      mimeType: 'video/webm;codecs=vp8',
      videoBitsPerSecond: 5e6,
    });
    const parts: Blob[] = [];
    recorder.ondataavailable = (event) => parts.push(event.data);
    const ended = new Promise((done) => {
      recorder.onstop = done;
    });
    recorder.start();
    for (let i = 0; i < seconds * 24; i++) {
      context.fillStyle = `hsl(${i}, 30%, 70%)`;
      context.fillRect(0, 0, 1280, 720);
      context.fillStyle = '#333';
      context.fillRect(100 + 4 * i, 200 + 80 * Math.sin(i / 9), 160, 240);
      await new Promise((next) => setTimeout(next, 1000 / 24));
    }
    recorder.stop();
    await ended;
    let text = '';
    for (const byte of new Uint8Array(await new Blob(parts).arrayBuffer())) text += String.fromCharCode(byte);
    return btoa(text);
  }, SECONDS);
  return new Uint8Array(Buffer.from(data, 'base64'));
}

export async function benchReference(animator: Animator): Promise<void> {
  await animator.newShot({ title: 'Footage', width: 1280, height: 720, length: 240 });
  await animator.view('reference');
  const bytes = await recorded(animator);
  await animator.page.evaluate(() => {
    const tasks: number[] = [];
    (window as unknown as { longTasks: number[] }).longTasks = tasks;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) tasks.push(entry.duration);
    }).observe({ type: 'longtask' });
  });
  const started = Date.now();
  await animator.chooseFiles('reference-files', [{ name: 'footage.webm', bytes }]);
  await animator.page.waitForSelector('[data-testid="strip"]', { timeout: 120_000 });
  const looked = Date.now() - started;
  const again = Date.now();
  await animator.hand.press('Bring in', 'button');
  await animator.page.waitForSelector('[data-testid="sheet"] button[data-name="footage"]', { timeout: 60_000 });
  const total = looked + Date.now() - again;
  const longest = Math.max(
    0,
    ...(await animator.page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks)),
  );
  // The least any program does: the browser's own player seeking through the same file.
  const plain = await animator.page.evaluate(async (data) => {
    const video = document.createElement('video');
    video.muted = true;
    video.src = URL.createObjectURL(new Blob([Uint8Array.from(atob(data), (letter) => letter.charCodeAt(0))]));
    await new Promise((ready) => {
      video.onloadeddata = ready;
    });
    const began = performance.now();
    for (let i = 0; i < 10; i++) {
      video.currentTime = (i + 0.5) / 24;
      await new Promise((ready) => {
        video.onseeked = ready;
      });
    }
    return (performance.now() - began) / 10;
  }, Buffer.from(bytes).toString('base64'));
  const baseline = `the browser’s own seeking, a picture ${ms(plain)}`;
  report('10 s of 1280x720 looked through and brought in', ms(total), '15000 ms', baseline, total <= 15_000);
  report('longest the page stood still meanwhile', ms(longest), '50 ms', baseline, longest <= 50);
  await animator.view('desk');
  await animator.toCell('footage', 1);
  await animator.hand.wait(1500);
  const steps: number[] = [];
  for (let i = 0; i < 30; i++) {
    await forget(animator);
    await animator.hand.key('ArrowDown');
    await animator.hand.wait(150);
    const { paper } = await probes(animator);
    if (paper.length > 0) steps.push(Math.max(...paper));
  }
  const p95 = percentile(steps, 0.95);
  report('stepping the reference, p95', ms(p95), '40 ms', baseline, p95 <= 40);
}
