/** What is to be delivered of a shot, made from words on the command line or from a delivery that is kept with the shot. */
import {
  type Answer,
  type Ask,
  deliveryName,
  type ExportFormat,
  evenSize,
  type Film,
  faultOfWishes,
  filmOf,
  namedFile,
  plainName,
  type WishRecord,
  wishesFrom,
} from '../../src/core/export/index.ts';
import { fieldSize } from '../../src/core/sheet/index.ts';
import { Refused, type Shot } from '../../src/core/shot/index.ts';
import { BadCall } from '../lent/faults.ts';
import { ALL_FORMATS, formatById } from './mov.ts';

/** How a delivery is asked for on the command line, each word as it was typed. */
export interface OrderWords {
  /** A format's id. */
  as?: string;
  /** A delivery that is kept with the shot, by its name. */
  named?: string;
  size?: string;
  frames?: string;
  every?: string;
  layers?: string;
  planes?: string;
  ground?: string;
  burn?: string;
  /** Answers to what the format asks, "quality=best". */
  with?: string[];
}

/** What is delivered of a shot, wholly settled: it can be handed to another machine. */
export interface Order {
  format: string;
  wishes: WishRecord;
  /** Of the file, with its extension. */
  name: string;
  /** As it is burnt in. */
  today: string;
}

const list = (words: string[]) => words.join(', ');

function sizeOf(shot: Shot, words: string): { width: number; height: number } {
  const field = fieldSize(shot);
  const share = /^(\d+(?:\.\d+)?)\s*%$/.exec(words);
  const both = /^(\d+)x(\d+)$/i.exec(words);
  const wide = /^(\d+)$/.exec(words);
  const scaled = (by: number) => ({
    width: Math.max(1, Math.round(field.width * by)),
    height: Math.max(1, Math.round(field.height * by)),
  });
  if (share && Number(share[1]) > 0) return scaled(Number(share[1]) / 100);
  if (both) return { width: Number(both[1]), height: Number(both[2]) };
  if (wide && Number(wide[1]) > 0)
    return { width: Number(wide[1]), height: scaled(Number(wide[1]) / field.width).height };
  throw new BadCall(`“${words}” is no size. Write 50%, 1280x720, or 1280 for a width.`);
}

function spanOf(shot: Shot, words: string): WishRecord {
  const range = /^(\d+)(?:-(\d+))?$/.exec(words);
  if (!range) {
    const marker = shot.markers.find(({ name }) => name === words);
    if (marker) return { span: 'named', marker: marker.id };
    const names = shot.markers.map(({ name }) => `“${name}”`);
    throw new BadCall(
      `“${words}” is neither frames nor a named frame of “${shot.title}”. Write 1-48, or ${names.length > 0 ? `one of ${list(names)}` : 'a single number; no frame of it has a name'}.`,
    );
  }
  const from = Number(range[1]);
  const to = Number(range[2] ?? range[1]);
  if (from < 1 || to < from || to > shot.length)
    throw new BadCall(`Frames ${words} are not in “${shot.title}”: it has frames 1-${shot.length}.`);
  return { span: 'frames', from: from - 1, to: to - 1 };
}

function everyOf(words: string): WishRecord {
  if (/^\d+$/.test(words)) return { every: Number(words) };
  throw new BadCall(`“--every ${words}”: write a whole number, 2 for every second frame.`);
}

function layersOf(shot: Shot, words: string): string {
  const ids = words.split(',').map((word) => {
    const layer = shot.layers.find(({ name }) => name === word.trim());
    if (layer) return layer.id;
    throw new BadCall(
      `There is no layer “${word.trim()}” in “${shot.title}”. It has: ${list(shot.layers.map(({ name }) => name))}.`,
    );
  });
  return ids.join(' ');
}

/** The words a choice is written with on the command line. */
function chosen<const T extends string>(words: string, of: readonly T[], what: string): T {
  const found = of.find((each) => each === words);
  if (found) return found;
  throw new BadCall(`“${words}” is no ${what}. Choose one of: ${list([...of])}.`);
}

function groundOf(words: string): WishRecord {
  if (words.startsWith('#')) return { ground: 'colour', colour: words };
  return { ground: chosen(words, ['shot', 'clear'], 'ground; a colour is written like #fdfcf8') };
}

const BURNT = {
  frame: 'burnFrame',
  time: 'burnTime',
  title: 'burnTitle',
  date: 'burnDate',
  drawings: 'burnDrawings',
} as const;

const burntOf = (words: string): WishRecord =>
  Object.fromEntries(
    words
      .split(',')
      .map((word) => [BURNT[chosen(word.trim(), Object.keys(BURNT) as (keyof typeof BURNT)[], 'writing')], true]),
  );

