/**
 * Bundles: layers treated as one. A column of the sheet shows a bundle's frames as it shows drawings: a cell for each stretch
 * over which the inside looks the same, so that it is held, put on twos, reversed, repeated like drawings.
 */
import { type Id, newId } from '../shot/ids.ts';
import { type Bundle, type CellRef, type Exposure, type Layer, PLACE_PARTS } from '../shot/layer-model.ts';
import { bundleDepth, bundlesWithin, depthHere, insides, levelOf } from '../shot/levels.ts';
import { LIMITS, longerName, makeLayer } from '../shot/make.ts';
import type { Shot } from '../shot/model.ts';
import { copyDrawing } from './drawing-edits.ts';
import { forgetIndex } from './drawings.ts';
import { BadTiming, layerOf, onSheet, setExposures } from './edit.ts';
import { cellKey, empty, sameCell, shownExposure, startFrames, tidy } from './exposures.ts';
import { leaderOf, motionAt, ownLie } from './moves/layer-at.ts';
import { copiedMoves } from './moves/place-frames.ts';

/** What a layer shows at a frame, as a key; empty for nothing. */
function layerLook(level: Shot, layer: Layer, frame: number): string {
  const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
  if (!cell) return '';
  const motion = motionAt(level, layer, frame);
  const lie = layer.moves ? ownLie(layer, frame) : null;
  // What is cast may be another amount on every frame.
  const cast = layer.casts.some(({ amounts, kind }) => amounts.length > 1 || kind === 'streak') ? frame : '';
  return `${cellKey(cell)} ${motion ?? ''} ${lie ? `${lie.fade} ${lie.bend ?? ''}` : ''} ${cast}`;
}

/** What a level shows at a frame, as a key; empty for nothing. */
function levelLook(level: Shot, frame: number): string {
  const looks = level.layers.map((layer) => (layer.visible ? layerLook(level, layer, frame) : ''));
  return looks.some((look) => look !== '') ? looks.join('|') : '';
}

/** The stretches over which the inside of a bundle looks the same: the frame each begins on, null for nothing, and its frames. */
function stretches(shot: Shot, id: Id): Stretch[] {
  const level = levelOf(shot, id);
  const out: Stretch[] = [];
  let last: string | null = null;
  for (let frame = 0; frame < level.length; frame++) {
    const look = levelLook(level, frame);
    if (look === last) out[out.length - 1].frames++;
    else out.push({ cell: look === '' ? null : { kind: 'bundle', bundle: id, frame }, frames: 1 });
    last = look;
  }
  return out;
}

const exposed = (runs: readonly Stretch[]): Exposure[] => runs.map((run) => ({ id: newId(), ...run }));

/** The exposures of a column that shows a bundle from a frame on as it is inside. */
export const columnOf = (shot: Shot, id: Id, frame: number): Exposure[] =>
  tidy([...(frame > 0 ? [empty(frame)] : []), ...exposed(stretches(shot, id))]);

type Stretch = { cell: CellRef | null; frames: number };

/** How many frames of a list are empty before anything is seen. */
const lead = (all: readonly Stretch[]): number => (all.length > 0 && all[0].cell === null ? all[0].frames : 0);

/** The frame from which on a column shows a bundle just as it is inside; null where it does not. */
function untouchedFrom({ exposures }: Pick<Layer, 'exposures'>, runs: readonly Stretch[]): number | null {
  const seen = (all: readonly Stretch[]) => (lead(all) > 0 ? all.slice(1) : all);
  const [own, wanted] = [tidy(exposures), tidy(exposed(runs))];
  const [shown, inside] = [seen(own), seen(wanted)];
  const same =
    shown.length > 0 &&
    shown.length === inside.length &&
    shown.every(({ cell, frames }, i) => frames === inside[i].frames && sameCell(cell, inside[i].cell));
  const from = lead(own) - lead(wanted);
  return same && from >= 0 ? from : null;
}

/** Names of layers in a sentence. */
const named = (layers: readonly Layer[]) => layers.map(({ name }) => `“${name}”`).join(', ');

