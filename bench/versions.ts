/** In the page: a version of a full shot kept while the hand goes on, and the chart of a check over 2,000 frames scrolled. */
import type { Animator } from '../tests/browser/hands.ts';
import { bringShot } from './page.ts';
import { ms, percentile, report } from './report.ts';
import { largeShot, wideSheet } from './shots.ts';

/** Times from one frame of the screen to the next, milliseconds, for as long as given; an element may be scrolled on in each. */
const frames = (animator: Animator, long: number, selector = '', by = 0): Promise<number[]> =>
  animator.page.evaluate(
    (until, scrolled, step) =>
      new Promise<number[]>((done) => {
        const out: number[] = [];
        const element = scrolled ? document.querySelector(scrolled) : null;
        const begun = performance.now();
        let last = begun;
        const next = (now: number) => {
          out.push(now - last);
          last = now;
          if (element) element.scrollLeft += step;
          if (now - begun < until) requestAnimationFrame(next);
          else done(out.slice(1));
        };
        requestAnimationFrame(next);
      }),
    long,
    selector,
    by,
  );

/** A version of 500 drawings of 200 lines: the longest the page is held up. */
export async function benchVersions(animator: Animator): Promise<void> {
  await bringShot(animator, largeShot(500));
  await animator.hand.press('Open Large 500');
  await animator.deskReady({ width: 1920, height: 1080 });
  await animator.hand.wait(1500);
  const idle = await frames(animator, 2000);
  const during = frames(animator, 6000);
  await animator.hand.key('Control', 'KeyS');
  const held = await during;
  await animator.hand.text('Kept as “', 60_000);
  const most = Math.max(...held);
  report(
    'a version of 500 drawings x 200 lines kept: the longest frame of the page',
    ms(most),
    `${ms(20)} over a frame`,
    `the longest frame at rest ${ms(Math.max(...idle))}`,
    most <= 20 + Math.max(17, Math.max(...idle)),
  );
}

export async function benchChart(animator: Animator): Promise<void> {
  await bringShot(animator, wideSheet());
  await animator.hand.press('Open Wide');
  await animator.deskReady({ width: 640, height: 360 });
  await animator.view('checks');
  await animator.hand.press('Heights', 'radio');
  await animator.page.waitForSelector('section[aria-label="Chart of heights"] circle', { timeout: 60_000 });
  await animator.hand.wait(1500);
  const idle = await frames(animator, 2000);
  const scrolled = await frames(animator, 4000, 'section[aria-label="Chart of heights"]', 24);
  const p95 = percentile(scrolled, 0.95);
  report(
    'the chart of a check over 2,000 frames scrolled: from frame to frame, p95',
    ms(p95),
    ms(20),
    `at rest ${ms(percentile(idle, 0.95))}`,
    p95 <= 20,
  );
}
