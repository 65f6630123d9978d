export * from './change.ts';
export * from './history.ts';
export * from './patch.ts';
