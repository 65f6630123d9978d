/** GIF time: whole centiseconds that add up to the true length. */

/**
 * Centiseconds for each run of frames: both ends are rounded from the true time, so no rate drifts (24 frames a second
 * gives 4, 4, 5, 4, 4, 5 or so, never more than half a centisecond off). `runs`: frames of each picture.
 */
export function centisecondDelays(runs: number[], fps: number): number[] {
  let frame = 0;
  let before = 0;
  return runs.map((frames) => {
    frame += frames;
    const end = Math.round((frame * 100) / fps);
    const delay = end - before;
    before = end;
    return delay;
  });
}

/** Viewers play shorter delays far too long, most of them as ten. */
const SHORTEST = 2;
/** Pictures a second that can be shown so. */
export const MOST_GIF_RATE = 100 / SHORTEST;
/** The longest a picture of a GIF can stand: its field has 16 bits. */
const LONGEST = 0xffff;

/** A picture as it is written: which run of frames it shows, and for how many centiseconds. */
export interface GifFrame {
  run: number;
  delay: number;
}

/**
 * The pictures a GIF is written in. Above fifty a second some are left out, their time going to the next; what stands longer
 * than a GIF can say is written several times. The length is the true one to half a centisecond.
 */
export function gifFrames(runs: number[], fps: number): GifFrame[] {
  const out: GifFrame[] = [];
  let due = 0;
  for (const [run, delay] of centisecondDelays(runs, fps).entries()) {
    due += delay;
    if (due < SHORTEST) continue;
    for (; due > LONGEST + SHORTEST; due -= LONGEST) out.push({ run, delay: LONGEST });
    if (due > LONGEST) {
      out.push({ run, delay: due - LONGEST });
      due = LONGEST;
    }
    out.push({ run, delay: due });
    due = 0;
  }
  const last = out.at(-1);
  // The end of the last picture is the end of all.
  if (due > 0 && last && last.delay + due <= LONGEST) last.delay += due;
  return out.length > 0 ? out : [{ run: 0, delay: SHORTEST }];
}
