import { useCallback, useMemo, useRef, useState } from 'react';
import {
  type Cut,
  findTurns,
  type HeldPicture,
  type HoldWish,
  type Keep,
  thinned,
  thinnedInWords,
} from '../../core/reference/index.ts';
import { lengthInWords } from '../../core/shot/index.ts';
import type { Crop, ReadClip } from '../../workers/clip.worker.ts';
import { say } from '../frame/saying.ts';
import { Button } from '../parts/Button.tsx';
import { Choice } from '../parts/Choice.tsx';
import { sentence } from '../parts/files.ts';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { importSound } from '../sound/import-sound.ts';
import { bringIn, WHOLE } from './bring-in.ts';
import { ClipPreview } from './ClipPreview.tsx';
import { Strip } from './Strip.tsx';
import type { Clip } from './use-clip.ts';

interface BringInWishesProps {
  clip: Clip;
  read: ReadClip;
  progress: { done: number; of: number } | null;
  setProgress(progress: { done: number; of: number } | null): void;
  onDone(): void;
}

const SIDES: [keyof Crop, string][] = [
  ['left', 'Left'],
  ['top', 'Top'],
  ['right', 'Right'],
  ['bottom', 'Bottom'],
];

/** The seconds of the file's sound that belong to the pictures of the cut. */
function soundPart({ from }: Clip, { times, seconds }: ReadClip, cut: Cut): { in: number; out: number } {
  return { in: from + times[cut.from], out: from + times[cut.to - 1] + seconds[cut.to - 1] };
}

/** Which pictures are kept, as the panel is set. */
function useKeeping(read: ReadClip, cut: Cut) {
  const [kind, setKind] = useState<Keep['kind']>('all');
  const [nth, setNth] = useState(2);
  const [picked, setPicked] = useState<number[]>([]);
  const last = useRef(0);
  const keep: Keep = kind === 'all' ? { kind } : kind === 'every' ? { kind, nth } : { kind, picked };
  /** Ticks a picture, or unticks it; a range is ticked whole. */
  const press = (index: number, range: boolean) => {
    if (kind !== 'picked') return;
    const [a, b] = [Math.min(last.current, index), Math.max(last.current, index)];
    last.current = index;
    if (range) setPicked((now) => [...new Set([...now, ...Array.from({ length: b - a + 1 }, (_, i) => a + i)])]);
    else setPicked((now) => (now.includes(index) ? now.filter((each) => each !== index) : [...now, index]));
  };
  const findThem = () => {
    setKind('picked');
    setPicked(findTurns(read.changes, cut));
  };
  return { keep, kind, setKind, nth, setNth, press, findThem, clear: () => setPicked([]) };
}

