import { IsBoolean, IsHexColor, IsIn, IsInt, Max, Min } from 'class-validator';
import type { Shot } from '../shot/model.ts';
import type { DeliveryWishes } from './format.ts';
import { FORMATS, type FormatId } from './formats/index.ts';

/** What is asked of a delivery. Frames are 0-based, `to` inclusive. */
export class ExportOptions implements DeliveryWishes {
  @IsIn(
    FORMATS.map(({ id }) => id),
    { message: `The format must be one of: ${FORMATS.map(({ name }) => name.split(',')[0]).join(', ')}.` },
  )
  format: FormatId = 'gif';

  @IsInt({ message: 'The first frame must be a whole number.' })
  @Min(0, { message: 'The first frame lies before the shot.' })
  from = 0;

  @IsInt({ message: 'The last frame must be a whole number.' })
  @Min(0, { message: 'The last frame lies before the shot.' })
  to = 0;

  @IsInt({ message: 'The width must be a whole number of pixels.' })
  @Min(1, { message: 'The width must be at least 1 pixel.' })
  @Max(8192, { message: 'The width must be at most 8192 pixels.' })
  width = 0;

  @IsInt({ message: 'The height must be a whole number of pixels.' })
  @Min(1, { message: 'The height must be at least 1 pixel.' })
  @Max(8192, { message: 'The height must be at most 8192 pixels.' })
  height = 0;

  @IsBoolean()
  transparent = false;

  @IsHexColor({ message: 'The background must be a colour like #fdfcf8.' })
  colour = '#ffffff';

  /** GIF: a held drawing is written once with a longer delay. */
  @IsBoolean()
  joinHolds = true;

  /** PNG sequence: the mix-down lies beside the pictures. */
  @IsBoolean()
  withSound = true;
}

/** The options a shot is delivered with unless other are chosen: everything, half size as GIF, its own background. */
export function defaultOptions(shot: Shot): ExportOptions {
  const options = new ExportOptions();
  options.to = shot.length - 1;
  options.width = Math.max(1, Math.round(shot.width / 2));
  options.height = Math.max(1, Math.round(shot.height / 2));
  options.transparent = shot.background.transparent;
  options.colour = shot.background.colour;
  return options;
}

/** The shot as these options deliver it: the background asked for. */
export function asDelivered(shot: Shot, options: DeliveryWishes): Shot {
  return { ...shot, background: { colour: options.colour, transparent: options.transparent } };
}
