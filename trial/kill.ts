/**
 * The browser is killed at random moments during random real edits. Whatever it had said to be kept is there when the shot is
 * opened again, and at most what came after is missing; then everything is taken back and done again.
 */
import type { Animator } from '../tests/browser/hands.ts';
import { drawingsOf } from '../tests/browser/hands.ts';
import { Dice } from './dice.ts';
import { MOST_TOLD, type Outcome, type Wishes } from './report.ts';
import { PAPER, Stage, smallShotIn } from './stage.ts';

/** The shot as far as this campaign changes it: what was done, and how much of it is not taken back. */
interface Model {
  steps: ('line' | 'drawing')[];
  at: number;
}

interface Seen {
  lines: number;
  drawings: number;
}

/** Lines before any new drawing lie on drawing 1, which the first line makes. */
function seenIn({ steps, at }: Model): Seen {
  const done = steps.slice(0, at);
  const lines = done.filter((step) => step === 'line').length;
  return { lines, drawings: done.length - lines + (done[0] === 'line' ? 1 : 0) };
}

const same = (a: Seen, b: Seen) => a.lines === b.lines && a.drawings === b.drawings;

async function look(animator: Animator): Promise<Seen> {
  const drawings = drawingsOf(await animator.shot(), 'Clean');
  return { lines: drawings.reduce((sum, { ink }) => sum + ink.length, 0), drawings: drawings.length };
}

/** A step back may have to be read from the disk first; till then “Kept” is still said of the state before it. */
async function stepDone(animator: Animator): Promise<void> {
  for (let i = 0; i < 4; i++) await animator.hand.settled();
}

async function edit(animator: Animator, model: Model, dice: Dice): Promise<Model> {
  const kind = dice.whole(0, 9);
  // From the first frame on: a line is drawn on the drawing there, a new one is put in after it.
  await animator.hand.key('Home');
  if (kind < 6) {
    const [x, y] = [dice.whole(60, 580), dice.whole(60, 300)];
    await animator.hand.pen(
      await animator.onPaper([
        { x, y, pressure: 0.4 },
        { x: x + 20, y: y + 8, pressure: 0.7 },
        { x: x + 40, y, pressure: 0.5 },
      ]),
    );
    return { steps: [...model.steps.slice(0, model.at), 'line'], at: model.at + 1 };
  }
  if (kind < 7) {
    await animator.hand.key('KeyN');
    return { steps: [...model.steps.slice(0, model.at), 'drawing'], at: model.at + 1 };
  }
  if (kind < 9) {
    await animator.hand.key('Control', 'KeyZ');
    await stepDone(animator);
    return { ...model, at: Math.max(0, model.at - 1) };
  }
  await animator.hand.key('Control', 'Shift', 'KeyZ');
  await stepDone(animator);
  return { ...model, at: Math.min(model.steps.length, model.at + 1) };
}

export async function run({ count, seed }: Wishes, address?: string): Promise<Outcome> {
  const dice = new Dice(seed);
  const stage = await Stage.open(address);
  const failures: string[] = [];
  let [kills, done, lost] = [0, 0, 0];
  try {
    let animator = await stage.start();
    const shot = await smallShotIn(animator, 'Killed');
    let model: Model = { steps: [], at: 0 };
    for (; kills < count && failures.length < MOST_TOLD; kills++) {
      // What has been said to be kept, and every state since: one of these must open.
      let since: Model[] = [model];
      for (let n = dice.whole(2, 9); n > 0; n--) {
        model = await edit(animator, model, dice);
        done++;
        since.push(model);
        if (!dice.happens(0.4)) continue;
        await animator.kept();
        since = [model];
      }
      await new Promise((wait) => setTimeout(wait, dice.whole(0, 40)));
      await stage.kill();
      animator = await stage.start(shot);
      await animator.deskReady(PAPER);
      const seen = await look(animator);
      const found = since.findLast((each) => same(seenIn(each), seen));
      if (!found) {
        lost++;
        failures.push(
          `kill ${kills + 1} of seed ${seed}: ${JSON.stringify(seen)} opened, said to be kept was ${JSON.stringify(seenIn(since[0]))}, done ${JSON.stringify(seenIn(model))}`,
        );
        break;
      }
      model = found;
    }
    // Everything back, and everything again.
    const end = await look(animator);
    await animator.undo(model.at + 2);
    const first = await look(animator);
    if (!same(first, { lines: 0, drawings: 0 })) failures.push(`all taken back it is ${JSON.stringify(first)}`);
    for (let i = 0; i < model.at + 2; i++) await animator.hand.key('Control', 'Shift', 'KeyZ');
    const again = await look(animator);
    if (model.at === model.steps.length && !same(again, end))
      failures.push(`all done again it is ${JSON.stringify(again)}`);
  } finally {
    await stage.close();
  }
  return {
    summary: `kill: ${kills} kills during ${done} edits, ${lost} times something said to be kept was lost`,
    failures,
  };
}
