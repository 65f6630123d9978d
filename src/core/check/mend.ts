/** Edits that put a finding right. For `change()` recipes: each is one step of undo. */
import { transformDrawn, transformPicked } from '../ink/transform.ts';
import { about, scaling, translation } from '../plane/matrix.ts';
import { setSpacing } from '../sheet/chart-edits.ts';
import { chartAt } from '../sheet/charts.ts';
import { renumber } from '../sheet/drawing-edits.ts';
import { layerOf, pinClip, retimeLayer } from '../sheet/edit.ts';
import { placedExposures } from '../sheet/exposures.ts';
import { closeUpSpan } from '../sheet/pieces.ts';
import { newId } from '../shot/ids.ts';
import { LIMITS } from '../shot/make.ts';
import type { Drawing, Shot, Spot } from '../shot/model.ts';
import { Refused } from '../shot/refused.ts';
import type { Mend, Picked } from './finding.ts';
import { lineAt } from './follow.ts';

function drawn(shot: Shot, id: string) {
  const drawing = shot.drawings[id];
  if (!drawing) throw new Refused('The drawing this was found on is gone. Look again.');
  const layer = shot.layers.find((each) => each.id === drawing.layerId);
  if (layer?.locked)
    throw new Refused(`“${layer.name}” is locked. Unlock it in the list of layers to change its drawings.`);
  return drawing;
}

/** Carries what is followed along when its drawing is carried, or the lines it is on. */
function carrySpots(shot: Shot, { id, ink }: Drawing, x: number, y: number, only?: Picked): void {
  const goes = (spot: Spot) => {
    if (spot.drawing !== id) return false;
    const line = only ? lineAt(ink, spot) : null;
    return !only || (line !== null && only.strokes.includes(line));
  };
  for (const point of shot.checks.followed)
    point.spots = point.spots.map((spot) => (goes(spot) ? { ...spot, x: spot.x + x, y: spot.y + y } : spot));
}

/** Moves the exposures of some frames earlier or later by so many frames; their neighbours give and take the time. */
function shift(shot: Shot, layerId: string, from: number, to: number, by: number): void {
  const list = layerOf(shot, layerId).exposures;
  const first = placedExposures(list).find(({ start }) => start === from)?.index;
  if (first === undefined) throw new Refused('What this was found on stands elsewhere now. Look again.');
  const last = placedExposures(list).findLast(({ start }) => start < to)!.index;
  const [before, after] = [list[first - 1], list[last + 1]];
  if (by < 0 ? !before || before.frames + by < 1 : after && after.frames - by < 1)
    throw new Refused('There is no room to move it there: its neighbour would be gone. Move it by hand.');
  retimeLayer(shot, layerId, (all) =>
    all.flatMap((exposure, i) => {
      if (i === first - 1) return [{ ...exposure, frames: exposure.frames + by }];
      if (i === last + 1) return [{ ...exposure, frames: exposure.frames - by }];
      return [exposure];
    }),
  );
}

/** Lays a sound to a drawing: back to the one it is pinned to, or to where another begins, and pins it there. */
function toPin(shot: Shot, id: string, to?: string): void {
  const clip = shot.tracks.flatMap(({ clips }) => clips).find((each) => each.id === id);
  const exposure = to ?? clip?.pin?.exposure;
  const start = shot.layers
    .flatMap(({ exposures }) => placedExposures(exposures))
    .find((each) => each.exposure.id === exposure)?.start;
  if (!clip || start === undefined) throw new Refused('The sound or the drawing it belongs to is gone. Look again.');
  clip.frame = start + (to ? 0 : (clip.pin?.offset ?? 0));
  if (to) pinClip(shot, id, to);
}

/** @throws Refused where the shot has changed so that it cannot be done */
export function mendFinding(shot: Shot, mend: Mend): void {
  switch (mend.kind) {
    case 'carry': {
      const drawing = drawn(shot, mend.drawing);
      const map = translation(mend.x, mend.y);
      carrySpots(shot, drawing, mend.x, mend.y, mend.only);
      Object.assign(drawing, mend.only ? transformPicked(drawing, mend.only, map) : transformDrawn(drawing, map));
      return;
    }
    case 'scale': {
      const drawing = drawn(shot, mend.drawing);
      const map = about(scaling(mend.across, mend.down), mend.about.x, mend.about.y);
      Object.assign(drawing, transformPicked(drawing, { strokes: mend.lines, areas: mend.areas }, map));
      return;
    }
    case 'arc':
      if (shot.guides.arcs.length >= LIMITS.maxArcs)
        throw new Refused(`There are ${LIMITS.maxArcs} arcs; there can be no more.`);
      shot.guides.arcs.push({ id: newId(), points: mend.points });
      return;
    case 'chart': {
      const drawing = drawn(shot, mend.drawing);
      const start = placedExposures(layerOf(shot, drawing.layerId).exposures).find(
        ({ exposure: { cell } }) => cell?.kind === 'drawing' && cell.drawing === drawing.id,
      )?.start;
      const chart = start === undefined ? null : chartAt(shot, drawing.layerId, start);
      if (!chart) throw new Refused('There is no timing chart around this drawing any more.');
      setSpacing(shot, chart, drawing.id, mend.spacing);
      return;
    }
    case 'take off':
      closeUpSpan(shot, { layers: [mend.layer], from: mend.from, to: mend.to });
      return;
    case 'shift':
      shift(shot, mend.layer, mend.from, mend.to, mend.by);
      return;
    case 'pin':
      toPin(shot, mend.clip, mend.exposure);
      return;
    case 'to pin':
      toPin(shot, mend.clip);
      return;
    case 'renumber':
      renumber(shot, mend.layer);
      return;
    case 'open':
      return;
  }
}
