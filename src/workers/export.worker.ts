import { transfer } from 'comlink';
import {
  type Around,
  type DeliveryTools,
  type Finding,
  type FormatId,
  filmOf,
  findingsOf,
  formatOf,
  type Pixels,
  type WishRecord,
  wishesFrom,
} from '../core/export/index.ts';
import { type Drawing, type Id, Refused, type Shot } from '../core/shot/index.ts';
import { loudest, mix, type Sound, sampleOfFrame } from '../core/sound/index.ts';
import { deliverySink } from './delivery-file.ts';
import { deliveryTools } from './delivery-tools.ts';
import { PictureLibrary } from './picture-library.ts';
import { serve } from './serve.ts';

/** Progress is told at most so often: the window has a pen to follow. */
const TELL_EVERY_MS = 100;

const library = new PictureLibrary();
const tools: DeliveryTools = deliveryTools(library);
let taken: Drawing[] = [];
let shot: Shot | null = null;
/** How pictures of the last previewed wishes are seen, so that stepping through the preview does not prepare it again. */
let looked: { key: string; through: (pixels: Pixels) => Pixels } | null = null;

/** Something newer was asked. */
class NotAskedAnyMore extends Error {}
let lastAsked = 0;

/** What is to be delivered. */
export interface DeliveryOrder {
  format: FormatId;
  wishes: WishRecord;
  around: Around;
  /** As it is burnt in. */
  today: string;
}

/** What came of it. What went wrong comes as its sentence: errors lose their class on the way between threads. */
export type Delivered = { bytes: Uint8Array<ArrayBuffer> | null; loudest: number } | { fault: string; name: string };

function prepared({ format: id, wishes: chosen, around, today }: DeliveryOrder, of: Shot) {
  const format = formatOf(id);
  const wishes = wishesFrom(of, format.asks ?? {}, chosen);
  return { format, wishes, film: filmOf(of, wishes, format.needs, around, today) };
}

/** The sounds of a shot over frames, mixed from decoded ones. */
function mixedOf(of: Shot, sounds: Map<Id, Sound>, from: number, to: number): Sound | null {
  if (!of.tracks.some(({ clips }) => clips.length > 0)) return null;
  const rate = sounds.values().next().value?.rate ?? 48_000;
  const first = sampleOfFrame(from, of.fps, rate);
  const count = sampleOfFrame(to + 1, of.fps, rate) - first;
  return { channels: mix(of, (id) => sounds.get(id) ?? null, first, count, rate), rate };
}

const face = {
  /** Takes drawings of the shot that is opened next; they come in parts, so that the window stays free. */
  take(drawings: Drawing[]): void {
    taken.push(...drawings);
  },
  open(structure: Omit<Shot, 'drawings'>, files: Map<Id, Blob>): void {
    shot = { ...structure, drawings: Object.fromEntries(taken.map((drawing) => [drawing.id, drawing])) };
    taken = [];
    looked = null;
    for (const [id, file] of files) library.put(id, file);
  },
  /** The very picture the file will hold for `frame` of the shot. */
  async preview(order: DeliveryOrder, frame: number): Promise<ImageBitmap> {
    const { format, wishes, film } = prepared(order, shot!);
    const painted = await tools.paint(film, { part: 0, frame, frames: 1 });
    const plain = painted.pixels();
    const key = JSON.stringify(order);
    if (looked?.key !== key) {
      const through = await format.seen?.({ film, wishes: wishes as never, tools });
      looked = { key, through: through ?? ((pixels) => pixels) };
    }
    const { data, width, height } = looked.through(plain);
    const image = await createImageBitmap(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height));
    return transfer(image, [image]);
  },
  /** What there is to know before it is written; null when something newer was asked meanwhile. */
  async findings(order: DeliveryOrder, speed: number, slow: boolean): Promise<Finding[] | null> {
    const asked = ++lastAsked;
    const { format, wishes, film } = prepared(order, shot!);
    const pause = async () => {
      await new Promise((done) => setTimeout(done, 0));
      if (asked !== lastAsked) throw new NotAskedAnyMore();
    };
    try {
      return await findingsOf({ shot: shot!, film, wishes, format, speed, pause }, slow);
    } catch (error) {
      if (error instanceof NotAskedAnyMore) return null;
      throw error;
    }
  },
  /** Writes the whole file. Stopping ends the worker; what it left in the file store is for the window to remove. */
  async write(
    order: DeliveryOrder,
    sounds: Map<Id, Sound>,
    to: string | FileSystemFileHandle,
    progress: (part: number) => void,
  ): Promise<Delivered> {
    const { format, wishes, film } = prepared(order, shot!);
    const sink = await deliverySink(to);
    let peak = 0;
    let told = Number.NEGATIVE_INFINITY;
    try {
      await format.write({
        shot: shot!,
        film,
        wishes: wishes as never,
        tools,
        sink,
        async sound() {
          const { from, to: last } = film.parts[0];
          const mixed = mixedOf(shot!, sounds, from, last);
          peak = mixed ? loudest(mixed.channels) : 0;
          return mixed;
        },
        progress(part) {
          const now = performance.now();
          if (now - told < TELL_EVERY_MS) return;
          told = now;
          progress(part);
        },
      });
      return { bytes: await sink.close(), loudest: peak };
    } catch (error) {
      await sink.drop();
      const { name, message } = error as Error;
      if (error instanceof Refused || name === 'QuotaExceededError') return { fault: message, name };
      throw error;
    }
  },
};

export type ExportFace = typeof face;
serve(face);
