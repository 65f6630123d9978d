import type { Id } from './ids.ts';
import type { Drawing, Palette, Shot, Swatch } from './model.ts';

/** The palette that colours `frame` (0-based): that of the last cue at or before it. */
export function paletteAt(shot: Pick<Shot, 'palettes' | 'paletteCues'>, frame: number): Palette {
  let id = shot.paletteCues[0].palette;
  let at = -1;
  for (const cue of shot.paletteCues) {
    if (cue.frame <= frame && cue.frame >= at) {
      id = cue.palette;
      at = cue.frame;
    }
  }
  return shot.palettes.find((palette) => palette.id === id) ?? shot.palettes[0];
}

/** A swatch's colour: `#rrggbb`, or `#rrggbbaa` where it is see-through. */
export function colourOf({ colour, opacity }: Pick<Swatch, 'colour' | 'opacity'>): string {
  if (opacity >= 1) return colour;
  return `${colour}${Math.round(255 * opacity)
    .toString(16)
    .padStart(2, '0')}`;
}

/** Swatch id -> its colour in a palette. */
export function colourMap(palette: Palette): Map<Id, string> {
  return new Map(palette.swatches.map((swatch) => [swatch.id, colourOf(swatch)]));
}

/** How many lines and areas have each swatch. */
export type Uses = Map<Id, { strokes: number; areas: number }>;

const remembered = new WeakMap<object, Map<Id, number>>();

/** How many of a list have each swatch; lists are values, so it is counted once. */
function countOf(list: readonly { swatch: Id }[]): Map<Id, number> {
  let counts = remembered.get(list);
  if (!counts) {
    counts = new Map();
    for (const { swatch } of list) counts.set(swatch, (counts.get(swatch) ?? 0) + 1);
    remembered.set(list, counts);
  }
  return counts;
}

/** Uses of all swatches on some drawings; on all of the shot with `Object.values(shot.drawings)`. */
export function usesOn(drawings: Drawing[]): Uses {
  const uses: Uses = new Map();
  const add = (counts: Map<Id, number>, kind: 'strokes' | 'areas') => {
    for (const [swatch, count] of counts) {
      const own = uses.get(swatch) ?? { strokes: 0, areas: 0 };
      own[kind] += count;
      uses.set(swatch, own);
    }
  };
  for (const { ink, paint } of drawings) {
    add(countOf(ink), 'strokes');
    add(countOf(paint), 'areas');
  }
  return uses;
}

/** How many strokes and areas of the shot use a swatch. */
export function swatchUses(shot: Shot, swatch: Id): { strokes: number; areas: number } {
  return usesOn(Object.values(shot.drawings)).get(swatch) ?? { strokes: 0, areas: 0 };
}
