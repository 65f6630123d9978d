/**
 * Sound: clips in time and what is heard of them. `mix` is the one function that says what is heard, whole or in pieces, so what is
 * heard is what is delivered; a clip's first sample is its frame's, rounded once. Edits look for room (`clip-edits`); a figure's
 * place from left to right is taken from the drawing's lines (`pan`).
 */
export * from './clip-edits.ts';
export * from './faults.ts';
export * from './foley/index.ts';
export * from './loop.ts';
export * from './mix.ts';
export * from './pan.ts';
export * from './peaks.ts';
export * from './resample.ts';
export * from './wav.ts';
