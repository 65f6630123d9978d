import type { Id, Palette, Shot } from './model.ts';

/** The palette that colours `frame` (0-based): that of the last cue at or before it. */
export function paletteAt(shot: Shot, frame: number): Palette {
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

/** Swatch id -> colour `#rrggbb` in a palette. */
export function colourMap(palette: Palette): Map<Id, string> {
  return new Map(palette.swatches.map((swatch) => [swatch.id, swatch.colour]));
}

/** How many strokes and areas of the shot use a swatch. */
export function swatchUses(shot: Shot, swatch: Id): { strokes: number; areas: number } {
  let strokes = 0;
  let areas = 0;
  for (const drawing of Object.values(shot.drawings)) {
    for (const stroke of drawing.ink) if (stroke.swatch === swatch) strokes++;
    for (const area of drawing.paint) if (area.swatch === swatch) areas++;
  }
  return { strokes, areas };
}
