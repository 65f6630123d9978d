/** What checks measure by and how they put right: the model sheet, the lines that are picked, one end of a cycle over the other. */
import { describe, expect, test } from 'vitest';
import { checkOf, foundSpots, lineAt, lookOver, mendFinding, unsureOn } from '../../../src/core/check/index.ts';
import { change } from '../../../src/core/history/index.ts';
import { POINT_SIZE, type Spot } from '../../../src/core/shot/index.ts';
import { strokeThrough } from '../../make.ts';
import { boxes, type Motion, travelling } from './motions.ts';

const look = (id: string, { shot, layer }: Pick<Motion, 'shot' | 'layer'>) =>
  lookOver(shot, checkOf(id)!, shot.layers.find((each) => each.id === layer.id)!, { from: 0, to: 20_000 });
const words = (id: string, motion: Pick<Motion, 'shot' | 'layer'>) =>
  look(id, motion).findings.map((finding) => finding.words);

describe('the model sheet', () => {
  test('a part chosen there is what sizes are measured by; not chosen there, the first key is', () => {
    const motion = boxes([120, 120, 120].map((width) => ({ width, height: 90 })));
    const [part] = motion.shot.checks.parts;
    expect(words('size', motion)).toEqual([]);
    const model = structuredClone(motion.shot.drawings[motion.drawings[0]]);
    model.id = 'model';
    for (const { points } of model.ink)
      for (let i = 0; i < points.length; i += POINT_SIZE) for (const k of [0, 1]) points[i + k] *= 1.1;
    for (const { rings } of model.paint) for (const ring of rings) for (let i = 0; i < ring.length; i++) ring[i] *= 1.1;
    motion.shot.drawings.model = model;
    motion.shot.model = { kind: 'drawing', drawing: 'model' };
    expect(words('size', motion)).toEqual([]);
    const chosen = part.drawings.find(({ drawing }) => drawing === motion.drawings[0])!;
    part.drawings.push({ ...chosen, drawing: 'model', held: true });
    expect(words('size', motion)).toHaveLength(3);
    expect(words('size', motion)[0]).toMatch(/“.+” is 9.1 % smaller on drawing 1 than on the model sheet\./);
  });
  test('so are lengths, where both points are there', () => {
    const motion = travelling([0, 1, 2].map((k) => ({ x: 300 + 30 * k, y: 400 })));
    const { shot, drawings } = motion;
    const [hand] = shot.checks.followed;
    const spots: Spot[] = hand.spots.map((spot) => ({ ...spot, y: spot.y + 100 }));
    shot.checks.followed.push({ ...hand, id: 'elbow', name: 'Elbow', spots });
    hand.measuredTo = 'elbow';
    expect(words('lengths', motion)).toEqual([]);
    shot.drawings.model = { ...shot.drawings[drawings[0]], id: 'model' };
    shot.model = { kind: 'drawing', drawing: 'model' };
    hand.spots.push({ drawing: 'model', x: 0, y: 0, sure: 1, held: true });
    expect(words('lengths', motion)).toEqual([]);
    shot.checks.followed[1].spots.push({ drawing: 'model', x: 0, y: 125, sure: 1, held: true });
    expect(words('lengths', motion)[0]).toBe('“Hand to Elbow” is 20 % shorter on drawing 1 than on the model sheet.');
  });
});

test('a mend for what is picked carries those lines and the points on them; the rest of the drawing stays', () => {
  const motion = travelling(
    Array.from({ length: 9 }, (_, i) => ({ x: 500 + 40 * i, y: 500 - (i === 4 ? 9 : 0) + 0.8 * (i - 4) ** 2 })),
  );
  const id = motion.drawings[4];
  const body = strokeThrough(
    [
      [900, 800],
      [900, 900],
    ],
    { id: 'body' },
  );
  motion.shot.drawings[id].ink.push(body);
  const [finding] = look('arcs', motion).findings;
  const [mend] = finding.mends;
  if (mend.kind !== 'carry') throw new Error('an arc is mended by carrying');
  const strokes = motion.shot.drawings[id].ink.filter((each) => each.id !== 'body').map((each) => each.id);
  const shot = change(motion.shot, (draft) => mendFinding(draft, { ...mend, only: { strokes, areas: [] } }))!.shot;
  expect(words('arcs', { ...motion, shot })).toEqual([]);
  expect(shot.drawings[id].ink.find((each) => each.id === 'body')).toEqual(body);
  expect(shot.drawings[id].ink[0].points[1]).toBeCloseTo(motion.shot.drawings[id].ink[0].points[1] + mend.y);
  // A point on the body would have stayed.
  expect(lineAt(shot.drawings[id].ink, { x: 899, y: 850 })).toBe('body');
});

