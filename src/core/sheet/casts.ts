/** Shadows, light and softness of a layer: added, changed, taken off, more or less of them from a frame on. For `change()` recipes. */
import type { Id } from '../shot/ids.ts';
import type { Blend, Cast, CastKind } from '../shot/layer-model.ts';
import { LIMITS, makeCast } from '../shot/make.ts';
import type { Shot } from '../shot/model.ts';
import { Refused } from '../shot/refused.ts';
import { layerOf } from './edit.ts';

/** @param first what the kind is set to at first. @returns its id. @throws Refused when a layer has as many as it can */
export function addCast(shot: Shot, layerId: Id, kind: CastKind, first: Partial<Cast>): Id {
  const layer = layerOf(shot, layerId);
  if (layer.casts.length >= LIMITS.maxCasts)
    throw new Refused(`“${layer.name}” has ${LIMITS.maxCasts} shadows and lights; there can be no more.`);
  const cast = makeCast(kind, first);
  layer.casts = [...layer.casts, cast];
  return cast.id;
}

function changeCast(shot: Shot, layerId: Id, id: Id, change: (cast: Cast) => Cast | null): void {
  const layer = layerOf(shot, layerId);
  layer.casts = layer.casts.flatMap((cast) => (cast.id === id ? (change(cast) ?? []) : cast));
}

export const setCast = (shot: Shot, layerId: Id, id: Id, part: Partial<Omit<Cast, 'id' | 'kind' | 'amounts'>>): void =>
  changeCast(shot, layerId, id, (cast) => ({ ...cast, ...part }));

export const dropCast = (shot: Shot, layerId: Id, id: Id): void => changeCast(shot, layerId, id, () => null);

/** Sets how much of a cast there is at a frame; it is carried evenly from one frame so set to the next. */
export function setAmount(shot: Shot, layerId: Id, id: Id, frame: number, amount: number): void {
  const held = Math.max(0, Math.min(1, amount));
  changeCast(shot, layerId, id, (cast) => ({
    ...cast,
    amounts: [...cast.amounts.filter((each) => each.frame !== frame), { frame, amount: held }].sort(
      (a, b) => a.frame - b.frame,
    ),
  }));
}

/** Takes the amount set at a frame off; the last one stays. */
export function dropAmount(shot: Shot, layerId: Id, id: Id, frame: number): void {
  changeCast(shot, layerId, id, (cast) =>
    cast.amounts.length > 1 ? { ...cast, amounts: cast.amounts.filter((each) => each.frame !== frame) } : cast,
  );
}

export function setBlend(shot: Shot, layerId: Id, blend: Blend): void {
  layerOf(shot, layerId).blend = blend;
}

/** A layer shows only where another does, only outside of it, or (null) everywhere. @throws Refused for itself */
export function setOnly(shot: Shot, layerId: Id, only: { layer: Id; outside: boolean } | null): void {
  if (only?.layer === layerId) throw new Refused('A layer cannot show inside of itself. Choose another.');
  layerOf(shot, layerId).only = only;
}

/** @param distance 0..2: the share of the camera's travel it sees */
export function setDistance(shot: Shot, layerId: Id, distance: number): void {
  layerOf(shot, layerId).distance = Math.max(0, Math.min(2, distance));
}
