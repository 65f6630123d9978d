/**
 * The register of delivery formats: a new one is a file beside this one and a line here. What a format writes with is
 * loaded when it writes.
 */
import type { ExportFormat } from '../format.ts';
import { apng } from './apng.ts';
import { contact } from './contact.ts';
import { gif } from './gif.ts';
import { mp4 } from './mp4.ts';
import { ora } from './ora.ts';
import { otio } from './otio.ts';
import { pages } from './pages.ts';
import { png } from './png.ts';
import { readingVtt } from './reading-vtt.ts';
import { sheet } from './sheet.ts';
import { sheetCsv } from './sheet-csv.ts';
import { sheetJson } from './sheet-json.ts';
import { sprites } from './sprites.ts';
import { svg } from './svg.ts';
import { wav } from './wav.ts';
import { webm } from './webm.ts';

const ALL = [
  mp4,
  webm,
  gif,
  apng,
  svg,
  sprites,
  png,
  ora,
  wav,
  sheetCsv,
  sheetJson,
  otio,
  readingVtt,
  sheet,
  pages,
  contact,
] as const;

export type FormatId = (typeof ALL)[number]['id'];

export const FORMATS: readonly ExportFormat<FormatId>[] = ALL;

export function formatOf(id: FormatId): ExportFormat<FormatId> {
  return FORMATS.find((format) => format.id === id)!;
}

/** A format by an id that came from outside; null when there is none of it. */
export function formatNamed(id: string): ExportFormat<FormatId> | null {
  return FORMATS.find((format) => format.id === id) ?? null;
}
