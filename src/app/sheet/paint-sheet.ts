/** Paints the visible rows of the sheet, as the trade's paper one looks. */

import { cellKey, runs, totalFrames } from '../../core/sheet/index.ts';
import type { Layer, Shot } from '../../core/shot/index.ts';
import { clipSeconds, type Peaks, peakBetween } from '../../core/sound/index.ts';
import { columns, FRAME_COLUMN, FROZEN } from './geometry.ts';

const PANEL = '#f6f4ee';
const LOWER = '#e9e6dd';
const RULE = '#dedbd2';
const RULE_6 = '#b9b5aa';
const RULE_12 = '#77746b';
const INK = '#2a2924';
const SECOND = '#5c5a52';
const REUSED = '#87847a';
const ACCENT = '#2f3fa8';
const WASH = '#dfe2f6';
const SOUND = '#66788c';
const MONO = '"Spline Sans Mono Variable", monospace';
const SANS = '"Instrument Sans Variable", sans-serif';

export interface SheetScene {
  shot: Shot;
  /** Frame whose hold is washed in the layer in hand; -1 while playing. */
  washed: number;
  layerId: string;
  range: { from: number; to: number } | null;
  rowHeight: number;
  columnWidth: number;
  scrollLeft: number;
  scrollTop: number;
  /** CSS pixels of the body. */
  width: number;
  height: number;
  peaks(asset: string): Peaks | null;
}

const AFTER_WORDS = { holds: 'holds', clears: 'clears', repeats: 'repeats', 'back-and-forth': 'to and fro' } as const;

export function paintSheet(c: CanvasRenderingContext2D, scene: SheetScene, dpr: number): void {
  const { shot, rowHeight: rh, scrollTop, width, height } = scene;
  c.setTransform(dpr, 0, 0, dpr, 0, 0);
  c.fillStyle = PANEL;
  c.fillRect(0, 0, width, height);
  const first = Math.max(0, Math.floor(scrollTop / rh));
  const last = Math.ceil((scrollTop + height) / rh);
  const y = (frame: number) => frame * rh - scrollTop;
  const end = y(shot.length);
  if (end < height) {
    c.fillStyle = LOWER;
    c.fillRect(0, Math.max(0, end), width, height);
  }
  paintLayers(c, scene, first, last, y);
  // The frozen columns lie over layers scrolled to the left.
  c.fillStyle = PANEL;
  c.fillRect(0, 0, FROZEN, Math.min(height, end));
  if (end < height) {
    c.fillStyle = LOWER;
    c.fillRect(0, Math.max(0, end), FROZEN, height);
  }
  paintSound(c, scene, first, last, y);
  paintRows(c, scene, first, last, y);
}

/** Rules, frame numbers and range. The present frame's row lies over all as an element of its own. */
function paintRows(
  c: CanvasRenderingContext2D,
  scene: SheetScene,
  first: number,
  last: number,
  y: (frame: number) => number,
): void {
  const { shot, range, rowHeight: rh, width } = scene;
  c.textAlign = 'right';
  c.textBaseline = 'middle';
  const every = rh < 12 ? 2 : 1;
  for (let frame = first; frame <= last; frame++) {
    const top = Math.round(y(frame));
    const number = frame + 1;
    if (frame > 0) {
      c.fillStyle = frame % 12 === 0 ? RULE_12 : frame % 6 === 0 ? RULE_6 : RULE;
      c.fillRect(0, top, width, 1);
    }
    if (frame >= shot.length + 1) continue;
    if (frame === shot.length) {
      c.fillStyle = INK;
      c.fillRect(0, top - 1, width, 2);
      c.font = `11px ${SANS}`;
      c.textAlign = 'left';
      c.fillStyle = SECOND;
      c.fillText('end of the shot', 6, top + rh / 2 + 1);
      c.textAlign = 'right';
      continue;
    }
    if (range && frame >= range.from && frame <= range.to) {
      c.fillStyle = ACCENT;
      c.fillRect(0, top, 3, rh + 1);
    }
    if (number % every === 0 || number === 1) {
      c.font = `10px ${MONO}`;
      c.fillStyle = SECOND;
      c.fillText(String(number), FRAME_COLUMN - 8, top + rh / 2 + 1);
    }
  }
  for (const x of [FRAME_COLUMN, FROZEN]) {
    c.fillStyle = RULE;
    c.fillRect(x - 1, 0, 1, scene.height);
  }
}

