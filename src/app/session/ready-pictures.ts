/**
 * Whole frames painted ahead for playing, as many as there is room for. A frame is known by what it looks like, so a hold
 * costs one picture; the ones not looked at for longest make room for those that are due.
 */
import { LRUCache } from 'lru-cache';
import { shownCells, shownKey } from '../../core/picture/index.ts';
import { colourMap, paletteAt, type Shot } from '../../core/shot/index.ts';
import { roomFor } from '../../workers/memory.ts';

/** Room for ready pictures, as a share of what the machine has: half a gigabyte where that is eight. */
const SHARE = 1 / 16;
/** Looking through frames gives way to the hand after this long. */
const SLICE_MS = 5;
/** How much the newest picture counts in the time that one takes. */
const NEWEST = 0.3;

/** What a frame looks like on the paper: equal keys are equal pictures. */
function paperKey(shot: Shot, frame: number): string {
  const cells = shownCells(shot, frame, 'paper').map((shown) => shownKey(shot, shown));
  const palette = paletteAt(shot, frame);
  return `${shot.background.colour}${shot.background.transparent}|${[...colourMap(palette).values()].join('')}|${cells.join('|')}`;
}

const bytesOf = ({ width, height }: ImageBitmap) => width * height * 4;

export class ReadyPictures {
  private readonly paint: (frame: number, scale: number) => Promise<ImageBitmap>;
  private readonly pictures: LRUCache<string, ImageBitmap>;
  private readonly making = new Map<string, Promise<ImageBitmap>>();
  private readonly keys: { shot: Shot | null; scale: number; of: Map<number, string> } = {
    shot: null,
    scale: 0,
    of: new Map(),
  };
  private readonly room: number;
  private seconds = 0;

  /** @param paint paints a whole frame @param room bytes of pictures kept */
  constructor(paint: (frame: number, scale: number) => Promise<ImageBitmap>, room = roomFor(SHARE)) {
    this.paint = paint;
    this.room = room;
    this.pictures = new LRUCache({
      maxSize: room,
      // One picture larger than the whole room must still be seen.
      sizeCalculation: (image) => Math.min(room, Math.max(1, bytesOf(image))),
      dispose: (image) => image.close(),
    });
  }

  /** Bytes of the pictures kept. */
  get bytes(): number {
    return this.pictures.calculatedSize;
  }

  /** Seconds a picture took lately. */
  get pace(): number {
    return this.seconds;
  }

  /** How many pictures of a shot there is room for at a scale: those ahead, and the one that is shown. */
  capacity(shot: Shot, scale: number): number {
    return Math.max(2, Math.floor(this.room / Math.max(1, shot.width * scale * shot.height * scale * 4)) - 1);
  }

  /** The key of a frame, looked up once for each state of the shot. */
  private key(shot: Shot, frame: number, scale: number): string {
    const { keys } = this;
    if (keys.shot !== shot || keys.scale !== scale) {
      keys.shot = shot;
      keys.scale = scale;
      keys.of.clear();
    }
    let key = keys.of.get(frame);
    if (!key) {
      key = `${scale}|${paperKey(shot, frame)}`;
      keys.of.set(frame, key);
    }
    return key;
  }

  /** The picture of a frame if it is ready. */
  ready(shot: Shot, frame: number, scale: number): ImageBitmap | undefined {
    return this.pictures.get(this.key(shot, frame, scale));
  }

  /** Makes the picture of a frame unless it is ready, or being made. */
  async make(shot: Shot, frame: number, scale: number): Promise<void> {
    const key = this.key(shot, frame, scale);
    if (this.pictures.has(key)) return;
    let made = this.making.get(key);
    if (!made) {
      const began = performance.now();
      made = this.paint(frame, scale).then((image) => {
        const took = (performance.now() - began) / 1000;
        this.seconds += (this.seconds === 0 ? 1 : NEWEST) * (took - this.seconds);
        this.pictures.set(key, image);
        return image;
      });
      this.making.set(key, made);
      const over = () => this.making.delete(key);
      made.then(over, over);
    }
    await made;
  }

  /**
   * Frames among `frames`, in that order, whose pictures are missing; looks no farther than there is room for. What is ready
   * among them counts as looked at, so that it is not what makes room for the others.
   */
  missing(shot: Shot, scale: number, frames: Iterable<number>): number[] {
    const seen = new Set<string>();
    const most = this.capacity(shot, scale);
    const out: number[] = [];
    for (const frame of frames) {
      const key = this.key(shot, frame, scale);
      if (seen.has(key)) continue;
      if (seen.size >= most) break;
      seen.add(key);
      if (!this.pictures.get(key)) out.push(frame);
    }
    return out;
  }

  /** Looks frames up ahead of `missing`, a few milliseconds at a time, so that thousands of them never stop the hand. */
  async lookThrough(shot: Shot, scale: number, frames: Iterable<number>, stop: () => boolean): Promise<void> {
    let began = performance.now();
    for (const frame of frames) {
      if (performance.now() - began > SLICE_MS) {
        await new Promise((done) => setTimeout(done));
        began = performance.now();
      }
      if (stop()) return;
      this.key(shot, frame, scale);
    }
  }

  clear(): void {
    this.pictures.clear();
  }
}
