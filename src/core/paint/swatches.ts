/** Edits of the palettes, written for use inside a `change()` recipe. All palettes of a shot hold the same swatch ids. */
import { type Id, newId, type Shot } from '../shot/index.ts';

/** Adds a swatch to every palette with the same first colour; returns its id. */
export function addSwatch(shot: Shot, name: string, colour: string): Id {
  const id = newId();
  for (const palette of shot.palettes) palette.swatches.push({ id, name, colour });
  return id;
}

export function nameSwatch(shot: Shot, id: Id, name: string): void {
  for (const palette of shot.palettes) {
    for (const swatch of palette.swatches) if (swatch.id === id) swatch.name = name;
  }
}

export function colourSwatch(shot: Shot, paletteId: Id, id: Id, colour: string): void {
  const palette = shot.palettes.find((each) => each.id === paletteId);
  const swatch = palette?.swatches.find((each) => each.id === id);
  if (swatch) swatch.colour = colour;
}

export function removeSwatch(shot: Shot, id: Id): void {
  for (const palette of shot.palettes) palette.swatches = palette.swatches.filter((swatch) => swatch.id !== id);
}

/** A copy of a palette under a new name; from `frame` on it colours the shot. */
export function addPalette(shot: Shot, from: Id, name: string): Id {
  const source = shot.palettes.find((each) => each.id === from)!;
  const id = newId();
  shot.palettes.push({ id, name, swatches: source.swatches.map((swatch) => ({ ...swatch })) });
  return id;
}

/** From `frame` on, this palette colours the shot (until the next change of palette). */
export function takePaletteFrom(shot: Shot, frame: number, palette: Id): void {
  const cues = shot.paletteCues.filter((cue) => cue.frame !== frame);
  cues.push({ frame, palette });
  cues.sort((a, b) => a.frame - b.frame);
  shot.paletteCues = cues.filter((cue, i) => i === 0 || cue.palette !== cues[i - 1].palette);
}
