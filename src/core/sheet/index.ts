export * from './edits.ts';
export * from './exposures.ts';
export * from './neighbours.ts';
