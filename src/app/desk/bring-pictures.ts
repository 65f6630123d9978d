/** Pictures brought in as part of the shot: read, made no larger than can be painted, put on layers of their own. */
import { addPictures, layerOf, type NewPicture, ownPlace, placeAt, replacePicture } from '../../core/sheet/index.ts';
import { type Asset, BadFile, newId, type Shot } from '../../core/shot/index.ts';
import { readOpenRaster } from '../../core/shotfile/index.ts';
import { say } from '../frame/saying.ts';
import { sentence } from '../parts/files.ts';
import type { OpenShot } from '../session/open-shot.ts';

/** Sides are at most so long: what is larger is made smaller, with a word. */
const LONGEST = 8192;
const LARGEST_FILE = 256 * 1024 ** 2;

/** A picture as it was read. */
interface ReadPicture {
  name: string;
  file: Blob;
  width: number;
  height: number;
  /** Of an OpenRaster picture: where it lies in the whole. */
  within: { width: number; height: number; x: number; y: number } | null;
  opacity: number;
  visible: boolean;
  /** Every pixel is opaque. */
  opaque: boolean;
  /** It was made smaller. */
  scaled: boolean;
}

const bareName = (file: string) => file.replace(/\.\w+$/, '').slice(0, 60) || 'Picture';

async function pngOf(canvas: OffscreenCanvas): Promise<Blob> {
  return canvas.convertToBlob({ type: 'image/png' });
}

/** Whether a drawn picture has no clear pixel; looked at small, which is enough to tell a background from a cut-out. */
function isOpaque(picture: CanvasImageSource): boolean {
  const canvas = new OffscreenCanvas(64, 64);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(picture, 0, 0, 64, 64);
  const { data } = context.getImageData(0, 0, 64, 64);
  for (let i = 3; i < data.length; i += 4) if (data[i] < 250) return false;
  return true;
}

/** A drawing of shapes as a picture: shown by the browser as an image, in which nothing runs and nothing is fetched. */
async function rasterised(file: Blob, name: string, shot: Shot): Promise<OffscreenCanvas> {
  const url = URL.createObjectURL(new Blob([file], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = url;
    await image.decode().catch(() => {
      throw new BadFile(`“${name}” cannot be read as SVG. Save it as plain SVG, or as PNG.`);
    });
    // One without a size of its own fills the paper.
    const [width, height] = [image.naturalWidth || shot.width, image.naturalHeight || shot.height];
    const by = Math.min(1, LONGEST / Math.max(width, height));
    const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * by)), Math.max(1, Math.round(height * by)));
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    return canvas;
  } finally {
    URL.revokeObjectURL(url);
  }
}

async function readPicture(file: Blob, name: string): Promise<Omit<ReadPicture, 'within' | 'opacity' | 'visible'>> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    throw new BadFile(
      `“${name}” is no PNG, JPEG, WebP, SVG or OpenRaster picture, or is damaged. Choose another file.`,
    );
  }
  try {
    const { width, height } = bitmap;
    const opaque = isOpaque(bitmap);
    const plain = { name: bareName(name), opaque };
    const by = LONGEST / Math.max(width, height);
    if (by >= 1) return { ...plain, file, width, height, scaled: false };
    const canvas = new OffscreenCanvas(Math.round(width * by), Math.round(height * by));
    canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    return { ...plain, file: await pngOf(canvas), width: canvas.width, height: canvas.height, scaled: true };
  } finally {
    bitmap.close();
  }
}

