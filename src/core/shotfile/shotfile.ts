/** The shot file: a zip of documented parts (docs/FORMATS.md). Writing and reading, in memory. */
import { strFromU8, strToU8, unzipSync, type Zippable, zipSync } from 'fflate';
import { BadFile } from '../shot/bad-file.ts';
import type { CellRef, Drawing, Id, Placement, Shot } from '../shot/model.ts';
import { bringUpToDate, type OlderShot } from '../shot/older.ts';
import { checkPart } from './check.ts';
import { packDrawing, unpackDrawing } from './drawing-codec.ts';
import { DrawingPart, ShotPart } from './schema.ts';

const SHOT_FILE_VERSION = 6;
export const SHOT_FILE_EXTENSION = 'vignette';
export const SHOT_FILE_TYPE = 'application/zip';
/** Larger files are refused before they are unpacked: they would not fit the browser's memory. */
export const LARGEST_SHOT_FILE = 1024 ** 3;
const FORMAT = 'vignette-shot';

export type Media = Map<Id, Uint8Array<ArrayBuffer>>;

/** `media` holds the bytes of every asset, as they came in. */
export function writeShotFile(shot: Shot, media: Media): Uint8Array<ArrayBuffer> {
  const { drawings, assets, mouthGuide, ...structure } = shot;
  const places = Object.entries(mouthGuide.places).map(([drawing, place]) => ({ drawing, ...place }));
  const parts: Zippable = {
    'vignette.json': strToU8(JSON.stringify({ format: FORMAT, version: SHOT_FILE_VERSION })),
    'shot.json': strToU8(
      JSON.stringify(
        {
          ...structure,
          mouthGuide: { head: mouthGuide.head, places },
          assets: Object.values(assets),
          drawings: Object.keys(drawings),
        },
        null,
        1,
      ),
    ),
  };
  for (const drawing of Object.values(drawings))
    parts[`drawings/${drawing.id}.vgdr`] = [packDrawing(drawing), { level: 4 }];
  for (const asset of Object.values(assets)) {
    const bytes = media.get(asset.id);
    // Sound and pictures are compressed already.
    if (bytes) parts[`media/${asset.id}`] = [bytes, { level: 0 }];
  }
  return zipSync(parts) as Uint8Array<ArrayBuffer>;
}

