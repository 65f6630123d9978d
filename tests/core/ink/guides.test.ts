import { describe, expect, test } from 'vitest';
import {
  arcFrom,
  arcPath,
  axisHandle,
  firstMirror,
  guideAt,
  guidesMoved,
  guidesWithout,
} from '../../../src/core/ink/index.ts';
import { type Guides, noGuides } from '../../../src/core/shot/index.ts';
import { strokeThrough } from '../../make.ts';

const guides: Guides = {
  ...noGuides(),
  mirror: firstMirror(1000, 600),
  vanishing: [{ id: 'v', x: 1400, y: 200 }],
  horizon: 200,
  ground: 520,
  arcs: [{ id: 'a', points: [100, 400, 200, 300, 300, 400] }],
};
const at = (x: number, y: number) => guideAt(guides, x, y, 8, 600);

describe('guides', () => {
  test('the pen takes hold of what lies under it', () => {
    expect(at(500, 300)).toEqual({ kind: 'mirror' });
    const handle = axisHandle(guides.mirror!, 600);
    expect(at(handle.x, handle.y)).toEqual({ kind: 'axis' });
    expect(at(1402, 203)).toEqual({ kind: 'vanishing', id: 'v' });
    expect(at(200, 303)).toEqual({ kind: 'arc', id: 'a' });
    expect(at(800, 204)).toEqual({ kind: 'horizon' });
    expect(at(800, 516)).toEqual({ kind: 'ground' });
    expect(at(700, 400)).toBeNull();
  });
  test('each is moved by what was held, and by nothing else', () => {
    const by = (x: number, y: number) => guidesMoved(guides, at(x, y)!, { x, y }, { x: x + 10, y: y + 5 }, false);
    expect(by(500, 300).mirror).toMatchObject({ x: 510, y: 305 });
    expect(by(1400, 200).vanishing[0]).toMatchObject({ x: 1410, y: 205 });
    expect(by(800, 200)).toEqual({ ...guides, horizon: 205 });
    expect(by(200, 300).arcs[0].points).toEqual([110, 405, 210, 305, 310, 405]);
  });
  test('axes turn with their handle, by steps of 15 degrees when wished', () => {
    const { mirror } = guides;
    const handle = axisHandle(mirror!, 600);
    const to = { x: mirror!.x + 50, y: mirror!.y - 120 };
    const free = guidesMoved(guides, { kind: 'axis' }, handle, to, false).mirror!.turn;
    expect(free).toBeCloseTo(Math.atan2(50, 120));
    expect(guidesMoved(guides, { kind: 'axis' }, handle, to, true).mirror!.turn).toBeCloseTo((Math.PI / 12) * 2);
  });
  test('each is taken off alone', () => {
    expect(guidesWithout(guides, { kind: 'mirror' })).toEqual({ ...guides, mirror: null });
    expect(guidesWithout(guides, { kind: 'arc', id: 'a' }).arcs).toEqual([]);
    expect(guidesWithout(guides, { kind: 'horizon' }).horizon).toBeNull();
  });
  test('an arc drawn by hand is thinned, keeps its ends and its way', () => {
    const drawn = Array.from({ length: 300 }, (_, i): [number, number] => [
      i,
      200 - 100 * Math.sin((Math.PI * i) / 299),
    ]);
    const points = arcFrom(strokeThrough(drawn).points);
    expect(points.length).toBeLessThan(50);
    expect(points.slice(0, 2)).toEqual([0, 200]);
    expect(points.at(-2)).toBe(299);
    const path = arcPath(points);
    for (let i = 0; i < path.length; i += 2)
      expect(Math.abs(path[i + 1] - (200 - 100 * Math.sin((Math.PI * path[i]) / 299)))).toBeLessThan(2);
  });
});
