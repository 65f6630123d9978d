export * from './pour.ts';
export * from './region-facts.ts';
export * from './regions.ts';
export * from './swatches.ts';
export * from './through.ts';
export * from './trace.ts';
