/** The shot file: a zip of documented parts (docs/FORMATS.md). Writing and reading, in memory. */

import { strToU8, type Zippable, zipSync } from 'fflate';
import { shownExposure } from '../sheet/exposures.ts';
import { BadFile } from '../shot/bad-file.ts';
import type { Id } from '../shot/ids.ts';
import type { Exposure } from '../shot/layer-model.ts';
import { LIMITS } from '../shot/make.ts';
import type { Drawing, Shot } from '../shot/model.ts';
import { checkPart } from '../shot/part.ts';
import { stableJson } from '../shot/stable-json.ts';
import { isPackedNow, packDrawing } from './drawing-codec.ts';
import { checkIds, checkReferences, checkSums } from './file-checks.ts';
import { ShotPart } from './schema.ts';
import { inOrder, shotOf, structureJson } from './structure-part.ts';
import { type FileVersion, putVersions, versionsIn } from './version-parts.ts';
import { ZipReader } from './zip.ts';
import { drawingIn, drawingPath, json } from './zip-parts.ts';

export const SHOT_FILE_VERSION = 9;
export const SHOT_FILE_EXTENSION = 'vignette';
export const SHOT_FILE_TYPE = 'application/zip';
/** Larger files are refused before they are unpacked, and not written: they would not fit the browser's memory. */
export const LARGEST_SHOT_FILE = LIMITS.maxFileBytes;
const FORMAT = 'vignette-shot';
/** One time for all members, so that the same shot is the same file to the byte; the first a zip can say. */
const WRITTEN_AT = new Date(1980, 0, 1);

export type Media = Map<Id, Uint8Array<ArrayBuffer>>;

const gigabytes = (bytes: number) => `${(bytes / 1024 ** 3).toFixed(1)} GB`;

/**
 * `media` holds the bytes of every asset, as they came in; `versions` go along with the shot.
 * @throws BadFile with a sentence when the file would be larger than one that can be opened
 */
export function writeShotFile(
  shot: Shot,
  media: Media,
  versions: readonly FileVersion[] = [],
): Uint8Array<ArrayBuffer> {
  const { drawings, assets } = shot;
  const parts: Zippable = {
    'vignette.json': strToU8(stableJson({ format: FORMAT, version: SHOT_FILE_VERSION })),
    'shot.json': strToU8(structureJson(shot)),
  };
  let bytes = 0;
  for (const [id, drawing] of inOrder(drawings)) {
    const packed = packDrawing(drawing);
    bytes += packed.length;
    parts[drawingPath(id)] = [packed, { level: 4 }];
  }
  for (const [id] of inOrder(assets)) {
    const own = media.get(id);
    if (!own) continue;
    bytes += own.length;
    // Sound and pictures are compressed already.
    parts[`media/${id}`] = [own, { level: 0 }];
  }
  bytes += putVersions(parts, shot, versions);
  if (bytes > LARGEST_SHOT_FILE)
    throw new BadFile(
      `The shot file would be ${gigabytes(bytes)} large and could not be opened again; the most is ${gigabytes(LARGEST_SHOT_FILE)}. Save it without the reference or without its versions, or take clips out.`,
    );
  return zipSync(parts, { mtime: WRITTEN_AT }) as Uint8Array<ArrayBuffer>;
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

/** The version the file is of. */
function checkLabel(label: unknown): number {
  const { format, version } = (label ?? {}) as { format?: unknown; version?: unknown };
  if (format !== FORMAT) throw new BadFile('This zip is not a Vignette shot file. Choose a .vignette file.');
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    throw new BadFile('This shot file does not say its version; it is damaged. Ask for it again, or open another.');
  if (version > SHOT_FILE_VERSION)
    throw new BadFile(
      `This shot file was made by a later version of Vignette (file version ${version}, this one reads up to ${SHOT_FILE_VERSION}). Update Vignette to open it.`,
    );
  return version;
}

export interface ReadShot {
  shot: Shot;
  media: Media;
  /** Drawings as the file has them, where that is how they would be packed now: whoever keeps them need not pack them. */
  packed: Map<Id, Uint8Array<ArrayBuffer>>;
  /** States of the shot that go along with it. */
  versions: FileVersion[];
  /** The version of the form the file is written in. */
  fileVersion: number;
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

/**
 * Reads a shot file. @param reading is told on the way, the picture of one frame first
 * @throws BadFile, one sentence for the person; nothing is half read.
 */
export function readShotFile(bytes: Uint8Array, reading?: Reading): ReadShot {
  const zip = unzip(bytes);
  const fileVersion = checkLabel(json(zip, 'vignette.json'));
  const part = checkPart(ShotPart, json(zip, 'shot.json'), 'shot');
  checkIds(part);
  const read = new Map<Id, Drawing>();
  const packed: ReadShot['packed'] = new Map();
  const readOne = (id: Id) => {
    if (read.has(id)) return;
    const { drawing, bytes } = drawingIn(zip, drawingPath(id), id);
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
  return { shot, media, packed, versions: versionsIn(zip, drawings), fileVersion };
}
