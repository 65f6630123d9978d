/** Clips of sound: cut, joined, copied, moved, made louder; what is heard while scrubbing; the view along time. */

import { plain } from '../../core/history/index.ts';
import {
  type Clip,
  clipSeconds,
  findClip,
  LIMITS,
  makeTrack,
  mendReferences,
  newId,
  type Shot,
  type Track,
} from '../../core/shot/index.ts';
import {
  duplicateClip,
  layClip,
  loopPart,
  placeClip,
  removeClip,
  sliceClip,
  toMono,
  trimEnd,
  trimStart,
} from '../../core/sound/index.ts';
import { inView } from '../frame/view.ts';
import { clipboard } from '../session/clipboard.ts';
import { page } from '../session/looks.ts';
import type { SoundCard } from '../session/slices/sound.ts';
import { framesOf, HEAD } from '../sound/timeline.ts';
import type { Command, CommandContext } from './register.ts';

type Open = Pick<CommandContext, 'session' | 'view'>;

/** The clip in hand and its track. */
export function clipInHand({ session, view }: Open): { clip: Clip; track: Track } | null {
  const { clip } = view.getState();
  return clip === null ? null : findClip(session.shot, clip);
}

const hasClip = (open: Open) => clipInHand(open) !== null;

/** An edit of the clip in hand. */
function editing(label: string, recipe: (clip: Clip, shot: Shot, frame: number) => void) {
  return ({ session, view }: CommandContext) => {
    const { clip, frame } = view.getState();
    if (clip !== null) session.change(label, (shot) => recipe(findClip(shot, clip)!.clip, shot, frame));
  };
}

function cut(context: CommandContext): void {
  const { session, view, say } = context;
  const { frame } = view.getState();
  const held = clipInHand(context);
  if (!held) return;
  let later: string | null = null;
  session.change('cut the clip', (shot) => {
    later = sliceClip(shot, held.clip.id, frame);
  });
  if (later) view.setState({ clip: later });
  else say(`“${held.clip.name}” is not heard at frame ${frame + 1}. Go to a frame inside it to cut it there.`);
}

/** Puts the clip in hand again right after itself, some times over; the last one is in hand then. */
export function repeatClip(context: CommandContext, times: number): void {
  const held = clipInHand(context);
  if (!held) return;
  let made: string | null = null;
  context.session.change(times === 1 ? 'duplicate the clip' : `repeat the clip ${times} times`, (shot) => {
    made = duplicateClip(shot, held.clip.id, times);
  });
  if (made) context.view.setState({ clip: made });
  else context.say('There is no free track for another clip. Remove a track first.');
}

/** Brings the clip in hand to a frame; where another lies it goes to a free track. */
export function bringClip(context: CommandContext, frame: number): void {
  const held = clipInHand(context);
  if (!held) return;
  const wished = context.session.shot.tracks.indexOf(held.track);
  context.session.change('move sound', (shot) => void placeClip(shot, held.clip.id, Math.max(0, frame), wished));
}

const shift = (by: number) => (context: CommandContext) =>
  bringClip(context, (clipInHand(context)?.clip.frame ?? 0) + by);

/** Loops the clip in hand: to the shot's end the first time, as long as it is from then on; or lets it sound once. */
function toggleLoop(context: CommandContext): void {
  const { session, sound, say } = context;
  const held = clipInHand(context);
  if (!held) return;
  const { clip } = held;
  if (clip.loop) {
    session.change('sound once', (shot) => void (findClip(shot, clip.id)!.clip.loop = null));
    return;
  }
  const samples = sound.sound(clip.asset);
  if (!samples) {
    say('This sound is still being made ready. Try again in a moment.');
    return;
  }
  const part = loopPart(toMono(samples.channels), samples.rate, clip.in, clip.out);
  const { length, fps } = session.shot;
  const seconds = Math.max(2 * (part.out - part.in), (length - clip.frame) / fps);
  session.change('loop the clip', (shot) => {
    const mine = findClip(shot, clip.id)!;
    const next = mine.track.clips.filter(({ frame }) => frame > clip.frame).map(({ frame }) => frame);
    const room = next.length > 0 ? (Math.min(...next) - clip.frame) / fps : Number.POSITIVE_INFINITY;
    mine.clip.in = part.in;
    mine.clip.out = part.out;
    mine.clip.loop = { seconds: Math.min(seconds, room), join: part.join, skip: 0 };
  });
}

