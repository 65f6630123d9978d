/** Drawings as pages: each with its field and peg holes at true size, or many to a page. */
import { jsPDF } from 'jspdf';
import { strokeOutline } from '../ink/outline.ts';
import { isPlain } from '../ink/response.ts';
import { LOST_SWATCH, parted } from '../picture/paint-areas.ts';
import { thinnedRing } from '../plane/polyline.ts';
import { chartsIn, drawingName, shownExposure, startFrames, type TimingChart } from '../sheet/index.ts';
import type { Layer } from '../shot/layer-model.ts';
import type { Drawing, Shot } from '../shot/model.ts';
import { colourMap, paletteAt } from '../shot/palette.ts';
import { Refused } from '../shot/refused.ts';
import { type Film, filmAt } from './film.ts';
import type { DeliveryTools } from './format.ts';
import { filmOfCell } from './one-cell.ts';
import { changedBox, cutOut } from './pixels.ts';
import { printable } from './printable.ts';
import { UNSEEN } from './svg/markup.ts';

export interface PageWishes {
  paper: 'a4' | 'a3' | 'letter';
  /** Drawings on a page. */
  each: number;
  pegs: boolean;
}

/** Dots an inch that pictures are painted with: what printers show of a line. */
const DOTS = 200;
const INCH = 25.4;
/** Millimetres: the margin, the strip for the pegs, the strip for the words, between drawings of one page. */
const MARGIN = 8;
const PEGS = 18;
const WORDS = 9;
const GAP = 5;
/** The peg bar: a round hole in the middle, a slot on each side, as animation paper is punched. Millimetres. */
const HOLE = { round: 6.35, apart: 101.6, slot: { width: 12.7, height: 3.2 } };
/** The chart beside a drawing. */
const CHART = { width: 26, height: 0.7 };
const INK = '#2a2924';
const GREY = '#8b877c';
/** Columns and rows of drawings on a page lying on its side. */
const GRIDS: Record<number, [number, number]> = { 1: [1, 1], 2: [2, 1], 4: [2, 2], 9: [3, 3], 20: [5, 4] };

interface PageDrawing {
  layer: Layer;
  drawing: Drawing;
  /** The first frame it stands on, and how long there. */
  frame: number;
  hold: number;
  /** The chart that begins with it. */
  chart: TimingChart | null;
}

/** Every drawing of the delivered layers that is shown on the frames, layer by layer, top first, in order of the sheet. */
function drawingsOf({ parts }: Film): PageDrawing[] {
  const [{ shot, from, to }] = parts;
  return [...shot.layers].reverse().flatMap((layer) => {
    if (!layer.visible || layer.guide) return [];
    const starts = startFrames(layer.exposures);
    const charts = chartsIn(shot, layer.id);
    const out = new Map<string, PageDrawing>();
    for (let frame = from; frame <= to; frame++) {
      const placed = shownExposure(layer.exposures, layer.afterLast, frame);
      const cell = placed?.exposure.cell;
      const drawing = cell?.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
      if (!placed || !drawing || out.has(drawing.id)) continue;
      const chart = charts.find((each) => each.from.drawing.id === drawing.id && each.ticks.length > 0) ?? null;
      out.set(drawing.id, { layer, drawing, frame: starts[placed.index], hold: placed.exposure.frames, chart });
    }
    return [...out.values()];
  });
}

/** Whether all of a drawing is shapes of one colour each: those are printed as shapes, all else as a picture. */
const isShapes = ({ ink, paint }: Drawing): boolean =>
  ink.every(({ brush }) => brush.kind === 'trace' || isPlain(brush)) && paint.every(({ soft }) => soft === 0);

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

class Pages {
  private readonly pdf: jsPDF;
  private readonly wishes: PageWishes;

  constructor(pdf: jsPDF, wishes: PageWishes) {
    this.pdf = pdf;
    this.wishes = wishes;
  }

  private text(text: string, x: number, y: number, size: number, colour: string, align: 'left' | 'center' | 'right') {
    this.pdf.setFontSize(size);
    this.pdf.setTextColor(colour);
    this.pdf.text(printable(text), x, y, { align });
  }

