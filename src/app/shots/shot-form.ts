import 'reflect-metadata';
import { IsInt, Max, MaxLength, Min, MinLength } from 'class-validator';
import { LIMITS } from '../../core/shot/index.ts';

/** What makes a shot, checked at the door of the form. */
export class ShotForm {
  @MinLength(1, { message: 'Give the shot a name.' })
  @MaxLength(LIMITS.maxTitle, { message: `A name has at most ${LIMITS.maxTitle} letters.` })
  title = '';

  @IsInt({ message: 'The width must be a whole number.' })
  @Min(LIMITS.minSide, { message: `The width must be at least ${LIMITS.minSide} pixels.` })
  @Max(LIMITS.maxSide, { message: `The width must be at most ${LIMITS.maxSide} pixels.` })
  width = 1920;

  @IsInt({ message: 'The height must be a whole number.' })
  @Min(LIMITS.minSide, { message: `The height must be at least ${LIMITS.minSide} pixels.` })
  @Max(LIMITS.maxSide, { message: `The height must be at most ${LIMITS.maxSide} pixels.` })
  height = 1080;

  @IsInt({ message: 'The rate must be a whole number of frames a second.' })
  @Min(LIMITS.minFps, { message: 'The rate must be at least 1 frame a second.' })
  @Max(LIMITS.maxFps, { message: 'The rate must be at most 60 frames a second.' })
  fps = 24;

  @IsInt({ message: 'The length must be a whole number of frames.' })
  @Min(1, { message: 'A shot has at least 1 frame.' })
  @Max(LIMITS.maxLength, { message: `A shot has at most ${LIMITS.maxLength} frames.` })
  length = 48;
}
