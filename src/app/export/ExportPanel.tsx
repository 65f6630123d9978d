import Download from 'lucide-react/icons/download';
import { useMemo } from 'react';
import { filmOf, gifFrames } from '../../core/export/index.ts';
import { lengthInWords, sizeInWords } from '../../core/shot/index.ts';
import type { DeliveryOrder } from '../../workers/export.worker.ts';
import { Button } from '../parts/Button.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useView } from '../session/open-shot.ts';
import { Asked } from './AsksGroup.tsx';
import { deliver } from './deliver.ts';
import { FindingList, useLookedOver } from './Findings.tsx';
import { FormatGroup } from './FormatGroup.tsx';
import { FramesGroup } from './FramesGroup.tsx';
import { Group } from './Group.tsx';
import { NamedGroup } from './NamedGroup.tsx';
import { BurntGroup, GroundGroup, LayersGroup, SizeGroup, SoundGroup } from './PictureGroups.tsx';
import type { OrderInHand } from './use-order.ts';

interface ExportPanelProps {
  inHand: OrderInHand;
  order: DeliveryOrder;
}

/** What will be written, in words: how many frames, how many pictures, how large. */
function useSummary({ shot, format, wishes, from, to, fault }: OrderInHand): string {
  return useMemo(() => {
    if (fault) return '';
    const frames = to - from + 1;
    const long = `${frames} frames (${lengthInWords(frames, shot.fps)})`;
    if (!format.pictures) return `${long}.`;
    const film = filmOf(shot, { ...wishes, span: 'frames', from, to }, format.needs);
    const written = Math.ceil(frames / wishes.every);
    const size = `${film.width} x ${film.height}`;
    if (format.id === 'gif' && wishes.joinHolds) {
      const pictures = gifFrames(
        film.pictures.map((picture) => picture.frames),
        film.fps,
      ).length;
      return `${long}, ${pictures} pictures written, ${size}.`;
    }
    const different = film.pictures.length < written ? `, ${film.pictures.length} of them different` : '';
    return `${long}, ${written} pictures written${different}, ${size}.`;
  }, [shot, format, wishes, from, to, fault]);
}

export function ExportPanel({ inHand, order }: ExportPanelProps) {
  const open = useOpenShot();
  const { format, fault, asks } = inHand;
  const summary = useSummary(inHand);
  const askPlace = useView((state) => state.exportAsks);
  const { found, bytes } = useLookedOver(order, fault);
  return (
    <aside aria-label="Export" className="flex w-[22rem] shrink-0 flex-col border-l border-rule bg-panel">
      <div className="min-h-0 flex-1 overflow-y-auto">
        <FormatGroup inHand={inHand} />
        {Object.keys(asks).length > 0 && (
          <Group name={format.name.split(',')[0]}>
            <Asked inHand={inHand} />
          </Group>
        )}
        <FramesGroup inHand={inHand} />
        {format.pictures && (
          <>
            <SizeGroup inHand={inHand} />
            <GroundGroup inHand={inHand} />
            <LayersGroup inHand={inHand} />
            <BurntGroup inHand={inHand} />
          </>
        )}
        {format.id === 'wav' && <SoundGroup inHand={inHand} />}
        <NamedGroup inHand={inHand} />
      </div>
      <div className="flex flex-col gap-2 border-t border-rule px-4 py-3">
        {fault ? (
          <p role="alert" className="text-sm text-attention">
            {fault}
          </p>
        ) : (
          <p className="text-sm text-second">
            {summary}
            {bytes !== null && <span data-testid="foretold"> About {sizeInWords(bytes)}.</span>}
          </p>
        )}
        <FindingList found={found} />
        {'showSaveFilePicker' in window && (
          <Tick
            label="Ask where each file goes"
            checked={askPlace}
            onChange={(on) => open.view.setState({ exportAsks: on })}
          />
        )}
        <Button
          look="main"
          className="!h-9"
          icon={<Download size={16} />}
          disabled={fault !== ''}
          onClick={() => void deliver(open, format, order, { askPlace })}
        >
          Write {format.thing}
        </Button>
      </div>
    </aside>
  );
}
