/** Bringing a clip in: a reference layer made of the pictures that are kept, each held as asked. */
import { type HeldPicture, pictureExposures } from '../../core/reference/index.ts';
import { type Asset, type Exposure, makeLayer, newId } from '../../core/shot/index.ts';
import type { Crop } from '../../workers/clip.worker.ts';
import type { ClipAbout } from '../../workers/clip-files.ts';
import type { OpenShot } from '../session/open-shot.ts';
import type { ClipReader, Progress } from './clip-reader.ts';

export const WHOLE: Crop = { left: 0, top: 0, right: 0, bottom: 0 };

export interface Wishes {
  held: HeldPicture[];
  crop: Crop;
  /** Of the pictures' own size, 0..1. */
  scale: number;
  /** Frame of the shot it begins at. */
  from: number;
  lengthen: boolean;
}

const isWhole = ({ crop, scale }: Wishes) => scale === 1 && Object.values(crop).every((share) => share === 0);

interface Parts {
  files: { asset: Asset; file: Blob }[];
  exposures: Exposure[];
}

function asset(
  file: Blob,
  name: string,
  type: string,
  pictures: number,
  size: { width: number; height: number },
): Asset {
  return {
    id: newId(),
    name: name.slice(0, 255),
    type: type.slice(0, 127) || 'application/octet-stream',
    kind: 'pictures',
    bytes: file.size,
    seconds: 0,
    pictures,
    width: size.width,
    height: size.height,
    lines: [],
  };
}

/** The files as they are, each picture by its place in them. */
function asTheyAre(reader: ClipReader, about: ClipAbout, held: HeldPicture[]): Parts {
  if (about.kind === 'animation') {
    const [file] = reader.files;
    const own = asset(file, file.name, file.type, about.pictures, about);
    const holds = new Array<number>(about.pictures).fill(0);
    for (const { index, frames } of held) holds[index] = frames;
    return { files: [{ asset: own, file }], exposures: pictureExposures(own.id, holds) };
  }
  const shown = held.filter(({ frames }) => frames > 0);
  const files = shown.map(({ index }) => {
    const file = reader.files[index];
    return { asset: asset(file, file.name, file.type, 1, about), file };
  });
  return {
    files,
    exposures: files.flatMap(({ asset: own }, i) => pictureExposures(own.id, [shown[i].frames])),
  };
}

/** A zip of the pictures that are kept: all there is of a video, or pictures that were cut or made smaller. */
async function packed(
  reader: ClipReader,
  { held, crop, scale }: Wishes,
  name: string,
  progress: Progress,
): Promise<Parts> {
  const shown = held.filter(({ frames }) => frames > 0);
  const { file, width, height } = await reader.pack(
    shown.map(({ index }) => index),
    crop,
    scale,
    progress,
  );
  const own = asset(file, `${name}.zip`, 'application/zip', shown.length, { width, height });
  return {
    files: [{ asset: own, file }],
    exposures: pictureExposures(
      own.id,
      shown.map(({ frames }) => frames),
    ),
  };
}

/** Makes the reference layer, lengthening the shot when asked, as one change. Returns the layer's id. */
export async function bringIn(
  open: OpenShot,
  reader: ClipReader,
  about: ClipAbout,
  wishes: Wishes,
  progress: Progress,
): Promise<string> {
  const { session, view } = open;
  const { held, from, lengthen } = wishes;
  const name = (reader.files.length === 1 ? reader.files[0].name.replace(/\.\w+$/, '') : 'Pictures').slice(0, 60);
  const { files, exposures } =
    about.kind !== 'video' && isWhole(wishes)
      ? asTheyAre(reader, about, held)
      : await packed(reader, wishes, name, progress);
  const layer = makeLayer(name || 'Reference', 'reference', { opacity: 0.6 });
  layer.exposures = from > 0 ? [{ id: newId(), cell: null, frames: from }, ...exposures] : exposures;
  const frames = held.reduce((sum, each) => sum + each.frames, 0);
  // The bytes of all files are kept first; then one change names them all, so nothing is half brought in.
  await session.takeFiles(files, `bring in ${name}`, (shot) => {
    // Above the backgrounds, below everything that is drawn.
    const place = shot.layers.findLastIndex((each) => each.purpose === 'background') + 1;
    shot.layers.splice(place, 0, layer);
    if (lengthen) shot.length = Math.max(shot.length, from + frames);
  });
  view.setState({ layerId: layer.id, frame: Math.min(from, session.shot.length - 1) });
  return layer.id;
}
