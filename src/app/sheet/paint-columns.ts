/** Paints the layers' columns of the sheet: numbers, holds, what comes after the last drawing, what is chosen. */

import { isFirstPass } from '../../core/between/index.ts';
import {
  drawingName,
  indexAt,
  progress,
  reusedFlags,
  shownExposure,
  startFrames,
  totalFrames,
} from '../../core/sheet/index.ts';
import { type CellRef, type Drawing, type Layer, type Moves, type Shot, STAGES } from '../../core/shot/index.ts';
import { framesThatDiffer } from '../../core/versions/two-timings.ts';
import { SPACING_WORDS } from '../commands/moves.ts';
import { AFTER_WORDS } from '../commands/retime.ts';
import type { Column } from './geometry.ts';
import type { Rows, SheetScene } from './scene.ts';
import { MONO, SANS, sheetColours } from './sheet-colours.ts';

export function paintColumns(c: CanvasRenderingContext2D, scene: SheetScene, rows: Rows): void {
  const { shot, layout, scrollLeft, width } = scene;
  const layers = new Map(shot.layers.map((layer) => [layer.id, layer]));
  const others = new Map(scene.beside?.layers.map((layer) => [layer.id, layer]));
  for (const column of layout.columns) {
    const x = layout.frozen + column.left - scrollLeft;
    const layer = layers.get(column.id);
    if (!layer || x + column.width + column.beside < layout.frozen || x > width) continue;
    c.save();
    c.globalAlpha = layer.visible ? 1 : 0.4;
    c.textAlign = 'center';
    c.textBaseline = 'middle';
    if (column.folded) paintFolded(c, layer, x, column, rows, scene);
    else paintColumn(c, scene, layer, { ...column, left: x }, rows);
    c.restore();
    c.fillStyle = sheetColours().rule;
    c.fillRect(x + column.width - 1, 0, 1, scene.height);
    const other = column.beside > 0 ? others.get(column.id) : undefined;
    if (other && scene.beside)
      paintBeside(c, { ...scene, shot: scene.beside }, layer, other, { ...column, left: x }, rows);
  }
  if (scene.selection) paintChosen(c, scene, scene.selection, rows, true);
  if (scene.landing) paintChosen(c, scene, scene.landing, rows, false);
}

/** A folded column still tells where something stands. */
function paintFolded(
  c: CanvasRenderingContext2D,
  layer: Layer,
  x: number,
  { width }: Column,
  { first, last, y }: Rows,
  { rowHeight: rh }: SheetScene,
): void {
  const all = startFrames(layer.exposures);
  c.fillStyle = sheetColours().shown;
  for (let i = indexAt(layer.exposures, first); i < layer.exposures.length && all[i] <= last; i++) {
    if (layer.exposures[i].cell) c.fillRect(x + width / 2 - 1, y(all[i]) + 3, 2, (all[i + 1] - all[i]) * rh - 5);
  }
}

/** Another timing of a layer to the right of its column, on the panel's lower ground; where the two differ is marked. */
function paintBeside(
  c: CanvasRenderingContext2D,
  scene: SheetScene,
  now: Layer,
  other: Layer,
  { left, width, ...column }: Column,
  rows: Rows,
): void {
  const x = left + width;
  const { rowHeight: rh } = scene;
  c.save();
  c.fillStyle = sheetColours().lower;
  c.fillRect(x, 0, column.beside - 1, scene.height);
  c.fillStyle = sheetColours().differs;
  for (const frame of framesThatDiffer(now, other, rows.first, Math.min(rows.last, scene.shot.length - 1)))
    c.fillRect(x, rows.y(frame), column.beside - 1, rh);
  c.textAlign = 'center';
  c.textBaseline = 'middle';
  const nothingInHand = { ...scene, washed: -1, selection: null, layerId: '' };
  paintColumn(c, nothingInHand, { ...other, moves: null }, { ...column, left: x, width: column.beside }, rows);
  c.fillStyle = sheetColours().rule;
  c.fillRect(x + column.beside - 1, 0, 1, scene.height);
  c.restore();
}

