/** Painting a shot: region maps at hand, and work over many drawings with its progress and its stop. */
import { proxy, type Remote } from 'comlink';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { repainted } from '../../core/between/index.ts';
import {
  type CarriedPaint,
  type Doubt,
  doubtsIn,
  drawingsAlong,
  type Fault,
  firstFrame,
  type LeftOpen,
  type LineSource,
  type LinesAndPaint,
  layersAbove,
  linesAround,
  paintedByHand,
  type RegionMap,
  type RegionWishes,
} from '../../core/paint/index.ts';
import { revision } from '../../core/picture/index.ts';
import { drawingName, drawingsIn } from '../../core/sheet/index.ts';
import type { Area, Drawing, Id, Layer, Stroke } from '../../core/shot/index.ts';
import type { Bounded, PaintFace } from '../../workers/paint.worker.ts';
import { sayFailure, type WorkerHost } from '../../workers/worker-host.ts';
import type { ShotSession } from './shot-session.ts';
import type { ViewStore } from './view-state.ts';
import { paintHost } from './workers.ts';

/** Maps kept: a few drawings painted in turn, about 10 MB each. */
const MAPS = 6;
/**
 * Workers that may match lines beside the one that carries paint, which waits for them; a core is left for the pen. More of them do not
 * help: the rest of the work is done by one.
 */
const MOST_HELPERS = 4;
const helpers = () => Math.min(MOST_HELPERS, navigator.hardwareConcurrency - 1);

/** Work shorter than this needs no sign of itself. */
const QUIET_MS = 250;

interface PaintState {
  /** What is under way and how far it has come, 0..1; null: nothing. */
  busy: { what: string; share: number } | null;
  /** Regions left unpainted when paint was last carried, without being sure. */
  left: LeftOpen[];
  /** Which part of the figure each area is that was carried last and is not sure. */
  parts: ReadonlyMap<Id, string>;
  /** What was found when holes were last looked for; null: not looked for. */
  faults: { layerId: Id; list: Fault[] } | null;
  /** Which of the list in sight is on the paper. */
  at: number;
  /** What the drawing before would put on the drawing in hand. */
  proposal: { key: string; paint: Area[] } | null;
  /** A drawing whose lines were changed under their paint. */
  unfit: Id | null;
}

/** What is said of drawings that were changed while work on them was under way; empty when there are none. */
export function leftInWords(left: readonly Drawing[]): string {
  if (left.length === 0) return '';
  const names = left.slice(0, 4).map(drawingName).join(', ');
  return left.length === 1
    ? ` Drawing ${names} was changed meanwhile and stays as it is.`
    : ` ${left.length} drawings (${names}${left.length > 4 ? ' and more' : ''}) were changed meanwhile and stay as they are.`;
}

const FIRST: PaintState = { busy: null, left: [], parts: new Map(), faults: null, at: -1, proposal: null, unfit: null };

export class PaintDesk {
  readonly state: StoreApi<PaintState> = createStore<PaintState>(() => FIRST);
  private readonly session: ShotSession;
  private readonly view: ViewStore;
  private readonly mapper: WorkerHost<PaintFace>;
  private readonly worker: WorkerHost<PaintFace>;
  private readonly maps = new Map<string, RegionMap | Promise<RegionMap | null>>();
  private run = 0;
  /** The map whose ground was touched last: touched again, it is poured. */
  groundTouched: RegionMap | null = null;
  private readonly unsubscribe: () => void;

  constructor(session: ShotSession, view: ViewStore) {
    this.session = session;
    this.view = view;
    const onDeath = (sentence: string) => session.onSaying(sentence);
    this.mapper = paintHost(onDeath);
    this.worker = paintHost(onDeath);
    let shot = session.shot;
    this.unsubscribe = session.subscribe(() => {
      if (session.shot === shot) return;
      const before = shot;
      shot = session.shot;
      this.noticeUnfit(before.drawings);
    });
  }

  get wishes(): Partial<RegionWishes> {
    const { gap, specks, faint } = this.view.getState().tools.pour;
    return { gap, specks, faint: faint / 100 };
  }