function putIn({ session, view, say }: CommandContext): void {
  const { clip: copied } = clipboard.getState();
  if (!copied) return;
  const { frame, clip } = view.getState();
  const { shot } = session;
  if (!shot.assets[copied.asset]) {
    say('The sound of this clip belongs to another shot. Bring its file in here first.');
    return;
  }
  const held = clip === null ? null : findClip(shot, clip);
  const made: Clip = { ...copied, id: newId(), frame, pin: null };
  session.change('put the clip in', (draft) => {
    layClip(draft, made, held ? shot.tracks.indexOf(held.track) : 0);
    // The layer it followed when it was copied may be gone.
    mendReferences(draft, plain);
  });
  view.setState({ clip: made.id });
}

function nextClip(by: 1 | -1) {
  return ({ session, view }: CommandContext) => {
    const all = session.shot.tracks.flatMap(({ clips }) => clips).sort((a, b) => a.frame - b.frame);
    if (all.length === 0) return;
    const at = all.findIndex(({ id }) => id === view.getState().clip);
    view.setState({ clip: all[(at + by + all.length) % all.length].id, picked: null });
  };
}

const SCRUBS = [1, 2, 3, 4, 6];

const inSound = () => inView('sound');

/** Zooms the view along time about the present frame. */
export function zoomSound({ session, view }: Open, by: number): void {
  const box = document.querySelector('[data-testid="timeline"]');
  if (!box) return;
  const room = box.clientWidth - HEAD * page.getState().scale;
  const { soundView, frame } = view.getState();
  const whole = room / framesOf(session.shot);
  const scale = soundView?.scale ?? whole;
  const next = Math.min(MOST_ZOOM, scale * by);
  if (next <= whole) {
    view.setState({ soundView: null });
    return;
  }
  const from = soundView?.from ?? 0;
  // The present frame stays where it is seen; out of sight, it comes to the middle.
  const seen = (frame - from) * scale;
  const stays = seen >= 0 && seen <= room ? seen : room / 2;
  view.setState({ soundView: { from: Math.max(0, frame - stays / next), scale: next } });
}

/** Pixels a frame at which single samples can be told apart. */
const MOST_ZOOM = 24_000;

const CARDS: [SoundCard, string, string][] = [
  ['clip', 'The clip in hand', 'Alt+Shift+KeyA'],
  ['reading', 'Words and reading', 'Alt+Shift+KeyD'],
  ['foley', 'Foley shelf', 'Alt+Shift+KeyK'],
  ['record', 'Record a sound', 'Alt+Shift+KeyN'],
];

const gain = (by: number) =>
  editing('volume', (clip) => void (clip.gain = Math.min(4, Math.max(0.01, clip.gain * by))));

/** A command on the clip in hand that borrows its key. */
function onClip(id: string, name: string, keys: string[], run: Command['run']): Command {
  return { id, name, group: 'Sound', keys, borrowsKeys: 'clip', when: hasClip, run };
}

