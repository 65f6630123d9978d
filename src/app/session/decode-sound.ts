/** Sound files decoded by the browser. */
import { BadFile } from '../../core/shot/index.ts';
import { type Sound, toStereo } from '../../core/sound/index.ts';

/** Decodes a sound file at the rate of a context. @throws BadFile with a sentence when the browser cannot */
export async function decodeSound(context: BaseAudioContext, file: Blob, name: string): Promise<AudioBuffer> {
  const bytes = await file.arrayBuffer();
  let buffer: AudioBuffer;
  try {
    buffer = await context.decodeAudioData(bytes);
  } catch {
    throw new BadFile(`“${name}” cannot be read as sound. Bring it in as WAV, MP3, OGG, FLAC or M4A.`);
  }
  if (buffer.length === 0) throw new BadFile(`“${name}” has no sound in it: it is zero seconds long.`);
  return buffer;
}

/** The samples of a decoded file, left and right. */
export function soundOfBuffer(buffer: AudioBuffer): Sound {
  const channels = Array.from({ length: buffer.numberOfChannels }, (_, c) => buffer.getChannelData(c));
  return { channels: toStereo(channels), rate: buffer.sampleRate };
}