  private source(layerId: Id): LineSource {
    const { linesFrom, linesOf } = this.view.getState();
    if (linesFrom === 'above') return { layers: layersAbove(this.session.shot, layerId), own: true };
    if (linesFrom === 'chosen' && linesOf.length > 0) return { layers: linesOf, own: false };
    return { layers: [], own: true };
  }

  /** The lines that bound a drawing's regions; the one in hand on the present frame, others where they are first shown. */
  private linesOf(drawing: Drawing, frame?: number): Stroke[][] {
    const { shot } = this.session;
    const layer = shot.layers.find(({ id }) => id === drawing.layerId);
    const at = frame ?? (layer ? firstFrame(layer, drawing.id) : null);
    return linesAround(shot, drawing, at, this.source(drawing.layerId));
  }

  bounded(drawing: Drawing, frame?: number): Bounded {
    const { width, height } = this.session.shot;
    const { ink, paint } = drawing;
    return { lines: this.linesOf(drawing, frame).flat(), ink, paint, width, height, wishes: this.wishes };
  }

  /** Stands for the regions of the drawing in hand as they are now. */
  private mapKey(drawing: Drawing): string {
    const { width, height } = this.session.shot;
    const lists = this.linesOf(drawing, this.view.getState().frame);
    return `${lists.map(revision).join('.')}|${width}x${height}|${Object.values(this.wishes).join()}`;
  }

  /** The map of the drawing in hand: at once when it is there, else when the worker has made it; null when stopped. */
  regions(drawing: Drawing): RegionMap | Promise<RegionMap | null> {
    const key = this.mapKey(drawing);
    const known = this.maps.get(key);
    if (known) return known;
    const { lines, width, height, wishes } = this.bounded(drawing, this.view.getState().frame);
    const run = this.run;
    const slow = setTimeout(() => {
      if (run === this.run && !this.state.getState().busy)
        this.state.setState({ busy: { what: 'Reading the regions', share: 0 } });
    }, QUIET_MS);
    const made = this.mapper
      .ask((face) => face.map(lines, width, height, wishes))
      // A worker that died has said so; the region is touched again then.
      .catch(() => null)
      .then((map) => {
        clearTimeout(slow);
        if (this.state.getState().busy?.what === 'Reading the regions') this.state.setState({ busy: null });
        if (map) this.maps.set(key, map);
        else this.maps.delete(key);
        return map;
      });
    this.maps.set(key, made);
    for (const old of this.maps.keys()) {
      if (this.maps.size <= MAPS) break;
      this.maps.delete(old);
    }
    return made;
  }

  /** The map if it is there already. */
  regionsNow(drawing: Drawing): RegionMap | null {
    const known = this.maps.get(this.mapKey(drawing));
    return known && !(known instanceof Promise) ? known : null;
  }

  /**
   * Long work, seen with its progress; null when it was stopped, or other work began. @param work may tell 0..1
   */
  private async long<T>(
    what: string,
    work: (face: Remote<PaintFace>, tell: (share: number) => void) => Promise<T>,
  ): Promise<T | null> {
    this.stop();
    const run = ++this.run;
    this.state.setState({ busy: { what, share: 0 } });
    const tell = (share: number) => {
      if (run === this.run && this.state.getState().busy) this.state.setState({ busy: { what, share } });
    };
    try {
      const result = await this.worker.ask((face) => work(face, tell));
      return run === this.run ? result : null;
    } catch (error) {
      sayFailure(error, this.session.onSaying);
      return null;
    } finally {
      if (run === this.run) this.state.setState({ busy: null });
    }
  }

  /** One after another, drawing by drawing; null when stopped. */
  each<T>(what: string, drawings: Drawing[], work: (face: Remote<PaintFace>, drawing: Drawing) => Promise<T>) {
    return this.long(what, async (face, tell) => {
      const out: { drawing: Drawing; result: T }[] = [];
      for (const [i, drawing] of drawings.entries()) {
        out.push({ drawing, result: await work(face, drawing) });
        tell((i + 1) / drawings.length);
      }
      return out;
    });
  }

