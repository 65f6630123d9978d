/** What a delivery format is, what it is asked, and what it is given to write with. */
import type { Shot } from '../shot/model.ts';
import type { Sound } from '../sound/mix.ts';

/** What is asked of a delivery, whatever its format. Frames are 0-based, `to` inclusive; sizes are pixels. */
export interface DeliveryWishes {
  from: number;
  to: number;
  width: number;
  height: number;
  /** The background stays clear; else it has this colour. */
  transparent: boolean;
  colour: string;
  /** GIF: a held drawing is written once with a longer delay. */
  joinHolds: boolean;
  /** PNG sequence: the mix-down lies beside the pictures. */
  withSound: boolean;
}

/** Pixels of a picture, RGBA, straight alpha. */
export interface Pixels {
  data: Uint8ClampedArray;
  width: number;
  height: number;
}

/** Renders a frame (0-based) of the delivery. */
export type RenderFrame = (frame: number) => Promise<Pixels>;

interface WriteJob {
  shot: Shot;
  options: DeliveryWishes;
  render: RenderFrame;
  /** PNG bytes of a picture. */
  png: (pixels: Pixels) => Promise<Uint8Array>;
  /** The shot's sound over the frames asked for, as it is heard. */
  sound: () => Promise<Sound>;
  /** 0..1; what it throws ends the work. */
  progress: (part: number) => void;
}

export interface ExportFormat<Id extends string = string> {
  id: Id;
  name: string;
  /** What is written, in a sentence: "the GIF". */
  thing: string;
  extension: string;
  type: string;
  /** It holds pictures: their size and background matter. */
  pictures: boolean;
  /** The picture as the file will hold it, where that is not the picture itself; for the preview. */
  seen?(job: Pick<WriteJob, 'shot' | 'options' | 'render'>): Promise<(pixels: Pixels) => Pixels>;
  write(job: WriteJob): Promise<Uint8Array<ArrayBuffer>>;
}

/** A format with its id as a type, so that all ids together are known. */
export function format<const Id extends string>(of: ExportFormat<Id>): ExportFormat<Id> {
  return of;
}