  private polygons(all: readonly ArrayLike<number>[], { x, y }: Box, by: number): void {
    for (const polygon of all) {
      if (polygon.length < 6) continue;
      const points = thinnedRing(polygon, UNSEEN);
      this.pdf.moveTo(x + points[0] * by, y + points[1] * by);
      for (let i = 2; i + 1 < points.length; i += 2) this.pdf.lineTo(x + points[i] * by, y + points[i + 1] * by);
      this.pdf.close();
    }
  }

  private colour(swatch: string, colours: Map<string, string>, opacity: number): void {
    const own = parted(colours.get(swatch) ?? LOST_SWATCH);
    this.pdf.setFillColor(own.colour);
    this.pdf.setGState(this.pdf.GState({ opacity: own.opacity * opacity }));
  }

  /** Paint and lines as shapes: as sharp as the printer. @param by millimetres a paper pixel */
  shapes({ ink, paint }: Drawing, colours: Map<string, string>, box: Box, by: number): void {
    this.pdf.saveGraphicsState();
    this.pdf.rect(box.x, box.y, box.width, box.height, null);
    this.pdf.clip();
    this.pdf.discardPath();
    for (const area of paint) {
      this.colour(area.swatch, colours, 1);
      this.polygons(area.rings, box, by);
      this.pdf.fillEvenOdd();
    }
    for (const stroke of ink) {
      if (stroke.brush.kind === 'trace') continue;
      this.colour(stroke.swatch, colours, stroke.brush.opacity * stroke.brush.opacityBy.highest);
      this.polygons(strokeOutline(stroke), box, by);
      this.pdf.fill();
    }
    this.pdf.restoreGraphicsState();
  }

  /** The holes as they are punched: the bar lies under the drawing. */
  pegs(width: number, height: number): void {
    const y = height - MARGIN - PEGS / 2 + 2;
    const { round, apart, slot } = HOLE;
    this.pdf.setDrawColor(GREY);
    this.pdf.setLineWidth(0.2);
    this.pdf.circle(width / 2, y, round / 2, 'S');
    for (const side of [-1, 1]) {
      const x = width / 2 + side * apart - slot.width / 2;
      const r = slot.height / 2;
      this.pdf.roundedRect(x, y - r, slot.width, slot.height, r, r, 'S');
    }
  }

  /** The field: its edge, and marks at the middle of its sides. */
  field({ x, y, width, height }: Box): void {
    this.pdf.setDrawColor(GREY);
    this.pdf.setLineWidth(0.15);
    this.pdf.rect(x, y, width, height);
    for (const [a, b, c, d] of [
      [x + width / 2, y, 0, 3],
      [x + width / 2, y + height, 0, -3],
      [x, y + height / 2, 3, 0],
      [x + width, y + height / 2, -3, 0],
    ])
      this.pdf.line(a, b, a + c, b + d);
  }

  /** Layer, number with its mark, hold and frame, under the field. */
  words({ layer, drawing, frame, hold }: PageDrawing, { x, y, width, height }: Box): void {
    const large = this.wishes.each === 1;
    const base = y + height + (large ? 6 : 4);
    const size = large ? 12 : 8;
    const name = drawingName(drawing);
    const marked = drawing.role === 'breakdown' ? `(${name})` : name;
    this.text(`${layer.name}, frame ${frame + 1}, held ${hold}`, x, base, size * 0.75, GREY, 'left');
    this.pdf.setFont('helvetica', 'bold');
    this.text(marked, x + width - 2, base, size, INK, 'right');
    this.pdf.setFont('helvetica', 'normal');
    if (drawing.role !== 'key') return;
    // Keys stand in a ring, as on the sheet.
    this.pdf.setFontSize(size);
    const wide = this.pdf.getTextWidth(printable(marked));
    this.pdf.setDrawColor(INK);
    this.pdf.setLineWidth(0.3);
    this.pdf.ellipse(x + width - 2 - wide / 2, base - size * 0.12, wide / 2 + 1.6, size * 0.24, 'S');
  }

