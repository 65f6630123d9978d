/** Checks on their way: layers looked over in a worker and remembered, points and parts found again when drawings change. */
import { proxy } from 'comlink';
import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  type Check,
  type CheckResult,
  drawingsInOrder,
  holdPart,
  holdSpot,
  type LookWishes,
  lookKey,
  modelDrawing,
  putPart,
  putSpots,
} from '../../core/check/index.ts';
import type { Drawing, FigurePart, FollowedPoint, Id, Layer, Shot } from '../../core/shot/index.ts';
import type { CheckFace } from '../../workers/check.worker.ts';
import { sayFailure, WorkerFailed, type WorkerHost, WorkStopped } from '../../workers/worker-host.ts';
import type { ShotSession } from './shot-session.ts';
import { checkHost } from './workers.ts';

interface CheckState {
  /** How far the look has come that is under way, 0..1; null: none is. */
  busy: number | null;
  /** What was found, by layer and check, with the key of what it was found in. */
  found: Record<string, { key: string; result: CheckResult }>;
}

/** How what was found is put down. */
type Put = (label: string, found: (draft: Shot) => void) => void;

export class CheckDesk {
  readonly state: StoreApi<CheckState> = createStore<CheckState>(() => ({ busy: null, found: {} }));
  private readonly session: ShotSession;
  private readonly host: WorkerHost<CheckFace>;
  /** The drawings the worker has, as they were handed over. */
  private handed = new Map<Id, Drawing>();
  private run = 0;
  /** The drawings in which each point and part was found last; at first those the shot was opened with. */
  private readonly foundIn = new Map<Id, Shot['drawings']>();
  private readonly opened: Shot['drawings'];

  constructor(session: ShotSession) {
    this.session = session;
    this.opened = session.present.drawings;
    this.host = checkHost(
      (sentence) => session.onSaying(sentence),
      () => {
        this.handed = new Map();
      },
    );
  }

  private async know(all: readonly Drawing[]): Promise<void> {
    const fresh = all.filter((drawing) => this.handed.get(drawing.id) !== drawing);
    if (fresh.length === 0) return;
    for (const drawing of fresh) this.handed.set(drawing.id, drawing);
    await this.host.face.know(fresh);
  }

  /** What a check found on a layer the last time it was looked over, whether or not it has changed since; null: never. */
  lastOf(check: Check, layer: Id): CheckResult | null {
    return this.state.getState().found[`${layer} ${check.id}`]?.result ?? null;
  }

  /** Looks a layer over, unless nothing has changed since it was. Null when it was stopped, or newer looks took its place. */
  async look(check: Check, layer: Layer, wishes: Pick<LookWishes, 'from' | 'to'>): Promise<CheckResult | null> {
    const { shot } = this.session;
    const name = `${layer.id} ${check.id}`;
    const key = lookKey(shot, check, layer, wishes);
    const last = this.state.getState().found[name];
    if (last?.key === key) return last.result;
    const run = ++this.run;
    try {
      const model = modelDrawing(shot);
      await this.know([...drawingsOn(shot, layer.id), ...(model ? [model] : [])]);
      const { drawings: _, ...looked } = shot;
      const told = proxy((share: number) => {
        if (run === this.run) this.state.setState({ busy: share });
      });
      if (run === this.run) this.state.setState({ busy: 0 });
      const result = (await this.host.face.look(
        looked,
        check.id,
        layer.id,
        wishes.from,
        wishes.to,
        told,
      )) as CheckResult;
      this.state.setState(({ found }) => ({ found: { ...found, [name]: { key, result } } }));
      return run === this.run ? result : null;
    } catch (error) {
      sayFailure(error, (sentence) => this.session.onSaying(sentence));
      return null;
    } finally {
      if (run === this.run) this.state.setState({ busy: null });
    }
  }

  /** Finds points and parts of a layer again whose drawings have other lines than when they were found: along with what changed them. */
  async findChanged(layer: Layer): Promise<void> {
    const { shot } = this.session;
    const { followed, parts } = shot.checks;
    const drawings = drawingsOn(shot, layer.id);
    const changed = (id: Id) => {
      const before = this.foundIn.get(id) ?? this.opened;
      return drawings.some((drawing) => before[drawing.id]?.ink !== drawing.ink);
    };
    const along: Put = (label, put) => this.session.changeAlong(label, put);
    for (const { id } of followed.filter((each) => each.layer === layer.id && changed(each.id)))
      await this.pointFound(id, along);
    for (const { id } of parts.filter((each) => each.layer === layer.id && changed(each.id)))
      await this.partFound(id, along);
  }

