export * from './change.ts';
export * from './draft.ts';
export * from './history.ts';
export * from './patch.ts';
