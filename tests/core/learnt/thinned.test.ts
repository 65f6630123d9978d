/** Harder lessons made of a sequence: drawings left out, small parts taken out of the painted one. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Sequence } from '../../../bench/paint-set.ts';
import { chances } from '../../../scripts/learn/boost.ts';
import { THINNED, thinned } from '../../../scripts/learn/thinned.ts';

/** A body with two buttons of one colour and a pocket, drawn `length` times. */
function sequenceOf(length: number): Sequence {
  const parts: [part: string, c: number, a: number, lines: number][] = [
    ['body', 1, 9000, 6],
    ['button0', 2, 90, 1],
    ['button1', 2, 80, 1],
    ['pocket', 3, 150, 2],
  ];
  const drawing = (at: number): Sequence['drawings'][number] => {
    const ids = parts.flatMap(([part, , , lines]) => Array.from({ length: lines }, (_, k) => `${part}.${k}`));
    return {
      ids,
      strokes: ids.map((_, k) => [at, k, 1]),
      regions: parts.map(([part, c, a]) => ({ c, a, part, pts: [at, c] })),
    };
  };
  return { id: 's', painted: [0], drawings: Array.from({ length }, (_, at) => drawing(at)) };
}

test('three drawings of it in order or from the last, the first painted; a part is wholly there or wholly gone', () => {
  const seen = new Set<string>();
  fc.assert(
    fc.property(fc.integer({ min: 5, max: 13 }), fc.nat(THINNED - 1), fc.nat(1e6), (length, kind, seed) => {
      const sequence = sequenceOf(length);
      const { painted, drawings } = thinned(sequence, kind, chances(seed));
      expect(painted).toEqual([0]);
      expect(drawings).toHaveLength(3);
      const [first, second, third] = drawings.map(({ strokes }) => strokes[0][0]);
      expect(third - second).toBe(second - first);
      expect(Math.abs(second - first)).toBeGreaterThanOrEqual(2);
      for (const [k, at] of [second, third].entries()) expect(drawings[k + 1]).toBe(sequence.drawings[at]);
      const { ids = [], strokes, regions } = drawings[0];
      expect(strokes).toHaveLength(ids.length);
      expect([...new Set(ids.map((id) => id.split('.')[0]))].sort()).toEqual(regions.map(({ part }) => part!).sort());
      expect(regions[0].part).toBe('body');
      seen.add(regions.map(({ part }) => part).join());
    }),
    { numRuns: 300 },
  );
  // Nothing, one button, the pocket, all that is small.
  for (const left of ['body,button0,button1,pocket', 'body,button1,pocket', 'body,button0,button1'])
    expect(seen).toContain(left);
});

test('where too many lines would go, all stay', () => {
  const sequence = sequenceOf(7);
  for (const drawing of sequence.drawings) {
    const stays = drawing.ids!.map((id, k) => !id.startsWith('body') || k < 2);
    drawing.strokes = drawing.strokes.filter((_, k) => stays[k]);
    drawing.ids = drawing.ids!.filter((_, k) => stays[k]);
  }
  for (let seed = 0; seed < 100; seed++) {
    const [{ strokes }] = thinned(sequence, 0, chances(seed)).drawings;
    expect(strokes.length).toBeGreaterThan((6 * 2) / 3);
  }
});
