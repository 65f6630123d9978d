export * from './align.ts';
export { HOP, SPEECH_RATE } from './features.ts';
export * from './listen.ts';
export * from './mouths.ts';
export * from './numbers.ts';
export { phoneTable } from './phone-table.ts';
export * from './phones.ts';
export * from './pronounce.ts';
