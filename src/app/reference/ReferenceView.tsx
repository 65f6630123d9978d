import CameraIcon from 'lucide-react/icons/camera';
import Film from 'lucide-react/icons/image-plus';
import { useEffect, useState } from 'react';
import { PaperStage } from '../desk/PaperStage.tsx';
import { Button } from '../parts/Button.tsx';
import { DropZone } from '../parts/DropZone.tsx';
import { Empty } from '../parts/Empty.tsx';
import { FileButton } from '../parts/FileButton.tsx';
import { WorkLayout } from '../parts/WorkLayout.tsx';
import { useShotParts } from '../session/open-shot.ts';
import { SheetPanel } from '../sheet/SheetPanel.tsx';
import { BringIn } from './BringIn.tsx';
import { ContactSheet } from './ContactSheet.tsx';
import { Record } from './Record.tsx';
import { ReferenceLayers } from './ReferenceLayers.tsx';

const ACCEPT = 'image/gif,image/png,image/jpeg,image/webp,image/avif,video/*,.mov,.mkv';

/** Reference: clips and pictures brought in as guide layers, faded, traced over. */
export default function ReferenceView() {
  const shot = useShotParts('layers');
  const layers = shot.layers.filter((layer) => layer.purpose === 'reference');
  const [files, setFiles] = useState<File[] | null>(null);
  const [recording, setRecording] = useState(false);
  const [contact, setContact] = useState<string | null>(null);
  const contacted = layers.find(({ id }) => id === contact);
  const busy = files !== null || recording || contacted !== undefined;
  // Pictures pasted come in like dropped ones.
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const pasted = [...(event.clipboardData?.files ?? [])];
      if (pasted.length > 0) setFiles(pasted);
    };
    addEventListener('paste', paste);
    return () => removeEventListener('paste', paste);
  }, []);
  const choose = (
    <FileButton
      name="reference-files"
      accept={ACCEPT}
      multiple
      icon={<Film size={15} />}
      look={layers.length === 0 ? 'main' : 'plain'}
      onFiles={setFiles}
    >
      Bring in a clip or pictures
    </FileButton>
  );

  return (
    <WorkLayout side={<SheetPanel />} sideName="sheet">
      <DropZone onFiles={setFiles} className="flex min-h-0 flex-1 flex-col">
        <div className="flex h-[2.875rem] shrink-0 items-center gap-3 border-b border-rule bg-panel px-3">
          {choose}
          <Button icon={<CameraIcon size={15} />} disabled={busy} onClick={() => setRecording(true)}>
            Record yourself
          </Button>
          <span className="truncate text-sm text-second">
            Video, animated GIF, PNG or WebP, or numbered pictures. They become guide layers: never delivered.
          </span>
        </div>
        {contacted && <ContactSheet layer={contacted} onClose={() => setContact(null)} />}
        {recording && (
          <Record
            onTake={(file) => {
              setRecording(false);
              setFiles([file]);
            }}
            onClose={() => setRecording(false)}
          />
        )}
        {files && (
          <BringIn
            key={files.map(({ name, size }) => `${name}${size}`).join()}
            files={files}
            onClose={() => setFiles(null)}
          />
        )}
        {!busy && layers.length > 0 && <ReferenceLayers layers={layers} onContact={setContact} />}
        {!busy && layers.length === 0 && (
          <div className="flex-1 overflow-auto bg-lower">
            <Empty title="Nothing to look at yet">
              Bring in a video, an animated GIF or a set of pictures, or drop them here. Before anything comes in you
              choose the pictures you need and see how many frames they make; then fade it and trace over it.
            </Empty>
          </div>
        )}
        {!busy && layers.length > 0 && <PaperStage />}
      </DropZone>
    </WorkLayout>
  );
}
