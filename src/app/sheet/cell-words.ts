import { isFirstPass } from '../../core/between/index.ts';
import { readingRows } from '../../core/reading/index.ts';
import { cellName, shownExposure, totalFrames } from '../../core/sheet/index.ts';
import type { Layer, Shot } from '../../core/shot/index.ts';
import { AFTER_WORDS } from '../commands/retime.ts';

const ROLE_WORDS = { key: 'key ', breakdown: 'breakdown ', between: '' };

/** A cell of the sheet as it is said: what is drawn there, how long it is held and where in its hold the frame lies. */
export function cellWords(shot: Shot, layer: Layer, frame: number): string {
  const shown = shownExposure(layer.exposures, layer.afterLast, frame);
  const total = totalFrames(layer.exposures);
  if (!shown?.exposure.cell) return 'empty';
  const { cell, frames } = shown.exposure;
  const drawing = cell.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
  const name = drawing ? `${ROLE_WORDS[drawing.role]}drawing ${cellName(shot, cell)}` : cellName(shot, cell);
  const after = frame >= total ? `, after the last drawing: ${AFTER_WORDS[layer.afterLast]}` : '';
  const hold = frames === 1 ? 'one frame' : `held ${frames} frames`;
  const within = frames > 1 && frame < total ? `, ${frame - shown.start + 1} of ${frames}` : '';
  const pass = drawing && isFirstPass(drawing) ? ', first pass' : '';
  const place = layer.moves?.places.some((each) => each.frame === frame) ? ', a place of its move' : '';
  return `${name}, ${hold}${within}${pass}${place}${after}`;
}

/** What stands beside the layers at a frame, as it is said. */
export function besideWords(shot: Shot, frame: number): string {
  const names = shot.markers.filter((each) => each.frame === frame).map(({ name }) => `named ${name}`);
  const notes = shot.notes.filter((each) => each.frame === frame).map(({ colour, text }) => `${colour} note: ${text}`);
  const sounds = readingRows(shot)
    .filter(({ from, to }) => from < frame + 1 && to > frame)
    .map(({ sound }) => `sound ${sound.text}`);
  return [...names, ...sounds, ...notes].join(', ');
}
