import { useState } from 'react';
import { lengthInWords } from '../../core/shot/index.ts';
import { say } from '../frame/saying.ts';
import { Button } from '../parts/Button.tsx';
import { sentence, sizeInWords } from '../parts/files.ts';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';
import { bringIn, type Holding, type Looked, yieldOf } from './bring-in.ts';

/** Says what would come in, and how long each picture is held, before it does. */
export function BringIn({ looked, onClose }: { looked: Looked[]; onClose(): void }) {
  const open = useOpenShot();
  const shot = useShot(wholeShot);
  const frame = useView((state) => state.frame);
  const hasDelays = looked.some(({ about }) => about.delays.length > 0);
  const [holding, setHolding] = useState<Holding>(hasDelays ? { kind: 'delays' } : { kind: 'each', frames: 2 });
  const [here, setHere] = useState(false);
  const [lengthen, setLengthen] = useState(true);
  const [busy, setBusy] = useState(false);
  const yields = yieldOf(looked, holding, shot.fps);
  const from = here ? frame : 0;
  const end = from + yields.frames;
  const { file, about } = looked[0];
  const run = async () => {
    setBusy(true);
    try {
      await bringIn(open, looked, yields, from, lengthen);
      onClose();
    } catch (error) {
      say(sentence(error));
      setBusy(false);
    }
  };
  return (
    <section
      aria-label="What comes in"
      className="flex shrink-0 flex-wrap items-center gap-x-5 gap-y-2 border-b border-rule bg-wash/60 px-3 py-2 text-sm"
    >
      <p className="w-full">
        <b>{looked.length === 1 ? file.name : `${looked.length} files`}</b> · {about.width} x {about.height} ·{' '}
        {sizeInWords(looked.reduce((sum, each) => sum + each.file.size, 0))}
      </p>
      {hasDelays && (
        <label className="flex items-center gap-1.5">
          <input
            type="radio"
            name="holding"
            checked={holding.kind === 'delays'}
            onChange={() => setHolding({ kind: 'delays' })}
          />
          As the clip runs
        </label>
      )}
      <label className="flex items-center gap-1.5">
        <input
          type="radio"
          name="holding"
          checked={holding.kind === 'each'}
          onChange={() => setHolding({ kind: 'each', frames: 2 })}
        />
        Hold each for
        <input
          type="number"
          aria-label="Frames each picture is held"
          min={1}
          max={240}
          className="h-7 w-14 rounded border border-rule bg-white px-1"
          value={holding.kind === 'each' ? holding.frames : 2}
          onChange={(event) =>
            setHolding({
              kind: 'each',
              frames: Math.max(1, Math.min(240, Math.round(Number(event.target.value)) || 1)),
            })
          }
        />
        frames
      </label>
      <label className="flex items-center gap-1.5">
        <input type="checkbox" checked={here} onChange={(event) => setHere(event.target.checked)} />
        From frame {frame + 1} on
      </label>
      {end > shot.length && (
        <label className="flex items-center gap-1.5 text-attention">
          <input type="checkbox" checked={lengthen} onChange={(event) => setLengthen(event.target.checked)} />
          Lengthen the shot from {shot.length} to {end} frames
        </label>
      )}
      <p className="w-full" role="status">
        <b>
          {yields.pictures} {yields.pictures === 1 ? 'picture' : 'pictures'}, {yields.frames} frames
        </b>{' '}
        ({lengthInWords(yields.frames, shot.fps)})
        {yields.passedOver > 0 &&
          ` · ${yields.passedOver} pictures are shorter than a frame of this shot and are passed over`}
        {end > shot.length && !lengthen && ` · the last ${end - shot.length} frames lie after the end of the shot`}
      </p>
      <div className="flex gap-2">
        <Button look="main" disabled={busy} onClick={() => void run()}>
          Bring in
        </Button>
        <Button look="quiet" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </section>
  );
}
