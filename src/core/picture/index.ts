/**
 * Pictures. `shows` says which cells a frame shows to whom (the paper shows guides, a delivery does not), each with its steps to
 * where it is seen; `painter` paints them, `drawing-painter` what is on a drawing. `casts` are shadows, light and softness.
 * A brush of one darkness without texture is filled as an outline; others are painted into pixels (`ink-raster`): the coverage of one
 * line first, the darkest wins, then the paper's tooth, then the colour.
 */
export { type CastField, castMaker } from './casts/index.ts';
export * from './close-up.ts';
export * from './context.ts';
export { seenBox } from './drawing-painter.ts';
export * from './frame-memory.ts';
export * from './ink-raster.ts';
export * from './painter.ts';
export * from './shows.ts';
export { asMatrix, stepsOf } from './steps.ts';
export * from './tiles.ts';
