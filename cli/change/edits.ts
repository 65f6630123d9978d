/** The edits that are made in many shots at once. Each says in words what it did to a shot; one that finds nothing to do says nothing. */
import { formatNamed, keepDelivery, type WishRecord } from '../../src/core/export/index.ts';
import { nameSwatch, type PaletteSheet, takeColours, takePalettes } from '../../src/core/paint/index.ts';
import { LIMITS, Refused, type Shot } from '../../src/core/shot/index.ts';
import { BadCall } from '../lent/faults.ts';

export interface Edit {
  /** As a version kept before it is called. */
  name: string;
  /** Run on the draft of a change. @returns what was done, a line each @throws Refused */
  make(draft: Shot): string[];
}

const listed = (names: string[]) => names.map((name) => `“${name}”`).join(', ');

/**
 * Colours of palettes. A colour model of the shot with the name of a sheet takes its colours; where both have but one, that one does,
 * whatever it is called; any other sheet is added as a further colour model.
 */
export const paletteEdit = (sheets: PaletteSheet[], file: string): Edit => ({
  name: `palette ${file}`,
  make(draft) {
    const out: string[] = [];
    for (const sheet of sheets) {
      const single = sheets.length === 1 && draft.palettes.length === 1 ? draft.palettes[0] : undefined;
      const own = draft.palettes.find(({ name }) => name === sheet.name) ?? single;
      if (!own) {
        takePalettes(draft, [sheet]);
        out.push(`colour model “${sheet.name}” added, with ${sheet.swatches.length} colours`);
        continue;
      }
      const { changed, unknown } = takeColours(draft, own.id, sheet);
      for (const { swatch, from, to } of changed) out.push(`“${own.name}”: ${swatch} ${from} becomes ${to}`);
      if (unknown.length > 0) out.push(`“${own.name}” has no ${listed(unknown)}: nothing here is painted with it`);
    }
    return out;
  },
});

/** A swatch gets another name. @param words "coat=overcoat" @throws BadCall */
export function renameEdit(words: string): Edit {
  const at = words.indexOf('=');
  const [from, to] = [words.slice(0, at).trim(), words.slice(at + 1).trim()];
  if (at < 0 || !from || !to || to.length > LIMITS.maxTitle)
    throw new BadCall(`“--rename ${words}”: write the name as it is, “=”, and the name as it is to be.`);
  return {
    name: `swatch ${from} renamed`,
    make(draft) {
      const swatches = draft.palettes[0].swatches;
      const swatch = swatches.find(({ name }) => name === from);
      if (!swatch) return [];
      if (swatches.some(({ name }) => name === to))
        throw new Refused(`“${draft.title}” has a swatch “${to}” already, so “${from}” keeps its name.`);
      nameSwatch(draft, swatch.id, { name: to });
      return [`swatch “${from}” is called “${to}”`];
    },
  };
}

/** Another rate: frames stay frames. @throws BadCall */
export function rateEdit(words: string): Edit {
  const fps = Number(words);
  if (!Number.isInteger(fps) || fps < LIMITS.minFps || fps > LIMITS.maxFps)
    throw new BadCall(
      `“--fps ${words}”: write a whole number of frames a second, ${LIMITS.minFps} to ${LIMITS.maxFps}.`,
    );
  return {
    name: `rate ${fps}`,
    make(draft) {
      if (draft.fps === fps) return [];
      const was = draft.fps;
      draft.fps = fps;
      const seconds = (rate: number) => `${(draft.length / rate).toFixed(2)} s`;
      const sound = draft.tracks.some(({ clips }) => clips.length > 0);
      return [
        `${was} frames a second become ${fps}: its ${draft.length} frames last ${seconds(fps)} instead of ${seconds(was)}`,
        ...(sound ? ['its sounds keep their own speed and begin on the frames they began on: look at sync'] : []),
      ];
    },
  };
}

/** A delivery as it is handed from shot to shot. */
export interface HandedDelivery {
  name: string;
  format: string;
  wishes: WishRecord;
}

/** Wishes that name things of one shot alone. */
const OF_ONE_SHOT = ['layers', 'marker'];

/** Named deliveries are added; one of the same name gives way. */
export const deliveriesEdit = (deliveries: HandedDelivery[]): Edit => ({
  name: 'named deliveries',
  make: (draft) =>
    deliveries.flatMap(({ name, format, wishes }) => {
      const own = Object.fromEntries(Object.entries(wishes).filter(([key]) => !OF_ONE_SHOT.includes(key)));
      const before = draft.deliveries.find((each) => each.name === name);
      const order = (record: WishRecord) => JSON.stringify(Object.entries(record).sort());
      if (before?.format === format && order(before.wishes) === order(own)) return [];
      keepDelivery(draft, name, format, own);
      return [`delivery “${name}” (${formatNamed(format)?.name ?? format}) ${before ? 'changed' : 'added'}`];
    }),
});