  private lined(drawing: Drawing, frame: number): LinesAndPaint {
    return { id: drawing.id, ink: this.linesOf(drawing, frame).flat(), paint: drawing.paint };
  }

  /** The drawings of the layer in hand that have lines around them; those chosen on the sheet only, when some are. */
  drawings(layer: Layer): { all: { drawing: Drawing; frame: number }[]; chosen: Set<Id> | null } {
    const { shot } = this.session;
    const { selection } = this.view.getState();
    const all = drawingsAlong(shot, layer).filter(({ drawing, frame }) =>
      this.linesOf(drawing, frame).some((lines) => lines.length > 0),
    );
    const picked = selection?.layers.includes(layer.id)
      ? new Set(drawingsIn(shot, { ...selection, layers: [layer.id] }).map(({ id }) => id))
      : null;
    return { all, chosen: picked && picked.size > 1 ? picked : null };
  }

  /**
   * Carries the paint of the painted drawings - or of one alone, over what the hand painted on the others - to the rest of the
   * layer, or to those chosen on the sheet.
   * Resolves to a sentence: what was done, or why nothing could be; empty when stopped.
   */
  async through(layer: Layer, alone: Drawing | null, gesture = ''): Promise<string> {
    const { all, chosen } = this.drawings(layer);
    const painted = all
      .map(({ drawing }) => drawing)
      .filter(({ id, paint }) => !alone || (id === alone.id && paint.length > 0));
    const sources = alone ? new Set(painted.map(({ id }) => id)) : paintedByHand(painted);
    if (sources.size === 0)
      return `No drawing of “${layer.name}” is painted yet. Paint one or two whole, then carry them.`;
    if (all.length < 2) return `“${layer.name}” has no other drawings to paint.`;
    const { width, height } = this.session.shot;
    const drawings = all.map(({ drawing, frame }) => ({
      ...this.lined(drawing, frame),
      source: sources.has(drawing.id),
    }));
    const job = { width, height, wishes: this.wishes, drawings, overHand: alone !== null };
    const done = await this.long('Carrying paint', (face, tell) => face.through(job, proxy(tell), helpers()));
    if (!done) return '';
    const asked = new Map(all.map(({ drawing }) => [drawing.id, drawing]));
    return this.putDown(done, drawings, asked, chosen, gesture);
  }

  /** @param asked the drawings as they were when the work began: those changed meanwhile are left */
  private putDown(
    done: CarriedPaint[],
    drawings: { id: Id; source: boolean }[],
    asked: Map<Id, Drawing>,
    only: Set<Id> | null,
    gesture: string,
  ) {
    const wanted = done
      .filter(({ id }, i) => !drawings[i].source && (!only || only.has(id)))
      .map((carried) => ({ ...carried, drawing: asked.get(carried.id)! }));
    const { changed, left } = this.session.changeWhereSame(
      'paint through',
      wanted,
      (own, { paint }) => repainted(own, paint),
      gesture,
    );
    if (!changed) return `The others are painted already.${leftInWords(left)}`;
    const behind = new Set(left.map(({ id }) => id));
    const put = wanted.filter(({ id }) => !behind.has(id));
    const unpainted = put.flatMap(({ id, unsure }) =>
      unsure.flatMap(({ x, y, sure, area, part }) => (area ? [] : [{ drawing: id, x, y, sure, part }])),
    );
    const parts = new Map(
      put.flatMap(({ unsure }) => unsure.flatMap(({ area, part }) => (area ? [[area, part] as const] : []))),
    );
    this.state.setState({ left: unpainted, parts, at: -1 });
    const doubts = put.reduce((sum, { unsure }) => sum + unsure.length, 0);
    const many = `${put.length} ${put.length === 1 ? 'drawing' : 'drawings'} painted`;
    const said = doubts === 0 ? `${many}, all of it sure.` : `${many}; ${doubts} regions to look at.`;
    return `${said}${leftInWords(left)}`;
  }

