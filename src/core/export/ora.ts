/** A picture with its layers as OpenRaster 0.0.5: a zip of PNG files and the stack they make. */
import { cellName } from '../sheet/drawings.ts';
import { shownExposure } from '../sheet/exposures.ts';
import type { Layer } from '../shot/layer-model.ts';
import { Refused } from '../shot/refused.ts';
import { type Film, filmAt } from './film.ts';
import type { DeliveryTools } from './format.ts';
import { alone } from './layers-apart.ts';
import { NOTHING_BURNT } from './one-cell.ts';
import { cutOut, shownBox } from './pixels.ts';
import type { Sink } from './sink.ts';
import { xml } from './svg/markup.ts';
import { ZipWriter } from './zip.ts';

/** Sides of the small picture that file managers show. */
const THUMB = 256;

interface OraLayer {
  name: string;
  layer: Layer;
  frame: number;
  visible: boolean;
}

/** What the layers of the file are, lowest first. */
function layersOf({ parts }: Film, what: 'frame' | 'drawings'): OraLayer[] {
  const [{ shot, from, to }] = parts;
  const out: OraLayer[] = [];
  for (const layer of shot.layers) {
    if (!layer.visible || layer.guide) continue;
    const seen = new Set<string>();
    for (let frame = from; frame <= (what === 'frame' ? from : to); frame++) {
      const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
      if (!cell || seen.has(JSON.stringify(cell))) continue;
      seen.add(JSON.stringify(cell));
      const name = what === 'frame' ? layer.name : `${layer.name} ${cellName(shot, cell)}`;
      out.push({ name, layer, frame, visible: frame === from });
    }
  }
  return out;
}

export async function writeOra(
  film: Film,
  what: 'frame' | 'drawings',
  tools: DeliveryTools,
  sink: Sink,
  progress: (part: number) => void,
): Promise<void> {
  const zip = new ZipWriter(sink);
  // By this first file, not packed, programs know what it is.
  await zip.add(
    'mimetype',
    Uint8Array.from('image/openraster', (letter) => letter.charCodeAt(0)),
  );
  const layers = layersOf(film, what);
  if (layers.length === 0)
    throw new Refused('There is nothing on these frames to make layers of. Choose other frames.');
  const entries: string[] = [];
  for (const [k, { name, layer, frame, visible }] of layers.entries()) {
    const [part] = film.parts;
    const shot = {
      ...alone(part.shot, { ...layer, opacity: 1, blend: 'normal' }),
      background: { ...part.shot.background, transparent: true },
    };
    const own: Film = { ...film, ground: null, burnt: NOTHING_BURNT, parts: [{ ...part, shot }] };
    const pixels = await tools.paint(own, { part: 0, frame, frames: 1 });
    const box = shownBox(pixels) ?? { x: 0, y: 0, width: 1, height: 1 };
    const file = `data/layer${String(k + 1).padStart(4, '0')}.png`;
    await zip.add(file, await tools.png(cutOut(pixels, box)));
    const opacity = Math.round(layer.opacity * 1000) / 1000;
    entries.push(
      `<layer name="${xml(name)}" src="${file}" x="${box.x}" y="${box.y}" opacity="${opacity}" visibility="${visible ? 'visible' : 'hidden'}" composite-op="svg:${layer.blend === 'normal' ? 'src-over' : layer.blend}"/>`,
    );
    progress((0.9 * (k + 1)) / layers.length);
  }
  if (film.ground !== null) {
    const pixel = Number.parseInt(film.ground.slice(1, 7), 16);
    const data = new Uint8ClampedArray(4 * film.width * film.height);
    new Uint32Array(data.buffer).fill(((255 << 24) | ((pixel & 255) << 16) | (pixel & 0xff00) | (pixel >> 16)) >>> 0);
    await zip.add('data/background.png', await tools.png({ data, width: film.width, height: film.height }));
    entries.unshift(
      '<layer name="Background" src="data/background.png" x="0" y="0" opacity="1" visibility="visible" composite-op="svg:src-over"/>',
    );
  }
  const stack = entries.reverse().join('\n');
  await zip.addText(
    'stack.xml',
    `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.5" w="${film.width}" h="${film.height}">\n<stack>\n${stack}\n</stack>\n</image>\n`,
  );
  const first = { part: 0, frame: film.parts[0].from, frames: 1 };
  await zip.add('mergedimage.png', await tools.paintPng(film, first));
  const small = filmAt(film, Math.min(1, THUMB / Math.max(film.width, film.height)));
  await zip.add('Thumbnails/thumbnail.png', await tools.paintPng(small, first));
  await zip.end();
  progress(1);
}
