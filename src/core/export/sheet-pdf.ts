/**
 * The sheet on paper: A4 pages of seventy-two frames, a column for each layer that is delivered, its timing charts upright
 * beside it, what is heard and noted on the left. A PDF like any other.
 */
import { jsPDF } from 'jspdf';
import { isFirstPass } from '../between/index.ts';
import { leftOut } from '../picture/index.ts';
import { readingRows } from '../reading/index.ts';
import { chartsIn, drawingName, reusedFlags, spacingInWords, startFrames, totalFrames } from '../sheet/index.ts';
import type { Layer } from '../shot/layer-model.ts';
import type { Shot } from '../shot/model.ts';
import { printable } from './printable.ts';

/** Millimetres on A4. */
const PAGE = { width: 210, height: 297, side: 12, top: 30, foot: 10 };
const ROWS = 72;
const ROW = (PAGE.height - PAGE.top - PAGE.foot - 4) / ROWS;
const FRAME_WIDTH = 10;
const TRACK_WIDTH = 16;
const NOTES_WIDTH = 34;
const LAYER_WIDTH = 14;
const CHART_WIDTH = 15;
const INK = '#2a2924';
const GREY = '#8b877c';
const RULE = '#cfccc3';
const HEAVY = '#8b877c';
const PENCILS = { blue: '#2f3fa8', plum: '#a8327e', ochre: '#b06a12' };
const POINT = 0.3528;
const AFTER: Record<Layer['afterLast'], string> = {
  holds: 'holds',
  clears: 'clears',
  repeats: 'repeats',
  'back-and-forth': 'goes back and forth',
};

interface Column {
  layer: Layer;
  x: number;
  /** Its charts stand beside it. */
  charted: boolean;
}

/** Layers of one page, left to right, as many as have room. */
function columnsFor(shot: Shot): Column[][] {
  const pages: Column[][] = [];
  const left = PAGE.side + FRAME_WIDTH + TRACK_WIDTH + NOTES_WIDTH;
  let x = Number.POSITIVE_INFINITY;
  // As on the screen: the top of the stack first.
  const out = new Set(leftOut(shot).map(({ layer }) => layer.id));
  const layers = shot.layers.filter(({ id }) => !out.has(id)).reverse();
  for (const layer of layers) {
    const charted = chartsIn(shot, layer.id).some(({ ticks }) => ticks.length > 0);
    const width = LAYER_WIDTH + (charted ? CHART_WIDTH : 0);
    if (x + width > PAGE.width - PAGE.side) {
      pages.push([]);
      x = left;
    }
    pages.at(-1)!.push({ layer, x, charted });
    x += width;
  }
  return pages.length > 0 ? pages : [[]];
}

/** One page being written. */
class Page {
  private readonly pdf: jsPDF;
  private readonly shot: Shot;
  /** Frames of the page: from `first` up to, not including, `end`. */
  private readonly first: number;
  private readonly end: number;

  constructor(pdf: jsPDF, shot: Shot, first: number, end: number) {
    this.pdf = pdf;
    this.shot = shot;
    this.first = first;
    this.end = end;
  }

  private y(frame: number): number {
    return PAGE.top + (frame - this.first) * ROW;
  }

  private text(
    text: string,
    x: number,
    y: number,
    size: number,
    colour = INK,
    align: 'left' | 'center' | 'right' = 'left',
  ) {
    this.pdf.setFontSize(size);
    this.pdf.setTextColor(colour);
    this.pdf.text(printable(text), x, y + size * POINT * 0.35, { align });
  }

  private rule(x1: number, y1: number, x2: number, y2: number, colour: string, width: number) {
    this.pdf.setDrawColor(colour);
    this.pdf.setLineWidth(width);
    this.pdf.line(x1, y1, x2, y2);
  }

  /** Text cut to a width. */
  private fitted(text: string, width: number, size: number): string {
    this.pdf.setFontSize(size);
    let out = printable(text);
    while (out.length > 1 && this.pdf.getTextWidth(out) > width) out = out.slice(0, -1);
    return out;
  }

  /** What a chart's spacing is called, in small lines under its key's tick. */
  private said(text: string, x: number, y: number): void {
    this.pdf.setFontSize(4.5);
    const lines: string[] = this.pdf.splitTextToSize(printable(text), CHART_WIDTH - 6);
    for (const [i, line] of lines.slice(0, 2).entries()) this.text(line, x, y + 1.7 * i, 4.5, GREY);
  }

