/** Which mouth a sound is made with. */
import { MOUTHS, type Mouth } from '../shot/model.ts';
import { type Phone, SILENCE } from './phones.ts';

/** What each class stands for, as one writes it beside the drawing. */
export const MOUTH_SOUNDS: Record<Mouth, string> = {
  rest: 'rest',
  closed: 'M B P',
  'wide-open': 'A',
  mid: 'E',
  wide: 'I',
  round: 'O',
  tight: 'W U',
  'teeth-lip': 'F V',
  tongue: 'L TH',
  teeth: 'S T D K',
};

const PHONES: Record<Mouth, string> = {
  rest: SILENCE,
  closed: 'M B P',
  'wide-open': 'AA AE AH AY AW',
  mid: 'EH EY IH ER UH',
  wide: 'IY',
  round: 'AO OW OY',
  tight: 'UW W R',
  'teeth-lip': 'F V',
  tongue: 'L TH DH',
  teeth: 'S Z SH ZH CH JH T D N K G Y HH NG',
};

const byPhone = new Map<Phone, Mouth>(
  MOUTHS.flatMap((mouth) => PHONES[mouth].split(' ').map((phone): [Phone, Mouth] => [phone, mouth])),
);

/** The mouth of a sound; rest for what is none. */
export function mouthOf(phone: Phone): Mouth {
  return byPhone.get(phone) ?? 'rest';
}
