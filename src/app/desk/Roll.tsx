import Eye from 'lucide-react/icons/eye';
import EyeOff from 'lucide-react/icons/eye-off';
import { useEffect, useRef, useState } from 'react';
import { cellRevision } from '../../core/picture/index.ts';
import { type Neighbour, neighbours, shownRun } from '../../core/sheet/index.ts';
import { type CellRef, colourMap, paletteAt, type Shot } from '../../core/shot/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { IconButton } from '../parts/Button.tsx';
import { CellThumb } from '../parts/CellThumb.tsx';
import { Slide } from '../parts/Slide.tsx';
import { useOpenShot, usePlay, useShot, useView } from '../session/open-shot.ts';
import { DrawingCard } from './DrawingCard.tsx';
import { GHOST_AFTER, GHOST_BEFORE } from './paper-pictures.ts';

/** Heights of the neighbours' pictures and of the one in hand, and the widths they may take of the room there is. */
const HEIGHT = 64;
const OWN_HEIGHT = 92;
const GAP = 10;
const PADDING = 24;
/** Below this width of a picture only one neighbour a side is shown. */
const NARROWEST = 52;

/** Widths of the pictures so that all fit: the one in hand is half again as wide as a neighbour. */
function widths(room: number, ratio: number): { own: number; ghost: number; count: 1 | 2 } {
  const fit = (count: number) => (room - PADDING - 2 * count * GAP) / (1.45 + 2 * count);
  const count = fit(2) >= NARROWEST ? 2 : 1;
  const ghost = Math.floor(Math.min(HEIGHT * ratio, 116, fit(count)));
  return { ghost, own: Math.floor(Math.min(OWN_HEIGHT * ratio, 164, ghost * 1.45)), count };
}

function nameOf(shot: Shot, cell: CellRef): string {
  return cell.kind === 'drawing' ? String(shot.drawings[cell.drawing]?.number ?? '?') : `picture ${cell.index + 1}`;
}

function versionOf(shot: Shot, cell: CellRef, frame: number, tint: string | null): string {
  return `${cellRevision(shot, cell)}|${tint ?? [...colourMap(paletteAt(shot, frame)).values()].join('')}`;
}

/** The fan of neighbouring drawings under the paper, with the strength of each ghost. */
export function Roll() {
  const { view } = useOpenShot();
  const context = useCommands();
  const shot = useShot();
  const playing = usePlay((play) => play.state === 'playing');
  // While playing the fan rests: it would only flicker.
  const frame = useView((state) => (playing ? -1 : state.frame));
  const layerId = useView((state) => state.layerId);
  const ghosts = useView((state) => state.ghosts);
  const toggle = useCommand('ghosts');
  const layer = shot.layers.find((each) => each.id === layerId);
  const own = layer && frame >= 0 ? shownRun(layer.exposures, layer.afterLast, frame) : null;
  const around = layer && frame >= 0 ? neighbours(layer, frame, 2) : { before: [], after: [] };
  const ratio = shot.width / shot.height;
  const fan = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(560);
  useEffect(() => {
    const sizes = new ResizeObserver(([entry]) => setRoom(entry.contentRect.width + PADDING));
    sizes.observe(fan.current!);
    return () => sizes.disconnect();
  }, []);
  const { own: ownWidth, ghost: width, count } = widths(room, ratio);

  const ghost = (side: 'before' | 'after', i: number, each: Neighbour | undefined) => {
    const tint = side === 'before' ? GHOST_BEFORE : GHOST_AFTER;
    const strength = ghosts[side][i];
    const height = width / ratio;
    if (!each) return <div key={`${side}${i}`} style={{ width }} />;
    const set = (value: number) =>
      view.setState(({ ghosts: old }) => {
        const next: [number, number] = [...old[side]];
        next[i] = value / 100;
        return { ghosts: { ...old, on: true, [side]: next } };
      });
    return (
      <div
        key={`${side}${i}`}
        className={`flex flex-col items-center ${ghosts.on ? '' : 'opacity-50'}`}
        style={{ width }}
      >
        <button
          type="button"
          aria-label={`To drawing ${nameOf(shot, each.cell)}, frame ${each.frame + 1}`}
          className="overflow-hidden rounded-[3px] border border-rule hover:border-accent"
          onClick={() => goToFrame(context, each.frame)}
        >
          <CellThumb
            cell={each.cell}
            frame={each.frame}
            version={versionOf(shot, each.cell, each.frame, tint)}
            width={width}
            height={height}
            tint={tint}
          />
        </button>
        <Slide
          label={`Strength of the ghost of drawing ${nameOf(shot, each.cell)}`}
          value={Math.round(strength * 100)}
          min={0}
          max={100}
          onChange={set}
          width="w-full"
          tint={tint}
        />
        <span className="font-mono text-xs leading-none whitespace-nowrap text-second tabular">
          {nameOf(shot, each.cell)} · {Math.round(strength * 100)} %
        </span>
      </div>
    );
  };

  return (
    <section aria-label="Roll" className="flex h-[150px] shrink-0 border-t border-rule bg-lower">
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
        {(count === 2 ? [1, 0] : [0]).map((i) => ghost('before', i, around.before[i]))}
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
              />
            ) : (
              <div
                className="flex items-center justify-center text-sm text-second"
                style={{ width: ownWidth, height: ownWidth / ratio }}
              >
                {playing ? 'playing' : 'empty frame'}
              </div>
            )}
          </div>
          <span className="font-mono text-xs leading-none font-semibold whitespace-nowrap tabular">
            {own?.exposure.cell
              ? `${nameOf(shot, own.exposure.cell)} · ${own.exposure.frames} f`
              : `frame ${frame + 1}`}
          </span>
        </div>
        {(count === 2 ? [0, 1] : [0]).map((i) => ghost('after', i, around.after[i]))}
      </div>
      <DrawingCard />
    </section>
  );
}
