/**
 * Pictures. `shows` says which cells a frame shows to whom (the paper shows guides, a delivery does not); `painter` paints them.
 * A brush of one darkness without texture is filled as an outline; others are painted into pixels (`ink-raster`): the coverage of one
 * line first, the darkest wins, then the paper's tooth, then the colour.
 */
export * from './context.ts';
export * from './frame-memory.ts';
export * from './ink-raster.ts';
export * from './painter.ts';
export * from './shows.ts';
export * from './tiles.ts';
