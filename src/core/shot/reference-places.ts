/** Where a shot names something else of it, kind by kind: the places the list of references goes through. */
import type { Id } from './ids.ts';
import type { CellRef, Layer } from './layer-model.ts';
import { everyLayer, findLayer } from './levels.ts';
import type { Shot } from './model.ts';
import { usesOn } from './palette.ts';

/** One place that names something. */
export interface ReferencePlace {
  id: Id;
  /** Puts the place right when `id` is no more; runs on the shot it was found in, or on a draft of it. */
  mend(shot: Shot): void;
}

function cellNames(cell: CellRef | null, kind: CellRef['kind']): Id | null {
  if (cell?.kind !== kind) return null;
  switch (cell.kind) {
    case 'drawing':
      return cell.drawing;
    case 'picture':
      return cell.asset;
    case 'bundle':
      return cell.bundle;
  }
}

/** Exposures that name something of a kind: one place for each layer and each thing named there. */
export function* cellsOf(shot: Shot, kind: CellRef['kind']): Iterable<ReferencePlace> {
  for (const { id: layerId, exposures } of everyLayer(shot)) {
    const named = new Set(exposures.map(({ cell }) => cellNames(cell, kind)));
    for (const id of named) {
      if (id === null) continue;
      yield {
        id,
        mend: (draft) => {
          const layer = findLayer(draft, layerId);
          if (layer) layer.exposures = blanked(layer, (cell) => cellNames(cell, kind) === id);
        },
      };
    }
  }
}

/** A layer's exposures with some cells empty. */
function blanked(layer: Layer, gone: (cell: CellRef | null) => boolean): Layer['exposures'] {
  return layer.exposures.map(({ id, cell, frames }) => ({ id, cell: gone(cell) ? null : cell && { ...cell }, frames }));
}

export function modelPlaces(kind: CellRef['kind']) {
  return function* (shot: Shot): Iterable<ReferencePlace> {
    const id = cellNames(shot.model, kind);
    if (id !== null)
      yield {
        id,
        mend: (draft) => {
          draft.model = null;
        },
      };
  };
}

/** What a field of each layer names, where it names anything. */
export function layerPlaces(named: (layer: Layer) => Id | null, mend: (layer: Layer) => void) {
  return function* (shot: Shot): Iterable<ReferencePlace> {
    for (const layer of everyLayer(shot)) {
      const id = named(layer);
      if (id === null) continue;
      yield {
        id,
        mend: (draft) => {
          const own = findLayer(draft, layer.id);
          if (own) mend(own);
        },
      };
    }
  };
}

/** Swatches of what is cast: one place for each swatch of a layer's casts. */
export function* castPlaces(shot: Shot): Iterable<ReferencePlace> {
  for (const { id: layerId, casts } of everyLayer(shot))
    for (const { id: castId, swatch } of casts) {
      if (swatch === null) continue;
      yield {
        id: swatch,
        mend: (draft) => {
          const cast = findLayer(draft, layerId)?.casts.find(({ id }) => id === castId);
          if (cast) cast.swatch = null;
        },
      };
    }
}

/** Lines and areas by the swatches they have: one place for each swatch that is used. */
export function* swatchPlaces(shot: Shot): Iterable<ReferencePlace> {
  for (const id of usesOn(Object.values(shot.drawings)).keys()) {
    yield {
      id,
      mend: (draft) => {
        const first = draft.palettes[0].swatches[0]?.id;
        if (!first) return;
        for (const [own, { ink, paint }] of Object.entries(shot.drawings)) {
          if (![...ink, ...paint].some(({ swatch }) => swatch === id)) continue;
          const drawing = draft.drawings[own];
          drawing.ink = ink.map((each) => (each.swatch === id ? { ...each, swatch: first } : each));
          drawing.paint = paint.map((each) => (each.swatch === id ? { ...each, swatch: first } : each));
        }
      },
    };
  }
}

/** What of the checks' notes names drawings: taken out of each list that has them. */
export function* notedDrawings(shot: Shot): Iterable<ReferencePlace> {
  for (const { id, spots, hidden } of shot.checks.followed)
    for (const drawing of [...spots.map((spot) => spot.drawing), ...hidden])
      yield {
        id: drawing,
        mend: (draft) => {
          const point = draft.checks.followed.find((each) => each.id === id);
          if (!point) return;
          point.spots = point.spots.filter((spot) => spot.drawing !== drawing);
          point.hidden = point.hidden.filter((each) => each !== drawing);
        },
      };
  for (const { id, drawings } of shot.checks.parts)
    for (const { drawing } of drawings)
      yield {
        id: drawing,
        mend: (draft) => {
          const part = draft.checks.parts.find((each) => each.id === id);
          if (part) part.drawings = part.drawings.filter((each) => each.drawing !== drawing);
        },
      };
}

/** Layers of what the checks follow, and those a point stands on. */
export function* notedLayers({ checks }: Shot): Iterable<ReferencePlace> {
  for (const { id, layer, stands } of checks.followed) {
    yield {
      id: layer,
      mend: (draft) => {
        draft.checks.followed = draft.checks.followed.filter((each) => each.id !== id);
      },
    };
    for (const { id: stand, on } of stands)
      if (on !== null)
        yield {
          id: on,
          mend: (draft) => {
            const own = draft.checks.followed.find((each) => each.id === id)?.stands.find((each) => each.id === stand);
            if (own) own.on = null;
          },
        };
  }
  for (const { id, layer } of checks.parts)
    yield {
      id: layer,
      mend: (draft) => {
        draft.checks.parts = draft.checks.parts.filter((each) => each.id !== id);
      },
    };
}
