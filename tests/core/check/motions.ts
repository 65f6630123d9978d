/** Made motions for the checks: a dot that travels, a box that is squashed, a foot that stands; with faults planted where wanted. */
import {
  type Layer,
  makeArea,
  makeDrawing,
  makeLayer,
  makeShot,
  newId,
  type Shot,
} from '../../../src/core/shot/index.ts';
import { strokeThrough } from '../../make.ts';

export interface Motion {
  shot: Shot;
  layer: Layer;
  /** Ids of the drawings, in order. */
  drawings: string[];
  /** Id of the followed point. */
  point: string;
}

export interface MotionWishes {
  width: number;
  height: number;
  fps: number;
  /** Frames each drawing stands. */
  hold: number;
}

export const PLAIN: MotionWishes = { width: 1920, height: 1080, fps: 24, hold: 2 };

/** A layer of a drawing for each place, with a short line there and a followed point on it. */
export function travelling(places: readonly { x: number; y: number }[], wishes: MotionWishes = PLAIN): Motion {
  const { width, height, fps, hold } = wishes;
  const shot = makeShot({ title: 'Motion', width, height, fps, length: places.length * hold });
  const layer = makeLayer('Keeper', 'clean');
  shot.layers = [layer];
  const drawings = places.map(({ x, y }, i) => {
    const drawing = makeDrawing(layer.id, i + 1, {
      role: i === 0 || i === places.length - 1 ? 'key' : 'between',
      ink: [
        strokeThrough(
          [
            [x - 10, y],
            [x, y],
            [x + 10, y],
          ],
          { lineage: 'hand' },
        ),
      ],
    });
    shot.drawings[drawing.id] = drawing;
    return drawing.id;
  });
  layer.exposures = drawings.map((drawing) => ({ id: newId(), cell: { kind: 'drawing', drawing }, frames: hold }));
  shot.checks.followed = [
    {
      id: 'hand',
      name: 'Hand',
      colour: 'ochre',
      layer: layer.id,
      spots: places.map(({ x, y }, i) => ({ drawing: drawings[i], x, y, sure: 1, held: true })),
      hidden: [],
      stands: [],
      measuredTo: null,
    },
  ];
  return { shot, layer: shot.layers[0], drawings, point: 'hand' };
}

/** A layer of painted boxes on one foot, a part "Cap" with them. */
export function boxes(sizes: readonly { width: number; height: number }[], wishes: MotionWishes = PLAIN): Motion {
  const foot = { x: wishes.width / 2, y: wishes.height * 0.7 };
  const motion = travelling(
    sizes.map(() => foot),
    wishes,
  );
  const { shot, layer, drawings } = motion;
  const swatch = shot.palettes[0].swatches[0].id;
  const parts = sizes.map(({ width, height }, i) => {
    const [left, right, top] = [foot.x - width / 2, foot.x + width / 2, foot.y - height];
    const ring = Float32Array.of(left, top, right, top, right, foot.y, left, foot.y);
    const area = makeArea(swatch, [ring]);
    shot.drawings[drawings[i]].paint = [area];
    return { drawing: drawings[i], lines: [], areas: [area.id], held: true };
  });
  shot.checks.followed = [];
  shot.checks.parts = [{ id: 'cap', name: 'Cap', layer: layer.id, drawings: parts }];
  return motion;
}
