/** Which way round a matched line lies, and where a ring begins, when its shape or its surroundings alone would mislead. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { pairUp, settledMatching, shapeOf } from '../../../src/core/between/index.ts';
import { WayRound } from '../../../src/core/between/match/way-round.ts';
import { rotation, turnOf } from '../../../src/core/plane/matrix.ts';

type Point = [number, number];
const SIZE = 400;
const STRAIGHT = { reverse: false, first: 0 };
const BACK = { reverse: true, first: 23 };

const ring = (x: number, y: number, radius: number): Point[] =>
  Array.from({ length: 33 }, (_, k) => [
    x + radius * Math.cos((2 * Math.PI * k) / 32),
    y + radius * Math.sin((2 * Math.PI * k) / 32),
  ]);
/** Half a circle, the same from either end. */
const crown: Point[] = Array.from({ length: 21 }, (_, k) => [
  200 - 120 * Math.cos((Math.PI * k) / 20),
  180 - 120 * Math.sin((Math.PI * k) / 20),
]);
const HEAD: Point[][] = [
  crown,
  ring(160, 150, 20),
  ring(240, 150, 20),
  [
    [80, 180],
    [110, 260],
    [290, 260],
    [320, 180],
  ],
];

describe('a line that is alike both ways round', () => {
  const shapes = (lines: Point[][]) => lines.map((line) => shapeOf(line.flat()));

  test('lies so that what it sees is the same, whichever way it was laid and drawn', () => {
    fc.assert(
      fc.property(fc.boolean(), fc.boolean(), fc.integer({ min: -60, max: 60 }), (drawnBack, laidBack, percent) => {
        const [c, s] = [Math.cos(percent / 100), Math.sin(percent / 100)];
        const turned = HEAD.map((line, k) => {
          const there = line.map(([x, y]): Point => [c * x - s * y, s * x + c * y]);
          return k === 0 && drawnBack ? there.reverse() : there;
        });
        const turn = rotation(percent / 100);
        const [a, b] = [shapes(HEAD), shapes(turned)];
        const matches = HEAD.map((_, k) => ({ a: k, b: k, alignment: k === 0 && laidBack ? BACK : STRAIGHT }));
        const [crowned] = new WayRound(a, b, SIZE).righted(matches, () => turn);
        expect(crowned.alignment).toEqual(drawnBack ? BACK : STRAIGHT);
      }),
      { numRuns: 60 },
    );
  });

  test('lies as what is around it goes when nothing is to be seen', () => {
    const lone = shapes([
      [
        [100, 100],
        [300, 100],
      ],
    ]);
    for (const alignment of [STRAIGHT, BACK])
      for (const [angle, wanted] of [
        [0.1, STRAIGHT],
        [3, BACK],
      ] as const)
        expect(
          new WayRound(lone, lone, SIZE).righted([{ a: 0, b: 0, alignment }], () => rotation(angle))[0].alignment,
        ).toEqual(wanted);
  });
});

test('a ring begins where its own shape says, though all around it stands still and it turns', () => {
  // A wing with its feathers at one end.
  const wing: Point[] = [
    [0, 0],
    [40, 8],
    [80, 20],
    [120, 60],
    [100, 55],
    [110, 90],
    [80, 70],
    [70, 100],
    [40, 60],
    [10, 30],
    [0, 0],
  ];
  const body = [ring(200, 200, 60), ring(200, 120, 30), ring(215, 115, 5)].map((line) => shapeOf(line.flat()));
  for (let tenths = -12; tenths <= 12; tenths++) {
    const [c, s] = [Math.cos(tenths / 10), Math.sin(tenths / 10)];
    const moved = (turn: [number, number]) =>
      shapeOf(wing.flatMap(([x, y]) => [260 + turn[0] * x - turn[1] * y, 180 + turn[1] * x + turn[0] * y]));
    const [a, b] = [
      [...body, moved([1, 0])],
      [...body, moved([c, s])],
    ];
    const pairs = a.map((_, k) => ({ a: k, b: k, sure: 1 }));
    const pairing = pairUp(a, b, settledMatching(a, b, pairs, SIZE)).find((each) => each.a === 3)!;
    // A few steps around, of a wing of 120 pixels.
    for (let k = 0; k < pairing.from.length; k += 2) {
      const [x, y] = [pairing.from[k] - 260, pairing.from[k + 1] - 180];
      const off = Math.hypot(260 + c * x - s * y - pairing.to[k], 180 + s * x + c * y - pairing.to[k + 1]);
      expect(off).toBeLessThan(11);
    }
  }
});

test('eyes drawn closed here and open there, one about another, do not turn a face round', () => {
  const oval = (x: number, y: number, from: number, share: number, by: number): Point[] =>
    Array.from({ length: 33 }, (_, k) => {
      const angle = 2 * Math.PI * (from + (share * k) / 32);
      return [x + by * 26 * Math.cos(angle), y + by * 34 * Math.sin(angle)];
    });
  const face = (from: number, share: number): Point[][] => [
    ...[160, 240].flatMap((x) => [oval(x, 150, from, share, 1), oval(x, 150, 0, 1, 0.5)]),
    [
      [170, 215],
      [200, 225],
      [230, 215],
    ],
  ];
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 31 }), fc.boolean(), (start, here) => {
      const [closed, open] = [face(0, 1), face(start / 32, 0.9)];
      const moved = (lines: Point[][]) => lines.map((line) => shapeOf(line.flatMap(([x, y]) => [x + 60, y + 20])));
      const [a, b] = [(here ? open : closed).map((line) => shapeOf(line.flat())), moved(here ? closed : open)];
      const matching = settledMatching(
        a,
        b,
        a.map((_, k) => ({ a: k, b: k, sure: 1 })),
        SIZE,
      );
      for (const { a: line } of matching.matches) expect(Math.abs(turnOf(matching.maps[line]))).toBeLessThan(0.4);
    }),
    { numRuns: 64 },
  );
});
