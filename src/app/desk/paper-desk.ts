/**
 * The paper under the hand: turns pen, touch, mouse and wheel into gestures of the tool in hand and into moves of the
 * view. Plain browser events, nothing awaited and no React between pen and ink.
 */

import { handPressure, type PenSample, pressureOf } from '../../core/ink/index.ts';
import { inverse, type Matrix, mapPoint, scaleOf } from '../../core/plane/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import { layerInHand, whyNotDraw } from '../commands/layer-in-hand.ts';
import { hand } from '../session/hand.ts';
import type { OpenShot } from '../session/open-shot.ts';
import type { ViewState } from '../session/view-state.ts';
import { dropCurve } from './curve-in-hand.ts';
import { draftOf } from './draft.ts';
import { type LineLook, LiveLine } from './live-line.ts';
import { PaperPictures } from './paper-pictures.ts';
import { toolOf } from './tools/index.ts';
import { move } from './tools/move.ts';
import type { Gesture, ToolDesk } from './tools/tool.ts';
import { keepUnder, panBy, settled, turnAbout, viewMatrix, zoomAbout } from './view.ts';
import { dropWarp, warpedNow } from './warping.ts';

export interface PaperElements {
  stage: HTMLElement;
  paper: HTMLCanvasElement;
  live: HTMLCanvasElement;
  ring: HTMLElement;
  /** The string a line is pulled on. */
  string: SVGLineElement;
}

interface Finger {
  x: number;
  y: number;
}

