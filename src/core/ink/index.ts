export * from './curve.ts';
export * from './erase.ts';
export * from './outline.ts';
export * from './pen.ts';
