import {
  BRUSH_KINDS,
  type Brush,
  type BrushKind,
  DRIVES,
  type Response,
  type Stamp,
  TIPS,
} from '../../../core/shot/index.ts';
import { ChoiceList } from '../../parts/ChoiceList.tsx';
import { Tick } from '../../parts/Tick.tsx';
import { useOpenShot, useView } from '../../session/open-shot.ts';
import { BrushList } from './BrushList.tsx';
import { CurveEditor } from './CurveEditor.tsx';
import { HandTest } from './HandTest.tsx';
import { CardPart, CardSlide } from './parts.tsx';

const PLAIN_STAMP: Stamp = {
  tip: 'chalk',
  spacing: 0.16,
  scatter: 0.05,
  follows: false,
  turn: 1,
  size: 0.2,
  strength: 0.3,
};
/** The line tool whose brush the card shows: the one in hand, else the Pencil. */
function kindInHand(tool: string): BrushKind {
  return BRUSH_KINDS.find((kind) => kind === tool) ?? 'pencil';
}

function ResponseEditor(props: { name: string; response: Response; most: number; onChange(response: Response): void }) {
  const { name, response, most, onChange } = props;
  const per = (value: number) => Math.round(value * 100);
  return (
    <CardPart title={name}>
      <div className="flex gap-2">
        <CurveEditor label={`${name} curve`} response={response} onChange={onChange} />
        <div className="flex flex-col gap-1">
          driven by
          <ChoiceList
            label={`${name} driven by`}
            value={response.drive}
            options={DRIVES.map((drive) => [drive, drive])}
            onChoose={(drive) => onChange({ ...response, drive })}
          />
        </div>
      </div>
      <CardSlide
        name="Lowest"
        label={`${name}, lowest`}
        value={per(response.lowest)}
        min={0}
        max={most}
        unit=" %"
        onChange={(value) => onChange({ ...response, lowest: value / 100 })}
      />
      <CardSlide
        name="Highest"
        label={`${name}, highest`}
        value={per(response.highest)}
        min={0}
        max={most}
        unit=" %"
        onChange={(value) => onChange({ ...response, highest: value / 100 })}
      />
    </CardPart>
  );
}

function StampEditor({ stamp, onChange }: { stamp: Stamp | null; onChange(stamp: Stamp | null): void }) {
  const slide = (name: string, field: 'spacing' | 'scatter' | 'turn' | 'size' | 'strength', min: number, max: number) =>
    stamp && (
      <CardSlide
        name={name}
        label={`Texture, ${name.toLowerCase()}`}
        value={Math.round(stamp[field] * 100)}
        min={min}
        max={max}
        unit=" %"
        onChange={(value) => onChange({ ...stamp, [field]: value / 100 })}
      />
    );
  return (
    <CardPart title="Texture">
      <ChoiceList
        label="Texture"
        className="mb-1 w-full"
        value={stamp?.tip ?? 'none'}
        options={[['none', 'none: plain ink'], ...TIPS.map((tip) => [tip, tip] as const)]}
        onChoose={(tip) => onChange(tip === 'none' ? null : { ...(stamp ?? PLAIN_STAMP), tip })}
      />
      {slide('Spacing', 'spacing', 4, 200)}
      {slide('Scatter', 'scatter', 0, 200)}
      {slide('Turn', 'turn', 0, 100)}
      {slide('Size', 'size', 0, 100)}
      {slide('Strength', 'strength', 0, 100)}
      {stamp && (
        <Tick
          label="Turns with the line"
          checked={stamp.follows}
          onChange={(follows) => onChange({ ...stamp, follows })}
        />
      )}
    </CardPart>
  );
}

/** The brush in hand: named brushes, what drives it, taper, texture, and how hard this hand presses. */
export function BrushCard() {
  const { view } = useOpenShot();
  const kind = kindInHand(useView((state) => state.tool));
  const { brush, named } = useView((state) => state.tools[kind]);
  const set = (part: Partial<Brush>, name = named) =>
    view.setState(({ tools }) => ({
      tools: { ...tools, [kind]: { ...tools[kind], named: name, brush: { ...tools[kind].brush, ...part, kind } } },
    }));
  return (
    <>
      <BrushList brush={brush} named={named} onTake={(taken) => set(taken.brush, taken.name)} />
      <CardPart title="Line">
        <CardSlide name="Width" value={brush.width} min={1} max={120} unit=" px" onChange={(width) => set({ width })} />
        <CardSlide
          name="Opacity"
          value={Math.round(brush.opacity * 100)}
          min={1}
          max={100}
          unit=" %"
          onChange={(value) => set({ opacity: value / 100 })}
        />
        <CardSlide
          name="Comes in"
          label="Taper at the start"
          value={brush.taper.start}
          min={0}
          max={200}
          unit=" px"
          onChange={(start) => set({ taper: { ...brush.taper, start } })}
        />
        <CardSlide
          name="Runs out"
          label="Taper at the end"
          value={brush.taper.end}
          min={0}
          max={200}
          unit=" px"
          onChange={(end) => set({ taper: { ...brush.taper, end } })}
        />
        <Tick label="The paper’s tooth shows" checked={brush.grain} onChange={(grain) => set({ grain })} />
      </CardPart>
      <ResponseEditor name="Width" response={brush.widthBy} most={300} onChange={(widthBy) => set({ widthBy })} />
      <ResponseEditor
        name="Opacity"
        response={brush.opacityBy}
        most={100}
        onChange={(opacityBy) => set({ opacityBy })}
      />
      <StampEditor stamp={brush.stamp} onChange={(stamp) => set({ stamp })} />
      <HandTest />
    </>
  );
}
