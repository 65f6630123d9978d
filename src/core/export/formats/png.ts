import { writeWav } from '../../sound/wav.ts';
import { format } from '../format.ts';
import { pictureRuns } from '../frames.ts';
import { deliveryName } from '../names.ts';

/** Numbered pictures, one per frame, numbered as on the sheet: name-0001.png is frame 1; the sound beside them when asked. */
export const png = format({
  id: 'png',
  name: 'PNG sequence',
  thing: 'the pictures',
  extension: 'zip',
  type: 'application/zip',
  pictures: true,
  async write({ shot, options, render, png: encode, sound, progress }) {
    const { Zip, ZipPassThrough } = await import('fflate');
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
});

function joined(parts: Uint8Array[]): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}
