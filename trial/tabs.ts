/**
 * Two tabs on one shot: they take it over from one another while lines are drawn, and the shelf renames it. No line that a
 * tab took is missing in the end, no name that was taken without a word is gone, and the shot opens.
 */
import type { Animator } from '../tests/browser/hands.ts';
import { drawingsOf } from '../tests/browser/hands.ts';
import { Dice } from './dice.ts';
import { MOST_TOLD, type Outcome, type Wishes } from './report.ts';
import { PAPER, Stage, shortLine, smallShotIn } from './stage.ts';

async function linesOf(animator: Animator): Promise<Set<string>> {
  const shot = await animator.shot();
  return new Set(drawingsOf(shot, 'Clean').flatMap(({ ink }) => ink.map(({ id }) => id)));
}

async function draw(animator: Animator, dice: Dice): Promise<void> {
  await animator.hand.pen(await animator.onPaper(shortLine(dice)));
}

/** Draws until told to stop, as a hand that does not know of the other tab. */
function drawing(animator: Animator, dice: Dice): { stop(): Promise<void> } {
  let going = true;
  const done = (async () => {
    while (going) await draw(animator, dice);
  })();
  return {
    async stop() {
      going = false;
      await done;
    },
  };
}

export async function run({ count, seed }: Wishes, address?: string): Promise<Outcome> {
  const dice = new Dice(seed);
  const stage = await Stage.open(address);
  const failures: string[] = [];
  let [takeovers, renames, refused] = [0, 0, 0];
  try {
    let holder = await stage.start();
    const shot = await smallShotIn(holder, 'Two tabs');
    await draw(holder, dice);
    let other = await stage.tab(shot);
    await other.deskReady(PAPER);
    const shelf = await stage.tab(stage.address);
    const names: string[] = ['Two tabs'];
    for (; takeovers < count && failures.length < MOST_TOLD; takeovers++) {
      const hand = drawing(holder, dice);
      await new Promise((wait) => setTimeout(wait, dice.whole(100, 500)));
      let renaming = Promise.resolve();
      if (dice.happens(0.5)) {
        // The sentence about the rename before is gone.
        await shelf.page.waitForFunction(() => !document.body.innerText.includes('open in another tab'), {
          timeout: 20_000,
        });
        // The shelf renames a shot that is drawn on: it is refused with a sentence, or it is kept.
        const field = (await shelf.page.waitForSelector('input[aria-label^="Name of Two tabs"]'))!;
        await field.click({ count: 3 });
        const name = `Two tabs ${renames}`;
        await field.type(name);
        await shelf.page.keyboard.press('Enter');
        renames++;
        // It may slip in between two tabs that hand the shot over: then it is taken.
        renaming = shelf.hand.text('open in another tab', 6000).then(
          () => void refused++,
          () => void names.push(name),
        );
      }
      await other.hand.press('Take it over here');
      await other.page.waitForFunction(() => !document.body.innerText.includes('Take it over here'), {
        timeout: 20_000,
      });
      await hand.stop();
      await renaming;
      await other.deskReady(PAPER);
      await holder.hand.text('Another tab has taken this shot over');
      const said = await holder.page.evaluate(() => document.body.innerText.includes('could not be kept'));
      const taken = await linesOf(holder);
      const there = await linesOf(other);
      const missing = [...taken].filter((id) => !there.has(id));
      if (missing.length > 0 && !said)
        failures.push(
          `takeover ${takeovers + 1} of seed ${seed}: ${missing.length} of ${taken.size} lines are gone without a word`,
        );
      [holder, other] = [other, holder];
    }
    await holder.kept();
    const last = await linesOf(holder);
    await stage.stop();
    const again = await stage.start(shot);
    await again.deskReady(PAPER);
    const opened = await linesOf(again);
    const gone = [...last].filter((id) => !opened.has(id));
    if (gone.length > 0) failures.push(`opened again, ${gone.length} of ${last.size} lines are gone`);
    const title = (await again.shot()).title;
    if (title !== names.at(-1)) failures.push(`the shot is called “${title}” and not “${names.at(-1)}”`);
  } finally {
    await stage.close();
  }
  return {
    summary: `tabs: ${takeovers} takeovers while drawing, ${renames} renames from the shelf of which ${refused} were refused with a sentence, ${failures.length} losses`,
    failures,
  };
}
