/** How hard this person presses. */
import { IsNumber, Max, Min } from 'class-validator';
import { type Hand, PLAIN_HAND } from '../../core/ink/index.ts';
import { Kept } from './kept.ts';

class KeptHand implements Hand {
  @IsNumber() @Min(0) @Max(1) light = PLAIN_HAND.light;
  @IsNumber() @Min(0) @Max(1) heavy = PLAIN_HAND.heavy;
  @IsNumber() @Min(0.4) @Max(2.5) bend = PLAIN_HAND.bend;
}

export const hand = new Kept({ key: 'hand', version: 1, shape: KeptHand });
