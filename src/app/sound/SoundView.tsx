import Music from 'lucide-react/icons/audio-lines';
import { useState } from 'react';
import { soundEnd } from '../../core/sound/index.ts';
import { say } from '../frame/saying.ts';
import { Button } from '../parts/Button.tsx';
import { DropZone } from '../parts/DropZone.tsx';
import { Empty } from '../parts/Empty.tsx';
import { FileButton } from '../parts/FileButton.tsx';
import { sentence } from '../parts/files.ts';
import { WorkLayout } from '../parts/WorkLayout.tsx';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';
import { SheetPanel } from '../sheet/SheetPanel.tsx';
import { importSound } from './import-sound.ts';
import { TrackRows } from './TrackRows.tsx';

/** Sound: what is heard, along time; the same waveforms run down the sheet. */
export default function SoundView() {
  const open = useOpenShot();
  const shot = useShot(wholeShot);
  const frame = useView((state) => state.frame);
  const [here, setHere] = useState(false);
  const [busy, setBusy] = useState('');
  const end = soundEnd(shot);

  const bring = async (files: File[]) => {
    for (const file of files) {
      setBusy(`Reading ${file.name}…`);
      try {
        await importSound(open, file, here ? frame : 0);
      } catch (error) {
        say(sentence(error));
      }
    }
    setBusy('');
  };
  return (
    <WorkLayout side={<SheetPanel />} sideName="sheet">
      <DropZone onFiles={(files) => void bring(files)} className="flex min-h-0 flex-1 flex-col bg-lower">
        <div className="flex h-[46px] shrink-0 items-center gap-3 border-b border-rule bg-panel px-3">
          <FileButton
            name="sound-files"
            accept="audio/*,.wav,.mp3,.ogg,.flac,.m4a"
            multiple
            look={shot.tracks.length === 0 ? 'main' : 'plain'}
            icon={<Music size={15} />}
            onFiles={(files) => void bring(files)}
          >
            Bring in a sound
          </FileButton>
          <label className="flex items-center gap-1.5 text-sm">
            <input type="checkbox" checked={here} onChange={(event) => setHere(event.target.checked)} />
            From frame {frame + 1} on
          </label>
          <span className="truncate text-sm text-second">{busy || 'WAV, MP3, OGG, FLAC or M4A'}</span>
        </div>
        {end > shot.length && (
          <div
            role="status"
            className="flex shrink-0 items-center gap-3 border-b border-rule bg-attention/10 px-3 py-1.5 text-sm text-attention"
          >
            The sound goes on to frame {end}, {end - shot.length} frames after the end of the shot.
            <Button onClick={() => open.session.change('lengthen to the sound', (draft) => void (draft.length = end))}>
              Lengthen the shot to {end} frames
            </Button>
          </div>
        )}
        {shot.tracks.length === 0 ? (
          <Empty title="No sound yet">
            Bring in the dialogue first: the waveform then runs down the sheet beside the frames, and every frame can be
            heard. Or drop a sound file here.
          </Empty>
        ) : (
          <TrackRows />
        )}
      </DropZone>
    </WorkLayout>
  );
}
