/** How an English word that stands in no dictionary is likely said: letters to sounds, the longest rule first. */
import type { Phone } from './phones.ts';

/** Where a rule holds: `^` only at the beginning, `$` only at the end; `+` stands before e, i or y. */
const RULES = `
tion SH AH N|sion ZH AH N|cian SH AH N|ssion SH AH N|cious SH AH S|tious SH AH S|ture$ CH ER|sure$ ZH ER|ought AO T|aught AO T
eigh EY|igh AY|ough AO|augh AO F|tch CH|dge JH|sch S K|chr K R|^kn N|^gn N|^wr R|^ps S|^wh W|^who HH UW|mb$ M|mn$ M|gh G|ph F
th TH|sh SH|ch CH|ck K|ng$ NG|ng NG G|nk NG K|qu K W|x K S|^x Z|wh W|rh R|zz Z|ss S|ll L|ff F|tt T|pp P|bb B|dd D|gg G|mm M|nn N|rr R|cc+ K S|cc K
eer IH R|ear IH R|air EH R|are$ EH R|ere$ IH R|ire$ AY ER|ore$ AO R|ure$ Y UH R|our AW R|oor AO R|oar AO R|ar AA R|er ER|ir ER|or AO R|ur ER|yr ER
ee IY|ea IY|ai EY|ay EY|au AO|aw AO|ei EY|ey$ IY|ey EY|eu Y UW|ew UW|ie$ IY|ie IY|oa OW|oe$ OW|oi OY|oy OY|oo UW|ou AW|ow$ OW|ow AW|ue$ UW|ui UW|uy AY
le$ AH L|re$ ER|al$ AH L|el$ AH L|en$ AH N|on$ AH N|ous$ AH S|ed$ D|es$ Z|ism$ IH Z AH M|age$ IH JH|ace$ EY S|ice$ AY S|ate$ EY T|ine$ AY N|ive$ IH V|ing$ IH NG|y$ IY|^y Y|o$ OW|a$ AH|i$ IY|e$ 
c+ S|g+ JH|a AE|b B|c K|d D|e EH|f F|g G|h HH|i IH|j JH|k K|l L|m M|n N|o AA|p P|q K|r R|s S|t T|u AH|v V|w W|y IH|z Z|' `;

interface Rule {
  letters: string;
  start: boolean;
  end: boolean;
  soft: boolean;
  phones: Phone[];
}

const rules: Rule[] = RULES.split(/[|\n]/)
  .filter((rule) => rule.trim())
  .map((rule) => {
    const [pattern, ...phones] = rule.trim().split(' ');
    return {
      letters: pattern.replace(/[\^$+]/g, ''),
      start: pattern.startsWith('^'),
      end: pattern.endsWith('$'),
      soft: pattern.endsWith('+'),
      phones,
    };
  })
  .sort(
    (a, b) =>
      b.letters.length - a.letters.length || Number(b.start || b.end || b.soft) - Number(a.start || a.end || a.soft),
  );

const LONG: Record<string, Phone[]> = { a: ['EY'], e: ['IY'], i: ['AY'], o: ['OW'], u: ['UW'], y: ['AY'] };

/** Sounds of a word of letters and apostrophes, by the rules of spelling. */
export function soundsBySpelling(word: string): Phone[] {
  const out: Phone[] = [];
  for (let at = 0; at < word.length; ) {
    // A single vowel, one consonant and a silent e: the vowel says its name.
    const magic = /^([aeiouy])([bcdfgklmnpstvz])e(s?)$/.exec(word.slice(at));
    if (magic && at > 0 && !'aeiou'.includes(word[at - 1])) {
      const [, vowel, consonant, s] = magic;
      out.push(
        ...LONG[vowel],
        ...(consonant === 'c' ? ['S'] : consonant === 'g' ? ['JH'] : soundsBySpelling(consonant)),
      );
      if (s) out.push(/[kpt]/.test(consonant) ? 'S' : 'Z');
      break;
    }
    const rule = rules.find(
      ({ letters, start, end, soft }) =>
        word.startsWith(letters, at) &&
        (!start || at === 0) &&
        (!end || (at > 0 && at + letters.length === word.length)) &&
        (!soft || /[eiy]/.test(word[at + letters.length] ?? '')),
    );
    if (rule) out.push(...rule.phones);
    at += rule?.letters.length ?? 1;
  }
  return out.length > 0 ? out : ['AH'];
}

const NAMES: Record<string, string> = {
  a: 'EY',
  b: 'B IY',
  c: 'S IY',
  d: 'D IY',
  e: 'IY',
  f: 'EH F',
  g: 'JH IY',
  h: 'EY CH',
  i: 'AY',
  j: 'JH EY',
  k: 'K EY',
  l: 'EH L',
  m: 'EH M',
  n: 'EH N',
  o: 'OW',
  p: 'P IY',
  q: 'K Y UW',
  r: 'AA R',
  s: 'EH S',
  t: 'T IY',
  u: 'Y UW',
  v: 'V IY',
  w: 'D AH B AH L Y UW',
  x: 'EH K S',
  y: 'W AY',
  z: 'Z IY',
};

/** Sounds of letters said one by one. */
export function soundsOfLetters(word: string): Phone[] {
  return [...word].flatMap((letter) => NAMES[letter]?.split(' ') ?? []);
}
