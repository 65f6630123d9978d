/** What a shot is, what can be delivered of it, and what the checks say: as plain data, and in words. */
import { CHECKS, isMeant, lookOver } from '../../src/core/check/index.ts';
import { type Ask, type Finding, findingsOf } from '../../src/core/export/index.ts';
import { everyLayer, type Shot } from '../../src/core/shot/index.ts';
import { lengthInWords } from '../../src/core/shot/timecode.ts';
import { ALL_FORMATS } from './mov.ts';
import type { OpenedShot } from './opened.ts';
import { type Order, prepared } from './order.ts';

const kilobytes = (bytes: number) => Math.round(bytes / 1024);

/** What a shot is. */
export function infoOf({ file, shot, media, bytes, fileVersion, versions, digest }: OpenedShot) {
  const drawings = Object.values(shot.drawings);
  return {
    file,
    title: shot.title,
    width: shot.width,
    height: shot.height,
    fps: shot.fps,
    frames: shot.length,
    layers: shot.layers.map(({ name, visible, guide, exposures }) => ({
      name,
      shown: visible,
      guide,
      drawings: new Set(exposures.flatMap(({ cell }) => (cell?.kind === 'drawing' ? [cell.drawing] : []))).size,
    })),
    bundles: Object.keys(shot.bundles).length,
    drawings: drawings.length,
    lines: drawings.reduce((sum, { ink }) => sum + ink.length, 0),
    palettes: shot.palettes.map(({ name, swatches }) => ({ name, swatches: swatches.length })),
    deliveries: shot.deliveries.map(({ name, format }) => ({ name, format })),
    bytes,
    mediaBytes: [...media.values()].reduce((sum, { length }) => sum + length, 0),
    versions: versions.length,
    fileVersion,
    sha256: digest,
  };
}

export function infoInWords(info: ReturnType<typeof infoOf>): string[] {
  const swatches = info.palettes.map(({ name, swatches }) => `${name} (${swatches} swatches)`);
  const layers = info.layers.map(({ name, shown, guide, drawings }) => {
    const left = guide ? ', guide' : shown ? '' : ', hidden';
    return `${name} (${drawings}${left})`;
  });
  return [
    `${info.file}: “${info.title}”`,
    `  size        ${info.width} x ${info.height}, ${info.fps} frames a second, ${info.frames} frames (${lengthInWords(info.frames, info.fps)})`,
    `  layers      ${layers.join(', ') || 'none'}`,
    `  drawings    ${info.drawings}, with ${info.lines} lines; ${info.bundles} bundles`,
    `  palettes    ${swatches.join(', ')}`,
    `  deliveries  ${info.deliveries.map(({ name, format }) => `“${name}” (${format})`).join(', ') || 'none named'}`,
    `  room        ${kilobytes(info.bytes)} KB, of it sounds and pictures ${kilobytes(info.mediaBytes)} KB; ${info.versions} versions; file version ${info.fileVersion}`,
  ];
}

const noPause = async () => undefined;

interface ToldFinding {
  words: string;
  frame: number | null;
  layer: string | null;
}

const nameOf = (shot: Shot, id: string | null) => everyLayer(shot).find((layer) => layer.id === id)?.name ?? null;

/** What would surprise whoever opens the delivered file. Frames count from 1. */
async function findingsFor(shot: Shot, order: Order): Promise<ToldFinding[]> {
  const job = { shot, ...prepared(shot, order), speed: 1, pause: noPause };
  const found: Finding[] = [...(await findingsOf(job, false)), ...(await findingsOf(job, true))];
  return found.map(({ words, place: { frame, layer } }) => ({
    words,
    frame: frame === null ? null : frame + 1,
    layer: nameOf(shot, layer),
  }));
}

function askInWords(key: string, ask: Ask): string {
  switch (ask.kind) {
    case 'yes':
      return `${key}=yes|no`;
    case 'choice':
      return `${key}=${Object.keys(ask.of).join('|')}`;
    case 'number':
      return `${key}=${ask.min}..${ask.max}`;
  }
}

/** What can be delivered of a shot, and what there is to know first of some orders. */
export async function listOf({ file, shot }: OpenedShot, orders: Order[]) {
  const findings = [];
  for (const order of orders) findings.push({ file: order.name, found: await findingsFor(shot, order) });
  return {
    file,
    title: shot.title,
    formats: ALL_FORMATS.map(({ id, name, about, extension, asks = {} }) => ({
      id,
      name,
      about,
      extension,
      asks: Object.entries(asks).map(([key, ask]) => askInWords(key, ask)),
    })),
    named: shot.deliveries.map(({ name, format }) => ({ name, format })),
    findings,
  };
}

export function listInWords({ file, title, formats, named, findings }: Awaited<ReturnType<typeof listOf>>): string[] {
  return [
    `${file}: “${title}”`,
    'Formats, and what they are asked --with:',
    ...formats.flatMap(({ id, about, asks }) => [
      `  ${id.padEnd(12)} ${about}`,
      ...(asks.length > 0 ? [`  ${' '.repeat(12)} ${asks.join('  ')}`] : []),
    ]),
    named.length > 0 ? 'Named deliveries:' : 'No delivery of this shot has a name.',
    ...named.map(({ name, format }) => `  “${name}” (${format})`),
    ...findings.flatMap(({ file: of, found }) => [
      `Findings for ${of}: ${found.length === 0 ? 'none.' : ''}`,
      ...found.map(({ words }) => `  ${words}`),
    ]),
  ];
}

/** What all checks find on all layers; what was said to be meant so is not told. Frames count from 1. */
export function checkOf({ file, shot }: Pick<OpenedShot, 'file' | 'shot'>) {
  const range = { from: 0, to: shot.length - 1 };
  const findings = shot.layers.flatMap((layer) =>
    CHECKS.flatMap((check) =>
      lookOver(shot, check, layer, range)
        .findings.filter((finding) => !isMeant(shot, finding))
        .map(({ frame, words, how, amount, drawing }) => ({
          check: check.id,
          layer: layer.name,
          frame: frame + 1,
          drawing: drawing === null ? null : (shot.drawings[drawing]?.number ?? null),
          words,
          how,
          // How many times its limit it is, to three places.
          amount: Math.round(amount * 1000) / 1000,
        })),
    ),
  );
  return { file, title: shot.title, frames: shot.length, findings };
}
