/** The camera: what is delivered is what its field sees, at every frame. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { deliveryView } from '../../../src/core/export/film.ts';
import { mapPoint } from '../../../src/core/plane/index.ts';
import {
  addDrawing,
  CAMERA,
  fieldCorners,
  fieldSize,
  goWith,
  insertTime,
  motionAt,
  putUpCamera,
  removeLayer,
  setDistance,
  setField,
  setPlace,
  setShake,
  takeDownCamera,
  throughCamera,
} from '../../../src/core/sheet/index.ts';
import { makeLayer, type Shot } from '../../../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { frameOf, nodePainter, raster } from '../../canvas.ts';
import { circle, smallShot } from '../../make.ts';

/** A frame as it is delivered at the size of the field. */
function delivered(shot: Shot, frame: number) {
  const { width, height } = fieldSize(shot);
  const view = deliveryView(shot, width, height);
  return raster(width, height, (context) =>
    nodePainter().paintFrame(context, shot, frame, 'delivery', view, width, height),
  );
}

/** A shot of a 320 x 180 paper with one round dot of 8 pixels at a point, held over ten frames. */
function dotted(x: number, y: number) {
  const { shot, swatch } = smallShot();
  for (const { id } of [...shot.layers]) removeLayer(shot, id);
  const layer = makeLayer('Dot', 'clean');
  shot.layers.push(layer);
  shot.length = 10;
  addDrawing(shot, layer.id, 0, 10).ink.push(circle(x, y, 3, { swatch }));
  return { shot, id: layer.id };
}

/** The middle of all dark pixels. */
function middleOfInk({ width, height, data }: ReturnType<typeof delivered>) {
  let [sx, sy, count] = [0, 0, 0];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (data[4 * (y * width + x)] < 128) {
        sx += x + 0.5;
        sy += y + 0.5;
        count++;
      }
  return { x: sx / count, y: sy / count, count };
}

