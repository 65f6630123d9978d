import { type Asset, BadFile, type Id, newId } from '../../core/shot/index.ts';
import type { OpenShot } from '../session/open-shot.ts';

const LARGEST_FILE = 256 * 1024 ** 2;

/**
 * Brings a sound file in on a track of its own, from `frame` on; `part`: only these seconds of it. @throws BadFile; then nothing has
 * changed.
 */
export async function importSound(
  open: OpenShot,
  file: File,
  frame: number,
  part?: { in: number; out: number },
): Promise<Id | null> {
  if (file.size > LARGEST_FILE)
    throw new BadFile(`“${file.name}” is larger than 256 MB. Bring in a shorter or a compressed sound.`);
  if (file.size === 0) throw new BadFile(`“${file.name}” is empty. Choose another file.`);
  const buffer = await open.sound.decode(file, file.name);
  const asset: Asset = {
    id: newId(),
    name: file.name.slice(0, 255),
    type: file.type.slice(0, 127) || 'audio/wav',
    kind: 'sound',
    bytes: file.size,
    seconds: buffer.duration,
    pictures: 0,
    width: 0,
    height: 0,
    lines: [],
  };
  const name = file.name.replace(/\.\w+$/, '').slice(0, 60) || 'Sound';
  await open.sound.keep(asset.id, buffer);
  const start = Math.min(part?.in ?? 0, buffer.duration);
  const end = Math.min(part?.out ?? buffer.duration, buffer.duration);
  const done = await open.session.takeFiles([{ asset, file }], `bring in ${name}`, (shot) => {
    shot.tracks.push({
      id: newId(),
      name,
      muted: false,
      clips: [{ id: newId(), name, asset: asset.id, frame, in: start, out: end, gain: 1, pin: null }],
    });
  });
  return done ? asset.id : null;
}
