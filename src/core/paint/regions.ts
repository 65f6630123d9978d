/**
 * The region map of a drawing: which enclosed region each pixel of the paper belongs to, the lines themselves shared out
 * to their middles, so that paint always runs under the line.
 *
 * Lines are stamped as capsules into a mask, small openings at line ends are bridged, what is left is labelled by runs
 * (union-find, 4-neighbours), and the regions then grow into the mask ring by ring until they meet.
 */
import { SAMPLE_SIZE, sampleStroke } from '../ink/curve.ts';
import type { Stroke } from '../shot/model.ts';

/** Largest map, pixels; a larger paper is mapped at a smaller scale. */
const MOST_PIXELS = 4_200_000;
/** A stamped line is at least this thick (radius, map pixels) so that no 4-neighbour path slips through it. */
const BARRIER = 0.71;

export interface RegionMap {
  width: number;
  height: number;
  /** Map pixels per paper pixel, at most 1. */
  scale: number;
  /** Region of each pixel, from 1; 0 only where no region exists at all. */
  labels: Int32Array;
  count: number;
  /** Box of each region: minX, minY, maxX, maxY (pixels, inclusive) at 4 * label. */
  boxes: Int32Array;
}

interface Line {
  /** x, y, radius triples in map pixels. */
  samples: Float32Array;
  closed: boolean;
}

function capsule(
  mask: Uint8Array,
  width: number,
  height: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  radius: number,
) {
  const r = Math.max(BARRIER, radius);
  const x0 = Math.max(0, Math.floor(Math.min(ax, bx) - r));
  const x1 = Math.min(width - 1, Math.ceil(Math.max(ax, bx) + r));
  const y0 = Math.max(0, Math.floor(Math.min(ay, by) - r));
  const y1 = Math.min(height - 1, Math.ceil(Math.max(ay, by) + r));
  const dx = bx - ax;
  const dy = by - ay;
  const l2 = dx * dx + dy * dy;
  const r2 = r * r;
  for (let y = y0; y <= y1; y++) {
    const py = y + 0.5 - ay;
    const row = y * width;
    for (let x = x0; x <= x1; x++) {
      const px = x + 0.5 - ax;
      const t = l2 === 0 ? 0 : Math.max(0, Math.min(1, (px * dx + py * dy) / l2));
      const qx = px - t * dx;
      const qy = py - t * dy;
      if (qx * qx + qy * qy <= r2) mask[row + x] = 1;
    }
  }
}

function linesOf(ink: Stroke[], scale: number): Line[] {
  return ink.map((stroke) => {
    const samples = sampleStroke(stroke).slice();
    for (let i = 0; i < samples.length; i += SAMPLE_SIZE) {
      samples[i + 2] *= scale;
      samples[i] *= scale;
      samples[i + 1] *= scale;
    }
    return { samples, closed: stroke.closed };
  });
}

function stampLines(mask: Uint8Array, width: number, height: number, lines: Line[]) {
  for (const { samples } of lines) {
    if (samples.length === SAMPLE_SIZE)
      capsule(mask, width, height, samples[0], samples[1], samples[0], samples[1], samples[2]);
    for (let i = SAMPLE_SIZE; i < samples.length; i += SAMPLE_SIZE) {
      const before = i - SAMPLE_SIZE;
      const radius = Math.min(samples[before + 2], samples[i + 2]);
      capsule(mask, width, height, samples[before], samples[before + 1], samples[i], samples[i + 1], radius);
    }
  }
}

/** Bridges openings up to `gap` map pixels between a line's end and the nearest other line (or far part of its own). */
function bridgeGaps(mask: Uint8Array, width: number, height: number, lines: Line[], gap: number) {
  if (gap <= 0) return;
  const cell = gap + 16;
  const grid = new Map<number, number[]>();
  const keyOf = (x: number, y: number) => Math.floor(y / cell) * 65536 + Math.floor(x / cell);
  lines.forEach(({ samples }, line) => {
    for (let i = 0; i < samples.length; i += SAMPLE_SIZE) {
      const key = keyOf(samples[i], samples[i + 1]);
      const list = grid.get(key);
      if (list) list.push(line, i);
      else grid.set(key, [line, i]);
    }
  });
  lines.forEach((own, line) => {
    const { samples } = own;
    if (own.closed || samples.length <= SAMPLE_SIZE) return;
    for (const end of [0, samples.length - SAMPLE_SIZE]) {
      const x = samples[end];
      const y = samples[end + 1];
      let best = Infinity;
      let at: [number, number] | null = null;
      for (let gy = -1; gy <= 1; gy++) {
        for (let gx = -1; gx <= 1; gx++) {
          const list = grid.get(keyOf(x + gx * cell, y + gy * cell)) ?? [];
          for (let k = 0; k < list.length; k += 2) {
            const other = lines[list[k]].samples;
            const i = list[k + 1];
            // Its own neighbourhood is no opening: the two must be apart along the line as well.
            if (list[k] === line && Math.abs(i - end) / SAMPLE_SIZE < 4) continue;
            const distance = Math.hypot(other[i] - x, other[i + 1] - y);
            if (list[k] === line && Math.abs(i - end) < samples.length / 2 && distance < gap * 0.5) continue;
            const opening = distance - other[i + 2] - samples[end + 2];
            if (opening <= gap && distance < best) {
              best = distance;
              at = [other[i], other[i + 1]];
            }
          }
        }
      }
      if (at) capsule(mask, width, height, x, y, at[0], at[1], BARRIER);
    }
  });
}

