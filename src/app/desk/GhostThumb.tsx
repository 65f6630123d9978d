import { memo } from 'react';
import type { CellRef } from '../../core/shot/index.ts';
import { useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { CellThumb } from '../parts/CellThumb.tsx';
import { Slide } from '../parts/Slide.tsx';
import { useOpenShot } from '../session/open-shot.ts';

interface GhostThumbProps {
  side: 'before' | 'after';
  /** 0: the nearest. */
  place: 0 | 1;
  cell: CellRef;
  frame: number;
  /** Number of the drawing, or of the picture. */
  name: string;
  version: string;
  strength: number;
  tint: string;
  on: boolean;
  width: number;
  height: number;
}

/** A neighbour in the Roll: its lines in the ghost's tint, and the strength of the ghost under it. */
export const GhostThumb = memo(function GhostThumb(props: GhostThumbProps) {
  const { side, place, cell, frame, name, version, strength, tint, on, width, height } = props;
  const { view } = useOpenShot();
  const context = useCommands();
  const set = (value: number) =>
    view.setState(({ ghosts }) => {
      const next = [...ghosts[side]];
      next[place] = value / 100;
      return { ghosts: { ...ghosts, on: true, [side]: next } };
    });
  return (
    <div className={`flex flex-col items-center ${on ? '' : 'opacity-50'}`} style={{ width }}>
      <button
        type="button"
        aria-label={`To drawing ${name}, frame ${frame + 1}`}
        className="overflow-hidden rounded-[3px] border border-rule hover:border-accent"
        onClick={() => goToFrame(context, frame)}
      >
        <CellThumb cell={cell} frame={frame} version={version} width={width} height={height} tint={tint} close />
      </button>
      <Slide
        label={`Strength of the ghost of drawing ${name}`}
        value={Math.round(strength * 100)}
        min={0}
        max={100}
        onChange={set}
        width="w-full"
        tint={tint}
      />
      <span className="font-mono text-xs leading-none whitespace-nowrap text-second tabular">
        {name} · {Math.round(strength * 100)} %
      </span>
    </div>
  );
});
