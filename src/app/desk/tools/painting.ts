/** What the tools of paint share: the drawing that takes the paint, its regions, and putting paint down. */
import { isGround, type PaintLook, type RegionMap, regionAt } from '../../../core/paint/index.ts';
import { addDrawing, drawingShown, exposureAt } from '../../../core/sheet/index.ts';
import { type Area, type Drawing, makeDrawing, newId } from '../../../core/shot/index.ts';
import { layerInHand } from '../../commands/layer-in-hand.ts';
import type { ToolDesk } from './tool.ts';

export interface Painting {
  drawing: Drawing;
  /** One edit of the drawing's paint; several of one painting are one undo. */
  put(label: string, edit: (paint: Area[]) => Area[]): void;
}

/** The drawing the pen paints on; null, and said why, when there is none. `lines`: it must have lines around it. */
export function paintingOn(desk: ToolDesk, lines = true): Painting | null {
  const { session, view, paints } = desk;
  const there = desk.drawing();
  if (there === null) return null;
  const { layerId, frame, newHold } = view.getState();
  const drawing = there === 'empty' ? makeDrawing(layerId, 1) : there;
  if (lines && paints.bounded(drawing, frame).lines.length === 0) {
    desk.say(
      there === 'empty'
        ? 'There are no lines here yet: draw first, or choose the layer whose lines bound the paint (“Lines”).'
        : 'This drawing has no lines: choose the layer whose lines bound the paint (“Lines”).',
    );
    return null;
  }
  const gesture = newId();
  let id = there === 'empty' ? '' : there.id;
  return {
    drawing,
    put(label, edit) {
      session.change(
        label,
        (shot) => {
          if (id === '') {
            // A layer of paint keeps the timing of its lines.
            const timing = timingOfLines(desk) ?? { from: frame, frames: newHold };
            id = addDrawing(shot, layerId, timing.from, timing.frames).id;
          }
          const own = shot.drawings[id];
          if (own) own.paint = edit(session.shot.drawings[id]?.paint ?? []);
        },
        gesture,
      );
    },
  };
}

/** How long the drawing whose lines are painted is held. */
function timingOfLines({ session, view }: ToolDesk): { from: number; frames: number } | null {
  const { linesOf, frame, layerId } = view.getState();
  const { layers } = session.shot;
  const place = layers.findIndex(({ id }) => id === layerId);
  const those = linesOf.length > 0 ? layers.filter(({ id }) => linesOf.includes(id)) : layers.slice(place + 1);
  for (const layer of those) {
    const placed = exposureAt(layer.exposures, frame);
    if (placed?.exposure.cell?.kind === 'drawing' && drawingShown(session.shot, layer, frame))
      return { from: placed.start, frames: placed.exposure.frames };
  }
  return null;
}

/** Does something with a drawing's regions, at once when they are read, else as soon as they are. */
export function withRegions({ paints }: ToolDesk, { drawing }: Painting, run: (map: RegionMap) => void): void {
  const map = paints.regions(drawing);
  if (map instanceof Promise) void map.then((made) => made && run(made));
  else run(map);
}

/** The region at a place that paint may be poured into; 0, and said why, where that is none. */
export function regionToPour(desk: ToolDesk, map: RegionMap, x: number, y: number): number {
  const { width, height } = desk.session.shot;
  if (x < 0 || y < 0 || x >= width || y >= height) return 0;
  const label = regionAt(map, x, y);
  if (label === 0 || !isGround(map, label) || layerInHand(desk)?.purpose === 'background') return label;
  // Touched again it is meant.
  if (desk.paints.groundTouched === map) return label;
  desk.paints.groundTouched = map;
  const { gap } = desk.view.getState().tools.pour;
  desk.say(
    `That is the ground outside, up to the edge of the paper: nothing was poured. If it should be enclosed, an opening is wider than ${gap} px: widen “Openings”, or draw a line across. Touched again, it is poured all the same.`,
  );
  return 0;
}

export const lookInHand = ({ view }: Pick<ToolDesk, 'view'>): PaintLook => {
  const { edge, soft, under } = view.getState().tools.pour;
  return { edge, soft, under };
};
