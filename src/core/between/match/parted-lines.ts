/** Lines that are drawn in one go in one drawing and in several in the other: the whole one is cut where the others part. */
import { FINER } from './arc.ts';
import { type Dense, densePath, pieceOf, type StrokePiece, shareOn } from './strokes.ts';

/** More pieces than this are not told apart. */
const MOST = 5;
/** Places around a closed line where its pieces may part. */
const STARTS = 24;

function orders(count: number): number[][] {
  if (count <= 1) return [Array.from({ length: count }, (_, i) => i)];
  return orders(count - 1).flatMap((order) =>
    Array.from({ length: count }, (_, k) => [...order.slice(0, k), count - 1, ...order.slice(k)]),
  );
}

/** How unlike two lines are when laid middle on middle, one way along. */
function apartSo({ shape: p }: StrokePiece, { shape: q }: StrokePiece, reverse: boolean): number {
  let sum = 0;
  for (let i = 0; i < p.x.length; i++) {
    const k = reverse ? p.x.length - 1 - i : i;
    sum += Math.hypot(p.x[i] - q.x[k], p.y[i] - q.y[k]);
  }
  return sum / p.x.length / Math.max(p.length, q.length, 1);
}

/** The same, whichever way fits better. */
const apart = (a: StrokePiece, b: StrokePiece) => Math.min(apartSo(a, b, false), apartSo(a, b, true));

/** A line is drawn over another when this share of it lies so near, pixels and share of the other's length. */
const OVER = 0.75;
const OVER_GAP = 10;
const OVER_SHARE = 0.03;
const SAMPLES = 12;

/** Where a line drawn over another lies along it, shares; null: it is not drawn over it. */
function overlap(again: Dense, main: Dense): [number, number] | null {
  const length = main.along[main.along.length - 1];
  const reach = Math.max(OVER_GAP, OVER_SHARE * length);
  const n = again.along.length;
  let near = 0;
  let [from, to] = [1, 0];
  for (let s = 0; s < SAMPLES; s++) {
    const k = Math.round((s * (n - 1)) / (SAMPLES - 1));
    let [best, at] = [Number.POSITIVE_INFINITY, 0];
    for (let i = 0; i < main.along.length; i++) {
      const off = Math.hypot(main.path[2 * i] - again.path[2 * k], main.path[2 * i + 1] - again.path[2 * k + 1]);
      if (off < best) [best, at] = [off, main.along[i] / (length || 1)];
    }
    if (best > reach) continue;
    near++;
    [from, to] = [Math.min(from, at), Math.max(to, at)];
  }
  return near >= OVER * SAMPLES && to > from ? [from, to] : null;
}

/** The pieces of a whole line that its parts are; a part that was drawn over another has the piece that lies under it. */
function piecesFor(whole: Dense, parts: Dense[]): StrokePiece[] {
  const order = parts.map((_, k) => k).sort((p, q) => parts[q].along.at(-1)! - parts[p].along.at(-1)!);
  const main: number[] = [];
  const over: { k: number; under: number; range: [number, number] }[] = [];
  for (const k of order) {
    const found = main.flatMap((under) => {
      const range = overlap(parts[k], parts[under]);
      return range ? [{ k, under, range }] : [];
    });
    if (found.length > 0) over.push(found[0]);
    else main.push(k);
  }
  const out: StrokePiece[] = [];
  cutInto(
    whole,
    main.map((k) => parts[k]),
  ).forEach((piece, i) => {
    out[main[i]] = piece;
  });
  for (const { k, under, range } of over) {
    const [piece, part] = [out[under], pieceOf(parts[under])];
    const turned = apartSo(part, piece, true) < apartSo(part, piece, false);
    const [low, high] = (turned ? [1 - range[1], 1 - range[0]] : range).map((share) => shareOn(piece, share));
    out[k] = pieceOf(whole, [low, high < low ? high + 1 : high]);
  }
  return out;
}

/**
 * Cuts a whole line into as many pieces as the parts given, as long in proportion, in the order that fits them best; a closed
 * line also where it fits them best. Piece i is part i's.
 */
function cutInto(whole: Dense, parts: Dense[]): StrokePiece[] {
  const lengths = parts.map(({ along }) => Math.max(1, along[along.length - 1]));
  const total = lengths.reduce((sum, length) => sum + length, 0);
  const wanted = parts.map((part) => pieceOf(part));
  const best = { pieces: [] as StrokePiece[], cost: Number.POSITIVE_INFINITY, start: 0, order: parts.map((_, i) => i) };
  // The whole's own place says nothing here: the figure may have moved. Parts are compared about the middle of all of them.
  const middle = (all: StrokePiece[]) => [
    all.reduce((sum, { shape }) => sum + shape.middle.x, 0) / all.length,
    all.reduce((sum, { shape }) => sum + shape.middle.y, 0) / all.length,
  ];
  const [mx, my] = middle(wanted);
  const look = (start: number, order: number[]) => {
    const pieces: StrokePiece[] = [];
    let from = start;
    for (const i of order) {
      const to = from + lengths[i] / total;
      // One that begins beyond the whole's end begins that much after its start.
      pieces[i] = pieceOf(whole, from >= 1 ? [from - 1, to - 1] : [from, to]);
      from = to;
    }
    const [cx, cy] = middle(pieces);
    let cost = 0;
    pieces.forEach((piece, i) => {
      const { middle: p } = wanted[i].shape;
      const { middle: q } = piece.shape;
      cost += apart(wanted[i], piece) + Math.hypot(p.x - mx - q.x + cx, p.y - my - q.y + cy) / total;
    });
    if (cost < best.cost) Object.assign(best, { pieces, cost, start, order });
  };
  const tried = parts.length <= MOST ? orders(parts.length) : [best.order];
  if (parts.length < 2 || !pieceOf(whole).shape.closed) {
    for (const order of tried) look(0, order);
    return best.pieces;
  }
  // Around a closed line any of them may be called the first.
  for (const order of tried.filter(([first]) => first === 0)) for (let k = 0; k < STARTS; k++) look(k / STARTS, order);
  const { start, order } = best;
  for (const by of FINER) look((start + by / STARTS + 1) % 1, order);
  return best.pieces;
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
    piecesFor(
      a[i],
      others.map((j) => b[j]),
    ).forEach((piece, k) => {
      const j = atB.get(others[k]);
      if (j !== undefined) out.pairs.push({ a: out.a.push(piece) - 1, b: j });
    });
  }
  for (const [j, others] of byB) {
    if (others.length < 2) continue;
    piecesFor(
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
