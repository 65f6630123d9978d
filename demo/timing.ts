/** The timing of the demo shot, as an animator would write it on the sheet. Frames are 1-based here. */

export const LENGTH = 120;

/** A keeper drawing on the sheet: a key or breakdown, or an in-between of two keys with its place on their chart. */
export type Exposed =
  | { frame: number; key: string; spacing?: number }
  | { frame: number; from: string; to: string; spacing: number };

/** Anticipation, raise, overshoot, settle, the lamp lit, the look back, the line, the smile. */
export const KEEPER: Exposed[] = [
  { frame: 1, key: 'K1' },
  { frame: 4, from: 'K1', to: 'K2', spacing: 0.14 },
  { frame: 6, from: 'K1', to: 'K2', spacing: 0.46 },
  { frame: 8, from: 'K1', to: 'K2', spacing: 0.82 },
  { frame: 10, key: 'K2' },
  { frame: 14, from: 'K2', to: 'K4', spacing: 0.19 },
  { frame: 16, key: 'K3', spacing: 0.46 },
  { frame: 18, from: 'K2', to: 'K4', spacing: 0.66 },
  { frame: 20, from: 'K2', to: 'K4', spacing: 0.86 },
  { frame: 22, key: 'K4' },
  { frame: 24, from: 'K4', to: 'K5', spacing: 0.62 },
  { frame: 26, key: 'K5' },
  { frame: 29, from: 'K5', to: 'K6', spacing: 0.5 },
  { frame: 31, from: 'K5', to: 'K6', spacing: 0.84 },
  { frame: 33, key: 'K6' },
  { frame: 38, from: 'K6', to: 'K7', spacing: 0.16 },
  { frame: 40, from: 'K6', to: 'K7', spacing: 0.5 },
  { frame: 42, from: 'K6', to: 'K7', spacing: 0.84 },
  { frame: 44, key: 'K7' },
  { frame: 46, from: 'K7', to: 'K9', spacing: 0.23 },
  { frame: 48, key: 'K8', spacing: 0.5 },
  { frame: 50, from: 'K7', to: 'K9', spacing: 0.75 },
  { frame: 52, key: 'K9' },
  { frame: 55, from: 'K9', to: 'K10', spacing: 0.45 },
  { frame: 57, key: 'K10' },
  { frame: 62, from: 'K10', to: 'K11', spacing: 0.3 },
  { frame: 64, from: 'K10', to: 'K11', spacing: 0.72 },
  { frame: 66, key: 'K11' },
  { frame: 72, from: 'K11', to: 'K10', spacing: 0.4 },
  { frame: 74, key: 'K10' },
  { frame: 84, from: 'K10', to: 'K9', spacing: 0.5 },
  { frame: 87, key: 'K9' },
  { frame: 95, from: 'K9', to: 'K10', spacing: 0.5 },
  { frame: 97, key: 'K10' },
  { frame: 104, from: 'K10', to: 'K11', spacing: 0.35 },
  { frame: 106, from: 'K10', to: 'K11', spacing: 0.75 },
  { frame: 108, key: 'K11' },
];

/** Mouths before and after the line, put by hand: the lips pressed while he gathers, the smile after the last word. */
export const MOUTHS: [frame: number, mouth: string][] = [
  [1, 'rest'],
  [8, 'closed'],
  [20, 'rest'],
  [42, 'roundO'],
  [46, 'closed'],
  [109, 'smile'],
];

/** What the keeper says. */
export const WORDS = 'There you are. Good evening, little light.';

/** The voice begins here: the first sound of the file lies five frames in, on frame 50. */
export const VOICE_AT = 45;
export const CLICK_AT = 33;
export const HISS_AT = 34;

/** Frames with names. */
export const MARKERS: [frame: number, name: string][] = [
  [10, 'gathers'],
  [33, 'click'],
  [50, 'the line'],
  [109, 'smile'],
];

/** Notes beside the sheet: what is not sure yet in plum, the picture in ochre. */
export const NOTES: [frame: number, colour: 'blue' | 'plum' | 'ochre', text: string][] = [
  [16, 'ochre', 'pole leads, head follows'],
  [90, 'plum', 'L or TH?'],
  [103, 'plum', 'T heard late'],
];
