/** The layers of the demo shot, made of the drawn keys. */
import { plainPencil } from '../src/core/ink/index.ts';
import { type Drawing, type Id, makeDrawing, makeLayer, newId, type Stroke } from '../src/core/shot/index.ts';
import { poseAt, posesOf } from './keeper.ts';
import { exposed, type MadeLayer } from './made-layer.ts';
import { type Drawn, inkAndPaint, mapped, source, strokeOf } from './source.ts';
import { LENGTH } from './timing.ts';

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
    (key) => posesOf().find((pose) => 'key' in pose.exposed && pose.exposed.key === key.id)!.frame,
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
  const frames = new Set([1, ...posesOf().map((pose) => pose.frame)]);
  for (let frame = 2; frame <= LENGTH; frame += 2) frames.add(frame);
  for (const frame of [...frames].sort((a, b) => a - b)) {
    const [x, y] = poseAt(frame).pole.wick;
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
