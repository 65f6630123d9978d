import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { pinnedTo } from '../../core/sheet/index.ts';
import { type Clip, clipEnd, clipSeconds, findClip, lengthInWords } from '../../core/shot/index.ts';
import { placeClip, snapFrame, trimEnd, trimStart } from '../../core/sound/index.ts';
import { useCommands } from '../commands/context.ts';
import { rem, useScale } from '../parts/scale.ts';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';
import { type Timeline, TRACK } from './timeline.ts';
import { paintWave } from './wave.ts';

/** Pixels at a clip's ends, and at its upper corners, that take hold of its end or its fade. */
const GRIP = 7;
const FADE_GRIP = 12;
/** Pixels within which an edge is drawn to drawings and other clips. */
const SNAP = 9;
const WAVE_HEIGHT = TRACK - 24;

type Grip = 'move' | 'start' | 'end' | 'fade-in' | 'fade-out';

interface Drag {
  grip: Grip;
  x: number;
  y: number;
  /** What the drag has come to: frames moved, tracks moved, or seconds. */
  frames: number;
  tracks: number;
  seconds: number;
}

const CURSORS: Record<Grip, string> = {
  move: 'grab',
  start: 'ew-resize',
  end: 'ew-resize',
  'fade-in': 'crosshair',
  'fade-out': 'crosshair',
};

/**
 * A clip with its waveform: dragged it moves in time and to other tracks; its ends trim it, its upper corners fade it. Alt lets
 * it go free of drawings and other clips. What the hand does shows at once and is one edit when it lets go.
 */
export function ClipBox({ clip, track, time, quiet }: { clip: Clip; track: number; time: Timeline; quiet: boolean }) {
  const { session, sound, view } = useOpenShot();
  const commands = useCommands();
  const shot = useShot(wholeShot);
  const inHand = useView((state) => state.clip === clip.id);
  const scale = useScale();
  const waveHeight = WAVE_HEIGHT * scale;
  const canvas = useRef<HTMLCanvasElement>(null);
  // What the hand does is needed at once when it lets go; what is shown may follow a moment later.
  const hand = useRef<Drag | null>(null);
  const [drag, setShown] = useState<Drag | null>(null);
  const setDrag = (next: Drag | null) => {
    hand.current = next;
    setShown(next);
  };
  const [waves, setWaves] = useState(0);
  const { fps } = shot;
  const seconds = clipSeconds(clip);
  const shown = previewed(clip, drag, fps, shot.assets[clip.asset]?.seconds ?? clip.out);
  const start = time.x(shown.frame);
  const end = time.x(shown.frame + clipSeconds(shown) * fps);
  // Only what is in sight is laid out and drawn: zoomed in, a clip is wider than any element can be.
  const left = Math.max(start, -40);
  const width = Math.max(3, Math.min(end, time.width + 40) - left);
  const from = (left - start) / time.scale / fps;
  const to = from + width / time.scale / fps;
  useEffect(() => sound.subscribe(() => setWaves((n) => n + 1)), [sound]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `waves` stands for the sounds that are ready
  useEffect(() => {
    const target = canvas.current;
    if (!target) return;
    const dpr = window.devicePixelRatio || 1;
    target.width = Math.round(width * dpr);
    target.height = Math.round(waveHeight * dpr);
    const c = target.getContext('2d')!;
    c.scale(dpr, dpr);
    paintWave(c, {
      clip: shown,
      peaks: sound.peaks(clip.asset),
      sound: sound.sound(clip.asset),
      from,
      to,
      width,
      height: waveHeight,
      quiet: quiet || clip.muted,
    });
  }, [shown, width, waveHeight, from, to, quiet, sound, waves]);
  if (end < -40 || start > time.width + 40) return null;

  const gripAt = (event: PointerEvent): Grip => {
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    const [fromStart, fromEnd] = [x + left - start, end - left - x];
    if (y < FADE_GRIP && inHand && Math.abs(fromStart - clip.fadeIn * fps * time.scale) < FADE_GRIP && fromStart > GRIP)
      return 'fade-in';
    if (y < FADE_GRIP && inHand && Math.abs(fromEnd - clip.fadeOut * fps * time.scale) < FADE_GRIP && fromEnd > GRIP)
      return 'fade-out';
    const grip = Math.min(GRIP, (end - start) / 4);
    return fromStart < grip ? 'start' : fromEnd < grip ? 'end' : 'move';
  };
  const down = (event: PointerEvent) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    view.setState({
      clip: clip.id,
      picked: null,
      soundCard: view.getState().soundCard === 'reading' ? 'reading' : 'clip',
    });
    setDrag({ grip: gripAt(event), x: event.clientX, y: event.clientY, frames: 0, tracks: 0, seconds: 0 });
  };
  const move = (event: PointerEvent<HTMLElement>) => {
    const held = hand.current;
    if (!held) {
      event.currentTarget.style.cursor = CURSORS[gripAt(event)];
      return;
    }
    const by = (event.clientX - held.x) / time.scale;
    const tracks = held.grip === 'move' ? Math.round((event.clientY - held.y) / (TRACK * scale)) : 0;
    setDrag({ ...held, tracks, frames: snapped(held.grip, by, event.altKey), seconds: by / fps });
  };
  /** Whole frames, drawn to drawings of the layer in hand and to other clips. */
  const snapped = (grip: Grip, by: number, free: boolean): number => {
    const { layerId } = view.getState();
    const reach = free ? 0 : SNAP / time.scale;
    const near = (at: number) => snapFrame(shot, Math.round(at), Math.min(reach, 6), layerId, clip.id);
    if (grip === 'end') return near(clip.frame + seconds * fps + by) - (clip.frame + seconds * fps);
    const begins = near(clip.frame + by) - clip.frame;
    if (grip === 'start') return begins;
    // A clip is drawn by its end too, where that is nearer to something.
    const length = clipEnd(clip, fps) - clip.frame;
    const ends = near(clip.frame + length + by) - length - clip.frame;
    return Math.abs(ends - by) < Math.abs(begins - by) ? ends : begins;
  };
  const up = () => {
    const held = hand.current;
    setDrag(null);
    if (!held || (held.frames === 0 && held.tracks === 0 && Math.abs(held.seconds) < 1e-4)) return;
    const { grip, frames, tracks } = held;
    if (grip === 'move') {
      const wished = Math.max(0, track + tracks);
      let came = '';
      session.change('move sound', (draft) => {
        const target = placeClip(
          draft,
          clip.id,
          Math.max(0, clip.frame + frames),
          Math.min(wished, draft.tracks.length - 1),
        );
        came = target?.id ?? '';
      });
      const wanted = session.shot.tracks[Math.min(wished, session.shot.tracks.length - 1)];
      if (came && came !== wanted.id) {
        const name = session.shot.tracks.find(({ id }) => id === came)?.name;
        commands.say(`Another sound lies there: “${clip.name}” was put on the track “${name}”.`);
      }
    } else if (grip === 'start') session.change('trim', (draft) => trimStart(draft, clip.id, clip.frame + frames));
    else if (grip === 'end')
      session.change('trim', (draft) => trimEnd(draft, clip.id, clip.frame / fps + seconds + frames / fps));
    else
      session.change('fade', (draft) => {
        const which = grip === 'fade-in' ? 'fadeIn' : 'fadeOut';
        findClip(draft, clip.id)!.clip[which] = previewed(clip, held, fps, clip.out)[which];
      });
  };

  const frames = clipEnd(clip, fps) - clip.frame;
  const pin = pinnedTo(shot, clip);
  const words = [
    clip.name,
    `${seconds.toFixed(2)} s`,
    `${frames} f`,
    clip.loop ? 'looped' : '',
    clip.muted ? 'muted' : '',
    pin === null ? '' : pin ? `pinned to drawing ${pin}` : 'pinned to a drawing off the sheet',
  ].filter(Boolean);
  return (
    <div
      data-clip={clip.id}
      role="group"
      aria-label={`Clip ${clip.name}, frame ${clip.frame + 1}, ${lengthInWords(frames, fps)}`}
      className={`absolute top-1 touch-none overflow-hidden rounded border ${inHand ? 'border-accent bg-wash ring-1 ring-accent' : 'border-ochre/50 bg-[#f5ecdc]'} ${drag ? 'z-20 opacity-80' : ''}`}
      style={{
        left,
        width,
        height: rem(TRACK - 8),
        transform: drag?.tracks ? `translateY(${rem(drag.tracks * TRACK)})` : undefined,
      }}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={() => setDrag(null)}
      onDoubleClick={() => view.setState({ soundCard: 'reading' })}
    >
      <p
        className="pointer-events-none truncate pr-1 text-xs leading-[0.9375rem] text-ink"
        style={{ paddingLeft: Math.max(0, -left) + (inHand ? 16 : 4) }}
      >
        {words.join(' · ')}
      </p>
      <canvas ref={canvas} aria-hidden="true" className="pointer-events-none" style={{ width, height: waveHeight }} />
      {inHand && !drag && (
        <>
          <Corner at={clip.fadeIn * fps * time.scale + start - left} />
          <Corner at={end - left - clip.fadeOut * fps * time.scale} />
        </>
      )}
    </div>
  );
}