/** The unmasked runs of every row as row, start, end (exclusive) triples. */
function freeRuns(mask: Uint8Array, width: number, height: number): Int32Array {
  let runs = new Int32Array(3 * 4096);
  let n = 0;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const end = row + width;
    for (let i = row; i < end; ) {
      while (i < end && mask[i] !== 0) i++;
      if (i === end) break;
      const start = i;
      while (i < end && mask[i] === 0) i++;
      if (n + 3 > runs.length) {
        const more = new Int32Array(runs.length * 2);
        more.set(runs);
        runs = more;
      }
      runs[n++] = y;
      runs[n++] = start - row;
      runs[n++] = i - row;
    }
  }
  return runs.slice(0, n);
}

/** Labels the free runs by 4-connected region (union-find over touching runs) into `labels`; returns how many there are. */
function labelRegions(runs: Int32Array, width: number, labels: Int32Array): number {
  const n = runs.length / 3;
  const parent = Int32Array.from({ length: n }, (_, i) => i);
  const find = (a: number): number => {
    while (parent[a] !== a) {
      parent[a] = parent[parent[a]];
      a = parent[a];
    }
    return a;
  };
  let above = 0;
  for (let i = 0; i < n; i++) {
    const y = runs[3 * i];
    const start = runs[3 * i + 1];
    const end = runs[3 * i + 2];
    while (above < i && (runs[3 * above] < y - 1 || (runs[3 * above] === y - 1 && runs[3 * above + 2] <= start)))
      above++;
    for (let k = above; k < i && runs[3 * k] === y - 1 && runs[3 * k + 1] < end; k++) {
      const a = find(k);
      const b = find(i);
      if (a !== b) parent[Math.max(a, b)] = Math.min(a, b);
    }
  }
  const number = new Int32Array(n);
  let count = 0;
  for (let i = 0; i < n; i++) {
    const root = find(i);
    if (root === i) number[i] = ++count;
    const row = runs[3 * i] * width;
    labels.fill(number[root], row + runs[3 * i + 1], row + runs[3 * i + 2]);
  }
  return count;
}

/** Lets the regions grow into the mask until they meet: rounds of 4 and 8 neighbours in turn, which keeps middles round. */
function shareLines(mask: Uint8Array, labels: Int32Array, width: number, height: number) {
  let masked = 0;
  for (let i = 0; i < mask.length; i++) masked += mask[i];
  const open = new Int32Array(masked);
  for (let i = 0, k = 0; i < mask.length; i++) if (mask[i] !== 0) open[k++] = i;
  const taken = new Int32Array(masked);
  const found = new Int32Array(masked);
  const last = width * (height - 1);
  let left = masked;
  let idle = 0;
  for (let round = 0; left > 0 && idle < 2; round++) {
    const diagonal = round % 2 === 1;
    let takes = 0;
    let still = 0;
    for (let k = 0; k < left; k++) {
      const i = open[k];
      const x = i % width;
      const west = x > 0 ? 1 : 0;
      const east = x < width - 1 ? 1 : 0;
      const north = i >= width ? width : 0;
      const south = i < last ? width : 0;
      // At the paper's edge a step of 0 looks at the pixel itself, which is unlabelled.
      let label = labels[i - west] || labels[i + east] || labels[i - north] || labels[i + south];
      if (label === 0 && diagonal) {
        label =
          labels[i - north - west] || labels[i - north + east] || labels[i + south - west] || labels[i + south + east];
      }
      if (label !== 0) {
        taken[takes] = i;
        found[takes++] = label;
      } else open[still++] = i;
    }
    for (let k = 0; k < takes; k++) labels[taken[k]] = found[k];
    idle = takes === 0 ? idle + 1 : 0;
    left = still;
  }
}

/**
 * Makes the region map.
 * @param ink the drawing's lines; @param gap openings up to this many paper pixels at line ends are closed (0: none).
 */
export function regionMap(ink: Stroke[], paperWidth: number, paperHeight: number, gap: number): RegionMap {
  const scale = Math.min(1, Math.sqrt(MOST_PIXELS / (paperWidth * paperHeight)));
  const width = Math.max(1, Math.round(paperWidth * scale));
  const height = Math.max(1, Math.round(paperHeight * scale));
  const mask = new Uint8Array(width * height);
  const lines = linesOf(ink, scale);
  stampLines(mask, width, height, lines);
  bridgeGaps(mask, width, height, lines, gap * scale);
  const labels = new Int32Array(width * height);
  const count = labelRegions(freeRuns(mask, width, height), width, labels);
  if (count > 0) shareLines(mask, labels, width, height);
  return { width, height, scale, labels, count, boxes: boxesOf(labels, width, height, count) };
}

function boxesOf(labels: Int32Array, width: number, height: number, count: number): Int32Array {
  const boxes = new Int32Array(4 * (count + 1));
  for (let label = 0; label <= count; label++) boxes.set([width, height, -1, -1], 4 * label);
  for (let y = 0; y < height; y++) {
    const end = (y + 1) * width;
    // Run by run: a pixel inside a run tells nothing new.
    for (let i = y * width; i < end; ) {
      const label = labels[i];
      const start = i;
      while (i < end && labels[i] === label) i++;
      const b = 4 * label;
      const x0 = start - y * width;
      const x1 = i - 1 - y * width;
      if (x0 < boxes[b]) boxes[b] = x0;
      if (y < boxes[b + 1]) boxes[b + 1] = y;
      if (x1 > boxes[b + 2]) boxes[b + 2] = x1;
      if (y > boxes[b + 3]) boxes[b + 3] = y;
    }
  }
  return boxes;
}

/** The region at a point of the paper; 0 off the paper. */
export function regionAt(map: RegionMap, x: number, y: number): number {
  const px = Math.floor(x * map.scale);
  const py = Math.floor(y * map.scale);
  if (px < 0 || py < 0 || px >= map.width || py >= map.height) return 0;
  return map.labels[py * map.width + px];
}
