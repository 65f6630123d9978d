/** Clear canvases of the size of a picture, or of a part of it, lent while it is painted and used again for the next. */
import type { PaintContext, PaintTools } from './context.ts';

/** A canvas. */
export interface Sheet {
  image: object;
  context: PaintContext;
}

/** Canvases of one size kept between pictures: a layer with its shadows takes five. */
const KEPT = 6;

export class SheetStore {
  private idle = new Map<string, Sheet[]>();
  private size = '';

  /** What one picture borrows; canvases of another picture's size are let go. */
  lend(tools: Pick<PaintTools, 'scratch'>, width: number, height: number): Borrowed {
    const size = `${width}x${height}`;
    if (size !== this.size) {
      this.idle = new Map();
      this.size = size;
    }
    return new Borrowed(this.idle, tools, width, height);
  }
}

/** What one picture has borrowed. */
export class Borrowed {
  private readonly idle: Map<string, Sheet[]>;
  private readonly tools: Pick<PaintTools, 'scratch'>;
  private readonly width: number;
  private readonly height: number;
  private readonly out: { size: string; sheet: Sheet }[] = [];

  constructor(idle: Map<string, Sheet[]>, tools: Pick<PaintTools, 'scratch'>, width: number, height: number) {
    this.idle = idle;
    this.tools = tools;
    this.width = width;
    this.height = height;
  }

  /** A clear canvas. @param by how often it goes into the picture's width and height */
  take(by = 1): Sheet {
    const [width, height] = [Math.ceil(this.width / by), Math.ceil(this.height / by)];
    const size = `${width}x${height}`;
    const used = this.idle.get(size)?.pop();
    const sheet = used ?? this.tools.scratch(width, height);
    if (used) cleared(used.context, width, height);
    this.out.push({ size, sheet });
    return sheet;
  }

  giveBack(): void {
    for (const { size, sheet } of this.out) {
      const there = this.idle.get(size) ?? [];
      if (there.length < KEPT) this.idle.set(size, [...there, sheet]);
    }
  }
}

function cleared(context: PaintContext, width: number, height: number): void {
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalAlpha = 1;
  context.globalCompositeOperation = 'source-over';
  context.filter = 'none';
  context.clearRect(0, 0, width, height);
}
