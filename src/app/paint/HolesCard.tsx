import Search from 'lucide-react/icons/search';
import { useStore } from 'zustand';
import { FAULTS, type FaultKind } from '../../core/paint/index.ts';
import { paletteAt } from '../../core/shot/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { lookAtPlace } from '../commands/paint.ts';
import { Button } from '../parts/Button.tsx';
import { useOpenShot, useRestingFrame, useShotParts, useView } from '../session/open-shot.ts';
import { faultsInHand, listInSight } from './looked-at.ts';
import { PlaceRow } from './PlaceRow.tsx';

const KINDS: Record<FaultKind, [one: string, many: string]> = {
  hole: ['unpainted region', 'unpainted regions'],
  speck: ['speck', 'specks'],
  leak: ['leak', 'leaks'],
  once: ['colour used once', 'colours used once'],
  jump: ['colour that jumps', 'colours that jump'],
};

/** Holes: everything that is not as paint should be, by drawing and frame. */
export function HolesCard() {
  const open = useOpenShot();
  const commands = useCommands();
  const shot = useShotParts('drawings', 'layers', 'palettes', 'paletteCues');
  const frame = useRestingFrame();
  const layer = useView((state) => shot.layers.find(({ id }) => id === state.layerId));
  const { at, busy, faults: found } = useStore(open.paints.state);
  const look = useCommand('look-for-holes');
  const fix = useCommand('fill-specks');
  const faults = faultsInHand(open);
  const places = listInSight(open);
  const palette = paletteAt(shot, frame);
  const counts = FAULTS.map((kind) => [kind, faults.filter((fault) => fault.kind === kind).length] as const);
  const looked = found?.layerId === layer?.id && found !== null;
  return (
    <section aria-label="Holes" className="flex h-full min-h-0 flex-col text-sm">
      <div className="flex flex-col gap-2 border-b border-rule p-3">
        <div className="flex flex-wrap gap-2">
          <Button look="main" icon={<Search size={14} />} title={look.keys} disabled={busy !== null} onClick={look.run}>
            Look for holes
          </Button>
          <Button title={fix.keys} disabled={busy !== null} onClick={fix.run}>
            Fill all specks
          </Button>
        </div>
        {looked && (
          <p>
            {faults.length === 0
              ? `Nothing found on “${layer?.name}”.`
              : counts
                  .filter(([, count]) => count > 0)
                  .map(([kind, count]) => `${count} ${KINDS[kind][count === 1 ? 0 : 1]}`)
                  .join(', ')}
          </p>
        )}
      </div>
      <ul aria-label="Holes found" className="min-h-0 flex-1 overflow-y-auto p-1.5">
        {!looked && (
          <li className="px-2 py-6 text-center text-second">
            Unpainted regions, specks, paint that runs out, colours used once and colours that jump for a drawing or two
            are listed here.
          </li>
        )}
        {faults.map((fault, i) => {
          const own = palette.swatches.find(({ id }) => id === fault.swatch);
          return (
            <PlaceRow
              key={`${fault.kind}${fault.drawing}${fault.x} ${fault.y}`}
              swatch={own}
              name={own ? `${KINDS[fault.kind][0]}: ${own.name}` : KINDS[fault.kind][0]}
              drawing={shot.drawings[fault.drawing]}
              frame={places[i]?.frame ?? 0}
              current={i === at}
              onGo={() => lookAtPlace(commands, i)}
            />
          );
        })}
      </ul>
    </section>
  );
}
