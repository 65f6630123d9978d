/**
 * The paper under the hand: what the sensors tell becomes gestures of the tool in hand and moves of the view; what the shot
 * and the view become is shown. Plain browser events, nothing awaited and no React between pen and ink.
 */

import type { Point } from '../../core/plane/index.ts';
import { after, IDENTITY, inverse, type Matrix, mapPoint, scaleOf, scaling } from '../../core/plane/index.ts';
import { cameraMatrix, drawingShown, paperMiddle } from '../../core/sheet/index.ts';
import { layerInHand, whyNotDraw } from '../commands/layer-in-hand.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { dropCurve } from './curve-in-hand.ts';
import { draftOf } from './draft.ts';
import { GestureRouter } from './gesture-router.ts';
import { handPegs, placedNow } from './hand-pegs.ts';
import { type LineLook, LiveLine } from './live-line.ts';
import { PaperPictures } from './paper-pictures.ts';
import { showRing, showString } from './pen-marks.ts';
import { type Finger, Pinch } from './sensors/pinch.ts';
import { PointerSensor } from './sensors/pointer-sensor.ts';
import { toolOf } from './tools/index.ts';
import type { ToolDesk } from './tools/tool.ts';
import { panBy, settled, viewMatrix, viewOfField, zoomAbout } from './view.ts';
import { dropWarp, warpedNow } from './warping.ts';

export interface PaperElements {
  stage: HTMLElement;
  paper: HTMLCanvasElement;
  live: HTMLCanvasElement;
  ring: HTMLElement;
  /** The string a line is pulled on. */
  string: SVGLineElement;
}

const QUIET_MS = 350;

export class PaperDesk {
  readonly pictures: PaperPictures;
  private readonly open: OpenShot;
  private readonly el: PaperElements;
  private readonly line: LiveLine;
  private readonly say: (text: string) => void;
  private room = { width: 800, height: 500 };
  private dpr = 1;
  private matrix: Matrix = [1, 0, 0, 1, 0, 0];
  /** What carries the drawing in hand on the paper. */
  private pegs: Matrix = IDENTITY;
  private readonly gestures: GestureRouter;
  private readonly sensor: PointerSensor;
  private pinch: Pinch | null = null;
  private cleanUps: (() => void)[] = [];
  private quiet: ReturnType<typeof setTimeout> | undefined;

  constructor(open: OpenShot, el: PaperElements, say: (text: string) => void) {
    this.open = open;
    this.el = el;
    this.say = say;
    this.pictures = new PaperPictures(open, el.paper);
    this.line = new LiveLine(el.live, this.pictures.painter);
    const sizes = new ResizeObserver(() => this.resize());
    sizes.observe(el.stage);
    this.cleanUps.push(() => sizes.disconnect());
    this.gestures = new GestureRouter(open, (shift, device) => this.toolDesk(shift, device));
    this.sensor = new PointerSensor(el.stage, {
      toPlace: (x, y) => mapPoint(inverse(this.handMatrix), x * this.dpr, y * this.dpr),
      down: (sample, down) => this.gestures.down(sample, down),
      move: (samples, screen, shift) => this.gestures.move(samples, screen, shift),
      up: () => {
        this.gestures.up();
        this.whenQuiet();
      },
      cancel: () => this.gestures.cancel(),
      hover: (screen) => this.showRing(screen),
      pinch: (fingers) => this.pinched(fingers),
      tap: (fingers) => void this.open.session.step(fingers === 2 ? 'undo' : 'redo'),
      wheel: (event, screen) => this.wheel(event, screen),
    });
    this.follow();
    this.followHand();
    this.resize();
  }

  /** From what the tool in hand works on to the canvas: the drawing as it lies, or the paper. */
  private get handMatrix(): Matrix {
    return toolOf(this.open.view.getState().tool).onPaper ? this.matrix : after(this.pegs, this.matrix);
  }

  /** Follows the layer in hand where it lies on this frame. */
  private followHand(): void {
    this.pegs = handPegs(this.open.session.shot, this.open.view.getState());
    this.pictures.pegs = this.pegs;
    this.pictures.placed = placedNow(this.open);
  }

