export { compact } from './compacting.ts';
export * from './database.ts';
export * from './keeper.ts';
export { type Opened, openKept, openToDraw } from './opening.ts';
export * from './settings.ts';
export * from './shelf.ts';
export * from './tabs.ts';
export * from './versions.ts';
