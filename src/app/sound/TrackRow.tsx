import Trash from 'lucide-react/icons/trash-2';
import Volume from 'lucide-react/icons/volume-2';
import VolumeOff from 'lucide-react/icons/volume-x';
import { useState } from 'react';
import { isHeard, newId, type Track } from '../../core/shot/index.ts';
import { IconButton } from '../parts/Button.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { Slide } from '../parts/Slide.tsx';
import { rem } from '../parts/scale.ts';
import { useOpenShot, useShotParts } from '../session/open-shot.ts';
import { ClipBox } from './ClipBox.tsx';
import { HEAD, type Timeline, TRACK } from './timeline.ts';

export function TrackRow({ track, time }: { track: Track; time: Timeline }) {
  const { session, view } = useOpenShot();
  const shot = useShotParts('tracks');
  const [gesture, setGesture] = useState('');
  const index = shot.tracks.indexOf(track);
  const edit = (label: string, recipe: (draft: Track) => void, joined = '') =>
    session.change(label, (draft) => recipe(draft.tracks[index]), joined);
  const decibels = Math.round(20 * Math.log10(Math.max(0.001, track.gain)));
  return (
    <div className="flex border-b border-rule bg-panel" style={{ height: rem(TRACK) }}>
      <div
        className="flex shrink-0 flex-col justify-center gap-1 border-r border-rule bg-lower px-1.5"
        style={{ width: rem(HEAD) }}
      >
        <div className="flex items-center gap-0.5">
          <NameInput
            label={`Name of track ${track.name}`}
            className="h-6 flex-1 text-sm font-medium"
            value={track.name}
            onDone={(name) => edit('name track', (draft) => void (draft.name = name))}
          />
          <IconButton
            label={`Only ${track.name}`}
            className="!h-6 !w-8"
            pressed={track.solo}
            onClick={() => edit('solo', (draft) => void (draft.solo = !draft.solo))}
          >
            <span className="text-xs">only</span>
          </IconButton>
          <IconButton
            label={track.muted ? `Let ${track.name} sound` : `Mute ${track.name}`}
            className="!h-6 !w-6"
            pressed={track.muted}
            onClick={() => edit('mute', (draft) => void (draft.muted = !draft.muted))}
          >
            {track.muted ? <VolumeOff size={13} /> : <Volume size={13} />}
          </IconButton>
          <IconButton
            label={`Remove ${track.name}`}
            className="!h-6 !w-6"
            onClick={() =>
              session.change(`remove track ${track.name}`, (draft) => {
                const gone = new Set(track.clips.map(({ id }) => id));
                draft.tracks.splice(index, 1);
                draft.reading = draft.reading.filter(({ clip }) => clip === null || !gone.has(clip));
              })
            }
          >
            <Trash size={13} />
          </IconButton>
        </div>
        <div className="flex items-center gap-2 px-1 text-xs text-second">
          <Slide
            label={`Volume of ${track.name}`}
            words={`${decibels} decibels`}
            value={decibels}
            min={-40}
            max={12}
            width="grow"
            onChange={(value) => {
              const joined = gesture || `volume ${newId()}`;
              setGesture(joined);
              edit('volume', (draft) => void (draft.gain = value <= -40 ? 0 : 10 ** (value / 20)), joined);
            }}
            onDone={() => setGesture('')}
          />
          <span className="w-11 text-right font-mono tabular">
            {track.gain === 0 ? 'off' : `${decibels > 0 ? '+' : ''}${decibels} dB`}
          </span>
        </div>
      </div>
      <div
        className="relative min-w-0 flex-1 overflow-hidden"
        role="group"
        aria-label={`Clips of ${track.name}`}
        onPointerDown={(event) => {
          if (event.target === event.currentTarget) view.setState({ clip: null });
        }}
      >
        {track.clips.map((clip) => (
          <ClipBox key={clip.id} clip={clip} track={index} time={time} quiet={!isHeard(shot, track)} />
        ))}
      </div>
    </div>
  );
}
