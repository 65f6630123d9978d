/** A shot in a shot: another one comes in as a bundle, with its drawings, colours and, if wished, its sounds. */

import type { Matrix } from '../plane/matrix.ts';
import { type Id, newId } from '../shot/ids.ts';
import type { Bundle, CellRef, Exposure, Layer } from '../shot/layer-model.ts';
import { bundleDepth, depthHere } from '../shot/levels.ts';
import { LIMITS, longerName, makeLayer } from '../shot/make.ts';
import type { Asset, Clip, Drawing, Shot, Swatch } from '../shot/model.ts';
import { columnOf, followInside } from './bundles.ts';
import { forgetIndex } from './drawings.ts';
import { BadTiming, onSheet, setExposures } from './edit.ts';

/** How swatches of the other shot come in: joined to those of the same name, or all of them as a group of their own. */
export type SwatchWay = 'joined' | 'group';

export interface ShotToBring {
  shot: Shot;
  /** What it is like now; '' where nobody can know later. */
  stamp: string;
  swatches: SwatchWay;
  sounds: boolean;
}

/** What of another shot comes in, with ids that nothing else has. */
export interface Brought {
  bundle: Bundle;
  /** Bundles that lie in it. */
  inner: Bundle[];
  drawings: Drawing[];
  /** Files by the ids they had. */
  assets: { was: Id; asset: Asset }[];
  /** Swatches this shot has not, as in the other's first colour model. */
  swatches: Swatch[];
  clips: { track: string; clip: Clip }[];
}

/** Ids given anew, each once. */
function fresh(): (id: Id) => Id {
  const ids = new Map<Id, Id>();
  return (id) => {
    let own = ids.get(id);
    if (own === undefined) ids.set(id, (own = newId()));
    return own;
  };
}

/** Swatches of the other shot by what they become here. */
function swatchesInto(shot: Shot, other: Shot, way: SwatchWay): { of: Map<Id, Id>; added: Swatch[] } {
  const of = new Map<Id, Id>();
  const added: Swatch[] = [];
  const there = new Map(shot.palettes[0].swatches.map((swatch) => [swatch.name, swatch.id]));
  for (const swatch of other.palettes[0].swatches) {
    const same = way === 'joined' ? there.get(swatch.name) : undefined;
    if (same !== undefined) {
      of.set(swatch.id, same);
      continue;
    }
    const own = { ...swatch, id: newId(), group: way === 'group' ? longerName(other.title, '') : swatch.group };
    of.set(swatch.id, own.id);
    added.push(own);
  }
  return { of, added };
}

/** Why another shot cannot come in, in a sentence; null when it can. */
export function whyNotBring(shot: Shot, other: Shot): string | null {
  if (other.id === shot.id) return 'A shot cannot lie in itself. Choose another one, or bundle layers of this one.';
  const within = Object.values(other.bundles).some(({ from }) => from?.shot === shot.id);
  if (within) return `“${other.title}” has this shot in it, so it cannot lie in this one.`;
  if (!other.layers.some(delivered))
    return `“${other.title}” has no layer that is delivered, so nothing of it would be seen.`;
  const depth = Math.max(0, ...Object.keys(other.bundles).map((id) => bundleDepth(other.bundles, id, LIMITS.maxDepth)));
  if (depthHere(shot) + depth + 1 > LIMITS.maxDepth)
    return `“${other.title}” has bundles too deep in one another to come in.`;
  if (Object.keys(shot.drawings).length + Object.keys(other.drawings).length > LIMITS.maxDrawings)
    return `With “${other.title}” this shot would have more than ${LIMITS.maxDrawings} drawings.`;
  return null;
}

const delivered = ({ guide, purpose }: Layer): boolean => !guide && purpose !== 'reference';

