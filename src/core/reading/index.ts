/** The reading of a shot: a sound keeps seconds of its clip's own sound; `readingRows` says where it stands now. */
export * from './row-edits.ts';
export * from './rows.ts';
export * from './text.ts';
