/**
 * Paint carried through a layer: from one or more painted drawings to all others, drawing by drawing outwards, and looked at once more on
 * the way back. A region takes the colour that what lies on the same side of its lines, and at the same place of the figure, makes
 * likeliest.
 */
import type { RegionMap } from '../map/regions.ts';
import { mostLikelyColours } from './colour-borders.ts';
import type { Judged } from './colour-evidence.ts';
import { judgedBack, judgedColours, likelihoodOf } from './colour-judge.ts';
import type { Colours } from './colours.ts';
import { isDivided } from './divided.ts';
import { votesTurnedRound } from './look-back.ts';
import { believed, chained, type KnownPair, type Matched, meanBelief } from './matched-lines.ts';
import { Matches } from './matches.ts';
import { outwards } from './outwards.ts';
import { type CarriedPlane, Planes, planeBeside, type ThroughDrawing } from './planes.ts';
import { mostHeard, type RegionVotes, regionVotes } from './region-votes.ts';
import type { Speaker } from './said.ts';
import { heeding, type Told, toldOf, toldOn } from './told.ts';

/** Regions less sure than this are to be looked at. */
export const UNSURE = 0.8;

/** How sure a region can be that has no line where it ends. */
const OPEN = 0.75;

export interface ThroughRegion {
  colour: number;
  /** 0..1. */
  sure: number;
  unsure: boolean;
  /** The region of a painted drawing it takes after: regions of several drawings that are one part of the figure have the same. */
  part: string;
}

/** Colours of a painted drawing, sure where they are known (not -1). */
function known(painted: Int32Array, count: number): Colours {
  const share = new Float32Array(painted.length * count);
  painted.forEach((colour, label) => {
    if (colour >= 0) share[label * count + colour] = 1;
  });
  return {
    share,
    count,
    sure: Float32Array.from(painted, (colour) => (colour >= 0 ? 1 : 0)),
    guessed: new Uint8Array(painted.length),
  };
}

/** What is known of the drawings so far. */
interface Known {
  all: Planes;
  matches: Matches;
  planes: (CarriedPlane | null)[];
  /** Which of its maps each has. */
  taken: Int32Array;
  /** What the hand has settled on it. */
  byHand: (Int32Array | null)[];
}

const speaker = (votes: RegionVotes, { facts }: CarriedPlane, colours: Colours, matched: Matched): Speaker => ({
  votes,
  facts,
  colours,
  matched: meanBelief(matched),
});

const direct = (source: CarriedPlane, target: CarriedPlane, colours: Colours, matched: Matched): Speaker =>
  speaker(regionVotes(source, target, matched), source, colours, matched);

/** How likely a colour has to be to tell regions that have run together. */
const TELLS = 0.5;

/** What was carried to a drawing from one painted one. */
interface Carried {
  colours: Colours;
  /** Which region of the painted drawing each region takes after, by label; 0: none. */
  parts: Int32Array;
}

/** A drawing that was come to on the way outwards. */
interface Reached {
  at: number;
  facts: CarriedPlane['facts'];
  /** What the drawing before says of it. */
  votes: RegionVotes;
  matched: number;
  judged: Judged;
  said: Told;
  /** As judged, with the hand heeded. */
  colours: Colours;
  parts: Int32Array;
}

/** Colours on the way back: each drawing hears what the one after it has come to be. */
function carriedBack(reached: Reached[], byHand: (Int32Array | null)[]): Map<number, Carried> {
  const out = new Map<number, Carried>();
  let ahead: Speaker | null = null;
  for (const [k, { at, facts, votes, matched, judged, said, parts, ...own }] of [...reached.entries()].reverse()) {
    const colours: Colours = ahead ? heeding(judgedBack(facts, ahead, judged, byHand[at]), said) : own.colours;
    out.set(at, { colours, parts });
    if (k > 0) {
      const turned = votesTurnedRound(votes, facts.areas, reached[k - 1].facts.areas);
      ahead = { votes: turned, facts, colours, matched };
    }
  }
  return out;
}

/** Carries colours outwards from one painted drawing, towards the others on one side, and back. */
function carry(
  drawings: ThroughDrawing[],
  { all, matches, planes, taken, byHand }: Known,
  from: number,
  step: 1 | -1,
  start: Colours,
  told: Told,
  done: () => void,
): Map<number, Carried> {
  const reached: Reached[] = [];
  let before = start;
  let parts: Int32Array | null = null;
  let said = told;
  let chain: KnownPair[] = [];
  for (const at of outwards(drawings, from, step)) {
    const neighbour = planes[at - step]!;
    const matched = matches.between(at - step, at);
    chain = at - step === from ? believed(matched) : chained(chain, believed(matched));
    let plane = planes[at];
    if (!plane) {
      const found = planeBeside(all, drawings[at], neighbour, mostLikelyColours(before, TELLS), matched);
      plane = planes[at] = found.plane;
      taken[at] = found.taken;
    }
    byHand[at] ??= drawings[at].settled?.(plane.open()) ?? null;
    const votes = regionVotes(neighbour, plane, matched);
    const beside = speaker(votes, neighbour, before, matched);
    const painted =
      at - step === from
        ? beside
        : direct(
            planes[from]!,
            plane,
            start,
            matches.between(from, at, () => chain),
          );
    const most = mostHeard(votes);
    said = toldOn(said, neighbour.facts, plane.facts, most, byHand[at]);
    const judged = judgedColours(plane.facts, beside, painted, Math.abs(at - from), byHand[at]);
    before = heeding(judged.colours, said);
    const last: Int32Array | null = parts;
    parts = most.label.map((label) => (last ? last[label] : label));
    reached.push({
      at,
      facts: plane.facts,
      votes,
      matched: beside.matched,
      judged,
      said,
      colours: before,
      parts,
    });
    done();
  }
  return carriedBack(reached, byHand);
}

