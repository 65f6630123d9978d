/** The followed points' places on the drawings around the playhead. */
import { useEffect, useState } from 'react';
import type { FollowedPlace } from '../../core/between/index.ts';
import { placedExposures } from '../../core/sheet/index.ts';
import type { Drawing, Id, Shot } from '../../core/shot/index.ts';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import type { FollowedPoint } from '../session/slices/paper.ts';
import type { Selection } from '../session/slices/sheet.ts';

/** Drawings looked at on each side of the playhead. */
const AROUND = 12;
const REST_MS = 120;

/** A followed point through the drawings: where it is on each, in the order of the sheet. */
export interface FollowedArc {
  id: Id;
  places: { drawing: Id; frame: number; at: FollowedPlace }[];
}

/** The layer's drawings that are looked at: the chosen ones, else those around the frame and the one touched. */
function drawingsAround(shot: Shot, layerId: Id, frame: number, selection: Selection | null) {
  const layer = shot.layers.find(({ id }) => id === layerId);
  const all: { drawing: Drawing; frame: number }[] = [];
  for (const { exposure, start } of layer ? placedExposures(layer.exposures) : []) {
    const drawing = exposure.cell?.kind === 'drawing' ? shot.drawings[exposure.cell.drawing] : null;
    if (drawing && drawing.ink.length > 0 && all.at(-1)?.drawing.id !== drawing.id) all.push({ drawing, frame: start });
  }
  if (selection?.layers.includes(layerId) && selection.to - selection.from > 1)
    return all.filter((each) => each.frame >= selection.from && each.frame < selection.to);
  const here = all.findLastIndex((each) => each.frame <= frame);
  return all.slice(Math.max(0, here - AROUND), here + AROUND + 1);
}

/** Finds the followed points again whenever a drawing, the timing or the playhead changes. */
export function useFollowed(): FollowedArc[] {
  const { betweens, session } = useOpenShot();
  const followed = useView((state) => state.followed);
  const selection = useView((state) => state.selection);
  const layerId = useView((state) => state.layerId);
  const frame = useRestingFrame();
  const drawings = useShot((shot) => shot.drawings);
  const exposures = useShot((shot) => shot.layers.find(({ id }) => id === layerId)?.exposures);
  const [arcs, setArcs] = useState<FollowedArc[]>([]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawings and exposures say when to look again
  useEffect(() => {
    const own = followed.filter((each) => each.layerId === layerId);
    if (own.length === 0) {
      setArcs([]);
      return;
    }
    let gone = false;
    const timer = setTimeout(async () => {
      const out: FollowedArc[] = [];
      for (const point of own) {
        const arc = await arcOf(point);
        if (gone) return;
        if (arc) out.push(arc);
      }
      setArcs(out);
    }, REST_MS);
    const arcOf = async ({ id, drawing, line, share }: FollowedPoint): Promise<FollowedArc | null> => {
      const around = drawingsAround(session.shot, layerId, frame, selection);
      const at = around.findIndex((each) => each.drawing.id === drawing);
      if (at < 0) return null;
      const inks = around.map((each) => each.drawing.ink);
      const places = await betweens.follow(inks, at, line, share);
      return {
        id,
        places: places.flatMap((place, i) =>
          place ? [{ drawing: around[i].drawing.id, frame: around[i].frame, at: place }] : [],
        ),
      };
    };
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [betweens, session, followed, selection, layerId, frame, drawings, exposures]);
  return arcs;
}

/** From each place to the next, pixels. */
export function spacingOf({ places }: FollowedArc): number[] {
  return places.slice(1).map(({ at: { x, y } }, i) => Math.hypot(x - places[i].at.x, y - places[i].at.y));
}
