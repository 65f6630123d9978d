/** What a shot can begin with: mouths, a model sheet, palettes, holds, put in by one press. */
import {
  HOLD_SHEETS,
  type HoldSheet,
  type MouthView,
  putFigure,
  putHolds,
  putMouthChart,
  putPalettes,
} from '../../core/kit/index.ts';
import { layerInHand } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';
import { timed } from './timed.ts';

function mouths(view: MouthView) {
  return ({ session, view: desk, say }: CommandContext) => {
    let chart = '';
    if (!session.change('mouths to begin with', (shot) => void (chart = putMouthChart(shot, view)))) return;
    desk.setState((state) => ({ sheetCard: 'parts', mouths: { ...state.mouths, chart } }));
    say('A chart of ten mouths is in Parts: press one to put it on this frame, the pencil beside it to draw it anew.');
  };
}

/** Lays a named sheet of holds on the layer in hand from the present frame on. */
function layHolds(context: CommandContext, sheet: HoldSheet): void {
  const { view, say } = context;
  const layer = layerInHand(context);
  if (!layer) {
    say('There is no layer to lay drawings on. Add one beside the sheet.');
    return;
  }
  const { name, holds } = HOLD_SHEETS[sheet];
  const done = timed(context, [layer.id], `holds: ${name}`, (shot) =>
    putHolds(shot, sheet, layer.id, view.getState().frame),
  );
  if (done) say(`${holds.length} empty drawings are on “${layer.name}” from here on. Draw the keys first.`);
}

export const kitCommands: Command[] = [
  {
    id: 'kit-mouths-front',
    name: 'Mouths to begin with, from the front',
    group: 'Mouths',
    keys: ['$mod+Alt+Shift+KeyM'],
    run: mouths('front'),
  },
  {
    id: 'kit-mouths-three-quarter',
    name: 'Mouths to begin with, three-quarter',
    group: 'Mouths',
    keys: ['$mod+Alt+Shift+KeyQ'],
    run: mouths('three-quarter'),
  },
  {
    id: 'kit-figure',
    name: 'A model sheet to begin with',
    group: 'Layers',
    keys: ['$mod+Alt+Shift+KeyF'],
    run: ({ session, say }) => {
      if (session.change('model sheet to begin with', putFigure))
        say(
          'A figure of five heads is the model now: hold the model’s key to see it. Its layer is hidden and never delivered.',
        );
    },
  },
  {
    id: 'kit-palettes',
    name: 'Palettes to begin with: day, dusk, night',
    group: 'Paint',
    keys: ['$mod+Alt+Shift+KeyP'],
    run: ({ session, say }) => {
      if (session.change('palettes to begin with', (shot) => void putPalettes(shot)))
        say('Three palettes are in Paint, of the same swatches by day, at dusk and at night.');
    },
  },
  ...(Object.keys(HOLD_SHEETS) as HoldSheet[]).map(
    (sheet, i): Command => ({
      id: `kit-holds-${sheet}`,
      name: `Holds to begin with. ${HOLD_SHEETS[sheet].name}`,
      group: 'Timing',
      keys: [`$mod+Alt+Shift+Digit${i + 1}`],
      run: (context) => layHolds(context, sheet),
    }),
  ),
];