/** What a drawing's regions have come to be. */
export interface CarriedRegions {
  map: () => RegionMap;
  /** Which of its maps was taken. */
  taken: number;
  /** What each label was a part of on that map before regions were divided; null: none was. */
  whole: Int32Array | null;
  /** By label; entry 0 stands for none. */
  regions: ThroughRegion[];
}

/**
 * Carries paint through drawings.
 * @param count number of colours, the ground (0) among them; @param size height of the figure, pixels.
 * @param progress told 0..1; may throw to stop. @param matches of these drawings, where they were carried through before
 */
export function paintThrough(
  drawings: ThroughDrawing[],
  count: number,
  size: number,
  progress: (share: number) => void = () => {},
  matches = new Matches(drawings, size),
): CarriedRegions[] {
  const all = new Planes();
  const planes = drawings.map((drawing) => (drawing.painted ? all.of(drawing, drawing.maps[0]()) : null));
  const painted = drawings.flatMap(({ painted: own }, at) => (own ? [at] : []));
  const byHand: (Int32Array | null)[] = drawings.map(() => null);
  const taken = new Int32Array(drawings.length);
  const soFar: Known = { all, matches, planes, taken, byHand };
  const heard: { from: number; partly: boolean; carried: Map<number, Carried> }[] = [];
  const speaking = drawings.flatMap((drawing, at) => (drawing.painted || drawing.settled ? [at] : []));
  const reach = (from: number) => outwards(drawings, from, 1).length + outwards(drawings, from, -1).length;
  const steps = speaking.reduce((sum, from) => sum + reach(from), 0);
  let done = 0;
  const step = () => progress(++done / Math.max(1, steps));
  const carryFrom = (from: number, partly: boolean, colours: Int32Array) => {
    const start = known(colours, count);
    // Nobody corrects a painted drawing: what is known of it is no more than was known.
    const told = toldOf(partly ? colours : new Int32Array(colours.length).fill(-1));
    for (const way of [1, -1] as const)
      heard.push({ from, partly, carried: carry(drawings, soFar, from, way, start, told, step) });
  };
  for (const from of painted) carryFrom(from, false, drawings[from].painted!);
  // What the hand has put right on one drawing is told to the others.
  byHand.forEach((colours, from) => {
    if (colours?.some((colour) => colour >= 0)) carryFrom(from, true, colours);
  });
  progress(1);
  return drawings.map((drawing, at) => {
    // Where no drawing is painted nothing was carried, and none was looked at.
    const plane = planes[at] ?? all.of(drawing, drawing.maps[0]());
    const { facts } = plane;
    // Opened only when it is asked for: all of them at once would take much room.
    const map = () => plane.open();
    const regions = facts.areas.length;
    const own = drawing.painted;
    if (own)
      return {
        map,
        taken: 0,
        whole: null,
        regions: Array.from({ length: regions }, (_, label) => ({
          colour: own[label],
          sure: 1,
          unsure: false,
          part: `${at}:${label}`,
        })),
      };
    const those = heard.flatMap(({ from, partly, carried }) => {
      const found = carried.get(at);
      return found
        ? [{ from, found: found.colours, parts: found.parts, partly, weight: 1 / (1 + Math.abs(at - from)) }]
        : [];
    });
    // The nearest drawing that is painted whole says which part of the figure a region is.
    const nearest = those.filter(({ partly }) => !partly).sort((p, q) => q.weight - p.weight)[0];
    const partOf = (label: number) =>
      nearest?.parts[label] ? `${nearest.from}:${nearest.parts[label]}` : `${at}:${label}`;
    const mine = byHand[at];
    const carried = Array.from({ length: regions }, (_, label): ThroughRegion => {
      if (mine && mine[label] >= 0) return { colour: mine[label], sure: 1, unsure: false, part: partOf(label) };
      let [best, colour] = [0, 0];
      // Of a drawing known in part only what it is sure of is heard.
      const weights = those.map(({ found, partly, weight }) => (partly ? weight * found.sure[label] : weight));
      const all = weights.reduce((sum, weight) => sum + weight, 0) || 1;
      for (let c = 0; c < count; c++) {
        let value = 0;
        those.forEach(({ found }, k) => {
          value += (weights[k] * likelihoodOf(found, label, c)) / all;
        });
        if (value > best) [best, colour] = [value, c];
      }
      // What ends where no line is has to be looked at.
      const settledSure = facts.ground[label] ? 1 : isDivided(facts, label) ? Math.min(best, OPEN) : best;
      return { colour, sure: settledSure, unsure: settledSure < UNSURE, part: partOf(label) };
    });
    return { map, taken: taken[at], whole: facts.whole, regions: carried };
  });
}
