/**
 * Deliveries: the files a shot leaves in.
 *
 * - format: a kind of file, an entry of the register in `formats/`. Ask: a question of a format, with its words and bounds.
 * - wishes: what is asked of a delivery: frames, size, ground, layers, and the answers to what its format asks.
 * - film: the pictures of a delivery one after another; part: a shot in it. Reel: a film of several shots.
 * - sink: where the bytes go as they come. Tools: what the surroundings lend (painting, PNG, movie encoders).
 * - finding: what would surprise the person who opens the file, told before it is written.
 */
export * from './apng.ts';
export * from './asks.ts';
export * from './burn-in.ts';
export * from './delays.ts';
export * from './film.ts';
export * from './film-sound.ts';
export * from './findings/index.ts';
export * from './foretell.ts';
export * from './format.ts';
export * from './formats/index.ts';
export * from './gif.ts';
export * from './gif-palette.ts';
export { MOVIE_ASKS, movieOf, movieTold, writeMovie } from './movie.ts';
export * from './named.ts';
export * from './names.ts';
export * from './paint-film.ts';
export * from './reel.ts';
export * from './sheet-pdf.ts';
export * from './sink.ts';
export * from './wishes.ts';
export * from './yuv.ts';
