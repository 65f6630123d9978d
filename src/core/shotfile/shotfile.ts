/** The shot file: a zip of documented parts (docs/FORMATS.md). Writing and reading, in memory. */

import { strFromU8, strToU8, type Zippable, zipSync } from 'fflate';
import { shownExposure } from '../sheet/exposures.ts';
import { BadFile } from '../shot/bad-file.ts';
import type { Id } from '../shot/ids.ts';
import { bundleDepth, everyLayer } from '../shot/levels.ts';
import { LIMITS } from '../shot/make.ts';
import { danglingIn, mendReferences } from '../shot/mend.ts';
import type { Drawing, Exposure, Layer, Shot } from '../shot/model.ts';
import { bringUpToDate } from '../shot/older.ts';
import { checkPart } from '../shot/part.ts';
import { stableJson } from '../shot/stable-json.ts';
import { isPackedNow, packDrawing, unpackDrawing } from './drawing-codec.ts';
import { bundleOfPart, cameraOfPart, cellOf, layerOfPart } from './layer-part.ts';
import { DrawingPart, ShotPart } from './schema.ts';
import { ZipReader } from './zip.ts';

const SHOT_FILE_VERSION = 9;
export const SHOT_FILE_EXTENSION = 'vignette';
export const SHOT_FILE_TYPE = 'application/zip';
/** Larger files are refused before they are unpacked, and not written: they would not fit the browser's memory. */
export const LARGEST_SHOT_FILE = LIMITS.maxFileBytes;
const FORMAT = 'vignette-shot';
/** One time for all members, so that the same shot is the same file to the byte; the first a zip can say. */
const WRITTEN_AT = new Date(1980, 0, 1);

export type Media = Map<Id, Uint8Array<ArrayBuffer>>;

const gigabytes = (bytes: number) => `${(bytes / 1024 ** 3).toFixed(1)} GB`;

/** In the order of their ids: what was taken out and put back stands where it stood. */
function inOrder<T>(all: Record<Id, T>): [Id, T][] {
  return Object.entries(all).sort(([a], [b]) => (a < b ? -1 : 1));
}

/**
 * `media` holds the bytes of every asset, as they came in.
 * @throws BadFile with a sentence when the file would be larger than one that can be opened
 */
export function writeShotFile(shot: Shot, media: Media): Uint8Array<ArrayBuffer> {
  const { drawings, assets, bundles, mouthGuide, ...structure } = shot;
  const places = inOrder(mouthGuide.places).map(([drawing, place]) => ({ drawing, ...place }));
  const parts: Zippable = {
    'vignette.json': strToU8(stableJson({ format: FORMAT, version: SHOT_FILE_VERSION })),
    'shot.json': strToU8(
      stableJson(
        {
          ...structure,
          mouthGuide: { head: mouthGuide.head, places },
          bundles: inOrder(bundles).map(([, bundle]) => bundle),
          assets: inOrder(assets).map(([, asset]) => asset),
          drawings: inOrder(drawings).map(([id]) => id),
        },
        1,
      ),
    ),
  };
  let bytes = 0;
  for (const [id, drawing] of inOrder(drawings)) {
    const packed = packDrawing(drawing);
    bytes += packed.length;
    parts[`drawings/${id}.vgdr`] = [packed, { level: 4 }];
  }
  for (const [id] of inOrder(assets)) {
    const own = media.get(id);
    if (!own) continue;
    bytes += own.length;
    // Sound and pictures are compressed already.
    parts[`media/${id}`] = [own, { level: 0 }];
  }
  if (bytes > LARGEST_SHOT_FILE)
    throw new BadFile(
      `The shot file would be ${gigabytes(bytes)} large and could not be opened again; the most is ${gigabytes(LARGEST_SHOT_FILE)}. Save it without the reference, or take clips out.`,
    );
  return zipSync(parts, { mtime: WRITTEN_AT }) as Uint8Array<ArrayBuffer>;
}

function json(zip: ZipReader, name: string): unknown {
  const bytes = zip.read(name);
  if (!bytes)
    throw new BadFile(`This shot file has no ${name}; it may be cut short. Ask for it again, or open another.`);
  try {
    return JSON.parse(strFromU8(bytes));
  } catch {
    throw new BadFile(
      `The ${name} in this shot file cannot be read; the file is damaged. Ask for it again, or open another.`,
    );
  }
}

function unzip(bytes: Uint8Array): ZipReader {
  if (bytes.length > LARGEST_SHOT_FILE)
    throw new BadFile(
      `This file is ${gigabytes(bytes.length)}; the largest shot file that can be opened is ${gigabytes(LARGEST_SHOT_FILE)}.`,
    );
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    throw new BadFile('This is not a Vignette shot file (a .vignette file is a zip). Choose another file.');
  return new ZipReader(bytes, { kind: 'shot file', most: LARGEST_SHOT_FILE });
}

