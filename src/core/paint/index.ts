/**
 * Ink and paint: colour in regions that lines enclose.
 *
 * `map/` finds the regions of a drawing; `areas/` puts paint on them and takes it off; `carry/` brings paint from drawing to
 * drawing and finds what is not as it should be. The words:
 *
 * - region: paper enclosed by lines, as pixels of a region map. Ground: the region that the paper's edge belongs to.
 * - opening: a gap in the lines around a region, bridged while it is smaller than asked.
 * - area: painted shape of a drawing: rings and a swatch, kept in the shot. Ring: a closed polygon, of an edge or a hole.
 * - swatch: a colour by its name. Palette: what each swatch looks like.
 * - pour, fence, sweep, daub, wipe: ways to paint - one region; all inside a loop; all a line crosses; by hand; rubbed out.
 * - carried: put there by the application from painted drawings, with how sure it is, until a hand accepts it.
 * - vote: what a region of one drawing says of a region of another. Speaker: a drawing that says so, with what is known of its colours.
 * - divided: of a region that has run out or into another, parted where the neighbour has a border (`carry/divided.ts`). Parted by
 *   paint: of a painted drawing's, where what is painted differently meets (`carry/parted-by-paint.ts`).
 * - told: said by the hand of a region, and heeded on the drawings beside it (`carry/told.ts`).
 * - part: regions of several drawings that are one part of the figure; doubts about one part are alike.
 * - fault: what is not as paint should be. Hole: an unpainted region. Speck: one too small to be seen at once. Leak: paint that has
 *   run out onto the ground (`carry/leaks.ts`).
 *
 * How regions are found: lines are stamped into a mask with small openings bridged, what is left is labelled, and the regions grow
 * into the mask until they meet in the lines' middles. The mask keeps apart a line's rim, its body and what has no ink of its own
 * (trace lines, bridges): a region's rings run a pixel farther onto the latter two, so that no paper shows between neighbours.
 *
 * How paint is carried: regions get votes along matched lines' sides and through the figure moved back (`carry/region-votes.ts`), from the
 * drawing beside and from the painted one. A judge that has learnt from drawings whose colours are known weighs them
 * (`carry/colour-judge.ts`): what it says is as likely as it says, and where nothing explains a region no colour is likely. Of several
 * maps of a drawing, openings closed farther and farther, that one is taken whose regions fit the neighbour's best (`carry/planes.ts`). It goes
 * outwards from each painted drawing as far as the next. Regions the hand has settled are pinned and speak for their drawing. It is
 * computed on small maps; the areas are made on whole ones. Method, figures and what did not help: docs/JUDGES.md.
 *
 * `npm run --silent predict -- paint CASES OUT` carries paint through a file of cases.
 */
export { daubRings } from './areas/daub.ts';
export * from './areas/map-edits.ts';
export * from './areas/pour.ts';
export { wipe } from './areas/wipe.ts';
export * from './carry/holes.ts';
export * from './carry/jumps.ts';
export * from './carry/layer-ahead.ts';
export * from './carry/layer-holes.ts';
export * from './carry/layer-through.ts';
export * from './carry/line-shape.ts';
export * from './carry/line-sources.ts';
export * from './carry/matched-lines.ts';
export { keptMatches, Matches } from './carry/matches.ts';
export * from './carry/parted-by-paint.ts';
export type { ThroughDrawing } from './carry/planes.ts';
export * from './carry/through.ts';
export * from './carry/unsure.ts';
export * from './map/coverage.ts';
export * from './map/region-facts.ts';
export * from './map/regions.ts';
export * from './map/trace.ts';
export * from './swatches.ts';
