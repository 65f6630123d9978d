/** Mouth charts: sets of mouths by class, drawn once. For `change()` recipes. */

import { plain } from '../history/draft.ts';
import { transformDrawn } from '../ink/transform.ts';
import { type Matrix, scaleOf } from '../plane/matrix.ts';
import type { Brush, Stroke } from '../shot/drawing-model.ts';
import { type Id, newId } from '../shot/ids.ts';
import { makeDrawing } from '../shot/make.ts';
import { mendReferences } from '../shot/mend.ts';
import { type Drawing, MOUTHS, type Mouth, type MouthChart, type MouthPlace, type Shot } from '../shot/model.ts';
import { placeMap } from './guide.ts';

/** What a mouth is called on the sheet. */
export const MOUTH_LABELS: Record<Mouth, string> = {
  rest: 'rest',
  closed: 'M',
  'wide-open': 'A',
  mid: 'E',
  wide: 'I',
  round: 'O',
  tight: 'U',
  'teeth-lip': 'F',
  tongue: 'L',
  teeth: 'S',
};

/** A chart without drawings, its lip in the middle of the paper. */
export function makeChart(shot: Shot, name: string): MouthChart {
  return { id: newId(), name, base: { x: shot.width / 2, y: shot.height / 2, turn: 0, size: 1 }, mouths: [] };
}

export function chartOf(shot: Shot, id: Id): MouthChart {
  const chart = shot.charts.find((each) => each.id === id);
  if (!chart) throw new Error(`There is no mouth chart ${id}.`);
  return chart;
}

/** The drawing of a mouth on a chart; null when it has not been drawn. */
export function chartDrawing(shot: Shot, chart: MouthChart, kind: Mouth): Drawing | null {
  const found = chart.mouths.find((mouth) => mouth.kind === kind);
  return found ? (shot.drawings[found.drawing] ?? null) : null;
}

/** The drawing of a mouth on a chart, made empty when there is none yet. */
export function chartDrawingToDrawOn(shot: Shot, chart: MouthChart, kind: Mouth): Drawing {
  const there = chartDrawing(shot, chart, kind);
  if (there) return there;
  const drawing = makeDrawing(chart.id, MOUTHS.indexOf(kind) + 1, { label: MOUTH_LABELS[kind], stage: 'clean' });
  shot.drawings[drawing.id] = drawing;
  chart.mouths.push({ kind, drawing: drawing.id });
  return shot.drawings[drawing.id];
}

/** Takes lines and paint for a mouth of a chart; `at`: where they sit on the paper. What the chart had is replaced. */
export function takeForChart(
  shot: Shot,
  chart: MouthChart,
  kind: Mouth,
  drawn: Pick<Drawing, 'ink' | 'paint'>,
  at: MouthPlace,
): void {
  const drawing = chartDrawingToDrawOn(shot, chart, kind);
  const own = sized(plain(drawn), placeMap(at, plain(chart.base)));
  drawing.ink = own.ink.map((stroke) => ({ ...stroke, id: newId() }));
  drawing.paint = own.paint.map((area) => ({ ...area, id: newId() }));
}

/** A second chart that starts equal, to be changed into another view of the head. */
export function duplicateChart(shot: Shot, id: Id, name: string): MouthChart {
  const source = plain(chartOf(shot, id));
  const chart: MouthChart = { ...source, id: newId(), name, base: { ...source.base }, mouths: [] };
  for (const { kind, drawing } of source.mouths) {
    const { number, label, stage, ink, paint } = plain(shot.drawings[drawing]);
    const copy = makeDrawing(chart.id, number, {
      label,
      stage,
      ink: ink.map((stroke) => ({ ...stroke, id: newId() })),
      paint: paint.map((area) => ({ ...area, id: newId() })),
    });
    shot.drawings[copy.id] = copy;
    chart.mouths.push({ kind, drawing: copy.id });
  }
  shot.charts.push(chart);
  return chart;
}

/** Takes a chart away; mouths put down from it stay drawings. */
export function removeChart(shot: Shot, id: Id): void {
  const chart = chartOf(shot, id);
  shot.charts.splice(shot.charts.indexOf(chart), 1);
  mendReferences(shot, plain);
}

/** Thinnest a small mouth's line gets, paper pixels. */
const THINNEST = 0.5;

/** Drawn things mapped; unlike a picked part, a mouth made smaller is drawn with a thinner line, so that it stays clear. */
export function sized(drawn: Pick<Drawing, 'ink' | 'paint'>, map: Matrix): Pick<Drawing, 'ink' | 'paint'> {
  const scale = scaleOf(map);
  const mapped = transformDrawn(drawn, map);
  if (Math.abs(scale - 1) < 1e-6) return mapped;
  const brushes = new Map<Brush, Brush>();
  const brushOf = (brush: Brush): Brush => {
    let made = brushes.get(brush);
    if (!made) {
      const { start, end } = brush.taper;
      made = {
        ...brush,
        width: Math.max(THINNEST, brush.width * scale),
        taper: { start: start * scale, end: end * scale },
      };
      brushes.set(brush, made);
    }
    return made;
  };
  return {
    ink: mapped.ink.map((stroke): Stroke => ({ ...stroke, brush: brushOf(stroke.brush) })),
    paint: mapped.paint,
  };
}
