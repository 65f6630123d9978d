/**
 * One drawing as bytes, for the shot file and for keeping in the browser (docs/FORMATS.md, "Drawing part").
 *
 *   0  4 bytes  "VGDR"
 *   4  u16      version (3)
 *   6  u16      0
 *   8  u32      length of the head in bytes
 *  12  head     JSON, UTF-8, padded with spaces so that the body starts on a multiple of 4
 *   .  body     float32, little endian: the points of every stroke, then the rings of every area, in the head's order
 */

import { BadFile } from '../shot/bad-file.ts';
import { type Area, type AreaEdge, type Brush, POINT_SIZE, type Response, type Stroke } from '../shot/drawing-model.ts';
import type { Id } from '../shot/ids.ts';
import { LIMITS } from '../shot/make.ts';
import type { Drawing, FirstPass, LaidMouth, Role, Stage } from '../shot/model.ts';
import { areaUpToDate, brushUpToDate, drawingUpToDate } from '../shot/older.ts';
import { stableJson } from '../shot/stable-json.ts';

const MAGIC = 'VGDR';
const DRAWING_VERSION = 3;
const HEAD_AT = 12;

interface StrokeHead {
  id: Id;
  lineage: Id;
  /** Came with version 3. */
  name?: string;
  /** Place in the head's list of brushes. */
  brush: number;
  swatch: Id;
  closed: boolean;
  seed: number;
  points: number;
}

interface AreaHead {
  id: Id;
  swatch: Id;
  /** Points of each ring. */
  rings: number[];
  /** These came with version 6 of the shot file. */
  name?: string;
  edge?: AreaEdge;
  soft?: number;
  sure?: number | null;
}

export interface DrawingHead {
  id: Id;
  layerId: Id;
  number: number;
  /** `label` and `stage` came with version 2. */
  label?: string;
  role: Role;
  stage?: Stage;
  /** Came with version 4 of the shot file. */
  mouth?: LaidMouth | null;
  /** Came with version 5 of the shot file. */
  spacing?: number | null;
  firstPass?: FirstPass | null;
  /** Each brush once. */
  brushes: Brush[];
  ink: StrokeHead[];
  paint: AreaHead[];
}

// TextEncoder is part of every runtime the core runs in, but of no ES library definition.
declare const TextEncoder: new () => { encode(text: string): Uint8Array };
declare const TextDecoder: new (label?: string, options?: { fatal?: boolean }) => { decode(bytes: Uint8Array): string };

/** The brushes of a drawing, each once, and which one every stroke has. */
function brushesOf(ink: Stroke[]): { brushes: Brush[]; placeOf: (brush: Brush) => number } {
  const brushes: Brush[] = [];
  const known = new Map<Brush, number>();
  const alike = new Map<string, number>();
  for (const { brush } of ink) {
    if (known.has(brush)) continue;
    const text = stableJson(brush);
    let place = alike.get(text);
    if (place === undefined) {
      place = brushes.push(brush) - 1;
      alike.set(text, place);
    }
    known.set(brush, place);
  }
  return { brushes, placeOf: (brush) => known.get(brush)! };
}

export function packDrawing(drawing: Drawing): Uint8Array<ArrayBuffer> {
  const { brushes, placeOf } = brushesOf(drawing.ink);
  const head: DrawingHead = {
    id: drawing.id,
    layerId: drawing.layerId,
    number: drawing.number,
    label: drawing.label,
    role: drawing.role,
    stage: drawing.stage,
    mouth: drawing.mouth,
    spacing: drawing.spacing,
    firstPass: drawing.firstPass,
    brushes,
    ink: drawing.ink.map(({ points, brush, ...rest }) => ({
      ...rest,
      brush: placeOf(brush),
      points: points.length / POINT_SIZE,
    })),
    paint: drawing.paint.map(({ rings, ...rest }) => ({ ...rest, rings: rings.map((ring) => ring.length / 2) })),
  };
  let json = stableJson(head);
  let bytes = new TextEncoder().encode(json);
  if (bytes.length % 4 !== 0) {
    json += ' '.repeat(4 - (bytes.length % 4));
    bytes = new TextEncoder().encode(json);
  }
  const parts = [...drawing.ink.map((stroke) => stroke.points), ...drawing.paint.flatMap((area) => area.rings)];
  const floats = parts.reduce((sum, part) => sum + part.length, 0);
  const out = new Uint8Array(HEAD_AT + bytes.length + floats * 4);
  const view = new DataView(out.buffer);
  for (let i = 0; i < MAGIC.length; i++) out[i] = MAGIC.charCodeAt(i);
  view.setUint16(4, DRAWING_VERSION, true);
  view.setUint32(8, bytes.length, true);
  out.set(bytes, HEAD_AT);
  const body = new Float32Array(out.buffer, HEAD_AT + bytes.length, floats);
  let at = 0;
  for (const part of parts) {
    body.set(part, at);
    at += part.length;
  }
  return out;
}

const knownResponse = ({ drive, lowest, highest, curve }: Response): Response => ({ drive, lowest, highest, curve });

