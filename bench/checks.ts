/** Checks of a full layer: all of them the first time, and again after one drawing has changed. */
import { CHECKS, drawingsInOrder, followPoint, foundSpots, lookOver, putSpots } from '../src/core/check/index.ts';
import { makeArea, type Shot } from '../src/core/shot/index.ts';
import { ms, report } from './report.ts';
import { largeShot } from './shots.ts';

const WHOLE = { from: 0, to: 20_000 };

function lookAll(shot: Shot): number {
  const layer = shot.layers[1];
  const started = performance.now();
  for (const check of CHECKS) lookOver(shot, check, layer, WHOLE);
  return performance.now() - started;
}

export function benchChecks(): void {
  const shot = largeShot(40);
  const layer = shot.layers[1];
  const drawings = drawingsInOrder(shot, layer.id);
  const [first] = drawings;
  const points = first.ink[0].points;
  const id = followPoint(shot, layer.id, first.id, points[0], points[1]);
  const started = performance.now();
  putSpots(shot, id, foundSpots(drawings, shot.checks.followed[0].spots, [], shot.height));
  const followed = performance.now() - started;
  const whole = lookAll(shot);
  const changed = { ...drawings[20], ink: drawings[20].ink.slice(1) };
  const again = lookAll({ ...shot, drawings: { ...shot.drawings, [changed.id]: changed } });
  const painted = structuredClone(shot);
  const swatch = painted.palettes[0].swatches[0].id;
  for (const drawing of Object.values(painted.drawings))
    drawing.paint = [makeArea(swatch, [Float32Array.of(100, 100, 900, 100, 900, 600, 100, 600)])];
  const wholePainted = lookAll(painted);
  const own = painted.drawings[changed.id];
  const againPainted = lookAll({
    ...painted,
    drawings: { ...painted.drawings, [own.id]: { ...own, ink: own.ink.slice(1) } },
  });
  // The least any check does: every point of every line read once.
  const begun = performance.now();
  let sum = 0;
  for (const { ink } of drawings) for (const stroke of ink) for (const value of stroke.points) sum += value;
  const read = performance.now() - begun;
  const baseline = `every number of its lines read once ${ms(read)}${Number.isFinite(sum) ? '' : '!'}`;
  report('all checks of 40 drawings x 200 lines, the first time', ms(whole), '1500 ms', baseline, whole <= 1500);
  report('all checks again after one drawing has changed', ms(again), '100 ms', baseline, again <= 100);
  report('the same, painted: the first time', ms(wholePainted), '1500 ms', baseline, wholePainted <= 1500);
  report('the same, painted: one drawing changed', ms(againPainted), '100 ms', baseline, againPainted <= 100);
  report(
    'a point found on 40 drawings whose lines know nothing of each other',
    ms(followed),
    '30000 ms',
    baseline,
    followed <= 30_000,
  );
}