/** `column.left` is where it stands on screen. */
function paintColumn(
  c: CanvasRenderingContext2D,
  scene: SheetScene,
  layer: Layer,
  column: Column,
  { first, last, y }: Rows,
): void {
  const { shot, washed, selection, rowHeight: rh } = scene;
  const { exposures } = layer;
  const { left: x, width: cw } = column;
  const all = startFrames(exposures);
  const reused = reusedFlags(exposures);
  const middle = x + cw / 2;
  const staged = rh >= 14 && differsInStage(shot, layer);
  if (selection?.layers.includes(layer.id)) {
    c.fillStyle = sheetColours().wash;
    c.fillRect(x, y(selection.from), cw - 1, (selection.to - selection.from) * rh);
  }
  for (let i = indexAt(exposures, first); i < exposures.length && all[i] <= last; i++) {
    const { cell, frames } = exposures[i];
    const top = y(all[i]);
    if (layer.id === scene.layerId && !selection && washed >= all[i] && washed < all[i + 1] && cell) {
      c.fillStyle = sheetColours().wash;
      c.fillRect(x, top, cw - 1, frames * rh);
    }
    if (!cell) {
      paintCross(c, middle, top + rh / 2, rh);
      continue;
    }
    const ink = reused[i] ? sheetColours().reused : sheetColours().ink;
    if (frames > 1) {
      c.fillStyle = ink;
      c.fillRect(Math.round(middle), top + rh + 1, 1, (frames - 1) * rh - 4);
    }
    const drawing = cell.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
    paintNumber(c, cell, drawing, { x: middle, y: top + rh / 2 + 0.5, width: cw - 4, rh, ink });
    if (drawing && staged && !reused[i]) paintStage(c, drawing, x, cw, top + rh / 2);
    if (drawing && isFirstPass(drawing)) paintFirstPass(c, x, top + rh / 2);
  }
  if (exposures.length > 0) paintAfter(c, scene, layer, column, { first, last, y });
  if (layer.moves) paintPlaces(c, layer.moves, x + cw - 5, { first, last, y }, rh);
}

/** The places of a moved layer beside its drawings, as ticks on a line like those of a timing chart. */
function paintPlaces(
  c: CanvasRenderingContext2D,
  { places }: Moves,
  x: number,
  { first, last, y }: Rows,
  rh: number,
): void {
  c.strokeStyle = sheetColours().accent;
  c.lineWidth = 1;
  const [from, to] = [places[0].frame, places[places.length - 1].frame];
  c.beginPath();
  if (to > from) {
    c.moveTo(x + 0.5, y(Math.max(first, from)) + (from >= first ? rh / 2 : 0));
    c.lineTo(x + 0.5, y(Math.min(last + 1, to)) + (to <= last ? rh / 2 : 0));
  }
  for (const { frame } of places) {
    if (frame < first || frame > last) continue;
    c.moveTo(x - 2.5, Math.round(y(frame) + rh / 2) + 0.5);
    c.lineTo(x + 3.5, Math.round(y(frame) + rh / 2) + 0.5);
  }
  c.stroke();
  // Its word stands along the way, where there is room for it.
  c.font = `11px ${SANS}`;
  c.fillStyle = sheetColours().accent;
  for (const [i, { frame, spacing }] of places.entries()) {
    const next = places[i + 1]?.frame;
    if (next === undefined || frame > last || next < first) continue;
    const words = SPACING_WORDS[spacing];
    if ((next - frame) * rh < c.measureText(words).width + rh + 6) continue;
    c.save();
    c.translate(x - 5, y((frame + next) / 2) + rh / 2);
    c.rotate(-Math.PI / 2);
    c.fillText(words, 0, 0);
    c.restore();
  }
}

function paintCross(c: CanvasRenderingContext2D, x: number, y: number, rh: number): void {
  const s = Math.min(4, rh / 4);
  c.strokeStyle = sheetColours().reused;
  c.lineWidth = 1;
  c.beginPath();
  c.moveTo(x - s, y - s);
  c.lineTo(x + s, y + s);
  c.moveTo(x + s, y - s);
  c.lineTo(x - s, y + s);
  c.stroke();
}

/** What is written for a cell that is no drawing: the number of its picture, the frame of its bundle. */
function numberOf(cell: CellRef): string {
  if (cell.kind === 'drawing') return '?';
  return String(1 + (cell.kind === 'picture' ? cell.index : cell.frame));
}

/** A key's number is circled, a breakdown's in brackets, an in-between's plain, a reused one grey. */
function paintNumber(
  c: CanvasRenderingContext2D,
  cell: CellRef,
  drawing: Drawing | null | undefined,
  at: { x: number; y: number; width: number; rh: number; ink: string },
): void {
  const name = drawing ? drawingName(drawing) : numberOf(cell);
  const { rh } = at;
  c.fillStyle = at.ink;
  c.font = `${rh < 14 ? 11 : 11.5}px ${MONO}`;
  c.fillText(drawing?.role === 'breakdown' ? `(${name})` : name, at.x, at.y, at.width);
  if (drawing?.role !== 'key') return;
  c.strokeStyle = at.ink;
  c.lineWidth = 1.1;
  c.beginPath();
  const across = Math.min(at.width / 2 - 1, Math.max(rh / 2 - 1, 5 + name.length * 2.6));
  c.ellipse(at.x, at.y - 0.5, across, rh / 2 - (rh < 14 ? 0.25 : 1), 0, 0, 2 * Math.PI);
  c.stroke();
}

