/**
 * How well points are followed, on pairs of drawings whose in-betweens are known. The truth of a point: a line of the known in-betweens
 * keeps its shares, so a share of it is looked up on the first drawing through the earliest in-between, and on the second through the
 * latest. Lines in pieces, and rings so round that nobody can tell where they begin, are left out.
 */
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { follow } from '../src/core/between/index.ts';
import { isUnsure } from '../src/core/check/points.ts';
import { makeStroke, plainBrush } from '../src/core/ink/index.ts';
import { lengthsAlong, pointAlong } from '../src/core/plane/index.ts';
import { POINT_SIZE, type Stroke } from '../src/core/shot/index.ts';
import { type BetweenCase, readCases } from './between-set.ts';
import { report } from './report.ts';

const SET = fileURLToPath(new URL('../../shared/data/between', import.meta.url));

/** Places along a line that are followed. */
const SHARES = [0.1, 0.35, 0.6, 0.85];
/** Points two lines are laid on one another by, and starts tried on a ring. */
const SAMPLES = 48;
const STARTS = 96;
/** Shares of the figure's height: found is found; lines further apart than this are not laid on one another; ends so near close a line. */
const FOUND = 0.01;
const UNLIKE = 0.02;
const TELLING = 0.003;
const CLOSED = 6;
/** Lines that turn much from an in-between to its drawing are rarer than lines that run the other way round. */
const TURNING = 0.05;

interface TrueLine {
  id: number;
  pts: number[];
}
interface TrueCase extends BetweenCase {
  truth: {
    idsA: number[];
    idsB: number[];
    at: Record<string, { strokes: TrueLine[]; full: number[] }>;
  };
}

const isClosed = (path: number[]) => Math.hypot(path[0] - path.at(-2)!, path[1] - path.at(-1)!) < CLOSED;
const places = (points: number[]) => points.filter((_, i) => i % 3 !== 2);

function strokeOf(points: number[], id: string): Stroke {
  const path = places(points);
  const closed = isClosed(path) && path.length > 12;
  const n = path.length / 2 - (closed ? 1 : 0);
  const data = new Float32Array(n * POINT_SIZE);
  for (let i = 0; i < n; i++) data.set([path[2 * i], path[2 * i + 1], 0.5, 0, 0, i], i * POINT_SIZE);
  return { ...makeStroke(data, plainBrush('pen', 3), 'ink', 1), id, lineage: id, closed };
}

const sampled = (path: number[], share: (i: number) => number): [number, number][] => {
  const along = lengthsAlong(path, 2);
  return Array.from({ length: SAMPLES }, (_, i) => pointAlong(path, along, share(i) * along[along.length - 1]));
};

/** Mean squared distance of two rows of points, brought onto one another by place, turn and size. */
function apart(a: [number, number][], b: [number, number][]): number {
  const n = a.length;
  const mean = (all: [number, number][], k: 0 | 1) => all.reduce((sum, each) => sum + each[k], 0) / n;
  const [ax, ay, bx, by] = [mean(a, 0), mean(a, 1), mean(b, 0), mean(b, 1)];
  let [cos, sin, own, other] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [px, py, qx, qy] = [a[i][0] - ax, a[i][1] - ay, b[i][0] - bx, b[i][1] - by];
    cos += px * qx + py * qy;
    sin += px * qy - py * qx;
    own += px * px + py * py;
    other += qx * qx + qy * qy;
  }
  return (other - (cos * cos + sin * sin) / (own || 1) + TURNING * Math.abs(Math.atan2(sin, cos)) * other) / n;
}

