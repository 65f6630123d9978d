import Plus from 'lucide-react/icons/plus';
import Trash from 'lucide-react/icons/trash-2';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { HexColorInput, HexColorPicker } from 'react-colorful';
import {
  addPalette,
  addSwatch,
  colourSwatch,
  nameSwatch,
  removeSwatch,
  takePaletteFrom,
} from '../../core/paint/index.ts';
import { newId, paletteAt, type Swatch, swatchUses } from '../../core/shot/index.ts';
import { say } from '../frame/saying.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { useOpenShot, useShot, useView, wholeShot } from '../session/open-shot.ts';

/** The palette that colours this frame: swatches with names; a change shows in every drawing at once. */
export function PalettePanel() {
  const { session, view } = useOpenShot();
  const shot = useShot(wholeShot);
  const frame = useView((state) => state.frame);
  const inHand = useView((state) => state.swatch);
  const palette = paletteAt(shot, frame);
  const add = () => {
    let id = '';
    session.change('add swatch', (draft) => {
      id = addSwatch(draft, 'new swatch', '#b8b2a4');
    });
    if (id) view.setState({ swatch: id });
  };
  return (
    <section aria-label="Palette" className="flex h-full min-h-0 flex-col bg-panel">
      <div className="flex h-[34px] shrink-0 items-center gap-2 border-b border-rule px-3">
        <h2 className="font-semibold">Palette</h2>
        <select
          aria-label="Palette from this frame on"
          title={`Colours the shot from frame ${frame + 1} on`}
          className="h-7 min-w-0 rounded-md border border-rule bg-white px-1.5"
          value={palette.id}
          onChange={(event) =>
            session.change('palette from here', (draft) => takePaletteFrom(draft, frame, event.target.value))
          }
        >
          {shot.palettes.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </select>
        <Button
          look="quiet"
          className="ml-auto"
          onClick={() =>
            session.change('copy palette', (draft) => {
              const id = addPalette(draft, palette.id, `${palette.name}, copy`);
              takePaletteFrom(draft, frame, id);
            })
          }
        >
          Copy from here on
        </Button>
      </div>
      <div className="border-b border-rule bg-lower px-3 py-1.5 text-sm text-second">
        {shot.paletteCues.map((cue, i) => (
          <span key={cue.frame}>
            {i > 0 && ', '}
            {shot.palettes.find((each) => each.id === cue.palette)?.name} from frame {cue.frame + 1}
          </span>
        ))}
      </div>
      <div className="flex items-center gap-1 border-b border-rule px-3 py-1.5">
        <NameInput
          label="Name of the palette"
          className="h-7 flex-1 font-medium"
          value={palette.name}
          onDone={(name) =>
            session.change(
              'name palette',
              (draft) => void (draft.palettes.find((each) => each.id === palette.id)!.name = name),
            )
          }
        />
        <Button icon={<Plus size={14} />} onClick={add}>
          Swatch
        </Button>
      </div>
      <ul className="min-h-0 flex-1 overflow-y-auto p-2">
        {palette.swatches.map((swatch) => (
          <SwatchRow key={swatch.id} swatch={swatch} paletteId={palette.id} inHand={swatch.id === inHand} />
        ))}
      </ul>
    </section>
  );
}

function SwatchRow({ swatch, paletteId, inHand }: { swatch: Swatch; paletteId: string; inHand: boolean }) {
  const { session, view } = useOpenShot();
  const shot = useShot(wholeShot);
  const [gesture, setGesture] = useState('');
  const colour = (next: string) =>
    session.change(`colour ${swatch.name}`, (draft) => colourSwatch(draft, paletteId, swatch.id, next), gesture);
  const remove = () => {
    const { strokes, areas } = swatchUses(shot, swatch.id);
    if (strokes + areas > 0) {
      say(`“${swatch.name}” is used by ${strokes} lines and ${areas} areas, so it stays.`);
      return;
    }
    session.change(`remove swatch ${swatch.name}`, (draft) => removeSwatch(draft, swatch.id));
  };
  return (
    <li
      className={`group flex h-9 items-center gap-2 rounded-md px-1.5 ${inHand ? 'bg-wash' : 'hover:bg-lower'}`}
      onPointerDown={() => view.setState({ swatch: swatch.id })}
    >
      <Popover.Root onOpenChange={(open) => open && setGesture(`colour ${newId()}`)}>
        <Popover.Trigger
          aria-label={`Colour of ${swatch.name}`}
          className="h-6 w-9 shrink-0 rounded border border-ink/30"
          style={{ background: swatch.colour }}
        />
        <Popover.Portal>
          <Popover.Content
            side="left"
            sideOffset={8}
            collisionPadding={8}
            className="z-50 rounded-md border border-rule bg-panel p-3 shadow-lg"
          >
            <p className="mb-2 font-medium">{swatch.name}</p>
            <HexColorPicker color={swatch.colour} onChange={colour} />
            <HexColorInput
              aria-label={`Colour of ${swatch.name} as hexadecimal`}
              className="mt-2 h-8 w-full rounded-md border border-rule bg-white px-2 font-mono"
              prefixed
              color={swatch.colour}
              onChange={colour}
            />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <NameInput
        label={`Name of swatch ${swatch.name}`}
        className={`h-7 flex-1 ${inHand ? 'font-semibold' : ''}`}
        value={swatch.name}
        onDone={(name) => session.change('name swatch', (draft) => nameSwatch(draft, swatch.id, name))}
      />
      <span className="font-mono text-xs text-second">{swatch.colour}</span>
      <IconButton
        label={`Remove ${swatch.name}`}
        onClick={remove}
        className="opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
      >
        <Trash size={14} />
      </IconButton>
    </li>
  );
}
