/** Small openings at the ends of lines, and bridging them. */
import { SAMPLE_SIZE } from '../../ink/curve.ts';
import { PointGrid } from '../../plane/point-grid.ts';
import { lengthsAlong } from '../../plane/polyline.ts';
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
  // Every sample of every line, found by place: where it is, its line, and where in the line it stands.
  const size = lines.reduce((sum, { samples }) => sum + samples.length / SAMPLE_SIZE, 0);
  const places = new Float64Array(2 * size);
  const lineOf = new Int32Array(size);
  const standsAt = new Int32Array(size);
  let n = 0;
  lines.forEach(({ samples }, line) => {
    for (let at = 0; at < samples.length; at += SAMPLE_SIZE, n++) {
      places[2 * n] = samples[at];
      places[2 * n + 1] = samples[at + 1];
      lineOf[n] = line;
      standsAt[n] = at;
    }
  });
  const grid = new PointGrid(places, gap + WIDEST);
  const bridges: [number, number, number, number][] = [];
  lines.forEach((own, line) => {
    const { samples } = own;
    if (own.closed || samples.length <= SAMPLE_SIZE) return;
    const along = lengthsAlong(samples, SAMPLE_SIZE);
    for (const end of [0, samples.length - SAMPLE_SIZE]) {
      const x = samples[end];
      const y = samples[end + 1];
      const reached: Reached[] = [];
      grid.within(x, y, gap + WIDEST, (place) => {
        const [to, at] = [lineOf[place], standsAt[place]];
        const other = lines[to].samples;
        const dx = other[at] - x;
        const dy = other[at + 1] - y;
        const distance = Math.sqrt(dx * dx + dy * dy);
        // Its own neighbourhood is no opening: the way along the line must be a detour.
        if (to === line && Math.abs(along[at / SAMPLE_SIZE] - along[end / SAMPLE_SIZE]) < DETOUR * distance + 1) return;
        if (distance - other[at + 2] - samples[end + 2] > gap) return;
        const known = reached.find((each) => each.line === to);
        if (!known) reached.push({ line: to, distance, x: other[at], y: other[at + 1] });
        else if (distance < known.distance) Object.assign(known, { distance, x: other[at], y: other[at + 1] });
      });
      reached.sort((a, b) => a.distance - b.distance);
      for (const to of reached.slice(0, MOST)) bridges.push([x, y, to.x, to.y]);
    }
  });
  // What is clear is asked before any bridge is stamped: one must not hide another.
  for (const bridge of bridges) if (crossesClear(mask, bridge)) open.push(...bridge);
  for (const [ax, ay, bx, by] of bridges) capsule(mask, ax, ay, bx, by, BARRIER, BRIDGED);
  return open;
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
