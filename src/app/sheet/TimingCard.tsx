import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import type { ReactNode } from 'react';
import { countSpan, ENDS, type Ends, type Span } from '../../core/sheet/index.ts';
import { LIMITS } from '../../core/shot/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { hold } from '../commands/holds.ts';
import { fitTo, putFramesIn, repeat, repeatForesight, shift, takeFramesOut } from '../commands/retime.ts';
import { chosenOrLayer } from '../commands/timed.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import type { TimingWishes } from '../session/slices/sheet.ts';

const ENDS_WORDS: Record<Ends, string> = { once: '1 2 3 2', home: '1 2 3 2 1', twice: '1 2 3 3 2 1' };
const REPEAT_WORDS: Record<TimingWishes['repeatBy'], string> = {
  times: 'times',
  total: 'frames in all',
  frame: 'is its last frame',
  sound: 'until the sound ends',
};
/** New timing for what is chosen or for the whole layer; what it will come to is said beside it. */
export function TimingCard() {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  const wishes = useView((state) => state.timing);
  const layerId = useView((state) => state.layerId);
  const selection = useView((state) => state.selection);
  const frame = useView((state) => state.frame);
  const set = (over: Partial<TimingWishes>) => view.setState(({ timing }) => ({ timing: { ...timing, ...over } }));
  const span: Span | null = useShot(() => key(chosenOrLayer({ session, view })))
    ? chosenOrLayer({ session, view })
    : null;
  // Said in one word, so that the card follows only what it says.
  const about = useShot((shot) => {
    const now = chosenOrLayer({ session, view });
    if (!now) return '';
    const { drawings, frames } = countSpan(shot, now);
    const name = shot.layers.find(({ id }) => id === layerId)?.name ?? '';
    const whose = selection ? 'Chosen' : `“${name}”, whole`;
    return `${whose}: ${drawings} ${drawings === 1 ? 'drawing' : 'drawings'}, ${frames} ${frames === 1 ? 'frame' : 'frames'}`;
  });
  const foresight = useShot(() => {
    const both = repeatForesight({ session, view });
    return both ? `${both.now} → ${Math.max(both.now, both.after)} f` : '';
  });
  const back = useCommand('there-and-back');
  const reverse = useCommand('reverse');
  const off = span === null;
  return (
    <div className="flex flex-col gap-1 px-3 pb-2 text-sm">
      <p className="truncate text-second" data-testid="timing-about">
        {about || 'Nothing stands on this layer yet: draw on the paper, or N for a new drawing.'}
      </p>
      <Row name="On">
        {['ones', 'twos', 'threes', 'fours'].map((name, i) => (
          <Button
            key={name}
            className="!h-6 flex-1 !px-1"
            disabled={off}
            title={`On ${name}`}
            onClick={() => span && hold(commands, span, i + 1)}
          >
            {name}
          </Button>
        ))}
      </Row>
      <Row name="Fit to">
        <NumberInput
          label="Frames to fit to"
          value={wishes.fit}
          min={1}
          max={LIMITS.maxLength}
          onDone={(value) => set({ fit: value })}
          onEnter={() => fitTo(commands, 'even')}
        />
        <Button className="!h-6 flex-1 !px-1" disabled={off} onClick={() => fitTo(commands, 'even')}>
          even steps
        </Button>
        <Button className="!h-6 flex-1 !px-1" disabled={off} onClick={() => fitTo(commands, 'in proportion')}>
          in proportion
        </Button>
      </Row>
      <Row name="Way">
        <Button className="!h-6 flex-1 !px-1" disabled={off} title={`${back.name} (${back.keys})`} onClick={back.run}>
          There and back
        </Button>
        <ChoiceList
          label="Ends of there and back"
          className="w-[5.75rem]"
          value={wishes.ends}
          options={ENDS.map((each) => [each, ENDS_WORDS[each]])}
          onChoose={(ends) => set({ ends })}
        />
        <Button className="!h-6 !px-2" disabled={off} title={`${reverse.name} (${reverse.keys})`} onClick={reverse.run}>
          Reverse
        </Button>
      </Row>
      <Row name="Repeat">
        {wishes.repeatBy !== 'sound' && (
          <NumberInput
            label="How much to repeat"
            value={wishes.repeat}
            min={1}
            max={LIMITS.maxLength}
            onDone={(value) => set({ repeat: value })}
            onEnter={() => repeat(commands)}
          />
        )}
        <ChoiceList
          label="What the number means"
          className="min-w-14 flex-1"
          value={wishes.repeatBy}
          options={Object.entries(REPEAT_WORDS) as [TimingWishes['repeatBy'], string][]}
          onChoose={(repeatBy) => set({ repeatBy })}
        />
        <Button className="!h-6 !px-2" disabled={off} onClick={() => repeat(commands)}>
          Repeat
        </Button>
        <span
          className="min-w-0 max-w-[5.375rem] flex-1 truncate text-right font-mono text-xs text-second tabular"
          data-testid="repeat-gives"
        >
          {foresight}
        </span>
      </Row>
      <Row name="Shift">
        <NumberInput
          label="How far to shift"
          value={wishes.shift}
          min={1}
          max={LIMITS.maxLength}
          onDone={(value) => set({ shift: value })}
        />
        <ChoiceList
          label="Shift by"
          value={wishes.shiftBy}
          options={[
            ['frames', 'frames'],
            ['drawings', 'drawings'],
          ]}
          onChoose={(shiftBy) => set({ shiftBy })}
        />
        <Tick
          label="round"
          about="What leaves at one end comes in at the other, as in a cycle"
          className="flex-1 text-second"
          checked={wishes.round}
          onChange={(round) => set({ round })}
        />
        <IconButton
          label="Earlier"
          look="plain"
          className="!h-6"
          disabled={off}
          onClick={() => shift(commands, wishes, -1)}
        >
          <ArrowUp size={13} />
        </IconButton>
        <IconButton
          label="Later"
          look="plain"
          className="!h-6"
          disabled={off}
          onClick={() => shift(commands, wishes, 1)}
        >
          <ArrowDown size={13} />
        </IconButton>
      </Row>
      <Row name="Frames">
        <NumberInput
          label="How many frames"
          value={wishes.frames}
          min={1}
          max={LIMITS.maxLength}
          onDone={(value) => set({ frames: value })}
        />
        <ChoiceList
          label="Frames of"
          className="flex-1"
          value={wishes.framesIn}
          options={[
            ['chosen', selection && selection.layers.length > 1 ? 'these layers' : 'this layer'],
            ['all', 'the whole shot'],
          ]}
          onChoose={(framesIn) => set({ framesIn })}
        />
        <Button
          className="!h-6 !px-2"
          title={`Puts them in before frame ${frame + 1}`}
          onClick={() => putFramesIn(commands, wishes.frames, wishes.framesIn)}
        >
          Put in
        </Button>
        <Button
          className="!h-6 !px-2"
          title={selection ? 'Takes the chosen frames out' : `Takes them out from frame ${frame + 1} on`}
          onClick={() => takeFramesOut(commands, wishes.frames, wishes.framesIn)}
        >
          Take out
        </Button>
      </Row>
    </div>
  );
}

const key = (span: Span | null) => (span ? `${span.layers.join()} ${span.from} ${span.to}` : '');

function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div role="group" aria-label={name} className="flex items-center gap-1">
      <span className="w-11 shrink-0 text-second">{name}</span>
      {children}
    </div>
  );
}