/** The pictures in a file, lowest first. @throws BadFile */
async function picturesIn(file: File, shot: Shot): Promise<ReadPicture[]> {
  if (file.size > LARGEST_FILE)
    throw new BadFile(`“${file.name}” is larger than 256 MB. Make it smaller and try again.`);
  if (file.size === 0) throw new BadFile(`“${file.name}” is empty. Choose another file.`);
  const alone = { within: null, opacity: 1, visible: true };
  const head = new TextDecoder().decode(await file.slice(0, 256).arrayBuffer());
  if (/\.svg$/i.test(file.name) || file.type === 'image/svg+xml' || /^\s*(<\?xml[^>]*>\s*)?<svg/.test(head)) {
    const canvas = await rasterised(file, file.name, shot);
    const opaque = isOpaque(canvas);
    const { width, height } = canvas;
    return [{ name: bareName(file.name), file: await pngOf(canvas), width, height, opaque, scaled: false, ...alone }];
  }
  if (head.startsWith('PK')) {
    const { width, height, layers } = readOpenRaster(new Uint8Array(await file.arrayBuffer()), file.name);
    const out: ReadPicture[] = [];
    for (const { name, bytes, x, y, opacity, visible } of layers) {
      const read = await readPicture(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' }), name);
      out.push({ ...read, name: name.slice(0, 60), within: { width, height, x, y }, opacity, visible });
    }
    return out;
  }
  return [{ ...(await readPicture(file, file.name)), ...alone }];
}

function assetOf({ name, file, width, height }: ReadPicture): Asset {
  const type = file.type || 'image/png';
  return {
    id: newId(),
    name: name.slice(0, 255),
    type,
    kind: 'pictures',
    bytes: file.size,
    seconds: 0,
    pictures: 1,
    width,
    height,
    lines: [],
  };
}

/** How a picture lies on the paper: at its own size in the middle, a layer of a larger picture where it lies in that. */
function layOut(shot: Shot, picture: ReadPicture, asset: Asset): NewPicture {
  const { name, within, opacity, visible, opaque } = picture;
  const whole = within ?? picture;
  const covers = opaque && whole.width / whole.height === picture.width / picture.height && picture.width >= shot.width;
  const base = { name, asset, opacity, visible, covers: covers && !within };
  if (!within) return { ...base, place: ownPlace(shot, picture) };
  const by = Math.min(shot.width / within.width, shot.height / within.height);
  const [left, top] = [(shot.width - within.width * by) / 2, (shot.height - within.height * by) / 2];
  return { ...base, place: placeAt(shot, picture, left + within.x * by, top + within.y * by, by) };
}

/** Brings pictures in above the layer in hand, as one change; a bad file is said and changes nothing. */
export async function bringPictures(
  { session, view }: Pick<OpenShot, 'session' | 'view'>,
  files: File[],
): Promise<void> {
  const { shot } = session;
  const read: ReadPicture[] = [];
  for (const file of files) {
    try {
      read.push(...(await picturesIn(file, shot)));
    } catch (error) {
      say(sentence(error));
    }
  }
  if (read.length === 0) return;
  const assets = read.map(assetOf);
  try {
    let ids: string[] = [];
    const name = read.length === 1 ? `“${read[0].name}”` : `${read.length} pictures`;
    const done = await session.takeFiles(
      assets.map((asset, i) => ({ asset, file: read[i].file })),
      `bring in ${name}`,
      (draft) => {
        const pictures = read.map((picture, i) => layOut(draft, picture, assets[i]));
        ids = addPictures(draft, pictures, view.getState().layerId);
      },
    );
    if (!done) return;
    view.setState({ layerId: ids.at(-1)! });
    const smaller = read.filter(({ scaled }) => scaled).length;
    say(
      `${name[0].toUpperCase()}${name.slice(1)} brought in, part of what is delivered.${smaller > 0 ? ` ${smaller === 1 ? 'One was' : `${smaller} were`} larger than ${LONGEST} pixels and made smaller.` : ''}`,
    );
  } catch (error) {
    say(sentence(error));
  }
}

/** Shows a newer file where a layer shows a picture; everything on the layer stays. */
export async function takeNewer({ session }: Pick<OpenShot, 'session'>, layerId: string, file: File): Promise<void> {
  try {
    const read = await picturesIn(file, session.shot);
    if (read.length !== 1)
      throw new BadFile(`“${file.name}” has ${read.length} layers; choose a file with one picture.`);
    const asset = assetOf(read[0]);
    const { name } = layerOf(session.shot, layerId);
    const done = await session.takeFiles([{ asset, file: read[0].file }], 'newer picture', (draft) =>
      replacePicture(draft, layerId, asset),
    );
    if (done) say(`“${name}” shows “${file.name}” now; all that is on it stays.`);
  } catch (error) {
    say(sentence(error));
  }
}
