import { useStore } from 'zustand';
import { isMeant } from '../../core/check/index.ts';
import type { Id } from '../../core/shot/index.ts';
import { Hint } from '../parts/Button.tsx';
import { useOpenShot, useShot } from '../session/open-shot.ts';

/** How much the checks have found on a layer the last time it was looked over, beside its name; nothing where it is nothing. */
export function FoundCount({ layer }: { layer: Id }) {
  const { checks } = useOpenShot();
  const notes = useShot((shot) => shot.checks);
  const count = useStore(checks.state, ({ found }) =>
    Object.entries(found).reduce(
      (sum, [name, { result }]) =>
        name.startsWith(`${layer} `)
          ? sum + result.findings.filter((each) => each.layer === layer && !isMeant({ checks: notes }, each)).length
          : sum,
      0,
    ),
  );
  if (count === 0) return null;
  return (
    <Hint text={`The checks have found ${count === 1 ? 'one thing' : `${count} things`} on it`}>
      <span className="rounded-full border border-attention/40 bg-panel px-1.5 font-mono text-xs text-attention tabular">
        {count}
      </span>
    </Hint>
  );
}
