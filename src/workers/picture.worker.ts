import { transfer } from 'comlink';
import { applyPatches } from '../core/history/index.ts';
import { type PackedPatch, unpackPatches } from '../core/sheet/index.ts';
import type { CellRef, Id, Shot, Stroke } from '../core/shot/index.ts';
import { DeskPainter, type PaperParts, type PaperWish } from './desk-painter.ts';
import { serve } from './serve.ts';

/** Follows the shot by the same patches as the journal, and paints from its own copy. */
let shot: Shot | null = null;
const desk = new DeskPainter();

function present(): Shot {
  if (!shot) throw new Error('No shot is open.');
  return shot;
}

const face = {
  open(opened: Shot): void {
    shot = opened;
  },
  apply(patches: PackedPatch[]): void {
    shot = applyPatches(present(), unpackPatches(patches));
  },
  putFile(asset: Id, file: Blob): void {
    desk.library.put(asset, file);
  },
  /** Keeps computed lines for ghosts; those kept before are let go. */
  keepLines(key: string, ink: Stroke[]): void {
    desk.computed = { key, ink };
  },
  async paper(wish: PaperWish): Promise<PaperParts> {
    const parts = await desk.paper(present(), wish);
    void desk.lookAhead(present(), wish.frame);
    const images = [parts.under.image, parts.own.image, parts.over.image].filter((image) => image !== null);
    return transfer(parts, images);
  },
  async whole(frame: number, scale: number): Promise<ImageBitmap> {
    const image = await desk.whole(present(), frame, scale);
    return transfer(image, [image]);
  },
  async thumb(cell: CellRef, frame: number, width: number, height: number, tint: string | null): Promise<ImageBitmap> {
    const image = await desk.thumb(present(), cell, frame, width, height, tint);
    return transfer(image, [image]);
  },
  card(frame: number): Promise<Blob> {
    return desk.card(present(), frame);
  },
};

export type PictureFace = typeof face;
serve(face);
