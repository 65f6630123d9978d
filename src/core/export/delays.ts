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