  /** Lays the paper as the camera sees it, frame by frame. */
  private lookThrough(): void {
    const { session, view } = this.open;
    const { throughCamera, frame, paper } = view.getState();
    const { shot } = session;
    if (!throughCamera || !shot.camera) return;
    const seen = viewOfField(cameraMatrix(shot, frame), shot.camera, paperMiddle(shot), this.room);
    view.setState({ paper: { ...paper, ...seen, fitted: false, mirrored: false } });
  }

  close(): void {
    this.sensor.close();
    clearTimeout(this.quiet);
    for (const clean of this.cleanUps) clean();
    this.pictures.close();
  }

  private follow(): void {
    const { session, view, player } = this.open;
    let shot = session.shot;
    let restarts = session.restarts;
    this.cleanUps.push(
      session.subscribe(() => {
        if (session.restarts !== restarts) {
          restarts = session.restarts;
          this.pictures.forget();
          this.refresh();
        }
        if (session.shot === shot) return;
        const before = shot;
        shot = session.shot;
        this.followHand();
        if (shot.camera !== before.camera) this.lookThrough();
        this.showNewLine(before);
        if (this.pictures.placed) this.pictures.compose();
        if (shot.width !== before.width || shot.height !== before.height) this.setView();
        this.refresh();
      }),
      view.subscribe((now, before) => {
        if (
          now.frame !== before.frame ||
          now.layerId !== before.layerId ||
          now.asItStands !== before.asItStands ||
          now.placing !== before.placing
        )
          this.followHand();
        if (now.frame !== before.frame || now.throughCamera !== before.throughCamera) this.lookThrough();
        if (now.paper !== before.paper) this.setView();
        if (now.warping !== before.warping) {
          const bent = warpedNow(this.open);
          this.pictures.showDraft(bent && draftOf(bent.drawing, bent));
        }
        const playing = player.state.getState().state === 'playing';
        if (
          !playing &&
          (now.frame !== before.frame ||
            now.layerId !== before.layerId ||
            now.ghosts !== before.ghosts ||
            now.peek !== before.peek ||
            now.placing !== before.placing ||
            now.bending !== before.bending ||
            now.asItStands !== before.asItStands ||
            now.roughTint !== before.roughTint ||
            now.alone !== before.alone ||
            now.roll !== before.roll)
        ) {
          this.pictures.dropFresh();
          this.refresh();
        }
        if (now.tool !== before.tool || now.tools !== before.tools) this.showRing(null);
        if (now.tool !== before.tool) void toolOf(now.tool).prepare?.();
        // What was begun on one drawing, or with one tool, is not carried on to another.
        const elsewhere = now.frame !== before.frame || now.layerId !== before.layerId;
        if (elsewhere || (now.tool !== before.tool && now.tool !== 'move')) {
          dropWarp(this.open);
          dropCurve(this.open);
        }
      }),
    );
    this.cleanUps.push(
      this.open.betweens.state.subscribe((now, before) => {
        if (now.half !== before.half) this.refresh();
      }),
    );
    player.show = (picture) => this.pictures.showWhole(picture);
    player.rest = () => this.pictures.showWhole(null);
    this.pictures.onSharp = () => this.whenQuiet();
  }

  /** A line that was just drawn shows before the worker has it. */
  private showNewLine(before: typeof this.open.session.shot): void {
    const { session, view } = this.open;
    const { frame, layerId } = view.getState();
    const layer = session.shot.layers.find((each) => each.id === layerId);
    const drawing = layer && drawingShown(session.shot, layer, frame);
    if (!drawing) return;
    const had = before.drawings[drawing.id]?.ink ?? [];
    if (drawing.ink.length === had.length + 1 && (had.length === 0 || drawing.ink[had.length - 1] === had.at(-1))) {
      this.pictures.addFresh(drawing.ink.at(-1)!);
    } else this.pictures.dropFresh();
  }

  private refresh(): void {
    this.pictures.request();
  }

