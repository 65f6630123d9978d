/**
 * How lines lie to one another: a line's partner has to stand to the partners of its neighbours as the line itself does - on
 * the same side, as far off, touching where it touched. Parts may turn; what is next to one another turns together. Found by
 * relaxation labelling (Rosenfeld, Hummel and Zucker): every line weighs its possible partners by what its neighbours think.
 */
import { type Matrix, turnOf } from '../../plane/matrix.ts';
import { type Alignment, alignmentsOf, correlation } from './alignments.ts';
import { ofDrawing } from './of-drawing.ts';
import { POINTS, type Shape } from './shape.ts';

/** Partners of a line that are weighed, and lines around it that are asked. */
const PARTNERS = 8;
const NEIGHBOURS = 10;
const ROUNDS = 8;
/** How far neighbours reach, as a share of the figure's size. */
const REACH = 0.16;
/** A neighbour may lie off by so much of the size, and by so much of its distance. */
const OFF = 0.025;
const STRETCH = 0.22;
/** Gaps between lines that were near may differ by this share of the size. */
const GAP = 0.03;
/** Two lines beside one another seldom turn more differently than this, radians. */
const TURN = 0.7;
const SOFT = 0.35;
/** Partners less likely than this to begin with are not asked. */
const UNLIKELY = 0.01;
const LIKELY_COST = 3;
/** Partners so far off (in squared rooms) do not agree at all; less agreement than NONE is none. */
const FAR_OFF = 30;
const NONE = 1e-3;

/** A possible partner, laid one way. */
interface Label {
  j: number;
  alignment: Alignment;
  turn: number;
  /** Turned and sized: cosine and sine times the growth. */
  re: number;
  im: number;
  /** How likely by shape, and a little by place. */
  likely: number;
  weight: number;
  support: number;
}

interface Neighbour {
  k: number;
  weight: number;
  gap: number;
}

/** Points between which gaps are measured: every so many, which is near enough. */
const EVERY = 2;

function gapBetween(p: Shape, q: Shape): number {
  const [dx, dy] = [p.middle.x - q.middle.x, p.middle.y - q.middle.y];
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i < POINTS; i += EVERY) {
    const [px, py] = [p.x[i] + dx, p.y[i] + dy];
    for (let k = 0; k < POINTS; k += EVERY) {
      const x = px - q.x[k];
      const y = py - q.y[k];
      const off = x * x + y * y;
      if (off < least) least = off;
    }
  }
  return Math.sqrt(least);
}

/** Gaps between all lines of a drawing, those far apart left out. */
function gaps(shapes: Shape[], reach: number): Float32Array {
  const n = shapes.length;
  const out = new Float32Array(n * n).fill(Number.POSITIVE_INFINITY);
  for (let i = 0; i < n; i++)
    for (let k = i + 1; k < n; k++) {
      const [p, q] = [shapes[i], shapes[k]];
      const far = Math.hypot(p.middle.x - q.middle.x, p.middle.y - q.middle.y) - (p.length + q.length) / 2;
      if (far > reach) continue;
      const gap = gapBetween(p, q);
      out[i * n + k] = gap;
      out[k * n + i] = gap;
    }
  return out;
}

function neighboursOf(i: number, n: number, gap: Float32Array, size: number): Neighbour[] {
  const out: Neighbour[] = [];
  for (let k = 0; k < n; k++) {
    const own = gap[i * n + k];
    if (k !== i && own < 1.5 * REACH * size)
      out.push({ k, gap: own, weight: Math.exp(-((own / (REACH * size)) ** 2)) });
  }
  return out.sort((p, q) => p.gap - q.gap).slice(0, NEIGHBOURS);
}

/** The same angle, from -pi to pi. */
export const wrapped = (angle: number) => angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));

const turnedBy = (turn: number, scale: number) => ({
  turn,
  re: scale * Math.cos(turn),
  im: scale * Math.sin(turn),
});

/**
 * The ways one shape can be laid on another, with the turn each means.
 * @param unary what the pair costs by shape alone; @param whole what it costs with where it lies
 */
function labelsFor(a: Shape, b: Shape, j: number, map: Matrix, unary: number, whole: number): Label[] {
  const mapTurn = turnOf(map);
  const scale = Math.max(0.6, Math.min(1.6, Math.sqrt(b.moment / a.moment)));
  const norm = Math.sqrt(a.moment * b.moment);
  const all = alignmentsOf(a, b).map((alignment) => {
    const [re, im] = correlation(a.x, a.y, b, alignment.reverse, alignment.first);
    return { alignment, turn: Math.atan2(im, re), fit: Math.hypot(re, im) / norm };
  });
  let best = 0;
  for (const { fit } of all) best = Math.max(best, fit);
  const label = (alignment: Alignment, turn: number, cost: number): Label => {
    const likely = Math.exp(-(cost + 0.35 * Math.max(0, whole - cost)) / SOFT);
    return { j, alignment, ...turnedBy(turn, scale), likely, weight: 0, support: 0 };
  };
  if (a.closed && b.closed) {
    // A ring says little of its turn: the one nearest to its surroundings' is believed.
    const near = all.filter(({ fit }) => fit > best - 0.03);
    near.sort((p, q) => Math.abs(wrapped(p.turn - mapTurn)) - Math.abs(wrapped(q.turn - mapTurn)));
    return [label(near[0].alignment, near[0].turn, unary)];
  }
  return all
    .filter(({ fit }) => fit > best - 0.2)
    .map(({ alignment, turn, fit }) => label(alignment, turn, unary + 0.9 * (best - fit)));
}

