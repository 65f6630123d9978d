export * from './pour.ts';
export * from './regions.ts';
export * from './swatches.ts';
export * from './trace.ts';
