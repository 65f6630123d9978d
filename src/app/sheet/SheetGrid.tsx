import { useState } from 'react';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import { besideWords, cellWords } from './cell-words.ts';

/** Rows before and after the present frame that are there to be read. */
const AROUND = 4;

/**
 * The sheet for those who hear it: a grid of rows for frames and columns for layers, the cell in hand its active one. It has the focus of
 * the sheet; the same keys go through it as always. Only rows about the present frame are there, and only while it has the focus.
 */
export function SheetGrid() {
  const { session } = useOpenShot();
  const [focused, setFocused] = useState(false);
  const frame = useRestingFrame();
  const layerId = useView((state) => state.layerId);
  const shot = useShot((each) => each);
  const layers = [...shot.layers].reverse();
  const around = focused ? AROUND : 0;
  const from = Math.max(0, frame - around);
  const to = Math.min(shot.length - 1, frame + around);
  return (
    <table
      // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: a table whose cells are gone through by key is a grid
      role="grid"
      aria-label="Sheet"
      aria-rowcount={shot.length + 1}
      aria-colcount={layers.length + 1}
      aria-activedescendant="sheet-cell-in-hand"
      aria-readonly={session.readOnly !== null}
      tabIndex={0}
      className="pointer-events-none absolute inset-0 z-20 block -outline-offset-2"
      onFocus={() => setFocused(true)}
      onBlur={() => setFocused(false)}
    >
      <thead className="sr-only">
        <tr aria-rowindex={1}>
          <th scope="col">Frame, names, sounds, notes</th>
          {layers.map(({ id, name }) => (
            <th key={id} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="sr-only">
        {Array.from({ length: to - from + 1 }, (_, i) => from + i).map((at) => (
          <tr key={at} aria-rowindex={at + 2}>
            <th scope="row" aria-colindex={1}>
              {[`frame ${at + 1}`, besideWords(shot, at)].filter(Boolean).join(', ')}
            </th>
            {layers.map((layer, column) => {
              const inHand = at === frame && layer.id === layerId;
              return (
                <td
                  key={layer.id}
                  id={inHand ? 'sheet-cell-in-hand' : undefined}
                  aria-colindex={column + 2}
                  aria-current={inHand || undefined}
                >
                  {`${layer.name}, ${cellWords(shot, layer, at)}`}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
