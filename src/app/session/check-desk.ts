/** Checks on their way: layers looked over in a worker and remembered, points and parts found again when drawings change. */
import { proxy } from 'comlink';
import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  type Check,
  type CheckResult,
  drawingsInOrder,
  type LookWishes,
  lookKey,
  putPart,
  putSpots,
} from '../../core/check/index.ts';
import type { Drawing, Id, Layer, Shot } from '../../core/shot/index.ts';
import type { CheckFace } from '../../workers/check.worker.ts';
import type { ShotSession } from './shot-session.ts';
import { sayFailure, WorkerFailed, type WorkerHost, WorkStopped } from './worker-host.ts';
import { checkHost } from './workers.ts';

interface CheckState {
  /** How far the look has come that is under way, 0..1; null: none is. */
  busy: number | null;
  /** What was found, by layer and check, with the key of what it was found in. */
  found: Record<string, { key: string; result: CheckResult }>;
}

export class CheckDesk {
  readonly state: StoreApi<CheckState> = createStore<CheckState>(() => ({ busy: null, found: {} }));
  private readonly session: ShotSession;
  private readonly host: WorkerHost<CheckFace>;
  /** The drawings the worker has, as they were handed over. */
  private handed = new Map<Id, Drawing>();
  private run = 0;

  constructor(session: ShotSession) {
    this.session = session;
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
      await this.know(drawingsOn(shot, layer.id));
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

  /** Finds a point again on all drawings of its layer, as one step with the edit of `gesture`. */
  async findPoint(id: Id, gesture: string): Promise<void> {
    await this.found(gesture, 'find a point', async (shot) => {
      const point = shot.checks.followed.find((each) => each.id === id);
      if (!point) return null;
      const order = await this.ordered(shot, point.layer);
      const spots = await this.host.face.spots(order, point.spots, point.hidden, shot.height);
      return (draft) => putSpots(draft, id, spots);
    });
  }

  async findPart(id: Id, gesture: string): Promise<void> {
    await this.found(gesture, 'find a part', async (shot) => {
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
    gesture: string,
    label: string,
    find: (shot: Shot) => Promise<((draft: Shot) => void) | null>,
  ): Promise<void> {
    try {
      const put = await find(this.session.shot);
      if (put) this.session.change(label, put, gesture);
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
