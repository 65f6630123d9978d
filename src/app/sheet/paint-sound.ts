/** The sheet's sound: waveform, where sounds begin, and the track reading beside it. */
import { isLongVowel, readingRows } from '../../core/reading/index.ts';
import { clipSeconds, isHeard, peakBetween, timeInSound } from '../../core/sound/index.ts';
import { FRAME_COLUMN, type SheetLayout } from './geometry.ts';
import type { Rows, SheetScene } from './paint-sheet.ts';
import { MONO, MUTED, NOTE, SOUND } from './sheet-colours.ts';

export function paintSound(c: CanvasRenderingContext2D, scene: SheetScene, { first, last, y }: Rows): void {
  const { shot, layout, rowHeight: rh } = scene;
  const middle = (layout.readingEnd + layout.soundEnd) / 2;
  const reach = (layout.soundEnd - layout.readingEnd) / 2 - 3;
  const slices = Math.max(2, Math.round(rh / 3));
  for (const track of shot.tracks) {
    for (const clip of track.clips) {
      const peaks = scene.peaks(clip.asset);
      const seconds = clipSeconds(clip);
      const from = Math.max(first, clip.frame);
      const to = Math.min(last, clip.frame + Math.ceil(seconds * shot.fps));
      c.fillStyle = clip.muted || !isHeard(shot, track) ? MUTED : SOUND;
      if (clip.frame >= first && clip.frame <= last) paintBeginning(c, layout, y(clip.frame), clip.pin !== null);
      if (!peaks) continue;
      for (let frame = from; frame < to; frame++) {
        for (let s = 0; s < slices; s++) {
          const a = (frame - clip.frame + s / slices) / shot.fps;
          if (a >= seconds) break;
          const at = timeInSound(clip, shot.fps, clip.frame / shot.fps + a) ?? clip.out;
          const [low, high] = peakBetween(peaks, at, at + 1 / (slices * shot.fps));
          const left = Math.min(reach, -low * clip.gain * track.gain * reach * 1.15);
          const right = Math.min(reach, high * clip.gain * track.gain * reach * 1.15);
          c.fillRect(
            middle - Math.max(0.5, left),
            y(frame) + (s * rh) / slices + 0.5,
            Math.max(1, left + right),
            Math.max(1, rh / slices - 1),
          );
        }
      }
    }
  }
}

/** Where a sound begins: a line with a small flag, and a drawing pin's head when it is pinned. */
function paintBeginning(c: CanvasRenderingContext2D, layout: SheetLayout, y: number, pinned: boolean): void {
  const fill = c.fillStyle;
  const left = layout.readingEnd + 1;
  c.fillRect(left, Math.round(y), layout.soundEnd - left - 3, 1);
  c.fillStyle = NOTE.ochre;
  c.beginPath();
  if (pinned) c.arc(left + 4, y + 4, 2.5, 0, 2 * Math.PI);
  else {
    c.moveTo(left, y);
    c.lineTo(left + 6, y);
    c.lineTo(left, y + 6);
  }
  c.fill();
  c.fillStyle = fill;
}

/** Narrower rows than this have no room for the name of a sound that lasts less than one of them, pixels. */
const LEAST_ROW = 9;

/** The track reading: each sound's name where it begins, a thin line down for how long it lasts, doubts with a question mark. */
export function paintReading(c: CanvasRenderingContext2D, scene: SheetScene, { first, last, y }: Rows): void {
  const { shot, layout, rowHeight: rh } = scene;
  if (layout.readingEnd === FRAME_COLUMN) return;
  const left = FRAME_COLUMN;
  c.textAlign = 'left';
  c.textBaseline = 'middle';
  let lowest = Number.NEGATIVE_INFINITY;
  for (const row of readingRows(shot)) {
    if (row.to < first || row.from > last + 1) continue;
    const { sound } = row;
    const [top, bottom] = [y(row.from), y(row.to)];
    const colour = NOTE[sound.colour];
    c.fillStyle = colour;
    c.fillRect(left + 2, top + 1, sound.held ? 3 : 2, Math.max(2, bottom - top - 2));
    if (isLongVowel(row, shot.fps)) {
      // A place where the mouth may be stretched: the line runs out in a wave.
      c.fillRect(left + 2, bottom - 3, 8, 2);
    }
    const text = sound.fit !== null && sound.colour === 'plum' ? `${sound.text}?` : sound.text;
    // Names follow one another at reading distance even where sounds are shorter than a line.
    const middle = Math.max(top + Math.min(rh, Math.max(LEAST_ROW, bottom - top)) / 2, lowest + LEAST_ROW);
    if (middle > bottom + LEAST_ROW) continue;
    c.font = `500 10px ${MONO}`;
    c.fillText(text, left + 7, middle + 0.5, layout.readingEnd - left - 8);
    lowest = middle;
  }
}
