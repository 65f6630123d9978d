export * from './database.ts';
export * from './keeper.ts';
export * from './settings.ts';
export * from './shelf.ts';
export * from './tabs.ts';