/** Why layers cannot be bundled, in a sentence; null when they can. */
export function whyNotBundle(shot: Shot, ids: readonly Id[]): string | null {
  const chosen = shot.layers.filter(({ id }) => ids.includes(id));
  const others = shot.layers.filter(({ id }) => !ids.includes(id));
  if (chosen.length === 0) return 'No layer is chosen. Choose frames of the layers on the sheet, then bundle them.';
  const locked = chosen.filter((layer) => layer.locked);
  if (locked.length > 0) return `${named(locked)} is locked. Unlock it in the list of layers to bundle it.`;
  if (others.length === 0 && shot.layers.length > LIMITS.maxLayers - 1) return 'There are too many layers.';
  for (const layer of chosen) {
    const tie = layer.only && others.find(({ id }) => id === layer.only!.layer);
    if (tie) return `“${layer.name}” shows only where “${tie.name}” does or does not. Bundle both.`;
  }
  for (const layer of others) {
    const leader = leaderOf(shot, layer);
    if (leader && ids.includes(leader.id)) return `“${layer.name}” goes along with “${leader.name}”. Bundle both.`;
    if (layer.only && ids.includes(layer.only.layer))
      return `“${layer.name}” shows only where “${layerOf(shot, layer.only.layer).name}” does or does not. Bundle both.`;
  }
  const leaders = new Set(
    chosen.map((layer) => leaderOf(shot, layer)?.id ?? null).filter((id) => !id || !ids.includes(id)),
  );
  if (leaders.size > 1)
    return 'These layers go along with different ones. Let them go by themselves first, or bundle all.';
  if (new Set(chosen.map(({ distance }) => distance)).size > 1)
    return 'These layers lie at different distances from the camera. Give them one first.';
  const within = chosen.flatMap(({ exposures }) => bundlesShown(exposures));
  return whyNotHere(shot, within, 1);
}

/** Ids of the bundles that exposures show. */
export const bundlesShown = (exposures: readonly Exposure[]): Id[] =>
  exposures.flatMap(({ cell }) => (cell?.kind === 'bundle' ? [cell.bundle] : []));

/** Why bundles cannot lie among the layers that are open, in a sentence; null when they can. @param around further bundles around them */
export function whyNotHere(shot: Shot, ids: readonly Id[], around = 0): string | null {
  const all = insides(shot);
  const open = shot.within?.bundle;
  if (open !== undefined && ids.some((id) => bundlesWithin(all, id).has(open)))
    return 'A bundle cannot lie in itself. Put it on a layer outside of it.';
  const depth = Math.max(0, ...ids.map((id) => bundleDepth(all, id, LIMITS.maxDepth)));
  if (depthHere(shot) + around + depth > LIMITS.maxDepth)
    return `Bundles lie at most ${LIMITS.maxDepth} deep in one another.`;
  return null;
}

/**
 * Makes one column of layers; what they show stays as it is when they lie next to each other, else all lie where the highest
 * did. Returns the column's id. @throws BadTiming with `whyNotBundle`
 */
export function bundleLayers(shot: Shot, ids: readonly Id[], name: string): Id {
  return onSheet(shot, (work) => {
    const why = whyNotBundle(work, ids);
    if (why) throw new BadTiming(why);
    const chosen = work.layers.filter(({ id }) => ids.includes(id));
    const outer = chosen
      .map((layer) => leaderOf(work, layer)?.id ?? null)
      .find((id) => id !== null && !ids.includes(id));
    const [{ distance }] = chosen;
    const top = chosen[chosen.length - 1];
    const bundle: Bundle = {
      id: newId(),
      name,
      width: work.width,
      height: work.height,
      length: work.length,
      layers: chosen.map((layer) => ({
        ...layer,
        distance: 1,
        goesWith: layer.goesWith !== null && ids.includes(layer.goesWith) ? layer.goesWith : null,
      })),
      from: null,
    };
    const column = makeLayer(name, top.purpose === 'mouth' ? 'clean' : top.purpose, {
      guide: chosen.every(({ guide }) => guide),
      afterLast: chosen.some(({ afterLast }) => afterLast !== 'clears') ? 'holds' : 'clears',
      distance,
      goesWith: outer ?? null,
    });
    const at = work.layers.indexOf(top) - (chosen.length - 1);
    work.layers = work.layers.filter(({ id }) => !ids.includes(id));
    work.layers.splice(at, 0, column);
    work.bundles[bundle.id] = bundle;
    setExposures(work, column.id, columnOf(work, bundle.id, 0));
    return column.id;
  });
}

/** The bundle a layer shows; null for other layers. */
export function bundleOf(shot: Pick<Shot, 'bundles'>, layer: Pick<Layer, 'exposures'>): Bundle | null {
  for (const { cell } of layer.exposures) if (cell?.kind === 'bundle') return shot.bundles[cell.bundle] ?? null;
  return null;
}

