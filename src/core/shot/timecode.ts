/** "2 s 08 f" for 56 frames at 24: how long a run of frames is, said for people. */
export function lengthInWords(frames: number, fps: number): string {
  const seconds = Math.floor(frames / fps);
  const rest = frames - seconds * fps;
  if (seconds === 0) return `${rest} f`;
  return rest === 0 ? `${seconds} s` : `${seconds} s ${String(rest).padStart(2, '0')} f`;
}
