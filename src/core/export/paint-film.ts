/** One picture of a film on a canvas: the frame, what lies where no paper is, what is burnt in. */
import type { PaintContext } from '../picture/context.ts';
import type { FrameMemory } from '../picture/frame-memory.ts';
import type { Painter } from '../picture/painter.ts';
import { burnIn, burntWords, type WritingContext } from './burn-in.ts';
import type { Film, FilmPicture } from './film.ts';

/** Paints on a canvas of the film's size. */
export function paintFilm(
  painter: Painter,
  context: PaintContext & WritingContext,
  { width, height, ground, burnt, parts }: Film,
  { part, frame }: FilmPicture,
  memory?: FrameMemory,
): void {
  const { shot, view } = parts[part];
  painter.paintFrame(context, shot, frame, 'delivery', view, width, height, memory);
  if (ground !== null) {
    // Where no paper lies: beside one of another shape, and on the pixel that makes a side even.
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalCompositeOperation = 'destination-over';
    context.fillStyle = ground;
    context.fillRect(0, 0, width, height);
    context.globalCompositeOperation = 'source-over';
  }
  burnIn(context, burntWords(burnt, shot, frame), width, height);
}
