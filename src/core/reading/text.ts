/** What is written in a track reading, understood: a sound's sign, or letters as one writes them by ear. */
import { isPhone, type Phone, SILENCE } from '../speech/phones.ts';
import { soundsBySpelling } from '../speech/spelling.ts';

/** Signs one writes for no sound. */
const QUIET = new Set(['-', '.', '_', 'X', 'REST', 'SIL', 'PAUSE']);

/** Letters people write for sounds by ear, beside the signs themselves. */
const BY_EAR: Record<string, Phone> = {
  A: 'AA',
  AA: 'AA',
  AI: 'AY',
  E: 'EH',
  EE: 'IY',
  I: 'IH',
  O: 'OW',
  OO: 'UW',
  U: 'UW',
  OU: 'AW',
  C: 'K',
  H: 'HH',
  J: 'JH',
  Q: 'K',
  X: 'K',
};

/** The sound that is meant by what is written; null when it is none one could make a mouth for. */
export function soundOfText(text: string): Phone | null {
  const sign = text.trim().toUpperCase();
  if (QUIET.has(sign)) return SILENCE;
  if (isPhone(sign)) return sign;
  if (BY_EAR[sign]) return BY_EAR[sign];
  const letters = sign.toLowerCase().replace(/[^a-z']/g, '');
  return letters ? (soundsBySpelling(letters)[0] ?? null) : null;
}
