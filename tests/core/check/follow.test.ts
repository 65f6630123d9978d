/** Points and parts found again: what the hand set stays, its neighbours are found from it, what is lost is said. */
import { describe, expect, test } from 'vitest';
import type { LinedDrawing } from '../../../src/core/check/follow.ts';
import {
  addPart,
  addStand,
  drawingsInOrder,
  dropPoint,
  followPoint,
  foundPart,
  foundSpots,
  hideSpot,
  holdSpot,
  lostOn,
  putPart,
  putSpots,
} from '../../../src/core/check/index.ts';
import { removeLayer } from '../../../src/core/sheet/index.ts';
import { makeArea, type Spot } from '../../../src/core/shot/index.ts';
import { circle, strokeThrough } from '../../make.ts';
import { travelling } from './motions.ts';

/** An arm that turns about 200, 200, drawn with other lines around it; lines of drawing `i` have lineages of their own when `apart`. */
function arm(i: number, apart = false): LinedDrawing {
  const angle = -1 + 0.15 * i;
  const reach = (far: number): [number, number] => [200 + far * Math.cos(angle), 200 + far * Math.sin(angle)];
  const own = (name: string) => (apart ? `${name} ${i}` : name);
  return {
    id: `d${i}`,
    ink: [
      strokeThrough([[200, 200], reach(40), reach(80), reach(120)], { id: `arm${i}`, lineage: own('arm') }),
      circle(200, 120, 40, { id: `head${i}`, lineage: own('head') }),
      strokeThrough(
        [
          [160, 200],
          [150, 300],
          [160, 380],
        ],
        { id: `back${i}`, lineage: own('back') },
      ),
    ],
    paint: [
      makeArea('skin', [Float32Array.of(170, 90, 230, 90, 230, 150, 170, 150)], { id: `face${i}`, name: 'face' }),
    ],
  };
}
const hand = (i: number): { x: number; y: number } => {
  const angle = -1 + 0.15 * i;
  return { x: 200 + 120 * Math.cos(angle), y: 200 + 120 * Math.sin(angle) };
};
const held = (i: number, at = hand(i)): Spot => ({ drawing: `d${i}`, ...at, sure: 1, held: true });
const off = (spot: Spot, i: number) => Math.hypot(spot.x - hand(i).x, spot.y - hand(i).y);

describe('a followed point', () => {
  for (const apart of [false, true])
    test(`is found on every drawing from one, ${apart ? 'where lines know nothing of each other' : 'by the lines it is on'}`, () => {
      const drawings = Array.from({ length: 8 }, (_, i) => arm(i, apart));
      const spots = foundSpots(drawings, [held(2)], [], 400);
      expect(spots.map(({ drawing }) => drawing)).toEqual(drawings.map(({ id }) => id));
      spots.forEach((spot, i) => void expect(off(spot, i), `drawing ${i}`).toBeLessThan(4));
      expect(spots[2]).toEqual(held(2));
      expect(spots[7].sure).toBeLessThan(spots[3].sure);
    });
  test('beside a line it keeps its distance, turning with the line', () => {
    const drawings = Array.from({ length: 5 }, (_, i) => arm(i));
    const beside = (i: number) => {
      const angle = -1 + 0.15 * i;
      return {
        x: 200 + 80 * Math.cos(angle) - 10 * Math.sin(angle),
        y: 200 + 80 * Math.sin(angle) + 10 * Math.cos(angle),
      };
    };
    foundSpots(drawings, [held(0, beside(0))], [], 400).forEach((spot, i) => {
      expect(Math.hypot(spot.x - beside(i).x, spot.y - beside(i).y)).toBeLessThan(1);
    });
  });
  test('corrected on one drawing, its neighbours are nearer too; the hand’s places stay', () => {
    const drawings = Array.from({ length: 9 }, (_, i) => arm(i));
    // Begun half way up the arm by mistake; corrected on the last.
    const wrong = { x: 200 + 60 * Math.cos(-1), y: 200 + 60 * Math.sin(-1) };
    const first = foundSpots(drawings, [held(0, wrong)], [], 400);
    const then = foundSpots(drawings, [held(0, wrong), held(8)], [], 400);
    expect(off(then[7], 7)).toBeLessThan(off(first[7], 7) / 3);
    expect(then[0]).toMatchObject(wrong);
    expect(then[4].sure).toBeLessThan(first[4].sure);
  });
  test('is not looked for where it is hidden, and what is lost is said', () => {
    const drawings = [arm(0), arm(1), { ...arm(2), ink: [] }, arm(3), arm(4)];
    const spots = foundSpots(drawings, [held(0)], ['d1'], 400);
    expect(spots.map(({ drawing }) => drawing)).toEqual(['d0']);
    expect(lostOn(drawings, spots, ['d1'])).toEqual(['d2', 'd3', 'd4']);
    // Begun anew behind the gap it is found on from there.
    const anew = foundSpots(drawings, [held(0), held(3)], ['d1'], 400);
    expect(lostOn(drawings, anew, ['d1'])).toEqual(['d2']);
  });
});

