import Printer from 'lucide-react/icons/printer';
import { cellRevision } from '../../core/picture/index.ts';
import { placedExposures } from '../../core/sheet/index.ts';
import type { Layer } from '../../core/shot/index.ts';
import { Button } from '../parts/Button.tsx';
import { CellThumb } from '../parts/CellThumb.tsx';
import { useShotParts } from '../session/open-shot.ts';

const WIDTH = 200;

/** The pictures of a reference layer side by side with their frames, for thumbnails and for the printer. */
export function ContactSheet({ layer, onClose }: { layer: Layer; onClose(): void }) {
  const shot = useShotParts('title', 'fps', 'width', 'height', 'drawings', 'bundles');
  const shown = placedExposures(layer.exposures).filter(({ exposure }) => exposure.cell);
  return (
    <section
      aria-label={`Contact sheet of ${layer.name}`}
      className="min-h-0 flex-1 overflow-y-auto bg-field p-4 print:fixed print:inset-0 print:z-50 print:overflow-visible"
    >
      <header className="mb-3 flex items-baseline gap-3">
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
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(200px,1fr))] gap-3">
        {shown.map(({ start, exposure }, i) => (
          <li key={exposure.id} className="w-[12.5rem] break-inside-avoid">
            <CellThumb
              cell={exposure.cell!}
              frame={start}
              version={cellRevision(shot, exposure.cell!)}
              width={WIDTH}
              height={(WIDTH * shot.height) / shot.width}
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
        ))}
      </ol>
    </section>
  );
}
