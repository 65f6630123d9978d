/** Sets of keys, and keys as a file. */
import { BadFile } from '../../core/shot/index.ts';
import { checkPart, IsRecord } from '../../core/shot/part.ts';
import type { Command } from './register.ts';

export interface KeySet {
  id: string;
  name: string;
  about: string;
  /** Keys by command id, where they are not those of the register. */
  keys(all: readonly Command[]): Record<string, string[]>;
}

/** Keys that change places when the left hand draws and the right one lies on the keyboard. */
const MIRRORED = ['QP', 'WO', 'EI', 'RU', 'TY', 'SL', 'DK', 'FJ', 'GH', 'VM', 'BN'].map(([a, b]) => [
  `Key${a}`,
  `Key${b}`,
]);
MIRRORED.push(['KeyA', 'Semicolon'], ['KeyZ', 'Slash'], ['KeyX', 'Period'], ['KeyC', 'Comma']);
const MIRROR = new Map(
  MIRRORED.flatMap(
    ([a, b]) =>
      [
        [a, b],
        [b, a],
      ] as [string, string][],
  ),
);

/** With Ctrl a letter stays the one everybody knows. */
function mirrored(key: string): string {
  const parts = key.split('+');
  const last = parts.at(-1)!;
  return parts.includes('$mod') ? key : [...parts.slice(0, -1), MIRROR.get(last) ?? last].join('+');
}

/** Tools on the first letters of their names; what stood there takes the place they leave. */
const BY_LETTERS: Record<string, string[]> = {
  'tool-pencil': ['KeyP'],
  'tool-pick': ['KeyQ'],
  'tool-brush': ['KeyB'],
  'mark-breakdown': ['Shift+KeyB'],
  'tool-guides': ['KeyG'],
  'guide-layer': ['Shift+KeyM'],
  'tool-redraw': ['KeyR'],
  mirror: ['Shift+KeyR'],
};

export const KEY_SETS: readonly KeySet[] = [
  {
    id: 'right',
    name: 'Right hand draws',
    about: 'The usual keys, under the left hand.',
    keys: () => ({}),
  },
  {
    id: 'left',
    name: 'Left hand draws',
    about: 'The same keys mirrored, under the right hand.',
    keys: (all) =>
      Object.fromEntries(
        all.flatMap(({ id, keys }) => {
          const own = keys.map(mirrored);
          return own.some((key, i) => key !== keys[i]) ? [[id, own]] : [];
        }),
      ),
  },
  { id: 'letters', name: 'Letters', about: 'Tools on the first letters of their names.', keys: () => BY_LETTERS },
];

class KeysFile {
  @IsRecord((keys) => Array.isArray(keys) && keys.length <= 20 && keys.every((key) => isKey(key)))
  keys!: Record<string, string[]>;
}

/** Tab goes from one part of the window to the next and is never a command's. */
const isKey = (key: unknown): boolean =>
  typeof key === 'string' && /^(\$mod\+)?(Alt\+)?(Shift\+)?[A-Za-z0-9]{1,20}$/.test(key) && !key.endsWith('Tab');

export const keysAsFile = (keys: Record<string, string[]>): string =>
  JSON.stringify({ format: 'vignette-keys', version: 1, keys }, null, 1);

/** @throws BadFile with a sentence when it is no file of keys */
export function keysFromFile(text: string, name: string): Record<string, string[]> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new BadFile(`“${name}” cannot be read as keys. Choose a file written by the panel of keys.`);
  }
  const { format, version } = (data ?? {}) as { format?: unknown; version?: unknown };
  if (format !== 'vignette-keys' || version !== 1)
    throw new BadFile(`“${name}” holds no keys of Vignette. Choose a file written by the panel of keys.`);
  return checkPart(KeysFile, data, `keys file “${name}”`).keys;
}
