import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { MOST_PIXELS } from '../../core/paint/index.ts';
import { useTool } from '../desk/use-tool.ts';
import { Hint } from '../parts/Button.tsx';
import { Choice } from '../parts/Choice.tsx';
import { Slide } from '../parts/Slide.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useShotParts, useView } from '../session/open-shot.ts';

/** A name in the option strip that opens a few settings. */
function Settings({ name, label, children }: { name: string; label: string; children: ReactNode }) {
  return (
    <Popover.Root>
      <Hint text={label}>
        <Popover.Trigger
          aria-description={label}
          className="flex h-6 items-center rounded-md border border-rule bg-field px-2 whitespace-nowrap hover:bg-wash/60 aria-expanded:bg-wash"
        >
          {name}
        </Popover.Trigger>
      </Hint>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={8}
          className="z-50 flex w-72 flex-col gap-2.5 rounded-md border border-rule bg-panel p-3 text-sm shadow-lg"
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Row({ name, value, children }: { name: string; value: string; children: ReactNode }) {
  return (
    <div>
      <div className="flex justify-between">
        <span>{name}</span>
        <span className="font-mono tabular">{value}</span>
      </div>
      {children}
    </div>
  );
}

/** What counts as a region: openings, specks, faint lines, and whose lines. */
export function RegionChooser() {
  const { view } = useOpenShot();
  const [{ gap, specks, faint }, set] = useTool('pour');
  const shot = useShotParts('height', 'layers', 'width');
  const layerId = useView((state) => state.layerId);
  const linesFrom = useView((state) => state.linesFrom);
  const linesOf = useView((state) => state.linesOf);
  const scale = Math.min(1, Math.sqrt(MOST_PIXELS / (shot.width * shot.height)));
  return (
    <Settings name={`Openings ${gap} px`} label="What counts as a region">
      <Row name="Openings closed up to" value={`${gap} px`}>
        <Slide
          label="Openings closed, paper pixels"
          value={gap}
          min={0}
          max={40}
          width="w-full"
          onChange={(value) => set({ gap: value })}
        />
      </Row>
      <Row name="Specks left to their neighbours" value={specks === 0 ? 'none' : `to ${specks} px²`}>
        <Slide
          label="Specks, square paper pixels"
          value={specks}
          min={0}
          max={60}
          width="w-full"
          onChange={(value) => set({ specks: value })}
        />
      </Row>
      <Row name="Faint lines part nothing" value={faint === 0 ? 'all lines part' : `under ${faint} %`}>
        <Slide
          label="Faintest line that is a border, per cent"
          value={faint}
          min={0}
          max={90}
          step={5}
          width="w-full"
          onChange={(value) => set({ faint: value })}
        />
      </Row>
      <Choice
        label="Whose lines bound the regions"
        keys=""
        value={linesFrom}
        choices={[
          ['own', 'own lines', 'The lines of the drawing itself'],
          ['above', 'all above too', 'Its own and those of all layers above it'],
          ['chosen', 'of layers', 'Those of the layers ticked below'],
        ]}
        onChoose={(value) => view.setState({ linesFrom: value })}
      />
      {linesFrom === 'chosen' && (
        <div className="flex max-h-40 flex-col gap-1 overflow-y-auto">
          {shot.layers.toReversed().map(({ id, name }) => (
            <Tick
              key={id}
              label={id === layerId ? `${name} (in hand)` : name}
              checked={linesOf.includes(id)}
              onChange={(on) =>
                view.setState({ linesOf: on ? [...linesOf, id] : linesOf.filter((each) => each !== id) })
              }
            />
          ))}
        </div>
      )}
      {scale < 1 && (
        <p className="text-second">
          This paper is so large that regions are read at {Math.round(100 * scale)} %: edges of paint lie within{' '}
          {(1 / scale).toFixed(1)} px of the line's middle.
        </p>
      )}
    </Settings>
  );
}

/** How paint ends: how far under the line, smooth, hard, or running out softly. */
export function EdgeChooser() {
  const [{ under, edge, soft }, set] = useTool('pour');
  const name = soft > 0 ? `Soft ${soft} px` : edge === 'hard' ? 'Hard edge' : 'Smooth edge';
  return (
    <Settings name={name} label="How paint ends">
      <Choice
        label="Edge of paint"
        keys=""
        value={edge}
        choices={[
          ['smooth', 'smooth', 'Pixels at the edge are shared'],
          ['hard', 'hard', 'Each pixel is painted or not'],
        ]}
        onChoose={(value) => set({ edge: value })}
      />
      <Row name="Runs out softly over" value={soft === 0 ? 'not at all' : `${soft} px`}>
        <Slide
          label="Soft edge, paper pixels"
          value={soft}
          min={0}
          max={80}
          width="w-full"
          onChange={(value) => set({ soft: value })}
        />
      </Row>
      <Row name="Under the line beyond its middle" value={`${under} px`}>
        <Slide
          label="Under the line, paper pixels"
          value={under}
          min={0}
          max={8}
          width="w-full"
          onChange={(value) => set({ under: value })}
        />
      </Row>
      <p className="text-second">A soft edge stays on the paint below it: pour first, then the shade on top.</p>
    </Settings>
  );
}
