/** Which regions to look at one answer may settle. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { alike, type Doubt } from '../../../src/core/paint/carry/unsure.ts';

const doubt = (over: Partial<Doubt>): Doubt => ({
  ...{ drawing: 'd1', frame: 1, x: 10, y: 10, sure: 0.6, area: 'a1', swatch: 'coat', part: '1:2' },
  ...over,
});

test('one part painted alike goes together, painted differently it does not, unless the colours are mere guesses', () => {
  const [one, same, other] = [doubt({}), doubt({ drawing: 'd2' }), doubt({ drawing: 'd3', swatch: 'scarf' })];
  expect(alike([one, same, other], one)).toEqual([one, same]);
  const guesses = [one, same, other].map((each, k) => ({ ...each, sure: 0.06 + 0.07 * k }));
  expect(alike(guesses, guesses[2])).toEqual(guesses);
  expect(alike([...guesses, one], guesses[0])).toEqual(guesses);
});

test('what is no known part stands alone', () => {
  const [one, other] = [doubt({ part: '', sure: 0.1 }), doubt({ part: '', sure: 0.1, drawing: 'd2' })];
  expect(alike([one, other], one)).toEqual([one]);
});

test('being alike goes both ways', () => {
  const any = fc.record({
    drawing: fc.constantFrom('d1', 'd2'),
    x: fc.nat(3),
    sure: fc.double({ min: 0, max: 0.79, noNaN: true }),
    swatch: fc.constantFrom('coat', 'scarf', null),
    part: fc.constantFrom('', '1:2', '1:3'),
  });
  fc.assert(
    fc.property(fc.array(any, { minLength: 2, maxLength: 8 }), (list) => {
      const all = list.map(doubt);
      for (const p of all) {
        expect(alike(all, p)).toContain(p);
        for (const q of alike(all, p)) expect(alike(all, q)).toContain(p);
      }
    }),
  );
});
