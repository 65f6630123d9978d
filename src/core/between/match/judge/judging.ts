/**
 * Which lines of two drawings are one, weighed in stages: what a stage believes leads the lines to where the next one looks
 * again. Beliefs are calibrated: of pairs that are 0.8 sure four in five are right, on figures nothing was learnt from.
 */
import type { Matrix } from '../../../plane/matrix.ts';
import type { Matching } from '../match.ts';
import type { Shape } from '../shape.ts';
import { type Candidate, Comparison } from './evidence.ts';
import type { Led } from './surroundings.ts';

/** What a first matching's sureness is worth. */
const TAKEN = 0.15;
const WHOLLY = 0.4;
/** Pairs less likely than this are dropped: before looking for more, and before looking closely. */
const DROPPED = 0.02;
const NOT_LOOKED_AT = 0.015;
/**
 * Lines of which a partner is surer than this are not looked at together for the first time any more, and others only for a few more
 * pieces of them.
 */
const SURE = 0.95;
const MORE_PIECES = 2;

/** A pair surer than this is not asked about again while all others of its lines are less likely than that. */
const BEYOND_DOUBT = 0.99;
const NO_RIVAL = 0.01;

/** How likely pairs are that are looked at for the first time later on. */
const FRESH = 0.02;

/** What is looked at in each stage. */
interface Stage {
  /** So many pairs are looked for anew for each line that has no sure partner yet, led by what is believed; 0: none. */
  anew: number;
  /** How the lines lie on one another is looked at. */
  close: boolean;
}

/** Pairs looked at for each line at first. */
const PARTNERS = 12;

export const STAGES: Stage[] = [
  { anew: 0, close: false },
  { anew: PARTNERS, close: false },
  { anew: 0, close: true },
  { anew: 8, close: true },
  { anew: 0, close: true },
];

/** Two drawings on their way through the stages: what may be one, and how likely that is so far. */
export class Judging {
  candidates: Candidate[];
  /** How likely each candidate is, 0..1. */
  belief: Float64Array;
  private readonly comparison: Comparison;
  private led: { to: Led[][]; from: Led[][] };
  /** Places of the candidates that were asked about last; null: what is believed is what the first matching says, and no more. */
  private asked: number[] | null = null;
  /** What leads was worked out from what was believed before. */
  private old = false;
  /** Pairs that are known: a line in one of them is in no other. */
  private readonly known: Set<number>;
  private readonly columns: number;
  private readonly settled: { a: Set<number>; b: Set<number> };

  /** @param matching leads at first: it has kept to what is known; @param fixed pairs that are known */
  constructor(a: Shape[], b: Shape[], matching: Matching, size: number, fixed: Candidate[]) {
    this.columns = b.length;
    this.comparison = new Comparison(a, b, matching.gaps, size);
    this.known = new Set(fixed.map((pair) => this.place(pair)));
    this.settled = { a: new Set(fixed.map((pair) => pair.a)), b: new Set(fixed.map((pair) => pair.b)) };
    const kept = [...matching.matches, ...fixed];
    this.candidates = this.comparison.candidates(
      [matching.maps],
      kept,
      () => PARTNERS,
      (i, j) => this.open(i, j),
    );
    const sure = new Map(matching.matches.map((match) => [this.place(match), match.sure]));
    this.belief = Float64Array.from(this.candidates, (pair) => {
      const own = sure.get(this.place(pair));
      return own === undefined ? 0 : TAKEN + (1 - TAKEN) * Math.min(1, own / WHOLLY);
    });
    this.holdKnown();
    this.led = this.comparison.led(this.candidates, this.belief, matching.maps);
  }

  private place({ a, b }: Candidate): number {
    return a * this.columns + b;
  }

  /** Where a partner is known no others are looked for. */
  private open(i: number, j: number): boolean {
    return !this.settled.a.has(i) && !this.settled.b.has(j);
  }

  /** Lines of which a partner is as good as known by now. */
  private sure(): { a: Set<number>; b: Set<number> } {
    const pairs = this.candidates.filter((_, c) => this.belief[c] > SURE);
    return { a: new Set(pairs.map(({ a }) => a)), b: new Set(pairs.map(({ b }) => b)) };
  }

  private holdKnown(): void {
    this.candidates.forEach((pair, c) => {
      if (this.known.has(this.place(pair))) this.belief[c] = 1;
    });
  }

  /** Places of the candidates that are not known: what is known is not asked about, nor has it any rivals. */
  private unknown(): number[] {
    return this.candidates.flatMap((pair, c) => (this.known.has(this.place(pair)) ? [] : [c]));
  }

  /** Those of the unknown that are in doubt. */
  private inDoubt(): number[] {
    const [rivalsA, rivalsB] = [new Map<number, number>(), new Map<number, number>()];
    this.candidates.forEach(({ a, b }, c) => {
      if (this.belief[c] <= NO_RIVAL) return;
      rivalsA.set(a, (rivalsA.get(a) ?? 0) + 1);
      rivalsB.set(b, (rivalsB.get(b) ?? 0) + 1);
    });
    return this.unknown().filter((c) => {
      const { a, b } = this.candidates[c];
      return this.belief[c] <= BEYOND_DOUBT || rivalsA.get(a) !== 1 || rivalsB.get(b) !== 1;
    });
  }

  /** Evidence for a stage, row by row, of all candidates that are in doubt; for learning of all that are not known. */
  evidence(stage: Stage, learning = false): Float32Array {
    this.lead();
    if (stage.anew > 0) this.lookAnew(stage.anew);
    if (stage.close) this.keep((c) => this.belief[c] > NOT_LOOKED_AT);
    this.asked = learning || !this.asked ? this.unknown() : this.inDoubt();
    return this.comparison.rows(this.candidates, this.asked, this.belief, this.led, stage.close);
  }

  /** Takes over what a stage has come to believe of the candidates it was asked about. */
  believe(belief: Float64Array): void {
    this.asked?.forEach((c, row) => {
      this.belief[c] = belief[row];
    });
    this.old = true;
  }

  /** Where each line of the first drawing goes, as what is around it has it. */
  private maps(): Matrix[] {
    return this.led.to[0].map(({ map }) => map);
  }

  /** Lets what is believed lead: only when it is needed next. */
  private lead(): void {
    if (this.old) this.led = this.comparison.led(this.candidates, this.belief, this.maps());
    this.old = false;
  }

  private keep(wanted: (candidate: number) => boolean): void {
    const kept = this.candidates.map((_, c) => c).filter(wanted);
    this.candidates = kept.map((c) => this.candidates[c]);
    this.belief = Float64Array.from(kept, (c) => this.belief[c]);
  }

  private lookAnew(partners: number): void {
    this.keep((c) => this.belief[c] > DROPPED);
    const before = new Map(this.candidates.map((pair, c) => [this.place(pair), this.belief[c]]));
    const maps = this.led.to.map((all) => all.map(({ map }) => map));
    const sure = this.sure();
    this.candidates = this.comparison.candidates(
      maps,
      this.candidates,
      (i) => (sure.a.has(i) ? Math.min(partners, MORE_PIECES) : partners),
      (i, j) => this.open(i, j) && !(sure.a.has(i) && sure.b.has(j)),
    );
    this.belief = Float64Array.from(this.candidates, (pair) => before.get(this.place(pair)) ?? FRESH);
    this.old = true;
    this.lead();
  }
}
