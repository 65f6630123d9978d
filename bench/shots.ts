/** Large shots for measuring. */
import { plainBrush } from '../src/core/ink/index.ts';
import {
  type Brush,
  makeDrawing,
  makeLayer,
  makeShot,
  newId,
  POINT_SIZE,
  type Shot,
  type Stroke,
} from '../src/core/shot/index.ts';

const PEN = plainBrush('pen', 6, 0.6);

/** A wavy line of `points` points. */
function line(x: number, y: number, points: number, swatch: string, length = 160): Stroke {
  const data = new Float32Array(points * POINT_SIZE);
  for (let i = 0; i < points; i++) {
    const t = i / (points - 1);
    data.set([x + length * t, y + 14 * Math.sin(t * 9), 0.3 + 0.5 * Math.sin(Math.PI * t), 0, 0, t], i * POINT_SIZE);
  }
  const id = newId();
  return {
    id,
    lineage: id,
    name: '',
    brush: PEN,
    swatch,
    points: data,
    closed: false,
    seed: 1,
  };
}

function ring(cx: number, cy: number, radius: number, points: number, swatch: string): Stroke {
  const stroke = line(0, 0, points, swatch);
  for (let i = 0; i < points; i++) {
    const angle = (2 * Math.PI * i) / points;
    stroke.points[i * POINT_SIZE] = cx + radius * Math.cos(angle);
    stroke.points[i * POINT_SIZE + 1] = cy + radius * Math.sin(angle);
  }
  return { ...stroke, closed: true };
}

/** One drawing of 300 strokes: a grid of rings to pour into. */
export function crowdedShot(): Shot {
  const shot = makeShot({ title: 'Crowded', width: 1920, height: 1080, fps: 24, length: 24 });
  const layer = shot.layers[1];
  const swatch = shot.palettes[0].swatches[0].id;
  const drawing = makeDrawing(layer.id, 1);
  for (let row = 0; row < 15; row++) {
    for (let column = 0; column < 20; column++) drawing.ink.push(ring(60 + column * 94, 50 + row * 70, 30, 60, swatch));
  }
  shot.drawings[drawing.id] = drawing;
  layer.exposures = [{ id: newId(), cell: { kind: 'drawing', drawing: drawing.id }, frames: 24 }];
  return shot;
}

/** 300 drawings of 60 strokes of 60 points. */
export function longShot(): Shot {
  const shot = makeShot({ title: 'Long', width: 1920, height: 1080, fps: 24, length: 600 });
  shot.layers = [];
  layerOfLines(shot, 'Keeper', 60, 300, 0);
  return shot;
}

/** Puts a layer of `drawings` drawings of `lines` lines on a shot, on twos. Returns its id. */
export function layerOfLines(shot: Shot, name: string, lines: number, drawings: number, aside: number): string {
  const layer = makeLayer(name, 'clean');
  shot.layers.push(layer);
  const swatch = shot.palettes[0].swatches[0].id;
  for (let n = 0; n < drawings; n++) {
    const ink = Array.from({ length: lines }, (_, i) =>
      line(100 + aside + (i % 8) * 200, 120 + Math.floor(i / 8) * 110 + (n % 20), 60, swatch),
    );
    const drawing = makeDrawing(layer.id, n + 1, { ink });
    shot.drawings[drawing.id] = drawing;
    layer.exposures.push({ id: newId(), cell: { kind: 'drawing', drawing: drawing.id }, frames: 2 });
  }
  return layer.id;
}

/** 40 layers of 2,000 frames on twos, 100 drawings each used ten times: 40,000 exposures. */
export function wideSheet(): Shot {
  const shot = makeShot({ title: 'Wide', width: 640, height: 360, fps: 24, length: 2000 });
  const swatch = shot.palettes[0].swatches[0].id;
  shot.layers = Array.from({ length: 40 }, (_, l) => {
    const layer = makeLayer(`Layer ${l + 1}`, 'clean', { visible: l < 4 });
    const drawings = Array.from({ length: 100 }, (_, n) =>
      makeDrawing(layer.id, n + 1, { ink: [line(40 + n * 4, 20 + l * 8, 8, swatch, 60)] }),
    );
    for (const drawing of drawings) shot.drawings[drawing.id] = drawing;
    layer.exposures = Array.from({ length: 1000 }, (_, i) => ({
      id: newId(),
      cell: { kind: 'drawing', drawing: drawings[i % 100].id },
      frames: 2,
    }));
    return layer;
  });
  return shot;
}

/** One drawing of `count` lines with four neighbours on each side, for the brushes of the desk. */
export function manyLines(count: number, brush: Brush): Shot {
  const shot = makeShot({ title: `Lines ${brush.kind}`, width: 1920, height: 1080, fps: 24, length: 24 });
  const swatch = shot.palettes[0].swatches[0].id;
  const layer = makeLayer('Lines', 'clean');
  const drawings = Array.from({ length: 9 }, (_, k) => {
    const own = k === 4 ? count : 110;
    const ink = Array.from({ length: own }, (_, i) => ({
      ...line(40 + ((i * 137) % 1660), 30 + ((i * 89 + k * 31) % 1000), 60, swatch),
      brush,
      seed: i,
    }));
    return makeDrawing(layer.id, k + 1, { ink });
  });
  layer.exposures = drawings.map(({ id }) => ({ id: newId(), cell: { kind: 'drawing', drawing: id }, frames: 2 }));
  shot.layers = [layer];
  shot.drawings = Object.fromEntries(drawings.map((drawing) => [drawing.id, drawing]));
  return shot;
}

/** Drawings of 200 strokes of 60 points each, no two alike: what a full figure takes. */
export function largeShot(count: number): Shot {
  const shot = makeShot({ title: `Large ${count}`, width: 1920, height: 1080, fps: 24, length: 2 * count });
  const layer = shot.layers[1];
  const swatch = shot.palettes[0].swatches[0].id;
  // Numbers that look like a hand's: the same for every run, never the same twice.
  let state = 20261128;
  const dice = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  for (let n = 0; n < count; n++) {
    const ink = Array.from({ length: 200 }, (_, i) => {
      const stroke = line(80 + (i % 16) * 110, 60 + Math.floor(i / 16) * 76 + (n % 20), 60, swatch, 90);
      for (let p = 0; p < stroke.points.length; p += POINT_SIZE) {
        stroke.points[p] += dice();
        stroke.points[p + 1] += dice();
      }
      return stroke;
    });
    const drawing = makeDrawing(layer.id, n + 1, { ink });
    shot.drawings[drawing.id] = drawing;
    layer.exposures.push({ id: newId(), cell: { kind: 'drawing', drawing: drawing.id }, frames: 2 });
  }
  return shot;
}
