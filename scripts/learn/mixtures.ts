/**
 * Mixtures of normal clouds, laid on rows of numbers: one cloud at first, each split in two and all fitted again (expectation and
 * maximisation: Dempster, Laird and Rubin 1977) until there are enough.
 */

/** A cloud: its share of the rows, and the mean and variance of each number. */
export interface Cloud {
  weight: number;
  mean: Float64Array;
  variance: Float64Array;
}

/** Split clouds lie so far to either side, in deviations of a number. */
const APART = 0.4;
/** Rounds after each split, and at last. */
const ROUNDS = 6;
const LAST_ROUNDS = 4;
/** Rows a cloud has for its own: it is not split below twice as many, and given up at a third. */
export const FEWEST = 60;

/** Mean and variance of each number over all rows. @param parts of the rows, `width` numbers each */
export function meanAndVariance(parts: Float32Array[], width: number): Pick<Cloud, 'mean' | 'variance'> {
  const count = parts.reduce((sum, { length }) => sum + length, 0) / width;
  const [mean, square] = [new Float64Array(width), new Float64Array(width)];
  for (const rows of parts)
    rows.forEach((value, at) => {
      mean[at % width] += value / count;
      square[at % width] += value ** 2 / count;
    });
  return { mean, variance: square.map((value, k) => value - mean[k] ** 2) };
}

function oneCloud(rows: Float32Array, width: number, least: Float64Array): Cloud {
  const { mean, variance } = meanAndVariance([rows], width);
  return { weight: 1, mean, variance: variance.map((value, k) => Math.max(least[k], value)) };
}

/** Rounds in which the way a cloud is longest is found. */
const TURNS = 8;

/**
 * The way in which the rows of a cloud lie farthest apart, its numbers measured in deviations: length 1 (power iteration).
 * @param own how much each row is the cloud's
 */
function longest(rows: Float32Array, { mean, variance }: Cloud, own: (row: number) => number): Float64Array {
  const width = mean.length;
  let way = mean.map((_, k) => (k % 2 === 0 ? 1 : -1));
  for (let turn = 0; turn < TURNS; turn++) {
    const next = new Float64Array(width);
    for (let at = 0; at < rows.length; at += width) {
      const share = own(at / width);
      if (share < 0.01) continue;
      let along = 0;
      for (let k = 0; k < width; k++) along += ((rows[at + k] - mean[k]) / Math.sqrt(variance[k])) * way[k];
      for (let k = 0; k < width; k++) next[k] += (share * along * (rows[at + k] - mean[k])) / Math.sqrt(variance[k]);
    }
    const length = Math.sqrt(next.reduce((sum, value) => sum + value ** 2, 0));
    if (length < 1e-9) break;
    way = next.map((value) => value / length);
  }
  return way;
}

/** Each cloud in two, parted along the way it is longest. */
function split(rows: Float32Array, clouds: Cloud[]): Cloud[] {
  const width = clouds[0].mean.length;
  const asked = clouds.map(ready);
  const own = new Float64Array((rows.length / width) * clouds.length);
  for (let row = 0; row * width < rows.length; row++)
    shares(rows, row * width, asked, own.subarray(row * clouds.length, (row + 1) * clouds.length));
  return clouds.flatMap((cloud, c) => {
    const way = longest(rows, cloud, (row) => own[row * clouds.length + c]);
    return [APART, -APART].map((apart) => ({
      weight: cloud.weight / 2,
      mean: cloud.mean.map((value, k) => value + apart * Math.sqrt(cloud.variance[k] * width) * way[k]),
      variance: cloud.variance.slice(),
    }));
  });
}

/** A cloud made ready to be asked: how high it is, but for what all have in common, and how fast each number falls off. */
interface Ready {
  height: number;
  mean: Float64Array;
  falls: Float64Array;
}

const ready = ({ weight, mean, variance }: Cloud): Ready => ({
  height: Math.log(weight) - 0.5 * variance.reduce((sum, value) => sum + Math.log(value), 0),
  mean,
  falls: variance.map((value) => -0.5 / value),
});

/** How likely each cloud is to have made a row, 0..1. @param at where the row begins @param out one number a cloud */
function shares(rows: Float32Array, at: number, clouds: Ready[], out: Float64Array): void {
  let best = Number.NEGATIVE_INFINITY;
  for (let c = 0; c < clouds.length; c++) {
    const { height, mean, falls } = clouds[c];
    let log = height;
    for (let k = 0; k < mean.length; k++) {
      const off = rows[at + k] - mean[k];
      log += off * off * falls[k];
    }
    out[c] = log;
    if (log > best) best = log;
  }
  let sum = 0;
  for (let c = 0; c < clouds.length; c++) sum += out[c] = Math.exp(out[c] - best);
  for (let c = 0; c < clouds.length; c++) out[c] /= sum;
}

/** The clouds fitted once more; those few rows speak for are given up. */
function refitted(rows: Float32Array, width: number, clouds: Cloud[], least: Float64Array): Cloud[] {
  const count = rows.length / width;
  const asked = clouds.map(ready);
  const says = new Float64Array(clouds.length);
  const sums = clouds.map(() => new Float64Array(width));
  const squares = clouds.map(() => new Float64Array(width));
  const own = new Float64Array(clouds.length);
  for (let at = 0; at < rows.length; at += width) {
    shares(rows, at, asked, own);
    for (let c = 0; c < clouds.length; c++) {
      if (own[c] < 1e-4) continue;
      says[c] += own[c];
      for (let k = 0; k < width; k++) {
        sums[c][k] += own[c] * rows[at + k];
        squares[c][k] += own[c] * rows[at + k] ** 2;
      }
    }
  }
  const kept = clouds.flatMap((_, c): Cloud[] => {
    if (says[c] < Math.min(FEWEST, count) / 3) return [];
    const mean = sums[c].map((sum) => sum / says[c]);
    const variance = squares[c].map((square, k) => Math.max(least[k], square / says[c] - mean[k] ** 2));
    return [{ weight: says[c], mean, variance }];
  });
  const all = kept.reduce((sum, { weight }) => sum + weight, 0);
  return kept.map((cloud) => ({ ...cloud, weight: cloud.weight / all }));
}

/**
 * Clouds laid on rows.
 * @param rows one after another, `width` numbers each @param most how many clouds, a power of two @param least variance of each number
 */
export function cloudsOf(rows: Float32Array, width: number, most: number, least: Float64Array): Cloud[] {
  const count = rows.length / width;
  let clouds = [oneCloud(rows, width, least)];
  while (clouds.length < most && count >= 2 * FEWEST * clouds.length) {
    clouds = split(rows, clouds);
    for (let round = 0; round < ROUNDS; round++) clouds = refitted(rows, width, clouds, least);
  }
  for (let round = 0; round < LAST_ROUNDS; round++) clouds = refitted(rows, width, clouds, least);
  return clouds;
}
