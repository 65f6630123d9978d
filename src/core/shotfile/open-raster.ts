/** OpenRaster files (version 0.0.5) taken apart: the layers of a picture with their places. */
import { strFromU8 } from 'fflate';
import { BadFile } from '../shot/bad-file.ts';
import { ZipReader } from './zip.ts';

interface RasterLayer {
  name: string;
  /** A PNG file. */
  bytes: Uint8Array;
  /** Pixels of the picture. */
  x: number;
  y: number;
  opacity: number;
  visible: boolean;
}

export interface OpenRaster {
  width: number;
  height: number;
  /** Lowest first. */
  layers: RasterLayer[];
}

/** Unpacked, in all. */
const MOST_BYTES = 2 * 1024 ** 3;
const MOST_LAYERS = 200;

const TAG = /<(\/?)(image|stack|layer)\b([^>]*?)(\/?)>/g;

const ENTITIES: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };
const unescaped = (text: string) => text.replace(/&(amp|lt|gt|quot|apos);/g, (_, name: string) => ENTITIES[name]);

function attributes(text: string): Record<string, string> {
  const out: Record<string, string> = {};
  for (const [, name, double, single] of text.matchAll(/([\w:-]+)\s*=\s*(?:"([^"]*)"|'([^']*)')/g))
    out[name] = unescaped(double ?? single ?? '');
  return out;
}

const numberOf = (text: string | undefined, otherwise: number) => {
  const value = Number(text);
  return text === undefined || !Number.isFinite(value) ? otherwise : value;
};

/** What a stack adds to what lies in it. */
interface Around {
  x: number;
  y: number;
  opacity: number;
  visible: boolean;
}

const textOf = (bytes: Uint8Array) => strFromU8(bytes);

/** @throws BadFile with a sentence */
export function readOpenRaster(bytes: Uint8Array, file: string): OpenRaster {
  const zip = new ZipReader(bytes, { kind: 'OpenRaster picture', most: MOST_BYTES });
  const stack = zip.read('stack.xml');
  if (!stack) throw new BadFile(`“${file}” has no stack of layers in it. Save it as OpenRaster again.`);
  const layers: RasterLayer[] = [];
  let size = { width: 0, height: 0 };
  const within: Around[] = [{ x: 0, y: 0, opacity: 1, visible: true }];
  for (const [, closing, tag, rest, empty] of textOf(stack).matchAll(TAG)) {
    const own = attributes(rest);
    if (tag === 'image' && !closing) size = { width: numberOf(own.w, 0), height: numberOf(own.h, 0) };
    if (tag === 'stack' && closing) within.pop();
    const around = within.at(-1);
    if (!around || closing || tag === 'image') continue;
    const here: Around = {
      x: around.x + numberOf(own.x, 0),
      y: around.y + numberOf(own.y, 0),
      opacity: around.opacity * Math.max(0, Math.min(1, numberOf(own.opacity, 1))),
      visible: around.visible && own.visibility !== 'hidden',
    };
    if (tag === 'stack') {
      if (!empty) within.push(here);
      continue;
    }
    const picture = zip.read(own.src ?? '');
    if (!picture) throw new BadFile(`“${file}” names a layer “${own.name ?? ''}” whose picture is not in it.`);
    layers.push({ name: own.name || `Layer ${layers.length + 1}`, bytes: picture, ...here });
    if (layers.length > MOST_LAYERS)
      throw new BadFile(`“${file}” has more than ${MOST_LAYERS} layers. Join some of them and save it again.`);
  }
  if (size.width < 1 || size.height < 1 || layers.length === 0)
    throw new BadFile(`“${file}” has no layers with pictures in it.`);
  return { ...size, layers: layers.reverse() };
}
