/** What stands beside the columns of the sheet: the version laid there, or the present while that version itself is looked at. */
import { useSyncExternalStore } from 'react';
import type { Shot } from '../../core/shot/index.ts';
import { useOpenShot, useView } from '../session/open-shot.ts';

export function useBeside(): { name: string; shot: Shot } | null {
  const { session } = useOpenShot();
  const beside = useView((state) => state.beside);
  const looked = useSyncExternalStore(session.subscribeAround, () => session.lookedAt);
  const bundle = useSyncExternalStore(session.subscribeAround, () => session.bundle);
  // What is inside of a bundle is another stack of layers.
  if (!beside || bundle !== null) return null;
  return looked?.id === beside.id ? { name: 'the present', shot: session.present } : beside;
}
