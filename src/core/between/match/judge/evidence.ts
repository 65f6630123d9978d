/** What speaks for and against two lines being one, as numbers: read by the judge that has learnt to weigh them. */
import { type Matrix, turnOf } from '../../../plane/matrix.ts';
import { correlation } from '../alignments.ts';
import { costOf, type Predicted, predicted, ratioOf, unlike } from '../pair-cost.ts';
import { type Gaps, wrapped } from '../relations.ts';
import type { Shape } from '../shape.ts';
import { bentness, beside, type Laid, laidOn, type Rivals, rivals } from './laid.ts';
import { LANDED, Landing } from './landing.ts';
import { VIEW, viewAlike, viewsFrom } from './led-view.ts';
import { drawnOver, goingOn, type Relative } from './own-lines.ts';
import { type PartFit, partFit } from './part-fit.ts';
import { type Seen, SIDES, seenFrom, sidesAlike } from './sides.ts';
import { cover, type Spread, spreadOf } from './spread.ts';
import {
  cutEnds,
  type Leader,
  type Led,
  leading,
  ledBy,
  neighboursOf,
  type Partner,
  type Side,
  saidOf,
} from './surroundings.ts';

/** Two lines that may be one. */
export interface Candidate {
  a: number;
  b: number;
}

/** How far the surroundings reach that lead a line, shares of the size: those close by, and the figure around. */
const NEAR = [0.08, 0.2];
/** How different in length partners may be, and how far off (besides their lengths). */
const FARTHEST_RATIO = 2.5;
const FARTHEST = 0.3;
const MOST_COST = 4;
/** Pairs that count less lead no others, and less likely ones are not heard. */
const LEADS = 0.03;
const HEARD = 0.08;
/** What it costs to be a part. */
const PART = 0.4;

/** Numbers of a candidate: what is quickly told, and with how the lines lie on one another. */
const QUICK = 50 + LANDED + SIDES;
const LYING = 15;
const CLOSE = QUICK + LYING + 2 * VIEW;

const clamp = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));
const scaleOf = (m: Matrix) => clamp(Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2])), 0.5, 2);

/** Two drawings compared line by line. */
export class Comparison {
  readonly a: Side;
  readonly b: Side;
  private readonly size: number;
  private readonly ends: { a: Float32Array; b: Float32Array };
  private readonly on: { a: Relative[][]; b: Relative[][] };
  private readonly over: { a: Relative[][]; b: Relative[][] };
  private readonly bent: { a: number[]; b: number[] };
  private readonly seen: { a: Seen[]; b: Seen[] };
  private readonly spreadB: Spread[];
  private readonly landing: Landing;
  /** What does not change while beliefs do, by place in the table of all pairs. */
  private readonly likeness = new Map<number, number>();
  private readonly parts = new Map<number, PartFit>();

  constructor(a: Shape[], b: Shape[], { gapA, gapB }: Gaps, size: number) {
    this.a = { lines: a, gap: gapA, around: neighboursOf(a.length, gapA, size) };
    this.b = { lines: b, gap: gapB, around: neighboursOf(b.length, gapB, size) };
    this.size = size;
    this.ends = { a: cutEnds(a, size), b: cutEnds(b, size) };
    this.on = { a: goingOn(a, size), b: goingOn(b, size) };
    this.over = { a: drawnOver(a, size), b: drawnOver(b, size) };
    this.bent = { a: a.map(bentness), b: b.map(bentness) };
    this.seen = { a: seenFrom(a, size), b: seenFrom(b, size) };
    this.spreadB = b.map((shape) => spreadOf(shape, null));
    this.landing = new Landing(this.a, this.b, size);
  }

  private like(i: number, j: number): number {
    const key = i * this.b.lines.length + j;
    let like = this.likeness.get(key);
    if (like === undefined) this.likeness.set(key, (like = Math.min(1, unlike(this.a.lines[i], this.b.lines[j]))));
    return like;
  }

  private part(i: number, j: number): PartFit {
    const key = i * this.b.lines.length + j;
    let part = this.parts.get(key);
    if (!part) this.parts.set(key, (part = partFit(this.a.lines[i], this.b.lines[j])));
    return part;
  }

