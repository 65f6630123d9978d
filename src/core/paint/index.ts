export * from './pour.ts';
export * from './regions.ts';
export * from './trace.ts';