/** A brush with the fields a brush has. */
function knownBrush({ kind, width, widthBy, opacity, opacityBy, taper, grain, stamp }: Brush): Brush {
  return {
    kind,
    width,
    widthBy: knownResponse(widthBy),
    opacity,
    opacityBy: knownResponse(opacityBy),
    taper: { start: taper.start, end: taper.end },
    grain,
    stamp: stamp && {
      tip: stamp.tip,
      spacing: stamp.spacing,
      scatter: stamp.scatter,
      follows: stamp.follows,
      turn: stamp.turn,
      size: stamp.size,
      strength: stamp.strength,
    },
  };
}

/** A head of an earlier version, where every stroke held its brush; not checked yet, so nothing in it is trusted. */
function withBrushList(head: DrawingHead): DrawingHead {
  const ink = (head as { ink?: unknown } | null)?.ink;
  if (!Array.isArray(ink)) return head;
  const own = (stroke: unknown) => (stroke as { brush?: unknown } | null)?.brush;
  const brushes = ink.map((stroke) => {
    const brush = own(stroke);
    return typeof brush === 'object' && brush !== null ? brushUpToDate(brush as Brush) : (brush as Brush);
  });
  return { ...head, brushes, ink: ink.map((stroke, i) => ({ ...(stroke as StrokeHead), brush: i })) };
}

/**
 * Earlier versions let lines go any distance from the paper; what lies out of bounds is brought to the bound. Values that
 * are no numbers are passed over.
 */
function bringNear(points: Float32Array, stride: number): void {
  const { far } = LIMITS;
  for (let i = 0; i < points.length; i += stride) {
    if (Math.abs(points[i]) <= far && Math.abs(points[i + 1]) <= far) continue;
    points[i] = Math.max(-far, Math.min(far, points[i]));
    points[i + 1] = Math.max(-far, Math.min(far, points[i + 1]));
  }
}

/** Whether bytes are a drawing as it would be packed now, by its version. */
export function isPackedNow(bytes: Uint8Array): boolean {
  return bytes[4] === DRAWING_VERSION && bytes[5] === 0;
}

/**
 * Reads a packed drawing. @param where how the part is called in messages ("drawing 5").
 * @param check looks at the parsed head before the body is trusted and gives it back as it may be used; throws BadFile.
 * @throws BadFile when the bytes are not a drawing, are cut short, or hold numbers that are none.
 */
export function unpackDrawing(
  bytes: Uint8Array,
  where: string,
  check: (head: DrawingHead) => DrawingHead | object = (head) => head,
): Drawing {
  const bad = (what: string) => new BadFile(`The ${where} in this file ${what}, so the shot was not opened.`);
  const magic = String.fromCharCode(...bytes.subarray(0, 4));
  if (bytes.length < HEAD_AT || magic !== MAGIC) throw bad('is not a Vignette drawing');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const version = view.getUint16(4, true);
  if (version > DRAWING_VERSION) throw bad(`was made by a later version (${version})`);
  const length = view.getUint32(8, true);
  if (length % 4 !== 0 || HEAD_AT + length > bytes.length) throw bad('is cut short');
  let head: DrawingHead;
  try {
    head = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes.subarray(HEAD_AT, HEAD_AT + length)));
  } catch {
    throw bad('cannot be read (its head is damaged)');
  }
  if (version < 3) head = withBrushList(head);
  head = check(head) as DrawingHead;
  if (head.ink.some(({ brush }) => brush >= head.brushes.length)) throw bad('names a brush it does not hold');
  const bodyAt = HEAD_AT + length;
  const floats = (bytes.length - bodyAt) / 4;
  // A copy, so that the floats are aligned and each stroke owns its memory.
  const body = new Float32Array(bytes.slice(bodyAt, bodyAt + Math.floor(floats) * 4).buffer);
  let at = 0;
  const take = (count: number): Float32Array => {
    if (!Number.isInteger(count) || count < 0 || at + count > body.length) throw bad('is cut short');
    const part = body.slice(at, at + count);
    at += count;
    return part;
  };
  // Field by field: what else a file may hold does not come in.
  const brushes = head.brushes.map(knownBrush);
  const ink: Stroke[] = head.ink.map(({ id, lineage, name = '', brush, swatch, points, closed, seed }) => ({
    id,
    lineage,
    name,
    brush: brushes[brush],
    swatch,
    points: take(points * POINT_SIZE),
    closed,
    seed,
  }));
  const paint: Area[] = head.paint.map(({ id, swatch, name, rings, edge, soft, sure }) =>
    areaUpToDate({ id, swatch, name, rings: rings.map((count) => take(count * 2)), edge, soft, sure }),
  );
  if (at !== floats) throw bad('does not match its own list of lines');
  for (let i = 0; i < body.length; i++)
    if (!Number.isFinite(body[i])) throw bad('holds a coordinate that is not a number');
  for (const { points } of ink) bringNear(points, POINT_SIZE);
  for (const { rings } of paint) for (const ring of rings) bringNear(ring, 2);
  const { id, layerId, number, label, role, stage, mouth, spacing, firstPass } = head;
  const own = {
    id,
    layerId,
    number,
    label,
    role,
    stage,
    mouth,
    spacing,
    firstPass: firstPass && { ...firstPass, only: firstPass.only ?? null },
  };
  return drawingUpToDate({ ...own, ink, paint });
}