  /** Once the hand rests for a moment, pictures for playing are made ready. */
  private whenQuiet(): void {
    clearTimeout(this.quiet);
    this.quiet = setTimeout(() => {
      const { shot } = this.open.session;
      this.prepareTool();
      this.open.player.prepareQuietly(() => !this.gestures.busy && this.open.session.shot === shot);
    }, QUIET_MS);
  }

  /** With Pour or Fence in hand the regions of the drawing in sight are mapped ahead. */
  private prepareTool(): void {
    const { session, view } = this.open;
    const { tool, frame } = view.getState();
    const layer = layerInHand(this.open);
    const drawing = layer && drawingShown(session.shot, layer, frame);
    if ((tool === 'pour' || tool === 'fence') && drawing) void this.open.paints.regions(drawing);
  }

  private resize(): void {
    const { width, height } = this.el.stage.getBoundingClientRect();
    if (width < 2 || height < 2) return;
    this.room = { width, height };
    this.dpr = window.devicePixelRatio || 1;
    this.open.view.setState({ room: this.room });
    for (const canvas of [this.el.paper, this.el.live]) {
      canvas.width = Math.round(width * this.dpr);
      canvas.height = Math.round(height * this.dpr);
    }
    this.lookThrough();
    this.setView();
  }

  private setView(): void {
    const { session, view, player } = this.open;
    const { paper } = view.getState();
    const now = settled(paper, session.shot, this.room);
    if (now.zoom !== paper.zoom || now.x !== paper.x || now.y !== paper.y || now.turn !== paper.turn) {
      view.setState({ paper: now });
      return;
    }
    this.matrix = viewMatrix(now, this.room, this.dpr);
    this.pictures.view = this.matrix;
    this.pictures.compose();
    // While playing through a camera the view changes with every frame; the pictures that are ready stay good.
    if (player.state.getState().state === 'playing') return;
    // Ready pictures are made in the size they are shown in: then each played frame is a plain copy.
    player.scale = Math.min(1, now.zoom * this.dpr);
    this.refresh();
  }

  private toolDesk(shift: boolean, device: string): ToolDesk {
    const desk = this;
    return {
      ...this.open,
      zoom: scaleOf(this.handMatrix),
      shift,
      device,
      say: this.say,
      drawing() {
        const { session, view } = desk.open;
        const { frame } = view.getState();
        const layer = layerInHand(desk.open);
        const why = whyNotDraw(session.shot, layer, frame);
        if (why || !layer) {
          if (why) desk.say(why);
          return null;
        }
        return drawingShown(session.shot, layer, frame) ?? 'empty';
      },
      showLine(points: Float32Array | null, look: LineLook) {
        if (points) desk.line.show(points, look, desk.handMatrix);
        else desk.line.clear();
      },
      showDraft(was, draft) {
        desk.pictures.showDraft(draft && draftOf(was, draft));
      },
      showString(from, to) {
        showString(desk.el.string, from, to, after(desk.handMatrix, scaling(1 / desk.dpr)));
      },
    };
  }

  private pinched(fingers: [Finger, Finger] | null): void {
    const { view } = this.open;
    if (!fingers) this.pinch = null;
    else if (this.pinch) view.setState({ paper: this.pinch.viewAt(fingers) });
    else this.pinch = new Pinch(view.getState().paper, this.room, fingers);
  }

  private wheel(event: WheelEvent, at: Point): void {
    const { view } = this.open;
    const { paper } = view.getState();
    if (event.ctrlKey || !event.shiftKey) {
      const unit = event.deltaMode === 1 ? 20 : 1;
      view.setState({ paper: zoomAbout(paper, Math.exp(-event.deltaY * unit * 0.0016), at, this.room) });
    } else view.setState({ paper: panBy(paper, -event.deltaX - event.deltaY, 0, this.room) });
  }

  private showRing(at: Point | null): void {
    const radius = toolOf(this.open.view.getState().tool).ring?.(this.open) ?? 0;
    showRing(this.el.ring, at, radius * 2 * (scaleOf(this.handMatrix) / this.dpr));
  }
}
