/** Small shots, drawings and sheets for tests. */
import fc from 'fast-check';
import { plainBrush } from '../src/core/ink/index.ts';
import {
  type Brush,
  type CellRef,
  type Drawing,
  type Exposure,
  makeDrawing,
  makeLayer,
  makeShot,
  newId,
  POINT_SIZE,
  type Shot,
  type Stroke,
} from '../src/core/shot/index.ts';

export const PEN: Brush = plainBrush('pen', 10, 0.6);

/** A stroke through x, y points at half pressure. */
export function strokeThrough(points: [number, number][], over: Partial<Stroke> = {}): Stroke {
  const data = new Float32Array(points.length * POINT_SIZE);
  points.forEach(([x, y], i) => {
    data.set([x, y, 0.5, 0, 0, i * 0.01], i * POINT_SIZE);
  });
  return {
    id: newId(),
    lineage: 'line',
    name: '',
    brush: PEN,
    swatch: 'ink',
    points: data,
    closed: false,
    seed: 1,
    ...over,
  };
}

/** A closed square of lines, corners sharp: four straight strokes. */
export function box(x: number, y: number, side: number, over: Partial<Stroke> = {}): Stroke[] {
  const corners: [number, number][] = [
    [x, y],
    [x + side, y],
    [x + side, y + side],
    [x, y + side],
  ];
  return corners.map((corner, i) => strokeThrough([corner, corners[(i + 1) % 4]], over));
}

/** A circle as one closed stroke. */
export function circle(cx: number, cy: number, radius: number, over: Partial<Stroke> = {}): Stroke {
  const points = Array.from({ length: 24 }, (_, i): [number, number] => [
    cx + radius * Math.cos((i * Math.PI) / 12),
    cy + radius * Math.sin((i * Math.PI) / 12),
  ]);
  return strokeThrough(points, { closed: true, ...over });
}

export const cellOf = (drawing: string): CellRef => ({ kind: 'drawing', drawing });

/** Exposures in short: "a2 -3 b1" is drawing a for two frames, three empty frames, drawing b for one. */
export function sheet(short: string): Exposure[] {
  return short
    .split(' ')
    .filter(Boolean)
    .map((word, i) => ({
      id: `e${i}`,
      cell: word[0] === '-' ? null : cellOf(word[0]),
      frames: Number(word.slice(1)),
    }));
}

/** The reverse of `sheet`. */
export function inShort(exposures: Exposure[]): string {
  return exposures.map(({ cell, frames }) => `${cell?.kind === 'drawing' ? cell.drawing : '-'}${frames}`).join(' ');
}

/** Random sheets: up to 30 exposures of a handful of drawings, some used again, some cells empty. */
export const anySheet = fc
  .array(fc.record({ cell: fc.constantFrom('a', 'b', 'c', 'd', 'e', '-'), frames: fc.integer({ min: 1, max: 12 }) }), {
    maxLength: 30,
  })
  .map((cells) => cells.map(({ cell, frames }) => `${cell}${frames}`).join(' '))
  .map(sheet);

export interface TestShot {
  shot: Shot;
  drawing: Drawing;
  layerId: string;
  swatch: string;
}

/** A small shot with one drawing (a circle) held four frames on its clean layer. */
export function smallShot(over: Partial<Shot> = {}): TestShot {
  const shot: Shot = { ...makeShot({ title: 'Cap falls', width: 320, height: 180, fps: 24, length: 12 }), ...over };
  // The swatch that strokes in tests have unless they say otherwise.
  if (!over.palettes) shot.palettes[0].swatches[0].id = 'ink';
  const swatch = shot.palettes[0].swatches[0].id;
  const layer = makeLayer('Keeper', 'clean');
  const drawing = makeDrawing(layer.id, 1, { ink: [circle(160, 90, 50, { swatch })] });
  layer.exposures = [{ id: newId(), cell: cellOf(drawing.id), frames: 4 }];
  shot.layers = [...shot.layers, layer];
  shot.drawings = { [drawing.id]: drawing };
  return { shot, drawing, layerId: layer.id, swatch };
}

/** An edit that draws one short line. */
export const addLine = (drawing: string) => (shot: Shot) => {
  shot.drawings[drawing].ink.push(
    strokeThrough([
      [1, 2],
      [30, 40],
    ]),
  );
};
