/** The window itself: the border of the sheet dragged, beside the same drag over nothing; the first line after the page is opened. */
import type { Animator } from '../tests/browser/hands.ts';
import { spiral } from './page.ts';
import { ms, percentile, report } from './report.ts';

/** Milliseconds of script and layout of each frame while the pointer is dragged. */
async function dragged(animator: Animator, from: { x: number; y: number }, by: number): Promise<number[]> {
  await animator.hand.cdp.send('Performance.enable');
  const busy = async () => {
    const { metrics } = await animator.hand.cdp.send('Performance.getMetrics');
    const of = (name: string) => metrics.find((each) => each.name === name)!.value;
    return 1000 * (of('ScriptDuration') + of('LayoutDuration') + of('RecalcStyleDuration'));
  };
  const { mouse } = animator.page;
  await mouse.move(from.x, from.y);
  await mouse.down();
  const times: number[] = [];
  for (let i = 1; i <= 40; i++) {
    const before = await busy();
    await mouse.move(from.x + (by * i) / 40, from.y);
    await animator.page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    times.push(((await busy()) - before) / 2);
  }
  await mouse.up();
  return times;
}

export async function benchWindow(animator: Animator, address: string): Promise<void> {
  await animator.page.goto(address);
  await animator.shelfReady();
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady();
  await animator.hand.wait(3000);
  const still = percentile(await dragged(animator, { x: 640, y: 6 }, -160), 0.5);
  const border = await animator.hand.box('[role="separator"][aria-label="Size of the sheet"]');
  const times = await dragged(animator, { x: border.x + 2, y: border.y + 200 }, -160);
  const middle = percentile(times, 0.5);
  report(
    'the border of the sheet dragged, work a frame',
    ms(middle),
    '8 ms',
    `dragged over nothing ${ms(still)}`,
    middle <= 8,
  );

  const opened = Date.now();
  await animator.page.goto(animator.page.url());
  await animator.deskReady();
  await animator.toCell('Rough', 1);
  const bare = Date.now() - opened;
  await animator.draw(spiral(900, 500, 2).filter((_, i) => i % 16 === 0));
  const drawn = Date.now() - opened;
  report(
    'first line drawn after opening',
    ms(drawn),
    '2000 ms',
    `desk there, a cell pressed ${ms(bare)}`,
    drawn <= 2000,
  );
}