describe('the camera', () => {
  test('just put up sees the whole paper: not a pixel differs', () => {
    const { shot } = dotted(100, 60);
    const before = Buffer.from(frameOf(shot, 3, 'delivery').data);
    putUpCamera(shot);
    expect(fieldSize(shot)).toEqual({ width: shot.width, height: shot.height });
    expect(Buffer.from(delivered(shot, 3).data).equals(before)).toBe(true);
    takeDownCamera(shot);
    expect(shot.camera).toBeNull();
  });
  test('of a smaller field sees the middle of the paper', () => {
    const { shot } = dotted(170, 80);
    putUpCamera(shot);
    setField(shot, 160, 90);
    // The field begins at 80, 45 of the paper.
    const { x, y } = middleOfInk(delivered(shot, 0));
    expect(x).toBeCloseTo(90, 0);
    expect(y).toBeCloseTo(35, 0);
    expect(() => setField(shot, 0, 90)).toThrow(/at least one pixel/);
    expect(shot.camera).toMatchObject({ width: 160, height: 90 });
  });
  test('pans and pushes: at a place the picture is exactly what the field sees there', () => {
    const { shot } = dotted(200, 110);
    putUpCamera(shot);
    setPlace(shot, CAMERA, 0, { x: 0, y: 0 });
    setPlace(shot, CAMERA, 8, { x: 40, y: 20, across: 0.5, down: 0.5 });
    // At the end the field of half the size is about 200, 110: the dot is in the middle and twice as large.
    const [first, last] = [middleOfInk(delivered(shot, 0)), middleOfInk(delivered(shot, 8))];
    expect(first.x).toBeCloseTo(200, 0);
    expect(last.x).toBeCloseTo(160, 0);
    expect(last.y).toBeCloseTo(90, 0);
    expect(last.count / first.count).toBeGreaterThan(3);
    const [corner] = fieldCorners(shot, 8);
    expect(corner.x).toBeCloseTo(200 - 80, 6);
    expect(corner.y).toBeCloseTo(110 - 45, 6);
  });
  test('looking over the edge of the paper it sees the background there, not nothing', () => {
    const { shot } = dotted(160, 90);
    putUpCamera(shot);
    setPlace(shot, CAMERA, 0, { x: 250, turn: 0.3, across: 1.5, down: 1.5 });
    const picture = delivered(shot, 0);
    for (const [x, y] of [
      [0, 0],
      [319, 0],
      [319, 179],
      [0, 179],
    ])
      expect(picture.at(x, y)).toBe(shot.background.colour);
  });
  test('a layer at a distance sees that share of its travel; at 0 it stays in the picture', () => {
    const { shot, id } = dotted(160, 90);
    putUpCamera(shot);
    setPlace(shot, CAMERA, 0, { x: 0 });
    setPlace(shot, CAMERA, 9, { x: 90 });
    const seenAt = (distance: number) => {
      setDistance(shot, id, distance);
      return middleOfInk(delivered(shot, 9)).x;
    };
    expect(seenAt(1)).toBeCloseTo(70, 0);
    expect(seenAt(0)).toBeCloseTo(160, 0);
    expect(seenAt(0.5)).toBeCloseTo(115, 0);
    expect(seenAt(9)).toBe(seenAt(2));
  });
  test('shakes no farther than it is told, the same each time', () => {
    const { shot } = dotted(160, 90);
    putUpCamera(shot);
    setShake(shot, 12);
    const strays = Array.from({ length: 10 }, (_, frame) => {
      const [corner] = fieldCorners(shot, frame);
      return Math.max(Math.abs(corner.x), Math.abs(corner.y));
    });
    expect(Math.max(...strays)).toBeLessThanOrEqual(12);
    expect(Math.max(...strays)).toBeGreaterThan(3);
    expect(fieldCorners(shot, 4)).toEqual(fieldCorners(shot, 4));
  });
  test('its places go with time, and are in the shot file', () => {
    const { shot } = dotted(160, 90);
    putUpCamera(shot);
    setPlace(shot, CAMERA, 2, { x: 5 });
    setPlace(shot, CAMERA, 8, { x: 50, turn: 0.2 });
    insertTime(shot, 4, 3);
    expect(shot.camera!.moves!.places.map(({ frame }) => frame)).toEqual([2, 11]);
    expect(readShotFile(writeShotFile(shot, new Map())).shot.camera).toEqual(shot.camera);
  });
  test('a field and the way back from it are one map, wherever it lies', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(number(-400, 400), number(-3, 3), number(0.1, 3), (x, turn, size) => {
        const { shot } = dotted(160, 90);
        putUpCamera(shot);
        setPlace(shot, CAMERA, 0, { x, turn, across: size, down: size });
        const corners = fieldCorners(shot, 0).map((p) => mapPoint(throughCamera(shot, 0), p.x, p.y));
        const wanted = [
          [0, 0],
          [320, 0],
          [320, 180],
          [0, 180],
        ];
        corners.forEach(([px, py], i) => {
          expect(px).toBeCloseTo(wanted[i][0], 5);
          expect(py).toBeCloseTo(wanted[i][1], 5);
        });
      }),
      { numRuns: 50 },
    );
  });
});

describe('layers that go along', () => {
  test('are carried by their leader’s moves after their own; a circle is not made', () => {
    const { shot, id } = dotted(160, 90);
    const other = makeLayer('Hat', 'clean');
    const third = makeLayer('Feather', 'clean');
    shot.layers.push(other, third);
    expect(goWith(shot, other.id, id)).toBe(true);
    expect(goWith(shot, third.id, other.id)).toBe(true);
    setPlace(shot, id, 0, { x: 30 }, { x: 160, y: 90 });
    setPlace(shot, other.id, 0, { turn: Math.PI / 2 }, { x: 160, y: 90 });
    // Turned about the middle first, then carried 30 to the right.
    expect(mapPoint(motionAt(shot, shot.layers[2], 0)!, 170, 90).map(Math.round)).toEqual([190, 100]);
    expect(goWith(shot, id, third.id)).toBe(false);
    expect(shot.layers[0].goesWith).toBeNull();
    expect(goWith(shot, other.id, null)).toBe(true);
    expect(mapPoint(motionAt(shot, shot.layers[2], 0)!, 170, 90).map(Math.round)).toEqual([160, 100]);
  });
  test('a head cannot go along with its own mouth', () => {
    const { shot, id } = dotted(160, 90);
    const mouth = makeLayer('Mouth', 'mouth');
    shot.layers.push(mouth);
    shot.mouthGuide.head = id;
    expect(goWith(shot, id, mouth.id)).toBe(false);
    expect(shot.layers[0].goesWith).toBeNull();
  });
});
