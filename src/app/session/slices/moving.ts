/** Moves: what is moved by hand, how the layer in hand is shown while it is drawn on, and whether one looks through the camera. */
import { IsBoolean, IsIn } from 'class-validator';
import { slice } from './slice.ts';

class Moving {
  /** The pen draws on a moved layer as it stands; else on its own pegs. */
  @IsBoolean() asItStands = true;
  /** A new place sets only what the hand changed, not all. */
  @IsBoolean() apart = false;
  /** What the card of moves is about. */
  @IsIn(['layer', 'camera']) mover: 'layer' | 'camera' = 'layer';
}

interface PassingMoving {
  /** The paper lies as the camera sees it, frame by frame. */
  throughCamera: boolean;
  /** The grid of the layer in hand lies over it, to bend it. */
  bending: boolean;
}

export const moving = slice({
  kept: Moving,
  passing: (): PassingMoving => ({ throughCamera: false, bending: false }),
  mend: ({ mover, throughCamera }, { camera }) => ({
    mover: camera ? mover : 'layer',
    throughCamera: throughCamera && camera !== null,
  }),
});
