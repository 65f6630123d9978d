/**
 * Thousands of random edits of every kind through the one door, all taken back and all done again: each time the shot file is
 * the same to the byte. What the edits leave is a sound shot all along.
 */
import { History } from '../src/core/history/index.ts';
import { danglingIn, Refused, type Shot } from '../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../src/core/shotfile/index.ts';
import { DRAWN, NAMED } from '../tests/edits.ts';
import { fullShot } from '../tests/full-shot.ts';
import { BESIDE, CHARTS, TIMING } from '../tests/operations.ts';
import { Dice } from './dice.ts';
import type { Outcome, Wishes } from './report.ts';

const EDITS = Object.entries({ ...DRAWN, ...NAMED, ...TIMING, ...CHARTS, ...BESIDE });
/** A shot larger than this is cut back now and then, by an edit like any other, so that thousands stay quick. */
const MOST_DRAWINGS = 120;
const MOST_FRAMES = 400;
/** The file is written and read again after so many edits. */
const CHECKED_EVERY = 250;

/** Takes drawings and frames out until the shot is small again. */
function cutBack(shot: Shot): void {
  for (const layer of shot.layers) layer.exposures = layer.exposures.slice(0, 10);
  const shown = new Set(
    shot.layers.flatMap(({ exposures }) => exposures.map(({ cell }) => (cell?.kind === 'drawing' ? cell.drawing : ''))),
  );
  NAMED['remove unused'](shot, { layer: 0, frame: 0, by: 0 });
  for (const [i] of shot.layers.entries()) NAMED['remove unused'](shot, { layer: i, frame: 0, by: 0 });
  for (const id of shown) if (shot.drawings[id]?.ink.length > 30) shot.drawings[id].ink = [];
  shot.length = 48;
}

export async function run({ count, seed }: Wishes): Promise<Outcome> {
  const dice = new Dice(seed);
  const { shot, media } = fullShot();
  const first = writeShotFile(shot, media);
  const history = new History(shot);
  const failures: string[] = [];
  let [done, refused] = [0, 0];
  for (let i = 0; i < count && failures.length === 0; i++) {
    const [name, edit] = dice.of(EDITS);
    const numbers = { layer: dice.whole(0, 9), frame: dice.whole(0, 40), by: dice.whole(-12, 12) };
    const large =
      Object.keys(history.shot.drawings).length > MOST_DRAWINGS ||
      history.shot.length > MOST_FRAMES ||
      history.shot.layers.some(({ exposures }) => exposures.length > MOST_FRAMES);
    try {
      if (dice.happens(0.08)) history.step('undo');
      else if (dice.happens(0.05)) history.step('redo');
      else if (history.change(name, (draft) => (large ? cutBack(draft) : edit(draft, numbers)))) done++;
    } catch (error) {
      if (error instanceof Refused) refused++;
      else failures.push(`edit ${i}, “${name}” ${JSON.stringify(numbers)}: ${(error as Error).stack?.split('\n')[0]}`);
    }
    if (i % CHECKED_EVERY !== 0) continue;
    const [dangling] = danglingIn(history.shot, ['needed', 'mends']);
    if (dangling) failures.push(`after edit ${i}, “${name}”: ${dangling.reference.what} dangles`);
    try {
      readShotFile(writeShotFile(history.shot, media));
    } catch (error) {
      failures.push(`after edit ${i}, “${name}”: its own file is refused: ${(error as Error).message}`);
    }
  }
  const end = writeShotFile(history.shot, media);
  let taken = 0;
  while (history.step('undo')) taken++;
  if (Buffer.compare(writeShotFile(history.shot, media), first) !== 0)
    failures.push(`all ${taken} steps taken back, the file is another than at first`);
  for (let i = 0; i < taken; i++) history.step('redo');
  if (Buffer.compare(writeShotFile(history.shot, media), end) !== 0)
    failures.push(`all ${taken} steps done again, the file is another than before`);
  return {
    summary: `undo: ${count} edits tried, ${done} changed something, ${refused} refused with a sentence; ${taken} steps back and forth, ${failures.length === 0 ? 'the same to the byte' : `${failures.length} faults`}`,
    failures,
  };
}