/** Shares of a drawn line by shares of a true one; null where they cannot be laid on one another for sure. */
function laidOn(truth: number[], drawn: number[], height: number): ((share: number) => number) | null {
  const ring = isClosed(truth) && isClosed(drawn);
  const step = (i: number) => (ring ? i / SAMPLES : i / (SAMPLES - 1));
  const own = sampled(truth, step);
  const along = lengthsAlong(drawn, 2);
  const at = (share: number) => pointAlong(drawn, along, share * along[along.length - 1]);
  const ways = [false, true].flatMap((back) =>
    Array.from({ length: ring ? STARTS : 1 }, (_, k) => {
      const share = (s: number) => {
        const turned = (back ? -s : s) + (ring ? k / STARTS : back ? 1 : 0);
        return ring ? turned - Math.floor(turned) : turned;
      };
      return {
        share,
        off: Math.sqrt(
          apart(
            own,
            sampled(drawn, (i) => share(step(i))),
          ),
        ),
      };
    }),
  );
  const best = ways.reduce((a, b) => (b.off < a.off ? b : a));
  const elsewhere = ways.filter(({ share }) =>
    [0, 0.25, 0.5, 0.75].some((s) => {
      const [p, q] = [at(share(s)), at(best.share(s))];
      return Math.hypot(p[0] - q[0], p[1] - q[1]) > FOUND * height;
    }),
  );
  const vague = ring && elsewhere.some(({ off }) => off - best.off < TELLING * height);
  return best.off > UNLIKE * height || vague ? null : best.share;
}

interface Followed {
  points: number;
  right: number;
  told: number;
  /** Found where the line of the same number has the same share: following without looking. */
  plain: number;
}

function followCase({ figH, A, B, truth }: TrueCase, sum: Followed): void {
  const a = A.map((points, i) => strokeOf(points, `a${i}`));
  const b = B.map((points, i) => strokeOf(points, `b${i}`));
  const [early, late] = [truth.at['0.25'], truth.at['0.75']];
  const once = (ids: number[], id: number) => ids.filter((each) => each === id).length === 1;
  for (const [i, id] of truth.idsA.entries()) {
    if (!once(truth.idsA, id) || !once(truth.idsB, id)) continue;
    if (!early.full.includes(id) || !late.full.includes(id)) continue;
    const there = places(B[truth.idsB.indexOf(id)]);
    const known = (all: TrueLine[]) => all.find((each) => each.id === id)!.pts;
    const from = laidOn(known(early.strokes), places(A[i]), figH);
    const to = laidOn(known(late.strokes), there, figH);
    if (!from || !to) continue;
    for (const share of SHARES) {
      const along = lengthsAlong(there, 2);
      const [x, y] = pointAlong(there, along, to(share) * along[along.length - 1]);
      const near = (place: { x: number; y: number }) => Math.hypot(place.x - x, place.y - y) <= FOUND * figH;
      const found = follow([a, b], 0, a[i].id, from(share))[1];
      sum.points++;
      if (!found || isUnsure(found)) sum.told++;
      else if (near(found)) sum.right++;
      const same = places(B[Math.min(i, B.length - 1)]);
      const length = lengthsAlong(same, 2);
      const [px, py] = pointAlong(same, length, from(share) * length[length.length - 1]);
      if (near({ x: px, y: py })) sum.plain++;
    }
  }
}

export function benchFollow(): void {
  for (const name of ['dev', 'dev1b', 'dev2']) {
    const path = `${SET}/${name}.json.gz`;
    if (!existsSync(path)) {
      console.log(`     following: the development set ${name} is not here, so it was not scored.`);
      continue;
    }
    const sum: Followed = { points: 0, right: 0, told: 0, plain: 0 };
    for (const each of readCases(path).pairs as TrueCase[]) followCase(each, sum);
    const share = (count: number) => `${((100 * count) / sum.points).toFixed(1)} %`;
    report(
      `points followed, ${name}, ${sum.points} points`,
      `right or said to be unsure ${share(sum.right + sum.told)}, said ${share(sum.told)}`,
      '97 %',
      `the same share of the line of the same number ${share(sum.plain)}`,
      sum.right + sum.told >= 0.97 * sum.points,
    );
  }
}
