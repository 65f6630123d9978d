export * from './ink-raster.ts';
export * from './matrix.ts';
export * from './painter.ts';
export * from './shows.ts';
