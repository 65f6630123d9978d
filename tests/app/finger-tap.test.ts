/** Taps of several fingers, told from pinching, resting and drawing. */
import { expect, test } from 'vitest';
import { FingerTap } from '../../src/app/desk/sensors/finger-tap.ts';

const at = (x: number) => ({ x, y: 100 });

function taps(steps: (tap: FingerTap) => number): number {
  return steps(new FingerTap());
}

test('two and three fingers that touch and leave are a tap of two and of three', () => {
  for (const count of [2, 3])
    expect(
      taps((tap) => {
        for (let i = 0; i < count; i++) tap.down(i, at(100 * i), 10 * i);
        let told = 0;
        for (let i = 0; i < count; i++) told = tap.lifted(i, 120 + i);
        return told;
      }),
    ).toBe(count);
});

test('one finger, a pinch, resting fingers, and fingers a pen came to are none', () => {
  const one = new FingerTap();
  one.down(1, at(0), 0);
  expect(one.lifted(1, 50)).toBe(0);
  const two = (between: (tap: FingerTap) => void, until = 100) =>
    taps((tap) => {
      tap.down(1, at(0), 0);
      tap.down(2, at(200), 20);
      between(tap);
      tap.lifted(1, until);
      return tap.lifted(2, until);
    });
  expect(two((tap) => tap.moved(2, at(260)))).toBe(0);
  expect(two(() => undefined, 900)).toBe(0);
  expect(two((tap) => tap.forget())).toBe(0);
  expect(two((tap) => tap.moved(2, at(206)))).toBe(2);
});

test('after a pinch the next tap counts again', () => {
  const tap = new FingerTap();
  tap.down(1, at(0), 0);
  tap.down(2, at(200), 0);
  tap.moved(1, at(90));
  tap.lifted(1, 50);
  expect(tap.lifted(2, 60)).toBe(0);
  tap.down(3, at(0), 500);
  tap.down(4, at(200), 510);
  tap.lifted(3, 600);
  expect(tap.lifted(4, 610)).toBe(2);
});
