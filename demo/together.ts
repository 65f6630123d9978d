/** What puts the demo shot together: the cart that rolls through, sparks, the lamp's light, a shadow, the push of the camera. */
import { plainBrush } from '../src/core/ink/index.ts';
import { castMaker } from '../src/core/picture/index.ts';
import {
  addCast,
  bundleAgain,
  bundleLayers,
  bundleOf,
  CAMERA,
  layerOf,
  putUpCamera,
  setAmount,
  setBlend,
  setPlace,
  spaceMoves,
} from '../src/core/sheet/index.ts';
import {
  type Id,
  makeArea,
  makeDrawing,
  makeLayer,
  newId,
  POINT_SIZE,
  type Shot,
  type Stroke,
} from '../src/core/shot/index.ts';
import { CART } from './cart.ts';
import { exposed } from './made-layer.ts';
import { source, swatchIds } from './source.ts';
import { CLICK_AT, LENGTH } from './timing.ts';

const SPARK_PEN = { ...plainBrush('pen', 7, 0.6), taper: { start: 4, end: 14 } };

/** How far sparks have flown and fallen on each of their drawings: fast out, a moment at the top, slower down than up. */
const FLIGHT: { out: number; fall: number; long: number }[] = [
  { out: 26, fall: -2, long: 34 },
  { out: 62, fall: -10, long: 44 },
  { out: 88, fall: -14, long: 30 },
  { out: 98, fall: -6, long: 18 },
  { out: 106, fall: 14, long: 12 },
  { out: 112, fall: 46, long: 7 },
];

function ray(
  x: number,
  y: number,
  angle: number,
  { out, fall, long }: (typeof FLIGHT)[number],
  swatch: Id,
  lineage: Id,
): Stroke {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const points = new Float32Array(4 * POINT_SIZE);
  for (let k = 0; k < 4; k++) {
    const at = out + (long * k) / 3;
    points.set([x + c * at, y + s * at + fall, k === 3 ? 0.25 : 0.6, 0, 0, k * 0.02], k * POINT_SIZE);
  }
  return { id: newId(), lineage, name: '', brush: SPARK_PEN, swatch, points, closed: false, seed: 7 };
}

/** Two layers of sparks about a point, the long rays and the short ones between, on twos from the frame the pole meets the lamp. */
function sparkLayers(shot: Shot): Id[] {
  const [x, y] = source.lampOrigin;
  return [
    { name: 'Long sparks', swatch: 'flame core', count: 7, turn: -2.9, size: 1 },
    { name: 'Short sparks', swatch: 'flame', count: 6, turn: -2.6, size: 0.62 },
  ].map(({ name, swatch, count, turn, size }) => {
    const layer = makeLayer(name, 'effect');
    const lineages = Array.from({ length: count }, newId);
    const own = swatchIds[swatch];
    const drawings = FLIGHT.map((flight, i) =>
      makeDrawing(layer.id, i + 1, {
        stage: 'painted',
        role: i === 0 ? 'key' : 'between',
        ink: lineages.map((lineage, k) => {
          const angle = turn + (k * 2.7) / (count - 1);
          const sized = { out: flight.out * size, fall: flight.fall, long: flight.long * size };
          return ray(x, y - 30, angle, sized, own, lineage);
        }),
      }),
    );
    for (const drawing of drawings) shot.drawings[drawing.id] = drawing;
    const first = CLICK_AT + 1;
    layer.exposures = exposed(
      [{ frame: 1, drawing: null }, ...drawings.map(({ id }, i) => ({ frame: first + 2 * i, drawing: id }))],
      first + 2 * drawings.length - 1,
    );
    shot.layers.push(layer);
    return layer.id;
  });
}

