/** Members of a shot file, read one by one. */
import { strFromU8 } from 'fflate';
import { BadFile } from '../shot/bad-file.ts';
import type { Id } from '../shot/ids.ts';
import type { Drawing } from '../shot/model.ts';
import { checkPart } from '../shot/part.ts';
import { unpackDrawing } from './drawing-codec.ts';
import { DrawingPart } from './drawing-part.ts';
import type { ZipReader } from './zip.ts';

export const drawingPath = (id: Id): string => `drawings/${id}.vgdr`;

/** @throws BadFile when it is not there or is no JSON */
export function json(zip: ZipReader, name: string): unknown {
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

/** A drawing of the file, and the bytes it was read from. @throws BadFile when it is not there or is not what it should be */
export function drawingIn(zip: ZipReader, path: string, id: Id): { drawing: Drawing; bytes: Uint8Array<ArrayBuffer> } {
  const bytes = zip.read(path);
  if (!bytes) throw new BadFile(`This shot file lacks the drawing ${id}; it may be cut short. Ask for it again.`);
  const drawing = unpackDrawing(bytes, `drawing ${id}`, (head) => checkPart(DrawingPart, head, `drawing ${id}`));
  if (drawing.id !== id)
    throw new BadFile(`The drawing ${id} in this file calls itself ${drawing.id}, so the shot was not opened.`);
  return { drawing, bytes };
}
