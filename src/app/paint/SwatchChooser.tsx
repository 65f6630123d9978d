import { Popover } from 'radix-ui';
import { colourMap, paletteAt } from '../../core/shot/index.ts';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';

/** The swatch in hand; a press shows the palette to take another. */
export function SwatchChooser() {
  const { view } = useOpenShot();
  const frame = useRestingFrame();
  const inHand = useView((state) => state.swatch);
  const palette = useShot((shot) => paletteAt(shot, frame));
  const name = palette.swatches.find((swatch) => swatch.id === inHand)?.name ?? 'none';
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`Swatch: ${name}`}
        className="flex h-7 items-center gap-1.5 rounded-md px-1 hover:bg-wash/70"
      >
        <span className="h-4 w-4 rounded border border-ink/30" style={{ background: colourMap(palette).get(inHand) }} />
        <span className="hidden max-w-24 truncate @min-[73.75rem]/window:inline">{name}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={8}
          aria-label="Palette"
          className="z-50 grid max-h-80 w-72 grid-cols-2 gap-0.5 overflow-auto rounded-md border border-rule bg-panel p-2 shadow-lg"
        >
          {palette.swatches.map((swatch) => (
            <Popover.Close
              key={swatch.id}
              className={`flex h-7 items-center gap-2 rounded px-1.5 text-left text-sm ${swatch.id === inHand ? 'bg-wash font-medium' : 'hover:bg-wash/60'}`}
              onClick={() => view.setState({ swatch: swatch.id })}
            >
              <span className="h-4 w-4 shrink-0 rounded border border-ink/30" style={{ background: swatch.colour }} />
              <span className="truncate">{swatch.name}</span>
            </Popover.Close>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
