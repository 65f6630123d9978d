/** The line under the pen: repainted only where it changed, on a canvas of its own above the paper. */
import { outlineOf, sampleCurve } from '../../core/ink/index.ts';
import { type Matrix, type Painter, scaleOf } from '../../core/picture/index.ts';
import { type Brush, POINT_SIZE } from '../../core/shot/index.ts';

/** Points at the pen's end that the next point can still move (the curve looks two points ahead). */
const UNSETTLED = 4;
/** Screen pixels around the repainted box in which points still matter. */
const RUN_MARGIN = 60;

export class LiveLine {
  private readonly canvas: HTMLCanvasElement;
  private readonly painter: Painter;
  private shown = 0;
  /** Left, top, right, bottom of all that was painted, screen pixels. */
  private touched = [Infinity, Infinity, -Infinity, -Infinity];

  constructor(canvas: HTMLCanvasElement, painter: Painter) {
    this.canvas = canvas;
    this.painter = painter;
  }

  clear(): void {
    const context = this.canvas.getContext('2d')!;
    context.setTransform(1, 0, 0, 1, 0, 0);
    const [left, top, right, bottom] = this.touched;
    if (right > left) context.clearRect(left, top, right - left, bottom - top);
    this.touched = [Infinity, Infinity, -Infinity, -Infinity];
    this.shown = 0;
  }

  /** Shows the points so far through the view; only the box around what is new is cleared and painted. */
  show(points: Float32Array, brush: Brush, colour: string, view: Matrix): void {
    const context = this.canvas.getContext('2d')!;
    const count = points.length / POINT_SIZE;
    const from = Math.max(0, Math.min(this.shown, count) - UNSETTLED);
    const scale = scaleOf(view);
    const reach = (brush.width * (1 + brush.thinning)) / 2 + 4 / scale;
    let minX = Infinity;
    let minY = Infinity;
    let maxX = -Infinity;
    let maxY = -Infinity;
    for (let i = from; i < count; i++) {
      const x = points[i * POINT_SIZE];
      const y = points[i * POINT_SIZE + 1];
      const sx = view[0] * x + view[2] * y + view[4];
      const sy = view[1] * x + view[3] * y + view[5];
      minX = Math.min(minX, sx);
      maxX = Math.max(maxX, sx);
      minY = Math.min(minY, sy);
      maxY = Math.max(maxY, sy);
    }
    const grow = reach * scale;
    const left = Math.floor(minX - grow);
    const top = Math.floor(minY - grow);
    const width = Math.ceil(maxX + grow) - left;
    const height = Math.ceil(maxY + grow) - top;
    const [l, t, r, b] = this.touched;
    this.touched = [Math.min(l, left), Math.min(t, top), Math.max(r, left + width), Math.max(b, top + height)];
    context.save();
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.beginPath();
    context.rect(left, top, width, height);
    context.clip();
    context.clearRect(left, top, width, height);
    context.setTransform(...view);
    const outline: Float32Array[] = [];
    // The line may cross the box earlier on too: every run of points near the box is outlined, all filled as one shape.
    const margin = grow + RUN_MARGIN;
    const near = (i: number) => {
      const x = points[i * POINT_SIZE];
      const y = points[i * POINT_SIZE + 1];
      const sx = view[0] * x + view[2] * y + view[4];
      const sy = view[1] * x + view[3] * y + view[5];
      return sx > left - margin && sx < left + width + margin && sy > top - margin && sy < top + height + margin;
    };
    for (let i = 0; i < count; i++) {
      if (!near(i)) continue;
      const first = Math.max(0, i - 2);
      while (i < count && near(i)) i++;
      const run = points.subarray(first * POINT_SIZE, Math.min(count, i + 2) * POINT_SIZE);
      outline.push(...outlineOf(sampleCurve(run, false), brush));
    }
    this.painter.paintOutline(context as never, outline, brush, colour);
    context.restore();
    this.shown = count;
  }
}
