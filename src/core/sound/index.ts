export * from './clips.ts';
export * from './foley.ts';
export * from './peaks.ts';
export * from './wav.ts';