/** How many cells show a bundle, wherever they are, those of one layer left out. */
function usesElsewhere(shot: Shot, id: Id, layerId: Id): number {
  const stacks = [shot.layers, shot.within?.outer ?? [], ...Object.values(shot.bundles).map(({ layers }) => layers)];
  let uses = 0;
  for (const layer of stacks.flat())
    if (layer.id !== layerId)
      for (const { cell } of layer.exposures) if (cell?.kind === 'bundle' && cell.bundle === id) uses++;
  return uses;
}

/** Why a bundle cannot be taken apart, in a sentence; null when it can. */
export function whyNotTakeApart(shot: Shot, layerId: Id): string | null {
  const column = layerOf(shot, layerId);
  const bundle = bundleOf(shot, column);
  if (!bundle) return `“${column.name}” is no bundle.`;
  if (column.locked) return `“${column.name}” is locked. Unlock it in the list of layers to take it apart.`;
  const cells = column.exposures.flatMap(({ cell }) => cell ?? []);
  if (cells.some((cell) => cell.kind !== 'bundle' || cell.bundle !== bundle.id))
    return `“${column.name}” shows more than one bundle. Take the others off it first.`;
  const own: string[] = [];
  if (column.opacity < 1) own.push('its opacity');
  if (column.blend !== 'normal') own.push('how it mixes');
  if (column.only) own.push('what it shows inside of');
  if (column.casts.length > 0) own.push('its shadows and light');
  if (column.grid && column.moves?.places.some(({ bend }) => bend)) own.push('its bends');
  if (column.moves && bundle.layers.some(({ moves }) => moves)) own.push('its places (layers inside have places too)');
  if (own.length > 0)
    return `The bundle “${column.name}” as a whole has what its layers cannot take over: ${own.join(', ')}. Take that off first.`;
  return null;
}

/** A layer's exposures read through the frames of a column. @param frames the bundle's frame on each frame of the column; null for none */
function readThrough(layer: Layer, frames: readonly (number | null)[]): Exposure[] {
  const out: Exposure[] = [];
  let last: { exposure: Exposure | null; frame: number } | null = null;
  for (const frame of frames) {
    const exposure = frame === null ? null : (shownExposure(layer.exposures, layer.afterLast, frame)?.exposure ?? null);
    const goesOn = last && last.exposure === exposure && (frame === null || last.frame <= frame);
    if (goesOn) out[out.length - 1].frames++;
    else out.push(exposure?.cell ? { id: newId(), cell: { ...exposure.cell }, frames: 1 } : empty(1));
    last = { exposure, frame: frame ?? -1 };
  }
  return tidy(out);
}

/** The places of an inner layer read through the frames of a column: one on every frame. */
function movedThrough(layer: Layer, frames: readonly (number | null)[]): Layer['moves'] {
  const { moves } = layer;
  if (!moves) return null;
  const places = frames.flatMap((frame, at) =>
    frame === null
      ? []
      : [{ ...moves.places[0], ...ownLie(layer, frame), id: newId(), frame: at, spacing: 'held' as const, pin: null }],
  );
  return places.length > 0
    ? { ...moves, on: 'ones', places: places.map((place) => ({ ...place, parts: [...PLACE_PARTS] })) }
    : moves;
}

/**
 * Takes a bundle apart: its layers lie where it was, timed and moved as it showed them; one that was not timed anew gives back
 * the very layers. Used elsewhere too, it stays there, and the layers have copies of its drawings.
 * Returns the ids of the layers. @throws BadTiming with `whyNotTakeApart`
 */
export function takeApart(shot: Shot, layerId: Id): Id[] {
  return onSheet(shot, (work) => {
    const why = whyNotTakeApart(work, layerId);
    if (why) throw new BadTiming(why);
    const column = layerOf(work, layerId);
    const bundle = bundleOf(work, column)!;
    const untouched = untouchedFrom(column, stretches(work, bundle.id)) === 0;
    const frames: (number | null)[] = [];
    for (const { cell, frames: count } of column.exposures)
      for (let k = 0; k < count; k++) frames.push(cell?.kind === 'bundle' ? cell.frame : null);
    const copies = usesElsewhere(work, bundle.id, layerId) > 0;
    const ids = new Map(bundle.layers.map(({ id }) => [id, copies ? newId() : id]));
    const layers = bundle.layers.map((layer): Layer => {
      const moves = untouched ? layer.moves : movedThrough(layer, frames);
      return {
        ...layer,
        id: ids.get(layer.id)!,
        visible: layer.visible && column.visible,
        exposures: untouched && !copies ? layer.exposures : readThrough(layer, frames),
        afterLast: untouched ? layer.afterLast : column.afterLast,
        moves: column.moves ? copiedMoves(column.moves) : copies ? copiedMoves(moves) : moves,
        distance: column.distance,
        goesWith: layer.goesWith === null ? column.goesWith : (ids.get(layer.goesWith) ?? null),
        only: layer.only && { ...layer.only, layer: ids.get(layer.only.layer)! },
        casts: copies ? layer.casts.map((cast) => ({ ...cast, id: newId() })) : layer.casts,
      };
    });
    // A layer that goes along with another of them is carried by that one already.
    for (const layer of layers)
      if (column.moves && layer.goesWith !== null && layers.some(({ id }) => id === layer.goesWith)) layer.moves = null;
    const at = work.layers.indexOf(column);
    work.layers.splice(at, 1, ...layers);
    if (copies) for (const layer of layers) ownDrawings(work, layer);
    else delete work.bundles[bundle.id];
    for (const { clips } of work.tracks)
      for (const clip of clips) if (clip.follows === layerId) clip.follows = layers[0].id;
    forgetIndex(work.drawings);
    return layers.map(({ id }) => id);
  });
}

