export * from './bad-file.ts';
export * from './ids.ts';
export * from './make.ts';
export * from './model.ts';
export * from './older.ts';
export * from './palette.ts';
export * from './timecode.ts';