/** Another shot as what comes into this one. Its guide and reference layers stay behind, and so do its camera and colour changes. */
export function broughtShot(shot: Shot, { shot: other, stamp, swatches: way, sounds }: ShotToBring): Brought {
  const idOf = fresh();
  const { of, added } = swatchesInto(shot, other, way);
  const swatchOf = (id: Id): Id => of.get(id) ?? shot.palettes[0].swatches[0].id;
  const cellOf = (cell: CellRef | null): CellRef | null => {
    if (!cell) return null;
    if (cell.kind === 'drawing') return { kind: 'drawing', drawing: idOf(cell.drawing) };
    if (cell.kind === 'picture') return { ...cell, asset: idOf(cell.asset) };
    return { ...cell, bundle: idOf(cell.bundle) };
  };
  const layerInto = (layer: Layer): Layer => ({
    ...layer,
    id: idOf(layer.id),
    exposures: layer.exposures.map(({ id, cell, frames }): Exposure => ({ id: idOf(id), cell: cellOf(cell), frames })),
    moves: layer.moves && {
      ...layer.moves,
      places: layer.moves.places.map((place) => ({
        ...place,
        id: newId(),
        pin: place.pin && { ...place.pin, exposure: idOf(place.pin.exposure) },
      })),
    },
    goesWith: layer.goesWith && idOf(layer.goesWith),
    only: layer.only && { ...layer.only, layer: idOf(layer.only.layer) },
    casts: layer.casts.map((cast) => ({ ...cast, id: newId(), swatch: cast.swatch && swatchOf(cast.swatch) })),
  });
  const kept = other.layers.filter(delivered);
  const keptIds = new Set(kept.map(({ id }) => id));
  const layers = kept.map(layerInto).map((layer, i) => ({
    ...layer,
    // What stays behind cannot be gone along with.
    goesWith: kept[i].goesWith !== null && keptIds.has(kept[i].goesWith) ? layer.goesWith : null,
    only: kept[i].only !== null && keptIds.has(kept[i].only.layer) ? layer.only : null,
  }));
  const inner = Object.values(other.bundles).map(
    (each): Bundle => ({
      ...each,
      id: idOf(each.id),
      layers: each.layers.map(layerInto),
    }),
  );
  const holders = new Set([
    ...keptIds,
    ...Object.values(other.bundles).flatMap((each) => each.layers.map(({ id }) => id)),
  ]);
  const drawings = Object.values(other.drawings)
    .filter(({ layerId }) => holders.has(layerId))
    .map(
      (drawing): Drawing => ({
        ...drawing,
        id: idOf(drawing.id),
        layerId: idOf(drawing.layerId),
        ink: drawing.ink.map((stroke) => ({ ...stroke, id: newId(), swatch: swatchOf(stroke.swatch) })),
        paint: drawing.paint.map((area) => ({ ...area, id: newId(), swatch: swatchOf(area.swatch) })),
        firstPass: null,
        mouth: null,
      }),
    );
  const clips = sounds
    ? other.tracks.flatMap(({ name, muted, clips }) =>
        muted
          ? []
          : clips.map((clip) => ({
              track: name,
              clip: { ...clip, id: newId(), asset: idOf(clip.asset), pin: null, follows: null },
            })),
      )
    : [];
  const used = new Set<Id>(clips.map(({ clip }) => clip.asset));
  for (const { exposures } of [...layers, ...inner.flatMap((each) => each.layers)])
    for (const { cell } of exposures) if (cell?.kind === 'picture') used.add(cell.asset);
  const assets = Object.values(other.assets)
    .map((asset) => ({ was: asset.id, asset: { ...asset, id: idOf(asset.id) } }))
    .filter(({ asset }) => used.has(asset.id));
  const { id, title, width, height, length } = other;
  return {
    bundle: { id: newId(), name: title, width, height, length, layers, from: { shot: id, title, stamp } },
    inner,
    drawings,
    assets,
    swatches: added,
    clips,
  };
}

/** Fitted into a paper and centred; null where it has the paper's size. */
function fittedIn(paper: Pick<Shot, 'width' | 'height'>, { width, height }: Bundle): Matrix | null {
  if (width === paper.width && height === paper.height) return null;
  const by = Math.min(paper.width / width, paper.height / height);
  return [by, 0, 0, by, (paper.width - width * by) / 2, (paper.height - height * by) / 2];
}

function putParts(work: Shot, { inner, drawings, assets, swatches }: Brought): void {
  for (const each of inner) work.bundles[each.id] = each;
  for (const drawing of drawings) work.drawings[drawing.id] = drawing;
  for (const { asset } of assets) work.assets[asset.id] = asset;
  for (const palette of work.palettes) palette.swatches.push(...swatches.map((swatch) => ({ ...swatch })));
  forgetIndex(work.drawings);
}

/**
 * Puts what was brought on a column above a layer, from a frame on; its sounds on tracks of the same names. For a `change()`
 * recipe; the bytes of its files are kept by whoever calls. Returns the column's id.
 */
export function putBrought(shot: Shot, brought: Brought, frame: number, above: Id): Id {
  return onSheet(shot, (work) => {
    const { bundle, clips } = brought;
    putParts(work, brought);
    work.bundles[bundle.id] = bundle;
    const column = makeLayer(bundle.name, bundle.layers.at(-1)?.purpose ?? 'effect', {
      guide: false,
      afterLast: 'clears',
      place: fittedIn(work, bundle),
    });
    work.layers.splice(work.layers.findIndex(({ id }) => id === above) + 1 || work.layers.length, 0, column);
    setExposures(work, column.id, columnOf(work, bundle.id, frame));
    for (const { track, clip } of clips) {
      let own = work.tracks.find(({ name }) => name === track);
      if (!own) {
        own = { id: newId(), name: track, muted: false, solo: false, gain: 1, clips: [] };
        work.tracks.push(own);
      }
      own.clips.push({ ...clip, frame: clip.frame + frame });
    }
    return column.id;
  });
}

/** A cell of a bundle that has become shorter: its last frame. */
const withinLength = (cell: CellRef | null, id: Id, length: number): CellRef | null =>
  cell?.kind === 'bundle' && cell.bundle === id && cell.frame >= length ? { ...cell, frame: length - 1 } : cell;

/** Brings a bundle in anew: what lies on the columns that show it - moves, casts, other timings - stays. @throws BadTiming */
export function bringAnew(shot: Shot, id: Id, brought: Brought): void {
  onSheet(shot, (work) => {
    const before = work.bundles[id];
    if (!before) throw new BadTiming('This bundle is gone.');
    const was = { ...work, bundles: { ...work.bundles } };
    const old = new Set(before.layers.map((layer) => layer.id));
    for (const drawing of Object.values(work.drawings)) if (old.has(drawing.layerId)) delete work.drawings[drawing.id];
    putParts(work, brought);
    const { length } = brought.bundle;
    work.bundles[id] = { ...brought.bundle, id, name: before.name };
    const stacks = [work.layers, ...Object.values(work.bundles).map(({ layers }) => layers)];
    for (const layer of stacks.flat()) {
      if (!layer.exposures.some(({ cell }) => withinLength(cell, id, length) !== cell)) continue;
      const exposures = layer.exposures.map((each) => ({ ...each, cell: withinLength(each.cell, id, length) }));
      layer.exposures = Object.freeze(exposures) as Exposure[];
    }
    followInside(work, was, { ...work }, id);
  });
}
