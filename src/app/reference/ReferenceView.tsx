import Film from 'lucide-react/icons/image-plus';
import { useState } from 'react';
import { PaperStage } from '../desk/PaperStage.tsx';
import { say } from '../frame/saying.ts';
import { DropZone } from '../parts/DropZone.tsx';
import { Empty } from '../parts/Empty.tsx';
import { FileButton } from '../parts/FileButton.tsx';
import { sentence } from '../parts/files.ts';
import { WorkLayout } from '../parts/WorkLayout.tsx';
import { useOpenShot, useShot, wholeShot } from '../session/open-shot.ts';
import { SheetPanel } from '../sheet/SheetPanel.tsx';
import { BringIn } from './BringIn.tsx';
import { type Looked, lookThrough } from './bring-in.ts';
import { ReferenceLayers } from './ReferenceLayers.tsx';

const ACCEPT = 'image/gif,image/png,image/jpeg,image/webp,image/avif';

/** Reference: clips and pictures brought in as guide layers, faded, traced over. */
export default function ReferenceView() {
  const open = useOpenShot();
  const shot = useShot(wholeShot);
  const [looked, setLooked] = useState<Looked[] | null>(null);
  const [busy, setBusy] = useState('');
  const layers = shot.layers.filter((layer) => layer.purpose === 'reference');

  const look = async (files: File[]) => {
    setBusy(`Looking through ${files.length === 1 ? files[0].name : `${files.length} files`}…`);
    try {
      setLooked(
        await lookThrough(
          open,
          files,
          (done) => files.length > 1 && setBusy(`Looking through ${done} of ${files.length} files…`),
        ),
      );
    } catch (error) {
      say(sentence(error));
    } finally {
      setBusy('');
    }
  };
  const choose = (
    <FileButton
      name="reference-files"
      accept={ACCEPT}
      multiple
      icon={<Film size={15} />}
      look={layers.length === 0 ? 'main' : 'plain'}
      onFiles={(files) => void look(files)}
    >
      Bring in a clip or pictures
    </FileButton>
  );

  return (
    <WorkLayout side={<SheetPanel />} sideName="sheet">
      <DropZone onFiles={(files) => void look(files)} className="flex min-h-0 flex-1 flex-col">
        <div className="flex h-[46px] shrink-0 items-center gap-3 border-b border-rule bg-panel px-3">
          {choose}
          <span className="truncate text-sm text-second">
            {busy || 'Animated GIF, PNG or WebP, or numbered pictures. They become guide layers: never delivered.'}
          </span>
        </div>
        {looked && <BringIn looked={looked} onClose={() => setLooked(null)} />}
        {layers.length > 0 && <ReferenceLayers layers={layers} />}
        {layers.length === 0 && !looked ? (
          <div className="flex-1 overflow-auto bg-lower">
            <Empty title="Nothing to look at yet">
              Bring in an animated GIF or a set of pictures, or drop them here. Before anything comes in you see how
              many pictures and frames it makes; then fade it and trace over it.
            </Empty>
          </div>
        ) : (
          <PaperStage />
        )}
      </DropZone>
    </WorkLayout>
  );
}
