/**
 * Each worker is killed at a random moment of its work. The person is told, the work can be done again, what is painted comes
 * back, and no shot stays locked.
 */
import { LONGEST_MS } from '../tests/browser/driver.ts';
import type { Animator } from '../tests/browser/hands.ts';
import { drawingsOf } from '../tests/browser/hands.ts';
import { Dice } from './dice.ts';
import { MOST_TOLD, type Outcome, type Wishes } from './report.ts';
import { PAPER, Stage, smallShotIn } from './stage.ts';

const DARK = ([r, g, b]: [number, number, number]) => r + g + b < 300;
const PAINTED = ([r, g, b]: [number, number, number]) => r + g + b < 640;

const LONGEST_ANSWER_MS = 5000;

/** Ends workers of a kind from within, as running out of memory would. */
async function killWorkers(animator: Animator, kind: string): Promise<number> {
  const own = animator.page.workers().filter((worker) => worker.url().includes(`/${kind}.worker`));
  // A worker that ends before it has loaded may never answer: what it is asked has no end of its own.
  const asked = own.map((worker) => worker.evaluate(() => self.close()).catch(() => undefined));
  await Promise.race([Promise.all(asked), animator.hand.wait(LONGEST_ANSWER_MS)]);
  return own.length;
}

const paintOf = async (animator: Animator) => drawingsOf(await animator.shot(), 'Clean')[0].paint.length;

interface Trial {
  name: string;
  /** Does the work and kills its worker meanwhile; says what is wrong, empty when nothing is. */
  run(animator: Animator, dice: Dice, round: number): Promise<string>;
}

const TRIALS: Trial[] = [
  {
    name: 'picture',
    async run(animator, dice, round) {
      const [x, y] = [60 + ((round * 37) % 500), 40 + ((round * 23) % 60)];
      await animator.draw(animator.ring(x, y, 14));
      await animator.hand.wait(dice.whole(0, 60));
      await killWorkers(animator, 'picture');
      await animator.hand.text('stopped working and is started again');
      // The paper is painted anew by the next worker, and so are the small pictures.
      await animator.hand.key('KeyA');
      await animator.hand.key('KeyS');
      return (await animator.sees(x + 14, y, DARK)) ? '' : 'the line drawn is not on the paper any more';
    },
  },
  {
    name: 'paint',
    async run(animator, dice) {
      await animator.view('paint');
      await animator.hand.key('KeyF');
      const [at] = await animator.onPaper([{ x: 320, y: 220 }]);
      await animator.hand.pen([at, at]);
      await animator.hand.wait(dice.whole(0, 120));
      await killWorkers(animator, 'paint');
      await animator.hand.wait(300);
      // Touched again it is poured, if it was not; a worker that died before it had loaded takes a little longer.
      if ((await paintOf(animator)) === 0) await animator.hand.pen([at, at]);
      const there = await animator.sees(320, 220, PAINTED, LONGEST_MS);
      for (let i = 0; i < 4 && (await paintOf(animator)) > 0; i++) await animator.undo();
      await animator.view('desk');
      return there ? '' : 'nothing can be poured any more';
    },
  },
  {
    name: 'export',
    async run(animator, dice) {
      await animator.view('export');
      await animator.hand.press('Write the GIF', 'button');
      await animator.hand.wait(dice.whole(0, 150));
      await killWorkers(animator, 'export');
      await animator.page.waitForFunction(() => !document.querySelector('[data-testid="delivering"]'), {
        timeout: LONGEST_MS,
      });
      const file = await animator.handedOut(() => animator.hand.press('Write the GIF', 'button'));
      await animator.view('desk');
      return file.bytes.length > 100 ? '' : 'nothing is delivered any more';
    },
  },
];

export async function run({ count, seed }: Wishes, address?: string): Promise<Outcome> {
  const dice = new Dice(seed);
  const stage = await Stage.open(address);
  const failures: string[] = [];
  let rounds = 0;
  try {
    const animator = await stage.start();
    const shot = await smallShotIn(animator, 'Workers');
    await animator.draw(animator.ring(320, 220, 70));
    for (; rounds < count && failures.length < MOST_TOLD; rounds++) {
      const trial = TRIALS[rounds % TRIALS.length];
      try {
        const wrong = await trial.run(animator, dice, rounds);
        if (wrong) failures.push(`${trial.name} worker, round ${rounds + 1} of seed ${seed}: ${wrong}`);
      } catch (error) {
        failures.push(`${trial.name} worker, round ${rounds + 1} of seed ${seed}: ${(error as Error).message}`);
        break;
      }
    }
    // Leaving and coming back: nothing holds the shot, nothing waits for ever.
    await killWorkers(animator, 'picture');
    await animator.toShelf();
    await animator.page.waitForSelector('[data-testid="shelf"]');
    await animator.page.goto(shot);
    try {
      await animator.deskReady(PAPER);
    } catch {
      const seen = await animator.page.evaluate(() => `${location.pathname}: ${document.body.innerText.slice(0, 200)}`);
      failures.push(`after leaving with a dead worker the shot does not open: ${seen}`);
    }
    if (await animator.page.evaluate(() => document.body.innerText.includes('open in another tab')))
      failures.push('after leaving with a dead worker the shot is still locked');
  } finally {
    await stage.close();
  }
  return {
    summary: `workers: ${rounds} workers killed at their work, ${failures.length} times something stayed broken`,
    failures,
  };
}