function answerOf(ask: Ask, words: string): Answer {
  switch (ask.kind) {
    case 'yes':
      return chosen(words, ['yes', 'no'], `answer to “${ask.name}”`) === 'yes';
    case 'choice':
      return chosen(words, Object.keys(ask.of), `answer to “${ask.name}”`);
    case 'number':
      return /^-?\d+$/.test(words) ? Number(words) : Number.NaN;
  }
}

function answersOf({ id, asks = {} }: ExportFormat, words: string[]): WishRecord {
  return Object.fromEntries(
    words.map((each) => {
      const [key, ...rest] = each.split('=');
      const ask = asks[key];
      if (ask && rest.length > 0) return [key, answerOf(ask, rest.join('='))];
      const keys = Object.keys(asks);
      throw new BadCall(
        `“${each}” answers nothing that ${id} asks. ${keys.length > 0 ? `Write one of ${list(keys)}, “=” and the answer` : 'It asks nothing'}; --list says more.`,
      );
    }),
  );
}

/** The first thing that makes an order impossible, in a sentence; empty when it can be delivered. */
function faultOf(format: ExportFormat, wishes: ReturnType<typeof wishesFrom>): string {
  const fault = faultOfWishes(format.asks ?? {}, wishes);
  if (fault || !format.pictures) return fault;
  const { longest } = format.needs ?? {};
  const { width, height } = format.needs?.even ? evenSize(wishes) : wishes;
  if (longest && Math.max(width, height) > longest)
    return `${format.name} stops at ${longest} pixels a side, and this is ${width} x ${height}. Choose a smaller size.`;
  return '';
}

/** What is ordered of a shot. @throws BadCall with what can be said instead */
export function orderOf(shot: Shot, words: OrderWords, today: string): Order {
  const kept = words.named === undefined ? null : shot.deliveries.find(({ name }) => name === words.named);
  if (kept === undefined) {
    const names = shot.deliveries.map(({ name }) => `“${name}”`);
    throw new BadCall(
      `“${shot.title}” has no delivery named “${words.named}”. It has ${names.length > 0 ? list(names) : 'none; deliveries are named in Export'}.`,
    );
  }
  const id = words.as ?? kept?.format ?? '';
  const format = formatById(id);
  if (!format) throw new BadCall(`“${id}” is no format. Choose one of: ${list(ALL_FORMATS.map((each) => each.id))}.`);
  const asked: WishRecord = {
    ...kept?.wishes,
    ...(words.size === undefined ? {} : sizeOf(shot, words.size)),
    ...(words.frames === undefined ? {} : spanOf(shot, words.frames)),
    ...(words.every === undefined ? {} : everyOf(words.every)),
    ...(words.layers === undefined ? {} : { layers: layersOf(shot, words.layers) }),
    ...(words.planes === undefined ? {} : { planes: chosen(words.planes, ['all', 'lines', 'paint'], 'plane') }),
    ...(words.ground === undefined ? {} : groundOf(words.ground)),
    ...(words.burn === undefined ? {} : burntOf(words.burn)),
  };
  const answers = answersOf(format, words.with ?? []);
  const wishes = wishesFrom(shot, format.asks ?? {}, asked);
  Object.assign(wishes, answers);
  const fault = faultOf(format, wishes);
  if (fault) throw new BadCall(`“${shot.title}” as ${format.name}: ${fault}`);
  const name = deliveryName(kept ? namedFile(shot, kept) : shot.title, format.extension);
  return { format: id, wishes: { ...wishes }, name, today };
}

export interface Prepared {
  format: ExportFormat;
  wishes: ReturnType<typeof wishesFrom>;
  film: Film;
}

/** An order made ready for writing. @throws Refused when the format is not known here */
export function prepared(shot: Shot, { format: id, wishes: asked, today }: Order): Prepared {
  const format = formatById(id);
  if (!format) throw new Refused(`“${id}” is a format of a later version. Update Vignette to deliver it.`);
  const wishes = wishesFrom(shot, format.asks ?? {}, asked);
  return { format, wishes, film: filmOf(shot, wishes, format.needs, undefined, today) };
}

/** A file's name in plain letters, for deliveries that are named by the file they are of. */
export const nameByFile = (file: string, { name }: Order): string => {
  const dot = name.lastIndexOf('.');
  return `${plainName(file.replace(/^.*[\\/]/, '').replace(/\.[^.]*$/, ''))}${name.slice(dot)}`;
};

/** Watches that no two files of one call are written to one place. @returns told of each before it is written @throws BadCall */
export function onePlaceEach(): (place: string, file: string) => void {
  const taken = new Map<string, string>();
  return (place, file) => {
    const other = taken.get(place);
    if (other !== undefined)
      throw new BadCall(
        `${other} and ${file} would both be written to ${place}. Write --call file to call them by their files, or write them into different folders with --out.`,
      );
    taken.set(place, file);
  };
}
