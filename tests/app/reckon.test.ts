/** Numbers as they are written into fields. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { reckon } from '../../src/app/parts/reckon.ts';

describe('a number written into a field', () => {
  test('is a number, or a short sum; units and decimal commas are understood', () => {
    expect(reckon('24')).toBe(24);
    expect(reckon(' 24*50 ')).toBe(1200);
    expect(reckon('2 × 12 + 1')).toBe(25);
    expect(reckon('(3+5)/2')).toBe(4);
    expect(reckon('50 %')).toBe(50);
    expect(reckon('12 frames')).toBe(12);
    expect(reckon('23,976')).toBe(23.976);
    expect(reckon('-3 - -4')).toBe(1);
    expect(reckon('.5px')).toBe(0.5);
  });
  test('is not taken when it is none', () => {
    for (const text of ['', ' ', 'abc', '1/0', '2**3', '(1', '1)', '3 4', '1..2', '+', '*2', '='.repeat(90)])
      expect(reckon(text)).toBeNaN();
  });
  test('means what it says: sums as arithmetic has them, numbers as they are written', () => {
    const whole = fc.integer({ min: 1, max: 999 });
    fc.assert(
      fc.property(whole, whole, whole, (a, b, c) => {
        expect(reckon(`${a}+${b}*${c}`)).toBe(a + b * c);
        expect(reckon(`(${a}-${b})*${c}`)).toBe((a - b) * c);
        expect(reckon(`${a}/${b}/${c}`)).toBeCloseTo(a / b / c, 12);
        expect(reckon(`${a}.${b}`)).toBe(Number(`${a}.${b}`));
      }),
    );
  });
  test('whatever is written, there is an answer', () => {
    fc.assert(fc.property(fc.string({ maxLength: 200 }), (text) => typeof reckon(text) === 'number'));
  });
});
