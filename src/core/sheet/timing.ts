/**
 * A sheet's timing as plain data: which drawing stands how long on which layer. It is what is written as a table and what a
 * table written elsewhere is read into; layers and drawings are named as on the sheet.
 */
import { BadFile } from '../shot/bad-file.ts';
import { newId } from '../shot/ids.ts';
import type { Exposure, Layer } from '../shot/layer-model.ts';
import { LIMITS } from '../shot/make.ts';
import type { Shot } from '../shot/model.ts';
import { cellName, drawingNamed } from './drawings.ts';
import { onSheet, setExposures } from './edit.ts';
import { exposureAt, startFrames } from './exposures.ts';

interface TimedDrawing {
  /** As on the sheet; null: nothing is shown. */
  drawing: string | null;
  frames: number;
}

export interface Timing {
  /** Frames a second; null where the table does not say. */
  fps: number | null;
  /** Top of the stack first, as on the sheet. */
  layers: { name: string; exposures: TimedDrawing[] }[];
  /** Frames are 0-based here and 1-based in tables. */
  names: { frame: number; name: string }[];
  notes: { frame: number; text: string }[];
}

/** The timing of some frames of a shot, `to` inclusive; frames are counted from the first of them. */
export function timingOf(shot: Shot, from: number, to: number): Timing {
  const nameIn = (cell: Exposure['cell']) => cell && cellName(shot, cell);
  const layers = shot.layers
    .map(({ name, exposures }) => {
      const out: TimedDrawing[] = [];
      const starts = startFrames(exposures);
      exposures.forEach(({ cell }, i) => {
        const [first, end] = [Math.max(from, starts[i]), Math.min(to + 1, starts[i + 1])];
        if (end > first) out.push({ drawing: nameIn(cell), frames: end - first });
      });
      return { name, exposures: out };
    })
    .reverse();
  const inside = ({ frame }: { frame: number }) => frame >= from && frame <= to;
  return {
    fps: shot.fps,
    layers,
    names: shot.markers.filter(inside).map(({ frame, name }) => ({ frame: frame - from, name })),
    notes: shot.notes.filter(inside).map(({ frame, text }) => ({ frame: frame - from, text })),
  };
}

/** What a cell of a table says where nothing is shown from there on; an empty cell goes on with what was before. */
const NOTHING = 'x';
/** Where a layer's own frames end; what it shows from there on is its own affair (holds, clears, repeats). */
const END = 'end';
const FRAME = 'Frame';
const NAME = 'Name';
const NOTES = 'Notes';