  /**
   * Pairs worth looking at.
   * @param maps where each line of a may go; @param kept pairs looked at whatever they cost;
   * @param partnersOf how many for each line of a;
   * @param open whether a line of a may turn out to be one of b: other pairs are looked at only when they are kept
   */
  candidates(
    maps: Matrix[][],
    kept: Candidate[],
    partnersOf: (i: number) => number,
    open: (i: number, j: number) => boolean,
  ): Candidate[] {
    const [a, b] = [this.a.lines, this.b.lines];
    const m = b.length;
    const wanted = new Set(kept.map((each) => each.a * m + each.b));
    const out: Candidate[] = [];
    a.forEach((line, i) => {
      const guesses = maps.map((each) => predicted(line, each[i]));
      const partners = partnersOf(i);
      const ranked: { j: number; rank: number }[] = [];
      // What costs more than the last of those kept so far is not worked out.
      const best = new Float64Array(partners).fill(MOST_COST);
      b.forEach((other, j) => {
        if (wanted.has(i * m + j)) {
          ranked.push({ j, rank: -1 });
          return;
        }
        if (!open(i, j)) return;
        const ratio = ratioOf(line, other);
        if (ratio > FARTHEST_RATIO) return;
        let rank = best[partners - 1];
        const limit = rank;
        const long = Math.max(line.length, other.length);
        for (const at of guesses) {
          const off = Math.sqrt((at.mx - other.middle.x) ** 2 + (at.my - other.middle.y) ** 2);
          if (off > FARTHEST * this.size + (line.length + other.length) / 2) continue;
          const nearest = (5 * Math.max(0, off - long)) / this.size;
          if (Math.min(0.7, 0.8 * ratio) + nearest < rank)
            rank = Math.min(rank, costOf(line, at, other, this.like(i, j), this.size, rank)?.cost ?? rank);
          if (ratio > 0.2 && PART + nearest < rank)
            rank = Math.min(rank, PART + 5 * beside(line, at, other, this.size));
        }
        if (rank >= limit) return;
        ranked.push({ j, rank });
        let k = partners - 1;
        for (; k > 0 && best[k - 1] > rank; k--) best[k] = best[k - 1];
        best[k] = rank;
      });
      ranked.sort((p, q) => p.rank - q.rank);
      const count = Math.max(partners, ranked.filter(({ rank }) => rank < 0).length);
      for (const { j } of ranked.slice(0, count)) out.push({ a: i, b: j });
    });
    return out;
  }

  /** Where surroundings take the lines of either drawing, given what is believed. @param maps what laid the pairs so far */
  led(candidates: Candidate[], belief: Float64Array, maps: Matrix[]): { to: Led[][]; from: Led[][] } {
    const [a, b] = [this.a.lines, this.b.lines];
    const [there, back]: Leader[][] = [[], []];
    candidates.forEach(({ a: i, b: j }, c) => {
      const weight = belief[c] ** 2 * Math.exp(-2 * ratioOf(a[i], b[j]));
      if (weight < LEADS) return;
      const { alignment } = laidOn(a[i], predicted(a[i], maps[i]), b[j], this.size);
      const sums = leading(a[i], b[j], alignment);
      there.push({ line: i, sums: sums.there, weight });
      back.push({ line: j, sums: sums.back, weight });
    });
    return {
      to: NEAR.map((near) => ledBy(a, there, near, this.size)),
      from: NEAR.map((near) => ledBy(b, back, near, this.size)),
    };
  }

