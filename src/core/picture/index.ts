export * from './context.ts';
export * from './ink-raster.ts';
export * from './painter.ts';
export * from './shows.ts';
export * from './tiles.ts';