/** A field of a table with commas (RFC 4180). */
const field = (text: string) => (/[",;\n\r\t]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text);

/** A timing as a table with commas: a row for each frame, a drawing's name on the frame it begins on. */
export function timingTable({ layers, names, notes }: Timing): string {
  const length = Math.max(0, ...layers.map(({ exposures }) => exposures.reduce((sum, { frames }) => sum + frames, 0)));
  const rows: string[][] = [[FRAME, ...layers.map(({ name }) => name), NAME, NOTES]];
  for (let frame = 0; frame < length; frame++) rows.push([String(frame + 1), ...layers.map(() => ''), '', '']);
  layers.forEach(({ exposures }, column) => {
    let at = 0;
    for (const { drawing, frames } of exposures) {
      rows[at + 1][column + 1] = drawing ?? NOTHING;
      at += frames;
    }
    if (at < length) rows[at + 1][column + 1] = END;
  });
  for (const { frame, name } of names) if (rows[frame + 1]) rows[frame + 1][layers.length + 1] = name;
  for (const { frame, text } of notes) {
    const row = rows[frame + 1];
    if (row) row[layers.length + 2] = [row[layers.length + 2], text].filter(Boolean).join(' / ');
  }
  return rows.map((row) => `${row.map(field).join(',')}\r\n`).join('');
}

/** The fields of a table's text, row by row; separators are what the first row uses. */
function rowsOf(text: string): string[][] {
  const plain = text.replace(/^\ufeff/, '');
  const head = plain.slice(0, Math.max(0, plain.search(/[\r\n]|$/)));
  const separator = [',', ';', '\t'].sort((a, b) => head.split(b).length - head.split(a).length)[0];
  const rows: string[][] = [[]];
  let own = '';
  let quoted = false;
  for (let i = 0; i < plain.length; i++) {
    const letter = plain[i];
    if (quoted) {
      if (letter !== '"') own += letter;
      else if (plain[i + 1] === '"') {
        own += '"';
        i++;
      } else quoted = false;
    } else if (letter === '"' && own === '') quoted = true;
    else if (letter === separator) {
      rows.at(-1)!.push(own);
      own = '';
    } else if (letter === '\n') {
      rows.at(-1)!.push(own.replace(/\r$/, ''));
      own = '';
      rows.push([]);
    } else own += letter;
  }
  rows.at(-1)!.push(own.replace(/\r$/, ''));
  return rows.filter((row) => row.some((each) => each.trim() !== ''));
}

function readTable(text: string, file: string): Timing {
  const [head = [], ...rows] = rowsOf(text);
  const at = (word: string) => head.findIndex((each) => each.trim().toLowerCase() === word.toLowerCase());
  const [frameColumn, nameColumn, notesColumn] = [at(FRAME), at(NAME), at(NOTES)];
  if (frameColumn < 0)
    throw new BadFile(
      `“${file}” is no timing: its first row has no column “${FRAME}”. Write a sheet as CSV to see how.`,
    );
  const columns = head.flatMap((name, column) =>
    column === frameColumn || column === nameColumn || column === notesColumn || name.trim() === ''
      ? []
      : [{ name: name.trim(), column }],
  );
  const timing: Timing = {
    fps: null,
    layers: columns.map(({ name }) => ({ name, exposures: [] })),
    names: [],
    notes: [],
  };
  const ended = new Set<number>();
  let before = -1;
  for (const [i, row] of rows.entries()) {
    const frame = Number((row[frameColumn] ?? '').trim()) - 1;
    const where = `Row ${i + 2} of “${file}”`;
    if (!Number.isInteger(frame) || frame < 0) throw new BadFile(`${where} has no frame number.`);
    if (frame <= before) throw new BadFile(`${where} goes back to frame ${frame + 1}; frames must go upwards.`);
    if (frame >= LIMITS.maxLength)
      throw new BadFile(`${where} is frame ${frame + 1}; a shot has at most ${LIMITS.maxLength}.`);
    columns.forEach(({ column }, k) => {
      const { exposures } = timing.layers[k];
      const written = (row[column] ?? '').trim();
      if (written.toLowerCase() === END) ended.add(k);
      if (ended.has(k)) return;
      // Frames the table leaves out go on with what was before.
      const gap = frame - before - 1;
      if (exposures.length > 0) exposures.at(-1)!.frames += gap;
      else if (gap > 0) exposures.push({ drawing: null, frames: gap });
      if (written === '' && exposures.length > 0) exposures.at(-1)!.frames++;
      else exposures.push({ drawing: written === '' || written.toLowerCase() === NOTHING ? null : written, frames: 1 });
    });
    const [name, note] = [nameColumn, notesColumn].map((column) => (row[column] ?? '').trim());
    if (name) timing.names.push({ frame, name });
    if (note) timing.notes.push({ frame, text: note });
    before = frame;
  }
  if (before < 0) throw new BadFile(`“${file}” has no frames in it.`);
  return timing;
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

function readJson(text: string, file: string): Timing {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    throw new BadFile(`“${file}” is neither a table nor JSON. Write a sheet as CSV or JSON to see how.`);
  }
  const layers = isRecord(parsed) && Array.isArray(parsed.layers) ? (parsed.layers as unknown[]) : null;
  if (!layers) throw new BadFile(`“${file}” is no timing: it has no list “layers”. Write a sheet as JSON to see how.`);
  return {
    fps: isRecord(parsed) && typeof parsed.fps === 'number' ? parsed.fps : null,
    layers: layers.map((layer, i) => {
      const where = `Layer ${i + 1} of “${file}”`;
      if (!isRecord(layer) || typeof layer.name !== 'string' || !Array.isArray(layer.exposures))
        throw new BadFile(`${where} has no name, or no list “exposures”.`);
      const exposures = (layer.exposures as unknown[]).map((each, k): TimedDrawing => {
        const { drawing, frames } = isRecord(each) ? each : {};
        if (typeof frames !== 'number' || !Number.isInteger(frames) || frames < 1 || frames > LIMITS.maxLength)
          throw new BadFile(`${where} has an exposure (the ${k + 1}.) without a whole number of frames.`);
        if (drawing !== null && typeof drawing !== 'string' && typeof drawing !== 'number')
          throw new BadFile(`${where} has an exposure (the ${k + 1}.) that names no drawing.`);
        return { drawing: drawing === null ? null : String(drawing), frames };
      });
      return { name: layer.name, exposures };
    }),
    names: [],
    notes: [],
  };
}

/** A timing from the text of a file, a table or JSON. @throws BadFile with a sentence that says where */
export const readTiming = (text: string, file: string): Timing =>
  text.trimStart().startsWith('{') ? readJson(text, file) : readTable(text, file);

/** The layer of a shot that a name means; capitals do not matter. */
const layerNamed = (shot: Shot, name: string): Layer | null =>
  shot.layers.find((layer) => layer.name.trim() === name) ??
  shot.layers.find((layer) => layer.name.trim().toLowerCase() === name.toLowerCase()) ??
  null;

const list = (all: string[]) =>
  all.length > 6 ? `${all.slice(0, 6).join(', ')} and ${all.length - 6} more` : all.join(', ');

/** What putting a timing on the sheet would do and leave, each in a sentence; the first says what goes. */
export function timingFindings(shot: Shot, { fps, layers }: Timing): { goes: string[]; says: string[] } {
  const [goes, says]: [string[], string[]] = [[], []];
  for (const { name, exposures } of layers) {
    const layer = layerNamed(shot, name);
    if (!layer) {
      says.push(`There is no layer “${name}”: its column is left out.`);
      continue;
    }
    goes.push(layer.name);
    const missing = new Set(
      exposures.flatMap(({ drawing }) => (drawing !== null && !drawingNamed(shot, layer.id, drawing) ? [drawing] : [])),
    );
    if (missing.size > 0)
      says.push(
        `“${layer.name}” has no ${missing.size === 1 ? 'drawing' : 'drawings'} ${list([...missing])}: the frames stay empty there.`,
      );
    const length = exposures.reduce((sum, { frames }) => sum + frames, 0);
    if (length > shot.length) says.push(`“${layer.name}” is ${length} frames long: the shot becomes that long.`);
    if (layer.locked) says.push(`“${layer.name}” is locked; its timing is changed all the same.`);
  }
  if (fps !== null && fps !== shot.fps)
    says.push(
      `The timing was written for ${fps} frames a second, this shot has ${shot.fps}: frames go by their numbers.`,
    );
  return { goes, says };
}

/** Puts a timing on the sheet: each layer it names gets its exposures; pictures stay where the table says so. */
export function putTiming(shot: Shot, { layers }: Timing): void {
  onSheet(shot, (work) => {
    for (const { name, exposures } of layers) {
      const layer = layerNamed(work, name);
      if (!layer) continue;
      let at = 0;
      const next = exposures.map(({ drawing, frames }): Exposure => {
        const found = drawing === null ? null : drawingNamed(work, layer.id, drawing);
        const was = exposureAt(layer.exposures, at)?.exposure;
        at += frames;
        const isPicture = drawing?.startsWith('picture ') && was?.cell?.kind === 'picture';
        const cell = found ? ({ kind: 'drawing', drawing: found.id } as const) : isPicture ? was.cell : null;
        // What stands where it stood keeps its id, and with it what is pinned to it.
        const same = was && was.frames === frames && JSON.stringify(was.cell) === JSON.stringify(cell);
        return same ? was : { id: newId(), cell, frames };
      });
      setExposures(work, layer.id, next);
    }
  });
}
