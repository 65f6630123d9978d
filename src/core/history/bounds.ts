/**
 * What an edit may make: the same bounds as at the file's door (LIMITS), so that whatever the application makes its own
 * file can carry. Only what the patches bring is looked at, so the cost is that of the edit.
 */
import { POINT_SIZE } from '../shot/drawing-model.ts';
import { LIMITS } from '../shot/make.ts';
import { Refused } from '../shot/refused.ts';
import type { Patch } from './patch.ts';

/** Where a value stands. While values are checked it is one list that grows and shrinks. */
type Path = (string | number)[];

/** The most entries of each list, by the list's name, and what they are called. */
const LISTS: Record<string, [most: number, what: string]> = {
  layers: [LIMITS.maxLayers, 'layers'],
  palettes: [LIMITS.maxPalettes, 'colour models'],
  swatches: [LIMITS.maxSwatches, 'swatches'],
  paletteCues: [LIMITS.maxLength, 'changes of colour model'],
  tracks: [LIMITS.maxTracks, 'sound tracks'],
  clips: [LIMITS.maxClips, 'clips on a track'],
  places: [LIMITS.maxPlaces, 'places of a layer'],
  charts: [LIMITS.maxCharts, 'mouth charts'],
  deliveries: [LIMITS.maxDeliveries, 'named deliveries'],
  markers: [LIMITS.maxLength, 'named frames'],
  notes: [3 * LIMITS.maxLength, 'notes'],
  reading: [LIMITS.maxSounds, 'sounds in the reading'],
  passages: [LIMITS.maxLength, 'settled pairs of drawings'],
  ink: [LIMITS.maxLines, 'lines on a drawing'],
  paint: [LIMITS.maxLines, 'painted areas on a drawing'],
  arcs: [LIMITS.maxArcs, 'arcs'],
  vanishing: [LIMITS.maxVanishing, 'vanishing points'],
  followed: [LIMITS.maxFollowed, 'followed points'],
  spots: [LIMITS.maxDrawings, 'places of a followed point'],
  parts: [LIMITS.maxFollowed, 'parts of the figure'],
  stands: [LIMITS.maxStands, 'frames a point stands still on'],
  meant: [LIMITS.maxMeant, 'findings that are meant so'],
};

/** The most letters of a text, by its field; names depend on what they are the name of. */
const TEXTS: Record<string, number> = {
  title: LIMITS.maxTitle,
  group: LIMITS.maxTitle,
  label: LIMITS.maxLabel,
  words: LIMITS.maxWords,
};

/** Fields that are places on the paper. */
const PLACES = new Set<string | number>(['x', 'y', 'horizon', 'ground', 'points']);

function mostLetters(path: Path): number | undefined {
  const key = String(path[path.length - 1]);
  if (key === 'name') {
    if (path.includes('assets')) return 255;
    return path.includes('ink') || path.includes('paint') ? LIMITS.maxName : LIMITS.maxTitle;
  }
  if (key === 'text') return path[0] === 'reading' ? LIMITS.maxSound : LIMITS.maxNote;
  return TEXTS[key];
}

function checkCount(path: Path, count: number): void {
  const bound = LISTS[String(path.at(-1))];
  if (bound && count > bound[0])
    throw new Refused(`That would make ${count} ${bound[1]}; there can be ${bound[0]}. Nothing was changed.`);
}

/** Points, rings and brushes that were found within bounds: values that copies of lines share. */
const fine = new WeakSet<object>();

function checkPoints(path: Path, values: Float32Array): void {
  const isLine = path.at(-1) === 'points';
  const stride = isLine ? POINT_SIZE : 2;
  if (values.length / stride > LIMITS.maxPoints)
    throw new Refused('That would make a line of more than a million points. Nothing was changed.');
  for (let i = 0; i < values.length; i += stride) {
    // Written so that a value that is no number fails too.
    const near = Math.abs(values[i]) <= LIMITS.far && Math.abs(values[i + 1]) <= LIMITS.far;
    if (!near) throw new Refused('That would carry a line too far from the paper to be kept. Nothing was changed.');
  }
}

function checkNumber(path: Path, value: number): void {
  if (PLACES.has(path[path.length - 1]) && Math.abs(value) > LIMITS.far)
    throw new Refused('That would lie too far from the paper to be kept. Nothing was changed.');
  if (!Number.isFinite(value)) throw new Refused(`That would make ${path.at(-1)} no number. Nothing was changed.`);
}

function check(value: unknown, path: Path): void {
  if (typeof value === 'string') {
    const most = mostLetters(path);
    if (most !== undefined && value.length > most)
      throw new Refused(`That text has ${value.length} letters; there is room for ${most}. Nothing was changed.`);
  } else if (typeof value === 'number') checkNumber(path, value);
  else if (typeof value === 'object' && value !== null) {
    const key = path[path.length - 1];
    const isValue = value instanceof Float32Array || key === 'brush';
    if (isValue && fine.has(value)) return;
    if (value instanceof Float32Array) checkPoints(path, value);
    else checkEach(value, path);
    if (isValue) fine.add(value);
  }
}

function checkEach(value: object, path: Path): void {
  if (Array.isArray(value)) {
    // A list of exposures is checked where a layer gets it (setExposures), and there can be forty thousand of them.
    if (path[path.length - 1] === 'exposures') return;
    checkCount(path, value.length);
    for (let i = 0; i < value.length; i++) check(value[i], path);
    return;
  }
  for (const key in value) {
    path.push(key);
    check((value as Record<string, unknown>)[key], path);
    path.pop();
  }
}

function at(root: unknown, path: Path): unknown {
  let node = root as Record<string | number, unknown>;
  for (const key of path) node = node?.[key] as typeof node;
  return node;
}

/** @param next the shot the patches lead to @throws Refused with a sentence when an edit makes what a shot cannot hold */
export function checkBounds(next: unknown, patches: readonly Patch[]): void {
  for (const patch of patches) {
    if ('set' in patch) check(patch.set, [...patch.path]);
    else if ('insert' in patch && patch.path.at(-1) !== 'exposures') {
      const list = at(next, patch.path);
      if (Array.isArray(list)) checkCount(patch.path, list.length);
      for (const each of patch.insert) check(each, [...patch.path]);
    }
  }
}
