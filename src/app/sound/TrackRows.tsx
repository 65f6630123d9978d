import { scaleLinear } from 'd3';
import Trash from 'lucide-react/icons/trash-2';
import Volume from 'lucide-react/icons/volume-2';
import VolumeOff from 'lucide-react/icons/volume-x';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { moveClip, pinnedTo } from '../../core/sheet/index.ts';
import { type Clip, lengthInWords, newId, type Shot, type Track } from '../../core/shot/index.ts';
import { clipEnd, clipSeconds, peakBetween, soundEnd } from '../../core/sound/index.ts';
import { useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { IconButton } from '../parts/Button.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { Slide } from '../parts/Slide.tsx';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';

const HEAD = 168;
const ROW = 76;
const RULER = 26;

function clipOf(shot: Shot, id: string): Clip {
  for (const track of shot.tracks) for (const clip of track.clips) if (clip.id === id) return clip;
  throw new Error(`There is no clip ${id}.`);
}

/** Tracks along time, with a ruler in frames and the playhead over all. */
export function TrackRows() {
  const commands = useCommands();
  const shot = useShot(wholeShot);
  const frame = useView((state) => state.frame);
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(600);
  useEffect(() => {
    const sizes = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width));
    sizes.observe(box.current!);
    return () => sizes.disconnect();
  }, []);
  const frames = Math.max(shot.length, soundEnd(shot)) + 2;
  const x = scaleLinear([0, frames], [HEAD, width - 12]);
  const scrub = (event: PointerEvent) => {
    const left = box.current!.getBoundingClientRect().left;
    goToFrame(commands, Math.floor(x.invert(event.clientX - left)));
  };
  return (
    <div ref={box} className="relative min-h-0 flex-1 overflow-y-auto">
      <svg
        role="img"
        aria-label="Frames along time; drag to scrub"
        width={width}
        height={RULER}
        className="block cursor-ew-resize touch-none border-b border-rule bg-panel"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          scrub(event);
        }}
        onPointerMove={(event) => event.buttons === 1 && scrub(event)}
      >
        {x.ticks(Math.max(2, Math.floor(width / 90))).map((tick) => (
          <g key={tick} transform={`translate(${x(tick)},0)`}>
            <line y1={16} y2={RULER} stroke="#77746b" />
            <text x={4} y={14} fontSize={11} fill="#5c5a52" fontFamily="Spline Sans Mono Variable">
              {tick + 1}
            </text>
          </g>
        ))}
      </svg>
      {shot.tracks.map((track) => (
        <TrackRow key={track.id} track={track} x={x} width={width} />
      ))}
      <div
        aria-hidden="true"
        className="pointer-events-none absolute inset-y-0 w-px bg-accent"
        style={{ left: x(frame) }}
      >
        <div className="absolute top-0 -left-[4px] h-2 w-[9px] rounded-b bg-accent" />
      </div>
      <div
        aria-hidden="true"
        className="pointer-events-none absolute top-0 bottom-0 border-l-2 border-ink/50"
        style={{ left: x(shot.length) }}
        title="End of the shot"
      />
    </div>
  );
}

type Scale = ReturnType<typeof scaleLinear<number, number>>;