/** Where a fade is taken hold of. */
function Corner({ at }: { at: number }) {
  return (
    <span
      aria-hidden="true"
      className="pointer-events-none absolute top-0.5 h-2 w-2 -translate-x-1/2 rounded-full border border-ochre bg-field"
      style={{ left: Math.max(8, at) }}
    />
  );
}

/** The clip as it would be if the hand let go now. */
function previewed(clip: Clip, drag: Drag | null, fps: number, sound: number): Clip {
  if (!drag) return clip;
  const { grip, frames, seconds } = drag;
  const length = clipSeconds(clip);
  if (grip === 'move') return { ...clip, frame: Math.max(0, clip.frame + frames) };
  if (grip === 'fade-in') return { ...clip, fadeIn: Math.max(0, Math.min(length, clip.fadeIn + seconds)) };
  if (grip === 'fade-out') return { ...clip, fadeOut: Math.max(0, Math.min(length, clip.fadeOut - seconds)) };
  const by = frames / fps;
  if (grip === 'start') {
    const cut = Math.max(clip.loop ? -clip.loop.skip : -clip.in, Math.min(length - 1 / fps, by));
    const loop = clip.loop && { ...clip.loop, skip: clip.loop.skip + cut, seconds: clip.loop.seconds - cut };
    return { ...clip, frame: clip.frame + Math.round(cut * fps), in: loop ? clip.in : clip.in + cut, loop };
  }
  const longest = clip.loop ? Number.POSITIVE_INFINITY : sound - clip.in;
  const next = Math.max(1 / fps, Math.min(longest, length + by));
  return clip.loop ? { ...clip, loop: { ...clip.loop, seconds: next } } : { ...clip, out: clip.in + next };
}
