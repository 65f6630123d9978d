export * from './held-frames.ts';
export * from './measure.ts';
export * from './thinning.ts';
export * from './without.ts';
