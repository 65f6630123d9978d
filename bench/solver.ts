/** The in-betweens' springs solved as they are, beside plain conjugate gradients, one axis after the other. */
import { SpringSystem, solveBoth } from '../src/core/between/tween/solve.ts';
import { ms, percentile, report } from './report.ts';

/** 200 lines of 60 points; each line also leans on the one beside it at every tenth point. */
function springs() {
  const [lines, points] = [200, 60];
  const all: [i: number, j: number, weight: number][] = [];
  for (let line = 0; line < lines; line++)
    for (let k = 0; k < points; k++) {
      const at = line * points + k;
      if (k + 1 < points) all.push([at, at + 1, 40]);
      if (line + 1 < lines && k % 10 === 0) all.push([at, at + points, 2]);
    }
  return {
    n: lines * points,
    count: all.length,
    i: Int32Array.from(all, ([i]) => i),
    j: Int32Array.from(all, ([, j]) => j),
    weight: Float64Array.from(all, ([, , w]) => w),
  };
}

/** Conjugate gradients of one axis, as exact as the solver under test. */
function plainSolve(system: SpringSystem, wanted: Float64Array): Float64Array {
  const { n, diagonal, beside, i, j, weight } = system;
  const times = (v: Float64Array, out: Float64Array) => {
    for (let k = 0; k < n; k++)
      out[k] = diagonal[k] * v[k] + (k > 0 ? beside[k] * v[k - 1] : 0) + (k + 1 < n ? beside[k + 1] * v[k + 1] : 0);
    for (let e = 0; e < weight.length; e++) {
      out[i[e]] -= weight[e] * v[j[e]];
      out[j[e]] -= weight[e] * v[i[e]];
    }
  };
  const x = new Float64Array(n);
  const r = wanted.slice();
  const p = r.slice();
  const q = new Float64Array(n);
  const dot = (a: Float64Array, b: Float64Array) => {
    let sum = 0;
    for (let k = 0; k < n; k++) sum += a[k] * b[k];
    return sum;
  };
  let rr = dot(r, r);
  const enough = rr * 1e-14;
  for (let step = 0; step < 1000 && rr > enough; step++) {
    times(p, q);
    const alpha = rr / dot(p, q);
    for (let k = 0; k < n; k++) {
      x[k] += alpha * p[k];
      r[k] -= alpha * q[k];
    }
    const next = dot(r, r);
    for (let k = 0; k < n; k++) p[k] = r[k] + (next / rr) * p[k];
    rr = next;
  }
  return x;
}

export function benchSolver(): void {
  const all = springs();
  const system = new SpringSystem(all, new Float64Array(all.n).fill(0.3));
  const wanted = Float64Array.from({ length: 2 * all.n }, (_, k) => Math.sin(k / 7) * (1 + (k % 5)));
  const axes = [0, 1].map((axis) => Float64Array.from({ length: all.n }, (_, k) => wanted[2 * k + axis]));
  const timed = (run: () => unknown) => {
    const times = Array.from({ length: 15 }, () => {
      const began = performance.now();
      run();
      return performance.now() - began;
    });
    return percentile(times, 0.5);
  };
  const plain = timed(() => axes.map((each) => plainSolve(system, each)));
  const both = timed(() => solveBoth(system, wanted, new Float64Array(2 * all.n)));
  const apart = Math.max(
    ...axes.flatMap((each, axis) => {
      const found = plainSolve(system, each);
      const mine = solveBoth(system, wanted, new Float64Array(2 * all.n));
      return Array.from(found, (value, k) => Math.abs(value - mine[2 * k + axis]));
    }),
  );
  report(
    'in-betweens: 12,000 points brought to rest, both axes at once',
    `${(plain / both).toFixed(1)}x as quick`,
    '1.8x',
    `axis after axis without the lines' own chains ${ms(plain)}; apart at most ${apart.toExponential(1)} px`,
    plain / both >= 1.8 && apart < 1e-4,
  );
}