function checkLabel(label: unknown): void {
  const { format, version } = (label ?? {}) as { format?: unknown; version?: unknown };
  if (format !== FORMAT) throw new BadFile('This zip is not a Vignette shot file. Choose a .vignette file.');
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw new BadFile('This shot file does not say its version; it is damaged. Ask for it again, or open another.');
  if (version > SHOT_FILE_VERSION)
    throw new BadFile(
      `This shot file was made by a later version of Vignette (file version ${version}, this one reads up to ${SHOT_FILE_VERSION}). Update Vignette to open it.`,
    );
}

const bad = (what: string) => new BadFile(`This shot file ${what}, so it was not opened.`);

/** Two things of one kind may not have the same id: what names one of them would mean either. */
function checkOnce(what: string, ids: Id[]): void {
  const seen = new Set<Id>();
  for (const id of ids) {
    if (seen.has(id)) throw bad(`holds two ${what} that are both called ${id}`);
    seen.add(id);
  }
}

function checkIds(shot: ShotPart): void {
  const { palettes, tracks, bundles = [] } = shot;
  const layers = [...shot.layers, ...bundles.flatMap((bundle) => bundle.layers)];
  checkOnce(
    'bundles',
    bundles.map(({ id }) => id),
  );
  checkOnce(
    'layers',
    [...layers, ...(shot.charts ?? [])].map(({ id }) => id),
  );
  checkOnce(
    'exposures',
    layers.flatMap(({ exposures }) => exposures.map(({ id }) => id)),
  );
  checkOnce(
    'colour models',
    palettes.map(({ id }) => id),
  );
  for (const { swatches } of palettes)
    checkOnce(
      'swatches',
      swatches.map(({ id }) => id),
    );
  checkOnce(
    'tracks',
    tracks.map(({ id }) => id),
  );
  checkOnce(
    'clips',
    tracks.flatMap(({ clips }) => clips.map(({ id }) => id)),
  );
  checkOnce('drawings', shot.drawings);
  checkOnce(
    'files',
    shot.assets.map(({ id }) => id),
  );
  checkOnce(
    'sounds of the reading',
    (shot.reading ?? []).map(({ id }) => id),
  );
  checkOnce(
    'named frames',
    (shot.markers ?? []).map(({ id }) => id),
  );
  checkOnce(
    'named deliveries',
    (shot.deliveries ?? []).map(({ id }) => id),
  );
  checkOnce(
    'notes',
    (shot.notes ?? []).map(({ id }) => id),
  );
  checkOnce(
    'followed points',
    (shot.checks?.followed ?? []).map(({ id }) => id),
  );
  checkOnce(
    'parts of the figure',
    (shot.checks?.parts ?? []).map(({ id }) => id),
  );
  checkOnce(
    'arcs',
    (shot.guides?.arcs ?? []).map(({ id }) => id),
  );
}

function checkLayer({ assets, bundles }: Shot, { name, exposures, grid, moves }: Layer): void {
  const frames = exposures.reduce((sum, each) => sum + each.frames, 0);
  if (frames > LIMITS.maxLength)
    throw bad(`has a layer ("${name}") of ${frames} frames, more than the ${LIMITS.maxLength} a shot can have`);
  for (const { cell } of exposures) {
    if (cell?.kind === 'picture' && cell.index >= (assets[cell.asset]?.pictures ?? 0))
      throw bad(`shows a picture on "${name}" that its clip does not have (number ${cell.index + 1})`);
    if (cell?.kind === 'bundle' && bundles[cell.bundle] && cell.frame >= bundles[cell.bundle].length)
      throw bad(`shows a frame of a bundle on "${name}" that the bundle does not have (frame ${cell.frame + 1})`);
  }
  const points = grid ? 2 * (grid.across + 1) * (grid.down + 1) : 0;
  for (const { bend, frame } of moves?.places ?? [])
    if (bend && bend.length !== points) throw bad(`has a bend on "${name}", frame ${frame + 1}, that fits no grid`);
}

/** What no field says by itself. */
function checkSums(shot: Shot): void {
  for (const layer of everyLayer(shot)) checkLayer(shot, layer);
  for (const { id, name } of Object.values(shot.bundles))
    if (bundleDepth(shot.bundles, id, LIMITS.maxDepth) > LIMITS.maxDepth)
      throw bad(`has a bundle ("${name}") that lies in itself, or more than ${LIMITS.maxDepth} deep`);
  for (const { clips } of shot.tracks)
    for (const clip of clips)
      if (clip.out < clip.in) throw bad(`has a sound ("${clip.name}") that ends before it begins`);
}

/** Everything the shot shows and plays must be in it; what only points at something that is gone is put right. Returns whether nothing was. */
function checkReferences(shot: Shot): boolean {
  const [missing] = danglingIn(shot, ['needed']);
  if (missing) throw bad(`${DANGLES[missing.reference.to] ?? 'names'} something that it does not hold (${missing.id})`);
  return mendReferences(shot).length === 0;
}

const DANGLES: Partial<Record<string, string>> = {
  holder: 'holds a drawing of a layer that it does not have:',
  drawing: 'exposes a drawing, or has a mouth on a chart, as',
  pictures: 'shows a picture from',
  bundle: 'shows a bundle',
  sound: 'plays a sound from',
  palette: 'uses as a palette',
};

