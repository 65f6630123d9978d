/** The line under the pen: repainted only where it changed, on a canvas of its own above the paper. */

import { isPlain, LineSampler, outlineOf, reachOf, SAMPLE_SIZE } from '../../core/ink/index.ts';
import { InkRaster, type Painter, type Run } from '../../core/picture/index.ts';
import { type Box, emptyBox, IDENTITY, type Matrix, mapPoint, scaleOf } from '../../core/plane/index.ts';
import type { Brush } from '../../core/shot/index.ts';

/** How a line under the pen looks. */
export interface LineLook {
  brush: Brush;
  colour: string;
  /** What its texture is made by; the stroke it becomes keeps it. */
  seed?: number;
  /** Maps to its images in the guides' mirror. */
  images?: Matrix[];
}

/** Screen pixels around what is painted, so that soft edges are in. */
const MARGIN = 3;

function include(box: Box, x: number, y: number, grow: number): void {
  box.minX = Math.min(box.minX, x - grow);
  box.minY = Math.min(box.minY, y - grow);
  box.maxX = Math.max(box.maxX, x + grow);
  box.maxY = Math.max(box.maxY, y + grow);
}

const united = (a: Box, b: Box): Box => ({
  minX: Math.min(a.minX, b.minX),
  minY: Math.min(a.minY, b.minY),
  maxX: Math.max(a.maxX, b.maxX),
  maxY: Math.max(a.maxY, b.maxY),
});

export class LiveLine {
  private readonly canvas: HTMLCanvasElement;
  private readonly painter: Painter;
  private sampler: LineSampler | null = null;
  /** How far along the line each sample lies, paper pixels. */
  private along = new Float32Array(1024);
  /** Per image of the line: all that was painted, and the end that the next point can still move. */
  private touched: Box[] = [];
  private loose: Box[] = [];

  constructor(canvas: HTMLCanvasElement, painter: Painter) {
    this.canvas = canvas;
    this.painter = painter;
  }

  clear(): void {
    const context = this.canvas.getContext('2d')!;
    context.setTransform(1, 0, 0, 1, 0, 0);
    for (const { minX, minY, maxX, maxY } of this.touched)
      if (maxX > minX) context.clearRect(minX, minY, maxX - minX, maxY - minY);
    this.touched = [];
    this.loose = [];
    this.sampler = null;
  }

  /**
   * Shows the points so far through the view; only the boxes around what is new are cleared and painted. Points given
   * before must come again unchanged, until the line is cleared.
   */
  show(points: Float32Array, look: LineLook, view: Matrix): void {
    this.sampler ??= new LineSampler(look.brush);
    const { samples, kept } = this.sampler.sample(points);
    this.measure(samples, kept);
    const maps = [IDENTITY, ...(look.images ?? [])];
    const boxes = maps.map((map, k) => {
      const fresh = this.boxFrom(samples, Math.max(0, kept - SAMPLE_SIZE), map, look.brush, view);
      const box = this.loose[k] ? united(this.loose[k], fresh) : fresh;
      this.loose[k] = fresh;
      this.touched[k] = this.touched[k] ? united(this.touched[k], box) : box;
      return box;
    });
    for (const box of boxes) this.repaint(box, samples, maps, look, view);
  }

  private measure(samples: Float32Array, kept: number): void {
    const n = samples.length / SAMPLE_SIZE;
    if (n > this.along.length) {
      const wider = new Float32Array(n * 2);
      wider.set(this.along);
      this.along = wider;
    }
    for (let i = Math.max(1, kept / SAMPLE_SIZE); i < n; i++) {
      const o = i * SAMPLE_SIZE;
      const step = Math.hypot(samples[o] - samples[o - SAMPLE_SIZE], samples[o + 1] - samples[o - SAMPLE_SIZE + 1]);
      this.along[i] = this.along[i - 1] + step;
    }
  }

  private boxFrom(samples: Float32Array, from: number, map: Matrix, brush: Brush, view: Matrix): Box {
    const box = emptyBox();
    const grow = reachOf(brush) * scaleOf(view) + MARGIN;
    for (let o = from; o < samples.length; o += SAMPLE_SIZE) {
      const [x, y] = mapPoint(view, ...mapPoint(map, samples[o], samples[o + 1]));
      include(box, x, y, grow);
    }
    return {
      minX: Math.floor(box.minX),
      minY: Math.floor(box.minY),
      maxX: Math.ceil(box.maxX),
      maxY: Math.ceil(box.maxY),
    };
  }

  /** The line may cross a box earlier on too, and so may its images: every run of samples near the box is painted. */
  private repaint(box: Box, samples: Float32Array, maps: Matrix[], look: LineLook, view: Matrix): void {
    const context = this.canvas.getContext('2d')!;
    const x = Math.max(0, box.minX);
    const y = Math.max(0, box.minY);
    const width = Math.min(this.canvas.width, box.maxX) - x;
    const height = Math.min(this.canvas.height, box.maxY) - y;
    if (width <= 0 || height <= 0) return;
    context.save();
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.beginPath();
    context.rect(x, y, width, height);
    context.clip();
    context.clearRect(x, y, width, height);
    const plain = isPlain(look.brush);
    const raster = plain ? null : new InkRaster({ x, y, width, height }, view);
    context.setTransform(...view);
    for (const map of maps) {
      const runs = this.runsNear(box, samples, map, look.brush, view);
      if (runs.length === 0) continue;
      if (raster) raster.paint(runs, look.brush, look.seed ?? 0, look.colour);
      else
        this.painter.paintOutline(
          context as never,
          runs.flatMap((run) => outlineOf(run.samples)),
          look.brush,
          look.colour,
        );
    }
    if (raster) this.painter.putRaster(context as never, raster);
    context.restore();
  }

  /** Runs of samples whose ink may reach into a box, mapped, with the taper at the line's start. */
  private runsNear(box: Box, samples: Float32Array, map: Matrix, brush: Brush, view: Matrix): Run[] {
    const n = samples.length / SAMPLE_SIZE;
    const grow = reachOf(brush) * scaleOf(view) + MARGIN;
    const near = (i: number) => {
      const [px, py] = mapPoint(map, samples[i * SAMPLE_SIZE], samples[i * SAMPLE_SIZE + 1]);
      const x = view[0] * px + view[2] * py + view[4];
      const y = view[1] * px + view[3] * py + view[5];
      return x > box.minX - grow && x < box.maxX + grow && y > box.minY - grow && y < box.maxY + grow;
    };
    const runs: Run[] = [];
    for (let i = 0; i < n; i++) {
      if (!near(i)) continue;
      const first = Math.max(0, i - 1);
      while (i < n && near(i)) i++;
      const last = Math.min(n, i + 1);
      const run = samples.slice(first * SAMPLE_SIZE, last * SAMPLE_SIZE);
      for (let k = 0; k < run.length; k += SAMPLE_SIZE) {
        const [x, y] = mapPoint(map, run[k], run[k + 1]);
        run[k] = x;
        run[k + 1] = y;
        const { start } = brush.taper;
        const along = this.along[first + k / SAMPLE_SIZE];
        if (start > 0 && along < start && n > 1) run[k + 2] *= Math.sin((along / start) * (Math.PI / 2));
      }
      runs.push({ samples: run, from: this.along[first] });
    }
    return runs;
  }
}
