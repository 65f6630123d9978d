import Play from 'lucide-react/icons/play';
import Repeat from 'lucide-react/icons/repeat';
import SkipBack from 'lucide-react/icons/skip-back';
import Pause from 'lucide-react/icons/square';
import { useState } from 'react';
import { useCommand } from '../commands/context.ts';
import { Hint, IconButton } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { useOpenShot, usePlay, useShot, useView } from '../session/open-shot.ts';

const SPEEDS = [
  [0.25, 'quarter'],
  [0.5, 'half'],
  [1, 'as is'],
  [1.5, 'x 1.5'],
  [2, 'double'],
] as const;

/** Playing, the frame, and the rate: the shot's own, and plainly apart from it the preview's. */
export function Transport() {
  const { player, view } = useOpenShot();
  const length = useShot((shot) => shot.length);
  const fps = useShot((shot) => shot.fps);
  const frame = useView((state) => state.frame);
  const loop = useView((state) => state.loop);
  const speed = useView((state) => state.speed);
  const range = useView((state) => state.range);
  const all = useCommand('range-all');
  const state = usePlay((play) => play.state);
  const play = useCommand('play');
  const first = useCommand('first-frame');
  const loopCommand = useCommand('loop');
  const lengthCommand = useCommand('length');
  return (
    <div className="flex items-center gap-1">
      <IconButton label={first.name} keys={first.keys} look="plain" onClick={first.run}>
        <SkipBack size={15} />
      </IconButton>
      <IconButton
        label={state === 'rest' ? 'Play' : 'Stop'}
        keys={play.keys}
        onClick={() => player.toggle()}
        className="!border-transparent !bg-ink !text-white"
      >
        {state === 'rest' ? <Play size={15} /> : <Pause size={13} fill="currentColor" />}
      </IconButton>
      <IconButton label="Loop" keys={loopCommand.keys} look="plain" pressed={loop} onClick={loopCommand.run}>
        <Repeat size={15} />
      </IconButton>
      <Hint text={`${lengthCommand.name}  (${lengthCommand.keys})`}>
        <button
          type="button"
          className="flex h-7 items-center rounded-md border border-rule bg-field px-2 font-mono text-sm whitespace-nowrap hover:bg-wash/60 tabular"
          onClick={lengthCommand.run}
        >
          <output aria-label="Frame">
            {frame + 1} / {length}
          </output>
        </button>
      </Hint>
      {range && (
        <IconButton
          label={`Playing frames ${range.from + 1} to ${range.to + 1}. Press to play the whole shot`}
          keys={all.keys}
          look="plain"
          pressed
          className="!w-auto px-1.5 font-mono text-sm whitespace-nowrap"
          onClick={all.run}
        >
          {range.from + 1}–{range.to + 1}
        </IconButton>
      )}
      <Hint text="The shot's rate. It changes only in Shot settings.">
        <span className="flex h-7 items-center rounded-md border border-rule bg-field px-2 font-mono text-sm whitespace-nowrap">
          {fps} fps
        </span>
      </Hint>
      <label
        className={`flex h-7 items-center gap-1 rounded-md px-1.5 text-sm ${speed === 1 ? 'text-second' : 'bg-attention/12 font-medium text-attention'}`}
      >
        <span className="hidden @min-[77.5rem]/window:inline">Preview</span>
        <PreviewSpeed
          speed={speed}
          onSpeed={(next) => {
            player.stop();
            view.setState({ speed: next });
          }}
        />
      </label>
    </div>
  );
}

/** The usual speeds by name, and any other by its frames a second. */
function PreviewSpeed({ speed, onSpeed }: { speed: number; onSpeed(speed: number): void }) {
  const fps = useShot((shot) => shot.fps);
  const [asking, setAsking] = useState(false);
  const usual = SPEEDS.some(([value]) => value === speed);
  if (asking) {
    return (
      <NumberInput
        label="Preview, frames a second"
        value={Math.round(speed * fps)}
        min={1}
        max={120}
        className="w-[3.25rem]"
        onDone={(rate) => {
          onSpeed(rate / fps);
          setAsking(false);
        }}
      />
    );
  }
  return (
    <ChoiceList
      label="Preview speed"
      className="w-[4.75rem] !border-transparent !bg-transparent"
      value={usual ? String(speed) : 'own'}
      options={[
        ...SPEEDS.map(([value, name]) => [String(value), name] as const),
        ...(usual ? [] : [['own', `${Math.round(speed * fps)} fps`] as const]),
        ['any', 'any…'],
      ]}
      onChoose={(value) => {
        if (value === 'any') setAsking(true);
        else if (value !== 'own') onSpeed(Number(value));
      }}
    />
  );
}
