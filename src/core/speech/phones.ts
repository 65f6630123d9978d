/** The sounds of English as the reading knows them, by name. How each looks and lasts is in `phone-table.ts`. */

/** A sound's name: an ARPAbet symbol without stress, or SIL. */
export type Phone = string;

export const SILENCE: Phone = 'SIL';

const PHONES = new Set(
  'SIL M EY K P ER S AH N Z OY L R AY IH AE D IY DH F B EH T AW W OW CH AO UH G UW SH JH NG TH AA HH V Y ZH'.split(' '),
);

/** Whether this is the name of a sound. */
export function isPhone(name: string): boolean {
  return PHONES.has(name);
}

export function isVowel(phone: Phone): boolean {
  return 'AEIOU'.includes(phone[0]);
}
