/** The camera: the field of the paper that is delivered, and how it travels. */
import { after, IDENTITY, inverse, type Matrix, translation } from '../../plane/matrix.ts';
import type { Point } from '../../plane/point.ts';
import type { Camera } from '../../shot/layer-model.ts';
import type { Shot } from '../../shot/model.ts';
import { AT_REST, type Lie, lieAt, lieMatrix } from './lie.ts';

type Seen = Pick<Shot, 'width' | 'height' | 'camera'>;

/** The middle of the paper, which is the middle of the field as it lies at first. */
export const paperMiddle = ({ width, height }: Pick<Shot, 'width' | 'height'>): Point => ({
  x: width / 2,
  y: height / 2,
});

/** The size of what is delivered, paper pixels at the size of the paper. */
export const fieldSize = ({ width, height, camera }: Seen): { width: number; height: number } =>
  camera ? { width: camera.width, height: camera.height } : { width, height };

const NO_EXPOSURES = { exposures: [] };

/** A number -1..1 that belongs to a frame: a shake is the same each time it is looked at. */
function chance(frame: number, salt: number): number {
  const value = Math.sin(frame * 127.1 + salt * 311.7) * 43758.5453;
  return 2 * (value - Math.floor(value)) - 1;
}

/** How the field lies at a frame, beside how it lies at first; `across` below 1 is a push in. */
export function cameraLie({ moves, shake }: Camera, frame: number): Lie {
  const lie = moves ? lieAt(NO_EXPOSURES, moves, frame) : AT_REST;
  if (shake === 0) return lie;
  return { ...lie, x: lie.x + shake * chance(frame, 1), y: lie.y + shake * chance(frame, 2) };
}

/** From the field as it lies at first to where it lies on the paper at a frame. */
export function cameraMatrix(shot: Seen, frame: number): Matrix {
  return shot.camera ? lieMatrix(cameraLie(shot.camera, frame), paperMiddle(shot)) : IDENTITY;
}

/** From the paper to the field, whose first corner is 0, 0, as the camera sees it at a frame. */
export function throughCamera(shot: Seen, frame: number): Matrix {
  const { camera, width, height } = shot;
  if (!camera) return IDENTITY;
  const corner = translation((camera.width - width) / 2, (camera.height - height) / 2);
  return after(inverse(cameraMatrix(shot, frame)), corner);
}

/** The corners of the field on the paper at a frame, in order round it. */
export function fieldCorners(shot: Seen, frame: number): Point[] {
  const { width, height } = fieldSize(shot);
  const [a, b, c, d, e, f] = inverse(throughCamera(shot, frame));
  return [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ].map(([x, y]) => ({ x: a * x + c * y + e, y: b * x + d * y + f }));
}
