import { useEffect, useRef } from 'react';
import { useStore } from 'zustand';
import { say } from '../frame/saying.ts';
import { Trail } from '../moves/Trail.tsx';
import { later } from '../parts/later.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { DeskCards } from './cards/DeskCards.tsx';
import { GuidesOverlay } from './GuidesOverlay.tsx';
import { HeadsLadder } from './HeadsLadder.tsx';
import { MouthBox } from './MouthBox.tsx';
import { MoveOverlays } from './PlaceBox.tsx';
import { PaperDesk } from './paper-desk.ts';
import { TOOLS, toolOf } from './tools/index.ts';

const PairsTable = later(async () => ({ default: (await import('../between/PairsTable.tsx')).PairsTable }));

/** The paper on its surround. React only lends the elements; the drawing itself is in `paper-desk`. */
export function PaperStage() {
  const open = useOpenShot();
  const tool = useView((state) => state.tool);
  const blank = useShot((shot) => Object.keys(shot.drawings).length === 0);
  const proposed = useStore(open.betweens.state, ({ proposal }) => proposal !== null);
  const stage = useRef<HTMLDivElement>(null);
  const paper = useRef<HTMLCanvasElement>(null);
  const live = useRef<HTMLCanvasElement>(null);
  const ring = useRef<HTMLDivElement>(null);
  const string = useRef<SVGLineElement>(null);
  useEffect(() => {
    const desk = new PaperDesk(
      open,
      {
        stage: stage.current!,
        paper: paper.current!,
        live: live.current!,
        ring: ring.current!,
        string: string.current!,
      },
      say,
    );
    return () => desk.close();
  }, [open]);
  return (
    <div className="relative min-h-0 min-w-0 flex-1 overflow-hidden">
      <div
        ref={stage}
        data-testid="paper"
        className="absolute inset-0 touch-none overflow-hidden bg-surround select-none"
        style={{ cursor: toolOf(tool).cursor }}
      >
        <canvas ref={paper} role="img" aria-label="The paper" className="absolute inset-0 h-full w-full" />
        {blank && (
          <p className="pointer-events-none absolute inset-x-0 bottom-[16%] text-center text-base text-second">
            Draw: the first line makes drawing 1 on this frame. N makes the next one, the space bar plays.
          </p>
        )}
        <canvas ref={live} aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full" />
        <svg aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full">
          <line
            ref={string}
            className="stroke-accent"
            strokeWidth={1.25}
            strokeDasharray="3 3"
            style={{ display: 'none' }}
          />
        </svg>
        <div
          ref={ring}
          className="pointer-events-none absolute top-0 left-0 rounded-full border border-ink/60 opacity-0 shadow-[0_0_0_1px_rgba(253,252,248,0.7)]"
        />
      </div>
      <GuidesOverlay />
      {TOOLS.map(({ id, overlay: Overlay }) => Overlay && <Overlay key={id} />)}
      <HeadsLadder />
      <MoveOverlays />
      <Trail />
      <MouthBox />
      <DeskCards />
      {proposed && <PairsTable />}
    </div>
  );
}
