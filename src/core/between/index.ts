/**
 * In-betweens: drawings computed between drawings.
 *
 * `match/` finds which stroke of one drawing is which of the other; `tween/` puts the lines at any place between; `plan/` says
 * what of a shot is to be computed, and puts it down as first passes. The words:
 *
 * - shape: a stroke cleaned, measured and brought to a fixed number of points, to be compared.
 * - alignment: which point of one shape answers to which of another, and which way round.
 * - match: two strokes taken for the same line. Pairing: the same point by point. Pair: what the person sees of it.
 * - alone: a line that only one of the two drawings has.
 * - parted line: one stroke in one drawing that is several in the other.
 * - tuft: lines of hatching that go together (`match/hatching.ts`).
 * - link: two drawings one after another with what lies between them. Chain: links in a row.
 * - tween: all lines of a link on their way. Field: how what has no line of its own goes along.
 * - passage: what the hand has settled about a link (pairs, lines alone, guided points).
 * - guided point: a point pinned to an arc guide.
 * - plan: which drawings are to be computed from which. Fingerprint: short text that changes when what it is of changes.
 *
 * - judge: what weighs the evidence for two lines' being one, learnt from drawings whose lines are known (`match/judge/`).
 * - candidate: two lines that may be one. Belief: how likely a candidate is, 0..1, so far. Leader: a believed pair that says where
 *   what is around it goes.
 *
 * How: shapes are compared up to turn and size (`pair-cost.ts`), with two guesses of how the whole went (`first-guess.ts`); an
 * assignment is made anew a few times with a map for each stroke fitted to the sure matches around it. Limbs that went their own
 * way are found by what else their turn brings into place (`limbs.ts`); in the last round every stroke asks its neighbours
 * (`relations.ts`). That is the first matching. The judge then weighs all that may be one, in stages: what one believes leads to where
 * the next looks (`judge/judging.ts`); a line in one go here and in pieces there has several partners and is cut where they part
 * (`parted-lines.ts`). Which way round a line lies what it sees on its sides says (`way-round.ts`); hatching goes tuft to tuft
 * (`hatching.ts`). Method, figures and what did not help: docs/JUDGES.md.
 *
 * Figure and parts have motions of their own (`motion.ts`); every edge turns by its own angle, and the points are solved for
 * (`tween.ts`, `solve.ts`). Links in a row are made one smooth way in time (`chain.ts`).
 *
 * `npm run --silent predict -- between CASES OUT` runs the matching over a file of cases.
 */
export * from './match/match.ts';
export * from './match/match-lines.ts';
export * from './match/match-pieces.ts';
export * from './match/pairing.ts';
export * from './match/settled.ts';
export * from './match/shape.ts';
export { type Dense, densePath } from './match/strokes.ts';
export * from './plan/compute.ts';
export * from './plan/fingerprints.ts';
export * from './plan/follow.ts';
export * from './plan/link.ts';
export * from './plan/passages.ts';
export * from './plan/plan.ts';
export * from './tween/field.ts';
export * from './tween/tween.ts';
