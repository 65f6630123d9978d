/**
 * Lines that are drawn in one go in one drawing and in pieces in the other: found by putting pieces whose ends meet together again and
 * asking whether the whole fits better than the pieces did. Method of this project; costs are those of the matching.
 */
import type { Matrix } from '../../plane/matrix.ts';
import type { Matching } from './match.ts';
import { costOf, predicted, ratioOf, unlike } from './pair-cost.ts';
import { type Path, type Shape, shapeOf } from './shape.ts';

/** Ends meet when they are so near one another, pixels and share of the figure's size. */
const GAP = 14;
const GAP_SHARE = 0.04;
/** A line goes on where it turns by less than this, radians. */
const TURN = 1.2;
/** What a line left without a partner costs, beside what pairs cost (half of it on each side). */
const LONELY = 0.6;
/** A whole has to be so much better than what there was. */
const BETTER = 0.35;
/** Where a piece was the line's partner already, the whole has to fit the line so much better than that piece. */
const OWN_BETTER = 0.12;

/** How different in length a whole and its line may be. */
const LIKE_LENGTH = 0.28;
/** A whole that fits worse than this is none. */
const FITS = 0.4;
/** Pieces are put together so many times: a line may be in four. */
const TIMES = 2;

/** A line of one drawing, put together from one stroke or several. */
interface Whole {
  strokes: number[];
  shape: Shape;
  /** Nothing is known of it yet: it may be put together with others. */
  free: boolean;
}

/** The place and the direction a line leaves by one of its ends. */
function endOf({ path, length }: Shape, last: boolean): { x: number; y: number; dx: number; dy: number } {
  const n = path.length / 2;
  const at = (k: number) => (last ? n - 1 - k : k);
  const [x, y] = [path[2 * at(0)], path[2 * at(0) + 1]];
  // Far enough in that a tremor at the very end says nothing.
  const far = Math.min(0.3 * length, 16);
  let k = 1;
  while (k < n - 1 && Math.hypot(path[2 * at(k)] - x, path[2 * at(k) + 1] - y) < far) k++;
  const [px, py] = [path[2 * at(Math.min(k, n - 1))], path[2 * at(Math.min(k, n - 1)) + 1]];
  const reach = Math.hypot(x - px, y - py) || 1;
  return { x, y, dx: (x - px) / reach, dy: (y - py) / reach };
}

const turned = (path: Path): Path => {
  const out = new Float64Array(path.length);
  for (let i = 0; i < path.length; i += 2) {
    out[i] = path[path.length - 2 - i];
    out[i + 1] = path[path.length - 1 - i];
  }
  return out;
};

/** All pairs of open lines whose ends meet and go on the same way, put together. */
function wholesOf(lines: Whole[], size: number): (Whole & { of: [number, number] })[] {
  const gap = Math.max(GAP, GAP_SHARE * size);
  const out: (Whole & { of: [number, number] })[] = [];
  const ends = lines.map(({ shape, free }) =>
    shape.closed || !free ? null : [endOf(shape, false), endOf(shape, true)],
  );
  for (let u = 0; u < lines.length; u++) {
    const one = ends[u];
    if (!one) continue;
    for (let v = u + 1; v < lines.length; v++) {
      const other = ends[v];
      if (!other) continue;
      for (const p of [0, 1])
        for (const q of [0, 1]) {
          const [a, b] = [one[p], other[q]];
          const apart = Math.hypot(a.x - b.x, a.y - b.y);
          if (apart > gap) continue;
          // Out of the one and into the other.
          if (a.dx * -b.dx + a.dy * -b.dy < Math.cos(TURN)) continue;
          const first = p === 1 ? lines[u].shape.path : turned(lines[u].shape.path);
          const second = q === 0 ? lines[v].shape.path : turned(lines[v].shape.path);
          const path = new Float64Array(first.length + second.length);
          path.set(first);
          path.set(second, first.length);
          const strokes = [...lines[u].strokes, ...lines[v].strokes];
          out.push({ of: [u, v], strokes, shape: shapeOf(path), free: true });
        }
    }
  }
  return out;
}

