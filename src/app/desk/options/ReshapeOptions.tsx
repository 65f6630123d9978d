import type { KneadHow } from '../../../core/ink/index.ts';
import { useCommand } from '../../commands/context.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { NumberInput } from '../../parts/NumberInput.tsx';
import { Slide } from '../../parts/Slide.tsx';
import { useTool } from '../use-tool.ts';
import { Option } from './parts.tsx';

const KNEAD_WORDS: [KneadHow, string, string][] = [
  ['push', 'Push', 'Moves what is under the ring along with the pen'],
  ['gather', 'Gather', 'Draws what is under the ring together'],
  ['spread', 'Spread', 'Presses what is under the ring apart'],
];

export function KneadOptions() {
  const [knead, set] = useTool('knead');
  const next = useCommand('next-knead');
  return (
    <>
      <Option name={`Radius ${knead.radius}`}>
        <Slide label="Radius" value={knead.radius} min={8} max={400} onChange={(radius) => set({ radius })} />
      </Option>
      <Choice
        label="What kneading does"
        keys={next.keys}
        value={knead.how}
        choices={KNEAD_WORDS}
        onChoose={(how) => set({ how })}
      />
    </>
  );
}

export function SwellOptions() {
  const [swell, set] = useTool('swell');
  const next = useCommand('next-swell');
  return (
    <>
      <Option name={`Radius ${swell.radius}`}>
        <Slide label="Radius" value={swell.radius} min={4} max={200} onChange={(radius) => set({ radius })} />
      </Option>
      <Choice
        label="What brushing over lines does"
        keys={next.keys}
        value={swell.by}
        choices={[
          ['thicker', 'Thicker', 'Lines brushed over become thicker; with Shift thinner'],
          ['thinner', 'Thinner', 'Lines brushed over become thinner; with Shift thicker'],
        ]}
        onChoose={(by) => set({ by })}
      />
    </>
  );
}

export function RedrawOptions() {
  return (
    <span className="truncate text-second">
      Begin and end on a line: the piece between is drawn anew. Begin on it and leave it: its end is.
    </span>
  );
}

export function WarpOptions() {
  const [warp, set] = useTool('warp');
  const keep = useCommand('begun-keep');
  const drop = useCommand('pick-none');
  return (
    <>
      <Option name="Fields across">
        <NumberInput
          label="Fields across"
          value={warp.columns}
          min={1}
          max={8}
          onDone={(columns) => set({ columns })}
        />
      </Option>
      <Option name="down">
        <NumberInput label="Fields down" value={warp.rows} min={1} max={8} onDone={(rows) => set({ rows })} />
      </Option>
      <Button className="!h-6" look="main" disabled={!keep.enabled} title={keep.keys} onClick={keep.run}>
        Keep
      </Button>
      <Button className="!h-6" disabled={!drop.enabled} title={drop.keys} onClick={drop.run}>
        Give up
      </Button>
      <span className="truncate text-second">Press the drawing to lay the grid, then drag its points.</span>
    </>
  );
}
