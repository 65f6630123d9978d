import Check from 'lucide-react/icons/check';
import Unlink from 'lucide-react/icons/unlink';
import { type LinePair, pairLines, partLines } from '../../core/between/index.ts';
import type { Id } from '../../core/shot/index.ts';
import { Hint, IconButton } from '../parts/Button.tsx';
import { useOpenShot } from '../session/open-shot.ts';
import { lineName } from './line-name.ts';

/** The pairs that are not sure, the least sure first: agreed to or parted one by one. */
export function DoubtedList({
  way,
  pairs,
  onHover,
}: {
  way: [Id, Id];
  pairs: LinePair[];
  onHover(line: { side: 'a' | 'b'; line: Id } | null): void;
}) {
  const { session } = useOpenShot();
  if (pairs.length === 0) return null;
  const drawing = session.shot.drawings[way[0]];
  return (
    <section aria-label="Pairs to look at" className="flex max-h-40 shrink-0 flex-col gap-1">
      <h3 className="font-medium text-ochre">
        {pairs.length} {pairs.length === 1 ? 'pair' : 'pairs'} to look at
      </h3>
      <ul className="min-h-0 overflow-y-auto">
        {pairs.map(({ a, b }) => {
          const name = lineName(drawing, a);
          return (
            <li
              key={`${a} ${b}`}
              className="flex items-center gap-1 rounded px-1 hover:bg-wash/60"
              onPointerEnter={() => onHover({ side: 'a', line: a })}
              onPointerLeave={() => onHover(null)}
            >
              <Hint text={name}>
                <span className="min-w-0 flex-1 truncate">{name}</span>
              </Hint>
              <IconButton
                label={`${name}: the pair is right`}
                onClick={() => session.change('agree to a pair', (shot) => pairLines(shot, way, a, b))}
              >
                <Check size={14} />
              </IconButton>
              <IconButton
                label={`${name}: part the pair`}
                onClick={() => session.change('part a pair', (shot) => partLines(shot, way, [a, b]))}
              >
                <Unlink size={14} />
              </IconButton>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
