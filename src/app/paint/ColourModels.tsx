import Clock from 'lucide-react/icons/calendar-range';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { takePaletteFor } from '../../core/paint/index.ts';
import { Button, Hint } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { useOpenShot, useShotParts, useView } from '../session/open-shot.ts';

/** Which colour model colours which frames, and setting one for a range. */
export function ColourModels() {
  const { session, view } = useOpenShot();
  const shot = useShotParts('length', 'paletteCues', 'palettes');
  const selection = useView((state) => state.selection);
  const frame = useView((state) => state.frame);
  const [wish, setWish] = useState({ palette: '', from: 1, to: 1 });
  const nameOf = (id: string) => shot.palettes.find((each) => each.id === id)?.name ?? '';
  const ranges = shot.paletteCues.map((cue, i) => ({
    ...cue,
    to: (shot.paletteCues[i + 1]?.frame ?? shot.length) - 1,
  }));
  return (
    <div className="flex items-center gap-2 border-b border-rule bg-lower px-3 py-1 text-sm">
      <ul aria-label="Colour models by frames" className="flex min-w-0 flex-1 flex-wrap gap-x-3">
        {ranges.map(({ frame: from, to, palette }) => (
          <li key={from}>
            <Hint text={`Go to frame ${from + 1}`}>
              <button
                type="button"
                className={`rounded hover:underline ${frame >= from && frame <= to ? 'font-medium' : 'text-second'}`}
                onClick={() => view.setState({ frame: Math.min(from, shot.length - 1) })}
              >
                {nameOf(palette)}{' '}
                <span className="font-mono text-xs tabular">
                  {from + 1}–{to + 1}
                </span>
              </button>
            </Hint>
          </li>
        ))}
      </ul>
      {shot.palettes.length > 1 && (
        <Popover.Root
          onOpenChange={(open) => {
            if (!open) return;
            const [from, to] = selection ? [selection.from, selection.to] : [frame, shot.length - 1];
            setWish({ palette: shot.palettes[0].id, from: from + 1, to: Math.min(shot.length, to + 1) });
          }}
        >
          <Popover.Trigger
            aria-label="Colour model for a range of frames"
            className="flex h-6 items-center gap-1 rounded-md border border-rule bg-field px-2 hover:bg-wash/60"
          >
            <Clock size={13} /> Frames
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              side="left"
              sideOffset={8}
              collisionPadding={8}
              className="z-50 flex w-64 flex-col gap-2 rounded-md border border-rule bg-panel p-3 text-sm shadow-lg"
            >
              <ChoiceList
                label="Colour model of the range"
                className="!h-7"
                value={wish.palette}
                options={shot.palettes.map(({ id, name }) => [id, name])}
                onChoose={(id) => setWish({ ...wish, palette: id })}
              />
              <div className="flex items-center gap-2">
                frames
                <NumberInput
                  label="First frame of the range"
                  value={wish.from}
                  min={1}
                  max={shot.length}
                  className="w-16"
                  onDone={(from) => setWish({ ...wish, from, to: Math.max(from, wish.to) })}
                />
                to
                <NumberInput
                  label="Last frame of the range"
                  value={wish.to}
                  min={wish.from}
                  max={shot.length}
                  className="w-16"
                  onDone={(to) => setWish({ ...wish, to })}
                />
              </div>
              <Popover.Close asChild>
                <Button
                  look="main"
                  onClick={() =>
                    session.change('colour model of frames', (draft) =>
                      takePaletteFor(draft, wish.from - 1, wish.to - 1, wish.palette),
                    )
                  }
                >
                  Colour these frames
                </Button>
              </Popover.Close>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </div>
  );
}
