import More from 'lucide-react/icons/ellipsis';
import Plus from 'lucide-react/icons/plus';
import { useRef } from 'react';
import {
  addPalette,
  addSwatch,
  removePalette,
  removeSwatches,
  takePaletteFrom,
  unusedSwatches,
} from '../../core/paint/index.ts';
import { longerName, paletteAt } from '../../core/shot/index.ts';
import { say } from '../frame/saying.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { Menu, type MenuEntry } from '../parts/Menu.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { useOpenShot, useShotParts, useView } from '../session/open-shot.ts';
import { ColourModels } from './ColourModels.tsx';
import { bringIn, handOut } from './palette-files.ts';
import { SwatchList } from './SwatchList.tsx';

/** The palette that colours this frame: swatches with names; a change shows in every drawing at once. */
export function PalettePanel() {
  const open = useOpenShot();
  const { session, view } = open;
  const shot = useShotParts('palettes', 'paletteCues');
  const frame = useView((state) => state.frame);
  const file = useRef<HTMLInputElement>(null);
  const palette = paletteAt(shot, frame);
  const add = () => {
    let id = '';
    session.change('add swatch', (draft) => {
      id = addSwatch(draft, 'new swatch', '#b8b2a4');
    });
    if (id) view.setState({ swatch: id });
  };
  const clear = () => {
    const unused = unusedSwatches(session.shot);
    const rest = session.shot.palettes[0].swatches.length - unused.length;
    // A palette without any swatch has nothing to draw with.
    const those = rest === 0 ? unused.slice(1) : unused;
    if (those.length === 0) {
      say('Every swatch is used.');
      return;
    }
    session.change('remove unused swatches', (draft) => {
      removeSwatches(draft, those);
    });
    say(`${those.length} unused ${those.length === 1 ? 'swatch' : 'swatches'} removed. Undo brings them back.`);
  };
  const items: MenuEntry[] = [
    {
      name: 'New colour model from this one',
      run: () =>
        session.change('new colour model', (draft) => {
          const id = addPalette(draft, palette.id, longerName(palette.name, ', copy'));
          takePaletteFrom(draft, frame, id);
        }),
    },
    {
      name: `Remove the colour model “${palette.name}”`,
      disabled: shot.palettes.length < 2,
      danger: true,
      run: () => session.change('remove colour model', (draft) => removePalette(draft, palette.id)),
    },
    null,
    { name: 'Remove unused swatches', run: clear },
    null,
    { name: 'Bring a palette in (JSON, GPL)', run: () => file.current?.click() },
    { name: 'Hand all models out (JSON)', run: () => handOut(open, 'json') },
    { name: 'Hand this one out (GPL text)', run: () => handOut(open, 'gpl') },
    { name: 'Hand this one out as a card (PNG)', run: () => handOut(open, 'png') },
  ];
  return (
    <section aria-label="Palette" className="flex h-full min-h-0 flex-col bg-panel">
      <div className="flex items-center gap-1 border-b border-rule px-3 py-1.5">
        <ChoiceList
          label="Palette from this frame on"
          about={`Colours the shot from frame ${frame + 1} on`}
          className="!h-7 max-w-28"
          value={palette.id}
          options={shot.palettes.map(({ id, name }) => [id, name])}
          onChoose={(id) => session.change('palette from here', (draft) => takePaletteFrom(draft, frame, id))}
        />
        <NameInput
          label="Name of the palette"
          className="h-7 min-w-0 flex-1 font-medium"
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
        <Menu
          label="More of the palette"
          items={items}
          trigger={
            <IconButton label="More of the palette">
              <More size={16} />
            </IconButton>
          }
        />
        <input
          ref={file}
          type="file"
          name="palette"
          accept=".json,.gpl,.txt"
          aria-label="Palette file"
          className="hidden"
          onChange={(event) => {
            const [chosen] = event.target.files ?? [];
            event.target.value = '';
            if (chosen) void bringIn(open, chosen);
          }}
        />
      </div>
      <ColourModels />
      <SwatchList palette={palette} />
    </section>
  );
}
