/**
 * The browser's storage is full, at the first line or in the middle, and the shot is left in one way after another. Nothing
 * is lost without having been asked about, and with room again everything is kept.
 */
import type { Animator } from '../tests/browser/hands.ts';
import { drawingsOf } from '../tests/browser/hands.ts';
import { Dice } from './dice.ts';
import { MOST_TOLD, type Outcome, type Wishes } from './report.ts';
import { PAPER, Stage, shortLine, smallShotIn } from './stage.ts';

const lines = async (animator: Animator) =>
  drawingsOf(await animator.shot(), 'Clean').reduce((sum, { ink }) => sum + ink.length, 0);

/** Waits for the browser's own question, and answers that one stays. */
function asked(animator: Animator, leave: () => Promise<unknown>): Promise<boolean> {
  return new Promise((done) => {
    const timer = setTimeout(() => done(false), 6000);
    animator.page.once('dialog', (dialog) => {
      clearTimeout(timer);
      void dialog.dismiss().then(() => done(dialog.type() === 'beforeunload'));
    });
    void leave().catch(() => undefined);
  });
}

/** Ways of leaving a shot; each tells whether it was asked about, and stays. */
const WAYS: Record<string, (animator: Animator, stage: Stage) => Promise<boolean>> = {
  shelf: async (animator) => {
    await animator.toShelf();
    return stays(animator);
  },
  'by key': async (animator) => {
    await animator.hand.key('Shift', 'Escape');
    return stays(animator);
  },
  back: async (animator) => {
    await animator.page.evaluate(() => history.back());
    return stays(animator);
  },
  reload: (animator) => asked(animator, () => animator.page.reload()),
  address: (animator, stage) => asked(animator, () => animator.page.goto(stage.address)),
  close: (animator) => asked(animator, () => animator.page.close({ runBeforeUnload: true })),
};

async function stays(animator: Animator): Promise<boolean> {
  try {
    await animator.hand.text('Leave this shot?', 5000);
  } catch {
    return false;
  }
  await animator.hand.press('Stay', 'button');
  await animator.hand.wait(200);
  return true;
}

export async function run({ count, seed }: Wishes, address?: string): Promise<Outcome> {
  const dice = new Dice(seed);
  const stage = await Stage.open(address);
  const failures: string[] = [];
  let [rounds, drawn] = [0, 0];
  try {
    const first = await stage.start();
    await smallShotIn(first, 'Full');
    await first.draw(shortLine(dice));
    await first.kept();
    let there = 1;
    await stage.stop();
    const ways = Object.entries(WAYS);
    for (; rounds < count && failures.length < MOST_TOLD; rounds++) {
      // The browser remembers for a while how much room there was, so the disk is full from its next start on.
      const animator = await stage.start('about:blank');
      await animator.hand.cdp.send('Storage.overrideQuotaForOrigin', { origin: stage.origin, quotaSize: 1 });
      // By the shelf first, so that there is a way back.
      await animator.page.goto(stage.address);
      await (await animator.page.waitForSelector('a[aria-label="Open Full"]'))!.click();
      await animator.deskReady(PAPER);
      const own = dice.whole(1, 4);
      for (let i = 0; i < own; i++) await animator.draw(shortLine(dice));
      drawn += own;
      await animator.hand.text('not kept');
      const [name, leave] = ways[rounds % ways.length];
      if (!(await leave(animator, stage)))
        failures.push(`round ${rounds + 1} of seed ${seed}: left (${name}) unasked with ${own} lines not kept`);
      const now = await lines(animator).catch(() => -1);
      if (now !== there + own)
        failures.push(
          `round ${rounds + 1} of seed ${seed}: after staying (${name}) there are ${now} lines, not ${there + own}`,
        );
      await animator.hand.cdp.send('Storage.overrideQuotaForOrigin', { origin: stage.origin });
      await animator.kept();
      there += own;
      await animator.page.reload();
      await animator.deskReady(PAPER);
      const opened = await lines(animator);
      if (opened !== there)
        failures.push(`round ${rounds + 1} of seed ${seed}: opened again there are ${opened} lines, not ${there}`);
      await stage.stop();
    }
  } finally {
    await stage.close();
  }
  return {
    summary: `disk: ${rounds} times full, ${drawn} lines drawn then, left in ${Math.min(rounds, Object.keys(WAYS).length)} ways; ${failures.length} losses`,
    failures,
  };
}
