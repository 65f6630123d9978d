import { type AloneLine, setAlone } from '../../core/between/index.ts';
import { ALONE_WAYS, type AloneWay, type Id } from '../../core/shot/index.ts';
import { Hint } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { useOpenShot } from '../session/open-shot.ts';
import { lineName } from './line-name.ts';

const WORDS: Record<AloneWay, string> = {
  leave: 'leave out',
  fade: 'fade',
  keep: 'keep',
};

function Ways({ label, value, onChoose }: { label: string; value: AloneWay | ''; onChoose(way: AloneWay): void }) {
  return (
    <ChoiceList
      label={label}
      value={value}
      options={[...(value === '' ? [['', '…'] as const] : []), ...ALONE_WAYS.map((way) => [way, WORDS[way]] as const)]}
      onChoose={(way) => way !== '' && onChoose(way)}
    />
  );
}

/** The lines only one of two drawings has, and what becomes of each. */
export function AloneList({
  way,
  alone,
  onHover,
}: {
  way: [Id, Id];
  alone: AloneLine[];
  onHover(line: { side: 'a' | 'b'; line: Id } | null): void;
}) {
  const { session } = useOpenShot();
  const set = (lines: Id[], how: AloneWay) =>
    session.change('lines without a partner', (shot) => setAlone(shot, way, lines, how));
  if (alone.length === 0) return <p className="text-second">Every line has its partner.</p>;
  const same = alone.every((each) => each.way === alone[0].way) ? alone[0].way : '';
  const nameOf = ({ line, side }: AloneLine) => lineName(session.shot.drawings[way[side === 'a' ? 0 : 1]], line);
  return (
    <section aria-label="Lines without a partner" className="flex min-h-0 flex-col gap-1">
      <header className="flex items-center justify-between">
        <h3 className="font-medium text-attention">{alone.length} without a partner</h3>
        {alone.length > 1 && (
          <Ways
            label="All lines without a partner"
            value={same}
            onChoose={(how) =>
              set(
                alone.map(({ line }) => line),
                how,
              )
            }
          />
        )}
      </header>
      <ul className="min-h-0 overflow-y-auto">
        {alone.map((each) => (
          <li
            key={each.line}
            className="flex items-center justify-between gap-1 rounded px-1 hover:bg-wash/60"
            onPointerEnter={() => onHover({ side: each.side, line: each.line })}
            onPointerLeave={() => onHover(null)}
          >
            <Hint text={nameOf(each)}>
              <span className="truncate">{nameOf(each)}</span>
            </Hint>
            <Ways
              label={`What becomes of ${nameOf(each)}`}
              value={each.way}
              onChoose={(how) => set([each.line], how)}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