function paintSound(
  c: CanvasRenderingContext2D,
  scene: SheetScene,
  first: number,
  last: number,
  y: (frame: number) => number,
): void {
  const { shot, rowHeight: rh } = scene;
  const middle = (FRAME_COLUMN + FROZEN) / 2;
  const reach = (FROZEN - FRAME_COLUMN) / 2 - 3;
  const slices = Math.max(2, Math.round(rh / 3));
  for (const track of shot.tracks) {
    for (const clip of track.clips) {
      const peaks = scene.peaks(clip.asset);
      const seconds = clipSeconds(clip);
      const from = Math.max(first, clip.frame);
      const to = Math.min(last, clip.frame + Math.ceil(seconds * shot.fps));
      c.fillStyle = track.muted ? '#c3c0b8' : SOUND;
      if (clip.frame >= first) c.fillRect(FRAME_COLUMN + 2, Math.round(y(clip.frame)), FROZEN - FRAME_COLUMN - 5, 1);
      if (!peaks) continue;
      for (let frame = from; frame < to; frame++) {
        for (let s = 0; s < slices; s++) {
          const a = (frame - clip.frame + s / slices) / shot.fps;
          if (a >= seconds) break;
          const [low, high] = peakBetween(peaks, clip.in + a, clip.in + a + 1 / (slices * shot.fps));
          const left = Math.min(reach, -low * clip.gain * reach * 1.15);
          const right = Math.min(reach, high * clip.gain * reach * 1.15);
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

function paintLayers(
  c: CanvasRenderingContext2D,
  scene: SheetScene,
  first: number,
  last: number,
  y: (frame: number) => number,
): void {
  const { shot, columnWidth: cw, scrollLeft, width } = scene;
  columns(shot.layers).forEach((layer, i) => {
    const x = FROZEN + i * cw - scrollLeft;
    if (x + cw < FROZEN || x > width) return;
    c.save();
    c.globalAlpha = layer.visible ? 1 : 0.4;
    paintLayer(c, scene, layer, x, first, last, y);
    c.restore();
    c.fillStyle = RULE;
    c.fillRect(x + cw - 1, 0, 1, scene.height);
  });
}

function paintLayer(
  c: CanvasRenderingContext2D,
  scene: SheetScene,
  layer: Layer,
  x: number,
  first: number,
  last: number,
  y: (frame: number) => number,
): void {
  const { shot, washed, rowHeight: rh, columnWidth: cw } = scene;
  const inHand = layer.id === scene.layerId;
  const middle = x + cw / 2;
  const seen = new Set<string>();
  c.textAlign = 'center';
  c.textBaseline = 'middle';
  for (const { start, exposure } of runs(layer.exposures)) {
    const key = exposure.cell ? cellKey(exposure.cell) : '';
    const reused = key !== '' && seen.has(key);
    seen.add(key);
    const end = start + exposure.frames;
    if (end <= first) continue;
    if (start > last) break;
    const top = y(start);
    if (inHand && washed >= start && washed < end && exposure.cell) {
      c.fillStyle = WASH;
      c.fillRect(x, top, cw - 1, exposure.frames * rh);
    }
    if (!exposure.cell) {
      const s = Math.min(4, rh / 4);
      c.strokeStyle = REUSED;
      c.lineWidth = 1;
      c.beginPath();
      c.moveTo(middle - s, top + rh / 2 - s);
      c.lineTo(middle + s, top + rh / 2 + s);
      c.moveTo(middle + s, top + rh / 2 - s);
      c.lineTo(middle - s, top + rh / 2 + s);
      c.stroke();
      continue;
    }
    if (exposure.frames > 1) {
      c.fillStyle = reused ? REUSED : INK;
      c.fillRect(Math.round(middle), top + rh + 1, 1, (exposure.frames - 1) * rh - 4);
    }
    paintNumber(c, scene, exposure.cell.kind === 'drawing' ? shot.drawings[exposure.cell.drawing] : null, {
      text: exposure.cell.kind === 'picture' ? String(exposure.cell.index + 1) : '',
      x: middle,
      y: top + rh / 2 + 0.5,
      reused,
    });
  }
  const total = totalFrames(layer.exposures);
  if (total > 0 && total < shot.length && total >= first - 1 && total <= last) {
    c.font = `italic 11px ${SANS}`;
    c.fillStyle = SECOND;
    c.fillText(AFTER_WORDS[layer.afterLast], middle, y(total) + rh / 2 + 1, cw - 4);
  }
}

/** A key's number is circled, a breakdown's in brackets, an in-between's plain, a reused one grey. */
function paintNumber(
  c: CanvasRenderingContext2D,
  { rowHeight: rh }: SheetScene,
  drawing: { number: number; role: string } | null | undefined,
  at: { text: string; x: number; y: number; reused: boolean },
): void {
  const number = drawing ? String(drawing.number) : at.text;
  c.fillStyle = at.reused ? REUSED : INK;
  c.font = `${rh < 14 ? 10 : 11.5}px ${MONO}`;
  c.fillText(drawing?.role === 'breakdown' ? `(${number})` : number, at.x, at.y);
  if (drawing?.role !== 'key') return;
  c.strokeStyle = at.reused ? REUSED : INK;
  c.lineWidth = 1.1;
  c.beginPath();
  c.ellipse(at.x, at.y - 0.5, Math.max(rh / 2 - 1, 5 + number.length * 2.6), rh / 2 - 1, 0, 0, 2 * Math.PI);
  c.stroke();
}