test('the ends of a cycle are laid over one another, as they lie on the paper', () => {
  const motion = travelling(
    Array.from({ length: 6 }, (_, i) => ({
      x: 600 + 80 * Math.cos((Math.PI * i) / 3),
      y: 500 + 40 * Math.sin((Math.PI * i) / 3),
    })),
  );
  motion.layer.afterLast = 'repeats';
  const { overlays } = look('seam', motion);
  expect(overlays!.map(({ on, name }) => [on, name])).toEqual([
    [motion.drawings[5], '1'],
    [motion.drawings[0], '6'],
  ]);
  const [x, y] = overlays![0].lines[0];
  expect([x, y].map(Math.round)).toEqual([670, 500]);
});

describe('lines against those of the key', () => {
  const thick = (widths: number[], names = widths.map(() => 'arm')) => {
    const motion = travelling(widths.map((_, k) => ({ x: 300 + 10 * k, y: 400 })));
    motion.drawings.forEach((id, i) => {
      for (const stroke of motion.shot.drawings[id].ink) {
        stroke.brush = { ...stroke.brush, width: widths[i] };
        stroke.name = names[i];
      }
    });
    return motion;
  };
  test('a line too thick from one drawing on is one finding, told at the worst', () => {
    const [whole, arm] = look('line', thick([4, 4, 6, 7, 6])).findings;
    expect(whole.words).toBe('The lines of drawings 3, 4 and 5 are up to 75 % thicker than on 1.');
    expect(arm.words).toBe('The lines “arm” of drawings 3, 4 and 5 are up to 75 % thicker than on 1.');
    expect(arm.frame).toBe(6);
    expect(words('line', thick([4, 4, 4.2, 4.3]))).toEqual([]);
  });
  test('ends left open everywhere are the hand; on one drawing they are told', () => {
    const open = (counts: number[]) => {
      const motion = travelling(counts.map((_, k) => ({ x: 300 + 10 * k, y: 400 })));
      counts.forEach((count, i) => {
        for (let k = 0; k < count; k++) {
          const x = 100 + 200 * k;
          motion.shot.drawings[motion.drawings[i]].ink.push(
            strokeThrough([
              [x - 60, 700],
              [x + 60, 700],
            ]),
            strokeThrough([
              [x, 640],
              [x, 687],
            ]),
          );
        }
      });
      return motion;
    };
    expect(words('line', open([2, 9, 9, 9, 9]))).toEqual([]);
    expect(words('line', open([2, 2, 9, 2, 2]))).toEqual([
      'The lines of drawing 3 are open at 9 ends, more than on 1.',
    ]);
  });
});

test('found through lines that know nothing of each other a point is less sure than by lineage, and the unsure are named', () => {
  const drawing = (i: number, apart: boolean) => ({
    id: `d${i}`,
    paint: [],
    ink: [0, 1, 2].map((k) =>
      strokeThrough(
        [
          [100 + 90 * k, 100 + 4 * i],
          [140 + 90 * k, 180 + 10 * k + 4 * i],
          [120 + 90 * k, 300 + 4 * i],
        ],
        { id: `${i} ${k}`, lineage: apart ? `${i} ${k}` : `${k}` },
      ),
    ),
  });
  const spots = (apart: boolean) =>
    foundSpots(
      [0, 1, 2, 3].map((i) => drawing(i, apart)),
      [{ drawing: 'd0', x: 140, y: 180, sure: 1, held: true }],
      [],
      300,
    );
  const [same, apart] = [spots(false), spots(true)];
  expect(same.map(({ sure }) => sure > 0.99)).toEqual([true, true, true, true]);
  expect(unsureOn(same)).toEqual([]);
  for (let i = 1; i < apart.length; i++) {
    expect(apart[i].sure).toBeLessThan(same[i].sure);
    expect(apart[i].sure).toBeLessThan(apart[i - 1].sure);
  }
  expect(unsureOn([...apart, { drawing: 'd9', x: 0, y: 0, sure: 0.4, held: false }])).toContain('d9');
});
