import { useVirtualizer } from '@tanstack/react-virtual';
import Printer from 'lucide-react/icons/printer';
import { useEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { cellRevision } from '../../core/picture/index.ts';
import { type PlacedExposure, placedExposures } from '../../core/sheet/index.ts';
import type { Layer } from '../../core/shot/index.ts';
import { Button } from '../parts/Button.tsx';
import { CellThumb } from '../parts/CellThumb.tsx';
import { useShotParts } from '../session/open-shot.ts';

const WIDTH = 200;
const GAP = 12;
/** Height of the words under a picture. */
const WORDS = 20;

/** Whether the page is being printed: the printer wants what a screen only shows when it is scrolled to. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const before = () => flushSync(() => setPrinting(true));
    const after = () => setPrinting(false);
    addEventListener('beforeprint', before);
    addEventListener('afterprint', after);
    return () => {
      removeEventListener('beforeprint', before);
      removeEventListener('afterprint', after);
    };
  }, []);
  return printing;
}

/** The pictures of a reference layer side by side with their frames, for thumbnails and for the printer. Only rows in sight are painted. */
export function ContactSheet({ layer, onClose }: { layer: Layer; onClose(): void }) {
  const shot = useShotParts('title', 'fps', 'width', 'height', 'drawings', 'bundles');
  const shown = useMemo(() => placedExposures(layer.exposures).filter(({ exposure }) => exposure.cell), [layer]);
  const room = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(1);
  const printing = usePrinting();
  useEffect(() => {
    const sizes = new ResizeObserver(([entry]) =>
      setColumns(Math.max(1, Math.floor((entry.contentRect.width + GAP) / (WIDTH + GAP)))),
    );
    sizes.observe(room.current!);
    return () => sizes.disconnect();
  }, []);
  const height = Math.round((WIDTH * shot.height) / shot.width);
  const rows = useVirtualizer({
    count: Math.ceil(shown.length / columns),
    getScrollElement: () => room.current,
    estimateSize: () => height + WORDS + GAP,
    overscan: 2,
  });
  const picture = ({ start, exposure }: PlacedExposure, i: number) => (
    <li key={exposure.id} className="break-inside-avoid" style={{ width: WIDTH, height: height + WORDS }}>
      <CellThumb
        cell={exposure.cell!}
        frame={start}
        version={cellRevision(shot, exposure.cell!)}
        width={WIDTH}
        height={height}
        tint={null}
      />
      <p className="flex justify-between font-mono text-xs tabular">
        <span>{i + 1}</span>
        <span>
          frame {start + 1}
          {exposure.frames > 1 && `–${start + exposure.frames}`} · held {exposure.frames}
        </span>
      </p>
    </li>
  );
  return (
    <section
      aria-label={`Contact sheet of ${layer.name}`}
      className="flex min-h-0 flex-1 flex-col bg-field print:fixed print:inset-0 print:z-50 print:block print:overflow-visible"
    >
      <header className="flex items-baseline gap-3 p-4 pb-3">
        <h2 className="text-lg font-semibold">{layer.name}</h2>
        <span className="text-sm text-second">
          {shot.title} · {shown.length} pictures · {shot.fps} fps
        </span>
        <span className="ml-auto flex gap-2 print:hidden">
          <Button icon={<Printer size={14} />} onClick={() => print()}>
            Print
          </Button>
          <Button look="quiet" onClick={onClose}>
            Close
          </Button>
        </span>
      </header>
      <div ref={room} className="min-h-0 flex-1 overflow-y-auto px-4 pb-4 print:overflow-visible">
        {printing ? (
          <ol className="flex flex-wrap" style={{ gap: GAP }}>
            {shown.map(picture)}
          </ol>
        ) : (
          <div className="relative" style={{ height: rows.getTotalSize() }}>
            {rows.getVirtualItems().map(({ key, index, start }) => (
              <ol
                key={key}
                start={index * columns + 1}
                className="absolute left-0 flex"
                style={{ gap: GAP, transform: `translateY(${start}px)` }}
              >
                {shown
                  .slice(index * columns, (index + 1) * columns)
                  .map((each, i) => picture(each, index * columns + i))}
              </ol>
            ))}
          </div>
        )}
      </div>
    </section>
  );
}
