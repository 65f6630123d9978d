/** Small openings at the ends of lines, and bridging them. */
import { SAMPLE_SIZE } from '../ink/curve.ts';
import { BARRIER, capsule, type Mask, type StampedLine } from './stamp.ts';

/** A bridge has no ink over it: paint of both sides may lie under one another over this radius, map pixels. */
const BRIDGED = 1.5;
/** Thickest line looked for beside an opening, map pixels. */
const WIDEST = 16;
/** A line's end is joined to a part of the same line when the way there along it is so many times as long. */
const DETOUR = 2.5;
/** Other lines an end is joined to. */
const MOST = 2;

interface Reached {
  line: number;
  distance: number;
  x: number;
  y: number;
}

/**
 * Bridges openings up to `gap` map pixels between a line's end and the nearest other lines (or a far part of its own).
 * @returns the bridges that cross clear paper, x1, y1, x2, y2 each, map pixels: what was open.
 */
export function bridgeOpenings(mask: Mask, lines: StampedLine[], gap: number): number[] {
  const open: number[] = [];
  if (gap <= 0) return open;
  const cell = gap + WIDEST;
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
  const bridges: [number, number, number, number][] = [];
  lines.forEach((own, line) => {
    const { samples } = own;
    if (own.closed || samples.length <= SAMPLE_SIZE) return;
    const along = lengthsAlong(samples);
    for (const end of [0, samples.length - SAMPLE_SIZE]) {
      const x = samples[end];
      const y = samples[end + 1];
      const reached: Reached[] = [];
      for (let gy = -1; gy <= 1; gy++) {
        for (let gx = -1; gx <= 1; gx++) {
          const list = grid.get(keyOf(x + gx * cell, y + gy * cell)) ?? [];
          for (let k = 0; k < list.length; k += 2) {
            const other = lines[list[k]].samples;
            const i = list[k + 1];
            const dx = other[i] - x;
            const dy = other[i + 1] - y;
            const distance = Math.sqrt(dx * dx + dy * dy);
            // Its own neighbourhood is no opening: the way along the line must be a detour.
            if (list[k] === line && Math.abs(along[i / SAMPLE_SIZE] - along[end / SAMPLE_SIZE]) < DETOUR * distance + 1)
              continue;
            if (distance - other[i + 2] - samples[end + 2] > gap) continue;
            const known = reached.find((each) => each.line === list[k]);
            if (!known) reached.push({ line: list[k], distance, x: other[i], y: other[i + 1] });
            else if (distance < known.distance) Object.assign(known, { distance, x: other[i], y: other[i + 1] });
          }
        }
      }
      reached.sort((a, b) => a.distance - b.distance);
      for (const to of reached.slice(0, MOST)) bridges.push([x, y, to.x, to.y]);
    }
  });
  // What is clear is asked before any bridge is stamped: one must not hide another.
  for (const bridge of bridges) if (crossesClear(mask, bridge)) open.push(...bridge);
  for (const [ax, ay, bx, by] of bridges) capsule(mask, ax, ay, bx, by, BARRIER, BRIDGED);
  return open;
}

/** Length along a line up to each of its samples. */
function lengthsAlong(samples: Float32Array): Float32Array {
  const along = new Float32Array(samples.length / SAMPLE_SIZE);
  for (let i = 1; i < along.length; i++) {
    const [a, b] = [SAMPLE_SIZE * (i - 1), SAMPLE_SIZE * i];
    const [dx, dy] = [samples[b] - samples[a], samples[b + 1] - samples[a + 1]];
    along[i] = along[i - 1] + Math.sqrt(dx * dx + dy * dy);
  }
  return along;
}

function crossesClear({ pixels, width, height }: Mask, [ax, ay, bx, by]: [number, number, number, number]): boolean {
  const steps = Math.ceil(2 * Math.max(Math.abs(bx - ax), Math.abs(by - ay)));
  for (let i = 0; i <= steps; i++) {
    const x = Math.floor(ax + ((bx - ax) * i) / Math.max(1, steps));
    const y = Math.floor(ay + ((by - ay) * i) / Math.max(1, steps));
    if (x >= 0 && y >= 0 && x < width && y < height && pixels[y * width + x] === 0) return true;
  }
  return false;
}
