export * from './brush-file.ts';
export * from './brush-part.ts';
export * from './drawing-codec.ts';
export * from './open-raster.ts';
export * from './palette-file.ts';
export * from './schema.ts';
export * from './shotfile.ts';
export type { FileVersion } from './version-parts.ts';
export { crc32, ZipReader } from './zip.ts';
