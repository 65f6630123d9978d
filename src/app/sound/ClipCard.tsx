import { type ReactNode, useRef, useState } from 'react';
import { pinnedTo } from '../../core/sheet/index.ts';
import { type Clip, clipEnd, clipSeconds, findClip, lengthInWords, newId } from '../../core/shot/index.ts';
import { trimEnd } from '../../core/sound/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { bringClip, clipInHand, repeatClip } from '../commands/sound.ts';
import { Button } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Slide } from '../parts/Slide.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useShotParts, useView } from '../session/open-shot.ts';

const ACTIONS = [
  'clip-cut',
  'clip-duplicate',
  'clip-starts',
  'clip-stops',
  'clip-fade-in',
  'clip-fade-out',
  'clip-remove',
] as const;
const SHORT: Record<(typeof ACTIONS)[number], string> = {
  'clip-cut': 'Cut here',
  'clip-duplicate': 'Duplicate',
  'clip-starts': 'Begin here',
  'clip-stops': 'Stop here',
  'clip-fade-in': 'Fade in to here',
  'clip-fade-out': 'Fade out from here',
  'clip-remove': 'Remove',
};

/** All that can be set on the clip in hand. */
export function ClipCard() {
  const { session } = useOpenShot();
  const commands = useCommands();
  const shot = useShotParts('tracks', 'layers', 'drawings', 'fps', 'length');
  useView((state) => state.clip);
  const gesture = useRef('');
  const [times, setTimes] = useState(3);
  const held = clipInHand(commands);
  if (!held) {
    return (
      <p className="p-3 text-sm text-second">
        Press a clip to take it in hand. Drag it to move it, drag its ends to trim it; double-press it to read its
        words.
      </p>
    );
  }
  const { clip, track } = held;
  const { fps } = shot;
  const frames = clipEnd(clip, fps) - clip.frame;
  const edit = (label: string, recipe: (mine: Clip) => void, joined = '') =>
    session.change(label, (draft) => recipe(findClip(draft, clip.id)!.clip), joined);
  /** Sliding is one edit. */
  const sliding = (label: string, recipe: (mine: Clip) => void) => {
    gesture.current ||= `${label} ${newId()}`;
    edit(label, recipe, gesture.current);
  };
  const done = () => {
    gesture.current = '';
  };
  const decibels = Math.round(20 * Math.log10(Math.max(0.01, clip.gain)));
  const pin = pinnedTo(shot, clip);
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2 p-3 text-sm">
      <section className="flex w-[15.75rem] flex-col gap-1.5" aria-label="Clip in hand">
        <NameInput
          label="Name of the clip"
          className="h-6 font-semibold"
          value={clip.name}
          onDone={(name) => edit('name clip', (mine) => void (mine.name = name))}
        />
        <output aria-label="Length of the clip" className="px-1 font-mono text-xs text-second tabular">
          {clipSeconds(clip).toFixed(3)} s · {frames} frames · {lengthInWords(frames, fps)}
        </output>
        <div className="flex items-center gap-1.5 px-1 whitespace-nowrap">
          From frame
          <NumberInput
            label="First frame of the clip"
            value={clip.frame + 1}
            min={1}
            max={20_000}
            onDone={(value) => bringClip(commands, value - 1)}
          />
          stops at
          <NumberInput
            label="Frame the clip stops at"
            value={clip.frame + frames}
            min={clip.frame + 1}
            max={40_000}
            onDone={(value) => session.change('stop the clip', (draft) => trimEnd(draft, clip.id, value / fps))}
          />
        </div>
        <p className="px-1 text-xs text-second">
          on {track.name}
          {pin !== null && (pin ? `, pinned to drawing ${pin}` : ', pinned to a drawing off the sheet')}
        </p>
      </section>
      <section className="flex w-[14.75rem] flex-col gap-1" aria-label="How the clip sounds">
        <Line name="Volume" says={`${decibels > 0 ? '+' : ''}${decibels} dB`}>
          <Slide
            label="Volume of the clip"
            value={decibels}
            min={-40}
            max={12}
            width="grow"
            onChange={(value) => sliding('volume', (mine) => void (mine.gain = 10 ** (value / 20)))}
            onDone={done}
          />
        </Line>
        {(['fadeIn', 'fadeOut'] as const).map((which) => (
          <Line
            key={which}
            name={which === 'fadeIn' ? 'Fade in' : 'Fade out'}
            says={`${(clip[which] * fps).toFixed(0)} f`}
          >
            <Slide
              label={which === 'fadeIn' ? 'Fade in, frames' : 'Fade out, frames'}
              value={Math.round(clip[which] * fps)}
              min={0}
              max={Math.max(1, frames)}
              width="grow"
              onChange={(value) => sliding('fade', (mine) => void (mine[which] = value / fps))}
              onDone={done}
            />
          </Line>
        ))}
        <Line name="From" says={clip.follows ? 'figure' : side(clip.pan)}>
          <Slide
            label="Heard from left or right"
            value={Math.round(clip.pan * 100)}
            min={-100}
            max={100}
            width="grow"
            disabled={clip.follows !== null}
            onChange={(value) => sliding('left and right', (mine) => void (mine.pan = value / 100))}
            onDone={done}
          />
        </Line>
        <div className="flex items-center gap-2">
          <span className="w-14 shrink-0">Follows</span>
          <ChoiceList
            label="Layer the sound follows from left to right"
            className="flex-1"
            value={clip.follows ?? ''}
            options={[
              ['', 'nothing: it stays where it is'],
              ...shot.layers.map(({ id, name }) => [id, `${name}, left to right`] as const),
            ]}
            onChoose={(layer) => edit('follow a layer', (mine) => void (mine.follows = layer || null))}
          />
        </div>
      </section>
      <section className="flex min-w-[12.5rem] flex-1 flex-col gap-2" aria-label="Edit the clip">
        <div className="flex flex-wrap gap-1">
          {ACTIONS.map((id) => (
            <Action key={id} id={id} name={SHORT[id]} />
          ))}
        </div>
        <div className="flex items-center gap-1.5">
          <Button className="!h-6 !px-2" onClick={() => repeatClip(commands, times)}>
            Repeat
          </Button>
          <NumberInput label="Times the clip is repeated" value={times} min={1} max={200} onDone={setTimes} />
          times after itself
        </div>
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <LoopTick clip={clip} />
          <Tick
            label="Muted"
            checked={clip.muted}
            onChange={(muted) => edit('mute the clip', (mine) => void (mine.muted = muted))}
          />
          <Pin pinned={pin !== null} />
        </div>
      </section>
    </div>
  );
}