  /** The chart of what lies between this drawing and the next key, beside the field's upper corner. */
  chart({ chart }: PageDrawing, { x, y, width, height }: Box): void {
    if (!chart) return;
    const left = x + width - CHART.width;
    const [top, long] = [y + 6, height * CHART.height];
    const at = (spacing: number) => top + spacing * long;
    this.pdf.setDrawColor(INK);
    this.pdf.setLineWidth(0.25);
    this.pdf.line(left, top, left, top + long);
    const tick = (spacing: number, reach: number, name: string) => {
      this.pdf.line(left - reach, at(spacing), left + reach, at(spacing));
      this.text(name, left + 4, at(spacing) + 1, 7, INK, 'left');
    };
    tick(0, 2.5, drawingName(chart.from.drawing));
    tick(1, 2.5, drawingName(chart.to.drawing));
    for (const { drawing, spacing } of chart.ticks)
      tick(spacing, 1.5, drawing.role === 'breakdown' ? `(${drawingName(drawing)})` : drawingName(drawing));
  }
}

/** The pages. @throws Refused when there is no drawing on the frames */
export async function writePages(
  film: Film,
  shot: Shot,
  wishes: PageWishes,
  tools: DeliveryTools,
  progress: (part: number) => void,
): Promise<Uint8Array<ArrayBuffer>> {
  const drawings = drawingsOf(film);
  if (drawings.length === 0) throw new Refused('There is no drawing on these frames. Choose other frames or layers.');
  const pdf = new jsPDF({ unit: 'mm', format: wishes.paper, orientation: 'landscape', compress: true });
  pdf.setProperties({ title: shot.title, creator: 'Vignette' });
  const [width, height] = [pdf.internal.pageSize.getWidth(), pdf.internal.pageSize.getHeight()];
  const [columns, rows] = GRIDS[wishes.each] ?? GRIDS[1];
  const foot = wishes.pegs ? PEGS : 0;
  const cell = {
    width: (width - 2 * MARGIN - GAP * (columns - 1)) / columns,
    height: (height - 2 * MARGIN - foot - GAP * (rows - 1)) / rows,
  };
  const by = Math.min(cell.width / shot.width, (cell.height - WORDS) / shot.height);
  const [fieldWidth, fieldHeight] = [shot.width * by, shot.height * by];
  const pages = new Pages(pdf, wishes);
  const pixels = ((fieldWidth / INCH) * DOTS) / film.width;
  for (const [k, each] of drawings.entries()) {
    const at = k % (columns * rows);
    if (at === 0) {
      if (k > 0) pdf.addPage();
      if (wishes.pegs) pages.pegs(width, height);
    }
    const box: Box = {
      x: MARGIN + (at % columns) * (cell.width + GAP) + (cell.width - fieldWidth) / 2,
      y: MARGIN + Math.floor(at / columns) * (cell.height + GAP),
      width: fieldWidth,
      height: fieldHeight,
    };
    pages.field(box);
    const colours = colourMap(paletteAt(shot, each.frame));
    if (isShapes(each.drawing)) pages.shapes(each.drawing, colours, box, by);
    else {
      const cellRef = { kind: 'drawing', drawing: each.drawing.id } as const;
      const own = filmAt(
        filmOfCell(film, { ...each.layer, place: null }, cellRef, each.frame, { ground: '#ffffff' }),
        pixels,
      );
      const whole = await tools.paint(own, own.pictures[0]);
      // White is the paper's: what is only white needs no picture.
      const inked = changedBox({ ...whole, data: new Uint8ClampedArray(whole.data.length).fill(255) }, whole);
      if (inked) {
        const dot = box.width / whole.width;
        const bytes = await tools.png(cutOut(whole, inked));
        pdf.addImage(bytes, 'PNG', box.x + inked.x * dot, box.y + inked.y * dot, inked.width * dot, inked.height * dot);
      }
    }
    pages.words(each, box);
    pages.chart(each, box);
    progress((0.95 * (k + 1)) / drawings.length);
  }
  return new Uint8Array(pdf.output('arraybuffer'));
}
