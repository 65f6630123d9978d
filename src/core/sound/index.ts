export * from './clip-edits.ts';
export * from './clips.ts';
export * from './foley/index.ts';
export * from './loop.ts';
export * from './mix.ts';
export * from './peaks.ts';
export * from './resample.ts';
export * from './wav.ts';
