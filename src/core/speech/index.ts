/**
 * Track reading. Words become sounds by dictionary, own words and spelling rules (`pronounce`, `numbers`, `spelling`), then a graph
 * of all their pronunciations (`graph`), and a way through it that fits the recording best: Viterbi with explicit durations over
 * Gaussian tables made for Vignette (`decode`, `phones.json`), with the throat's length and the rate of speech fitted to what
 * was found (`align`). Bounds set by hand are held and all others found anew (`alignFixed`). Without words a loop over all sounds
 * gives openness and a coarse vowel (`listen`). How sure a sound is: its likelihood beside that of the best sound.
 */
export * from './align.ts';
export { HOP, SPEECH_RATE } from './features.ts';
export * from './listen.ts';
export * from './mouths.ts';
export * from './numbers.ts';
export { phoneTable } from './phone-table.ts';
export * from './phones.ts';
export * from './pronounce.ts';
