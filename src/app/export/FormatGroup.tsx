import { FORMATS, PURPOSES_OF_FILES, type PurposeOfFile } from '../../core/export/index.ts';
import { Group } from './Group.tsx';
import type { OrderInHand } from './use-order.ts';

/** The formats by what people want them for; the one chosen says in a line what it is for. */
export function FormatGroup({ inHand: { format, shot, wishes, chooseFormat } }: { inHand: OrderInHand }) {
  const told = format.told?.(shot, wishes as never) ?? '';
  return (
    <Group name="Format">
      <div role="radiogroup" aria-label="Format" className="flex flex-col gap-1.5">
        {Object.entries(PURPOSES_OF_FILES).map(([purpose, words]) => {
          const those = FORMATS.filter((each) => each.purpose === (purpose as PurposeOfFile));
          if (those.length === 0) return null;
          return (
            <div key={purpose} className="flex items-start gap-2">
              <span className="w-[74px] shrink-0 pt-1 text-sm leading-tight text-second">{words}</span>
              <div className="flex flex-1 flex-wrap gap-1">
                {those.map(({ id, name, about }) => (
                  <button
                    key={id}
                    type="button"
                    role="radio"
                    aria-checked={format.id === id}
                    title={about}
                    onClick={() => chooseFormat(id)}
                    className={`h-7 rounded-md border px-2 text-sm whitespace-nowrap ${
                      format.id === id
                        ? 'border-accent bg-accent text-white'
                        : 'border-rule bg-white text-ink hover:bg-wash/60'
                    }`}
                  >
                    {name}
                  </button>
                ))}
              </div>
            </div>
          );
        })}
      </div>
      <p className="text-sm text-second">{format.about}</p>
      {told && <p className="text-sm text-attention">{told}</p>}
    </Group>
  );
}
