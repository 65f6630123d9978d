import { useEffect, useMemo, useRef } from 'react';
import { allOf, boxOf, erase, makeStroke, PenLine, type PenSample } from '../../core/ink/index.ts';
import { chartDrawing, chartDrawingToDrawOn, chartOf } from '../../core/mouths/index.ts';
import { Painter } from '../../core/picture/index.ts';
import type { Point } from '../../core/plane/index.ts';
import { type Box, inverse, type Matrix, mapPoint, scaleOf } from '../../core/plane/index.ts';
import { colourMap, type Mouth, type MouthChart, newSeed, type Palette, type Shot } from '../../core/shot/index.ts';
import { canvasTools } from '../../workers/canvas-tools.ts';
import { LiveLine } from '../desk/live-line.ts';
import type { PointerDown } from '../desk/sensors/pointer-sensor.ts';
import { usePointerSensor } from '../desk/sensors/use-pointer-sensor.ts';
import { colourInHand } from '../desk/tools/colour.ts';
import { steadyingOf } from '../session/line-settings.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';

/** A line, or a wipe of the eraser, while the hand makes it. */
interface LineOnPad {
  pen: PenLine;
  seed: number;
  show: LiveLine;
  /** Where the pen went: x, y pairs in paper pixels. */
  path: number[];
  erases: boolean;
}

const painter = new Painter(canvasTools(() => null));
const HEIGHT = 150;
/** Half the width a mouth has when none is drawn yet, as a share of the paper's width. */
const FIRST_REACH = 0.11;
/** Room around the largest mouth. */
const AIR = 1.3;

/** What of the chart's paper the pad shows: about the lip, so much that its largest mouth fits. */
function reachOf(shot: Shot, chart: MouthChart): Point {
  const first = chart.mouths.length === 0 ? shot.width * FIRST_REACH : 1;
  const reach = { x: first, y: first * 0.5 };
  const { x, y } = chart.base;
  const include = ({ minX, maxX, minY, maxY }: Box) => {
    reach.x = Math.max(reach.x, AIR * Math.max(x - minX, maxX - x));
    reach.y = Math.max(reach.y, AIR * Math.max(y - minY, maxY - y));
  };
  for (const { kind } of chart.mouths) {
    const drawing = chartDrawing(shot, chart, kind);
    const box = drawing && boxOf(drawing, allOf(drawing));
    if (box) include(box);
  }
  return reach;
}

/** A pad to draw one mouth of a chart on, large, with the line tool in hand; the rest mouth lies under it as a ghost. */
export function MouthPad({
  chart,
  kind,
  width,
  palette,
}: {
  chart: MouthChart;
  kind: Mouth;
  width: number;
  palette: Palette;
}) {
  const { session, view } = useOpenShot();
  const tool = useView((state) => state.tool);
  const drawing = useShot((shot) => chartDrawing(shot, chart, kind));
  const under = useShot((shot) => (kind === 'rest' ? null : chartDrawing(shot, chart, 'rest')));
  const paper = useRef<HTMLCanvasElement>(null);
  const live = useRef<HTMLCanvasElement>(null);
  const line = useRef<LineOnPad | null>(null);
  const dpr = devicePixelRatio || 1;
  // The pad keeps its scale while one draws: it is measured anew only for another chart or mouth.
  // biome-ignore lint/correctness/useExhaustiveDependencies: `kind` stands for when to measure
  const matrix = useMemo((): Matrix => {
    const reach = reachOf(session.shot, chart);
    const scale = Math.min(width / 2 / reach.x, HEIGHT / 2 / reach.y) * dpr;
    return [scale, 0, 0, scale, (width / 2) * dpr - chart.base.x * scale, HEIGHT * 0.42 * dpr - chart.base.y * scale];
  }, [chart.id, kind, width, dpr]);

  useEffect(() => {
    const target = paper.current!;
    target.width = width * dpr;
    target.height = HEIGHT * dpr;
    const c = target.getContext('2d')!;
    c.fillStyle = '#fdfcf8';
    c.fillRect(0, 0, target.width, target.height);
    const [x, y] = mapPoint(matrix, chart.base.x, chart.base.y);
    c.strokeStyle = '#b06a12';
    c.globalAlpha = 0.55;
    c.beginPath();
    c.moveTo(0, y);
    c.lineTo(target.width, y);
    c.moveTo(x, y - 12 * dpr);
    c.lineTo(x, y + 12 * dpr);
    c.stroke();
    c.globalAlpha = 1;
    c.setTransform(...(matrix as [number, number, number, number, number, number]));
    if (under) {
      c.globalAlpha = 0.35;
      painter.paintInk(c as never, under.ink, colourMap(palette), '#a8327e');
      c.globalAlpha = 1;
    }
    if (drawing) painter.paintDrawing(c as never, drawing, colourMap(palette));
    const over = live.current!;
    over.width = target.width;
    over.height = target.height;
  }, [drawing, under, matrix, width, dpr, palette, chart.base]);

  const kindOfLine = tool === 'pen' || tool === 'brush' ? tool : 'pencil';
  const toPlace = (x: number, y: number) => mapPoint(inverse(matrix), x * dpr, y * dpr);
  const add = (points: PenSample[]) => {
    const now = line.current!;
    for (const point of points) {
      now.pen.add(point);
      now.path.push(point.x, point.y);
    }
    if (now.erases) return;
    const { brush } = view.getState().tools[kindOfLine];
    now.show.show(now.pen.points(), { brush, colour: colourInHand({ session, view }), seed: now.seed }, matrix);
  };
  const down = (sample: PenSample, { eraser }: PointerDown) => {
    const settings = view.getState().tools[kindOfLine];
    line.current = {
      pen: new PenLine(steadyingOf(settings), scaleOf(matrix) / dpr),
      seed: newSeed(),
      show: new LiveLine(live.current!, painter),
      path: [],
      erases: eraser || tool === 'eraser',
    };
    add([sample]);
    return true;
  };
  const cancel = () => {
    line.current?.show.clear();
    line.current = null;
  };
  const up = () => {
    const now = line.current;
    cancel();
    if (!now) return;
    if (now.erases) {
      const radius = view.getState().tools.eraser.width / 2 / (scaleOf(matrix) / dpr);
      session.change('erase on the mouth', (shot) => {
        const mine = chartDrawing(shot, chartOf(shot, chart.id), kind);
        const left = mine && drawing && erase(drawing.ink, Float32Array.from(now.path), radius);
        if (mine && left) mine.ink = left;
      });
      return;
    }
    const { swatch, tools } = view.getState();
    const stroke = makeStroke(now.pen.finish(), tools[kindOfLine].brush, swatch, now.seed);
    session.change('line on the mouth', (shot) => {
      chartDrawingToDrawOn(shot, chartOf(shot, chart.id), kind).ink.push(stroke);
    });
  };
  usePointerSensor(live, { toPlace, down, move: add, up, cancel });
  return (
    <div className="relative overflow-hidden rounded border border-rule" style={{ width, height: HEIGHT }}>
      <canvas ref={paper} className="absolute inset-0" style={{ width, height: HEIGHT }} />
      <canvas
        ref={live}
        role="img"
        aria-label={`Pad of the mouth ${kind}`}
        className="absolute inset-0 cursor-crosshair touch-none"
        style={{ width, height: HEIGHT }}
      />
    </div>
  );
}