/** Gives a layer copies of the drawings it shows. */
function ownDrawings(work: Shot, layer: Layer): void {
  const copies = new Map<Id, Id>();
  const own = (cell: CellRef | null): CellRef | null => {
    if (cell?.kind !== 'drawing') return cell;
    let copy = copies.get(cell.drawing);
    if (copy === undefined) {
      const { number, label, role, spacing } = work.drawings[cell.drawing];
      copies.set(cell.drawing, (copy = copyDrawing(work, cell.drawing, layer.id, { number, label, role, spacing })));
    }
    return { kind: 'drawing', drawing: copy };
  };
  layer.exposures = layer.exposures.map(({ id, cell, frames }) => ({ id, cell: own(cell), frames }));
}

/** Puts a bundle on a new column above a layer, from a frame on, as it is inside. Returns the column's id. @throws BadTiming */
export function bundleAgain(shot: Shot, id: Id, frame: number, above: Id): Id {
  return onSheet(shot, (work) => {
    const why = whyNotHere(work, [id]);
    if (why) throw new BadTiming(why);
    const bundle = work.bundles[id];
    if (!bundle) throw new BadTiming('This bundle is gone.');
    const column = makeLayer(longerName(bundle.name, ''), bundle.layers.at(-1)?.purpose ?? 'effect', {
      guide: false,
      afterLast: 'clears',
    });
    work.layers.splice(work.layers.findIndex((layer) => layer.id === above) + 1 || work.layers.length, 0, column);
    setExposures(work, column.id, columnOf(work, id, frame));
    return column.id;
  });
}

/**
 * Brings columns that show a bundle just as it was inside to what it is inside now. For the draft of a whole shot, after an edit
 * made inside of the bundle. @param before the shot before that edit @param now after it
 */
export function followInside(draft: Shot, before: Shot, now: Shot, id: Id): void {
  const old = stretches(before, id);
  for (const { id: layer, exposures } of now.layers) {
    const from = untouchedFrom({ exposures }, old);
    if (from !== null) setExposures(draft, layer, columnOf(now, id, from));
  }
  for (const other of Object.values(now.bundles))
    for (const [i, { exposures }] of other.layers.entries()) {
      const from = other.id === id ? null : untouchedFrom({ exposures }, old);
      if (from === null) continue;
      const own = draft.bundles[other.id];
      own.layers[i].exposures = Object.freeze(columnOf(now, id, from)) as Exposure[];
      own.length = Math.max(own.length, from + now.bundles[id].length);
    }
}

/** Whether an edit changed when the inside of a bundle shows what, or for how long. */
export const changedInside = (before: Shot, now: Shot, id: Id): boolean => {
  const [was, is] = [before.bundles[id], now.bundles[id]];
  return was !== undefined && is !== undefined && (was.layers !== is.layers || was.length !== is.length);
};

/** The frame of a bundle that a column shows at a frame of the sheet; null where it shows none. */
export function bundleFrameAt(layer: Layer, frame: number): { bundle: Id; frame: number } | null {
  const placed = shownExposure(layer.exposures, layer.afterLast, frame);
  const cell = placed?.exposure.cell;
  if (cell?.kind !== 'bundle') return null;
  const start = placed!.index >= 0 ? startFrames(layer.exposures)[placed!.index] : frame;
  return { bundle: cell.bundle, frame: cell.frame + Math.max(0, Math.min(frame - start, placed!.exposure.frames - 1)) };
}
