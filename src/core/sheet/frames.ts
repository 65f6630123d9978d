/** Frames put in and taken out of one layer, and pieces of exposures put in, over or at a place. */
import type { Exposure } from '../shot/model.ts';
import { cutAt, empty, indexAt, replace, starts, tidy, totalFrames } from './exposures.ts';

/**
 * Puts `count` frames in before `frame`; what stood before goes on through them, and all that follows moves later by
 * `count`. Before frame 0 the first exposure is held longer. After the end nothing changes.
 */
export function insertFrames(exposures: Exposure[], frame: number, count: number): Exposure[] {
  if (frame >= totalFrames(exposures) || count < 1) return exposures;
  const longer = indexAt(exposures, Math.max(0, frame - 1));
  return exposures.map((exposure, i) => (i === longer ? { ...exposure, frames: exposure.frames + count } : exposure));
}

/** Takes frames `from`..`to` out; what follows moves up. Drawings that stood only there are off the sheet, not lost. */
export function removeFrames(exposures: Exposure[], from: number, to: number): Exposure[] {
  if (from >= totalFrames(exposures)) return exposures;
  const out: Exposure[] = [];
  const all = starts(exposures);
  exposures.forEach((exposure, i) => {
    const gone = Math.max(0, Math.min(to, all[i + 1]) - Math.max(from, all[i]));
    if (gone === 0) out.push(exposure);
    else if (gone < exposure.frames) out.push({ ...exposure, frames: exposure.frames - gone });
  });
  return tidy(out);
}

/** Takes the cells of frames `from`..`to` off the sheet and leaves the frames empty. */
export function emptyFrames(exposures: Exposure[], from: number, to: number): Exposure[] {
  return from >= totalFrames(exposures) ? exposures : replace(exposures, from, to, [empty(to - from)]);
}

/** Puts exposures in at `frame`; what stands there and after is pushed later. */
export function putIn(exposures: Exposure[], frame: number, made: Exposure[]): Exposure[] {
  return replace(exposures, frame, frame, made);
}

/** Puts exposures over the frames they need; drawings that stood only there are off the sheet, not lost. */
export function putOver(exposures: Exposure[], frame: number, made: Exposure[]): Exposure[] {
  return replace(exposures, frame, frame + totalFrames(made), made);
}

/**
 * Puts exposures at `frame` so that no drawing leaves the sheet: the hold that runs there ends and the piece takes over to
 * its end, empty frames are used up, and drawings that begin where the piece needs room are pushed later.
 */
export function putAt(exposures: Exposure[], frame: number, made: Exposure[]): Exposure[] {
  const { before, after } = cutAt(exposures, frame);
  const index = indexAt(exposures, frame);
  const inside = exposures[index]?.cell && starts(exposures)[index] < frame;
  const held = inside ? after[0].frames : 0;
  const rest = inside ? after.slice(1) : after;
  const free = rest[0]?.cell === null ? rest[0].frames : 0;
  const need = totalFrames(made);
  const last = made.at(-1)!;
  return tidy([
    ...before,
    ...made.slice(0, -1),
    { ...last, frames: last.frames + Math.max(0, held - need) },
    ...(free > 0 ? [empty(Math.max(0, free - Math.max(0, need - held)))] : []),
    ...rest.slice(free > 0 ? 1 : 0),
  ]);
}
