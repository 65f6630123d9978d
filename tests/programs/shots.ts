/** Small shots that are told apart. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { addDrawing } from '../../src/core/sheet/index.ts';
import { writeShotFile } from '../../src/core/shotfile/index.ts';
import { fullShot } from '../full-shot.ts';
import { circle, smallShot } from '../make.ts';

const FRAMES = 96;

/** A shot whose ball is elsewhere on every fourth frame. */
export function shotFile(title: string, seed: number): Uint8Array {
  const { shot, layerId, swatch } = smallShot({ title, length: FRAMES });
  for (let frame = 4; frame < FRAMES; frame += 4)
    addDrawing(shot, layerId, frame, 4).ink.push(
      circle(20 + ((frame * 7 + seed * 31) % 280), 90, 12 + seed, { swatch }),
    );
  return writeShotFile(shot, new Map());
}

/** A small shot of every kind of thing there is, written to a folder. @returns its path */
export function everythingIn(folder: string): string {
  const { shot, media } = fullShot();
  const path = join(folder, 'cap-falls.vignette');
  writeFileSync(path, writeShotFile(shot, media));
  return path;
}