/** A pool of light about the lamp, that comes up as it lights. */
function lampLight(shot: Shot, above: number): void {
  const [x, y] = source.lampOrigin;
  const layer = makeLayer('Lamp light', 'effect');
  const ring = new Float32Array(96);
  for (let k = 0; k < 48; k++)
    ring.set([x + 300 * Math.cos((k * Math.PI) / 24), y + 260 * Math.sin((k * Math.PI) / 24)], 2 * k);
  const swatch = swatchIds['lamp glass'];
  const drawing = makeDrawing(layer.id, 1, {
    role: 'key',
    stage: 'painted',
    paint: [makeArea(swatch, [ring], { name: 'light' })],
  });
  shot.drawings[drawing.id] = drawing;
  layer.exposures = exposed([{ frame: 1, drawing: drawing.id }], LENGTH);
  shot.layers.splice(above, 0, layer);
  const lit = source.lampLightsAtFrame - 1;
  const pivot = { x, y };
  setBlend(shot, layer.id, 'screen');
  const soft = addCast(shot, layer.id, 'blur', { ...castMaker('blur').first, soft: 180 });
  setAmount(shot, layer.id, soft, 0, 1);
  setPlace(shot, layer.id, lit - 1, { fade: 0 }, pivot);
  setPlace(shot, layer.id, lit + 4, { fade: 0.5 }, pivot);
  setPlace(shot, layer.id, lit + 8, { fade: 0.38 }, pivot);
  shot.layers[above].locked = true;
}

/** The cart comes in from the right, brakes, and nods as it stands. */
function rollCart(shot: Shot, asset: Id, above: number): void {
  const layer = makeLayer('Cart', 'background');
  layer.exposures = [{ id: newId(), cell: { kind: 'picture', asset, index: 0 }, frames: LENGTH }];
  const by = 300 / CART.width;
  const fit = Math.min(shot.width / CART.width, shot.height / CART.height);
  const left = (shot.width - CART.width * fit) / 2;
  const size = by / fit;
  // Its wheels stand on the far pavement.
  layer.place = [size, 0, 0, size, 1290 - size * left, 905 - 300 * (CART.height / CART.width)];
  shot.layers.splice(above, 0, layer);
  const pivot = { x: 1440, y: 905 };
  layer.grid = { x: left, y: 0, width: CART.width * fit, height: CART.height * fit, across: 3, down: 2 };
  const lean = (amount: number) => {
    const bend: number[] = [];
    for (let row = 0; row <= 2; row++)
      for (let column = 0; column <= 3; column++) bend.push((amount * (2 - row)) / 2, 0);
    return bend;
  };
  setPlace(shot, layer.id, 52, { x: 760 }, pivot);
  setPlace(shot, layer.id, 96, { x: 40, bend: lean(0) }, pivot);
  setPlace(shot, layer.id, 104, { x: 0, bend: lean(-130) }, pivot);
  setPlace(shot, layer.id, 109, { bend: lean(50) }, pivot, true);
  setPlace(shot, layer.id, 114, { bend: lean(0) }, pivot, true);
  spaceMoves(shot, layer.id, 52, 'even');
  spaceMoves(shot, layer.id, 96, 'slow-in');
}

/** Puts all of it into the shot. @param cart the file of the cart's picture */
export function putTogether(shot: Shot, cart: Id): void {
  const at = (name: string) => shot.layers.findIndex((layer) => layer.name === name);
  rollCart(shot, cart, at('Street') + 1);
  lampLight(shot, at('Keeper'));
  const sparks = bundleLayers(shot, sparkLayers(shot), 'Sparks');
  // A second burst behind, four frames later and smaller.
  const again = bundleAgain(shot, bundleOf(shot, layerOf(shot, sparks))!.id, 4, shot.layers[at('Keeper') - 1].id);
  layerOf(shot, again).name = 'Sparks behind';
  const [x, y] = source.lampOrigin;
  setPlace(shot, again, 0, { turn: 0.5, across: 0.7, down: 0.7, x: 12, y: 10, fade: 0.8 }, { x, y: y - 30 });
  // Once the lamp burns, the keeper stands before its light.
  const keeper = shot.layers[at('Keeper')].id;
  const shadow = addCast(shot, keeper, 'shadow behind', { way: Math.PI * 0.96, length: 70, soft: 60 });
  const lit = source.lampLightsAtFrame - 1;
  setAmount(shot, keeper, shadow, 0, 0);
  setAmount(shot, keeper, shadow, lit, 0);
  setAmount(shot, keeper, shadow, lit + 6, 0.32);
  const flame = shot.layers[at('Lamp flame')].id;
  const glow = addCast(shot, flame, 'glow', { soft: 90 });
  setAmount(shot, flame, glow, 0, 0.7);
  putUpCamera(shot);
  setPlace(shot, CAMERA, 0, {});
  setPlace(shot, CAMERA, 44, {});
  setPlace(shot, CAMERA, LENGTH - 6, { x: 30, y: -26, across: 0.93, down: 0.93 });
  spaceMoves(shot, CAMERA, 44, 'both', true);
}
