/** Lines that are drawn in one go in one drawing and in several in the other: the whole one is cut where the others part. */
import { type Dense, densePath, pieceOf, type StrokePiece } from './strokes.ts';

/** More pieces than this are not told apart. */
const MOST = 5;

function orders(count: number): number[][] {
  if (count <= 1) return [Array.from({ length: count }, (_, i) => i)];
  return orders(count - 1).flatMap((order) =>
    Array.from({ length: count }, (_, k) => [...order.slice(0, k), count - 1, ...order.slice(k)]),
  );
}

/** How unlike two lines are when laid middle on middle, either way along. */
function apart(a: StrokePiece, b: StrokePiece): number {
  const [p, q] = [a.shape, b.shape];
  const scale = Math.max(p.length, q.length, 1);
  let best = Number.POSITIVE_INFINITY;
  for (const reverse of [false, true]) {
    let sum = 0;
    for (let i = 0; i < p.x.length; i++) {
      const k = reverse ? p.x.length - 1 - i : i;
      sum += Math.hypot(p.x[i] - q.x[k], p.y[i] - q.y[k]);
    }
    best = Math.min(best, sum / p.x.length / scale);
  }
  return best;
}

/**
 * Cuts a whole line into as many pieces as the parts given, as long in proportion, in the order that fits them best.
 * Piece i is part i's.
 */
function cutInto(whole: Dense, parts: Dense[]): StrokePiece[] {
  const lengths = parts.map(({ along }) => Math.max(1, along[along.length - 1]));
  const total = lengths.reduce((sum, length) => sum + length, 0);
  const wanted = parts.map((part) => pieceOf(part));
  let best: StrokePiece[] = [];
  let least = Number.POSITIVE_INFINITY;
  const tried = parts.length <= MOST ? orders(parts.length) : [parts.map((_, i) => i)];
  // The whole's own place says nothing here: the figure may have moved. Parts are compared about the middle of all of them.
  const middle = (all: StrokePiece[]) => [
    all.reduce((sum, { shape }) => sum + shape.middle.x, 0) / all.length,
    all.reduce((sum, { shape }) => sum + shape.middle.y, 0) / all.length,
  ];
  const [mx, my] = middle(wanted);
  for (const order of tried) {
    const cut: StrokePiece[] = [];
    let from = 0;
    for (const i of order) {
      const to = from + lengths[i] / total;
      cut[i] = pieceOf(whole, [from, to]);
      from = to;
    }
    const [cx, cy] = middle(cut);
    let cost = 0;
    cut.forEach((piece, i) => {
      const { middle: p } = wanted[i].shape;
      const { middle: q } = piece.shape;
      cost += apart(wanted[i], piece) + Math.hypot(p.x - mx - q.x + cx, p.y - my - q.y + cy) / total;
    });
    if (cost < least) {
      least = cost;
      best = cut;
    }
  }
  return best;
}

/** The strokes of two drawings as pieces, and which pieces are pairs. */
export interface PartedLine {
  a: StrokePiece[];
  b: StrokePiece[];
  pairs: { a: number; b: number }[];
}

/**
 * Makes pieces of all strokes: those in several pairs are cut.
 * @param pairs indices into `a` and `b`; a stroke in several pairs on one side is in single ones on the other.
 */
export function inPieces(a: Dense[], b: Dense[], pairs: { a: number; b: number }[]): PartedLine {
  const out: PartedLine = { a: [], b: [], pairs: [] };
  const [byA, byB] = [new Map<number, number[]>(), new Map<number, number[]>()];
  for (const pair of pairs) {
    byA.set(pair.a, [...(byA.get(pair.a) ?? []), pair.b]);
    byB.set(pair.b, [...(byB.get(pair.b) ?? []), pair.a]);
  }
  const [atA, atB] = [new Map<number, number>(), new Map<number, number>()];
  a.forEach((dense, i) => {
    if ((byA.get(i)?.length ?? 0) < 2) atA.set(i, out.a.push(pieceOf(dense)) - 1);
  });
  b.forEach((dense, j) => {
    if ((byB.get(j)?.length ?? 0) < 2) atB.set(j, out.b.push(pieceOf(dense)) - 1);
  });
  for (const [i, others] of byA) {
    if (others.length < 2) continue;
    cutInto(
      a[i],
      others.map((j) => b[j]),
    ).forEach((piece, k) => {
      const j = atB.get(others[k]);
      if (j !== undefined) out.pairs.push({ a: out.a.push(piece) - 1, b: j });
    });
  }
  for (const [j, others] of byB) {
    if (others.length < 2) continue;
    cutInto(
      b[j],
      others.map((i) => a[i]),
    ).forEach((piece, k) => {
      const i = atA.get(others[k]);
      if (i !== undefined) out.pairs.push({ a: i, b: out.b.push(piece) - 1 });
    });
  }
  for (const { a: i, b: j } of pairs)
    if (byA.get(i)!.length === 1 && byB.get(j)!.length === 1) out.pairs.push({ a: atA.get(i)!, b: atB.get(j)! });
  return out;
}

export const denseAll = (strokes: Parameters<typeof densePath>[0][]): Dense[] => strokes.map((each) => densePath(each));
