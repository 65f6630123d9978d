/** A state of the shot that was kept under a name, put back: all of it, or only a part. For `change()` recipes. */
import { plain } from '../history/draft.ts';
import type { Id } from '../shot/ids.ts';
import type { Layer } from '../shot/layer-model.ts';
import { mendReferences } from '../shot/mend.ts';
import type { Shot } from '../shot/model.ts';
import { Refused } from '../shot/refused.ts';

/** What of a version is put back. */
export type VersionPart =
  | { kind: 'all' }
  /** When a layer shows what: its holds, its cycle, its places. */
  | { kind: 'timing'; layer: Id }
  /** A layer with its drawings as they were. */
  | { kind: 'layer'; layer: Id }
  | { kind: 'colours' }
  | { kind: 'sound' };

function layerOfVersion(version: Shot, id: Id): Layer {
  const layer = version.layers.find((each) => each.id === id);
  if (!layer) throw new Refused('This layer was not there yet in that version.');
  return layer;
}

/** Brings back the drawings that exposures show and the shot has no more. */
function bringDrawings(shot: Shot, version: Shot, { exposures }: Layer): void {
  for (const { cell } of exposures)
    if (cell?.kind === 'drawing' && !shot.drawings[cell.drawing] && version.drawings[cell.drawing])
      shot.drawings[cell.drawing] = version.drawings[cell.drawing];
}

/** @param files ids of files whose bytes are still kept @throws Refused, a sentence, when a part of it cannot be put back */
export function putBack(shot: Shot, version: Shot, part: VersionPart, files: ReadonlySet<Id>): void {
  const { assets } = plain(shot);
  const gone = Object.values(version.assets).find(({ id }) => !assets[id] && !files.has(id));
  const needsFiles = part.kind === 'all' || part.kind === 'sound' || part.kind === 'layer';
  if (needsFiles && gone)
    throw new Refused(
      `“${gone.name}” is not kept any more, and that version uses it. Put back its timing or its colours.`,
    );
  switch (part.kind) {
    case 'all': {
      const { id: _, within: __, ...all } = version;
      Object.assign(shot, all);
      return;
    }
    case 'timing': {
      const was = layerOfVersion(version, part.layer);
      const now = shot.layers.find(({ id }) => id === part.layer);
      if (!now) throw new Refused('This layer is not there any more. Put back the whole layer.');
      bringDrawings(shot, version, was);
      Object.assign(now, { exposures: was.exposures, afterLast: was.afterLast, moves: was.moves, grid: was.grid });
      shot.length = Math.max(
        shot.length,
        was.exposures.reduce((sum, { frames }) => sum + frames, 0),
      );
      break;
    }
    case 'layer': {
      const was = layerOfVersion(version, part.layer);
      for (const drawing of Object.values(version.drawings))
        if (drawing.layerId === was.id) shot.drawings[drawing.id] = drawing;
      for (const asset of Object.values(version.assets)) shot.assets[asset.id] ??= asset;
      const at = shot.layers.findIndex(({ id }) => id === was.id);
      if (at >= 0) shot.layers[at] = was;
      else shot.layers.splice(Math.min(shot.layers.length, version.layers.indexOf(was)), 0, was);
      break;
    }
    case 'colours':
      Object.assign(shot, { palettes: version.palettes, paletteCues: version.paletteCues });
      break;
    case 'sound':
      for (const asset of Object.values(version.assets)) shot.assets[asset.id] ??= asset;
      Object.assign(shot, { tracks: version.tracks, reading: version.reading });
      break;
  }
  mendReferences(shot, plain);
}
