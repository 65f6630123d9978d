/** A layer painted after one drawing: carried areas, what the hand has settled, doubts, holes. */

import { describe, expect, test } from 'vitest';
import { plainBrush } from '../../../src/core/ink/index.ts';
import {
  accept,
  alike,
  areaUnder,
  doubtsIn,
  drawingsAlong,
  type Fault,
  faultsIn,
  keptMatches,
  linesAround,
  PLAIN_PAINT,
  paintedByHand,
  paintThroughLayer,
  pourAt,
  regionMap,
  type ThroughJob,
} from '../../../src/core/paint/index.ts';
import { ringsBox } from '../../../src/core/plane/index.ts';
import { type Area, makeArea, makeDrawing, makeLayer, makeShot, type Stroke } from '../../../src/core/shot/index.ts';
import { circle, strokeThrough } from '../../make.ts';

const [W, H] = [480, 320];
const LINE = plainBrush('pen', 4);

/** A head with an eye, a body with a scarf line across; moved along by dx. */
function figure(dx: number): Stroke[] {
  const [left, right] = [105 + dx, 215 + dx];
  const sides: [[number, number], [number, number]][] = [
    [
      [left, 160],
      [right, 160],
    ],
    [
      [right, 160],
      [right, 290],
    ],
    [
      [right, 290],
      [left, 290],
    ],
    [
      [left, 290],
      [left, 160],
    ],
    [
      [left, 205],
      [right, 205],
    ],
  ];
  return [
    circle(160 + dx, 90, 50),
    circle(145 + dx, 80, 12),
    ...sides.map(([from, to]) => strokeThrough([from, to])),
  ].map((stroke, i) => ({ ...stroke, brush: LINE, lineage: `line ${i}` }));
}

const PLACES: [name: string, x: number, y: number][] = [
  ['skin', 175, 105],
  ['eye', 145, 80],
  ['scarf', 160, 180],
  ['coat', 160, 250],
];

function painted(dx: number): Area[] {
  const map = regionMap(figure(dx), W, H);
  let paint: Area[] = [];
  for (const [swatch, x, y] of PLACES) paint = pourAt(paint, map, x + dx, y, swatch, PLAIN_PAINT, `its ${swatch}`)!;
  return paint;
}

const MOVES = [0, 14, 28, 42];
const job = (over: Partial<ThroughJob> = {}): ThroughJob => ({
  width: W,
  height: H,
  wishes: { gap: 4 },
  overHand: false,
  drawings: MOVES.map((dx, i) => ({ id: `d${i}`, ink: figure(dx), paint: i === 0 ? painted(0) : [], source: i === 0 })),
  ...over,
});
const swatchesAt = (paint: Area[], dx: number) => PLACES.map(([, x, y]) => areaUnder(paint, x + dx, y)?.swatch ?? null);
const NAMES = PLACES.map(([name]) => name);