/** A turn by fingers smaller than this is meant as none (radians). */
const TURN_SLACK = 0.12;
const RADIANS = Math.PI / 180;
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
  private gesture: Gesture | null = null;
  private pointer = -1;
  private downAt = 0;
  /** The gesture under way is a finger's. */
  private byFinger = false;
  private penSeen = false;
  private fingers = new Map<number, Finger>();
  private pinch: { view: ViewState['paper']; a: Finger; b: Finger; turning: boolean } | null = null;
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
    this.listen();
    this.follow();
    this.resize();
  }

  close(): void {
    this.gesture?.cancel();
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
        this.showNewLine(before);
        if (shot.width !== before.width || shot.height !== before.height) this.setView();
        this.refresh();
      }),
      view.subscribe((now, before) => {
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
            now.roughTint !== before.roughTint ||
            now.roll !== before.roll)
        ) {
          this.pictures.dropFresh();
          this.refresh();
        }
        if (now.tool !== before.tool || now.tools !== before.tools) this.showRing(null);
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
      this.open.player.prepareQuietly(() => this.gesture === null && this.open.session.shot === shot);
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
    // Ready pictures are made in the size they are shown in: then each played frame is a plain copy.
    player.scale = Math.min(1, now.zoom * this.dpr);
    this.pictures.compose();
    this.refresh();
  }

  private at(event: { clientX: number; clientY: number }): { x: number; y: number } {
    const box = this.el.stage.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  private sample(event: PointerEvent): PenSample {
    const { x, y } = this.at(event);
    const [px, py] = mapPoint(inverse(this.matrix), x * this.dpr, y * this.dpr);
    return {
      x: px,
      y: py,
      pressure: this.pressure(event),
      tiltX: (event.tiltX || 0) * RADIANS,
      tiltY: (event.tiltY || 0) * RADIANS,
      time: Math.max(0, (event.timeStamp - this.downAt) / 1000),
    };
  }

  private pressure({ pointerType, pressure }: PointerEvent): number {
    const reported = pressureOf(pointerType, pressure);
    return pointerType === 'pen' ? handPressure(hand.get(), reported) : reported;
  }

  private toolDesk(shift: boolean, device: string): ToolDesk {
    const desk = this;
    return {
      ...this.open,
      zoom: scaleOf(this.matrix),
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
        if (points) desk.line.show(points, look, desk.matrix);
        else desk.line.clear();
      },
      showDraft(was, draft) {
        desk.pictures.showDraft(draft && draftOf(was, draft));
      },
      showString(from, to) {
        desk.showString(from, to);
      },
    };
  }

  private listen(): void {
    const { stage } = this.el;
    const on = <K extends keyof HTMLElementEventMap>(
      name: K,
      run: (event: HTMLElementEventMap[K]) => void,
      options?: AddEventListenerOptions,
    ) => {
      stage.addEventListener(name, run, options);
      this.cleanUps.push(() => stage.removeEventListener(name, run, options));
    };
    on('pointerdown', (event) => this.down(event));
    on('pointermove', (event) => this.moved(event));
    on('pointerup', (event) => this.lifted(event));
    on('pointercancel', (event) => this.lost(event));
    on('lostpointercapture', (event) => this.lifted(event));
    on('pointerleave', () => this.showRing(null));
    on('wheel', (event) => this.wheel(event), { passive: false });
    on('contextmenu', (event) => event.preventDefault());
  }

  private down(event: PointerEvent): void {
    if (event.pointerType === 'touch') {
      // While a pen or the mouse draws, what touches the glass is the hand that rests there.
      if (this.gesture && !this.byFinger) return;
      this.fingers.set(event.pointerId, this.at(event));
      if (this.fingers.size === 2) {
        this.gesture?.cancel();
        this.gesture = null;
        const [a, b] = [...this.fingers.values()];
        this.pinch = { view: this.open.view.getState().paper, a, b, turning: false };
        return;
      }
      if (this.fingers.size > 2) return;
    }
    if (event.pointerType === 'pen') {
      this.penSeen = true;
      // Fingers that rest there already neither draw nor move the paper from now on.
      this.fingers.clear();
      this.pinch = null;
      if (this.byFinger) this.gesture?.cancel();
      if (this.byFinger) this.gesture = null;
    }
    if (this.gesture) return;
    this.byFinger = event.pointerType === 'touch';
    this.open.player.stop();
    // A hand resting on the glass must not draw once a pen is in use; the middle button moves the paper.
    const moves = event.button === 1 || (event.pointerType === 'touch' && this.penSeen);
    if (event.button !== 0 && !moves && event.button !== 5) return;
    event.preventDefault();
    (document.activeElement as HTMLElement | null)?.blur();
    this.downAt = event.timeStamp;
    this.pointer = event.pointerId;
    try {
      this.el.stage.setPointerCapture(event.pointerId);
    } catch {
      // A pointer that is gone already cannot be captured; its events still arrive.
    }
    const state = this.open.view.getState();
    // The other end of a pen is its eraser.
    const tool = moves ? move : toolOf(event.button === 5 ? 'eraser' : state.tool);
    this.gesture = tool.down(this.toolDesk(event.shiftKey, event.pointerType), this.sample(event), this.at(event));
  }

  private moved(event: PointerEvent): void {
    if (event.pointerType === 'touch' && this.fingers.has(event.pointerId)) {
      this.fingers.set(event.pointerId, this.at(event));
      if (this.pinch) {
        this.pinched();
        return;
      }
    }
    this.showRing(event);
    if (!this.gesture || event.pointerId !== this.pointer) return;
    const coalesced = event.getCoalescedEvents?.() ?? [];
    const samples = (coalesced.length > 0 ? coalesced : [event]).map((each) => this.sample(each));
    this.gesture.move(samples, this.at(event), event.shiftKey);
  }

  private lifted(event: PointerEvent): void {
    this.fingers.delete(event.pointerId);
    if (this.fingers.size < 2) this.pinch = null;
    if (event.pointerId !== this.pointer) return;
    this.pointer = -1;
    const gesture = this.gesture;
    this.gesture = null;
    gesture?.up();
    this.whenQuiet();
  }

  /** The system took the pen away in mid-line: what was drawn is kept. */
  private lost(event: PointerEvent): void {
    if (event.pointerType === 'touch') {
      this.fingers.delete(event.pointerId);
      this.pinch = null;
      if (event.pointerId === this.pointer) {
        this.gesture?.cancel();
        this.gesture = null;
        this.pointer = -1;
      }
      return;
    }
    this.lifted(event);
  }

  /** Two fingers move, zoom and turn the paper together. */
  private pinched(): void {
    const { pinch } = this;
    const [a, b] = [...this.fingers.values()];
    if (!pinch || !a || !b) return;
    const middle = (p: Finger, q: Finger) => ({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 });
    const before = middle(pinch.a, pinch.b);
    const now = middle(a, b);
    const factor =
      Math.hypot(b.x - a.x, b.y - a.y) / Math.max(1, Math.hypot(pinch.b.x - pinch.a.x, pinch.b.y - pinch.a.y));
    const angle = Math.atan2(b.y - a.y, b.x - a.x) - Math.atan2(pinch.b.y - pinch.a.y, pinch.b.x - pinch.a.x);
    const turned = Math.atan2(Math.sin(angle), Math.cos(angle));
    if (Math.abs(turned) > TURN_SLACK) pinch.turning = true;
    let view = zoomAbout(pinch.view, factor, before, this.room);
    if (pinch.turning) view = turnAbout(view, turned, before, this.room);
    this.open.view.setState({ paper: keepUnder(view, view, before, now, this.room) });
  }

  private wheel(event: WheelEvent): void {
    event.preventDefault();
    const { view } = this.open;
    const { paper } = view.getState();
    if (event.ctrlKey || !event.shiftKey) {
      const unit = event.deltaMode === 1 ? 20 : 1;
      view.setState({ paper: zoomAbout(paper, Math.exp(-event.deltaY * unit * 0.0016), this.at(event), this.room) });
    } else view.setState({ paper: panBy(paper, -event.deltaX - event.deltaY, 0, this.room) });
  }

  private showString(from: { x: number; y: number } | null, to: { x: number; y: number }): void {
    const { string } = this.el;
    string.style.display = from ? '' : 'none';
    if (!from) return;
    const set = (name: string, { x, y }: { x: number; y: number }) => {
      const [sx, sy] = mapPoint(this.matrix, x, y);
      string.setAttribute(`x${name}`, String(sx / this.dpr));
      string.setAttribute(`y${name}`, String(sy / this.dpr));
    };
    set('1', from);
    set('2', to);
  }

  private showRing(event: PointerEvent | null): void {
    const { ring } = this.el;
    const radius =
      event && event.pointerType !== 'touch' ? (toolOf(this.open.view.getState().tool).ring?.(this.open) ?? 0) : 0;
    const size = radius * 2 * (scaleOf(this.matrix) / this.dpr);
    if (!event || size < 4) {
      ring.style.opacity = '0';
      return;
    }
    const { x, y } = this.at(event);
    ring.style.opacity = '1';
    ring.style.width = `${size}px`;
    ring.style.height = `${size}px`;
    ring.style.transform = `translate(${x - size / 2}px, ${y - size / 2}px)`;
  }
}
