import Music from 'lucide-react/icons/music';
import Plus from 'lucide-react/icons/plus';
import Whole from 'lucide-react/icons/scan';
import Higher from 'lucide-react/icons/zoom-in';
import Lower from 'lucide-react/icons/zoom-out';
import { type ReactNode, useEffect, useState } from 'react';
import { soundEnd } from '../../core/shot/index.ts';
import { useCommand } from '../commands/context.ts';
import { say } from '../frame/saying.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { DropZone } from '../parts/DropZone.tsx';
import { Empty } from '../parts/Empty.tsx';
import { FileButton } from '../parts/FileButton.tsx';
import { sentence } from '../parts/files.ts';
import { Tick } from '../parts/Tick.tsx';
import { WorkLayout } from '../parts/WorkLayout.tsx';
import { useOpenShot, useShotParts, useView } from '../session/open-shot.ts';
import { SheetPanel } from '../sheet/SheetPanel.tsx';
import { importSound } from './import-sound.ts';
import { SoundDock } from './SoundDock.tsx';
import { Tracks } from './Tracks.tsx';

export default function SoundView() {
  const open = useOpenShot();
  const shot = useShotParts('tracks', 'length', 'fps');
  const frame = useView((state) => state.frame);
  const scrubFrames = useView((state) => state.scrubFrames);
  const scrub = useView((state) => state.scrubSound);
  const [here, setHere] = useState(false);
  const [busy, setBusy] = useState('');
  const end = soundEnd(shot);
  const longer = useCommand('scrub-longer');
  // A clip is in hand only where it is seen; elsewhere its keys are others’.
  useEffect(() => () => open.view.setState({ clip: null }), [open]);

  const bring = async (files: File[]) => {
    for (const file of files) {
      setBusy(`Reading ${file.name}…`);
      try {
        const come = await importSound(open, file, { frame: here ? frame : 0 });
        if (come) open.view.setState({ clip: come.clip, picked: null });
        if (come?.fault) say(come.fault);
      } catch (error) {
        say(sentence(error));
      }
    }
    setBusy('');
  };
  return (
    <WorkLayout side={<SheetPanel />} sideName="sheet">
      <DropZone onFiles={(files) => void bring(files)} className="flex min-h-0 flex-1 flex-col bg-lower">
        <div className="flex h-[2.875rem] shrink-0 items-center gap-3 border-b border-rule bg-panel px-3">
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
          <Tick label={`From frame ${frame + 1} on`} className="text-sm" checked={here} onChange={setHere} />
          <span className="hidden truncate text-sm text-second @min-[73.75rem]/window:inline">
            {busy || 'WAV, MP3, OGG, FLAC or M4A'}
          </span>
          <span className="ml-auto flex items-center gap-1 text-sm">
            <Button look="quiet" className="!px-2" title={`${longer.name} (${longer.keys})`} onClick={longer.run}>
              <span className={scrub ? '' : 'text-second line-through'}>
                hear {scrubFrames === 1 ? 'a frame' : `${scrubFrames} frames`}
              </span>
            </Button>
            <ToolButton id="track-new">
              <Plus size={15} />
            </ToolButton>
            <ToolButton id="sound-out">
              <Lower size={15} />
            </ToolButton>
            <ToolButton id="sound-in">
              <Higher size={15} />
            </ToolButton>
            <ToolButton id="sound-whole">
              <Whole size={15} />
            </ToolButton>
          </span>
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
          <div className="min-h-0 flex-1 overflow-y-auto">
            <Empty title="No sound yet">
              Bring in the dialogue first: the waveform then runs down the sheet beside the frames, and every frame can
              be heard. Or drop a sound file here, record one, or take one from the Foley shelf.
            </Empty>
          </div>
        ) : (
          <Tracks />
        )}
        <SoundDock />
      </DropZone>
    </WorkLayout>
  );
}

function ToolButton({ id, children }: { id: string; children: ReactNode }) {
  const command = useCommand(id);
  return (
    <IconButton label={command.name} keys={command.keys} onClick={command.run}>
      {children}
    </IconButton>
  );
}