/** A line's partner in the other drawing, and what the pair costs. */
interface Partner {
  other: number;
  cost: number;
}

/** What was matched, one line with one, with what each pair costs. */
interface Matched {
  a: Whole[];
  b: Whole[];
  maps: Matrix[];
  ofA: Map<number, Partner>;
  ofB: Map<number, Partner>;
}

/** A whole that is better: the line of one side, the two of the other it takes the place of, and by how much. */
interface Better {
  side: 'a' | 'b';
  line: number;
  whole: Whole & { of: [number, number] };
  cost: number;
  gain: number;
}

/** Half of what a pair that is not made costs: a line left without a partner. */
const ALONE = LONELY / 2;

/**
 * What is gained when a line takes a whole for its partner instead of what it and the whole's pieces have; below 0: it is lost.
 * @param cost what the line and the whole cost; `own`: the line's partner; `pieces`: the whole's two, with their partners
 */
function gainOf(
  line: number,
  cost: number,
  own: Partner | undefined,
  pieces: { piece: number; partner: Partner | undefined }[],
): number {
  const wasPiece = own !== undefined && pieces.some(({ piece }) => piece === own.other);
  // A piece that is all of the line by itself takes no other in.
  if (wasPiece && own.cost - cost < OWN_BETTER) return Number.NEGATIVE_INFINITY;
  let before = own?.cost ?? ALONE;
  // A partner that is let go of stands alone then.
  let after = cost + (own && !wasPiece ? ALONE : 0);
  for (const { partner } of pieces) {
    if (!partner) before += ALONE;
    else if (partner.other !== line) {
      before += partner.cost;
      after += ALONE;
    }
  }
  return before - after;
}

/** Wholes of either drawing that are better partners for a line of the other, the best first. */
function betterOnes({ a, b, maps, ofA, ofB }: Matched, size: number): Better[] {
  const out: Better[] = [];
  for (const side of ['a', 'b'] as const) {
    const [own, others] = side === 'a' ? [a, b] : [b, a];
    const [ofOwn, ofOthers] = side === 'a' ? [ofA, ofB] : [ofB, ofA];
    const wholes = wholesOf(own, size);
    // A line of the first drawing comes to lie in the same place whatever it is held against.
    const lying = side === 'b' && wholes.length > 0 ? a.map(({ shape }, i) => [predicted(shape, maps[i])]) : [];
    for (const whole of wholes) {
      const pieces = whole.of.map((piece) => ({ piece, partner: ofOwn.get(piece) }));
      const places = side === 'a' ? whole.of.map((piece) => predicted(whole.shape, maps[piece])) : [];
      others.forEach(({ shape, strokes, free }, line) => {
        // One side of a pair is always a single stroke: only that can be cut.
        if (!free || strokes.length > 1 || ratioOf(shape, whole.shape) > LIKE_LENGTH) return;
        // Places are always told from the first drawing to the second.
        const [from, to] = side === 'a' ? [whole.shape, shape] : [shape, whole.shape];
        const like = Math.min(1, unlike(from, to));
        let cost = Number.POSITIVE_INFINITY;
        for (const at of side === 'a' ? places : lying[line])
          cost = Math.min(cost, costOf(from, at, to, like, size, FITS)?.cost ?? cost);
        const gain = gainOf(line, cost, ofOthers.get(line), pieces);
        if (gain > BETTER) out.push({ side, line, whole, cost, gain });
      });
    }
  }
  return out.sort((x, y) => y.gain - x.gain);
}

/**
 * Pairs of strokes of which one has several partners: a line in one piece here and in several there.
 * @param matching what a matching of single strokes came to; `free`: whether nothing is known of a stroke yet
 * @returns the pairs, grouped: one stroke of one side with all of its pieces; empty where every line is whole
 */
