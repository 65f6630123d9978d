/** Sound files of a shot decoded in Node: WAV here, everything else by ffmpeg. */
import { heardAssets, SOUND_RATE } from '../../src/core/export/index.ts';
import { BadFile, type Id, type Shot } from '../../src/core/shot/index.ts';
import type { Media } from '../../src/core/shotfile/index.ts';
import { readWav, resample, type Sound, toStereo } from '../../src/core/sound/index.ts';
import { MissingProgram } from './faults.ts';
import { throughFfmpeg } from './ffmpeg.ts';

const isWav = (bytes: Uint8Array) => String.fromCharCode(...bytes.subarray(0, 4)) === 'RIFF';

/** A file as ffmpeg reads it, as WAV with the channels it has. @throws BadFile, MissingProgram */
async function asWav(bytes: Uint8Array<ArrayBuffer>, name: string): Promise<Uint8Array<ArrayBuffer>> {
  try {
    return await throughFfmpeg(bytes, ['-vn', '-f', 'wav', '-c:a', 'pcm_f32le', '-ar', String(SOUND_RATE)]);
  } catch (error) {
    if (error instanceof MissingProgram) throw error;
    throw new BadFile(`“${name}” cannot be read as sound. Bring it in as WAV, MP3, OGG, FLAC or M4A.`);
  }
}

/** A sound file at the rate of deliveries. @throws BadFile, MissingProgram */
async function decoded(bytes: Uint8Array<ArrayBuffer>, name: string): Promise<Sound> {
  const { channels, rate } = readWav(isWav(bytes) ? bytes : await asWav(bytes, name), name);
  if (channels[0].length === 0) throw new BadFile(`“${name}” has no sound in it: it is zero seconds long.`);
  return { channels: toStereo(channels).map((channel) => resample(channel, rate, SOUND_RATE)), rate: SOUND_RATE };
}

/** What is heard in a shot, by the files it is in. @throws BadFile when one cannot be read */
export async function soundsIn(shot: Shot, media: Media): Promise<Map<Id, Sound>> {
  const out = new Map<Id, Sound>();
  for (const id of heardAssets(shot)) {
    const name = shot.assets[id]?.name ?? 'a sound';
    const bytes = media.get(id);
    if (!bytes) throw new BadFile(`The sound “${name}” is missing. Bring it in again, or remove its clip.`);
    out.set(id, await decoded(bytes, name));
  }
  return out;
}
