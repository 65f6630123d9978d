/** The demo's mouths: a chart drawn large, its place on the head, mouths put by hand and filled from the reading. */

import {
  chartDrawingToDrawOn,
  layMouths,
  makeChart,
  mouthPlaceAt,
  placeMap,
  planMouths,
  putMouth,
} from '../src/core/mouths/index.ts';
import { mapPoint } from '../src/core/plane/index.ts';
import { readingRows } from '../src/core/reading/index.ts';
import { newDrawing, writeDrawing } from '../src/core/sheet/index.ts';
import { type Id, type Layer, type Mouth, type MouthPlace, makeLayer, type Shot } from '../src/core/shot/index.ts';
import { type Drawn, inkAndPaint, mapped, source } from './source.ts';
import { KEEPER, MOUTHS } from './timing.ts';

/** How many times as large as on the figure the chart is drawn. */
const LARGE = 7;

const CLASSES: Record<string, Mouth> = {
  rest: 'rest',
  closed: 'closed',
  wideA: 'wide-open',
  midE: 'mid',
  wideI: 'wide',
  roundO: 'round',
  tightU: 'tight',
  teethLip: 'teeth-lip',
  tongue: 'tongue',
  teeth: 'teeth',
};

/** A drawn mouth put where it belongs. */
function put(drawn: Drawn, at: MouthPlace) {
  const map = placeMap({ x: 0, y: 0, turn: 0, size: 1 }, at);
  return inkAndPaint(mapped(drawn, (x, y) => mapPoint(map, x, y), at.size));
}

const drawnMouth = (name: string) => source.mouths.find((each) => each.class === name)!;

/** Adds the mouth layer above the head's and all that belongs to it. */
export function mouthsOf(shot: Shot, headId: Id): void {
  const chart = makeChart(shot, 'Three-quarter');
  shot.charts.push(chart);
  // The chart's own size is that on the figure: 1 there is LARGE times as large here.
  chart.base.size = LARGE;
  for (const [name, kind] of Object.entries(CLASSES)) {
    const drawing = chartDrawingToDrawOn(shot, chart, kind);
    Object.assign(drawing, put(drawnMouth(name), chart.base), { stage: 'painted' });
  }
  const head = shot.layers.find(({ id }) => id === headId)!;
  shot.mouthGuide.head = head.id;
  setPlaces(shot, head);
  const layer = makeLayer('Mouth', 'mouth', { afterLast: 'holds' });
  shot.layers.splice(shot.layers.indexOf(head) + 1, 0, layer);
  for (const [frame, name] of MOUTHS) {
    if (CLASSES[name]) putMouth(shot, layer.id, chart, CLASSES[name], frame - 1, shot.length);
    else putSmile(shot, layer, name, frame - 1);
  }
  layMouths(shot, layer.id, chart, planMouths(readingRows(shot), { lead: 1, ones: false }));
}

/** The places the keys' drawings have: by the keys the head's drawings are. */
function setPlaces(shot: Shot, head: Layer): void {
  let frame = 0;
  for (const { cell, frames } of head.exposures) {
    const pose = KEEPER.find((each) => each.frame === frame + 1);
    const guide = pose && 'key' in pose && source.mouthGuide.find(({ key }) => key === pose.key);
    if (guide && cell?.kind === 'drawing')
      shot.mouthGuide.places[cell.drawing] = {
        x: guide.x,
        y: guide.y,
        turn: (guide.angle * Math.PI) / 180,
        size: guide.scale,
      };
    frame += frames;
  }
}

/** The smile is no mouth of the chart: drawn by hand where it is needed, it stays what it is. */
function putSmile(shot: Shot, layer: Layer, name: string, frame: number): void {
  const at = mouthPlaceAt(shot, frame)!;
  const drawing = newDrawing(shot, layer.id, {
    label: name,
    role: 'key',
    stage: 'painted',
    ...put(drawnMouth(name), at),
  });
  writeDrawing(shot, layer.id, frame, drawing.id, shot.length - frame);
}
