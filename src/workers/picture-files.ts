/** Picture files, whatever their name says: decoded one picture after another. */
import { naturalOrder } from '../core/reference/index.ts';
import { BadFile } from '../core/shot/index.ts';
import { ZipReader } from '../core/shotfile/index.ts';

/** Pictures of one file, unpacked. */
const MOST_BYTES = 8 * 1024 ** 3;

export async function decoderOf(blob: Blob, name: string): Promise<ImageDecoder> {
  const bytes = await blob.arrayBuffer();
  const type = sniff(new Uint8Array(bytes, 0, Math.min(16, bytes.byteLength)));
  if (!type) throw new BadFile(`“${name}” is not a GIF, PNG, WebP, JPEG or AVIF picture. Choose another file.`);
  const decoder = new ImageDecoder({ data: bytes, type, preferAnimation: true });
  try {
    await decoder.completed;
    await decoder.tracks.ready;
  } catch {
    throw new BadFile(`“${name}” is cut short or damaged and cannot be read. Choose another file.`);
  }
  return decoder;
}

/** The picture type its first bytes say, whatever the name says. */
function sniff(head: Uint8Array): string | null {
  const text = String.fromCharCode(...head);
  if (text.startsWith('GIF8')) return 'image/gif';
  if (text.startsWith('\x89PNG')) return 'image/png';
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'image/webp';
  if (head[0] === 0xff && head[1] === 0xd8) return 'image/jpeg';
  if (text.slice(4, 12) === 'ftypavif') return 'image/avif';
  return null;
}

/** A file of pictures from which any can be taken. */
export interface PictureFile {
  picture(index: number): Promise<ImageBitmap>;
}

/** An animated picture, or a zip of numbered ones. @throws BadFile */
export async function openPictureFile(blob: Blob, name: string): Promise<PictureFile> {
  const head = new Uint8Array(await blob.slice(0, 2).arrayBuffer());
  if (head[0] === 0x50 && head[1] === 0x4b) {
    const zip = new ZipReader(new Uint8Array(await blob.arrayBuffer()), { kind: 'file of pictures', most: MOST_BYTES });
    const names = zip.list.sort(naturalOrder);
    // Unpacked one at a time, when it is looked at.
    return { picture: async (index) => createImageBitmap(new Blob([zip.read(names[index])!])) };
  }
  const decoder = await decoderOf(blob, name);
  return {
    async picture(index) {
      const { image } = await decoder.decode({ frameIndex: index, completeFramesOnly: true });
      const bitmap = await createImageBitmap(image);
      image.close();
      return bitmap;
    },
  };
}
