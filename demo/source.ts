/** The drawn keys of "Lamp at the corner" as they stand in `data/`, and the way from them to strokes and areas. */
import { readFileSync } from 'node:fs';
import { plainBrush } from '../src/core/ink/index.ts';
import { type Area, type Brush, type Id, makeArea, newId, POINT_SIZE, type Stroke } from '../src/core/shot/index.ts';

type Point = [x: number, y: number, pressure?: number];

export interface DrawnStroke {
  name: string;
  width: number;
  swatch: string;
  closed?: boolean;
  points: Point[];
}

interface DrawnArea {
  name: string;
  swatch: string;
  points: [number, number][];
  holes: [number, number][][];
}

export interface Drawn {
  strokes: DrawnStroke[];
  areas: DrawnArea[];
}

export interface Pole {
  wick: [number, number];
  butt: [number, number];
  grip: [number, number];
  angle: number;
}

export interface Key extends Drawn {
  id: string;
  label: string;
  frame: number;
  role: 'key' | 'breakdown';
  mouth: string;
  pole: Pole;
  nose: [number, number];
}

interface MouthPlace {
  key: string;
  x: number;
  y: number;
  angle: number;
  scale: number;
  class: string;
}

export interface Source {
  paper: [number, number];
  fps: number;
  title: string;
  swatches: Record<string, { dusk: string; lit: string }>;
  keys: Key[];
  mouths: ({ class: string } & Drawn)[];
  mouthGuide: MouthPlace[];
  flame: Drawn[];
  lampFlame: Drawn[];
  lampOrigin: [number, number];
  lampLightsAtFrame: number;
  background: Drawn;
}

const DATA = new URL('./data/', import.meta.url);

export const source: Source = JSON.parse(readFileSync(new URL('lamp-at-the-corner.json', DATA), 'utf8'));
export const voice = readFileSync(new URL('there-you-are.wav', DATA));

/** Swatch names of the data -> ids in the shot's palettes. */
export const swatchIds: Record<string, Id> = Object.fromEntries(
  Object.keys(source.swatches).map((name) => [name, newId()]),
);

/** The pens the keys were drawn with, one of each width: they swell with pressure and run out at the ends. */
const pens = new Map<number, Brush>();

function penOf(width: number): Brush {
  let pen = pens.get(width);
  if (!pen) {
    pen = { ...plainBrush('pen', width, 0.6), taper: { start: Math.round(width), end: Math.round(2 * width) } };
    pens.set(width, pen);
  }
  return pen;
}

/** A lineage that a line's name keeps through all drawings of its layer. */
const lineages = new Map<string, Id>();
function lineageOf(name: string): Id {
  let lineage = lineages.get(name);
  if (!lineage) {
    lineage = newId();
    lineages.set(name, lineage);
  }
  return lineage;
}

export function strokeOf(drawn: DrawnStroke, brush = penOf(drawn.width), swatch = swatchIds[drawn.swatch]): Stroke {
  const points = new Float32Array(drawn.points.length * POINT_SIZE);
  drawn.points.forEach(([x, y, pressure = 0.5], i) => {
    points.set([x, y, pressure, 0, 0, i * 0.02], i * POINT_SIZE);
  });
  const { name, closed = false } = drawn;
  return { id: newId(), lineage: lineageOf(name), name, brush, swatch, points, closed, seed: 1 };
}

/** A corner turns by more than this, radians; anywhere else the edge of paint goes round smoothly. */
const CORNER = 0.6;
const PIECES = 5;

/** The edge of paint through its points, smooth as the lines are; corners stay corners. */
function rounded(points: [number, number][]): Float32Array {
  const n = points.length;
  const at = (i: number) => points[(i + n) % n];
  const tangents = points.map((b, i): [number, number] | null => {
    const [a, c] = [at(i - 1), at(i + 1)];
    const turn = Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0]);
    if (Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn))) > CORNER) return null;
    return [(c[0] - a[0]) / 2, (c[1] - a[1]) / 2];
  });
  const out: number[] = [];
  for (let i = 0; i < n; i++) {
    const [b, c] = [at(i), at(i + 1)];
    const straight: [number, number] = [c[0] - b[0], c[1] - b[1]];
    const mb = tangents[i] ?? straight;
    const mc = tangents[(i + 1) % n] ?? straight;
    for (let k = 0; k < PIECES; k++) {
      const t = k / PIECES;
      const [t2, t3] = [t * t, t * t * t];
      for (const d of [0, 1] as const)
        out.push(
          (2 * t3 - 3 * t2 + 1) * b[d] + (t3 - 2 * t2 + t) * mb[d] + (3 * t2 - 2 * t3) * c[d] + (t3 - t2) * mc[d],
        );
    }
  }
  return Float32Array.from(out);
}

function areaOf(drawn: DrawnArea): Area {
  return makeArea(swatchIds[drawn.swatch], [rounded(drawn.points), ...drawn.holes.map(rounded)], { name: drawn.name });
}

export function inkAndPaint({ strokes, areas }: Drawn): { ink: Stroke[]; paint: Area[] } {
  return { ink: strokes.map((each) => strokeOf(each)), paint: areas.map(areaOf) };
}

/** A drawing moved by a map of its points. */
export function mapped<T extends Drawn>(drawn: T, map: (x: number, y: number) => [number, number], widen = 1): Drawn {
  const flat = ([x, y]: [number, number]): [number, number] => map(x, y);
  return {
    strokes: drawn.strokes.map((stroke) => ({
      ...stroke,
      width: stroke.width * widen,
      points: stroke.points.map(([x, y, pressure]): Point => [...map(x, y), pressure]),
    })),
    areas: drawn.areas.map((area) => ({
      ...area,
      points: area.points.map(flat),
      holes: area.holes.map((hole) => hole.map(flat)),
    })),
  };
}