describe('a part of the figure', () => {
  test('is found by its lines and its paint, and as it was chosen where it was', () => {
    for (const apart of [false, true]) {
      const drawings = Array.from({ length: 5 }, (_, i) => arm(i, apart));
      const found = foundPart(drawings, {
        drawings: [{ drawing: 'd1', lines: ['head1'], areas: ['face1'], held: true }],
      });
      expect(found.map(({ lines }) => lines)).toEqual(drawings.map((_, i) => [`head${i}`]));
      expect(found.map(({ areas }) => areas)).toEqual(drawings.map((_, i) => [`face${i}`]));
      expect(found.map(({ held: is }) => is)).toEqual([false, true, false, false, false]);
    }
  });
});

describe('what the checks know of a shot', () => {
  test('a point is followed, held, hidden, let go; found places never take the hand’s', () => {
    const { shot, layer, drawings } = travelling([0, 1, 2].map((k) => ({ x: 300 + 50 * k, y: 400 })));
    const id = followPoint(shot, layer.id, drawings[0], 300, 400);
    const own = () => shot.checks.followed.find((point) => point.id === id)!;
    expect(own()).toMatchObject({ name: 'Point 2', layer: layer.id });
    holdSpot(shot, id, drawings[2], 400, 400);
    hideSpot(shot, id, drawings[1], true);
    putSpots(
      shot,
      id,
      drawings.map((drawing) => ({ drawing, x: 1, y: 1, sure: 0.5, held: false })),
    );
    expect(own().spots.map(({ drawing, x }) => [drawing, x])).toEqual([
      [drawings[0], 300],
      [drawings[2], 400],
    ]);
    hideSpot(shot, id, drawings[1], false);
    putSpots(shot, id, [{ drawing: drawings[1], x: 350, y: 401, sure: 0.9, held: false }]);
    expect(own().spots).toHaveLength(3);
    addStand(shot, id, 5, 2, null);
    expect(own().stands).toMatchObject([{ from: 2, to: 5 }]);
    shot.checks.followed[0].measuredTo = id;
    dropPoint(shot, id);
    expect(shot.checks.followed).toMatchObject([{ id: 'hand', measuredTo: null }]);
    expect(() => holdSpot(shot, id, drawings[0], 1, 1)).toThrow(/not followed any more/);
  });
  test('a part needs something in it; a layer that goes takes what is followed on it along', () => {
    const { shot, layer, drawings } = travelling([{ x: 300, y: 400 }]);
    expect(() => addPart(shot, layer.id, drawings[0], [], [])).toThrow(/Pick the lines or the paint/);
    const [line] = shot.drawings[drawings[0]].ink;
    const id = addPart(shot, layer.id, drawings[0], [line.id], []);
    putPart(shot, id, [{ drawing: drawings[0], lines: [], areas: [], held: false }]);
    expect(shot.checks.parts[0].drawings).toEqual([{ drawing: drawings[0], lines: [line.id], areas: [], held: true }]);
    expect(drawingsInOrder(shot, layer.id).map((drawing) => drawing.id)).toEqual(drawings);
    removeLayer(shot, layer.id);
    expect(shot.checks).toMatchObject({ followed: [], parts: [] });
  });
});
