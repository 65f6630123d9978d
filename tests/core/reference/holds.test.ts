import fc from 'fast-check';
import { expect, test } from 'vitest';
import { holdsFromDelays, naturalOrder, pictureExposures } from '../../../src/core/reference/index.ts';

test('pictures of an eighth of a second are held three frames at 24', () => {
  expect(holdsFromDelays([125, 125, 125, 125], 24)).toEqual([3, 3, 3, 3]);
});

test('delays that fit no whole frame never drift from the clip’s own time', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 10, max: 900 }), { minLength: 1, maxLength: 80 }),
      fc.integer({ min: 1, max: 60 }),
      (delays, fps) => {
        const holds = holdsFromDelays(delays, fps);
        let time = 0;
        let frames = 0;
        delays.forEach((delay, i) => {
          time += delay;
          frames += holds[i];
          expect(Math.abs(frames - (time * fps) / 1000)).toBeLessThanOrEqual(0.5);
        });
      },
    ),
  );
});

test('a picture too short for a frame is passed over, the others keep their index', () => {
  const holds = holdsFromDelays([10, 10, 100], 12);
  expect(holds.reduce((a, b) => a + b)).toBe(1);
  expect(pictureExposures('clip', holds).map(({ cell }) => cell?.kind === 'picture' && cell.index)).toEqual([2]);
});

test('numbered pictures come in the order a person reads them', () => {
  expect(['arm 10.png', 'arm 9.png', 'arm 1.png'].sort(naturalOrder)).toEqual(['arm 1.png', 'arm 9.png', 'arm 10.png']);
});