  /** Finds a point again on all drawings of its layer, as one step with the edit of `gesture`. */
  async findPoint(id: Id, gesture: string): Promise<void> {
    await this.pointFound(id, (label, put) => this.session.change(label, put, gesture));
  }

  async findPart(id: Id, gesture: string): Promise<void> {
    await this.partFound(id, (label, put) => this.session.change(label, put, gesture));
  }

  /** Finds a part or a point on the model sheet, to be measured by it from now on. Says what it could not find. */
  async findOnModel(own: FigurePart | FollowedPoint): Promise<string> {
    const { shot } = this.session;
    const { id } = own;
    const model = modelDrawing(shot);
    if (!model) return 'No drawing is the model sheet: show one and choose “This is the model sheet”.';
    const first = drawingsOn(shot, own.layer).find(({ id: drawing }) =>
      ('spots' in own ? own.spots : own.drawings).some((each) => each.drawing === drawing && drawing !== model.id),
    );
    const lost = `“${own.name}” is not found on the model sheet.`;
    if (!first) return lost;
    try {
      await this.know([first, model]);
      if ('spots' in own) {
        const from = own.spots.filter(({ drawing }) => drawing === first.id).map((spot) => ({ ...spot, held: true }));
        const found = await this.host.face.spots([first.id, model.id], from, [], shot.height);
        const spot = found.find(({ drawing }) => drawing === model.id);
        if (!spot) return lost;
        this.session.change('measure by the model', (draft) => holdSpot(draft, id, model.id, spot.x, spot.y));
        return '';
      }
      const from = own.drawings.filter(({ drawing }) => drawing === first.id).map((each) => ({ ...each, held: true }));
      const found = await this.host.face.part([first.id, model.id], { drawings: from });
      const part = found.find(({ drawing }) => drawing === model.id);
      if (!part) return lost;
      this.session.change('measure by the model', (draft) => holdPart(draft, id, part));
      return '';
    } catch (error) {
      if (!(error instanceof WorkStopped) && !(error instanceof WorkerFailed)) throw error;
      return '';
    }
  }

  private async pointFound(id: Id, put: Put): Promise<void> {
    await this.found(id, put, 'find a point', async (shot) => {
      const point = shot.checks.followed.find((each) => each.id === id);
      if (!point) return null;
      const order = await this.ordered(shot, point.layer);
      const spots = await this.host.face.spots(order, point.spots, point.hidden, shot.height);
      return (draft) => putSpots(draft, id, spots);
    });
  }

  private async partFound(id: Id, put: Put): Promise<void> {
    await this.found(id, put, 'find a part', async (shot) => {
      const part = shot.checks.parts.find((each) => each.id === id);
      if (!part) return null;
      const drawings = await this.host.face.part(await this.ordered(shot, part.layer), { drawings: part.drawings });
      return (draft) => putPart(draft, id, drawings);
    });
  }

  private async ordered(shot: Shot, layer: Id): Promise<Id[]> {
    await this.know(drawingsOn(shot, layer));
    return drawingsInOrder(shot, layer).map(({ id }) => id);
  }

  private async found(
    id: Id,
    put: Put,
    label: string,
    find: (shot: Shot) => Promise<((draft: Shot) => void) | null>,
  ): Promise<void> {
    const { drawings } = this.session.shot;
    this.foundIn.set(id, drawings);
    try {
      const found = await find(this.session.shot);
      // Lines drawn meanwhile are looked at next time.
      if (found) put(label, found);
    } catch (error) {
      if (!(error instanceof WorkStopped) && !(error instanceof WorkerFailed)) throw error;
    }
  }

  close(): void {
    this.host.close();
  }
}

/** Every drawing of a layer that is on the sheet. */
function drawingsOn(shot: Shot, layer: Id): Drawing[] {
  return shot.layers.some(({ id }) => id === layer) ? drawingsInOrder(shot, layer) : [];
}
