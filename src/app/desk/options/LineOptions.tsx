import Sliders from 'lucide-react/icons/sliders-horizontal';
import type { BrushKind } from '../../../core/shot/index.ts';
import { useCommand } from '../../commands/context.ts';
import { SwatchChooser } from '../../paint/SwatchChooser.tsx';
import { Hint } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Slide } from '../../parts/Slide.tsx';
import type { LineSettings } from '../../session/line-settings.ts';
import { useOpenShot, useView } from '../../session/open-shot.ts';
import { Option } from './parts.tsx';

const LONGEST_STRING = 120;

/** Pencil, Pen, Brush and Trace line: width, opacity, how the line follows the hand; all else is on the brush card. */
export function LineOptions({ kind }: { kind: BrushKind }) {
  const { view } = useOpenShot();
  const line = useView((state) => state.tools[kind]);
  const card = useCommand('brush-card');
  const steady = useCommand('next-steady');
  const open = useView((state) => state.deskCard === 'brush');
  const set = (part: Partial<LineSettings>) =>
    view.setState(({ tools }) => ({ tools: { ...tools, [kind]: { ...tools[kind], ...part } } }));
  const { brush } = line;
  const pulled = line.steady === 'string';
  return (
    <>
      <Hint text={`${card.name}  (${card.keys})`}>
        <button
          type="button"
          aria-pressed={open}
          className={`flex h-6 max-w-44 min-w-24 items-center gap-1.5 rounded-md border px-2 ${open ? 'border-wash bg-wash text-accent' : 'border-rule bg-field hover:bg-wash/60'}`}
          onClick={card.run}
        >
          <Sliders size={13} className="shrink-0" />
          <span className="truncate">{line.named}</span>
        </button>
      </Hint>
      <Option name={`Width ${brush.width}`}>
        <Slide
          label="Width"
          value={brush.width}
          min={1}
          max={kind === 'brush' ? 120 : 60}
          onChange={(width) => set({ brush: { ...brush, width } })}
          words={`${brush.width} paper pixels`}
        />
      </Option>
      <Option name="Steady" roomy>
        <Choice
          label="How the line is steadied"
          keys={steady.keys}
          value={line.steady}
          choices={[
            ['smooth', 'Smooth', 'The line is smoothed as it follows the pen'],
            ['string', 'String', 'The line is pulled behind the pen on a string'],
          ]}
          onChoose={(value) => set({ steady: value })}
        />
        <Slide
          label={pulled ? 'Length of the string' : 'Smoothing'}
          value={pulled ? line.string : Math.round(line.smooth * 100)}
          min={pulled ? 4 : 0}
          max={pulled ? LONGEST_STRING : 90}
          onChange={(value) => set(pulled ? { string: value } : { smooth: value / 100 })}
          words={pulled ? `${line.string} pixels` : `${Math.round(line.smooth * 100)} per cent`}
        />
      </Option>
      <Option name="Line">
        <SwatchChooser />
      </Option>
    </>
  );
}
