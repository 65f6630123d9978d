import { transfer } from 'comlink';
import {
  type Around,
  type DeliveryTools,
  type Finding,
  type FormatId,
  filmOf,
  findingsOf,
  foretellMovie,
  formatOf,
  type Pixels,
  type ReelWishes,
  reelOf,
  soundOfFilm,
  type WishRecord,
  wishesFrom,
} from '../core/export/index.ts';
import { type Drawing, type Id, Refused, type Shot } from '../core/shot/index.ts';
import { loudest, type Sound } from '../core/sound/index.ts';
import { deliverySink } from './delivery-file.ts';
import { deliveryTools } from './delivery-tools.ts';
import { PictureLibrary } from './picture-library.ts';
import { serve } from './serve.ts';

/** Progress is told at most so often: the window has a pen to follow. */
const TELL_EVERY_MS = 100;

const library = new PictureLibrary();
const tools: DeliveryTools = deliveryTools(library);
let taken: Drawing[] = [];
/** What is delivered: one shot, or those of a reel. */
let shots: Shot[] = [];
/** How pictures of the last previewed wishes are seen, so that stepping through the preview does not prepare it again. */
let looked: { key: string; through: (pixels: Pixels) => Pixels } | null = null;

/** Something newer was asked. */
class NotAskedAnyMore extends Error {}
let lastAsked = 0;

/** Work that gives way when something newer is asked: null then. It lets other questions in whenever it pauses. */
async function unlessNewer<T>(work: (pause: () => Promise<void>) => Promise<T>): Promise<T | null> {
  const asked = ++lastAsked;
  const pause = async () => {
    await new Promise((done) => setTimeout(done, 0));
    if (asked !== lastAsked) throw new NotAskedAnyMore();
  };
  try {
    return await work(pause);
  } catch (error) {
    if (error instanceof NotAskedAnyMore) return null;
    throw error;
  }
}

/** What is to be delivered. */
export interface DeliveryOrder {
  format: FormatId;
  wishes: WishRecord;
  around: Around;
  /** As it is burnt in. */
  today: string;
  /** Several shots one after another. */
  reel?: ReelWishes;
}

/** What came of it. What went wrong comes as its sentence: errors lose their class on the way between threads. */
export type Delivered = { bytes: Uint8Array<ArrayBuffer> | null; loudest: number } | { fault: string; name: string };

function prepared({ format: id, wishes: chosen, around, today, reel }: DeliveryOrder, shots: Shot[]) {
  const format = formatOf(id);
  const [first] = shots;
  const wishes = wishesFrom(first, format.asks ?? {}, chosen);
  const film = reel ? reelOf(shots, reel, format.needs) : filmOf(first, wishes, format.needs, around, today);
  return { format, wishes, film };
}

const face = {
  /** Takes drawings of the shot that is opened next; they come in parts, so that the window stays free. */
  take(drawings: Drawing[]): void {
    taken.push(...drawings);
  },
  /** Opens a shot; of a reel those that are behind others. */
  open(structure: Omit<Shot, 'drawings'>, files: Map<Id, Blob>, behind = false): void {
    const shot = { ...structure, drawings: Object.fromEntries(taken.map((drawing) => [drawing.id, drawing])) };
    shots = behind ? [...shots, shot] : [shot];
    taken = [];
    looked = null;
    for (const [id, file] of files) library.put(id, file);
  },
  /** The very picture the file will hold for `frame` of the shot. */
  async preview(order: DeliveryOrder, frame: number): Promise<ImageBitmap> {
    const { format, wishes, film } = prepared(order, shots);
    const plain = await tools.paint(film, { part: 0, frame, frames: 1 });
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
    const { format, wishes, film } = prepared(order, shots);
    return unlessNewer((pause) => findingsOf({ shot: shots[0], film, wishes, format, speed, pause }, slow));
  },
  /** About how many bytes a movie will take; null for other formats, or when something newer was asked meanwhile. */
  async foretell(order: DeliveryOrder): Promise<number | null> {
    const { format, wishes, film } = prepared(order, shots);
    const encoded = format.movie?.(wishes as never, film);
    if (!encoded) return null;
    return unlessNewer((pause) => foretellMovie(film, encoded, tools, pause));
  },
  /** Nobody wants to know any more what was asked of a delivery: the machine is needed for drawing. */
  rest(): void {
    lastAsked++;
  },
  /** Writes the whole file. Stopping ends the worker; what it left in the file store is for the window to remove. */
  async write(
    order: DeliveryOrder,
    sounds: () => Promise<Map<Id, Sound>[]>,
    to: string | FileSystemFileHandle,
    progress: (part: number) => void,
  ): Promise<Delivered> {
    const { format, wishes, film } = prepared(order, shots);
    const sink = await deliverySink(to);
    let peak = 0;
    let told = Number.NEGATIVE_INFINITY;
    try {
      await format.write({
        shot: shots[0],
        film,
        wishes: wishes as never,
        tools,
        sink,
        async sound() {
          // Decoded only for a file that has sound in it.
          const mixed = soundOfFilm(film, await sounds());
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