function json(bytes: Uint8Array | undefined, name: string): unknown {
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

function unzip(bytes: Uint8Array): Record<string, Uint8Array> {
  if (bytes.length > LARGEST_SHOT_FILE) {
    throw new BadFile(
      `This file is ${(bytes.length / 1024 ** 3).toFixed(1)} GB; the largest shot file that can be opened is 1 GB.`,
    );
  }
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    throw new BadFile('This is not a Vignette shot file (a .vignette file is a zip). Choose another file.');
  let unpacked = 0;
  try {
    return unzipSync(bytes, {
      filter: (file) => {
        unpacked += file.originalSize;
        if (unpacked > 4 * LARGEST_SHOT_FILE)
          throw new BadFile('This file unpacks to more than 4 GB, which is more than can be opened.');
        return true;
      },
    });
  } catch (error) {
    if (error instanceof BadFile) throw error;
    throw new BadFile(
      'This shot file is cut short or damaged and cannot be unpacked. Ask for it again, or open another.',
    );
  }
}

/** Everything a shot refers to must be in it. */
function checkReferences(shot: Shot): void {
  const bad = (what: string) => new BadFile(`This shot file ${what}, so it was not opened.`);
  const palettes = new Set(shot.palettes.map((palette) => palette.id));
  for (const cue of shot.paletteCues) if (!palettes.has(cue.palette)) throw bad('uses a palette it does not hold');
  const layers = new Set([...shot.layers, ...shot.charts].map(({ id }) => id));
  for (const drawing of Object.values(shot.drawings)) {
    if (!layers.has(drawing.layerId)) throw bad(`holds a drawing (${drawing.id}) of a layer it does not have`);
  }
  for (const chart of shot.charts) {
    for (const { drawing } of chart.mouths)
      if (!shot.drawings[drawing]) throw bad(`has a mouth on the chart "${chart.name}" that it does not hold`);
  }
  for (const layer of shot.layers) {
    for (const { cell } of layer.exposures) {
      if (!cell) continue;
      if (cell.kind === 'drawing' && !shot.drawings[cell.drawing])
        throw bad(`exposes a drawing on "${layer.name}" that it does not hold`);
      if (cell.kind === 'picture' && shot.assets[cell.asset]?.kind !== 'pictures')
        throw bad(`shows a picture on "${layer.name}" that it does not hold`);
    }
  }
  const { model } = shot;
  if (
    model?.kind === 'drawing' ? !shot.drawings[model.drawing] : model && shot.assets[model.asset]?.kind !== 'pictures'
  )
    throw bad('has a model sheet that it does not hold');
  for (const track of shot.tracks) {
    for (const clip of track.clips) {
      if (shot.assets[clip.asset]?.kind !== 'sound') throw bad(`plays a sound ("${clip.name}") that it does not hold`);
      if (clip.out < clip.in) throw bad(`has a sound ("${clip.name}") that ends before it begins`);
    }
  }
}

function cellOf(cell: ShotPart['layers'][number]['exposures'][number]['cell'], layer: string): CellRef | null {
  if (!cell) return null;
  if (cell.kind === 'drawing' && cell.drawing !== undefined) return { kind: 'drawing', drawing: cell.drawing };
  if (cell.kind === 'picture' && cell.asset !== undefined && cell.index !== undefined) {
    return { kind: 'picture', asset: cell.asset, index: cell.index };
  }
  throw new BadFile(`A cell on "${layer}" in this shot file names nothing to show, so the shot was not opened.`);
}

/**
 * Reads a shot file. @throws BadFile, one sentence for the person; nothing is half read.
 */
export function readShotFile(bytes: Uint8Array): { shot: Shot; media: Media } {
  const parts = unzip(bytes);
  const label = json(parts['vignette.json'], 'vignette.json') as { format?: unknown; version?: unknown };
  if (label.format !== FORMAT) throw new BadFile('This zip is not a Vignette shot file. Choose a .vignette file.');
  if (typeof label.version !== 'number' || label.version > SHOT_FILE_VERSION) {
    throw new BadFile(
      `This shot file was made by a later version of Vignette (file version ${label.version}, this one reads up to ${SHOT_FILE_VERSION}). Update Vignette to open it.`,
    );
  }
  const part = checkPart(ShotPart, json(parts['shot.json'], 'shot.json'), 'shot');
  const drawings: Record<Id, Drawing> = {};
  for (const id of part.drawings) {
    const packed = parts[`drawings/${id}.vgdr`];
    if (!packed) throw new BadFile(`This shot file lacks the drawing ${id}; it may be cut short. Ask for it again.`);
    drawings[id] = unpackDrawing(packed, `drawing ${id}`, (head) => checkPart(DrawingPart, head, `drawing ${id}`));
    if (drawings[id].id !== id)
      throw new BadFile(`The drawing ${id} in this file calls itself ${drawings[id].id}, so the shot was not opened.`);
  }
  const media: Media = new Map();
  const assets: OlderShot['assets'] = {};
  for (const asset of part.assets) {
    const data = parts[`media/${asset.id}`];
    if (!data) throw new BadFile(`This shot file lacks "${asset.name}"; it may be cut short. Ask for it again.`);
    media.set(asset.id, data.slice());
    assets[asset.id] = { ...asset, lines: asset.lines?.map((line) => ({ ...line })) };
  }
  const shot = bringUpToDate({
    id: part.id,
    title: part.title,
    width: part.width,
    height: part.height,
    fps: part.fps,
    length: part.length,
    background: { ...part.background },
    layers: part.layers.map((layer) => ({
      ...layer,
      place: layer.place ? (layer.place as unknown as Placement) : null,
      exposures: layer.exposures.map(({ id, cell, frames }) => ({ id, cell: cellOf(cell, layer.name), frames })),
    })),
    drawings,
    palettes: part.palettes.map((palette) => ({
      ...palette,
      swatches: palette.swatches.map((swatch) => ({ ...swatch })),
    })),
    paletteCues: part.paletteCues.map((cue) => ({ ...cue })),
    tracks: part.tracks.map((track) => ({
      ...track,
      clips: track.clips.map((clip) => ({
        ...clip,
        pin: clip.pin ? { ...clip.pin } : null,
        loop: clip.loop ? { ...clip.loop } : null,
        follows: clip.follows ?? null,
      })),
    })),
    markers: part.markers?.map((marker) => ({ ...marker })),
    notes: part.notes?.map((note) => ({ ...note })),
    guides: part.guides && {
      ...part.guides,
      mirror: part.guides.mirror ? { ...part.guides.mirror } : null,
      vanishing: part.guides.vanishing.map((point) => ({ ...point })),
      horizon: part.guides.horizon ?? null,
      ground: part.guides.ground ?? null,
      arcs: part.guides.arcs.map((arc) => ({ ...arc })),
    },
    passages: part.passages?.map((passage) => ({
      ...passage,
      pairs: passage.pairs.map((pair) => ({ ...pair })),
      alone: passage.alone.map((each) => ({ ...each })),
      pins: passage.pins.map((pin) => ({ ...pin })),
    })),
    model: part.model ? cellOf(part.model, 'the model sheet') : null,
    reading: part.reading?.map((sound) => ({ ...sound, clip: sound.clip ?? null, fit: sound.fit ?? null })),
    charts: part.charts?.map((chart) => ({
      ...chart,
      base: { ...chart.base },
      mouths: chart.mouths.map((mouth) => ({ ...mouth })),
    })),
    mouthGuide: part.mouthGuide && {
      head: part.mouthGuide.head ?? null,
      places: Object.fromEntries(part.mouthGuide.places.map(({ drawing, ...place }) => [drawing, place])),
    },
    assets,
  });
  checkReferences(shot);
  return { shot, media };
}
