export * from './holds.ts';
export * from './thinning.ts';
