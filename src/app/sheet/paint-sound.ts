/** The sheet's sound: waveform, where sounds begin, and the track reading beside it. */

import { writtenRows } from '../../core/mouths/index.ts';
import { isLongVowel, readingRows } from '../../core/reading/index.ts';
import { clipSeconds, isHeard, timeInSound } from '../../core/shot/index.ts';
import { peakBetween } from '../../core/sound/index.ts';
import { looks } from '../session/looks.ts';
import { FRAME_COLUMN, type SheetLayout } from './geometry.ts';
import type { Rows, SheetScene } from './scene.ts';
import { MONO, sheetColours } from './sheet-colours.ts';

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
      c.fillStyle = clip.muted || !isHeard(shot, track) ? sheetColours().muted : sheetColours().sound;
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
  c.fillStyle = sheetColours().notes.ochre;
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

/** Letters that stand beside one another in a row of the track. */
const ROOM = 4;

/** The track reading: each sound's name in the row where it begins, a line down for how long it lasts, doubts with a question mark. */
export function paintReading(c: CanvasRenderingContext2D, scene: SheetScene, { first, last, y }: Rows): void {
  const { shot, layout, rowHeight: rh } = scene;
  if (layout.readingEnd === FRAME_COLUMN) return;
  const left = FRAME_COLUMN;
  c.textAlign = 'left';
  c.textBaseline = 'middle';
  c.font = `500 11px ${MONO}`;
  const letter = c.measureText('A').width;
  // How many letters each row has so far: names never lie on one another nor on a rule.
  const taken = new Map<number, number>();
  const written = writtenRows(shot, looks.get().reading);
  for (const [i, row] of readingRows(shot).entries()) {
    if (row.to < first - 1 || row.from > last + 1) continue;
    const { sound } = row;
    const [top, bottom] = [y(row.from), y(row.to)];
    c.fillStyle = sheetColours().notes[sound.colour];
    c.fillRect(left + 2, top + 1, sound.held ? 3 : 2, Math.max(2, bottom - top - 2));
    // A place where the mouth may be stretched has a foot.
    if (isLongVowel(row, shot.fps)) c.fillRect(left + 2, bottom - 3, 8, 2);
    if (written[i] === '') continue;
    const text = sound.fit !== null && sound.colour === 'plum' ? `${written[i]}?` : written[i];
    let at = Math.floor(row.from + 0.5);
    while (at + 1 < row.to && taken.has(at)) at++;
    const before = taken.get(at) ?? 0;
    if (before > 0 && before + text.length > ROOM) continue;
    taken.set(at, before + text.length);
    c.fillText(text, left + 7 + before * letter, y(at) + rh / 2 + 1, layout.readingEnd - left - 8);
  }
}