export interface ReadShot {
  shot: Shot;
  media: Media;
  /** Drawings as the file has them, where that is how they would be packed now: whoever keeps them need not pack them. */
  packed: Map<Id, Uint8Array<ArrayBuffer>>;
}

/** Who wants to know how far the reading of a shot file has come. */
export interface Reading {
  /** 0..1, after every drawing. */
  progress(share: number): void;
  /** The frame to be seen first, and what is told of it: the shot with no other drawings than those of that frame. */
  frame: number;
  first(shot: Shot): void;
}

/** The drawings that a frame shows, by their ids, as the file says. */
function shownAt(part: ShotPart, frame: number): Set<Id> {
  const shown = new Set<Id>();
  const inner = new Map((part.bundles ?? []).map((bundle) => [bundle.id, bundle.layers]));
  const look = (layers: ShotPart['layers'], at: number, depth: number): void => {
    for (const { exposures, afterLast } of layers) {
      const cell = shownExposure(exposures as Exposure[], afterLast, at)?.exposure.cell;
      if (cell?.kind === 'drawing') shown.add(cell.drawing);
      if (cell?.kind === 'bundle' && depth < LIMITS.maxDepth) look(inner.get(cell.bundle) ?? [], cell.frame, depth + 1);
    }
  };
  look(part.layers, frame, 0);
  return shown;
}

/** The parts of a file as a shot; what they name is not looked at yet. */
function shotOf(part: ShotPart, drawings: Record<Id, Drawing>): Shot {
  const { guides, mouthGuide, checks } = part;
  return bringUpToDate({
    ...part,
    layers: part.layers.map(layerOfPart),
    bundles: Object.fromEntries((part.bundles ?? []).map((bundle) => [bundle.id, bundleOfPart(bundle)])),
    camera: cameraOfPart(part.camera),
    drawings,
    tracks: part.tracks.map((track) => ({
      ...track,
      clips: track.clips.map((clip) => ({
        ...clip,
        pin: clip.pin ?? null,
        loop: clip.loop ?? null,
        follows: clip.follows ?? null,
      })),
    })),
    guides: guides && {
      ...guides,
      mirror: guides.mirror ?? null,
      horizon: guides.horizon ?? null,
      ground: guides.ground ?? null,
    },
    model: part.model ? cellOf(part.model, 'the model sheet') : null,
    reading: part.reading?.map((sound) => ({ ...sound, clip: sound.clip ?? null, fit: sound.fit ?? null })),
    mouthGuide: mouthGuide && {
      head: mouthGuide.head ?? null,
      places: Object.fromEntries(mouthGuide.places.map(({ drawing, ...place }) => [drawing, place])),
    },
    checks: checks && {
      ...checks,
      followed: checks.followed.map((point) => ({
        ...point,
        measuredTo: point.measuredTo ?? null,
        stands: point.stands.map((stand) => ({ ...stand, on: stand.on ?? null })),
      })),
    },
    assets: Object.fromEntries(part.assets.map((asset) => [asset.id, asset])),
  });
}

/**
 * Reads a shot file. @param reading is told on the way, the picture of one frame first
 * @throws BadFile, one sentence for the person; nothing is half read.
 */
export function readShotFile(bytes: Uint8Array, reading?: Reading): ReadShot {
  const zip = unzip(bytes);
  checkLabel(json(zip, 'vignette.json'));
  const part = checkPart(ShotPart, json(zip, 'shot.json'), 'shot');
  checkIds(part);
  const read = new Map<Id, Drawing>();
  const packed: ReadShot['packed'] = new Map();
  const readOne = (id: Id) => {
    if (read.has(id)) return;
    const bytes = zip.read(`drawings/${id}.vgdr`);
    if (!bytes) throw new BadFile(`This shot file lacks the drawing ${id}; it may be cut short. Ask for it again.`);
    const drawing = unpackDrawing(bytes, `drawing ${id}`, (head) => checkPart(DrawingPart, head, `drawing ${id}`));
    if (drawing.id !== id)
      throw new BadFile(`The drawing ${id} in this file calls itself ${drawing.id}, so the shot was not opened.`);
    read.set(id, drawing);
    if (isPackedNow(bytes)) packed.set(id, bytes);
    reading?.progress(read.size / part.drawings.length);
  };
  if (reading) {
    const shown = shownAt(part, reading.frame);
    for (const id of part.drawings) if (shown.has(id)) readOne(id);
    reading.first(shotOf(part, Object.fromEntries(read)));
  }
  for (const id of part.drawings) readOne(id);
  const drawings = Object.fromEntries(part.drawings.map((id) => [id, read.get(id)!]));
  const media: Media = new Map();
  for (const asset of part.assets) {
    const data = zip.read(`media/${asset.id}`);
    if (!data) throw new BadFile(`This shot file lacks "${asset.name}"; it may be cut short. Ask for it again.`);
    media.set(asset.id, data);
  }
  const shot = shotOf(part, drawings);
  checkSums(shot);
  if (!checkReferences(shot)) packed.clear();
  return { shot, media, packed };
}
