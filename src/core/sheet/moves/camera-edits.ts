/** The camera put up, taken down, given another field; paper larger than the field. For `change()` recipes. */

import type { Camera } from '../../shot/layer-model.ts';
import type { Shot } from '../../shot/model.ts';
import { Refused } from '../../shot/refused.ts';

/** A camera whose field is the whole paper, as every shot is delivered without one. */
const wholeField = ({ width, height }: Pick<Shot, 'width' | 'height'>): Camera => ({
  width,
  height,
  moves: null,
  shake: 0,
});

export function putUpCamera(shot: Shot): void {
  shot.camera ??= wholeField(shot);
}

export function takeDownCamera(shot: Shot): void {
  shot.camera = null;
}

/** @throws Refused for a field that is no field */
export function setField(shot: Shot, width: number, height: number): void {
  if (!(width >= 1 && height >= 1)) throw new Refused('The field must be at least one pixel wide and high.');
  if (shot.camera) Object.assign(shot.camera, { width, height });
}

/** How far a shaken field strays, paper pixels. */
export function setShake(shot: Shot, shake: number): void {
  if (shot.camera) shot.camera.shake = Math.max(0, shake);
}