describe('paint through a layer', () => {
  test('every drawing gets the colours, with their names, and says they were carried', () => {
    const told: number[] = [];
    const out = paintThroughLayer(job(), (share) => told.push(share));
    expect(out[0].paint).toHaveLength(4);
    for (const [i, dx] of MOVES.entries()) expect(swatchesAt(out[i].paint, dx)).toEqual(NAMES);
    for (const { paint } of out.slice(1)) {
      expect(paint.every(({ sure }) => sure !== null && sure > 0.75)).toBe(true);
      expect(areaUnder(paint, 160 + 14, 250)?.name).toBe('its coat');
    }
    expect(out.every(({ unsure }) => unsure.length === 0)).toBe(true);
    expect(told.every((share, i) => share >= (told[i - 1] ?? 0) && share <= 1)).toBe(true);
  });
  test('what the hand painted stays, and the drawings after it hear of it', () => {
    const wishes = job();
    const map = regionMap(figure(14), W, H);
    wishes.drawings[1].paint = pourAt([], map, 160 + 14, 250, 'green coat', PLAIN_PAINT)!;
    const out = paintThroughLayer(wishes);
    expect(out[1].paint.at(-1)).toBe(wishes.drawings[1].paint[0]);
    expect(swatchesAt(out[1].paint, 14)).toEqual(['skin', 'eye', 'scarf', 'green coat']);
    expect(swatchesAt(out[2].paint, 28)[3]).toBe('green coat');
    const over = paintThroughLayer({ ...wishes, overHand: true });
    expect(swatchesAt(over[1].paint, 14)).toEqual(NAMES);
  });
  test('what was carried before is carried anew, not laid on top', () => {
    const first = paintThroughLayer(job());
    const wishes = job();
    wishes.drawings = wishes.drawings.map((drawing, i) => ({ ...drawing, paint: first[i].paint }));
    const again = paintThroughLayer(wishes);
    expect(again.map(({ paint }) => paint.length)).toEqual(first.map(({ paint }) => paint.length));
  });
  test('carried anew after a correction, lines matched before are not matched again, and it comes to the same', () => {
    const kept = keptMatches();
    const corrected = () => {
      const wishes = job();
      wishes.drawings[2].paint = pourAt([], regionMap(figure(28), W, H), 160 + 28, 250, 'green coat', PLAIN_PAINT)!;
      return wishes;
    };
    const looks = (wishes: ThroughJob) =>
      paintThroughLayer(wishes, undefined, kept).map(({ paint, unsure }) => [
        paint.map(({ swatch, sure, rings }) => [swatch, sure, rings]),
        unsure.map(({ x, y, sure, part }) => [x, y, sure, part]),
      ]);
    looks(job());
    const first = new Map(kept.entries());
    // Each drawing with the one before it, and the last two with the painted one.
    expect(first.size).toBe(5);
    const again = looks(corrected());
    for (const [lines, matched] of first) expect(kept.get(lines)).toBe(matched);
    // What was corrected speaks to the others: it was matched with the painted drawing and the one beside it already.
    expect(kept.size).toBe(5);
    kept.clear();
    expect(looks(corrected())).toEqual(again);
    // A line that has been moved is another line.
    const moved = job();
    moved.drawings[3].ink = figure(45);
    looks(moved);
    expect(kept.size).toBe(7);
  });
  test('a tone that went along with the lines stays on the regions', () => {
    const wishes = job();
    const tone = makeArea('shade', [Float32Array.from([150, 240, 190, 240, 190, 270, 150, 270])], { sure: 1 });
    wishes.drawings[1].paint = [tone];
    const [, second] = paintThroughLayer(wishes);
    expect(second.paint.at(-1)).toBe(tone);
    expect(areaUnder(second.paint, 170, 255)?.swatch).toBe('shade');
    expect(areaUnder(second.paint, 160 + 14, 280)?.swatch).toBe('coat');
  });
  test('what was carried to a region that is no more goes', () => {
    const wishes = job();
    const old = makeArea('shade', [Float32Array.from([150, 240, 190, 240, 190, 270, 150, 270])], { sure: 0.6 });
    wishes.drawings[1].paint = [old];
    const [, second] = paintThroughLayer(wishes);
    expect(second.paint).not.toContain(old);
    expect(areaUnder(second.paint, 170, 255)?.swatch).toBe('coat');
  });
  test('an opening in one drawing does not let its paint out', () => {
    const wishes = job({ wishes: { gap: 2 } });
    const [head, ...rest] = figure(28);
    const cut = { ...head, closed: false, points: head.points.slice(0, head.points.length - 6) };
    wishes.drawings[2].ink = [cut, ...rest];
    const out = paintThroughLayer(wishes);
    expect(swatchesAt(out[2].paint, 28)).toEqual(NAMES);
    expect(areaUnder(out[2].paint, 20, 20)).toBeNull();
  });
});

test('the drawings the hand painted whole are told from those it only put right', () => {
  const carried = painted(0).map((area) => ({ ...area, sure: 0.9 }));
  const drawings = [
    { id: 'whole', paint: painted(0) },
    { id: 'touched', paint: [...carried.slice(1), painted(0)[0]] },
    { id: 'carried', paint: carried },
    { id: 'bare', paint: [] },
  ];
  expect([...paintedByHand(drawings)]).toEqual(['whole']);
});