  head(number: number, of: number): void {
    const { title, fps, length, width, height } = this.shot;
    this.pdf.setFont('helvetica', 'bold');
    this.text(title, PAGE.side, 12, 14);
    this.pdf.setFont('helvetica', 'normal');
    const about = `${length} frames at ${fps} a second, paper ${width} x ${height}, frames ${this.first + 1} to ${this.end}`;
    this.text(about, PAGE.side, 18, 8.5, GREY);
    this.text(`sheet ${number} of ${of}`, PAGE.width - PAGE.side, 12, 9, GREY, 'right');
  }

  rules(columns: Column[]): void {
    const last = columns.at(-1);
    const right = last ? last.x + LAYER_WIDTH + (last.charted ? CHART_WIDTH : 0) : PAGE.width - PAGE.side;
    for (let frame = this.first; frame <= this.end; frame++) {
      const beat = frame % 12 === 0 ? 0.35 : frame % 6 === 0 ? 0.2 : 0.08;
      this.rule(PAGE.side, this.y(frame), right, this.y(frame), frame % 6 === 0 ? HEAVY : RULE, beat);
      if (frame < this.end)
        this.text(String(frame + 1), PAGE.side + FRAME_WIDTH - 2, this.y(frame + 0.5), 6.5, GREY, 'right');
    }
    const uprights = [PAGE.side, PAGE.side + FRAME_WIDTH, PAGE.side + FRAME_WIDTH + TRACK_WIDTH];
    for (const x of [...uprights, ...columns.map((column) => column.x), right])
      this.rule(x, PAGE.top - 7, x, this.y(this.end), RULE, 0.15);
    const heads = [
      ['fr', PAGE.side + 1],
      ['track', PAGE.side + FRAME_WIDTH + 1],
      ['notes', PAGE.side + FRAME_WIDTH + TRACK_WIDTH + 1],
    ] as const;
    for (const [name, x] of heads) this.text(name, x, PAGE.top - 3.5, 7, GREY);
  }

  track(): void {
    const x = PAGE.side + FRAME_WIDTH + 1;
    let free = Number.NEGATIVE_INFINITY;
    for (const { sound, from, to } of readingRows(this.shot)) {
      if (to <= this.first || from >= this.end) continue;
      const [top, end] = [this.y(Math.max(from, this.first)), this.y(Math.min(to, this.end))];
      this.rule(x - 0.6, top, x - 0.6, end, PENCILS[sound.colour], 0.5);
      // Sounds shorter than a letter is high are left to their neighbours.
      if (top < free || top > this.y(this.end) - ROW / 2) continue;
      this.text(this.fitted(sound.text, TRACK_WIDTH - 2, 6.5), x, top + ROW / 2, 6.5, PENCILS[sound.colour]);
      free = top + 2.4;
    }
  }

  notes(): void {
    const x = PAGE.side + FRAME_WIDTH + TRACK_WIDTH + 1;
    const here = ({ frame }: { frame: number }) => frame >= this.first && frame < this.end;
    for (const { frame, name } of this.shot.markers.filter(here)) {
      this.pdf.setFont('helvetica', 'bold');
      this.text(this.fitted(name, NOTES_WIDTH - 2, 6.5), x, this.y(frame + 0.5), 6.5);
      this.pdf.setFont('helvetica', 'normal');
    }
    const used = new Map<number, number>();
    for (const { frame, text, colour } of this.shot.notes.filter(here)) {
      const down = used.get(frame) ?? (this.shot.markers.some((marker) => marker.frame === frame) ? 1 : 0);
      used.set(frame, down + 1);
      this.text(this.fitted(text, NOTES_WIDTH - 2, 6.5), x, this.y(frame + down + 0.5), 6.5, PENCILS[colour]);
    }
  }

