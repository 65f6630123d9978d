/**
 * The register of delivery formats: a new one is a file beside this one and a line here. What a format writes with is
 * loaded when it writes.
 */
import type { ExportFormat } from '../format.ts';
import { gif } from './gif.ts';
import { png } from './png.ts';
import { sheet } from './sheet.ts';
import { wav } from './wav.ts';

const ALL = [gif, png, wav, sheet] as const;

export type FormatId = (typeof ALL)[number]['id'];

export const FORMATS: readonly ExportFormat<FormatId>[] = ALL;

export function formatOf(id: FormatId): ExportFormat<FormatId> {
  return FORMATS.find((format) => format.id === id)!;
}
