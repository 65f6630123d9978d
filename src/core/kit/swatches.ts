/** Three palettes to begin with: the same things by day, at dusk and at night. */
import { addSwatch, type PaletteSheet, takePalettes } from '../paint/index.ts';
import type { Id, Shot } from '../shot/index.ts';

/** Things by group, and their colours by day, at dusk, at night. */
const COLOURS: [group: string, name: string, day: string, dusk: string, night: string][] = [
  ['skin', 'skin', '#e8b894', '#c8917f', '#6f6a8c'],
  ['skin', 'skin shade', '#cf9570', '#a56f68', '#575478'],
  ['skin', 'blush', '#dd8f7c', '#bd6f6a', '#6d5a7d'],
  ['hair', 'hair', '#5b4136', '#4b3540', '#2b2a43'],
  ['hair', 'hair light', '#7d5b48', '#6a4a52', '#3c3a58'],
  ['cloth', 'coat', '#4a6a86', '#3d4f78', '#27335a'],
  ['cloth', 'coat shade', '#38526b', '#2f3d62', '#1e2849'],
  ['cloth', 'scarf', '#b9474a', '#96394d', '#552c4d'],
  ['cloth', 'trousers', '#6d6456', '#574f58', '#33324a'],
  ['cloth', 'shoes', '#3d342e', '#332b33', '#1f1f33'],
];

const MOUTH: [name: string, colour: string][] = [
  ['mouth', '#5a2430'],
  ['teeth', '#f5efe2'],
  ['tongue', '#c8646a'],
];

/** The palettes as sheets that can be taken into a shot. */
export function kitPalettes(): PaletteSheet[] {
  return (['day', 'dusk', 'night'] as const).map((name, k) => ({
    name,
    swatches: COLOURS.map(([group, swatch, ...colours]) => ({ name: swatch, group, colour: colours[k], opacity: 1 })),
  }));
}

/** Takes the three palettes into a shot as further colour models; the swatches come to all of them. */
export function putPalettes(shot: Shot): Id[] {
  return takePalettes(shot, kitPalettes());
}

/** The shot's swatch of a name; its first one where it has none so called. */
export function swatchNamed(shot: Shot, name: string): Id {
  const { swatches } = shot.palettes[0];
  return (swatches.find((each) => each.name === name) ?? swatches[0]).id;
}

/** The swatches mouths are painted with; what the shot has not yet is added. */
export function mouthSwatches(shot: Shot): Record<'line' | 'mouth' | 'teeth' | 'tongue', Id> {
  for (const [name, colour] of MOUTH)
    if (!shot.palettes[0].swatches.some((each) => each.name === name)) addSwatch(shot, name, colour, 'mouth');
  const of = (name: string) => swatchNamed(shot, name);
  return { line: of('line'), mouth: of('mouth'), teeth: of('teeth'), tongue: of('tongue') };
}
