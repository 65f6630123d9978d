/** Figures and abbreviations written out as they are said. */

const ONES = [
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen',
  'seventeen eighteen nineteen',
]
  .join(' ')
  .split(' ');
const TENS = '_ _ twenty thirty forty fifty sixty seventy eighty ninety'.split(' ');
const SCALES: [number, string][] = [
  [1e9, 'billion'],
  [1e6, 'million'],
  [1e3, 'thousand'],
  [100, 'hundred'],
];
const ORDINALS: Record<string, string> = {
  one: 'first',
  two: 'second',
  three: 'third',
  five: 'fifth',
  eight: 'eighth',
  nine: 'ninth',
  twelve: 'twelfth',
};
const LETTERS: Record<string, string> = {
  mr: 'mister',
  mrs: 'missus',
  ms: 'miz',
  dr: 'doctor',
  st: 'saint',
  prof: 'professor',
  capt: 'captain',
  sgt: 'sergeant',
  lt: 'lieutenant',
  jr: 'junior',
  sr: 'senior',
  vs: 'versus',
  etc: 'et cetera',
  no: 'number',
  approx: 'approximately',
  dept: 'department',
  min: 'minutes',
  sec: 'seconds',
  ft: 'feet',
  lb: 'pounds',
  kg: 'kilograms',
  km: 'kilometres',
};
/** Written with a dot they are always an abbreviation; without, only these are. */
const WITHOUT_DOT = new Set(['mr', 'mrs', 'ms', 'dr', 'prof', 'capt', 'sgt', 'lt', 'etc', 'vs', 'kg', 'km']);
const SIGNS: Record<string, string> = { '&': 'and', '%': 'percent', '+': 'plus', '=': 'equals', '@': 'at' };
const MONEY: Record<string, [string, string]> = {
  $: ['dollar', 'dollars'],
  '£': ['pound', 'pounds'],
  '€': ['euro', 'euros'],
};

/** A whole number in words; from a million million on, and for what is no whole number, digit by digit. */
export function numberWords(value: number): string {
  if (!(Number.isInteger(value) && value >= 0 && value < 1e12)) return digits(String(value).replace(/\D/g, ''));
  if (value < 20) return ONES[value];
  if (value < 100) return TENS[Math.floor(value / 10)] + (value % 10 ? ` ${ONES[value % 10]}` : '');
  const [size, name] = SCALES.find(([least]) => value >= least)!;
  const rest = value % size;
  const join = size === 100 || rest < 100 ? ' and ' : ' ';
  return `${numberWords(Math.floor(value / size))} ${name}${rest ? join + numberWords(rest) : ''}`;
}

function digits(text: string): string {
  return [...text].map((digit) => ONES[Number(digit)]).join(' ');
}

function ordinal(text: string): string {
  const words = figure(text).split(' ');
  const last = words.at(-1)!;
  words[words.length - 1] = ORDINALS[last] ?? (last.endsWith('y') ? `${last.slice(0, -1)}ieth` : `${last}th`);
  return words.join(' ');
}

/** 1984 as a year: "nineteen eighty four". */
function year(value: number): string | null {
  const [century, rest] = [Math.floor(value / 100), value % 100];
  if (value < 1100 || value > 2099 || century === 20) return null;
  if (rest === 0) return `${numberWords(century)} hundred`;
  return `${numberWords(century)} ${rest < 10 ? `oh ${ONES[rest]}` : numberWords(rest)}`;
}

function figure(text: string): string {
  const [whole, part] = text.split('.');
  if (whole.length > 12 || (whole.length > 1 && whole[0] === '0')) return digits(whole + (part ?? ''));
  const value = Number(whole);
  if (part) return `${numberWords(value)} point ${digits(part)}`;
  return (whole.length === 4 && year(value)) || numberWords(value);
}

/** A line as typed with every figure, sign and known abbreviation written out in words. */
export function spellOut(line: string): string {
  return line
    .replace(/[’‘`]/g, "'")
    .replace(/(\d),(?=\d{3}\b)/g, '$1')
    .replace(/([$£€])\s?(\d+)(?:\.(\d\d))?/g, (_, sign: string, whole: string, part?: string) => {
      const [one, many] = MONEY[sign];
      const cents = part && Number(part) > 0 ? ` ${numberWords(Number(part))}` : '';
      return ` ${figure(whole)} ${Number(whole) === 1 ? one : many}${cents} `;
    })
    .replace(/(\d{1,2}):(\d\d)\b/g, (_, hours: string, minutes: string) => {
      const late = Number(minutes);
      return ` ${numberWords(Number(hours))} ${late === 0 ? "o'clock" : late < 10 ? `oh ${ONES[late]}` : numberWords(late)} `;
    })
    .replace(/\b(\d+)(?:st|nd|rd|th)\b/gi, (_, value: string) => ` ${ordinal(value)} `)
    .replace(/\b(\d\d)(\d0)s\b/g, (_, a: string, b: string) => ` ${numberWords(Number(a))} ${numberWords(Number(b))}s `)
    .replace(/\d+(?:\.\d+)?/g, (text) => ` ${figure(text)} `)
    .replace(
      /(twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)s\b/g,
      (_, ten: string) => `${ten.slice(0, -1)}ies`,
    )
    .replace(/[&%+=@]/g, (sign) => ` ${SIGNS[sign]} `)
    .replace(/\b([A-Za-z]{2,6})\./g, (whole, word: string) => LETTERS[word.toLowerCase()] ?? whole)
    .replace(/\b([A-Za-z]{2,4})\b/g, (word) =>
      WITHOUT_DOT.has(word.toLowerCase()) ? LETTERS[word.toLowerCase()] : word,
    );
}
