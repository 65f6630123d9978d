export * from './holds.ts';