describe('doubts', () => {
  const shot = makeShot({ title: 'doubts', width: W, height: H, fps: 24, length: 12 });
  const layer = makeLayer('Clean', 'clean');
  const area = makeArea('coat', [Float32Array.from([0, 0, 40, 0, 40, 40, 0, 40])], { sure: 0.4 });
  const sure = makeArea('coat', [Float32Array.from([50, 0, 90, 0, 90, 40])], { sure: 0.95 });
  const [one, two] = [makeDrawing(layer.id, 1, { paint: [sure] }), makeDrawing(layer.id, 2, { paint: [area, sure] })];
  shot.layers = [layer];
  shot.drawings = { [one.id]: one, [two.id]: two };
  layer.exposures = [two, one].map(({ id }, i) => ({
    id: `e${i}`,
    cell: { kind: 'drawing', drawing: id },
    frames: 4,
  }));
  test('are listed with what was left unpainted, the least sure first; agreed to, they are gone', () => {
    const left = [{ drawing: one.id, x: 5, y: 6, sure: 0.2, part: '' }];
    const list = doubtsIn(shot, layer, left, new Map());
    expect(list.map(({ drawing, frame, area: id }) => [drawing, frame, id])).toEqual([
      [one.id, 4, null],
      [two.id, 0, area.id],
    ]);
    expect(areaUnder([area], list[1].x, list[1].y)).toBe(area);
    accept(shot, two.id, [area.id]);
    expect(doubtsIn(shot, layer, [], new Map())).toEqual([]);
  });
  test('of one part stand together, those first of which one answer settles most; of another swatch they are not alike', () => {
    const parted = structuredClone(shot);
    const doubtful = (swatch: string, sureness: number) =>
      makeArea(swatch, [Float32Array.from([0, 0, 40, 0, 40, 40, 0, 40])], { sure: sureness });
    const [a, b, c, d] = [doubtful('coat', 0.1), doubtful('scarf', 0.5), doubtful('scarf', 0.6), doubtful('hat', 0.7)];
    parted.drawings[two.id].paint = [a, b];
    parted.drawings[one.id].paint = [c, d];
    const parts = new Map([a, b, c, d].map(({ id }, i) => [id, ['0:1', '0:2', '0:2', '0:2'][i]]));
    const list = doubtsIn(parted, layer, [], parts);
    expect(list.map(({ area: id }) => id)).toEqual([b.id, c.id, a.id, d.id]);
    expect(alike(list, list[0]).map(({ area: id }) => id)).toEqual([b.id, c.id]);
    expect(alike(list, list[3])).toEqual([list[3]]);
  });
  test('drawings come once each, in the order they are shown; lines come from the layers asked for', () => {
    expect(drawingsAlong(shot, layer).map(({ drawing, frame }) => [drawing.number, frame])).toEqual([
      [2, 0],
      [1, 4],
    ]);
    const lines = makeDrawing('lines', 1, { ink: figure(0) });
    const above = makeLayer('Lines', 'clean', {
      id: 'lines',
      exposures: [{ id: 'x', cell: { kind: 'drawing', drawing: lines.id }, frames: 8 }],
    });
    const both = { ...shot, layers: [layer, above], drawings: { ...shot.drawings, [lines.id]: lines } };
    expect(linesAround(both, one, 4, { layers: ['lines'], own: false })).toEqual([lines.ink]);
    expect(linesAround(both, one, 4, { layers: ['lines'], own: true })).toEqual([one.ink, lines.ink]);
    expect(linesAround(both, one, 10, { layers: ['lines'], own: false })).toEqual([]);
  });
});

