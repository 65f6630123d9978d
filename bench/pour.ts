/** Pouring on a crowded drawing, from the pen coming down to the paint in the journal. */
import type { Animator } from '../tests/browser/hands.ts';
import { bringShot, forget, probes, spiral } from './page.ts';
import type { Probes } from './probes.ts';
import { ms, percentile, report } from './report.ts';
import { crowdedShot } from './shots.ts';

export async function benchPour(animator: Animator): Promise<void> {
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
