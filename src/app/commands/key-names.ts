/**
 * What keys are called. A letter is the one written on the key, wherever the keyboard has it: Ctrl Z is the Z of a German, a
 * French or an English keyboard. Keys without a Latin letter or sign on them go by their place on an English one.
 */

/** Signs that commands use, by what is written on the key. */
const SIGNS: Record<string, string> = {
  ',': 'Comma',
  '.': 'Period',
  '/': 'Slash',
  ';': 'Semicolon',
  "'": 'Quote',
  '[': 'BracketLeft',
  ']': 'BracketRight',
  '\\': 'Backslash',
  '-': 'Minus',
  '=': 'Equal',
  '`': 'Backquote',
};

const SIGN_OF: Record<string, string> = Object.fromEntries(Object.entries(SIGNS).map(([sign, name]) => [name, sign]));

/** What is known to be written on keys, by their place: from the browser where it tells, else from presses seen. */
const written = new Map<string, string>();

interface Layouts {
  getLayoutMap(): Promise<Iterable<[string, string]>>;
}

/** Asks the browser what is written on the keys; where it does not say, letters are learned as they are pressed. */
export async function learnLayout(): Promise<void> {
  const { keyboard } = navigator as { keyboard?: Layouts };
  try {
    for (const [code, key] of (await keyboard?.getLayoutMap()) ?? []) written.set(code, key);
  } catch {
    // Not told here: learned from presses.
  }
}

type Pressed = Pick<KeyboardEvent, 'code' | 'key' | 'shiftKey' | 'altKey'>;

const LETTER = /^[a-z]$/i;

/** The name of a key. @param known what is known to be written on it, unshifted */
export function nameOfKey({ code, key }: Pick<Pressed, 'code' | 'key'>, known: string | undefined): string {
  // Digits are where they are: on some keyboards they need Shift, which says something else here.
  if (/^(Digit|Numpad)/.test(code)) return code;
  // What the press itself says comes first: a keyboard can be changed while one works.
  const own = LETTER.test(key) ? key : (known ?? key);
  if (LETTER.test(own)) return `Key${own.toUpperCase()}`;
  if (Object.hasOwn(SIGNS, own)) return SIGNS[own];
  // Another sign stands where an English keyboard has a letter: it is not that letter.
  if (/^Key/.test(code) && own.length === 1 && own.charCodeAt(0) < 128) return `Sign${own}`;
  return code;
}

function nameOf(event: Pressed): string {
  const { code, key } = event;
  // Without Shift and Alt a press says itself what is written on the key; control signs say nothing.
  const plain = !event.shiftKey && !event.altKey && key.length === 1 && key >= ' ';
  if (plain) written.set(code, key);
  return nameOfKey(event, written.get(code));
}

/** The key combination of an event, written as the register does: "$mod+Shift+KeyZ". Empty for a sign typed with AltGr. */
export function keyOfEvent(event: KeyboardEvent): string {
  if (event.getModifierState('AltGraph')) return '';
  const parts: string[] = [];
  if (event.ctrlKey || event.metaKey) parts.push('$mod');
  if (event.altKey) parts.push('Alt');
  if (event.shiftKey) parts.push('Shift');
  return [...parts, nameOf(event)].join('+');
}

/** Whether an event is of the key a combination ends with, whatever is held beside it. */
export function isKeyOf(event: KeyboardEvent, combination: string): boolean {
  return combination.split('+').at(-1) === nameOf(event);
}

const NAMES: Record<string, string> = {
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  $mod: 'Ctrl',
  Space: 'Space',
  Escape: 'Esc',
  Delete: 'Del',
  Insert: 'Ins',
  Backspace: '⌫',
};

/** What the keys held beside another are called on the person's system. */
const HELD: Record<string, string> = { $mod: '⌘', Alt: '⌥', Shift: '⇧' };

/** Whether the person's system writes keys as its own keyboards do. */
const onMac = (): boolean =>
  typeof navigator === 'object' && /Mac|iPhone|iPad/.test(navigator.platform ?? navigator.userAgent);

/** A sign as the person's keyboard has it: where it has none such, the key goes by its place, and what stands there is written. */
function signOf(name: string, sign: string): string {
  const there = written.get(name);
  if (there === undefined || there === sign || [...written.values()].includes(sign)) return sign;
  return there.toUpperCase();
}

/** "$mod+Shift+KeyZ" as people write it: "Ctrl Shift Z", as their keyboard and system have it. */
export function keyInWords(key: string, mac = onMac()): string {
  return key
    .split('+')
    .map((part) => {
      if (mac && HELD[part]) return HELD[part];
      if (SIGN_OF[part]) return signOf(part, SIGN_OF[part]);
      return NAMES[part] ?? part.replace(/^(Key|Digit|Numpad|Sign)/, '');
    })
    .join(' ');
}