describe('holes', () => {
  const drawings = () => MOVES.map((dx, i) => ({ id: `d${i}`, ink: figure(dx), paint: painted(dx) }));
  const found = (list: ReturnType<typeof drawings>): Fault[] =>
    faultsIn({ width: W, height: H, wishes: { gap: 4 }, drawings: list, background: false });
  test('a layer painted whole has none', () => {
    expect(found(drawings())).toEqual([]);
  });
  test('an unpainted region is found where it is; a bare drawing is not painted yet', () => {
    const list = drawings();
    list[1].paint = list[1].paint.filter(({ swatch }) => swatch !== 'eye');
    list[3].paint = [];
    const [hole, ...rest] = found(list);
    expect(rest).toEqual([]);
    expect([hole.kind, hole.drawing, hole.swatch]).toEqual(['hole', 'd1', null]);
    expect(Math.hypot(hole.x - 159, hole.y - 80)).toBeLessThan(12);
  });
  test('a tiny region is a speck', () => {
    const list = drawings();
    list[2].ink = [...list[2].ink, circle(190, 250, 5, { brush: plainBrush('pen', 2) })];
    const map = regionMap(list[2].ink, W, H);
    list[2].paint = pourAt(painted(28), map, 200, 270, 'coat', PLAIN_PAINT)!.filter(
      ({ rings }) => areaUnder([makeArea('', rings)], 190, 250) === null,
    );
    expect(found(list).map(({ kind, drawing }) => [kind, drawing])).toContainEqual(['speck', 'd2']);
  });
  test('paint that runs out onto the ground is a leak', () => {
    const list = drawings();
    const spill = Float32Array.from([240, 180, 400, 180, 400, 280, 240, 280]);
    list[0].paint = [...list[0].paint, makeArea('coat', [spill])];
    const [leak] = found(list).filter(({ kind }) => kind === 'leak');
    expect([leak.drawing, leak.swatch]).toEqual(['d0', 'coat']);
    expect(leak.x > 230 && leak.x < 410).toBe(true);
  });
  test('paint that stays inside has not run out where lines do not meet', () => {
    const list = drawings().slice(0, 1);
    const sides: [number, number][][] = [
      [
        [300, 40],
        [420, 40],
        [420, 150],
        [300, 150],
      ],
      // Twelve pixels are left open.
      [
        [300, 138],
        [300, 40],
      ],
    ];
    list[0].ink = [...list[0].ink, ...sides.map((side) => ({ ...strokeThrough(side), brush: LINE }))];
    const inside = Float32Array.from([300, 40, 420, 40, 420, 150, 300, 150]);
    list[0].paint = [...list[0].paint, makeArea('coat', [inside])];
    expect(found(list)).toEqual([]);
    const poured = Float32Array.from([300, 40, 420, 40, 420, 150, 300, 150, 240, 150, 240, 130, 300, 130]);
    list[0].paint = [...list[0].paint.slice(0, -1), makeArea('coat', [poured])];
    expect(found(list).map(({ kind, swatch }) => [kind, swatch])).toEqual([['leak', 'coat']]);
  });
  test('paint between the ends of lines that bound nothing has run out, though closing openings bounds it', () => {
    const list = drawings().slice(0, 1);
    const fringe = [300, 316, 332].map((x): [number, number][] => [
      [x, 60],
      [x, 84],
    ]);
    list[0].ink = [...list[0].ink, ...fringe.map((strand) => ({ ...strokeThrough(strand), brush: LINE }))];
    list[0].paint = [...list[0].paint, makeArea('coat', [Float32Array.from([302, 60, 314, 60, 314, 84, 302, 84])])];
    expect(found(list).map(({ kind, swatch }) => [kind, swatch])).toEqual([['leak', 'coat']]);
  });
  test('a colour that only one drawing has, and one that jumps for a drawing or two', () => {
    const list = drawings();
    list[1].paint = list[1].paint.map((area) => (area.swatch === 'scarf' ? { ...area, swatch: 'coat' } : area));
    const kinds = found(list);
    expect(kinds.filter(({ kind }) => kind === 'jump').map(({ drawing, swatch }) => [drawing, swatch])).toEqual([
      ['d1', 'coat'],
    ]);
    list[2].paint = list[2].paint.map((area) => (area.swatch === 'scarf' ? { ...area, swatch: 'coat' } : area));
    expect(found(list).filter(({ kind }) => kind === 'jump')).toHaveLength(2);
  });
  test('a tone over half of a region is no colour that jumps', () => {
    const list = drawings();
    const scarf = list[1].paint.find(({ swatch }) => swatch === 'scarf')!;
    const { minX, minY, maxX, maxY } = ringsBox(scarf.rings);
    const upper = Float32Array.from([
      minX,
      minY,
      maxX,
      minY,
      maxX,
      minY + 0.55 * (maxY - minY),
      minX,
      minY + 0.55 * (maxY - minY),
    ]);
    list[1].paint = [...list[1].paint, makeArea('coat', [upper])];
    expect(found(list).filter(({ kind }) => kind === 'jump')).toEqual([]);
    list[1].paint = list[1].paint.map((area) => (area.name === 'its eye' ? { ...area, swatch: 'green' } : area));
    expect(found(list).filter(({ kind }) => kind === 'once')).toMatchObject([{ drawing: 'd1', swatch: 'green' }]);
  });
});
