/** The lower layers of frames that follow one another, kept as they were painted: a background is painted once, not for every frame. */
import { LRUCache } from 'lru-cache';
import type { PaintContext, PaintTools } from './context.ts';

/** Canvases that are kept: each takes four bytes a pixel. */
const KEPT = 3;

/** For frames painted through one view at one size. */
export class FrameMemory {
  private readonly kept = new LRUCache<string, ReturnType<PaintTools['scratch']>>({ max: KEPT });
  private before: string[] = [];
  private readonly newCanvas: PaintTools['scratch'];

  /** @param newCanvas a clear canvas that nobody else uses */
  constructor(newCanvas: PaintTools['scratch']) {
    this.newCanvas = newCanvas;
  }

  /**
   * Paints what lies lowest and was the same on the frame before: from a canvas that is kept, or onto one that will be.
   * @param keys what each cell looks like, lowest first @param paint paints cells `from`..`to` (not included) onto a context;
   * `from` 0 with the background. @returns how many cells are painted by it
   */
  paintLowest(
    context: PaintContext,
    keys: string[],
    width: number,
    height: number,
    paint: (target: PaintContext, from: number, to: number) => void,
  ): number {
    let same = 0;
    while (same < keys.length && keys[same] === this.before[same]) same++;
    this.before = keys;
    if (same === 0) return 0;
    const key = keys.slice(0, same).join('\n');
    let canvas = this.kept.get(key);
    if (!canvas) {
      canvas = this.newCanvas(width, height);
      // Begun from the longest that is kept of it.
      let from = same - 1;
      while (from > 0 && !this.kept.has(keys.slice(0, from).join('\n'))) from--;
      if (from > 0)
        canvas.context.drawImage(this.kept.get(keys.slice(0, from).join('\n'))!.image as never, 0, 0, width, height);
      paint(canvas.context, from, same);
      this.kept.set(key, canvas);
    }
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.drawImage(canvas.image as never, 0, 0, width, height);
    return same;
  }
}