  /**
   * The evidence, row by row.
   * @param asked places of the candidates that are asked about; @param close with how the lines lie on one another
   */
  rows(
    candidates: Candidate[],
    asked: number[],
    belief: Float64Array,
    { to, from }: { to: Led[][]; from: Led[][] },
    close: boolean,
  ): Float32Array {
    const { size } = this;
    const [a, b] = [this.a.lines, this.b.lines];
    const [n, m] = [a.length, b.length];
    const width = close ? CLOSE : QUICK;
    const out = new Float32Array(asked.length * width);
    const places = to.map((all) => a.map((shape, i) => predicted(shape, all[i].map)));
    const laid = to.map((_, s) => candidates.map(({ a: i, b: j }) => laidOn(a[i], places[s][i], b[j], size)));
    const off = laid.map((all) => Float64Array.from(all, (each) => each.off));
    const own = Float64Array.from(
      candidates,
      ({ a: i, b: j }) => costOf(a[i], places[0][i], b[j], this.like(i, j), size, MOST_COST)?.cost ?? MOST_COST,
    );
    const offRivals = off.map((value) => rivals(candidates, value, n, m));
    const ownRivals = rivals(candidates, own, n, m);
    const turns = candidates.map(({ a: i, b: j }, c): [number, number] => {
      const { alignment } = laid[0][c];
      const [re, im] = correlation(a[i].x, a[i].y, b[j], alignment.reverse, alignment.first);
      const grow = clamp(Math.sqrt(b[j].moment / a[i].moment), 0.7, 1.4) / (Math.sqrt(re * re + im * im) || 1);
      return [re * grow, im * grow];
    });
    const back = turns.map(([re, im]): [number, number] => [re / (re * re + im * im), -im / (re * re + im * im)]);
    const partners: { a: Partner[][]; b: Partner[][] } = { a: a.map(() => []), b: b.map(() => []) };
    const sums = { a: new Float64Array(n), b: new Float64Array(m) };
    candidates.forEach(({ a: i, b: j }, c) => {
      sums.a[i] += belief[c];
      sums.b[j] += belief[c];
      if (belief[c] < HEARD) return;
      partners.a[i].push({ line: j, p: belief[c], re: turns[c][0], im: turns[c][1] });
      partners.b[j].push({ line: i, p: belief[c], re: back[c][0], im: back[c][1] });
    });
    const most = rivals(
      candidates,
      belief.map((p) => -p),
      n,
      m,
    );
    const likely = new Map(candidates.map(({ a: i, b: j }, c) => [i * m + j, belief[c]]));
    const believed = (k: number, l: number) => likely.get(k * m + l) ?? 0;
    // How well the drawings are understood as a whole.
    const overall = sums.a.reduce((sum, each) => sum + Math.min(1, each), 0) / Math.max(1, n);
    const pairs = asked.map((c) => candidates[c]);
    const landed = this.landing.numbers(
      pairs.map((pair, row) => ({ ...pair, there: turns[asked[row]], home: back[asked[row]] })),
      to[0],
      from[0],
    );
    asked.forEach((c, row) => {
      const { a: i, b: j } = candidates[c];
      const [p, q] = [a[i], b[j]];
      const ratio = Math.log(Math.max(q.length, 1) / Math.max(p.length * scaleOf(to[1][i].map), 1));
      const part = this.part(i, j);
      const said = saidOf(this.a, this.b, i, j, turns[c], partners.a, size);
      const heard = saidOf(this.b, this.a, j, i, back[c], partners.b, size);
      out.set(
        [
          this.like(i, j),
          Math.abs(ratio),
          ratio,
          p.closed && q.closed ? 1 : 0,
          p.closed !== q.closed ? 1 : 0,
          Math.min(1, p.length / size),
          Math.min(1, q.length / size),
          this.bent.a[i],
          this.bent.b[j],
          part.rest,
          part.share,
          Math.min(1.5, Math.abs(wrapped(part.turn - turnOf(to[0][i].map)))),
          ...this.placed(p, q, laid[0][c], from[0][j].map, offRivals[0], c),
          ...this.placed(p, q, laid[1][c], from[1][j].map, offRivals[1], c),
          to[0][i].spread * 5,
          from[0][j].spread * 5,
          Math.log(1e-3 + to[0][i].much),
          Math.log(1e-3 + from[0][j].much),
          own[c] / 2,
          clamp((own[c] - ownRivals.row[c]) / 2, -1, 1),
          clamp((own[c] - ownRivals.column[c]) / 2, -1, 1),
          belief[c],
          Math.max(0, -most.row[c]),
          Math.max(0, -most.column[c]),
          Math.min(2, sums.a[i] - belief[c]),
          Math.min(2, sums.b[j] - belief[c]),
          said.agree,
          said.touch,
          heard.agree,
          heard.touch,
          (said.taken + heard.taken) / 2,
          Math.min(said.nearest, heard.nearest) * 5,
          overall,
          Math.log((laid[0][c].off + 1e-3) / (to[0][i].spread + 5e-3)) / 3,
          ...this.relatives(believed, i, j),
          ...landed[row],
          ...sidesAlike(this.seen.a[i], this.seen.b[j], [i, j], laid[0][c].alignment, believed),
        ],
        row * width,
      );
    });
    if (close) {
      this.addLying(out, pairs, to[0]);
      this.addViews(out, pairs, places[0], from[0], believed);
    }
    return out;
  }

