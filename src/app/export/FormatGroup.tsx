import { FORMATS, PURPOSES_OF_FILES, type PurposeOfFile } from '../../core/export/index.ts';
import { Choices, Chosen } from '../parts/Choice.tsx';
import { Group } from './Group.tsx';
import type { OrderInHand } from './use-order.ts';

/** The formats by what people want them for; the one chosen says in a line what it is for. */
export function FormatGroup({ inHand: { format, shot, wishes, chooseFormat } }: { inHand: OrderInHand }) {
  const told = format.told?.(shot, wishes as never) ?? '';
  return (
    <Group name="Format">
      <Choices label="Format" className="flex flex-col gap-1.5" value={format.id} onChoose={chooseFormat}>
        {Object.entries(PURPOSES_OF_FILES).map(([purpose, words]) => {
          const those = FORMATS.filter((each) => each.purpose === (purpose as PurposeOfFile));
          if (those.length === 0) return null;
          return (
            <div key={purpose} className="flex items-start gap-2">
              <span className="w-[4.625rem] shrink-0 pt-1 text-sm leading-tight text-second">{words}</span>
              <div className="flex flex-1 flex-wrap gap-1">
                {those.map(({ id, name, about }) => (
                  <Chosen
                    key={id}
                    value={id}
                    about={about}
                    className="h-7 rounded-md border border-rule bg-field px-2 text-sm whitespace-nowrap text-ink hover:bg-wash/60 aria-checked:border-accent aria-checked:bg-accent aria-checked:text-white"
                  >
                    {name}
                  </Chosen>
                ))}
              </div>
            </div>
          );
        })}
      </Choices>
      <p className="text-sm text-second">{format.about}</p>
      {told && <p className="text-sm text-attention">{told}</p>}
    </Group>
  );
}
