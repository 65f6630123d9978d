import { type Asset, BadFile, type Clip, type Id, LIMITS, makeClip, makeTrack, newId } from '../../core/shot/index.ts';
import { faultsOf, layOnTrack } from '../../core/sound/index.ts';
import type { OpenShot } from '../session/open-shot.ts';

const LARGEST_FILE = 256 * 1024 ** 2;
/** Longest sound that is taken in, seconds: decoded, longer ones would not fit the browser's memory. */
const LONGEST = 20 * 60;

/** How long a file says it sounds, seconds; null when it does not say. Asked before decoding, which takes all of it in. */
function lengthSaid(file: File): Promise<number | null> {
  return new Promise((done) => {
    const audio = new Audio();
    const address = URL.createObjectURL(file);
    const finish = (seconds: number | null) => {
      URL.revokeObjectURL(address);
      done(seconds);
    };
    audio.preload = 'metadata';
    audio.onloadedmetadata = () => finish(Number.isFinite(audio.duration) ? audio.duration : null);
    audio.onerror = () => finish(null);
    audio.src = address;
  });
}

interface Placing {
  frame: number;
  /** Only these seconds of it. */
  part?: { in: number; out: number };
  /** The name of the track it goes on, if it is free there; without it gets a track of its own. */
  track?: string;
  /** What else its clip is. */
  over?: Partial<Clip>;
}

export interface Imported {
  clip: Id;
  /** What is wrong with the sound, in a sentence; empty when nothing is. */
  fault: string;
}

/** Brings a sound file in. Null when the shot takes no edits. @throws BadFile; then nothing has changed. */
export async function importSound(open: OpenShot, file: File, placing: Placing): Promise<Imported | null> {
  const { frame, part, track, over = {} } = placing;
  if (file.size > LARGEST_FILE)
    throw new BadFile(`“${file.name}” is larger than 256 MB. Bring in a shorter or a compressed sound.`);
  if (file.size === 0) throw new BadFile(`“${file.name}” is empty. Choose another file.`);
  if (!track && open.session.shot.tracks.length >= LIMITS.maxTracks)
    throw new BadFile(`The shot has ${LIMITS.maxTracks} tracks, which is as many as it can have. Remove one first.`);
  const said = await lengthSaid(file);
  if (said !== null && said > LONGEST)
    throw new BadFile(
      `“${file.name}” is ${Math.round(said / 60)} minutes long; a sound can be ${LONGEST / 60} minutes. Cut out the part the shot needs.`,
    );
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
  const clip = makeClip(name, asset.id, Math.min(part?.out ?? buffer.duration, buffer.duration), frame, {
    in: Math.min(part?.in ?? 0, buffer.duration),
    ...over,
  });
  const done = await open.session.takeFiles([{ asset, file }], `bring in ${name}`, (shot) => {
    if (track) layOnTrack(shot, clip, track);
    else shot.tracks.push(makeTrack(name, { clips: [clip] }));
  });
  const sound = open.sound.sound(asset.id);
  return done ? { clip: clip.id, fault: sound ? faultsOf(sound, name) : '' } : null;
}
