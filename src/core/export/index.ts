export * from './delays.ts';
export * from './formats.ts';
export * from './frames.ts';
export * from './gif.ts';
export * from './gif-palette.ts';
export * from './options.ts';
export * from './sheet-pdf.ts';
