/** In-betweens on their way: computed in a worker that can be stopped, looked at and put right before they are put down. */
import { proxy } from 'comlink';
import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  type BetweenPlan,
  type BetweenResult,
  isFirstPass,
  planFingerprint,
  planFor,
  putDown,
  whyNotCompute,
} from '../../core/between/index.ts';
import { chartAt, chartsIn, drawingShown } from '../../core/sheet/index.ts';
import type { Id, Stroke } from '../../core/shot/index.ts';
import type { BetweenFace } from '../../workers/between.worker.ts';
import { sayFailure, type WorkerHost } from '../../workers/worker-host.ts';
import type { ShotSession } from './shot-session.ts';
import type { ViewStore } from './view-state.ts';
import { betweenHost } from './workers.ts';

/** What has been computed and not yet put down. */
interface Proposal {
  plans: BetweenPlan[];
  results: BetweenResult[];
}

interface BetweenState {
  /** How far the work has come, 0..1; null: none is under way. */
  busy: number | null;
  proposal: Proposal | null;
  /** Which of the proposal's ways from one drawing to the next is on the table. */
  plan: number;
  step: number;
  /** What of it is looked at: the pairs, or one of the drawings. */
  seen: 'pairs' | 'drawings';
  drawing: number;
  /** The line touched, waiting for its partner. */
  touched: { side: 'a' | 'b'; line: Id } | null;
  /** The next pair is made beside those there are: the line is in pieces. */
  inPieces: boolean;
  /** The arc guide that touched points are pinned to; null: touching makes pairs. */
  pinTo: Id | null;
  /** The half-way drawing shown as a ghost: what it is, and its lines. */
  half: { key: string; ink: Stroke[] } | null;
}

const FIRST: BetweenState = {
  busy: null,
  proposal: null,
  plan: 0,
  step: 0,
  seen: 'pairs',
  drawing: 0,
  touched: null,
  inPieces: false,
  pinTo: null,
  half: null,
};

/** Corrections that come close together are computed once. */
const REST_MS = 120;

export class BetweenDesk {
  readonly state: StoreApi<BetweenState> = createStore<BetweenState>(() => FIRST);
  private readonly session: ShotSession;
  private readonly view: ViewStore;
  private readonly host: WorkerHost<BetweenFace>;
  /** Which work is the newest: what older work brings is not taken. */
  private run = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private halfTimer: ReturnType<typeof setTimeout> | undefined;
  private cleanUps: (() => void)[];

  constructor(session: ShotSession, view: ViewStore) {
    this.session = session;
    this.view = view;
    this.host = betweenHost((sentence) => session.onSaying(sentence));
    let shot = session.shot;
    this.cleanUps = [
      session.subscribe(() => {
        if (session.shot === shot) return;
        shot = session.shot;
        this.followEdit();
        this.wishHalf();
      }),
      view.subscribe((now, before) => {
        if (now.frame !== before.frame || now.layerId !== before.layerId || now.halfGhost !== before.halfGhost)
          this.wishHalf();
      }),
    ];
    this.wishHalf();
  }

  /** What the worker gives; null when it was stopped, or failed: that has been said then. */
  private async computed<T>(work: Promise<T>): Promise<T | null> {
    try {
      return await work;
    } catch (error) {
      sayFailure(error, this.session.onSaying);
      return null;
    }
  }

  private async results(plans: BetweenPlan[], run: number): Promise<BetweenResult[] | null> {
    const out: BetweenResult[] = [];
    for (const [i, { job }] of plans.entries()) {
      const told = proxy((share: number) => {
        if (run === this.run && this.state.getState().busy !== null)
          this.state.setState({ busy: (i + share) / plans.length });
      });
      const result = await this.computed(this.host.face.compute(job, told) as Promise<BetweenResult>);
      if (!result || run !== this.run) return null;
      out.push(result);
    }
    return out;
  }

  /** Computes and shows what comes of it. Resolves to a sentence when it cannot be done; empty when it is done or stopped. */
  async propose(plans: BetweenPlan[]): Promise<string> {
    for (const plan of plans) {
      const why = whyNotCompute(this.session.shot, plan);
      if (why) return why;
    }
    if (plans.length === 0) return 'There are no two drawings here to draw between.';
    const run = ++this.run;
    this.state.setState({ ...FIRST, half: this.state.getState().half, busy: 0 });
    const results = await this.results(plans, run);
    if (run === this.run) this.state.setState({ busy: null, ...(results && { proposal: { plans, results } }) });
    return '';
  }

