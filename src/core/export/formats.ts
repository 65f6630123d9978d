/** The register of delivery formats: adding one is adding an entry here. */
import { Zip, ZipPassThrough } from 'fflate';
import type { Shot } from '../shot/model.ts';
import { type Sound, writeWav } from '../sound/index.ts';
import { gifFrames } from './delays.ts';
import { type Pixels, pictureRuns, type RenderFrame } from './frames.ts';
import { encodeGif, gifRuns } from './gif.ts';
import { deliveryPalette, mapToPalette } from './gif-palette.ts';
import { deliveryName, type ExportOptions, type FormatId } from './options.ts';
import { writeSheetPdf } from './sheet-pdf.ts';

/** Thrown out of a writer when the person stopped it. */
export class Stopped extends Error {
  override name = 'Stopped';
}

interface WriteJob {
  shot: Shot;
  options: ExportOptions;
  render: RenderFrame;
  /** PNG bytes of a picture. */
  png: (pixels: Pixels) => Promise<Uint8Array>;
  /** The shot's sound over the frames asked for, as it is heard. */
  sound: () => Promise<Sound>;
  /** 0..1; throws `Stopped` when the work is to end. */
  progress: (part: number) => void;
}

export interface ExportFormat {
  id: FormatId;
  name: string;
  extension: string;
  type: string;
  /** It holds pictures: their size and background matter. */
  pictures: boolean;
  write(job: WriteJob): Promise<Uint8Array<ArrayBuffer>>;
}

const gif: ExportFormat = {
  id: 'gif',
  name: 'GIF',
  extension: 'gif',
  type: 'image/gif',
  pictures: true,
  async write({ shot, options, render, progress }) {
    const runs = gifRuns(shot, options);
    progress(0);
    const palette = await deliveryPalette(shot, options, render);
    const frames = gifFrames(
      runs.map((run) => run.frames),
      shot.fps,
    );
    const picture = async (run: number) => mapToPalette(await render(runs[run].frame), palette);
    return encodeGif(picture, options, frames, palette, (done) => progress(done / frames.length));
  },
};

/** Numbered pictures, one per frame, numbered as on the sheet: name-0001.png is frame 1; the sound beside them when asked. */
const png: ExportFormat = {
  id: 'png',
  name: 'PNG sequence',
  extension: 'zip',
  type: 'application/zip',
  pictures: true,
  async write({ shot, options, render, png: encode, sound, progress }) {
    const parts: Uint8Array[] = [];
    const zip = new Zip((error, data) => {
      if (error) throw error;
      parts.push(data);
    });
    const base = deliveryName(shot.title, 'png').slice(0, -4);
    const total = options.to - options.from + 1;
    let done = 0;
    progress(0);
    for (const run of pictureRuns(shot, options.from, options.to)) {
      const bytes = await encode(await render(run.frame));
      for (let i = 0; i < run.frames; i++) {
        const file = new ZipPassThrough(`${base}-${String(run.frame + i + 1).padStart(4, '0')}.png`);
        zip.add(file);
        file.push(bytes, true);
        progress(++done / total);
      }
    }
    if (options.withSound && shot.tracks.length > 0) {
      const { channels, rate } = await sound();
      const file = new ZipPassThrough(`${base}.wav`);
      zip.add(file);
      file.push(writeWav(channels, rate), true);
    }
    zip.end();
    return joined(parts);
  },
};

/** The mix-down, 16 bit: the first sample is the first of the first frame. */
const wav: ExportFormat = {
  id: 'wav',
  name: 'WAV, sound',
  extension: 'wav',
  type: 'audio/wav',
  pictures: false,
  async write({ sound, progress }) {
    progress(0);
    const { channels, rate } = await sound();
    progress(0.7);
    return writeWav(channels, rate);
  },
};

/** The sheet as pages to print: timing, charts, track reading, notes. */
const sheet: ExportFormat = {
  id: 'sheet',
  name: 'Sheet, PDF',
  extension: 'pdf',
  type: 'application/pdf',
  pictures: false,
  async write({ shot, options, progress }) {
    progress(0);
    return writeSheetPdf(shot, options.from, options.to, progress);
  },
};

function joined(parts: Uint8Array[]): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

export const FORMATS: ExportFormat[] = [gif, png, wav, sheet];

export function formatOf(id: FormatId): ExportFormat {
  return FORMATS.find((format) => format.id === id)!;
}
