/** The judge of colours learns from sequences whose regions are known (`{sequences: [{painted, drawings: [{strokes, regions}]}]}`). */
import { writeFileSync } from 'node:fs';
import { labelOf, type PaintCases, prepared, readPaintCases, type Sequence } from '../../bench/paint-set.ts';
import { mostLikelyColours } from '../../src/core/paint/carry/colour-borders.ts';
import {
  type ColourCandidate,
  colourEvidence,
  type Judged,
  secondEvidence,
} from '../../src/core/paint/carry/colour-evidence.ts';
import { coloursBy, guessesHeld, judgedColours } from '../../src/core/paint/carry/colour-judge.ts';
import type { Colours } from '../../src/core/paint/carry/colours.ts';
import { evidenceBack, votesTurnedRound } from '../../src/core/paint/carry/look-back.ts';
import { meanBelief } from '../../src/core/paint/carry/matched-lines.ts';
import { Matches } from '../../src/core/paint/carry/matches.ts';
import { type CarriedFacts, Planes, planeBeside, type SpokenFacts } from '../../src/core/paint/carry/planes.ts';
import { regionVotes } from '../../src/core/paint/carry/region-votes.ts';
import type { Speaker } from '../../src/core/paint/carry/said.ts';
import { heightOf, type RegionMap } from '../../src/core/paint/index.ts';
import { type Crossed, chances, crossed, type Growing, type Lessons, unseen } from './boost.ts';
import { denser } from './denser.ts';
import { THINNED, thinned } from './thinned.ts';

const GROWING: Growing = { trees: 120, leaves: 24, rate: 0.12 };
/** First the drawing beside is taken to be known; then to be as it was judged, so often. */
const TIMES = 3;
/** So often the look back is learnt: first what is ahead is as it was judged on the way outwards. */
const BACK = 2;

type Said = Omit<Speaker, 'colours'>;

/** One drawing on the way outwards from a painted one. */
interface Step {
  facts: SpokenFacts;
  beside: Said;
  painted: Said | null;
  steps: number;
  /** The step before; null: the painted drawing. */
  before: Step | null;
  start: Colours;
  /** By label, colour: share of the regions there that have it; nothing where none is known. */
  truth: Map<number, Map<number, number>>;
  colours: Colours | null;
  /** What was judged on the way outwards. */
  judged: Judged | null;
  /** Sequences are learnt from in two halves. */
  half: 0 | 1;
}

/** Which colours the regions of a map have, region by region. */
function truthOf(map: RegionMap, { regions }: Sequence['drawings'][number]): Step['truth'] {
  const out: Step['truth'] = new Map();
  for (const region of regions) {
    const { c } = region;
    const label = labelOf(map, region);
    const own = out.get(label) ?? new Map<number, number>();
    own.set(c, (own.get(c) ?? 0) + 1);
    out.set(label, own);
  }
  for (const own of out.values()) {
    const sum = [...own.values()].reduce((all, each) => all + each, 0);
    for (const [c, each] of own) own.set(c, each / sum);
  }
  return out;
}

/** Colours as they are known to be. */
function known({ areas, ground }: Pick<SpokenFacts, 'areas' | 'ground'>, count: number, truth: Step['truth']): Colours {
  const candidates: ColourCandidate[] = [];
  const likely: number[] = [];
  for (const [label, own] of truth)
    for (const [colour, share] of own)
      if (colour < count) {
        candidates.push({ label, colour, known: true });
        likely.push(share);
      }
  return coloursBy({ areas, ground }, count, candidates, likely, null);
}

const spoken = ({ areas, ground, borders, whole }: CarriedFacts): SpokenFacts => ({ areas, ground, borders, whole });

function stepsOf(sequence: Sequence, cases: PaintCases, half: 0 | 1): Step[] {
  const drawings = prepared(sequence, cases);
  const size = Math.max(...drawings.map(({ shapes }) => heightOf(shapes)));
  const count = 1 + Math.max(0, ...sequence.painted.flatMap((at) => sequence.drawings[at].regions.map(({ c }) => c)));
  const planes = new Planes();
  const matches = new Matches(drawings, size);
  const out: Step[] = [];
  for (const from of sequence.painted)
    for (const way of [1, -1]) {
      const source = planes.of(drawings[from], drawings[from].maps[0]());
      const candidates = Array.from(drawings[from].painted!, (colour, label) => ({
        colour,
        label,
        known: true,
      })).filter(({ colour }) => colour >= 0);
      const start = coloursBy(
        source.facts,
        count,
        candidates,
        candidates.map(() => 1),
        null,
      );
      let [plane, colours, before]: [typeof source, Colours, Step | null] = [source, start, null];
      for (let at = from + way; at >= 0 && at < drawings.length && !drawings[at].painted; at += way) {
        const beside = matches.between(at - way, at);
        const next = planeBeside(planes, drawings[at], plane, mostLikelyColours(colours, 0.5), beside).plane;
        const said = (of: typeof source, matched: typeof beside): Said => ({
          votes: regionVotes(of, next, matched),
          facts: spoken(of.facts),
          matched: meanBelief(matched),
        });
        const facts = spoken(next.facts);
        const truth = truthOf(next.open(), sequence.drawings[at]);
        const painted: Said | null = before ? said(source, matches.between(from, at)) : null;
        const step = said(plane, beside);
        before = {
          facts,
          beside: step,
          painted,
          steps: Math.abs(at - from),
          before,
          start,
          truth,
          colours: null,
          judged: null,
          half,
        };
        out.push(before);
        // Maps are made as they are made in earnest: beside colours as they are judged, with what is wrong in them.
        const speaker = { ...step, colours };
        ({ colours } = judgedColours(
          facts,
          speaker,
          painted ? { ...painted, colours: start } : speaker,
          before.steps,
          null,
        ));
        plane = next;
      }
    }
  return out;
}