export function BringInWishes({ clip, read, progress, setProgress, onDone }: BringInWishesProps) {
  const open = useOpenShot();
  const { reader, about } = clip;
  const fps = useShot((shot) => shot.fps);
  const length = useShot((shot) => shot.length);
  const frame = useView((state) => state.frame);
  const [cut, setCut] = useState<Cut>({ from: 0, to: read.thumbs.length });
  const keeping = useKeeping(read, cut);
  const [hold, setHold] = useState<HoldWish>(about.kind === 'files' ? { kind: 'frames', frames: 2 } : { kind: 'time' });
  const [each, setEach] = useState(2);
  const [crop, setCrop] = useState<Crop>(WHOLE);
  const [scale, setScale] = useState(100);
  const [here, setHere] = useState(false);
  const [lengthen, setLengthen] = useState(true);
  const [sound, setSound] = useState(about.sound);
  const [at, setAt] = useState(0);
  const onAt = useCallback((index: number) => setAt(index), []);
  const { keep } = keeping;
  const held: HeldPicture[] = useMemo(() => {
    const pictures = read.times.map((time, i) => ({ time, seconds: read.seconds[i] }));
    return thinned(pictures, cut, keep, hold, fps);
  }, [read, cut, keep, hold, fps]);
  const kept = useMemo(() => new Set(held.filter(({ frames }) => frames > 0).map(({ index }) => index)), [held]);
  const frames = held.reduce((sum, one) => sum + one.frames, 0);
  const passedOver = held.length - kept.size;
  const from = here ? frame : 0;
  const run = async () => {
    setProgress({ done: 0, of: kept.size });
    try {
      await bringIn(open, reader, about, { held, crop, scale: scale / 100, from, lengthen }, (done, of) =>
        setProgress({ done, of }),
      );
      if (sound && about.sound)
        await importSound(open, reader.files[0], { frame: from, part: soundPart(clip, read, cut) });
      onDone();
    } catch (error) {
      say(sentence(error));
      setProgress(null);
    }
  };
  return (
    <>
      <div className="flex flex-wrap gap-5 p-3">
        <ClipPreview
          reader={reader}
          read={read}
          ratio={about.width / about.height}
          cut={cut}
          crop={crop}
          at={Math.min(at, read.thumbs.length - 1)}
          onAt={onAt}
        />
        <div className="flex min-w-80 flex-1 flex-col gap-3">
          <div className="flex flex-wrap items-center gap-2">
            <b className="w-12">Keep</b>
            <Choice
              label="Pictures kept"
              keys=""
              value={keeping.kind}
              choices={[
                ['all', 'All', 'Every picture of the cut'],
                ['every', 'Every n-th', 'Fewer drawings, the same duration'],
                ['picked', 'Picked by eye', 'Press pictures in the strip; Shift presses a range'],
              ]}
              onChoose={keeping.setKind}
            />
            {keeping.kind === 'every' && (
              <NumberInput label="Every n-th picture" value={keeping.nth} min={2} max={100} onDone={keeping.setNth} />
            )}
            <Button className="!h-6" onClick={keeping.findThem}>
              Find the turns
            </Button>
            {keeping.kind === 'picked' && (
              <Button className="!h-6" look="quiet" onClick={keeping.clear}>
                Untick all
              </Button>
            )}
          </div>
          <div className="flex flex-wrap items-center gap-2">
            <b className="w-12">Hold</b>
            <Choice
              label="How long each is held"
              keys=""
              value={hold.kind}
              choices={[
                ['time', 'As it runs', 'By time: the clip keeps its duration'],
                ['frames', 'Each for', 'Slower or faster than it was'],
              ]}
              onChoose={(kind) => setHold(kind === 'time' ? { kind } : { kind, frames: each })}
            />
            <NumberInput
              label="Frames each picture is held"
              value={each}
              min={1}
              max={240}
              onDone={(value) => {
                setEach(value);
                setHold({ kind: 'frames', frames: value });
              }}
            />
            frames
          </div>
          <div className="flex flex-wrap items-center gap-2">
            <b className="w-12">Cut</b>
            from picture
            <NumberInput
              label="First picture"
              value={cut.from + 1}
              min={1}
              max={cut.to}
              onDone={(value) => setCut({ ...cut, from: value - 1 })}
            />
            to
            <NumberInput
              label="Last picture"
              value={cut.to}
              min={cut.from + 1}
              max={read.thumbs.length}
              onDone={(value) => setCut({ ...cut, to: value })}
            />
          </div>
          <div className="flex flex-wrap items-center gap-2">
            <b className="w-12">Crop</b>
            {SIDES.map(([side, name]) => (
              <span key={side} className="flex items-center gap-1">
                {name}
                <NumberInput
                  label={`Cut off, ${name.toLowerCase()}, per cent`}
                  value={Math.round(crop[side] * 100)}
                  min={0}
                  max={45}
                  onDone={(value) => setCrop({ ...crop, [side]: value / 100 })}
                />
              </span>
            ))}
          </div>
          <div className="flex flex-wrap items-center gap-2">
            <b className="w-12">Size</b>
            <NumberInput label="Size, per cent" value={scale} min={5} max={100} onDone={setScale} />%
          </div>
          <div className="flex flex-wrap items-center gap-4">
            <Tick label={`From frame ${frame + 1} on`} checked={here} onChange={setHere} />
            {about.sound && <Tick label="Its sound too" checked={sound} onChange={setSound} />}
            {from + frames > length && (
              <Tick
                label={`Lengthen the shot from ${length} to ${from + frames} frames`}
                checked={lengthen}
                onChange={setLengthen}
              />
            )}
          </div>
          <p role="status">
            <b>{thinnedInWords(held, read.thumbs.length)}</b> ({lengthInWords(frames, fps)})
            {passedOver > 0 && ` · shorter than a frame of this shot and passed over: ${passedOver}`}
            {from + frames > length && !lengthen && ` · the last ${from + frames - length} frames lie after the end`}
          </p>
          <div>
            <Button look="main" disabled={progress !== null || kept.size === 0} onClick={() => void run()}>
              Bring in
            </Button>
          </div>
        </div>
      </div>
      <Strip
        thumbs={read.thumbs}
        cut={cut}
        kept={kept}
        at={at}
        onPress={(index, range) => {
          setAt(index);
          keeping.press(index, range);
        }}
        onCut={setCut}
      />
    </>
  );
}
