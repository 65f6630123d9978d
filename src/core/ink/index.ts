export * from './curve.ts';
export * from './erase.ts';
export * from './lines.ts';
export * from './outline.ts';
export * from './pen.ts';
export * from './pick.ts';
export * from './shapes.ts';
export * from './transform.ts';
