/** Deliveries written in Node: the same code on a canvas of Node's, into memory. */
import { createCanvas } from '@napi-rs/canvas';
import { canvasOf } from '../cli/lent/canvas.ts';
import {
  type Answer,
  type DeliveryTools,
  type DeliveryWishes,
  type FormatId,
  filmOf,
  formatOf,
  MemorySink,
  paintFilm,
  wishesFrom,
} from '../src/core/export/index.ts';
import type { Shot } from '../src/core/shot/index.ts';
import type { Sound } from '../src/core/sound/index.ts';
import { nodePainter } from './canvas.ts';

export function nodeDeliveryTools(painter = nodePainter()): DeliveryTools {
  const paint: DeliveryTools['paint'] = async (film, picture) => {
    const { width, height } = film;
    const context = createCanvas(width, height).getContext('2d');
    paintFilm(painter, context as never, film, picture);
    return { data: new Uint8ClampedArray(context.getImageData(0, 0, width, height).data), width, height };
  };
  const png: DeliveryTools['png'] = ({ data, width, height }) => canvasOf(data, width, height).encode('png');
  return {
    paint,
    png,
    paintPng: async (film, picture) => png(await paint(film, picture)),
    movie: () => Promise.reject(new Error('Node writes no movies here.')),
  };
}

export type Chosen = Partial<DeliveryWishes> & Record<string, Answer>;

export interface Around {
  tools?: DeliveryTools;
  sound?: Sound | null;
  progress?: (part: number) => void;
}

/** What a format needs to write a shot with these wishes. */
export function jobOf(shot: Shot, id: FormatId, chosen: Chosen = {}, { tools = nodeDeliveryTools() }: Around = {}) {
  const format = formatOf(id);
  const wishes = wishesFrom(shot, format.asks ?? {}, chosen);
  return { format, wishes: wishes as never, film: filmOf(shot, wishes, format.needs), tools, shot };
}

/** The bytes of a delivery. */
export async function delivered(
  shot: Shot,
  id: FormatId,
  chosen: Chosen = {},
  around: Around = {},
): Promise<Uint8Array<ArrayBuffer>> {
  const { format, ...job } = jobOf(shot, id, chosen, around);
  const sink = new MemorySink();
  const { sound = null, progress = () => {} } = around;
  await format.write({ ...job, sink, sound: async () => sound, progress });
  return sink.bytes;
}
