/** What edits are made from: files of palettes and of named deliveries. */
import { basename } from 'node:path';
import { IsDefined, IsIn, IsString, MaxLength, MinLength } from 'class-validator';
import type { WishRecord } from '../../src/core/export/index.ts';
import { BadFile, LIMITS } from '../../src/core/shot/index.ts';
import { checkPart, IsRecord, Parts } from '../../src/core/shot/part.ts';
import { isWish, readPalettes } from '../../src/core/shotfile/index.ts';
import { ALL_FORMATS } from '../deliver/mov.ts';
import { bytesOf, openShot } from '../deliver/opened.ts';
import { deliveriesEdit, type Edit, paletteEdit } from './edits.ts';

/** @throws BadFile */
export async function paletteFileEdit(path: string): Promise<Edit> {
  const name = basename(path);
  return paletteEdit(readPalettes(new TextDecoder().decode(await bytesOf(path)), name), name);
}

class HandedPart {
  @IsString() @MinLength(1) @MaxLength(LIMITS.maxTitle) name!: string;
  @IsIn(
    ALL_FORMATS.map(({ id }) => id),
    { message: 'its format is not known' },
  )
  format!: string;
  @IsDefined() @IsRecord(isWish) wishes!: WishRecord;
}

class HandedList {
  @Parts(() => HandedPart, LIMITS.maxDeliveries, 1) deliveries!: HandedPart[];
}

/** Named deliveries of another shot, or of a JSON file: `{"deliveries": [{"name", "format", "wishes"}]}`. @throws BadFile */
export async function deliveriesFileEdit(path: string): Promise<Edit> {
  const name = basename(path);
  const bytes = await bytesOf(path);
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
    const { deliveries, title } = openShot(bytes, name).shot;
    if (deliveries.length === 0) throw new BadFile(`“${title}” in ${name} has no named deliveries to hand on.`);
    return deliveriesEdit(deliveries);
  }
  let data: unknown;
  try {
    data = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw new BadFile(`“${name}” is neither a shot file nor JSON. Name a shot whose deliveries are to be handed on.`);
  }
  return deliveriesEdit(checkPart(HandedList, data, `list of deliveries ${name}`, 'nothing was changed').deliveries);
}
