/**
 * Points held to places and to one another by springs: where all of them come to rest. Conjugate gradients, preconditioned
 * by each line's own chain of springs, which is tridiagonal and solved exactly (Golub and Van Loan, "Matrix Computations",
 * 11.5); both axes share one matrix and are solved side by side.
 */

/** Most steps, and how far the error has to fall beside that of the first guess: to a ten-thousandth of a pixel. */
const STEPS = 120;
const EXACT = 1e-7;

/** Springs between points i and j. */
interface Springs {
  count: number;
  i: Int32Array;
  j: Int32Array;
  weight: Float64Array;
}

/** The matrix of a system: its tridiagonal part, factored, and the springs that lie outside it. */
export class SpringSystem {
  readonly n: number;
  /** The diagonal, and what stands beside it (row i, column i - 1; not positive). */
  readonly diagonal: Float64Array;
  readonly beside: Float64Array;
  /** Springs between points that do not follow one another. */
  readonly i: Int32Array;
  readonly j: Int32Array;
  readonly weight: Float64Array;
  /** Factors of the tridiagonal part: L D L', L with ones on its diagonal. */
  private readonly factor: Float64Array;
  /** One over the entries of D. */
  private readonly inverse: Float64Array;

  /** @param anchor how firmly each point is held to its place; more than 0 */
  constructor(springs: Springs, anchor: Float64Array) {
    const n = anchor.length;
    this.n = n;
    this.diagonal = anchor.slice();
    this.beside = new Float64Array(n + 1);
    const outside: number[] = [];
    for (let e = 0; e < springs.count; e++) {
      const [a, b, w] = [springs.i[e], springs.j[e], springs.weight[e]];
      this.diagonal[a] += w;
      this.diagonal[b] += w;
      if (b === a + 1) this.beside[b] -= w;
      else outside.push(e);
    }
    this.i = Int32Array.from(outside, (e) => springs.i[e]);
    this.j = Int32Array.from(outside, (e) => springs.j[e]);
    this.weight = Float64Array.from(outside, (e) => springs.weight[e]);
    this.factor = new Float64Array(n + 1);
    this.inverse = new Float64Array(n);
    for (let k = 0; k < n; k++) {
      const l = k > 0 ? this.beside[k] * this.inverse[k - 1] : 0;
      this.factor[k] = l;
      this.inverse[k] = 1 / (this.diagonal[k] - l * this.beside[k]);
    }
  }

  /** The matrix times `v`. */
  times(v: Float64Array, out: Float64Array): void {
    const { n, diagonal, beside, i, j, weight } = this;
    for (let k = 0; k < n; k++) {
      const d = diagonal[k];
      const low = beside[k];
      const high = beside[k + 1];
      const at = 2 * k + PAD;
      out[at] = d * v[at] + low * v[at - 2] + high * v[at + 2];
      out[at + 1] = d * v[at + 1] + low * v[at - 1] + high * v[at + 3];
    }
    for (let e = 0; e < weight.length; e++) {
      const a = 2 * i[e] + PAD;
      const b = 2 * j[e] + PAD;
      const w = weight[e];
      out[a] -= w * v[b];
      out[a + 1] -= w * v[b + 1];
      out[b] -= w * v[a];
      out[b + 1] -= w * v[a + 1];
    }
  }

  /** Solves the tridiagonal part alone. */
  precondition(r: Float64Array, z: Float64Array): void {
    const { n, factor, inverse } = this;
    for (let k = 0; k < n; k++) {
      const l = factor[k];
      const at = 2 * k + PAD;
      z[at] = r[at] - l * z[at - 2];
      z[at + 1] = r[at + 1] - l * z[at - 1];
    }
    for (let k = n - 1; k >= 0; k--) {
      const d = inverse[k];
      const l = factor[k + 1];
      const at = 2 * k + PAD;
      z[at] = z[at] * d - l * z[at + 2];
      z[at + 1] = z[at + 1] * d - l * z[at + 3];
    }
  }
}

/** A vector of x, y pairs; a pair of zeros before and after spares the loops asking whether there is a neighbour. */
const PAD = 2;
const vector = (n: number) => new Float64Array(2 * n + 2 * PAD);

/** Where the points come to rest, x, y pairs. @param wanted right side, x, y pairs @param guess where to begin */
export function solveBoth(system: SpringSystem, wanted: Float64Array, guess: Float64Array): Float64Array {
  const { n } = system;
  const [x, r, z, q] = [vector(n), vector(n), vector(n), vector(n)];
  x.set(guess, PAD);
  system.times(x, q);
  const end = 2 * n + PAD;
  for (let k = PAD; k < end; k++) r[k] = wanted[k - PAD] - q[k];
  system.precondition(r, z);
  const p = z.slice();
  // Each axis has steps of its own; an axis that is there stays.
  let [rzX, rzY] = [0, 0];
  for (let k = PAD; k < end; k += 2) {
    rzX += r[k] * z[k];
    rzY += r[k + 1] * z[k + 1];
  }
  const enoughX = Math.max(1e-12, rzX * EXACT * EXACT);
  const enoughY = Math.max(1e-12, rzY * EXACT * EXACT);
  for (let step = 0; step < STEPS && (rzX > enoughX || rzY > enoughY); step++) {
    system.times(p, q);
    let [pqX, pqY] = [0, 0];
    for (let k = PAD; k < end; k += 2) {
      pqX += p[k] * q[k];
      pqY += p[k + 1] * q[k + 1];
    }
    const alphaX = rzX > enoughX ? rzX / pqX : 0;
    const alphaY = rzY > enoughY ? rzY / pqY : 0;
    for (let k = PAD; k < end; k += 2) {
      x[k] += alphaX * p[k];
      x[k + 1] += alphaY * p[k + 1];
      r[k] -= alphaX * q[k];
      r[k + 1] -= alphaY * q[k + 1];
    }
    system.precondition(r, z);
    let [nextX, nextY] = [0, 0];
    for (let k = PAD; k < end; k += 2) {
      nextX += r[k] * z[k];
      nextY += r[k + 1] * z[k + 1];
    }
    const betaX = rzX > enoughX ? nextX / rzX : 0;
    const betaY = rzY > enoughY ? nextY / rzY : 0;
    rzX = nextX;
    rzY = nextY;
    for (let k = PAD; k < end; k += 2) {
      p[k] = z[k] + betaX * p[k];
      p[k + 1] = z[k + 1] + betaY * p[k + 1];
    }
  }
  return x.slice(PAD, end);
}
