import More from 'lucide-react/icons/ellipsis';
import FlipHorizontal from 'lucide-react/icons/flip-horizontal-2';
import Maximize from 'lucide-react/icons/maximize';
import type { ReactNode } from 'react';
import { about, ERASES, type EraseHow, scaled, turned } from '../../core/ink/index.ts';
import type { Matrix } from '../../core/picture/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { type MenuPlan, menuOf } from '../commands/menu.ts';
import { SwatchChooser } from '../paint/SwatchChooser.tsx';
import { IconButton } from '../parts/Button.tsx';
import { Menu } from '../parts/Menu.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Slide } from '../parts/Slide.tsx';
import { useOpenShot, useView } from '../session/open-shot.ts';
import type { LineSettings, ToolSettings } from '../session/view-state.ts';
import { changePicked, pivotOf } from './picked.ts';
import { toolOf } from './tools/index.ts';

function Option({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="flex items-center gap-2 whitespace-nowrap">
      <span>{name}</span>
      {children}
    </div>
  );
}

function LineOptions({ kind }: { kind: 'pencil' | 'pen' }) {
  const { view } = useOpenShot();
  const line = useView((state) => state.tools[kind]);
  const set = (part: Partial<LineSettings>) =>
    view.setState(({ tools }) => ({ tools: { ...tools, [kind]: { ...tools[kind], ...part } } }));
  return (
    <>
      <Option name={`Width ${line.width}`}>
        <Slide
          label="Width"
          value={line.width}
          min={1}
          max={60}
          onChange={(width) => set({ width })}
          words={`${line.width} paper pixels`}
        />
      </Option>
      <Option name="Pressure">
        <Slide
          label="How much pressure changes the width"
          value={Math.round(line.pressure * 100)}
          min={0}
          max={100}
          onChange={(value) => set({ pressure: value / 100 })}
          words={`${Math.round(line.pressure * 100)} per cent`}
        />
      </Option>
      <Option name="Steady">
        <Slide
          label="Steadying"
          value={Math.round(line.steady * 100)}
          min={0}
          max={90}
          onChange={(value) => set({ steady: value / 100 })}
          words={`${Math.round(line.steady * 100)} per cent`}
        />
      </Option>
      <Option name="Line">
        <SwatchChooser />
      </Option>
    </>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  keys: string;
  value: T;
  choices: [value: T, name: string, about: string][];
  onChoose(value: T): void;
}

/** One of a few ways a tool works, side by side. */
function Choice<T extends string>({ label, keys, value, choices, onChoose }: ChoiceProps<T>) {
  return (
    <div role="radiogroup" aria-label={label} className="flex gap-0.5">
      {choices.map(([each, name, about]) => (
        <button
          key={each}
          type="button"
          role="radio"
          aria-checked={value === each}
          title={`${about}  (next: ${keys})`}
          className={`h-6 rounded-md px-1.5 whitespace-nowrap min-[1180px]:px-2.5 ${value === each ? 'bg-wash font-medium text-accent' : 'text-second hover:text-ink'}`}
          onClick={() => onChoose(each)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}

const ERASE_WORDS: Record<EraseHow, [name: string, about: string]> = {
  part: ['Part', 'Cuts lines where it passes'],
  line: ['Whole line', 'Takes every line it touches off whole'],
  crossings: ['To crossings', 'Takes a line off up to where it crosses others: an overshoot in one touch'],
  loop: ['Inside a loop', 'Takes off what lies inside a loop you draw'],
};

function EraserOptions() {
  const { view } = useOpenShot();
  const { width, how } = useView((state) => state.tools.eraser);
  const next = useCommand('next-erase');
  const set = (part: Partial<ToolSettings['eraser']>) =>
    view.setState(({ tools }) => ({ tools: { ...tools, eraser: { ...tools.eraser, ...part } } }));
  return (
    <>
      <Option name={`Width ${width}`}>
        <Slide
          label="Width of the eraser"
          value={width}
          min={2}
          max={200}
          disabled={how === 'loop'}
          onChange={(value) => set({ width: value })}
        />
      </Option>
      <Choice
        label="What the eraser takes off"
        keys={next.keys}
        value={how}
        choices={ERASES.map((each) => [each, ERASE_WORDS[each][0], `${ERASE_WORDS[each][1]}. Paint stays.`])}
        onChoose={(each) => set({ how: each })}
      />
    </>
  );
}

function ShapeOptions() {
  const { view } = useOpenShot();
  const { shape } = useView((state) => state.tools.shapes);
  const { width } = useView((state) => state.tools.pen);
  const next = useCommand('next-shape');
  return (
    <>
      <Choice
        label="Shape"
        keys={next.keys}
        value={shape}
        choices={[
          ['line', 'Straight line', 'Shift: upright, level or diagonal'],
          ['ellipse', 'Ellipse', 'Shift: a circle'],
          ['rectangle', 'Rectangle', 'Shift: a square'],
        ]}
        onChoose={(each) => view.setState(({ tools }) => ({ tools: { ...tools, shapes: { shape: each } } }))}
      />
      <Option name={`Width ${width}`}>
        <Slide
          label="Width"
          value={width}
          min={1}
          max={60}
          onChange={(value) =>
            view.setState(({ tools }) => ({ tools: { ...tools, pen: { ...tools.pen, width: value } } }))
          }
        />
      </Option>
      <Option name="Line">
        <SwatchChooser />
      </Option>
    </>
  );
}

const PICK_MENU: MenuPlan = [
  'flip-sideways',
  'flip-over',
  null,
  'one-width',
  'lines-wider',
  'lines-thinner',
  'smooth-lines',
  'join-lines',
  null,
  'copy-lines',
  'cut-lines',
  'put-lines',
  'lines-off',
  null,
  'pick-all',
  'pick-swatch',
  'pick-none',
];

function PickOptions() {
  const open = useOpenShot();
  const { view } = open;
  const commands = useCommands();
  const pick = useView((state) => state.tools.pick);
  const chosen = useView((state) => state.selection !== null);
  const any = useView((state) => state.picked !== null);
  const set = (part: Partial<ToolSettings['pick']>) =>
    view.setState(({ tools }) => ({ tools: { ...tools, pick: { ...tools.pick, ...part } } }));
  const changeAbout = (label: string, map: Matrix) => {
    const { x, y } = pivotOf(open);
    changePicked(open, label, about(map, x, y));
  };
  return (
    <>
      <select
        aria-label="Pick with"
        className="h-6 rounded border border-rule bg-white"
        value={pick.by}
        onChange={(event) => {
          set({ by: event.target.value as 'rectangle' | 'loop' });
          event.target.blur();
        }}
      >
        <option value="rectangle">rectangle</option>
        <option value="loop">loop</option>
      </select>
      <label className="flex items-center gap-1 whitespace-nowrap" title="Scaled one way, the other way gives way">
        <input
          type="checkbox"
          aria-label="Keep the volume"
          checked={pick.keepVolume}
          onChange={(event) => set({ keepVolume: event.target.checked })}
        />
        <span aria-hidden="true" className="min-[1180px]:hidden">
          Volume
        </span>
        <span className="hidden min-[1180px]:inline">Keep the volume</span>
      </label>
      <label
        className={`flex items-center gap-1 whitespace-nowrap ${chosen ? '' : 'text-second'}`}
        title="The same change to every drawing chosen on the sheet"
      >
        <input
          type="checkbox"
          aria-label="All chosen drawings"
          checked={pick.chosenToo}
          onChange={(event) => set({ chosenToo: event.target.checked })}
        />
        <span aria-hidden="true" className="min-[1180px]:hidden">
          All chosen
        </span>
        <span className="hidden min-[1180px]:inline">All chosen drawings</span>
      </label>
      <Menu
        label="What to do with what is picked"
        items={menuOf(commands, PICK_MENU)}
        trigger={
          <IconButton label="What to do with what is picked">
            <More size={15} />
          </IconButton>
        }
      />
      {any && (
        <>
          <Option name="Scale">
            <NumberInput
              label="Scale, per cent"
              value={100}
              min={2}
              max={5000}
              onDone={(value) => value !== 100 && changeAbout('scale', scaled(value / 100, value / 100))}
            />
          </Option>
          <Option name="Turn">
            <NumberInput
              label="Turn, degrees"
              value={0}
              min={-360}
              max={360}
              onDone={(value) => value !== 0 && changeAbout('turn', turned((value * Math.PI) / 180))}
            />
          </Option>
        </>
      )}
    </>
  );
}

function PourOptions() {
  const { view } = useOpenShot();
  const pour = useView((state) => state.tools.pour);
  const set = (part: Partial<ToolSettings['pour']>) =>
    view.setState(({ tools }) => ({ tools: { ...tools, pour: { ...tools.pour, ...part } } }));
  return (
    <>
      <Option name="Paint">
        <SwatchChooser />
      </Option>
      <Option name={`Close openings up to ${pour.gap} px`}>
        <Slide
          label="Openings closed, paper pixels"
          value={pour.gap}
          min={0}
          max={30}
          onChange={(gap) => set({ gap })}
        />
      </Option>
      <label className="flex items-center gap-1.5 whitespace-nowrap">
        <input
          type="checkbox"
          className="accent-accent"
          checked={pour.off}
          onChange={(event) => set({ off: event.target.checked })}
        />
        Take paint off
      </label>
    </>
  );
}

const OPTIONS = {
  pencil: <LineOptions kind="pencil" />,
  pen: <LineOptions kind="pen" />,
  eraser: <EraserOptions />,
  pick: <PickOptions />,
  shapes: <ShapeOptions />,
  pour: <PourOptions />,
  move: <span className="truncate text-second">Drag the paper. The wheel zooms; two fingers move, zoom and turn.</span>,
};

/** The options of the tool in hand in one strip, and how the paper lies. */
export function OptionStrip() {
  const tool = useView((state) => state.tool);
  const zoom = useView((state) => state.paper.zoom);
  const turn = useView((state) => state.paper.turn);
  const mirrored = useView((state) => state.paper.mirrored);
  const mirror = useCommand('mirror');
  const fit = useCommand('fit');
  const degrees = Math.round((((turn * 180) / Math.PI + 540) % 360) - 180);
  return (
    <div className="flex h-[34px] shrink-0 items-center gap-4 border-b border-rule bg-panel px-3 text-sm">
      <span className="font-semibold">{toolOf(tool).name}</span>
      <div className="flex min-w-0 flex-1 items-center gap-2.5 overflow-hidden min-[1180px]:gap-4">{OPTIONS[tool]}</div>
      <div className="flex shrink-0 items-center gap-1">
        <output aria-label="How the paper lies" className="whitespace-nowrap tabular">
          <span className="hidden min-[1180px]:inline">Paper </span>
          {Math.round(zoom * 100)} %{degrees === 0 ? '' : `, ${degrees}°`}
        </output>
        <IconButton label={fit.name} keys={fit.keys} onClick={fit.run}>
          <Maximize size={15} />
        </IconButton>
        <IconButton label="Mirrored view" keys={mirror.keys} pressed={mirrored} onClick={mirror.run}>
          <FlipHorizontal size={16} />
        </IconButton>
      </div>
    </div>
  );
}
