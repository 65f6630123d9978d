import { transfer } from 'comlink';
import { applyPatches } from '../core/history/index.ts';
import { type PackedPatch, unpackPatches } from '../core/sheet/index.ts';
import { type CellRef, type Id, levelOf, type Shot, type Stroke, withLayersAlone } from '../core/shot/index.ts';
import { DeskPainter, type PaperParts } from './desk-painter.ts';
import type { PaperWish } from './paper-wish.ts';
import { serve } from './serve.ts';

/** Follows the shot by the same patches as the journal, and paints from its own copy. */
let shot: Shot | null = null;
const desk = new DeskPainter();

function present(): Shot {
  if (!shot) throw new Error('No shot is open.');
  return shot;
}

/** What is seen: the inside of a bundle, or only some layers. */
const seen = (bundle: Id | null, alone: Id[]) => withLayersAlone(levelOf(present(), bundle), alone);

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
    void desk.lookAhead(seen(wish.bundle, wish.alone), wish.frame);
    const pieces = [parts.under, parts.own, parts.over].flatMap((part) => part.pieces ?? []);
    return transfer(
      parts,
      pieces.map(({ image }) => image),
    );
  },
  async whole(frame: number, scale: number, bundle: Id | null, alone: Id[]): Promise<ImageBitmap> {
    const image = await desk.whole(seen(bundle, alone), frame, scale);
    return transfer(image, [image]);
  },
  /** A small picture of a cell; `close`: of the part of the paper its layer's drawings take. */
  async thumb(
    cell: CellRef,
    frame: number,
    width: number,
    height: number,
    tint: string | null,
    close: boolean,
  ): Promise<ImageBitmap> {
    const image = await desk.thumb(present(), cell, frame, width, height, tint, close);
    return transfer(image, [image]);
  },
  card(frame: number): Promise<Blob> {
    return desk.card(present(), frame);
  },
};

export type PictureFace = typeof face;
serve(face);
