/** Which way round matched lines lie: where their shape does not tell, what they see on their sides and on from their ends does. */

import type { Matrix } from '../../plane/matrix.ts';
import { type Alignment, correlation, OPEN_ALIGNMENTS } from './alignments.ts';
import { unlikeStraight } from './judge/laid.ts';
import { type Seen, seenFrom, sidesAlike } from './judge/sides.ts';
import { type Predicted, predicted, ratioOf } from './pair-cost.ts';
import type { Shape } from './shape.ts';

/** A line is turned round when what it sees then is so much more alike; its shape, turned at will and as it is led, counts so much beside. */
const MARGIN = 2.4;
const SHAPE = 4;
const LED = 2;

/** Lines so different in length (the logarithm of the ratio) are partly hidden: they see other things. */
const PARTLY = 0.25;

interface Lying {
  a: number;
  b: number;
  alignment: Alignment;
}

/** Two drawings and what each of their lines sees. */
export class WayRound {
  private readonly a: Shape[];
  private readonly b: Shape[];
  private readonly seen: { a: Seen[]; b: Seen[] };

  /** @param size of the figure, pixels */
  constructor(a: Shape[], b: Shape[], size: number) {
    this.a = a;
    this.b = b;
    this.seen = { a: seenFrom(a, size), b: seenFrom(b, size) };
  }

  /** Open lines that lie the wrong way round are turned. @param maps where what is around takes a line of the first drawing */
  righted<T extends Lying>(matches: T[], maps: (line: number) => Matrix): T[] {
    const made = new Set(matches.map(({ a, b }) => a * this.b.length + b));
    const likely = (k: number, l: number) => (made.has(k * this.b.length + l) ? 1 : 0);
    return matches.map((match) => {
      const [one, other] = [this.a[match.a], this.b[match.b]];
      if (one.closed || other.closed || ratioOf(one, other) > PARTLY) return match;
      const at = predicted(one, maps(match.a));
      const turned = OPEN_ALIGNMENTS[match.alignment.reverse ? 0 : 1];
      const [now, then] = [match.alignment, turned].map(
        (alignment) =>
          unlikeSides(sidesAlike(this.seen.a[match.a], this.seen.b[match.b], [match.a, match.b], alignment, likely)) +
          SHAPE * unlikeSo(one, other, alignment) +
          LED * straightSo(at, other, alignment),
      );
      return then + MARGIN < now ? { ...match, alignment: turned } : match;
    });
  }
}

/**
 * How unlike what is seen is, on the side and at the end where it is more alike: distances and ground, less what is the same. On the
 * other side something may have come before it in one of the drawings.
 */
function unlikeSides(numbers: number[]): number {
  const [far, , ground, , agree] = numbers;
  const [endFar, , endAgree] = numbers.slice(9);
  return 2 * (far + ground - agree) + endFar - endAgree;
}

/** How unlike two shapes are, laid so and turned and sized at will. */
function unlikeSo(one: Shape, other: Shape, { reverse, first }: Alignment): number {
  const [re, im] = correlation(one.x, one.y, other, reverse, first);
  return Math.sqrt(Math.max(0, 1 - (re * re + im * im) / (one.moment * other.moment)));
}

/** How unlike a line that has been led somewhere is to its partner, laid so and not turned any more, 0..1. */
function straightSo(at: Predicted, other: Shape, { reverse, first }: Alignment): number {
  const [re] = correlation(at.x, at.y, other, reverse, first);
  return unlikeStraight(at, other, re);
}
