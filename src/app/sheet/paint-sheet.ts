/** Paints the visible rows of the sheet, as the trade's paper one looks. */
import type { Note, NoteColour } from '../../core/shot/index.ts';
import { FRAME_COLUMN } from './geometry.ts';
import { paintColumns } from './paint-columns.ts';
import { paintReading, paintSound } from './paint-sound.ts';
import type { Rows, SheetScene } from './scene.ts';
import { MONO, SANS, sheetColours } from './sheet-colours.ts';

export function paintSheet(c: CanvasRenderingContext2D, scene: SheetScene, dpr: number): void {
  const { shot, layout, rowHeight: rh, scrollTop, width, height } = scene;
  c.setTransform(dpr, 0, 0, dpr, 0, 0);
  c.fillStyle = sheetColours().panel;
  c.fillRect(0, 0, width, height);
  const rows: Rows = {
    first: Math.max(0, Math.floor(scrollTop / rh)),
    last: Math.ceil((scrollTop + height) / rh),
    y: (frame) => frame * rh - scrollTop,
  };
  const end = rows.y(shot.length);
  const ground = (to: number) => {
    c.fillStyle = sheetColours().panel;
    c.fillRect(0, 0, to, Math.min(height, end));
    if (end >= height) return;
    c.fillStyle = sheetColours().lower;
    c.fillRect(0, Math.max(0, end), to, height);
  };
  ground(width);
  paintColumns(c, scene, rows);
  // The frozen columns lie over layers scrolled to the left.
  ground(layout.frozen);
  paintReading(c, scene, rows);
  paintSound(c, scene, rows);
  paintRules(c, scene, rows);
  for (const x of [FRAME_COLUMN, layout.readingEnd, layout.soundEnd, layout.frozen]) {
    c.fillStyle = sheetColours().rule;
    c.fillRect(x - 1, 0, 1, height);
  }
  paintNumbers(c, scene, rows);
  paintNotes(c, scene, rows);
}

function paintRules(c: CanvasRenderingContext2D, { width }: SheetScene, { first, last, y }: Rows): void {
  for (let frame = Math.max(1, first); frame <= last; frame++) {
    c.fillStyle =
      frame % 12 === 0 ? sheetColours().rule12 : frame % 6 === 0 ? sheetColours().rule6 : sheetColours().rule;
    c.fillRect(0, Math.round(y(frame)), width, 1);
  }
}

/** Frame numbers, the range beside them and the end. The present frame's row lies over all as an element of its own. */
function paintNumbers(c: CanvasRenderingContext2D, scene: SheetScene, { first, last, y }: Rows): void {
  const { shot, range, rowHeight: rh, width } = scene;
  c.textBaseline = 'middle';
  const every = rh < 14 ? 2 : 1;
  for (let frame = first; frame <= Math.min(last, shot.length); frame++) {
    const top = Math.round(y(frame));
    const number = frame + 1;
    if (frame === shot.length) {
      c.fillStyle = sheetColours().ink;
      c.fillRect(0, top - 1, width, 2);
      c.font = `11px ${SANS}`;
      c.textAlign = 'left';
      c.fillStyle = sheetColours().second;
      c.fillText('end of the shot', 6, top + rh / 2 + 1);
      continue;
    }
    if (range && frame >= range.from && frame <= range.to) {
      c.fillStyle = sheetColours().accent;
      c.fillRect(2, top + (frame === range.from ? 2 : 0), 4, rh + (frame === range.to ? -2 : 1));
    }
    if (number % every !== 0 && number !== 1) continue;
    c.font = `11px ${MONO}`;
    c.textAlign = 'right';
    c.fillStyle = sheetColours().second;
    c.fillText(String(number), FRAME_COLUMN - 7, top + rh / 2 + 1);
  }
}

/** Each pencil has a mark of its own too, so that colour is not all that tells them apart. */
function noteMark(c: CanvasRenderingContext2D, colour: NoteColour, x: number, y: number): void {
  c.fillStyle = sheetColours().notes[colour];
  c.beginPath();
  if (colour === 'blue') c.arc(x, y, 3, 0, 2 * Math.PI);
  else if (colour === 'plum') {
    c.moveTo(x, y - 3.5);
    c.lineTo(x + 3.5, y + 3);
    c.lineTo(x - 3.5, y + 3);
  } else c.rect(x - 2.75, y - 2.75, 5.5, 5.5);
  c.fill();
}

/** Notes in their column; a marker's name over the row before the layers. */
function paintNotes(c: CanvasRenderingContext2D, scene: SheetScene, { first, last, y }: Rows): void {
  const { shot, layout, rowHeight: rh } = scene;
  c.textAlign = 'left';
  c.textBaseline = 'middle';
  const byFrame = new Map<number, Note[]>();
  for (const note of shot.notes) {
    if (note.frame < first || note.frame > last) continue;
    byFrame.set(note.frame, [...(byFrame.get(note.frame) ?? []), note]);
  }
  for (const [frame, notes] of byFrame) {
    const middle = y(frame) + rh / 2 + 0.5;
    c.save();
    c.beginPath();
    c.rect(layout.soundEnd, y(frame), layout.frozen - layout.soundEnd - 1, rh + 1);
    c.clip();
    let x = layout.soundEnd + 6;
    for (const note of notes) {
      noteMark(c, note.colour, x, middle);
      x += 6;
      c.font = `500 11px ${SANS}`;
      c.fillStyle = sheetColours().notes[note.colour];
      c.fillText(note.text, x, middle + 0.5);
      x += notes.length > 1 ? Math.min(c.measureText(note.text).width + 8, 10) : 0;
    }
    c.restore();
  }
  for (const { frame, name } of shot.markers) {
    if (frame < first || frame > last) continue;
    const top = Math.round(y(frame));
    c.fillStyle = sheetColours().wash;
    c.globalAlpha = 0.85;
    c.fillRect(layout.readingEnd, top + 1, layout.frozen - layout.readingEnd - 1, rh - 1);
    c.globalAlpha = 1;
    c.fillStyle = sheetColours().accent;
    c.fillRect(0, top, scene.width, 1.5);
    c.beginPath();
    c.moveTo(layout.readingEnd - 1, top);
    c.lineTo(layout.readingEnd + 5, top + rh / 2);
    c.lineTo(layout.readingEnd - 1, top + rh);
    c.fill();
    c.save();
    c.beginPath();
    c.rect(layout.readingEnd, top, layout.frozen - layout.readingEnd - 2, rh);
    c.clip();
    c.font = `600 11px ${SANS}`;
    c.fillText(name, layout.readingEnd + 8, top + rh / 2 + 0.5);
    c.restore();
  }
}