export const soundCommands: Command[] = [
  onClip('clip-cut', 'Cut the clip at this frame', ['KeyX'], cut),
  onClip('clip-duplicate', 'Duplicate the clip', ['KeyD'], (context) => repeatClip(context, 1)),
  onClip('clip-repeat', 'Loop the clip without a seam / sound it once', ['KeyO'], toggleLoop),
  onClip('clip-remove', 'Remove the clip', ['Delete', 'Backspace'], ({ session, view }) => {
    const { clip } = view.getState();
    if (clip !== null) session.change('remove the clip', (shot) => removeClip(shot, clip));
  }),
  onClip(
    'clip-mute',
    'Mute the clip / let it sound',
    ['KeyM'],
    editing('mute the clip', (clip) => void (clip.muted = !clip.muted)),
  ),
  onClip(
    'clip-starts',
    'The clip begins at this frame',
    ['BracketLeft'],
    editing('trim', (clip, shot, frame) => trimStart(shot, clip.id, frame)),
  ),
  onClip(
    'clip-stops',
    'The clip stops at this frame',
    ['BracketRight'],
    editing('stop the clip', (clip, shot, frame) => trimEnd(shot, clip.id, frame / shot.fps)),
  ),
  onClip('clip-here', 'Bring the clip to this frame', ['Enter'], (context) =>
    bringClip(context, context.view.getState().frame),
  ),
  onClip('clip-earlier', 'The clip a frame earlier', ['ArrowLeft'], shift(-1)),
  onClip('clip-later', 'The clip a frame later', ['ArrowRight'], shift(1)),
  onClip('clip-much-earlier', 'The clip six frames earlier', ['Shift+ArrowLeft'], shift(-6)),
  onClip('clip-much-later', 'The clip six frames later', ['Shift+ArrowRight'], shift(6)),
  onClip('clip-louder', 'The clip louder', ['Equal'], gain(10 ** (1 / 20))),
  onClip('clip-quieter', 'The clip quieter', ['Minus'], gain(10 ** (-1 / 20))),
  onClip(
    'clip-fade-in',
    'Fade in up to this frame',
    ['KeyI'],
    editing(
      'fade in',
      (clip, shot, frame) =>
        void (clip.fadeIn = Math.min(clipSeconds(clip), Math.max(0, (frame - clip.frame) / shot.fps))),
    ),
  ),
  onClip(
    'clip-fade-out',
    'Fade out from this frame on',
    ['KeyU'],
    editing(
      'fade out',
      (clip, shot, frame) =>
        void (clip.fadeOut = Math.min(
          clipSeconds(clip),
          Math.max(0, clip.frame / shot.fps + clipSeconds(clip) - frame / shot.fps),
        )),
    ),
  ),
  onClip('clip-copy', 'Copy the clip', ['$mod+KeyC'], (context) => {
    const held = clipInHand(context);
    if (held) clipboard.setState({ clip: plain(held.clip) });
  }),
  {
    id: 'clip-put-in',
    name: 'Put the copied clip in at this frame',
    group: 'Sound',
    keys: ['$mod+KeyV'],
    borrowsKeys: 'clip',
    when: () => inSound() && clipboard.getState().clip !== null,
    run: putIn,
  },
  onClip('clip-let-go', 'Let go of the clip', ['Escape'], ({ view }) => view.setState({ clip: null })),
  {
    id: 'clip-next',
    name: 'Take the next clip in hand',
    group: 'Sound',
    keys: ['$mod+BracketRight'],
    when: inSound,
    run: nextClip(1),
  },
  {
    id: 'clip-before',
    name: 'Take the clip before in hand',
    group: 'Sound',
    keys: ['$mod+BracketLeft'],
    when: inSound,
    run: nextClip(-1),
  },
  { id: 'track-new', name: 'A new track', group: 'Sound', keys: ['$mod+Shift+KeyS'], when: inSound, run: addTrack },
  ...CARDS.map(
    ([card, name, key]): Command => ({
      id: `sound-${card}`,
      name,
      group: 'Sound',
      keys: [key],
      when: inSound,
      run: ({ view }) => view.setState({ soundCard: card }),
    }),
  ),
  {
    id: 'sound-in',
    name: 'Nearer along time',
    group: 'Sound',
    keys: ['$mod+Equal'],
    when: inSound,
    run: (context) => zoomSound(context, 1.5),
  },
  {
    id: 'sound-out',
    name: 'Farther along time',
    group: 'Sound',
    keys: ['$mod+Minus'],
    when: inSound,
    run: (context) => zoomSound(context, 1 / 1.5),
  },
  {
    id: 'sound-whole',
    name: 'The whole shot along time',
    group: 'Sound',
    keys: ['$mod+Digit0'],
    when: inSound,
    run: ({ view }) => view.setState({ soundView: null }),
  },
  {
    id: 'scrub-longer',
    name: 'Next length of scrubbed sound',
    group: 'Sound',
    keys: ['Alt+Shift+KeyZ'],
    run: ({ view, say }) => {
      const { scrubFrames } = view.getState();
      const next = SCRUBS[(SCRUBS.indexOf(scrubFrames) + 1) % SCRUBS.length];
      view.setState({ scrubFrames: next });
      say(`Scrubbing lets ${next === 1 ? 'one frame' : `${next} frames`} be heard.`);
    },
  },
];

function addTrack({ session, say }: CommandContext): void {
  const { tracks } = session.shot;
  if (tracks.length >= LIMITS.maxTracks) {
    say(`A shot has at most ${LIMITS.maxTracks} tracks.`);
    return;
  }
  session.change('add a track', (shot) => void shot.tracks.push(makeTrack(`Track ${tracks.length + 1}`)));
}
