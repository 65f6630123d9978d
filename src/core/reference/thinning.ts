/** Which pictures of a clip come in, and how long each is held: said before anything is brought in. */

/** A picture of a clip: when it comes on, and for how long, seconds. */
export interface ClipPicture {
  time: number;
  seconds: number;
}

/** Pictures from..to of a clip, `to` not included. */
export interface Cut {
  from: number;
  to: number;
}

/** All pictures, every n-th, or those picked by eye (indices in order). */
export type Keep = { kind: 'all' } | { kind: 'every'; nth: number } | { kind: 'picked'; picked: number[] };

/** As long as they run in the clip, or each for so many frames. */
export type HoldWish = { kind: 'time' } | { kind: 'frames'; frames: number };

/** A picture that comes in and its frames; 0 frames: too short for a frame of the shot, passed over. */
export interface HeldPicture {
  index: number;
  frames: number;
}

/** The pictures of a cut that are kept, in order. */
function keptOf({ from, to }: Cut, keep: Keep): number[] {
  const all = Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
  if (keep.kind === 'every') return all.filter((index) => (index - from) % Math.max(1, keep.nth) === 0);
  if (keep.kind === 'picked') {
    const picked = new Set(keep.picked);
    return all.filter((index) => picked.has(index));
  }
  return all;
}

/**
 * The pictures that come in and the frames each is held in a shot of `fps`. Held by time, a picture stays until the next
 * kept one comes on and the first begins with the cut, so the whole keeps its duration; ends are rounded, never the
 * lengths, so nothing drifts.
 */
export function thinned(pictures: ClipPicture[], cut: Cut, keep: Keep, hold: HoldWish, fps: number): HeldPicture[] {
  const kept = keptOf(cut, keep);
  if (hold.kind === 'frames') return kept.map((index) => ({ index, frames: Math.max(1, Math.round(hold.frames)) }));
  if (kept.length === 0) return [];
  const start = pictures[cut.from].time;
  const last = pictures[cut.to - 1];
  let frame = 0;
  return kept.map((index, i) => {
    const next = i + 1 < kept.length ? pictures[kept[i + 1]].time : last.time + last.seconds;
    const end = Math.round((next - start) * fps);
    const frames = Math.max(0, end - frame);
    frame += frames;
    return { index, frames };
  });
}

/** "18 of 140 pictures, 54 frames, each held 3" */
export function thinnedInWords(held: HeldPicture[], of: number): string {
  const shown = held.filter(({ frames }) => frames > 0);
  const frames = shown.reduce((sum, each) => sum + each.frames, 0);
  const holds = new Set(shown.map((each) => each.frames));
  const words = [`${shown.length} of ${of} ${of === 1 ? 'picture' : 'pictures'}`, `${frames} frames`];
  if (holds.size === 1) words.push(shown.length === 1 ? `held ${frames}` : `each held ${[...holds][0]}`);
  return words.join(', ');
}

/** A pause has to be this much stiller than the movement on both sides, as a share of the liveliest change. */
const PROMINENCE = 0.12;

/**
 * The pictures in which the movement turns: where the change from picture to picture is least between two livelier
 * stretches, and the first and the last.
 * @param changes mean difference of each picture from the one before; the first is 0
 * @param cut looked through
 */
export function findTurns(changes: number[], { from, to }: Cut): number[] {
  if (to - from < 3) return Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
  // A picture's own stillness: the mean of the change into it and out of it.
  const still = Array.from({ length: to - from }, (_, i) => {
    const into = i === 0 ? changes[from + 1] : changes[from + i];
    const out = from + i + 1 < to ? changes[from + i + 1] : into;
    return (into + out) / 2;
  });
  const least = PROMINENCE * Math.max(...still);
  const out = [from];
  let low = 0;
  let high = still[0];
  // Walks from peak to valley: a valley counts once the way up from it is high enough, as the way down to it was.
  let falling = true;
  for (let i = 1; i < still.length; i++) {
    if (falling) {
      if (still[i] < still[low]) low = i;
      else if (still[i] > still[low] + least) {
        if (low > 0 && high > still[low] + least) out.push(from + low);
        falling = false;
        high = still[i];
      }
    } else if (still[i] > high) high = still[i];
    else if (still[i] < high - least) {
      falling = true;
      low = i;
    }
  }
  if (out.at(-1) !== to - 1) out.push(to - 1);
  return out;
}

/** Numbers missing between numbered names, in words: "arm 4, arm 6 to arm 8"; empty when none is. */
export function gapsInWords(names: string[]): string {
  const numbered = names.map((name) => /^(.*?)(\d+)(\D*)$/.exec(name.replace(/\.\w+$/, '')));
  const gaps: string[] = [];
  for (let i = 1; i < numbered.length; i++) {
    const [a, b] = [numbered[i - 1], numbered[i]];
    if (!a || !b || a[1] !== b[1]) continue;
    const [from, to] = [Number(a[2]) + 1, Number(b[2]) - 1];
    const name = (number: number) => `${b[1]}${String(number).padStart(b[2].startsWith('0') ? b[2].length : 0, '0')}`;
    if (from === to) gaps.push(name(from));
    else if (from < to) gaps.push(`${name(from)} to ${name(to)}`);
  }
  return gaps.join(', ');
}
