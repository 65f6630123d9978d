/** Palettes as files: JSON of our own with all colour models, and GPL, the widespread palette text. Described in docs/FORMATS.md. */
import { IsHexColor, IsNumber, IsString, Length, Max, MaxLength, Min, MinLength } from 'class-validator';
import type { PaletteSheet } from '../paint/swatches.ts';
import { BadFile } from '../shot/bad-file.ts';
import { LIMITS } from '../shot/make.ts';
import { checkPart, Parts } from '../shot/part.ts';
import { readLabelled } from './labelled-json.ts';

const FORMAT = 'vignette-palettes';
const VERSION = 1;
const GPL_HEAD = 'GIMP Palette';

class SheetSwatchPart {
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsString() @MaxLength(LIMITS.maxTitle) group!: string;
  @IsHexColor() @Length(7, 7) colour!: string;
  @IsNumber() @Min(0) @Max(1) opacity!: number;
}

class SheetPart {
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @Parts(() => SheetSwatchPart, LIMITS.maxSwatches, 1)
  swatches!: SheetSwatchPart[];
}

class PalettesPart {
  @Parts(() => SheetPart, LIMITS.maxPalettes, 1)
  palettes!: SheetPart[];
}

/** All colour models as JSON. */
export function writePalettes(palettes: PaletteSheet[]): string {
  const sheets = palettes.map(({ name, swatches }) => ({
    name,
    swatches: swatches.map(({ name: swatch, group, colour, opacity }) => ({ name: swatch, group, colour, opacity })),
  }));
  return JSON.stringify({ format: FORMAT, version: VERSION, palettes: sheets }, null, 1);
}

/** One palette as GPL text: a head, then "red green blue<tab>name" a line; a group stands as a comment. */
export function writeGpl({ name, swatches }: PaletteSheet): string {
  const lines = [GPL_HEAD, `Name: ${oneLine(name)}`, 'Columns: 0', '#'];
  let group = '';
  for (const swatch of swatches) {
    if (swatch.group !== group) lines.push(`# ${oneLine(swatch.group)}`);
    group = swatch.group;
    const values = [1, 3, 5].map((at) => String(Number.parseInt(swatch.colour.slice(at, at + 2), 16)).padStart(3));
    lines.push(`${values.join(' ')}\t${oneLine(swatch.name)}`);
  }
  return `${lines.join('\n')}\n`;
}

const oneLine = (text: string) => text.replace(/[\r\n\t]+/g, ' ');

/** Reads either form. @throws BadFile, one sentence for the person; nothing is half read. */
export function readPalettes(text: string, fileName: string): PaletteSheet[] {
  const start = text.replace(/^\uFEFF/, '').trimStart();
  if (start.startsWith(GPL_HEAD)) return [readGpl(start, fileName)];
  const data = readLabelled(start, {
    format: FORMAT,
    version: VERSION,
    notOurs: `“${fileName}” is no palette. Choose a palette Vignette wrote, or a GPL palette text.`,
    called: `“${fileName}”`,
  });
  const { palettes } = checkPart(PalettesPart, data, 'palette', 'no colour was taken in');
  return palettes.map(({ name, swatches }) => ({
    name,
    swatches: swatches.map((swatch) => ({ ...swatch, colour: swatch.colour.toLowerCase() })),
  }));
}

function readGpl(text: string, fileName: string): PaletteSheet {
  const sheet: PaletteSheet = { name: fileName.replace(/\.[^.]*$/, '') || 'palette', swatches: [] };
  const names = new Map<string, number>();
  text.split(/\r?\n/).forEach((line, i) => {
    const words = line.trim();
    if (i === 0 || words === '' || words.startsWith('#') || /^Columns:/i.test(words)) return;
    const title = /^Name:\s*(.*)$/i.exec(words);
    if (title) {
      sheet.name = title[1].slice(0, LIMITS.maxTitle) || sheet.name;
      return;
    }
    const found = /^(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*))?$/.exec(words);
    const values = found?.slice(1, 4).map(Number) ?? [];
    if (!found || values.some((value) => value > 255))
      throw new BadFile(
        `Line ${i + 1} of “${fileName}” is no colour: it should be three numbers from 0 to 255 and a name. No colour was taken in.`,
      );
    const colour = `#${values.map((value) => value.toString(16).padStart(2, '0')).join('')}`;
    const name = (found[4] ?? '').slice(0, LIMITS.maxTitle - 5) || colour;
    // Two colours of one name would become one swatch.
    const times = names.get(name) ?? 0;
    names.set(name, times + 1);
    sheet.swatches.push({ name: times > 0 ? `${name} ${times + 1}` : name, group: '', colour, opacity: 1 });
  });
  if (sheet.swatches.length === 0) throw new BadFile(`There is no colour in “${fileName}”. No colour was taken in.`);
  if (sheet.swatches.length > LIMITS.maxSwatches)
    throw new BadFile(
      `“${fileName}” has ${sheet.swatches.length} colours; a palette holds up to ${LIMITS.maxSwatches}. No colour was taken in.`,
    );
  return sheet;
}