function TrackRow({ track, x, width }: { track: Track; x: Scale; width: number }) {
  const { session } = useOpenShot();
  const shot = useShot(wholeShot);
  const [gesture, setGesture] = useState('');
  const index = shot.tracks.indexOf(track);
  const first = track.clips[0];
  const edit = (label: string, recipe: (draft: Track) => void, joined = '') =>
    session.change(label, (draft) => recipe(draft.tracks[index]), joined);
  return (
    <div className="relative border-b border-rule bg-panel" style={{ height: ROW, width }}>
      <div
        className="absolute inset-y-0 left-0 flex flex-col justify-center gap-0.5 border-r border-rule bg-lower px-2"
        style={{ width: HEAD - 8 }}
      >
        <div className="flex items-center">
          <NameInput
            label={`Name of track ${track.name}`}
            className="h-6 flex-1 text-sm font-medium"
            value={track.name}
            onDone={(name) => edit('name track', (draft) => void (draft.name = name))}
          />
          <IconButton
            label={track.muted ? `Let ${track.name} sound` : `Mute ${track.name}`}
            pressed={track.muted}
            onClick={() => edit('mute', (draft) => void (draft.muted = !draft.muted))}
          >
            {track.muted ? <VolumeOff size={14} /> : <Volume size={14} />}
          </IconButton>
          <IconButton
            label={`Remove ${track.name}`}
            onClick={() => session.change(`remove track ${track.name}`, (draft) => void draft.tracks.splice(index, 1))}
          >
            <Trash size={14} />
          </IconButton>
        </div>
        {first && (
          <div className="flex items-center gap-2 px-1 text-sm text-second">
            Volume
            <Slide
              label={`Volume of ${track.name}`}
              words={`${Math.round(first.gain * 100)} per cent`}
              value={Math.round(first.gain * 100)}
              min={0}
              max={200}
              onChange={(value) => {
                const joined = gesture || `volume ${newId()}`;
                setGesture(joined);
                edit('volume', (draft) => draft.clips.forEach((clip) => void (clip.gain = value / 100)), joined);
              }}
              onDone={() => setGesture('')}
            />
          </div>
        )}
      </div>
      {track.clips.map((clip) => (
        <ClipBox key={clip.id} clip={clip} x={x} muted={track.muted} />
      ))}
    </div>
  );
}

/** A clip with its waveform; dragging it moves it by whole frames. */
function ClipBox({ clip, x, muted }: { clip: Clip; x: Scale; muted: boolean }) {
  const { session, sound } = useOpenShot();
  const shot = useShot(wholeShot);
  const canvas = useRef<HTMLCanvasElement>(null);
  const drag = useRef<{ x: number; frame: number; gesture: string } | null>(null);
  const [wave, setWave] = useState(0);
  const seconds = clipSeconds(clip);
  const left = x(clip.frame);
  const width = Math.max(4, x(clip.frame + seconds * shot.fps) - left);
  const height = ROW - 30;
  useEffect(() => sound.subscribe(() => setWave((n) => n + 1)), [sound]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `wave` stands for the waveforms that `sound` has ready
  useEffect(() => {
    const target = canvas.current!;
    const peaks = sound.peaks(clip.asset);
    const dpr = window.devicePixelRatio || 1;
    target.width = Math.round(width * dpr);
    target.height = Math.round(height * dpr);
    const context = target.getContext('2d')!;
    context.scale(dpr, dpr);
    context.fillStyle = muted ? '#a9a69e' : '#66788c';
    if (!peaks) return;
    for (let i = 0; i < width; i += 1) {
      const at = clip.in + (i / width) * seconds;
      const [low, high] = peakBetween(peaks, at, at + seconds / width);
      const top = (height / 2) * (1 - Math.min(1, high * clip.gain));
      const bottom = (height / 2) * (1 - Math.max(-1, low * clip.gain));
      context.fillRect(i, top, 1, Math.max(1, bottom - top));
    }
  }, [clip, width, seconds, height, muted, sound, wave]);
  const frames = clipEnd(clip, shot.fps) - clip.frame;
  const pin = pinnedTo(shot, clip);
  return (
    <div
      data-clip={clip.id}
      className="absolute top-1.5 cursor-grab touch-none overflow-hidden rounded border border-ochre/50 bg-[#f5ecdc] active:cursor-grabbing"
      style={{ left, width, height: ROW - 12 }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { x: event.clientX, frame: clip.frame, gesture: `clip ${newId()}` };
      }}
      onPointerMove={(event) => {
        const held = drag.current;
        if (!held) return;
        const by = Math.round((event.clientX - held.x) / (x(1) - x(0)));
        session.change(
          'move sound',
          (draft) => moveClip(clipOf(draft, clip.id), Math.max(0, held.frame + by)),
          held.gesture,
        );
      }}
      onPointerUp={() => {
        drag.current = null;
      }}
    >
      <p className="truncate px-1 text-xs text-ink">
        {clip.name} · frame {clip.frame + 1} · {lengthInWords(frames, shot.fps)}
        {pin !== null && (pin ? ` · pinned to drawing ${pin}` : ' · pinned to a drawing off the sheet')}
      </p>
      <canvas ref={canvas} aria-hidden="true" style={{ width, height }} />
    </div>
  );
}
