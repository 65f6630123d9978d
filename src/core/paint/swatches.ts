/** Edits of the palettes, written for use inside a `change()` recipe. All palettes of a shot hold the same swatch ids. */
import { useMode as know, modeLrgb, modeRgb, wcagContrast } from 'culori/fn';
import { plain } from '../history/draft.ts';
import {
  colourOf,
  type Drawing,
  type Id,
  makeSwatch,
  mendReferences,
  newId,
  paletteAt,
  type Shot,
  type Swatch,
  usesOn,
} from '../shot/index.ts';

/** Adds a swatch to every palette with the same first colour; returns its id. */
export function addSwatch(shot: Shot, name: string, colour: string, group = ''): Id {
  const id = newId();
  for (const palette of shot.palettes) palette.swatches.push(makeSwatch(name, colour, { id, group }));
  return id;
}

/** Name and group of a swatch are the same in every palette. */
export function nameSwatch(shot: Shot, id: Id, part: Partial<Pick<Swatch, 'name' | 'group'>>): void {
  for (const palette of shot.palettes)
    for (const swatch of palette.swatches) if (swatch.id === id) Object.assign(swatch, part);
}

/** Colour and opacity of a swatch are each palette's own. */
export function colourSwatch(
  shot: Shot,
  paletteId: Id,
  id: Id,
  part: Partial<Pick<Swatch, 'colour' | 'opacity'>>,
): void {
  const palette = shot.palettes.find((each) => each.id === paletteId);
  const swatch = palette?.swatches.find((each) => each.id === id);
  if (swatch) Object.assign(swatch, part);
}

/** Takes swatches out of every palette; whatever still has one takes the first that is left. The last swatch stays. */
export function removeSwatches(shot: Shot, ids: Id[]): void {
  const gone = new Set(ids);
  if (shot.palettes[0].swatches.every(({ id }) => gone.has(id))) gone.delete(shot.palettes[0].swatches[0].id);
  for (const palette of shot.palettes) palette.swatches = palette.swatches.filter(({ id }) => !gone.has(id));
  mendReferences(shot, plain);
}

/** Brings a swatch to where another stands, into its group, in every palette. */
export function moveSwatch(shot: Shot, id: Id, to: Id): void {
  for (const palette of shot.palettes) {
    const swatches = [...palette.swatches];
    const from = swatches.findIndex((each) => each.id === id);
    const place = swatches.findIndex((each) => each.id === to);
    if (from < 0 || place < 0) continue;
    const { group } = swatches[place];
    const [swatch] = swatches.splice(from, 1);
    swatches.splice(place, 0, { ...plain(swatch), group });
    palette.swatches = swatches;
  }
}

/** Whatever has the one swatch gets the other, in all drawings; returns how many lines and areas that were. */
export function replaceSwatch(shot: Shot, from: Id, by: Id): { strokes: number; areas: number } {
  let [strokes, areas] = [0, 0];
  for (const id of Object.keys(shot.drawings)) {
    const { ink, paint } = plain(shot.drawings[id]);
    const lines = ink.filter(({ swatch }) => swatch === from).length;
    const own = paint.filter(({ swatch }) => swatch === from).length;
    if (lines > 0) shot.drawings[id].ink = ink.map((each) => (each.swatch === from ? { ...each, swatch: by } : each));
    if (own > 0) shot.drawings[id].paint = paint.map((each) => (each.swatch === from ? { ...each, swatch: by } : each));
    strokes += lines;
    areas += own;
  }
  return { strokes, areas };
}

/** Swatches that nothing in the shot has. */
export function unusedSwatches(shot: Shot): Id[] {
  const used = usesOn(Object.values(shot.drawings));
  return shot.palettes[0].swatches.filter(({ id }) => !used.has(id)).map(({ id }) => id);
}

/** A copy of a palette under a new name: another colour model of the same swatches. */
export function addPalette(shot: Shot, from: Id, name: string): Id {
  const source = shot.palettes.find((each) => each.id === from)!;
  const id = newId();
  shot.palettes.push({ id, name, swatches: plain(source).swatches.map((swatch) => ({ ...swatch })) });
  return id;
}

/** Takes a colour model away; the frames it coloured take the one before. The last one stays. */
export function removePalette(shot: Shot, id: Id): void {
  if (shot.palettes.length < 2) return;
  shot.palettes = shot.palettes.filter((palette) => palette.id !== id);
  const cues = plain(shot.paletteCues).filter(({ palette }) => palette !== id);
  if (cues[0]?.frame !== 0) cues.unshift({ frame: 0, palette: cues[0]?.palette ?? shot.palettes[0].id });
  shot.paletteCues = withoutRepeats(cues);
}

