/** Which way round matched lines lie: where their shape does not tell, what they see on their sides and on from their ends does. */
import { type Alignment, correlation, OPEN_ALIGNMENTS } from './alignments.ts';
import { type Seen, seenFrom, sidesAlike } from './judge/sides.ts';
import type { Shape } from './shape.ts';

/** A line is turned round when what it sees then is so much more alike, and its shape counts so much beside that. */
const MARGIN = 0.4;
const SHAPE = 4;

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

  /** Open lines that lie the wrong way round are turned. */
  righted<T extends Lying>(matches: T[]): T[] {
    const made = new Set(matches.map(({ a, b }) => a * this.b.length + b));
    const likely = (k: number, l: number) => (made.has(k * this.b.length + l) ? 1 : 0);
    return matches.map((match) => {
      const [one, other] = [this.a[match.a], this.b[match.b]];
      if (one.closed && other.closed) return match;
      const turned = OPEN_ALIGNMENTS[match.alignment.reverse ? 0 : 1];
      const [now, then] = [match.alignment, turned].map(
        (alignment) =>
          unlikeSides(sidesAlike(this.seen.a[match.a], this.seen.b[match.b], [match.a, match.b], alignment, likely)) +
          SHAPE * unlikeSo(one, other, alignment),
      );
      return then + MARGIN < now ? { ...match, alignment: turned } : match;
    });
  }
}

/** How unlike what is seen is: distances and ground, less what is the same. */
function unlikeSides(numbers: number[]): number {
  const [near, far, ground, groundWorse, agree, agreeWorse] = numbers;
  const [endsFar, endsFarWorse, endsAgree, endsAgreeWorse] = numbers.slice(9);
  return (
    near + far + ground + groundWorse - agree - agreeWorse + (endsFar + endsFarWorse - endsAgree - endsAgreeWorse) / 2
  );
}

/** How unlike two shapes are, laid so and turned and sized at will. */
function unlikeSo(one: Shape, other: Shape, { reverse, first }: Alignment): number {
  const [re, im] = correlation(one.x, one.y, other, reverse, first);
  return Math.sqrt(Math.max(0, 1 - (re * re + im * im) / (one.moment * other.moment)));
}
