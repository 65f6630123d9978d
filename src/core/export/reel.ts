/** Several shots one after another as one film: a cut is a cut. */

import type { Shot } from '../shot/model.ts';
import { lengthInWords } from '../shot/timecode.ts';
import { deliveryView, evenSize, type Film, type FilmNeeds, type FilmPart, type FilmPicture, joined } from './film.ts';

export interface ReelWishes {
  title: string;
  /** Frames a second, and pixels. */
  fps: number;
  width: number;
  height: number;
}

/** What lies beside a shot of another shape. */
const BARS = '#000000';

const NOTHING_BURNT = { frame: false, time: false, title: false, date: '', drawings: false };

/** The frames of the reel on which each shot begins, and the end: every shot as long as it is, to the nearest frame. */
export function cutsOf(shots: Pick<Shot, 'length' | 'fps'>[], fps: number): number[] {
  let seconds = 0;
  return [
    0,
    ...shots.map((shot) => {
      seconds += shot.length / shot.fps;
      return Math.round(seconds * fps);
    }),
  ];
}

/** The film of some shots. A shot at another rate is read at the middle of each of the reel's frames. */
export function reelOf(shots: Shot[], { title, fps, width, height }: ReelWishes, needs: FilmNeeds = {}): Film {
  const parts: FilmPart[] = shots.map((shot) => {
    const background = shot.background.transparent ? { colour: '#ffffff', transparent: false } : shot.background;
    return { shot: { ...shot, background }, view: deliveryView(shot, width, height), from: 0, to: shot.length - 1 };
  });
  const cuts = cutsOf(shots, fps);
  const pictures: FilmPicture[] = [];
  for (const [part, shot] of shots.entries()) {
    for (let k = 0; k < cuts[part + 1] - cuts[part]; k++) {
      const frame = Math.min(shot.length - 1, Math.floor(((k + 0.5) / fps) * shot.fps));
      pictures.push({ part, frame, frames: 1 });
    }
  }
  const size = needs.even ? evenSize({ width, height }) : { width, height };
  return joined({
    title,
    fps,
    ...size,
    ground: BARS,
    burnt: NOTHING_BURNT,
    parts,
    pictures,
    frames: pictures.length,
    every: 1,
  });
}

/** What happens to shots that are not of the reel's size or rate, each in a sentence. */
export function reelSays(
  shots: Pick<Shot, 'title' | 'width' | 'height' | 'fps'>[],
  { fps, width, height }: ReelWishes,
): string[] {
  const out: string[] = [];
  const shape = width / height;
  for (const shot of shots) {
    if (Math.abs(shot.width / shot.height - shape) > 0.005)
      out.push(`“${shot.title}” is ${shot.width} x ${shot.height}: it is fitted in, with black beside it.`);
    if (shot.fps !== fps)
      out.push(`“${shot.title}” has ${shot.fps} frames a second: it is shown at ${fps}, as long as it is.`);
  }
  return out;
}

/** "3 shots, 12 s 04 f". */
export function reelInWords(shots: Pick<Shot, 'length' | 'fps'>[], fps: number): string {
  const frames = cutsOf(shots, fps).at(-1)!;
  return `${shots.length} ${shots.length === 1 ? 'shot' : 'shots'}, ${frames} frames (${lengthInWords(frames, fps)})`;
}
