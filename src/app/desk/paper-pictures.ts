/**
 * The paper on screen: keeps the last painted parts, shows them at once under any new view, and asks the worker for
 * sharp ones. Lines just drawn are put on top until the worker's picture holds them.
 */

import { strokeBox } from '../../core/ink/index.ts';
import { Painter } from '../../core/picture/index.ts';
import { after, IDENTITY, type Matrix, mapPoint } from '../../core/plane/index.ts';
import { type Blend, colourMap, type Id, paletteAt, type Stroke } from '../../core/shot/index.ts';
import { canvasTools } from '../../workers/canvas-tools.ts';
import type { Draft } from '../../workers/paper-wish.ts';
import { WorkerFailed, WorkStopped } from '../../workers/worker-host.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { aloneIn } from '../session/slices/place.ts';
import { ghostWishes, peekedCell, ROUGH_TINT } from './ghost-wishes.ts';
import { between } from './view.ts';

interface Part {
  key: string;
  /** Laid over one another, each mixed with what is there by its blend. */
  pieces: { image: ImageBitmap; blend: Blend }[];
}

/** How a layer lies that is being placed by hand. */
export interface Placed {
  layer: Id;
  frame: number;
  place: Matrix;
}

const NOTHING: Part = { key: '', pieces: [] };

const letGo = ({ pieces }: { pieces: Part['pieces'] | null }) => {
  for (const { image } of pieces ?? []) image.close();
};

export class PaperPictures {
  readonly painter = new Painter(canvasTools(() => null));
  private readonly open: OpenShot;
  private readonly canvas: HTMLCanvasElement;
  private under = NOTHING;
  private own = NOTHING;
  private over = NOTHING;
  /** View the parts were painted for. */
  private madeFor: Matrix = IDENTITY;
  private asking = false;
  private askAgain = false;
  private fresh: { stroke: Stroke; seq: number }[] = [];
  private strokeSeq = 0;
  private whole: ImageBitmap | null = null;
  private wholeKept = false;
  private closed = false;
  private draft: Draft | null = null;
  view: Matrix = IDENTITY;
  /** What carries the drawing in hand on the paper. */
  pegs: Matrix = IDENTITY;
  /** Where the layer in hand lies while it is placed by its box; null: it is not. */
  placed: Placed | null = null;
  /** Where it lay when its part was painted. */
  private ownPlaced: Placed | null = null;
  /** Called when sharp parts have arrived. */
  onSharp: () => void = () => {};

  constructor(open: OpenShot, canvas: HTMLCanvasElement) {
    this.open = open;
    this.canvas = canvas;
  }

  close(): void {
    this.closed = true;
    for (const part of [this.under, this.own, this.over]) letGo(part);
  }

  /** Shows a ready whole frame instead of the parts, while playing. */
  showWhole(picture: ImageBitmap | null): void {
    this.whole = picture;
    this.wholeKept = false;
    if (picture) this.compose();
    else {
      // The last played picture stays until the parts of the frame stopped at are there.
      this.wholeKept = true;
      this.request();
    }
  }

  /** A line that was just committed: shown at once. */
  addFresh(stroke: Stroke): void {
    this.fresh.push({ stroke, seq: ++this.strokeSeq });
    this.compose(stroke);
  }

  /** Shows a drawing as the hand is changing it, or as it is kept again. */
  showDraft(draft: Draft | null): void {
    this.draft = draft;
    this.request();
  }

  dropFresh(): void {
    this.fresh = [];
  }

  /** A new worker does not know what the old one painted; its pictures stay in sight until the new ones come. */
  forget(): void {
    for (const part of ['under', 'own', 'over'] as const) this[part] = { ...this[part], key: '' };
  }

  private clipToPaper(context: CanvasRenderingContext2D, view: Matrix): void {
    const { width, height } = this.open.session.shot;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.beginPath();
    for (const [x, y] of [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ]) {
      const [px, py] = mapPoint(view, x, y);
      context.lineTo(px, py);
    }
    context.closePath();
  }

  /** Puts everything together for the present view; a few image copies, no waiting. `only`: just around this line. */
  compose(only?: Stroke): void {
    if (this.closed) return;
    const context = this.canvas.getContext('2d')!;
    context.save();
    if (only) this.clipToStroke(context, only);
    this.composeAll(context);
    context.restore();
  }

  private clipToStroke(context: CanvasRenderingContext2D, stroke: Stroke): void {
    const { minX, minY, maxX, maxY } = strokeBox(stroke);
    context.setTransform(...after(this.pegs, this.view));
    context.beginPath();
    context.rect(minX, minY, maxX - minX, maxY - minY);
    context.clip();
  }

