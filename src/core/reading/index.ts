export * from './row-edits.ts';
export * from './rows.ts';
export * from './text.ts';
