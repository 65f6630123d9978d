/** How even the lines of a full drawing are: measured for every drawing of a layer. */
import { densePoints } from '../src/core/ink/dense.ts';
import { qualityOf } from '../src/core/ink/index.ts';
import { ms, percentile, report } from './report.ts';
import { largeShot } from './shots.ts';

const ROUNDS = 12;

export function benchLines(): void {
  const [drawing] = Object.values(largeShot(1).drawings);
  const times: number[] = [];
  const dense: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const started = performance.now();
    qualityOf(drawing.ink);
    times.push(performance.now() - started);
    const again = performance.now();
    for (const stroke of drawing.ink) densePoints(stroke);
    dense.push(performance.now() - again);
  }
  const middle = percentile(times, 0.5);
  report(
    `line quality of a drawing of ${drawing.ink.length} strokes`,
    ms(middle),
    '60 ms, in a worker',
    `points along its curves alone ${ms(percentile(dense, 0.5))}`,
    middle <= 60,
  );
}