export interface Relations {
  /** For each pair how well its neighbours agree, 0..1; -1 where it was not asked. */
  support: Float64Array;
  alignments: (Alignment | null)[];
}

/** Gaps between the lines of both drawings, as far as they can matter: measured once. */
export interface Gaps {
  gapA: Float32Array;
  gapB: Float32Array;
}

const gapsOfFirst = ofDrawing((lines, size) => gaps(lines, 1.5 * REACH * size));
const gapsOfSecond = ofDrawing((lines, size) => gaps(lines, 2.5 * REACH * size));

export const gapsOf = (a: Shape[], b: Shape[], size: number): Gaps => ({
  gapA: gapsOfFirst(a, size),
  gapB: gapsOfSecond(b, size),
});

interface Job extends Gaps {
  a: Shape[];
  b: Shape[];
  /** Cost of each pair by shape alone, and with where it lies. */
  shapeCost: Float64Array;
  cost: Float64Array;
  maps: Matrix[];
  size: number;
}

type AgreeOn = Pick<Job, 'a' | 'b' | 'gapB' | 'size'>;

/** How a label's line and a neighbour stand to one another, and where the label takes the way from one to the other. */
interface Beside {
  dx: number;
  dy: number;
  /** That way turned and sized as the label is. */
  px: number;
  py: number;
  /** How far off the partners may lie, squared. */
  room2: number;
  gap: number;
}

function besides({ a, size }: AgreeOn, i: number, { re, im }: Label, { k, gap }: Neighbour): Beside {
  const dx = a[k].middle.x - a[i].middle.x;
  const dy = a[k].middle.y - a[i].middle.y;
  const room = OFF * size + STRETCH * Math.sqrt(dx * dx + dy * dy);
  return { dx, dy, px: re * dx - im * dy, py: im * dx + re * dy, room2: room * room, gap };
}

/** Whether two lines stand to one another as their partners do, 0..1. */
function agreement({ b, gapB, size }: AgreeOn, p: Label, beside: Beside, q: Label): number {
  if (p.j === q.j) return 0;
  const ex = b[q.j].middle.x - b[p.j].middle.x;
  const ey = b[q.j].middle.y - b[p.j].middle.y;
  const px = beside.px - ex;
  const py = beside.py - ey;
  const qx = q.re * beside.dx - q.im * beside.dy - ex;
  const qy = q.im * beside.dx + q.re * beside.dy - ey;
  const place = Math.min(px * px + py * py, qx * qx + qy * qy) / beside.room2;
  if (place > FAR_OFF) return 0;
  const between = gapB[p.j * b.length + q.j];
  const apart = (Math.min(between, size) - beside.gap) / (GAP * size + 0.25 * beside.gap);
  const turned = wrapped(p.turn - q.turn) / TURN;
  return (0.6 * Math.exp(-place) + 0.4 * Math.exp(-apart * apart)) * (0.4 + 0.6 * Math.exp(-turned * turned));
}

/** Labels of all lines, numbered through: line i's are from first[i] on. */
interface Numbered {
  all: Label[];
  first: Int32Array;
}

/** Which labels agree: label by label, neighbour by neighbour of its line, from start[k] on; those that do not are left out. */
interface Agreed {
  start: Int32Array;
  other: Int32Array;
  value: Float32Array;
}

function numbered(labels: Label[][]): Numbered {
  const first = new Int32Array(labels.length + 1);
  labels.forEach((own, i) => {
    first[i + 1] = first[i] + own.length;
  });
  return { all: labels.flat(), first };
}

/** How labels agree does not change while they are weighed, so it is computed once. */
function agreements(job: Job, { all, first }: Numbered, around: Neighbour[][]): Agreed {
  const lists = around.reduce((sum, own, i) => sum + own.length * (first[i + 1] - first[i]), 0);
  const start = new Int32Array(lists + 1);
  let other = new Int32Array(4096);
  let value = new Float32Array(4096);
  let [count, list] = [0, 0];
  for (let i = 0; i < around.length; i++)
    for (let p = first[i]; p < first[i + 1]; p++)
      for (const neighbour of around[i]) {
        if (all[p].weight >= UNLIKELY) {
          const [from, to] = [first[neighbour.k], first[neighbour.k + 1]];
          if (count + to - from > other.length) [other, value] = [longer(other), longer(value)];
          const beside = besides(job, i, all[p], neighbour);
          for (let q = from; q < to; q++) {
            if (all[q].weight <= UNLIKELY) continue;
            const agree = agreement(job, all[p], beside, all[q]);
            if (agree < NONE) continue;
            other[count] = q;
            value[count++] = agree;
          }
        }
        start[++list] = count;
      }
  return { start, other, value };
}

