export * from './delays.ts';
export type { Pixels, RenderFrame } from './format.ts';
export * from './formats/index.ts';
export * from './frames.ts';
export * from './gif.ts';
export * from './gif-palette.ts';
export * from './names.ts';
export * from './options.ts';
export * from './sheet-pdf.ts';