export function linesInPieces(
  a: Shape[],
  b: Shape[],
  matching: Matching,
  size: number,
  free: (side: 'a' | 'b', stroke: number) => boolean,
): { a: number; b: number }[] {
  let state: Matched = {
    a: a.map((shape, i) => ({ strokes: [i], shape, free: free('a', i) })),
    b: b.map((shape, j) => ({ strokes: [j], shape, free: free('b', j) })),
    maps: matching.maps,
    ofA: new Map(matching.matches.map((each) => [each.a, { other: each.b, cost: each.cost }])),
    ofB: new Map(matching.matches.map((each) => [each.b, { other: each.a, cost: each.cost }])),
  };
  // Costs with what neighbours say are not those of a pair by itself: they are measured again.
  for (const { a: i, b: j } of matching.matches) {
    const like = Math.min(1, unlike(a[i], b[j]));
    const cost = costOf(a[i], predicted(a[i], matching.maps[i]), b[j], like, size, 3)?.cost ?? 3;
    state.ofA.get(i)!.cost = cost;
    state.ofB.get(j)!.cost = cost;
  }
  for (let time = 0; time < TIMES; time++) {
    const touched = { a: new Set<number>(), b: new Set<number>() };
    const taken: Better[] = [];
    for (const each of betterOnes(state, size)) {
      const other = each.side === 'a' ? 'b' : 'a';
      const { of } = each.whole;
      if (touched[other].has(each.line) || of.some((line) => touched[each.side].has(line))) continue;
      touched[other].add(each.line);
      for (const line of of) touched[each.side].add(line);
      taken.push(each);
    }
    if (taken.length === 0) break;
    state = mergedBy(state, taken);
  }
  const out: { a: number; b: number }[] = [];
  for (const [i, { other: j }] of state.ofA) {
    const [one, other] = [state.a[i].strokes, state.b[j].strokes];
    if (one.length + other.length > 2) for (const p of one) for (const q of other) out.push({ a: p, b: q });
  }
  return out;
}

/** The lines as they are once pieces have been put together. */
function mergedBy(state: Matched, taken: Better[]): Matched {
  const added = (side: 'a' | 'b') => taken.filter((each) => each.side === side).map(({ whole }) => whole);
  const keptOf = (side: 'a' | 'b') => {
    const gone = new Set(added(side).flatMap(({ of }) => of));
    return state[side].map((_, line) => line).filter((line) => !gone.has(line));
  };
  const kept = { a: keptOf('a'), b: keptOf('b') };
  const newA = new Map(kept.a.map((i, at) => [i, at]));
  const newB = new Map(kept.b.map((j, at) => [j, at]));
  const ofA: Matched['ofA'] = new Map();
  const ofB: Matched['ofB'] = new Map();
  const busy = {
    a: new Set(taken.filter(({ side }) => side === 'b').map(({ line }) => line)),
    b: new Set(taken.filter(({ side }) => side === 'a').map(({ line }) => line)),
  };
  const put = (i: number, j: number, cost: number) => {
    ofA.set(i, { other: j, cost });
    ofB.set(j, { other: i, cost });
  };
  for (const [i, { other: j, cost }] of state.ofA) {
    const [p, q] = [newA.get(i), newB.get(j)];
    if (p !== undefined && q !== undefined && !busy.a.has(i) && !busy.b.has(j)) put(p, q, cost);
  }
  const count = { a: kept.a.length, b: kept.b.length };
  for (const { side, line, cost } of taken) {
    if (side === 'b') put(newA.get(line)!, count.b++, cost);
    else put(count.a++, newB.get(line)!, cost);
  }
  return {
    a: [...kept.a.map((i) => state.a[i]), ...added('a')],
    b: [...kept.b.map((j) => state.b[j]), ...added('b')],
    maps: [...kept.a.map((i) => state.maps[i]), ...added('a').map(({ of }) => state.maps[of[0]])],
    ofA,
    ofB,
  };
}
