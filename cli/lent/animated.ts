/** Animated pictures taken apart into numbered ones, which is how painting reads several pictures of one file. */
import { zipSync } from 'fflate';
import { BadFile, type Id, type Shot } from '../../src/core/shot/index.ts';
import type { Media } from '../../src/core/shotfile/index.ts';
import { MissingProgram } from './faults.ts';
import { throughFfmpeg } from './ffmpeg.ts';
import { isZip } from './pictures.ts';

/** The last chunk of a PNG file. */
const PNG_END = Buffer.from([0x49, 0x45, 0x4e, 0x44, 0xae, 0x42, 0x60, 0x82]);

/** PNG files that stand one after another. */
function pngsIn(all: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer>[] {
  const bytes = Buffer.from(all.buffer);
  const out: Uint8Array<ArrayBuffer>[] = [];
  for (let from = 0; from < bytes.length; ) {
    const end = bytes.indexOf(PNG_END, from);
    if (end < 0) break;
    out.push(all.slice(from, end + PNG_END.length));
    from = end + PNG_END.length;
  }
  return out;
}

/** The picture files of a shot as painting reads them: of an animated one a zip of its pictures. @param wanted only these @throws BadFile */
export async function readablePictures(shot: Shot, media: Media, wanted: ReadonlySet<Id>): Promise<Media> {
  const out: Media = new Map();
  for (const id of wanted) {
    const bytes = media.get(id);
    const asset = shot.assets[id];
    if (!bytes || !asset) continue;
    if (asset.pictures <= 1 || isZip(bytes)) {
      out.set(id, bytes);
      continue;
    }
    let pictures: Uint8Array<ArrayBuffer>[] = [];
    try {
      pictures = pngsIn(await throughFfmpeg(bytes, ['-fps_mode', 'passthrough', '-f', 'image2pipe', '-c:v', 'png']));
    } catch (error) {
      if (error instanceof MissingProgram) throw error;
    }
    if (pictures.length < asset.pictures)
      throw new BadFile(
        `“${asset.name}” has ${asset.pictures} pictures, of which ${pictures.length} can be read here. Open the shot in the application and bring the clip in anew as GIF or as a video.`,
      );
    const named = pictures.map((picture, i) => [`${String(i + 1).padStart(5, '0')}.png`, [picture, { level: 0 }]]);
    out.set(id, zipSync(Object.fromEntries(named)) as Uint8Array<ArrayBuffer>);
  }
  return out;
}
