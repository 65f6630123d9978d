import Eye from 'lucide-react/icons/eye';
import EyeOff from 'lucide-react/icons/eye-off';
import { useEffect, useRef, useState } from 'react';
import { isFirstPass } from '../../core/between/index.ts';
import { cellRevision } from '../../core/picture/index.ts';
import { cellName, neighbours, shownExposure } from '../../core/sheet/index.ts';
import { type CellRef, colourMap, paletteAt, type Shot } from '../../core/shot/index.ts';
import { useCommand } from '../commands/context.ts';
import { IconButton } from '../parts/Button.tsx';
import { CellThumb } from '../parts/CellThumb.tsx';
import { useScale } from '../parts/scale.ts';
import { useRestingFrame, useShotParts, useView } from '../session/open-shot.ts';
import { GhostThumb } from './GhostThumb.tsx';
import { GHOST_AFTER, GHOST_BEFORE, ghostCounts } from './ghost-wishes.ts';
import { RollCard } from './RollCard.tsx';

/** Heights of the neighbours' pictures and of the one in hand, and the widths they may take of the room there is. */
const HEIGHT = 64;
const OWN_HEIGHT = 92;
const GAP = 10;
const PADDING = 24;
/** Below this width of a picture fewer neighbours are shown: their words would run together. */
const NARROWEST = 64;
/** From this width of its picture on the words of the drawing in hand have room to say how it was made. */
const ROOM_FOR_PASS = 130;

/** Pictures grow by steps: while the border of the sheet is dragged they are not painted anew for every pixel. */
const stepped = (width: number) => 8 * Math.floor(width / 8);

/** Widths of the pictures so that all fit with their words: the one in hand is half again as wide as a neighbour. */
function widths(room: number, ratio: number): { own: number; ghost: number; count: 0 | 1 | 2 } {
  const widthFor = (count: number) => (room - PADDING - 2 * count * GAP) / (1.45 + 2 * count);
  const count = widthFor(2) >= NARROWEST ? 2 : widthFor(1) >= NARROWEST ? 1 : 0;
  const ghost = stepped(Math.min(HEIGHT * ratio, 116, widthFor(count)));
  return { ghost, own: stepped(Math.min(OWN_HEIGHT * ratio, 164, ghost * 1.45)), count };
}

function versionOf(
  shot: Pick<Shot, 'drawings' | 'bundles' | 'palettes' | 'paletteCues'>,
  cell: CellRef,
  frame: number,
  tint: string | null,
): string {
  return `${cellRevision(shot, cell)}|${tint ?? [...colourMap(paletteAt(shot, frame)).values()].join('')}`;
}

/** The fan of neighbouring drawings under the paper, with the strength of each ghost. */
export function Roll() {
  const shot = useShotParts('drawings', 'bundles', 'layers', 'width', 'height', 'palettes', 'paletteCues');
  // While playing the fan rests: it would only flicker.
  const frame = useRestingFrame();
  const layerId = useView((state) => state.layerId);
  const ghosts = useView((state) => state.ghosts);
  const toggle = useCommand('ghosts');
  const layer = shot.layers.find((each) => each.id === layerId);
  const own = layer ? shownExposure(layer.exposures, layer.afterLast, frame) : null;
  const around = layer ? neighbours(layer, frame, 2, ghostCounts(shot, ghosts.keysOnly)) : { before: [], after: [] };
  const cell = own?.exposure.cell;
  const shown = cell?.kind === 'drawing' ? shot.drawings[cell.drawing] : undefined;
  const computed = shown !== undefined && isFirstPass(shown);
  const ratio = shot.width / shot.height;
  const fan = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(560);
  useEffect(() => {
    const sizes = new ResizeObserver(([entry]) => setRoom(entry.contentRect.width + PADDING));
    sizes.observe(fan.current!);
    return () => sizes.disconnect();
  }, []);
  const scale = useScale();
  const fitted = widths(room / scale, ratio);
  const [ownWidth, width, count] = [fitted.own * scale, fitted.ghost * scale, fitted.count];

  const ghost = (side: 'before' | 'after', i: 0 | 1) => {
    const each = around[side][i];
    if (!each) return <div key={`${side}${i}`} style={{ width }} />;
    const tint = side === 'before' ? GHOST_BEFORE : GHOST_AFTER;
    return (
      <GhostThumb
        key={`${side}${i}`}
        side={side}
        place={i}
        cell={each.cell}
        frame={each.frame}
        name={cellName(shot, each.cell)}
        version={versionOf(shot, each.cell, each.frame, tint)}
        strength={ghosts[side][i]}
        tint={tint}
        on={ghosts.on}
        width={width}
        height={width / ratio}
      />
    );
  };

  return (
    <section aria-label="Roll" className="flex h-[9.375rem] shrink-0 border-t border-rule bg-lower">
      <div
        ref={fan}
        className="relative flex min-w-0 flex-1 items-end justify-center gap-2.5 overflow-hidden px-3 pb-2.5"
      >
        <div className="absolute top-1.5 left-2 flex items-center gap-1 text-sm text-second">
          <IconButton
            label={ghosts.on ? 'Ghosts are on' : 'Ghosts are off'}
            keys={toggle.keys}
            pressed={ghosts.on}
            onClick={toggle.run}
          >
            {ghosts.on ? <Eye size={15} /> : <EyeOff size={15} />}
          </IconButton>
          Roll
        </div>
        {count === 2 && ghost('before', 1)}
        {count > 0 && ghost('before', 0)}
        <div className="flex flex-col items-center gap-1" style={{ width: ownWidth }}>
          <div
            className="overflow-hidden rounded-[3px] border-2 border-accent bg-paper"
            style={{ minHeight: ownWidth / ratio }}
          >
            {own?.exposure.cell ? (
              <CellThumb
                cell={own.exposure.cell}
                frame={frame}
                version={versionOf(shot, own.exposure.cell, frame, null)}
                width={ownWidth}
                height={ownWidth / ratio}
                tint={null}
                close
              />
            ) : (
              <div
                className="flex items-center justify-center text-sm text-second"
                style={{ width: ownWidth, height: ownWidth / ratio }}
              >
                empty frame
              </div>
            )}
          </div>
          <span className="font-mono text-xs leading-none font-semibold whitespace-nowrap tabular">
            {own?.exposure.cell
              ? `${cellName(shot, own.exposure.cell)} · ${own.exposure.frames} f${computed && fitted.own >= ROOM_FOR_PASS ? ' · first pass' : ''}`
              : `frame ${frame + 1}`}
          </span>
        </div>
        {count > 0 && ghost('after', 0)}
        {count === 2 && ghost('after', 1)}
      </div>
      <RollCard />
    </section>
  );
}