const side = (pan: number) =>
  Math.abs(pan) < 0.01 ? 'middle' : `${Math.round(Math.abs(pan) * 100)} ${pan < 0 ? 'l' : 'r'}`;

function Line({ name, says, children }: { name: string; says: string; children: ReactNode }) {
  return (
    <div className="flex h-5 items-center gap-2">
      <span className="w-14 shrink-0">{name}</span>
      {children}
      <span className="w-12 shrink-0 text-right font-mono text-xs tabular">{says}</span>
    </div>
  );
}

function Action({ id, name }: { id: string; name: string }) {
  const command = useCommand(id);
  return (
    <Button
      className="!h-6 !px-2"
      look={id === 'clip-remove' ? 'danger' : 'plain'}
      title={`${command.name} (${command.keys})`}
      onClick={command.run}
    >
      {name}
    </Button>
  );
}

function LoopTick({ clip }: { clip: Clip }) {
  const command = useCommand('clip-repeat');
  return (
    <Tick
      label="Loops without a seam"
      about={`${command.name} (${command.keys}). Drag its end for how long.`}
      checked={clip.loop !== null}
      onChange={command.run}
    />
  );
}

function Pin({ pinned }: { pinned: boolean }) {
  const command = useCommand('pin-sound');
  return (
    <Tick
      label="Pinned to the drawing it begins with"
      about={`Moves with it, whatever is put in before (${command.keys})`}
      checked={pinned}
      onChange={command.run}
    />
  );
}