/** Whether the drawings of a layer have come differently far; where all have come as far, the list of layers says it. */
function differsInStage(shot: Shot, layer: Layer): boolean {
  const { count, reached } = progress(shot).get(layer.id) ?? { count: 0, reached: [] };
  return reached.some((each) => each > 0 && each < count);
}

/** How far a drawing has come: no dot for a rough, one tied down, two clean, three painted. */
function paintStage(c: CanvasRenderingContext2D, drawing: Drawing, left: number, width: number, y: number): void {
  // A long label takes the room of the dots.
  if (c.measureText(drawingName(drawing)).width > width - 20) return;
  const dots = STAGES.indexOf(drawing.stage);
  c.fillStyle = sheetColours().second;
  for (let i = 0; i < dots; i++) {
    c.beginPath();
    c.arc(left + width - 5, y + (i - (dots - 1) / 2) * 4, 1.1, 0, 2 * Math.PI);
    c.fill();
  }
}

/** A computed drawing that no hand has touched: a small ring, as on its chart. */
function paintFirstPass(c: CanvasRenderingContext2D, left: number, y: number): void {
  c.strokeStyle = sheetColours().accent;
  c.lineWidth = 1.1;
  c.beginPath();
  c.arc(left + 6, y, 2.4, 0, 2 * Math.PI);
  c.stroke();
}

/** What the layer shows after its last drawing: said in words, then shown pale. */
function paintAfter(
  c: CanvasRenderingContext2D,
  scene: SheetScene,
  layer: Layer,
  { left: x, width: cw }: Column,
  { first, last, y }: Rows,
): void {
  const { shot, rowHeight: rh } = scene;
  const { exposures, afterLast } = layer;
  const total = totalFrames(exposures);
  if (total >= shot.length || total > last) return;
  const middle = x + cw / 2;
  c.font = `italic 11px ${SANS}`;
  c.fillStyle = sheetColours().second;
  const lines = wrapped(c, AFTER_WORDS[afterLast], cw - 4);
  const rows = Math.min(lines.length, shot.length - total);
  for (let i = 0; i < rows; i++) c.fillText(lines[i], middle, y(total + i) + rh / 2 + 1, cw - 3);
  const from = Math.max(first, total + rows);
  const to = Math.min(last, shot.length - 1);
  if (afterLast === 'clears') return;
  c.fillStyle = sheetColours().shown;
  if (afterLast === 'holds') {
    if (from <= to) c.fillRect(Math.round(middle), y(from) + 2, 1, (to - from + 1) * rh - 4);
    return;
  }
  let before = from > 0 ? shownExposure(exposures, afterLast, from - 1)?.index : -1;
  for (let frame = from; frame <= to; frame++) {
    const placed = shownExposure(exposures, afterLast, frame);
    const cell = placed?.exposure.cell;
    if (placed && cell && placed.index !== before) {
      const drawing = cell.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
      const at = { x: middle, y: y(frame) + rh / 2 + 0.5, width: cw - 4, rh, ink: sheetColours().shown };
      paintNumber(c, cell, drawing && { ...drawing, role: 'between' }, at);
    } else if (cell) {
      c.fillStyle = sheetColours().shown;
      c.fillRect(Math.round(middle), y(frame) + 1, 1, rh - 3);
    }
    before = placed?.index;
  }
}

/** Words broken into lines no wider than `width`. */
function wrapped(c: CanvasRenderingContext2D, words: string, width: number): string[] {
  const lines: string[] = [];
  for (const word of words.split(' ')) {
    const longer = lines.length > 0 ? `${lines.at(-1)} ${word}` : word;
    if (lines.length > 0 && c.measureText(longer).width <= width) lines[lines.length - 1] = longer;
    else lines.push(word);
  }
  return lines;
}

/** The frame round what is chosen, with the grip at its lower edge; dashed for where a dragged piece would land. */
function paintChosen(
  c: CanvasRenderingContext2D,
  { layout, scrollLeft, rowHeight: rh }: SheetScene,
  span: { layers: string[]; from: number; to: number },
  { y }: Rows,
  grip: boolean,
): void {
  const chosen = layout.columns.filter(({ id }) => span.layers.includes(id));
  if (chosen.length === 0) return;
  const left = layout.frozen + chosen[0].left - scrollLeft;
  const right = layout.frozen + chosen.at(-1)!.left + chosen.at(-1)!.width - scrollLeft;
  const top = y(span.from);
  const height = (span.to - span.from) * rh;
  c.save();
  c.strokeStyle = sheetColours().accent;
  c.lineWidth = 1.5;
  if (!grip) c.setLineDash([5, 4]);
  c.strokeRect(left + 0.5, top + 0.5, right - left - 2, height);
  if (grip) {
    c.fillStyle = sheetColours().accent;
    c.beginPath();
    c.roundRect((left + right) / 2 - 9, top + height - 2, 18, 4.5, 2);
    c.fill();
  }
  c.restore();
}
