import Trash from 'lucide-react/icons/trash-2';
import { Popover } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { HexColorInput, HexColorPicker } from 'react-colorful';
import {
  colourSwatch,
  contrast,
  firstFrame,
  nameSwatch,
  neighbouring,
  removeSwatches,
  replaceSwatch,
} from '../../core/paint/index.ts';
import { drawingName, drawingShown } from '../../core/sheet/index.ts';
import { type Drawing, newId, type Swatch, usesOn } from '../../core/shot/index.ts';
import { layerInHand } from '../commands/layer-in-hand.ts';
import { say } from '../frame/saying.ts';
import { Button, Hint } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Slide } from '../parts/Slide.tsx';
import { useOpenShot, useShot, useShotParts, wholeShot } from '../session/open-shot.ts';
import { chipOf } from './chip.ts';

/** Contrast below this is hard to tell apart where two swatches meet. */
const CLOSE = 1.25;
const MOST_USES = 60;

/** Everything about a swatch: its colour with numbers, contrast, group, uses, replacing. */
export function SwatchCard({
  swatch,
  paletteId,
  children,
}: {
  swatch: Swatch;
  paletteId: string;
  children: ReactNode;
}) {
  const { session } = useOpenShot();
  const [gesture, setGesture] = useState('');
  const colour = (next: string) =>
    session.change(
      `colour ${swatch.name}`,
      (draft) => colourSwatch(draft, paletteId, swatch.id, { colour: next }),
      gesture,
    );
  return (
    <Popover.Root onOpenChange={(open) => open && setGesture(`colour ${newId()}`)}>
      <Popover.Trigger asChild>{children}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="left"
          sideOffset={8}
          collisionPadding={8}
          className="z-50 flex gap-4 rounded-md border border-rule bg-panel p-3 text-sm shadow-lg"
          onPointerDown={(event) => event.stopPropagation()}
        >
          <div className="w-[12.5rem]">
            <HexColorPicker color={swatch.colour} onChange={colour} />
            <div className="mt-2 flex items-center gap-2">
              <HexColorInput
                aria-label={`Colour of ${swatch.name} as hexadecimal`}
                className="h-8 w-24 rounded-md border border-rule bg-field px-2 font-mono"
                prefixed
                color={swatch.colour}
                onChange={colour}
              />
              <Numbers colour={swatch.colour} name={swatch.name} onChange={colour} />
            </div>
            <div className="mt-2 flex items-center gap-2">
              <span className="whitespace-nowrap">Opacity {Math.round(100 * swatch.opacity)} %</span>
              <Slide
                label={`Opacity of ${swatch.name}`}
                value={Math.round(100 * swatch.opacity)}
                min={5}
                max={100}
                step={5}
                width="flex-1"
                onChange={(value) =>
                  session.change(
                    `opacity of ${swatch.name}`,
                    (draft) => colourSwatch(draft, paletteId, swatch.id, { opacity: value / 100 }),
                    `${gesture} opacity`,
                  )
                }
              />
            </div>
          </div>
          <Details swatch={swatch} paletteId={paletteId} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Red, green and blue as numbers. */
function Numbers({ colour, name, onChange }: { colour: string; name: string; onChange(colour: string): void }) {
  const parts = [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
  const set = (i: number, value: number) =>
    onChange(`#${parts.map((part, k) => (k === i ? value : part).toString(16).padStart(2, '0')).join('')}`);
  return (
    <div className="flex gap-0.5">
      {['Red', 'Green', 'Blue'].map((part, i) => (
        <NumberInput
          key={part}
          label={`${part} of ${name}`}
          look="part"
          className="w-8"
          min={0}
          max={255}
          value={parts[i]}
          onTyped={(value) => Number.isFinite(value) && set(i, Math.max(0, Math.min(255, Math.round(value))))}
        />
      ))}
    </div>
  );
}

/** The swatches beside this one on the drawing in hand, when its regions are read. */
function useNeighbours(swatch: Swatch): Set<string> {
  const open = useOpenShot();
  useShot(wholeShot);
  const layer = layerInHand(open);
  const drawing = layer && drawingShown(open.session.shot, layer, open.view.getState().frame);
  const map = drawing && open.paints.regionsNow(drawing);
  return (map && neighbouring(map, drawing.paint).get(swatch.id)) || new Set();
}

function Details({ swatch, paletteId }: { swatch: Swatch; paletteId: string }) {
  const { session, view } = useOpenShot();
  const shot = useShotParts('drawings', 'layers', 'palettes');
  const [by, setBy] = useState('');
  const palette = shot.palettes.find(({ id }) => id === paletteId)!;
  const others = palette.swatches.filter(({ id }) => id !== swatch.id);
  const beside = useNeighbours(swatch);
  const used = Object.values(shot.drawings).flatMap((drawing) => {
    const uses = usesOn([drawing]).get(swatch.id);
    return uses ? [{ drawing, ...uses }] : [];
  });
  const placeOf = (drawing: Drawing) => {
    const layer = shot.layers.find(({ id }) => id === drawing.layerId);
    return { layer, frame: layer ? firstFrame(layer, drawing.id) : null };
  };
  const replace = () => {
    let count = { strokes: 0, areas: 0 };
    session.change('replace swatch', (draft) => {
      count = replaceSwatch(draft, swatch.id, by);
    });
    const name = others.find(({ id }) => id === by)?.name;
    say(`${count.strokes} lines and ${count.areas} areas have “${name}” now.`);
  };
  const remove = () => {
    const { strokes, areas } = usesOn(Object.values(shot.drawings)).get(swatch.id) ?? { strokes: 0, areas: 0 };
    if (strokes + areas > 0)
      say(`“${swatch.name}” is used by ${strokes} lines and ${areas} areas, so it stays. Replace it by another first.`);
    else if (others.length === 0) say('The last swatch stays: there must be one to draw with.');
    else session.change(`remove swatch ${swatch.name}`, (draft) => removeSwatches(draft, [swatch.id]));
  };
  return (
    <div className="flex w-[14.375rem] flex-col gap-2">
      <p className="font-medium">{swatch.name}</p>
      <label className="flex items-center gap-2">
        Group
        <NameInput
          label={`Group of ${swatch.name}`}
          className="h-7 min-w-0 flex-1 border-rule bg-field"
          empty
          value={swatch.group}
          onDone={(group) => session.change('group of swatch', (draft) => nameSwatch(draft, swatch.id, { group }))}
        />
      </label>
      {beside.size > 0 && (
        <div>
          <p className="text-second">Contrast with its neighbours on this drawing</p>
          <ul aria-label="Contrast with neighbours" className="max-h-24 overflow-y-auto">
            {others
              .filter(({ id }) => beside.has(id))
              .map((other) => {
                const value = contrast(swatch.colour, other.colour);
                return (
                  <li key={other.id} className="flex items-center gap-2">
                    <span className="h-3.5 w-3.5 rounded-sm border border-ink/30" style={chipOf(other)} />
                    <span className="min-w-0 flex-1 truncate">{other.name}</span>
                    <span
                      className={`font-mono text-xs tabular ${value < CLOSE ? 'font-semibold text-attention' : ''}`}
                    >
                      {value.toFixed(2)}
                    </span>
                  </li>
                );
              })}
          </ul>
        </div>
      )}
      <div className="min-h-0">
        <p className="text-second">{used.length === 0 ? 'Not used' : `Used on ${used.length} drawings`}</p>
        {used.length > 0 && (
          <ul aria-label={`Where ${swatch.name} is used`} className="max-h-32 overflow-y-auto">
            {used.slice(0, MOST_USES).map(({ drawing, strokes, areas }) => {
              const { layer, frame } = placeOf(drawing);
              return (
                <li key={drawing.id}>
                  <button
                    type="button"
                    disabled={frame === null}
                    className="flex w-full justify-between gap-2 rounded px-1 text-left hover:bg-wash disabled:text-second"
                    onClick={() => frame !== null && view.setState({ frame, layerId: drawing.layerId })}
                  >
                    <span className="truncate">
                      {layer?.name ?? 'mouth chart'} {drawingName(drawing)}
                      {frame === null ? '' : `, frame ${frame + 1}`}
                    </span>
                    <Hint text={`${areas} areas, ${strokes} lines`}>
                      <span className="font-mono text-xs text-second">{areas + strokes}</span>
                    </Hint>
                  </button>
                </li>
              );
            })}
          </ul>
        )}
      </div>
      <div className="flex items-center gap-1">
        <ChoiceList
          label={`Replace ${swatch.name} by`}
          className="!h-7 flex-1"
          value={by}
          options={[['', 'replace by…'], ...others.map(({ id, name }) => [id, name] as const)]}
          onChoose={setBy}
        />
        <Button disabled={!by} onClick={replace}>
          Everywhere
        </Button>
      </div>
      <Button look="danger" aria-label={`Remove ${swatch.name}`} icon={<Trash size={14} />} onClick={remove}>
        Remove
      </Button>
    </div>
  );
}