/** What has been learnt so far: for the first look, for the second, and for the look back. */
interface Learnt {
  first: Crossed | null;
  second: Crossed | null;
  back: Crossed | null;
}

/** Lessons gathered region by region: what speaks for each colour it may have, and whether it has it. */
class Gathered {
  private readonly rows: Float32Array[] = [];
  private readonly answers: number[] = [];
  private readonly halves: number[] = [];

  /** @param rows one after another, one of each candidate */
  add({ truth, half }: Step, candidates: ColourCandidate[], rows: Float32Array): void {
    const width = rows.length / Math.max(1, candidates.length);
    candidates.forEach(({ label, colour }, k) => {
      const own = truth.get(label);
      if (!own) return;
      this.rows.push(rows.subarray(k * width, (k + 1) * width));
      this.answers.push(own.get(colour) ?? 0);
      this.halves.push(half);
    });
  }

  lessons(): Lessons {
    const width = this.rows[0].length;
    const rows = new Float32Array(this.rows.length * width);
    this.rows.forEach((row, k) => void rows.set(row, k * width));
    return {
      width,
      rows,
      answers: Float32Array.from(this.answers),
      weights: new Float32Array(this.answers.length).fill(1),
      halves: Uint8Array.from(this.halves),
    };
  }
}

/** Goes through all steps with what has been learnt so far. @returns lessons for the look that is to be learnt next */
function walk(steps: Step[], { first, second }: Learnt, look: 1 | 2): Lessons {
  const gathered = new Gathered();
  for (const step of steps) {
    const { before, start, facts } = step;
    const { count } = start;
    const colours = before ? (first ? before.colours! : known(before.facts, count, before.truth)) : start;
    const beside = { ...step.beside, colours };
    const painted = step.painted ? { ...step.painted, colours: start } : beside;
    const found = colourEvidence(facts, beside, painted, step.steps);
    let { rows: own } = found;
    if (first) {
      const likely = unseen(first, step.half, found.rows);
      step.colours = coloursBy(facts, count, found.candidates, likely, null);
      const again = secondEvidence(facts, beside, painted, found.candidates, found.rows, likely, step.colours);
      if (look === 2) own = again;
      if (second) {
        const held = guessesHeld(found.candidates, unseen(second, step.half, again));
        step.colours = coloursBy(facts, count, found.candidates, held, null);
        step.judged = { candidates: found.candidates, rows: again, likely: held, colours: step.colours };
      }
    }
    gathered.add(step, found.candidates, own);
  }
  return gathered.lessons();
}

/** Goes back through all steps, from the furthest to the painted drawings. @returns lessons for the look back that is to be learnt next */
function walkBack(steps: Step[], back: Crossed | null): Lessons {
  const gathered = new Gathered();
  const after = new Map(steps.flatMap((step) => (step.before ? [[step.before, step]] : [])));
  for (const step of steps.toReversed()) {
    const { facts, start, half } = step;
    const judged = step.judged!;
    const { candidates } = judged;
    step.colours = judged.colours;
    const next = after.get(step);
    if (!next) continue;
    const ahead: Speaker = {
      votes: votesTurnedRound(next.beside.votes, next.facts.areas, facts.areas),
      facts: next.facts,
      colours: next.colours!,
      matched: next.beside.matched,
    };
    const found = evidenceBack(facts, ahead, judged);
    gathered.add(step, candidates, found);
    if (back) {
      const held = guessesHeld(candidates, unseen(back, half, found));
      step.colours = coloursBy(facts, start.count, candidates, held, null);
    }
  }
  return gathered.lessons();
}

/** So many sequences of a half are learnt from for each dense one that is made of them. */
const FOR_DENSE = 12;

/** All that is learnt from a file. What is made of a sequence is in its half. */
function stepsIn(file: string, chance: () => number): Step[] {
  const cases = readPaintCases(file);
  const halves: [Sequence[], Sequence[]] = [[], []];
  for (const sequence of cases.sequences) halves[chance() < 0.5 ? 0 : 1].push(sequence);
  return halves.flatMap((sequences, half) => {
    const harder = sequences.flatMap((each) =>
      Array.from({ length: THINNED }, (_, kind) => thinned(each, kind, chance)),
    );
    const dense = Array.from({ length: Math.floor(sequences.length / FOR_DENSE) }, () =>
      denser(sequences, cases, chance),
    );
    const all = [...sequences, ...harder, ...dense.filter((each) => each !== null)];
    return all.flatMap((each, k) => {
      if (k % 12 === 0) console.log(`${file}, half ${half + 1}: ${k} of ${all.length}`);
      return stepsOf(each, cases, half as 0 | 1);
    });
  });
}

export async function learnColours(files: string[], out: string): Promise<void> {
  const chance = chances(7);
  const steps = files.flatMap((file) => stepsIn(file, chance));
  const learnt: Learnt = { first: null, second: null, back: null };
  for (let time = 0; time < TIMES; time++) {
    learnt.first = await crossed(walk(steps, learnt, 1), GROWING, time + 1);
    learnt.second = await crossed(walk(steps, learnt, 2), GROWING, time + 11);
    console.log(`time ${time + 1} of ${TIMES}`);
  }
  walk(steps, learnt, 2);
  for (let time = 0; time < BACK; time++) learnt.back = await crossed(walkBack(steps, learnt.back), GROWING, time + 21);
  writeFileSync(
    out,
    `${JSON.stringify({ looks: [learnt.first!, learnt.second!, learnt.back!].map(({ whole }) => whole) })}\n`,
  );
}
