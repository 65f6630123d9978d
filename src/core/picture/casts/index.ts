/**
 * Casts: shadows, light and softness made from what a layer shows. A kind is a file and a line here. The words:
 *
 * - level: the height of the paper a shadow or a reflection lies on. Again: the layer painted once more, carried by a map.
 * - under, instead: a cast lies under its layer, or takes the place of what the layer shows.
 */
import type { CastKind } from '../../shot/layer-model.ts';
import { shadowBehind } from './behind.ts';
import type { CastMaker } from './cast.ts';
import { glow } from './glow.ts';
import { groundShadow } from './ground-shadow.ts';
import { reflection } from './reflection.ts';
import { blur, streak } from './softness.ts';

const MAKERS: readonly CastMaker[] = [groundShadow, shadowBehind, reflection, glow, blur, streak];

/** How a kind of cast is made. */
export const castMaker = (kind: CastKind): CastMaker => MAKERS.find((maker) => maker.kind === kind)!;

export type { CastField } from './cast.ts';