  /** Computes and puts down at once: what was seen before is drawn anew. */
  async redo(plans: BetweenPlan[]): Promise<boolean> {
    const run = ++this.run;
    this.state.setState({ busy: 0 });
    const results = await this.results(plans, run);
    if (run === this.run) this.state.setState({ busy: null });
    if (!results) return false;
    return this.session.change('draw in-betweens anew', (shot) => {
      for (const [i, plan] of plans.entries()) putDown(shot, plan, results[i]);
    });
  }

  /** Puts the proposal onto its drawings, as one edit. Returns how many drawings there are. */
  putDown(): number {
    const { proposal } = this.state.getState();
    if (!proposal) return 0;
    const { plans, results } = proposal;
    this.leave();
    const done = this.session.change('in-betweens', (shot) => {
      for (const [i, plan] of plans.entries()) putDown(shot, plan, results[i]);
    });
    if (!done) return 0;
    return plans.reduce((sum, { targets }) => sum + targets.length, 0);
  }

  /** Lets the proposal go; what was settled for it stays. */
  leave(): void {
    this.stop();
    this.state.setState({ ...FIRST, half: this.state.getState().half });
  }

  /** Stops whatever is under way. */
  stop(): void {
    this.run++;
    clearTimeout(this.timer);
    if (this.state.getState().busy === null) return;
    this.host.stop();
    this.state.setState({ busy: null });
  }

  /** A correction, a new key, another spacing: the proposal is computed anew for the same drawings. */
  private followEdit(): void {
    const { proposal } = this.state.getState();
    if (!proposal) return;
    const { shot } = this.session;
    const plans = proposal.plans.map((plan) => {
      if (!shot.layers.some(({ id }) => id === plan.layerId)) return null;
      const [first, last] = [plan.job.chain[0].id, plan.job.chain.at(-1)!.id];
      const charts = chartsIn(shot, plan.layerId);
      const from = charts.findIndex((chart) => chart.from.drawing.id === first);
      const to = charts.findIndex((chart, i) => i >= from && chart.to.drawing.id === last);
      if (from < 0 || to < 0) return null;
      return planFor(shot, charts.slice(from, to + 1), plan.targets, plan.job.only);
    });
    const whole = plans.filter((plan): plan is BetweenPlan => plan !== null && whyNotCompute(shot, plan) === null);
    if (whole.length < plans.length) {
      this.leave();
      return;
    }
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.again(whole), REST_MS);
  }

  private async again(plans: BetweenPlan[]): Promise<void> {
    const run = ++this.run;
    this.state.setState({ busy: 0 });
    const results = await this.results(plans, run);
    if (run !== this.run) return;
    this.state.setState({ busy: null, ...(results && { proposal: { plans, results } }) });
  }

  /** The half-way drawing is made a moment after the hand rests; only where a drawing has its place on a chart. */
  private wishHalf(): void {
    clearTimeout(this.halfTimer);
    const { halfGhost } = this.view.getState();
    if (!halfGhost) {
      if (this.state.getState().half) this.state.setState({ half: null });
      return;
    }
    this.halfTimer = setTimeout(() => void this.makeHalf(), REST_MS);
  }

  private async makeHalf(): Promise<void> {
    const { shot, pictures } = this.session;
    const { frame, layerId } = this.view.getState();
    const layer = shot.layers.find(({ id }) => id === layerId);
    const own = layer && drawingShown(shot, layer, frame);
    const chart = layer && chartAt(shot, layerId, frame);
    const tick = own && chart?.ticks.find(({ drawing }) => drawing.id === own.id);
    const plan = tick && planFor(shot, [chart!], [own.id]);
    // What is computed already needs no ghost of itself.
    if (!plan || own.role === 'breakdown' || isFirstPass(own) || whyNotCompute(shot, plan)) {
      this.state.setState({ half: null });
      return;
    }
    const { job } = plan;
    const key = `half ${planFingerprint(plan)}`;
    if (this.state.getState().half?.key === key) return;
    const seen = () => this.session.shot === shot && this.view.getState().frame === frame;
    const silent = proxy(() => undefined);
    // A ghost that does not come is none; it is wished for again with the next edit.
    const result = await (this.host.face.compute(job, silent) as Promise<BetweenResult>).catch(() => null);
    if (!result || !seen() || !this.view.getState().halfGhost) return;
    const { ink } = result.drawings[0];
    const kept = await pictures.keepLines(key, ink).then(
      () => true,
      () => false,
    );
    if (kept && seen()) this.state.setState({ half: { key, ink } });
  }

  close(): void {
    for (const clean of this.cleanUps) clean();
    clearTimeout(this.timer);
    clearTimeout(this.halfTimer);
    this.run++;
    this.host.close();
  }
}