  layer({ layer, x }: Column): void {
    this.text(this.fitted(layer.name, LAYER_WIDTH - 1, 7.5), x + LAYER_WIDTH / 2, PAGE.top - 3.5, 7.5, INK, 'center');
    const all = startFrames(layer.exposures);
    const reused = reusedFlags(layer.exposures);
    const middle = x + LAYER_WIDTH / 2;
    layer.exposures.forEach(({ cell, frames }, i) => {
      const [from, to] = [Math.max(all[i], this.first), Math.min(all[i] + frames, this.end)];
      if (from >= to) return;
      const colour = reused[i] ? GREY : INK;
      const y = this.y(all[i] + 0.5);
      const begins = all[i] >= this.first;
      if (!cell) {
        if (begins) this.text('x', middle, y, 7, GREY, 'center');
        return;
      }
      // A hold goes on as a thin line, from the top of the page when it began on the one before.
      const top = begins ? this.y(all[i] + 1) : this.y(from);
      if (this.y(to) - top > 0.5) this.rule(middle, top, middle, this.y(to) - 0.5, colour, 0.15);
      if (!begins) return;
      const drawing = cell.kind === 'drawing' ? this.shot.drawings[cell.drawing] : null;
      const name = drawing ? drawingName(drawing) : String(cell.kind === 'picture' ? cell.index + 1 : '?');
      this.text(drawing?.role === 'breakdown' ? `(${name})` : name, middle, y, 7.5, colour, 'center');
      this.pdf.setDrawColor(colour);
      this.pdf.setLineWidth(0.2);
      if (drawing?.role === 'key')
        this.pdf.ellipse(middle, y, Math.max(2, 1.1 + name.length * 0.75), ROW / 2 - 0.1, 'S');
      if (drawing && isFirstPass(drawing)) this.pdf.circle(x + 2, y, 0.6, 'S');
    });
    const total = totalFrames(layer.exposures);
    if (total > this.first && total < this.end && layer.exposures.length > 0)
      this.text(AFTER[layer.afterLast], middle, this.y(total + 0.5), 5.5, GREY, 'center');
  }

  /** The layer's timing charts upright: a scale from key to key, a tick for each drawing between where it is spaced. */
  charts({ layer, x: left, charted }: Column): void {
    if (!charted) return;
    const x = left + LAYER_WIDTH + 4;
    this.text('charts', x + 4, PAGE.top - 3.5, 6.5, GREY, 'center');
    for (const { from, to, ticks } of chartsIn(this.shot, layer.id, this.first, this.end)) {
      if (ticks.length === 0) continue;
      const at = (spacing: number) => this.y(from.frame + 0.5 + spacing * (to.frame - from.frame));
      const inside = (y: number) => y >= PAGE.top && y <= this.y(this.end);
      const clamp = (y: number) => Math.max(PAGE.top, Math.min(this.y(this.end), y));
      this.rule(x, clamp(at(0)), x, clamp(at(1)), INK, 0.25);
      for (const end of [0, 1]) if (inside(at(end))) this.rule(x - 1.8, at(end), x + 1.8, at(end), INK, 0.35);
      for (const { drawing, spacing } of ticks) {
        const y = at(spacing);
        if (!inside(y)) continue;
        const name = drawingName(drawing);
        this.rule(x - 1.2, y, x + 1.2, y, INK, 0.25);
        this.text(drawing.role === 'breakdown' ? `(${name})` : name, x + 2, y, 6, INK);
      }
      const says = spacingInWords(ticks.map(({ spacing }) => spacing));
      if (inside(at(0)) && at(1) - at(0) > 8) this.said(says, x + 2, at(0) + 1);
    }
  }
}

/**
 * The sheet of a shot as a PDF.
 * @param from first frame, 0-based; @param to last frame, inclusive; @param progress told 0..1 after each page.
 */
export function writeSheetPdf(
  shot: Shot,
  from: number,
  to: number,
  progress: (part: number) => void = () => {},
): Uint8Array<ArrayBuffer> {
  const pdf = new jsPDF({ unit: 'mm', format: 'a4', compress: true });
  pdf.setProperties({ title: shot.title, creator: 'Vignette' });
  const sets = columnsFor(shot);
  const pages: { first: number; end: number; columns: Column[] }[] = [];
  for (let first = from; first <= to; first += ROWS)
    for (const columns of sets) pages.push({ first, end: Math.min(first + ROWS, to + 1), columns });
  pages.forEach(({ first, end, columns }, i) => {
    if (i > 0) pdf.addPage();
    const page = new Page(pdf, shot, first, end);
    page.head(i + 1, pages.length);
    page.rules(columns);
    page.track();
    page.notes();
    for (const column of columns) {
      page.layer(column);
      page.charts(column);
    }
    progress((i + 1) / pages.length);
  });
  return new Uint8Array(pdf.output('arraybuffer'));
}