  doubts(layer: Layer): Doubt[] {
    const { left, parts } = this.state.getState();
    return doubtsIn(this.session.shot, layer, left, parts);
  }

  /** A region that was left unpainted is right as it is, or has been painted. */
  settle(doubt: { drawing: Id; x: number; y: number }): void {
    this.state.setState(({ left }) => ({
      left: left.filter(({ drawing, x, y }) => drawing !== doubt.drawing || x !== doubt.x || y !== doubt.y),
    }));
  }

  /** What the drawing before would put on this one; kept until either changes. Null when there is none before it. */
  async proposalFor(layer: Layer, drawing: Drawing): Promise<Area[] | null> {
    const all = drawingsAlong(this.session.shot, layer);
    const at = all.findIndex((each) => each.drawing.id === drawing.id);
    const before = all.slice(0, Math.max(0, at)).findLast((each) => each.drawing.paint.length > 0);
    if (at < 0 || !before) return null;
    const pair = [before, all[at]];
    const lists = pair.flatMap((each) => this.linesOf(each.drawing, each.frame));
    const key = `${[...lists, before.drawing.paint].map(revision).join('.')}|${Object.values(this.wishes).join()}`;
    const known = this.state.getState().proposal;
    if (known?.key === key) return known.paint;
    const { width, height } = this.session.shot;
    const drawings = [
      { ...this.lined(before.drawing, before.frame), source: true },
      { ...this.lined(drawing, all[at].frame), paint: [], source: false },
    ];
    const job = { width, height, wishes: this.wishes, drawings, overHand: false };
    const done = await this.long('Looking at the drawing before', (face, tell) => face.through(job, proxy(tell)));
    if (!done) return null;
    this.state.setState({ proposal: { key, paint: done[1].paint } });
    return done[1].paint;
  }

  /** Looks for holes in all drawings of a layer. False when stopped. */
  async lookForHoles(layer: Layer): Promise<boolean> {
    const { width, height } = this.session.shot;
    const { all } = this.drawings(layer);
    const drawings = all.map(({ drawing, frame }) => this.lined(drawing, frame));
    const job = { width, height, wishes: this.wishes, drawings, background: layer.purpose === 'background' };
    const list = await this.long('Looking for holes', (face, tell) => face.holes(job, proxy(tell)));
    if (!list) return false;
    const order = new Map(all.map(({ drawing }, i) => [drawing.id, i]));
    list.sort((a, b) => order.get(a.drawing)! - order.get(b.drawing)!);
    this.state.setState({ faults: { layerId: layer.id, list }, at: -1 });
    return true;
  }

  /** Lines were moved or made thicker under their paint: refitting is offered. */
  private noticeUnfit(before: Record<Id, Drawing>): void {
    const { unfit } = this.state.getState();
    const { drawings } = this.session.shot;
    if (unfit && drawings[unfit]?.paint !== before[unfit]?.paint) this.state.setState({ unfit: null });
    for (const id of Object.keys(drawings)) {
      const [was, now] = [before[id], drawings[id]];
      if (!was || was === now || was.ink === now.ink || now.paint.length === 0) continue;
      if (was.paint.length !== now.paint.length || was.paint.some((area, i) => area !== now.paint[i])) continue;
      // A line more parts regions, it does not leave its paint behind.
      if (was.ink.every((stroke, i) => stroke.points === now.ink[i]?.points && stroke.brush === now.ink[i].brush))
        continue;
      if (now.ink.length < was.ink.length) continue;
      this.state.setState({ unfit: id });
      return;
    }
  }

  /** Stops whatever is under way. */
  stop(): void {
    this.run++;
    if (!this.state.getState().busy) return;
    this.worker.stop();
    this.mapper.stop();
    for (const [key, map] of this.maps) if (map instanceof Promise) this.maps.delete(key);
    this.state.setState({ busy: null });
  }

  close(): void {
    this.unsubscribe();
    this.run++;
    this.worker.close();
    this.mapper.close();
  }
}
