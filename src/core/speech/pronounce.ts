/** Words to sounds: a dictionary, words of one's own, and rules for what neither knows. */
import { spellOut } from './numbers.ts';
import { isPhone, isVowel, type Phone } from './phones.ts';
import { soundsBySpelling, soundsOfLetters } from './spelling.ts';

/** Entries `word`, `word(2)`, … → sounds with stress figures, as the CMU pronouncing dictionary has them. */
export type Dictionary = Record<string, string>;

/** A spoken word: how it was typed, and its pronunciations. */
export interface SpokenWord {
  text: string;
  variants: Phone[][];
  /** Where the pronunciation is from. */
  by: 'own' | 'dictionary' | 'rules' | 'letters';
}

/** Sounds of a dictionary entry: stress figures and remarks taken off. */
function soundsOf(entry: string): Phone[] {
  return entry
    .replace(/ #.*$/, '')
    .trim()
    .split(/\s+/)
    .map((phone) => phone.replace(/\d/g, '').toUpperCase());
}

/** Sounds typed by hand, "G UH D". Null when one of them is not a sound. */
export function typedSounds(text: string): Phone[] | null {
  const phones = soundsOf(text);
  return phones.length > 0 && phones.every((phone) => isPhone(phone) && phone !== 'SIL') ? phones : null;
}

/** "Arrive" is said ER AY V or AH R AY V: what one writes as one sound another writes as two. */
function withVowelBeforeR(phones: Phone[]): Phone[][] {
  const joined = phones.some((phone, i) => phone === 'ER' && i + 1 < phones.length && isVowel(phones[i + 1]));
  if (!joined) return [];
  return [
    phones.flatMap((phone, i) =>
      phone === 'ER' && i + 1 < phones.length && isVowel(phones[i + 1]) ? ['AH', 'R'] : [phone],
    ),
  ];
}

function lookUp(dictionary: Dictionary, word: string): Phone[][] {
  const out: Phone[][] = [];
  if (Object.hasOwn(dictionary, word)) out.push(soundsOf(dictionary[word]));
  for (let n = 1; n < 8; n++) {
    const key = `${word}(${n})`;
    if (Object.hasOwn(dictionary, key)) out.push(soundsOf(dictionary[key]));
  }
  out.push(...out.flatMap(withVowelBeforeR));
  const seen = new Set<string>();
  return out.filter((phones) => {
    const key = phones.join(' ');
    return phones.every(isPhone) && !seen.has(key) && seen.add(key);
  });
}

/** The sound of an s put after a word: "lamps", "poles", "roses". */
function afterS(phones: Phone[]): Phone[] {
  const last = phones.at(-1)!;
  if (['S', 'Z', 'SH', 'ZH', 'CH', 'JH'].includes(last)) return [...phones, 'IH', 'Z'];
  return [...phones, ['P', 'T', 'K', 'F', 'TH'].includes(last) ? 'S' : 'Z'];
}

function afterD(phones: Phone[]): Phone[] {
  const last = phones.at(-1)!;
  if (last === 'T' || last === 'D') return [...phones, 'IH', 'D'];
  return [...phones, ['P', 'K', 'F', 'TH', 'S', 'SH', 'CH'].includes(last) ? 'T' : 'D'];
}

const TAILS: { tail: RegExp; put: string[]; say: (phones: Phone[]) => Phone[] }[] = [
  { tail: /'s$|s'$|(?<!s)s$/, put: [''], say: afterS },
  { tail: /(?<=[sxzho])es$/, put: ['', 'e'], say: afterS },
  { tail: /ies$/, put: ['y'], say: afterS },
  { tail: /ed$/, put: ['', 'e'], say: afterD },
  { tail: /ing$/, put: ['', 'e'], say: (phones) => [...phones, 'IH', 'NG'] },
  { tail: /in'$/, put: ['ing'], say: (phones) => [...phones.slice(0, -1), 'N'] },
  { tail: /ly$/, put: [''], say: (phones) => [...phones, 'L', 'IY'] },
  { tail: /ness$/, put: [''], say: (phones) => [...phones, 'N', 'AH', 'S'] },
];

/** A known word with an ending: "lamplighters", "glimmering". */
function byStem(dictionary: Dictionary, word: string): Phone[][] {
  for (const { tail, put, say } of TAILS) {
    if (!tail.test(word)) continue;
    for (const end of put) {
      const stem = lookUp(dictionary, word.replace(tail, end));
      if (stem.length > 0) return stem.map(say);
    }
  }
  // Two known words written as one: "lamplighter".
  for (let cut = word.length - 3; cut >= 3; cut--) {
    const [a, b] = [lookUp(dictionary, word.slice(0, cut)), lookUp(dictionary, word.slice(cut))];
    if (a.length > 0 && b.length > 0) return [[...a[0], ...b[0]]];
  }
  return [];
}

/** The words of a typed line in order; figures and abbreviations written out, signs without sound left out. */
export function wordsOf(line: string): string[] {
  return spellOut(line)
    .replace(/\b(?:[A-Za-z]\.){2,}/g, (initials) => `${initials.replaceAll('.', '').toUpperCase()} `)
    .split(/[^A-Za-z'À-ž]+/)
    .map((word) =>
      word.replace(/^'+(?!(?:til|tis|twas|em|cause|round)\b)|'+$/gi, (quote) => (quote === "'" ? quote : '')),
    )
    .map((word) => word.normalize('NFD').replace(/[\u0300-\u036f]/g, ''))
    .filter((word) => /[A-Za-z]/.test(word));
}

/** An entry of a list by words; words that are members of every object are none. */
function entryOf<T>(list: Record<string, T>, word: string): T | undefined {
  return Object.hasOwn(list, word) ? list[word] : undefined;
}

/** How the words of a typed line may be said. `own`: words of one's own, lower case → sounds. */
export function pronounce(line: string, dictionary: Dictionary, own: Record<string, string> = {}): SpokenWord[] {
  return wordsOf(line).map((text) => {
    const word = text.toLowerCase();
    const bare = word.replace(/^'|'$/g, '');
    const mine = entryOf(own, word) ?? entryOf(own, bare);
    const typed = mine === undefined ? null : typedSounds(mine);
    if (typed) return { text, variants: [typed], by: 'own' };
    const capitals = text.length > 1 && text.length <= 5 && text === text.toUpperCase() && /^[A-Z]+$/.test(text);
    let variants = lookUp(dictionary, word);
    if (variants.length === 0) variants = lookUp(dictionary, bare);
    if (variants.length > 0 && !(capitals && !/[AEIOUY]/.test(text))) return { text, variants, by: 'dictionary' };
    if (capitals || !/[aeiouy]/.test(bare)) return { text, variants: [soundsOfLetters(bare)], by: 'letters' };
    variants = byStem(dictionary, bare);
    if (variants.length > 0) return { text, variants, by: 'dictionary' };
    return { text, variants: [soundsBySpelling(bare)], by: 'rules' };
  });
}
