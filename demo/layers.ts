/** The layers of the demo shot, made of the drawn keys. */
import { plainPencil } from '../src/core/ink/index.ts';
import {
  type Drawing,
  type Exposure,
  type Id,
  type Layer,
  makeDrawing,
  makeLayer,
  newId,
  type Stroke,
} from '../src/core/shot/index.ts';
import { type Between, drawBetween } from './between.ts';
import { type Drawn, inkAndPaint, type Key, mapped, source, strokeOf } from './source.ts';
import { type Exposed, KEEPER, LENGTH } from './timing.ts';

export interface MadeLayer {
  layer: Layer;
  drawings: Drawing[];
}

const keyOf = (id: string): Key => source.keys.find((key) => key.id === id)!;

/** Exposures from the frames (1-based) on which cells begin; null cells are empty. */
function exposed(cells: { frame: number; drawing: Id | null }[], end = LENGTH): Exposure[] {
  return cells.map(({ frame, drawing }, i) => ({
    id: newId(),
    cell: drawing ? { kind: 'drawing', drawing } : null,
    frames: (cells[i + 1]?.frame ?? end + 1) - frame,
  }));
}

const sameExposed = (a: Exposed, b: Exposed): boolean => 'key' in a && 'key' in b && a.key === b.key;

interface Pose {
  frame: number;
  exposed: Exposed;
  drawn: Between;
}

/** The keeper's drawings along the sheet; a key used again is the same pose again. */
const POSES: Pose[] = KEEPER.map((each) => ({
  frame: each.frame,
  exposed: each,
  drawn: 'key' in each ? keyOf(each.key) : drawBetween(keyOf(each.from), keyOf(each.to), each.t),
}));

export function poseAt(frame: number): Pose {
  return POSES.findLast((pose) => pose.frame <= frame)!;
}

export function keeper(): MadeLayer {
  const layer = makeLayer('Keeper', 'clean', { afterLast: 'holds' });
  const drawings: Drawing[] = [];
  const used: { exposed: Exposed; id: Id }[] = [];
  const cells = POSES.map((pose) => {
    const again = used.find((each) => sameExposed(each.exposed, pose.exposed));
    if (again) return { frame: pose.frame, drawing: again.id };
    const role = 'key' in pose.exposed ? keyOf(pose.exposed.key).role : 'between';
    const drawing = makeDrawing(layer.id, drawings.length + 1, { role, stage: 'painted', ...inkAndPaint(pose.drawn) });
    drawings.push(drawing);
    used.push({ exposed: pose.exposed, id: drawing.id });
    return { frame: pose.frame, drawing: drawing.id };
  });
  layer.exposures = exposed(cells);
  return { layer, drawings };
}

const ROUGH_PENCIL = plainPencil(7, 0.55);

/** Lines of a rough: the big shapes only, in blue pencil, gone over twice by a loose hand. */
const ROUGH_LINES =
  /^(coat|sleeve|scarf-(ring|low|top|tail|front|back)|jaw|crown|brim|nose|cheek|pole-(up|low)|side-hair|nape|chin|near-hand)/;

function looseHand(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return state / 2147483648 - 0.5;
  };
}

function roughInk({ strokes }: Drawn, blue: Id, seed: number): Stroke[] {
  const shake = looseHand(seed);
  const lines = strokes.filter((stroke) => ROUGH_LINES.test(stroke.name));
  return lines.flatMap((line) =>
    [0, 1].map((pass) => {
      const [ox, oy] = [shake() * 9, shake() * 9];
      const points = line.points.map(([x, y], i): [number, number, number] => [
        x + ox + shake() * 5,
        y + oy + shake() * 5,
        0.25 + 0.4 * Math.sin((Math.PI * (i + 0.6)) / line.points.length) + (pass ? -0.1 : 0),
      ]);
      return strokeOf({ ...line, points }, ROUGH_PENCIL, blue);
    }),
  );
}

/** The rough under the clean-up: a guide, never delivered. */
export function rough(blue: Id): MadeLayer {
  const layer = makeLayer('Rough', 'rough', { afterLast: 'holds', opacity: 0.5 });
  const drawings = source.keys.map((key, i) =>
    makeDrawing(layer.id, i + 1, { role: key.role, ink: roughInk(key, blue, 77 + i * 131) }),
  );
  const firsts = source.keys.map(
    (key) => POSES.find((pose) => 'key' in pose.exposed && pose.exposed.key === key.id)!.frame,
  );
  layer.exposures = exposed(drawings.map((drawing, i) => ({ frame: firsts[i], drawing: drawing.id })));
  return { layer, drawings };
}

export function background(): MadeLayer {
  const layer = makeLayer('Street', 'background', { locked: true });
  const drawing = makeDrawing(layer.id, 1, { role: 'key', stage: 'painted', ...inkAndPaint(source.background) });
  layer.exposures = [{ id: newId(), cell: { kind: 'drawing', drawing: drawing.id }, frames: 1 }];
  return { layer, drawings: [drawing] };
}

/** The flame on the pole: four drawings in turn, on twos, each where the wick is. */
export function poleFlame(): MadeLayer {
  const layer = makeLayer('Pole flame', 'effect', { afterLast: 'holds' });
  const drawings: Drawing[] = [];
  const cells: { frame: number; drawing: Id }[] = [];
  const known = new Map<string, Id>();
  // A new flame on every second frame, and wherever the pole is somewhere else.
  const frames = new Set([1, ...POSES.map((pose) => pose.frame)]);
  for (let frame = 2; frame <= LENGTH; frame += 2) frames.add(frame);
  for (const frame of [...frames].sort((a, b) => a - b)) {
    const [x, y] = poseAt(frame).drawn.pole.wick;
    const turn = Math.floor(frame / 2) % 4;
    const key = `${turn} ${x.toFixed(1)} ${y.toFixed(1)}`;
    let id = known.get(key);
    if (!id) {
      const drawing = makeDrawing(layer.id, drawings.length + 1, {
        stage: 'painted',
        ...inkAndPaint(mapped(source.flame[turn], (px, py) => [px + x, py + y])),
      });
      drawings.push(drawing);
      id = drawing.id;
      known.set(key, id);
    }
    cells.push({ frame, drawing: id });
  }
  layer.exposures = exposed(cells);
  return { layer, drawings };
}

/** The lamp's flame from the frame it lights: four drawings on twos, repeated as a rule and not copied. */
export function lampFlame(): MadeLayer {
  const layer = makeLayer('Lamp flame', 'effect', { afterLast: 'repeats' });
  const [x, y] = source.lampOrigin;
  const drawings = source.lampFlame.map((drawn, i) =>
    makeDrawing(layer.id, i + 1, {
      role: i === 0 ? 'key' : 'between',
      stage: 'painted',
      ...inkAndPaint(mapped(drawn, (px, py) => [px + x, py + y])),
    }),
  );
  const first = source.lampLightsAtFrame;
  layer.exposures = exposed(
    [{ frame: 1, drawing: null }, ...drawings.map(({ id }, i) => ({ frame: first + 2 * i, drawing: id }))],
    first + 2 * drawings.length - 1,
  );
  return { layer, drawings };
}
