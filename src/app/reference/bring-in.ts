/** Bringing pictures in: what the files hold first, then a reference layer made of them. */
import { holdsFromDelays, naturalOrder, pictureExposures } from '../../core/reference/index.ts';
import { type Asset, BadFile, type Exposure, makeLayer, newId } from '../../core/shot/index.ts';
import type { PicturesDescription } from '../../workers/picture-library.ts';
import type { OpenShot } from '../session/open-shot.ts';

/** Larger files are refused with a sentence before they are read. */
const LARGEST_FILE = 512 * 1024 ** 2;
const MOST_FILES = 2000;

export interface Looked {
  file: File;
  about: PicturesDescription;
}

/** Looks files through, in the order a person reads their names. @throws BadFile; then nothing has changed. */
export async function lookThrough(
  { session }: OpenShot,
  files: File[],
  progress: (done: number) => void,
): Promise<Looked[]> {
  if (files.length > MOST_FILES)
    throw new BadFile(`These are ${files.length} files; at most ${MOST_FILES} pictures can come in at once.`);
  const out: Looked[] = [];
  for (const file of [...files].sort((a, b) => naturalOrder(a.name, b.name))) {
    if (file.size > LARGEST_FILE) throw new BadFile(`“${file.name}” is larger than 512 MB. Choose a smaller file.`);
    if (file.size === 0) throw new BadFile(`“${file.name}” is empty. Choose another file.`);
    out.push({ file, about: await session.pictures.describePictures(file, file.name) });
    progress(out.length);
  }
  return out;
}

/** How long pictures are held: as the clip's own delays say, or each for so many frames. */
export type Holding = { kind: 'delays' } | { kind: 'each'; frames: number };

export interface Yield {
  pictures: number;
  frames: number;
  /** Pictures too short for a frame of the shot. */
  passedOver: number;
  holds: number[][];
}

/** What bringing in would yield, said before it is done. */
export function yieldOf(looked: Looked[], holding: Holding, fps: number): Yield {
  const holds = looked.map(({ about }) => {
    if (holding.kind === 'delays' && about.delays.length > 0) return holdsFromDelays(about.delays, fps);
    return Array.from({ length: about.pictures }, () => (holding.kind === 'each' ? holding.frames : 2));
  });
  const all = holds.flat();
  return {
    pictures: all.length,
    frames: all.reduce((sum, frames) => sum + frames, 0),
    passedOver: all.filter((frames) => frames === 0).length,
    holds,
  };
}

/** Makes the reference layer, lengthening the shot when asked. Returns the layer's id. */
export async function bringIn(
  open: OpenShot,
  looked: Looked[],
  yields: Yield,
  from: number,
  lengthen: boolean,
): Promise<string> {
  const { session, view } = open;
  const name = looked.length === 1 ? looked[0].file.name.replace(/\.\w+$/, '') : 'Pictures';
  const layer = makeLayer(name.slice(0, 60) || 'Reference', 'reference', { opacity: 0.6 });
  const assets: Asset[] = looked.map(({ file, about }) => ({
    id: newId(),
    name: file.name.slice(0, 255),
    type: file.type.slice(0, 127) || 'application/octet-stream',
    kind: 'pictures',
    bytes: file.size,
    seconds: 0,
    pictures: about.pictures,
    width: about.width,
    height: about.height,
  }));
  const exposures: Exposure[] = from > 0 ? [{ id: newId(), cell: null, frames: from }] : [];
  for (const [i, asset] of assets.entries()) exposures.push(...pictureExposures(asset.id, yields.holds[i]));
  layer.exposures = exposures;
  // The bytes of all files are kept first; then one change names them all, so nothing is half brought in.
  await session.takeFiles(
    assets.map((asset, i) => ({ asset, file: looked[i].file })),
    `bring in ${name}`,
    (shot) => {
      // Above the backgrounds, below everything that is drawn.
      const place = shot.layers.findLastIndex((each) => each.purpose === 'background') + 1;
      shot.layers.splice(place, 0, layer);
      if (lengthen) shot.length = Math.max(shot.length, from + yields.frames);
    },
  );
  view.setState({ layerId: layer.id, frame: Math.min(from, session.shot.length - 1) });
  return layer.id;
}