type Cues = Shot['paletteCues'];
const withoutRepeats = (cues: Cues): Cues => cues.filter((cue, i) => i === 0 || cue.palette !== cues[i - 1].palette);

/** From `frame` on, this palette colours the shot (until the next change of palette). */
export function takePaletteFrom(shot: Shot, frame: number, palette: Id): void {
  const cues = plain(shot.paletteCues).filter((cue) => cue.frame !== frame);
  cues.push({ frame, palette });
  cues.sort((a, b) => a.frame - b.frame);
  shot.paletteCues = withoutRepeats(cues);
}

/** This palette colours the frames `from` to `to`, both included; what comes after stays as it was. */
export function takePaletteFor(shot: Shot, from: number, to: number, palette: Id): void {
  const after = paletteAt(shot, to + 1).id;
  const cues = plain(shot.paletteCues).filter(({ frame }) => frame < from || frame > to + 1);
  cues.push({ frame: from, palette });
  if (to + 1 < shot.length) cues.push({ frame: to + 1, palette: after });
  cues.sort((a, b) => a.frame - b.frame);
  shot.paletteCues = withoutRepeats(cues);
}

/** A palette as it is handed over: swatches by name. */
export interface PaletteSheet {
  name: string;
  swatches: Omit<Swatch, 'id'>[];
}

/**
 * Takes palettes in as further colour models: a swatch of a name the shot has gets its colour there, others are added to all.
 * Returns the ids of the new palettes.
 */
export function takePalettes(shot: Shot, sheets: PaletteSheet[]): Id[] {
  const known = new Map(shot.palettes[0].swatches.map(({ name, id }) => [name, id]));
  for (const { swatches } of sheets)
    for (const { name, colour, group } of swatches)
      if (!known.has(name)) known.set(name, addSwatch(shot, name, colour, group));
  return sheets.map(({ name, swatches }) => {
    const id = addPalette(shot, shot.palettes[0].id, name);
    for (const { name: swatch, colour, opacity } of swatches)
      colourSwatch(shot, id, known.get(swatch)!, { colour, opacity });
    return id;
  });
}

/** What came of taking colours in: those that are others now, and the swatches the shot has none of. */
export interface TakenColours {
  changed: { swatch: string; from: string; to: string }[];
  unknown: string[];
}

/** A palette of the shot takes the colours of a sheet, swatch by swatch, by their names; its other swatches stay as they are. */
export function takeColours(shot: Shot, palette: Id, { swatches }: PaletteSheet): TakenColours {
  const own = plain(shot.palettes.find(({ id }) => id === palette)!);
  const byName = new Map(own.swatches.map((swatch) => [swatch.name, swatch]));
  const out: TakenColours = { changed: [], unknown: [] };
  for (const { name, colour, opacity } of swatches) {
    const swatch = byName.get(name);
    if (!swatch) out.unknown.push(name);
    else if (swatch.colour !== colour || swatch.opacity !== opacity) {
      colourSwatch(shot, palette, swatch.id, { colour, opacity });
      out.changed.push({ swatch: name, from: colourOf(swatch), to: colourOf({ colour, opacity }) });
    }
  }
  return out;
}

/**
 * Lines and paint of another shot as they can be here: a swatch this shot does not have is its own of that name, else it is
 * added as it was there. @param swatches those they had in the shot they come from
 */
export function bringSwatches<T extends Pick<Drawing, 'ink' | 'paint'>>(shot: Shot, drawn: T, swatches: Swatch[]): T {
  const there = new Set(shot.palettes[0].swatches.map(({ id }) => id));
  const byName = new Map(shot.palettes[0].swatches.map(({ id, name }) => [name, id]));
  const known = new Map(swatches.map((swatch) => [swatch.id, swatch]));
  const own = new Map<Id, Id>();
  for (const { swatch } of [...drawn.ink, ...drawn.paint]) {
    if (own.has(swatch)) continue;
    const was = known.get(swatch);
    if (there.has(swatch)) own.set(swatch, swatch);
    else if (!was) own.set(swatch, shot.palettes[0].swatches[0].id);
    else {
      const id = byName.get(was.name) ?? addSwatch(shot, was.name, was.colour, was.group);
      for (const palette of byName.has(was.name) ? [] : shot.palettes)
        colourSwatch(shot, palette.id, id, { opacity: was.opacity });
      own.set(swatch, id);
    }
  }
  const mapped = <A extends { swatch: Id }>(each: A): A => ({ ...each, swatch: own.get(each.swatch)! });
  return { ...drawn, ink: drawn.ink.map(mapped), paint: drawn.paint.map(mapped) };
}

know(modeRgb);
know(modeLrgb);

/** Contrast of two colours, 1 (none) to 21 (WCAG 2). */
export function contrast(a: string, b: string): number {
  return wcagContrast(a, b);
}