  /** Adds how what lines see is like what they would see where they are led, there and back: 2 VIEW numbers each. */
  private addViews(
    out: Float32Array,
    candidates: Candidate[],
    places: Predicted[],
    from: Led[],
    believed: (k: number, l: number) => number,
  ): void {
    const { a, b, seen, size } = this;
    const there = viewsFrom(places, b.lines, size);
    const home = viewsFrom(
      b.lines.map((shape, j) => predicted(shape, from[j].map)),
      a.lines,
      size,
    );
    const turned = (l: number, k: number) => believed(k, l);
    candidates.forEach(({ a: i, b: j }, c) => {
      out.set(
        [...viewAlike(seen.a[i], there(i), i, j, believed), ...viewAlike(seen.b[j], home(j), j, i, turned)],
        c * CLOSE + QUICK + LYING,
      );
    });
  }

  /** Whether what goes on from these lines, or is drawn over them, is believed to be one with the other: 4 numbers. */
  private relatives(p: (k: number, l: number) => number, i: number, j: number): number[] {
    let [onA, onB, both, over] = [0, 0, 0, 0];
    for (const { line: k, strength } of this.on.a[i]) {
      onA = Math.max(onA, strength * p(k, j));
      for (const { line: l, strength: other } of this.on.b[j]) both = Math.max(both, strength * other * p(k, l));
    }
    for (const { line: l, strength } of this.on.b[j]) onB = Math.max(onB, strength * p(i, l));
    for (const { line: k, strength } of this.over.a[i]) over = Math.max(over, strength * p(k, j));
    for (const { line: l, strength } of this.over.b[j]) over = Math.max(over, strength * p(i, l));
    return [onA, onB, both, over];
  }

  /** How a line that has been led somewhere lies to its partner, and the partner led back to it: 7 numbers. */
  private placed(
    p: Shape,
    q: Shape,
    { at, turn, straight, off }: Laid,
    back: Matrix,
    others: Rivals,
    c: number,
  ): number[] {
    const { size } = this;
    const { x, y } = q.middle;
    const [hx, hy] = [back[0] * x + back[2] * y + back[4], back[1] * x + back[3] * y + back[5]];
    return [
      straight,
      Math.min(0.4, off),
      clamp(off - others.row[c], -0.3, 0.3),
      clamp(off - others.column[c], -0.3, 0.3),
      Math.min(1.5, Math.abs(turn)),
      Math.min(0.4, Math.sqrt((at.mx - x) ** 2 + (at.my - y) ** 2) / size),
      Math.min(0.4, Math.sqrt((hx - p.middle.x) ** 2 + (hy - p.middle.y) ** 2) / size),
    ];
  }

  /** Adds how the lines of candidates asked about lie on one another, and whether their ends look cut off: LYING numbers each. */
  private addLying(out: Float32Array, candidates: Candidate[], led: Led[]): void {
    const { size } = this;
    const spreads = this.a.lines.map((shape, i) => spreadOf(shape, led[i].map));
    const covers = candidates.map(({ a: i, b: j }) => {
      const [one, other] = [spreads[i], this.spreadB[j]];
      return [cover(one, other, 0, 0, size), cover(other, one, 0, 0, size)];
    });
    // Less is better among rivals.
    const uncovered = Float64Array.from(covers, ([ca, cb]) => -Math.max(ca.wide, cb.wide));
    const others = rivals(candidates, uncovered, this.a.lines.length, this.b.lines.length);
    candidates.forEach(({ a: i, b: j }, c) => {
      const [one, other] = [spreads[i], this.spreadB[j]];
      const [ca, cb] = covers[c];
      const w = ca.weight + cb.weight + 1e-6;
      // Shifted once to where it seems to belong, and looked at closely.
      const [sx, sy] = [(ca.sx * ca.weight - cb.sx * cb.weight) / w, (ca.sy * ca.weight - cb.sy * cb.weight) / w];
      const [da, db] = [cover(one, other, sx, sy, size), cover(other, one, -sx, -sy, size)];
      out.set(
        [
          ca.tight,
          ca.wide,
          cb.tight,
          cb.wide,
          da.tight,
          db.tight,
          Math.max(da.tight, db.tight),
          (5 * Math.sqrt(sx * sx + sy * sy)) / size,
          ...highLow(this.ends.a, i),
          ...highLow(this.ends.b, j),
          Math.min(ca.wide, cb.wide),
          clamp(uncovered[c] - others.row[c], -1, 1),
          clamp(uncovered[c] - others.column[c], -1, 1),
        ],
        c * CLOSE + QUICK,
      );
    });
  }
}

const highLow = (ends: Float32Array, k: number): [number, number] => [
  Math.max(ends[2 * k], ends[2 * k + 1]),
  Math.min(ends[2 * k], ends[2 * k + 1]),
];
