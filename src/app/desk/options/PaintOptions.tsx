import { useCommand } from '../../commands/context.ts';
import { EdgeChooser, RegionChooser } from '../../paint/RegionChooser.tsx';
import { SwatchChooser } from '../../paint/SwatchChooser.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Slide } from '../../parts/Slide.tsx';
import { Tick } from '../../parts/Tick.tsx';
import { useTool } from '../use-tool.ts';
import { Option } from './parts.tsx';

export function PourOptions() {
  const [{ as }, set] = useTool('pour');
  const next = useCommand('next-pour');
  return (
    <>
      <SwatchChooser />
      <Choice
        label="What is poured"
        keys={next.keys}
        value={as}
        choices={[
          ['swatch', 'swatch', 'Pours the swatch in hand'],
          ['before', 'as before', 'Pours what the same region has on the drawing before'],
          ['across', 'across', 'Touch a region on the first and on the last drawing: all between are poured too'],
          ['off', 'take off', 'Takes the topmost paint off'],
        ]}
        onChoose={(value) => set({ as: value })}
      />
      <RegionChooser />
      <EdgeChooser />
    </>
  );
}

export function FenceOptions() {
  return (
    <>
      <SwatchChooser />
      <RegionChooser />
      <EdgeChooser />
      <span className="truncate text-second">Draw right round the regions to be painted.</span>
    </>
  );
}

export function SweepOptions() {
  const [{ over, unpainted, lines }, set] = useTool('sweep');
  const next = useCommand('next-sweep');
  return (
    <>
      <SwatchChooser />
      <Choice
        label="Swept over"
        keys={next.keys}
        value={over}
        choices={[
          ['layer', 'all drawings', 'On every drawing of the layer'],
          ['chosen', 'chosen ones', 'On the drawings chosen on the sheet'],
          ['drawing', 'this one', 'On the drawing in hand'],
        ]}
        onChoose={(value) => set({ over: value })}
      />
      <Tick
        label="Unpainted only"
        checked={unpainted}
        about="Regions that are painted stay as they are"
        onChange={(value) => set({ unpainted: value })}
      />
      <Tick
        label="Lines too"
        checked={lines}
        about="Lines wholly inside the rectangle take the swatch as well"
        onChange={(value) => set({ lines: value })}
      />
      <RegionChooser />
    </>
  );
}

export function DaubOptions() {
  const [{ width, inside }, set] = useTool('daub');
  return (
    <>
      <SwatchChooser />
      <Option name={`Width ${width}`}>
        <Slide label="Width" value={width} min={1} max={200} onChange={(value) => set({ width: value })} />
      </Option>
      <Tick
        label="Stay inside"
        checked={inside}
        about="Only where paint or line already is"
        onChange={(value) => set({ inside: value })}
      />
      <EdgeChooser />
    </>
  );
}

export function WipeOptions() {
  const [{ width }, set] = useTool('wipe');
  return (
    <>
      <Option name={`Width ${width}`}>
        <Slide label="Width" value={width} min={2} max={200} onChange={(value) => set({ width: value })} />
      </Option>
      <span className="truncate text-second">Rubs paint out; lines stay.</span>
    </>
  );
}

export function RecolourOptions() {
  const [{ everywhere }, set] = useTool('recolour');
  return (
    <>
      <SwatchChooser />
      <Tick
        label="In all drawings"
        checked={everywhere}
        about="The copies of the line in all drawings of the layer too"
        onChange={(value) => set({ everywhere: value })}
      />
      <span className="truncate text-second">Touch the lines that take the swatch.</span>
    </>
  );
}

export function TakeOptions() {
  const [{ from }, set] = useTool('take');
  const next = useCommand('next-take');
  return (
    <>
      <SwatchChooser />
      <Choice
        label="Taken from"
        keys={next.keys}
        value={from}
        choices={[
          ['here', 'what is seen', 'The line or paint seen here'],
          ['before', 'the drawing before', 'What the drawing before has at this place'],
          ['model', 'the model', 'What the model drawing has at this place'],
        ]}
        onChoose={(value) => set({ from: value })}
      />
    </>
  );
}
