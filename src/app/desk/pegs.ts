/** Ghosts off their pegs. */
import { IDENTITY, type Matrix } from '../../core/plane/index.ts';
import type { Id } from '../../core/shot/index.ts';
import type { ViewStore } from '../session/view-state.ts';

/** Lays a drawing's ghost somewhere else; the identity puts it back on its pegs. */
export function setPegs(view: ViewStore, id: Id, map: Matrix): void {
  view.setState(({ ghosts }) => {
    const { [id]: _, ...others } = ghosts.offPegs;
    const home = map.every((value, i) => value === IDENTITY[i]);
    return { ghosts: { ...ghosts, on: true, offPegs: home ? others : { ...others, [id]: map } } };
  });
}

export function allOnPegs(view: ViewStore): void {
  view.setState(({ ghosts }) => ({ ghosts: { ...ghosts, offPegs: {} }, ghostInHand: null }));
}
