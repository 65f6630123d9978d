import { useState } from 'react';
import { gapsInWords } from '../../core/reference/index.ts';
import { sizeInWords } from '../../core/shot/index.ts';
import { Button } from '../parts/Button.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Progress } from '../parts/Progress.tsx';
import { BringInWishes } from './BringInWishes.tsx';
import { isLong, isUneven, useClip } from './use-clip.ts';

/** Seconds of a long clip that are looked through unless others are asked for. */
const FIRST_STRETCH = 20;

/** What comes in is said first: what the clip is, which of its pictures, how long each is held. */
export function BringIn({ files, onClose }: { files: File[]; onClose(): void }) {
  const { clip, progress, setProgress, look, close } = useClip(files, onClose);
  const [from, setFrom] = useState(0);
  const [seconds, setSeconds] = useState(FIRST_STRETCH);
  const size = files.reduce((sum, file) => sum + file.size, 0);
  const about = clip?.about;
  const gaps = gapsInWords(clip?.reader.files.map(({ name }) => name) ?? []);
  return (
    <section aria-label="What comes in" className="flex min-h-0 flex-1 flex-col overflow-y-auto bg-lower text-sm">
      <p className="flex flex-wrap items-center gap-x-3 border-b border-rule bg-wash/60 px-3 py-2">
        <b>{files.length === 1 ? files[0].name : `${files.length} files`}</b>
        {about && (
          <span>
            {about.width} x {about.height} · {about.pictures} {about.pictures === 1 ? 'picture' : 'pictures'}
            {about.kind !== 'files' && ` · ${about.seconds.toFixed(2)} s · ${about.rate.toFixed(2)} a second`}
            {(about.uneven || (clip.read && isUneven(clip.read.seconds))) && ', not all as long'} · {sizeInWords(size)}
            {clip.read && ` · ${sizeInWords(clip.read.bytes)} in memory`}
          </span>
        )}
        {gaps && <span className="text-attention">Missing between them: {gaps}</span>}
        <Button look="quiet" className="ml-auto !h-6" onClick={close}>
          {progress ? 'Stop' : 'Leave it'}
        </Button>
      </p>
      {progress && (
        <p role="status" className="flex items-center gap-3 px-3 py-2">
          <Progress
            label="Pictures looked through"
            share={progress.done / Math.max(1, progress.of)}
            className="h-2 w-64"
          />
          {progress.done} of {progress.of} pictures
        </p>
      )}
      {clip && about && isLong(about) && !clip.read && !progress && (
        <div className="flex flex-wrap items-center gap-3 px-3 py-3">
          <p className="w-full">
            Looking it all through would take about {sizeInWords(about.pictures * about.width * about.height * 0.12)} of
            memory and {Math.ceil(about.pictures / 25)} seconds. Choose the stretch you need.
          </p>
          <span>From second</span>
          <NumberInput label="From second" value={from} min={0} max={Math.floor(about.seconds)} onDone={setFrom} />
          <span>for</span>
          <NumberInput
            label="Seconds looked through"
            value={seconds}
            min={1}
            max={Math.max(1, Math.ceil(about.seconds))}
            onDone={setSeconds}
          />
          <span>seconds</span>
          <Button look="main" onClick={() => void look(clip, from, from + seconds)}>
            Look through
          </Button>
        </div>
      )}
      {clip?.read && (
        <BringInWishes clip={clip} read={clip.read} progress={progress} setProgress={setProgress} onDone={close} />
      )}
    </section>
  );
}
