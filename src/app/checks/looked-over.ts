/** What the check in hand has found on the layer in hand. */
import { useEffect } from 'react';
import { useStore } from 'zustand';
import { CHECKS, type Check, type CheckResult, checkOf, type Finding, isMeant } from '../../core/check/index.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';

/** A layer is looked over once nothing has changed for so long, milliseconds. */
const SETTLED_MS = 150;

export const checkInHand = (id: string): Check => checkOf(id) ?? CHECKS[0];

/** Looks the layer in hand over whenever it has changed. Null while it was never looked over, or there is no layer. */
export function useLookedOver(): CheckResult | null {
  const { checks, session, view } = useOpenShot();
  const id = useView((state) => state.check);
  const layerId = useView((state) => state.layerId);
  const range = useView((state) => state.range);
  const shot = useShot((each) => each);
  const check = checkInHand(id);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another version of the shot is looked over anew
  useEffect(() => {
    const timer = setTimeout(() => {
      const layer = session.shot.layers.find((each) => each.id === view.getState().layerId);
      if (!layer) return;
      void checks.findChanged(layer).then(() => {
        const now = session.shot.layers.find(({ id }) => id === layer.id);
        if (now) return checks.look(check, now, range ?? { from: 0, to: session.shot.length - 1 });
      });
    }, SETTLED_MS);
    return () => clearTimeout(timer);
  }, [checks, session, view, check, layerId, range, shot]);
  return useStore(checks.state, ({ found }) => found[`${layerId} ${check.id}`]?.result ?? null);
}

/** The findings in sight, worst first: those of the check in hand on the layer in hand, the meant ones where they are wanted. */
export function findingsInHand({ checks, session, view }: Pick<OpenShot, 'checks' | 'session' | 'view'>): Finding[] {
  const { check, layerId, showMeant } = view.getState();
  const found = checks.lastOf(checkInHand(check), layerId)?.findings ?? [];
  return showMeant ? found : found.filter((each) => !isMeant(session.shot, each));
}
