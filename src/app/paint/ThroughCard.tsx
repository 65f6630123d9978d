import Check from 'lucide-react/icons/check';
import Down from 'lucide-react/icons/chevron-down';
import Up from 'lucide-react/icons/chevron-up';
import { useStore } from 'zustand';
import { colourOf, paletteAt } from '../../core/shot/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { acceptAll, alikeInHand, correct, lookAtPlace } from '../commands/paint.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { useOpenShot, useRestingFrame, useShotParts, useView } from '../session/open-shot.ts';
import { doubtsInHand } from './looked-at.ts';
import { PlaceRow } from './PlaceRow.tsx';

/** Paint through: carrying paint through the layer, and looking at what was not sure. */
export function ThroughCard() {
  const open = useOpenShot();
  const commands = useCommands();
  const shot = useShotParts('drawings', 'layers', 'palettes', 'paletteCues');
  const frame = useRestingFrame();
  const layer = useView((state) => shot.layers.find(({ id }) => id === state.layerId));
  const { at, busy } = useStore(open.paints.state);
  const swatch = useView((state) => state.swatch);
  const run = useCommand('paint-through');
  const over = useCommand('paint-through-over');
  const next = useCommand('unsure-next');
  const before = useCommand('unsure-before');
  const agree = useCommand('unsure-accept');
  const agreeAlike = useCommand('unsure-accept-alike');
  const allAre = useCommand('unsure-correct-alike');
  const doubts = doubtsInHand(open);
  const like = doubts[at] ? alikeInHand(open, doubts[at]) : [];
  const palette = paletteAt(shot, frame);
  const swatchOf = (id: string | null) => palette.swatches.find((each) => each.id === id);
  const inHand = swatchOf(swatch);
  return (
    <section aria-label="Paint through" className="flex h-full min-h-0 flex-col text-sm">
      <div className="flex flex-col gap-2 border-b border-rule p-3">
        <p>
          Paint one or two drawings of <b className="font-semibold">{layer?.name ?? 'the layer'}</b> whole; the others
          take after them. What you painted by hand stays.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button look="main" title={run.keys} disabled={busy !== null} onClick={run.run}>
            Paint through
          </Button>
          <Button title={`${over.name}  (${over.keys})`} disabled={busy !== null} onClick={over.run}>
            After this one alone
          </Button>
        </div>
      </div>
      <div className="flex h-9 shrink-0 items-center gap-1 border-b border-rule px-3">
        <h2 className="font-semibold">{doubts.length === 0 ? 'Nothing unsure' : `${doubts.length} to look at`}</h2>
        <span className="ml-auto flex">
          <IconButton label={before.name} keys={before.keys} onClick={before.run} disabled={doubts.length === 0}>
            <Up size={15} />
          </IconButton>
          <IconButton label={next.name} keys={next.keys} onClick={next.run} disabled={doubts.length === 0}>
            <Down size={15} />
          </IconButton>
        </span>
      </div>
      {doubts[at] && (
        <div className="flex flex-wrap items-center gap-2 border-b border-rule bg-lower px-3 py-2">
          <Button look="main" icon={<Check size={14} />} title={agree.keys} onClick={agree.run}>
            Right as it is
          </Button>
          <Button
            disabled={!inHand}
            icon={
              <span
                className="h-3.5 w-3.5 rounded-sm border border-ink/30"
                style={{ background: inHand && colourOf(inHand) }}
              />
            }
            onClick={() => void correct(commands, [doubts[at]])}
          >
            It is {inHand?.name}
          </Button>
          {like.length > 1 && (
            <div className="flex basis-full flex-wrap items-center gap-1">
              <span className="text-second">{like.length} like this:</span>
              <Button look="quiet" title={agreeAlike.keys} onClick={agreeAlike.run}>
                all right
              </Button>
              <Button look="quiet" title={allAre.keys} disabled={!inHand} onClick={allAre.run}>
                all {inHand?.name}
              </Button>
            </div>
          )}
        </div>
      )}
      <ul aria-label="Unsure regions" className="min-h-0 flex-1 overflow-y-auto p-1.5">
        {doubts.length === 0 && (
          <li className="px-2 py-6 text-center text-second">
            Regions whose colour is not sure are listed here after painting through.
          </li>
        )}
        {doubts.map((doubt, i) => (
          <PlaceRow
            key={`${doubt.drawing}${doubt.area ?? `${doubt.x} ${doubt.y}`}`}
            swatch={swatchOf(doubt.swatch)}
            name={swatchOf(doubt.swatch)?.name ?? 'left unpainted'}
            drawing={shot.drawings[doubt.drawing]}
            frame={doubt.frame}
            current={i === at}
            onGo={() => lookAtPlace(commands, i)}
          >
            <span className="w-9 text-right font-mono text-xs">{Math.round(100 * doubt.sure)} %</span>
          </PlaceRow>
        ))}
      </ul>
      {doubts.length > 1 && (
        <div className="border-t border-rule p-2">
          <Button look="quiet" onClick={() => acceptAll(commands)}>
            All {doubts.length} are right
          </Button>
        </div>
      )}
    </section>
  );
}
