/** Which ghosts lie under the drawing in hand, and what is looked at in its place while a key is held. */
import { IDENTITY } from '../../core/plane/index.ts';
import { neighbours, shownExposure } from '../../core/sheet/index.ts';
import type { CellRef, Id, Layer, Shot } from '../../core/shot/index.ts';
import type { GhostWish } from '../../workers/paper-wish.ts';
import { pegsOf } from '../session/ghost-settings.ts';
import type { OpenShot } from '../session/open-shot.ts';

export const GHOST_BEFORE = '#a8327e';
export const GHOST_AFTER = '#0d8078';
const GHOST_PINNED = '#2f3fa8';
export const ROUGH_TINT = '#5f83c4';

/** All ghosts together are never stronger than this: the present line stays clearest. */
const STRENGTH_OF_ALL = 1.3;
const PINNED_STRENGTH = 0.45;
const SEEN = 0.005;

const GHOST_HALF = '#4c6478';
const HALF_STRENGTH = 0.4;

type Open = Pick<OpenShot, 'session' | 'view'>;

/** Whether a cell is counted as a neighbour: any, or keys alone. */
export function ghostCounts(shot: Pick<Shot, 'drawings'>, keysOnly: boolean): (cell: CellRef) => boolean {
  return (cell) => !keysOnly || (cell.kind === 'drawing' && shot.drawings[cell.drawing]?.role === 'key');
}

/** The ghosts to show, farthest first so that the nearest lies on top. */
export function ghostWishes({ session, view, betweens }: Open & Pick<OpenShot, 'betweens'>): GhostWish[] {
  const { ghosts, roll, peek, layerId, frame } = view.getState();
  const { shot } = session;
  if (!ghosts.on || roll || peek) return [];
  const layers = shot.layers.filter(
    ({ id, visible, purpose }) => visible && (id === layerId || (ghosts.allLayers && purpose !== 'background')),
  );
  const wish = (cell: CellRef, tint: string, strength: number): GhostWish => ({
    cell,
    tint: ghosts.ownColours ? null : tint,
    strength,
    filled: ghosts.filled,
    pegs: cell.kind === 'drawing' ? pegsOf(ghosts, cell.drawing) : IDENTITY,
  });
  const counts = ghostCounts(shot, ghosts.keysOnly);
  const around = layers.flatMap((layer) => {
    const { before, after } = neighbours(layer, frame, Math.max(ghosts.countBefore, ghosts.countAfter), counts);
    return [
      ...before
        .slice(0, ghosts.countBefore)
        .map((each, i) => wish(each.cell, GHOST_BEFORE, ghosts.before[i]))
        .reverse(),
      ...after
        .slice(0, ghosts.countAfter)
        .map((each, i) => wish(each.cell, GHOST_AFTER, ghosts.after[i]))
        .reverse(),
    ];
  });
  const pinned = ghosts.pinned
    .filter((id) => shot.drawings[id])
    .map((id) => wish({ kind: 'drawing', drawing: id }, GHOST_PINNED, PINNED_STRENGTH));
  const { half } = betweens.state.getState();
  const computed: GhostWish[] = half
    ? [
        {
          cell: { kind: 'computed', key: half.key },
          tint: GHOST_HALF,
          strength: HALF_STRENGTH,
          filled: false,
          pegs: IDENTITY,
        },
      ]
    : [];
  return softened([...around, ...pinned, ...computed].filter(({ strength }) => strength > SEEN));
}

/** Many ghosts are each made paler, so that together they stay behind the present line. */
function softened(ghosts: GhostWish[]): GhostWish[] {
  const sum = ghosts.reduce((all, { strength }) => all + strength, 0);
  if (sum <= STRENGTH_OF_ALL) return ghosts;
  return ghosts.map((ghost) => ({ ...ghost, strength: (ghost.strength * STRENGTH_OF_ALL) / sum }));
}

/** The drawings seen as ghosts of the layer in hand, for taking them off their pegs; the nearest first. */
export function ghostDrawings(open: Open & Pick<OpenShot, 'betweens'>): Id[] {
  return ghostWishes(open)
    .flatMap(({ cell }) => (cell.kind === 'drawing' ? cell.drawing : []))
    .reverse();
}

/** The rough that belongs to what is in hand: the nearest rough layer below it that shows something here. */
function roughShown(shot: Shot, hand: Layer | undefined, frame: number): CellRef | null {
  const place = hand ? shot.layers.indexOf(hand) : shot.layers.length;
  const roughs = shot.layers.filter(({ purpose, id }) => purpose === 'rough' && id !== hand?.id);
  const below = roughs.filter((layer) => shot.layers.indexOf(layer) < place).reverse();
  for (const layer of [...below, ...roughs]) {
    const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
    if (cell) return cell;
  }
  return null;
}

/** What is shown in place of the drawing in hand: null for the drawing itself. */
export function peekedCell({ session, view }: Open): CellRef | null {
  const { peek, layerId, frame, ghosts } = view.getState();
  const { shot } = session;
  const layer = shot.layers.find(({ id }) => id === layerId);
  if (!peek) return null;
  if (peek === 'model') return shot.model;
  if (peek === 'rough') return roughShown(shot, layer, frame);
  if (!layer) return null;
  return neighbours(layer, frame, 1, ghostCounts(shot, ghosts.keysOnly))[peek][0]?.cell ?? null;
}
