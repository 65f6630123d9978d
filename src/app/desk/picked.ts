/** What is picked on the paper, as it stands now, and changes to it. */

import { allOf, boxOf, likePicked, type Pick, stillThere, transformPicked } from '../../core/ink/index.ts';
import type { Matrix, Point } from '../../core/plane/index.ts';
import { drawingShown, drawingsIn } from '../../core/sheet/index.ts';
import type { Drawing } from '../../core/shot/index.ts';
import { layerInHand } from '../commands/layer-in-hand.ts';
import type { OpenShot } from '../session/open-shot.ts';

type Open = globalThis.Pick<OpenShot, 'session' | 'view'>;

/** The drawing picked from and what of it is still there; null when nothing is picked, or another drawing is shown. */
export function pickedNow(open: Open): { drawing: Drawing; pick: Pick } | null {
  const { picked, frame, tool } = open.view.getState();
  const layer = layerInHand(open);
  if (!picked || !layer || tool !== 'pick') return null;
  const drawing = drawingShown(open.session.shot, layer, frame);
  if (drawing?.id !== picked.drawing) return null;
  const pick = stillThere(drawing, picked);
  return pick.strokes.length + pick.areas.length > 0 ? { drawing, pick } : null;
}

/** The point what is picked is turned and scaled about. */
export function pivotOf(open: Open): Point {
  const now = pickedNow(open);
  const box = now && boxOf(now.drawing, now.pick);
  return (
    open.view.getState().picked?.pivot ??
    (box ? { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 } : { x: 0, y: 0 })
  );
}

/** The drawings a change is done to: the one in hand, and those chosen on the sheet when that is wished. */
function changed(open: Open, own: Drawing): Drawing[] {
  const { selection, tools } = open.view.getState();
  if (!tools.pick.chosenToo || !selection) return [own];
  const all = drawingsIn(open.session.shot, { ...selection, layers: [own.layerId] });
  return all.some(({ id }) => id === own.id) ? all : [own, ...all];
}

/** Maps what is picked. Edits with the same gesture are one step of undo. */
export function changePicked(open: Open, label: string, map: Matrix, gesture = ''): void {
  const now = pickedNow(open);
  if (!now) return;
  const others = changed(open, now.drawing);
  open.session.change(
    others.length > 1 ? `${label} in ${others.length} drawings` : label,
    (shot) => {
      for (const other of others)
        Object.assign(shot.drawings[other.id], transformPicked(other, likePicked(now.drawing, now.pick, other), map));
    },
    gesture,
  );
}

/** Picks in the drawing shown; nothing picked is null. */
export function setPicked({ view }: Open, drawing: Drawing, pick: Pick): void {
  const any = pick.strokes.length + pick.areas.length > 0;
  view.setState({ picked: any ? { drawing: drawing.id, ...pick, pivot: null } : null, changing: null });
}

export function pickAll(open: Open): void {
  const layer = layerInHand(open);
  const drawing = layer && drawingShown(open.session.shot, layer, open.view.getState().frame);
  if (drawing) setPicked(open, drawing, allOf(drawing));
}

/** Gives the picked lines and paint a name, in every drawing the change is done to. */
export function namePicked(open: Open, name: string): void {
  const now = pickedNow(open);
  if (!now) return;
  open.session.change('name what is picked', (shot) => {
    for (const other of changed(open, now.drawing)) {
      const { strokes, areas } = likePicked(now.drawing, now.pick, other);
      const wanted = new Set([...strokes, ...areas]);
      const { ink, paint } = shot.drawings[other.id];
      for (const each of [...ink, ...paint]) if (wanted.has(each.id)) each.name = name;
    }
  });
}