  private composeAll(context: CanvasRenderingContext2D): void {
    const { width, height } = this.canvas;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, width, height);
    // The sheet's shadow: three soft steps are cheaper than a blur and look the same.
    for (const [grow, alpha] of [
      [6, 0.05],
      [3, 0.08],
      [1, 0.14],
    ]) {
      context.save();
      context.translate(0, grow * 0.7);
      this.clipToPaper(context, this.view);
      context.lineWidth = grow * 2;
      context.lineJoin = 'round';
      context.strokeStyle = `rgba(42, 41, 36, ${alpha})`;
      context.stroke();
      context.restore();
    }
    context.save();
    this.clipToPaper(context, this.view);
    context.clip();
    if (this.whole) this.putWhole(context, this.whole);
    else {
      const { background } = this.open.session.shot;
      context.fillStyle = background.transparent ? '#ffffff' : background.colour;
      context.fillRect(0, 0, width, height);
      const moved = between(this.madeFor, this.view);
      const put = ({ pieces }: Part, carried = moved) => {
        context.setTransform(...carried);
        for (const { image, blend } of pieces) {
          context.globalCompositeOperation = blend === 'normal' ? 'source-over' : blend;
          context.drawImage(image, 0, 0);
        }
        context.globalCompositeOperation = 'source-over';
      };
      put(this.under);
      put(this.own, this.carried() ?? moved);
      this.paintFresh(context);
      put(this.over);
    }
    context.restore();
  }

  /** A layer placed by hand goes with the hand at once: its picture is carried until the worker has painted it there. */
  private carried(): Matrix | null {
    const [was, is] = [this.ownPlaced, this.placed];
    if (!was || !is || was.layer !== is.layer || was.frame !== is.frame) return null;
    return between(after(was.place, this.madeFor), after(is.place, this.view));
  }

  /** Upright and in its own size the picture is copied pixel by pixel, which costs a fraction of scaling it. */
  private putWhole(context: CanvasRenderingContext2D, picture: ImageBitmap): void {
    const { shot } = this.open.session;
    const [a, b, , , e, f] = this.view;
    if (b === 0 && a > 0 && Math.abs(picture.width - shot.width * a) < 1) {
      context.setTransform(1, 0, 0, 1, e, f);
      context.drawImage(picture, 0, 0);
      return;
    }
    context.setTransform(...this.view);
    context.drawImage(picture, 0, 0, shot.width, shot.height);
  }

  private paintFresh(context: CanvasRenderingContext2D): void {
    if (this.fresh.length === 0) return;
    const { shot } = this.open.session;
    const { frame, layerId } = this.open.view.getState();
    const opacity = shot.layers.find((layer) => layer.id === layerId)?.opacity ?? 1;
    context.setTransform(...after(this.pegs, this.view));
    context.globalAlpha = opacity;
    const colours = colourMap(paletteAt(shot, frame));
    this.painter.paintInk(
      context as never,
      this.fresh.map((each) => each.stroke),
      colours,
    );
    context.globalAlpha = 1;
  }

  /** Asks the worker for sharp parts; while one answer is on its way only the newest wish is kept. */
  request(): void {
    if (this.closed) return;
    if (this.asking) {
      this.askAgain = true;
      return;
    }
    this.asking = true;
    this.askAgain = false;
    void this.ask()
      .catch((error) => {
        // A worker that died is started anew by the next wish; a shot that is being closed needs none.
        if (error instanceof WorkerFailed) this.askAgain = true;
        else if (!(error instanceof WorkStopped)) throw error;
      })
      .finally(() => {
        this.asking = false;
        if (this.askAgain) setTimeout(() => this.request(), 0);
      });
  }

  private async ask(): Promise<void> {
    const { session, view } = this.open;
    const { frame, layerId } = view.getState();
    const { width, height } = this.canvas;
    if (width < 2 || height < 2) return;
    const madeFor = this.view;
    const seen = this.strokeSeq;
    const { placed } = this;
    const parts = await session.pictures.paper({
      bundle: session.bundle,
      frame,
      alone: aloneIn(view.getState()),
      layerId,
      view: [...madeFor],
      width,
      height,
      ghosts: ghostWishes(this.open),
      pegs: [...this.pegs],
      asMoved: view.getState().placing === layerId || view.getState().bending,
      instead: peekedCell(this.open),
      draft: this.draft,
      roughTint: view.getState().roughTint ? ROUGH_TINT : null,
      have: { under: this.under.key, own: this.own.key, over: this.over.key },
    });
    if (this.closed) {
      for (const part of [parts.under, parts.own, parts.over]) letGo(part);
      return;
    }
    const take = (old: Part, { key, pieces }: { key: string; pieces: Part['pieces'] | null }): Part => {
      if (pieces === null) return old;
      letGo(old);
      return { key, pieces };
    };
    this.under = take(this.under, parts.under);
    this.own = take(this.own, parts.own);
    this.over = take(this.over, parts.over);
    this.madeFor = madeFor;
    this.ownPlaced = placed;
    this.fresh = this.fresh.filter((each) => each.seq > seen);
    if (this.wholeKept) {
      this.whole = null;
      this.wholeKept = false;
    }
    this.compose();
    if (!this.askAgain) this.onSharp();
  }
}
