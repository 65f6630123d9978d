/** What the next delivery of the shot is to be. */
import { IsBoolean, IsObject, IsString, MaxLength } from 'class-validator';
import type { WishRecord } from '../../../core/export/index.ts';
import { NOTHING_PASSES, slice } from './slice.ts';

class Exporting {
  @IsString() @MaxLength(40) exportFormat = 'gif';
  /** The place of each file is asked for, where the browser can. */
  @IsBoolean() exportAsks = false;
  /** Wishes by key; read through `wishesFrom`, which takes of it what fits. */
  @IsObject() exportWishes: WishRecord = {};
}

export const exporting = slice({ kept: Exporting, passing: NOTHING_PASSES });