function longer<T extends Int32Array | Float32Array>(list: T): T {
  const out = new (list.constructor as new (length: number) => T)(2 * list.length);
  out.set(list);
  return out;
}

/** What each label's neighbours think of it, 0..1, by how likely their own labels are. */
function listen({ all, first }: Numbered, { start, other, value }: Agreed, around: Neighbour[][]): void {
  const weights = Float64Array.from(all, ({ weight }) => Math.min(1, 1.5 * weight));
  let list = 0;
  for (let i = 0; i < around.length; i++)
    for (let p = first[i]; p < first[i + 1]; p++) {
      let [sum, of] = [0, 1e-6];
      for (const { weight } of around[i]) {
        const to = start[list + 1];
        let best = 0;
        for (let e = start[list]; e < to; e++) {
          const heard = weights[other[e]] * value[e];
          if (heard > best) best = heard;
        }
        list++;
        sum += weight * best;
        of += weight;
      }
      all[p].support = around[i].length > 0 ? sum / of : 0.5;
    }
}

/** Weighs all likely pairs by what their neighbours think of them. */
export function relations(job: Job): Relations {
  const { a, b, shapeCost, cost, maps, gapA } = job;
  const [n, m] = [a.length, b.length];
  const labels: Label[][] = a.map((shape, i) => {
    const partners: number[] = [];
    for (let j = 0; j < m; j++) if (cost[i * m + j] < LIKELY_COST) partners.push(j);
    partners.sort((p, q) => cost[i * m + p] - cost[i * m + q]);
    return partners
      .slice(0, PARTNERS)
      .flatMap((j) => labelsFor(shape, b[j], j, maps[i], shapeCost[i * m + j], cost[i * m + j]));
  });
  const around = a.map((_, i) => neighboursOf(i, n, gapA, job.size));
  labels.forEach((own, i) => {
    let sum = 0.05;
    for (const label of own) {
      label.weight = Math.exp(-cost[i * m + label.j] / SOFT);
      sum += label.weight;
    }
    for (const label of own) label.weight /= sum;
  });
  const through = numbered(labels);
  const agreed = agreements(job, through, around);
  for (let round = 0; round < ROUNDS; round++) {
    listen(through, agreed, around);
    const taken = new Float64Array(m);
    for (const own of labels) {
      let sum = 0.02;
      for (const label of own) {
        label.weight = label.likely * (0.02 + label.support) ** 2;
        sum += label.weight;
      }
      for (const label of own) {
        label.weight /= sum;
        taken[label.j] += label.weight;
      }
    }
    // A partner wanted by several is worth less to each.
    for (const label of through.all) if (taken[label.j] > 1) label.weight /= taken[label.j];
  }
  const out: Relations = { support: new Float64Array(n * m).fill(-1), alignments: Array(n * m).fill(null) };
  labels.forEach((own, i) => {
    for (const { j, alignment, support } of own) {
      const at = i * m + j;
      if (support <= out.support[at]) continue;
      out.support[at] = support;
      out.alignments[at] = alignment;
    }
  });
  return out;
}

/** A settled pair, laid one way. */
interface Settled {
  a: number;
  b: number;
  alignment: Alignment;
}

/**
 * How firmly pairs hold together, 0..1: those that lie near one another and stand to one another in both drawings as one rigid
 * part does. What belongs to an arm goes with the arm, though it touches the body too. Row by row, `pairs` x `pairs`.
 */
export function bonds(a: Shape[], b: Shape[], pairs: Settled[], { gapA, gapB }: Gaps, size: number): Float64Array {
  const count = pairs.length;
  const place = new Map(pairs.map((pair, k) => [pair.a, k]));
  const labels = pairs.map(({ a: i, b: j, alignment }): Label => {
    const [re, im] = correlation(a[i].x, a[i].y, b[j], alignment.reverse, alignment.first);
    const scale = Math.max(0.6, Math.min(1.6, Math.sqrt(b[j].moment / a[i].moment)));
    return { j, alignment, ...turnedBy(Math.atan2(im, re), scale), likely: 1, weight: 1, support: 1 };
  });
  const out = new Float64Array(count * count);
  pairs.forEach((pair, p) => {
    for (const neighbour of neighboursOf(pair.a, a.length, gapA, size)) {
      const q = place.get(neighbour.k);
      if (q === undefined) continue;
      const about = { a, b, gapB, size };
      const agree = agreement(about, labels[p], besides(about, pair.a, labels[p], neighbour), labels[q]);
      out[p * count + q] = neighbour.weight * agree;
    }
  });
  return out;
}
