/** WAV (RIFF): writing 16-bit PCM, reading what recorders and editors write. */
import { BadFile } from '../shot/bad-file.ts';
import type { Sound } from './mix.ts';

/** A mono or stereo 16-bit WAV file. `channels`: samples -1..1, all of one length; values beyond are clipped. */
export function writeWav(channels: Float32Array[], rate: number): Uint8Array<ArrayBuffer> {
  const count = channels.length;
  const frames = channels[0].length;
  const bytes = frames * count * 2;
  const out = new Uint8Array(44 + bytes);
  const view = new DataView(out.buffer);
  const text = (at: number, word: string) => {
    for (let i = 0; i < word.length; i++) out[at + i] = word.charCodeAt(i);
  };
  text(0, 'RIFF');
  view.setUint32(4, 36 + bytes, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, count, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * count * 2, true);
  view.setUint16(32, count * 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, bytes, true);
  for (let i = 0, at = 44; i < frames; i++) {
    for (let c = 0; c < count; c++, at += 2)
      view.setInt16(at, Math.round(Math.max(-1, Math.min(1, channels[c][i])) * 32767), true);
  }
  return out;
}

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;

type Reader = (view: DataView, at: number) => number;

function readerFor(format: number, bits: number): Reader | null {
  if (format === FLOAT && bits === 32) return (view, at) => view.getFloat32(at, true);
  if (format === FLOAT && bits === 64) return (view, at) => view.getFloat64(at, true);
  if (format !== PCM) return null;
  if (bits === 8) return (view, at) => (view.getUint8(at) - 128) / 128;
  if (bits === 16) return (view, at) => view.getInt16(at, true) / 32768;
  if (bits === 24) return (view, at) => ((view.getUint8(at) << 8) | (view.getInt16(at + 1, true) << 16)) / 2147483648;
  if (bits === 32) return (view, at) => view.getInt32(at, true) / 2147483648;
  return null;
}

/**
 * Reads a WAV file: PCM of 8 to 32 bits or floats, any rate and number of channels. A file cut short is read as far as it
 * goes. @throws BadFile with a sentence.
 */
export function readWav(bytes: Uint8Array, name: string): Sound {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const word = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  if (bytes.length < 12 || word(0) !== 'RIFF' || word(8) !== 'WAVE')
    throw new BadFile(`“${name}” is not a WAV file. Save the sound as WAV and try again.`);
  let format = 0;
  let channels = 0;
  let rate = 0;
  let bits = 0;
  for (let at = 12; at + 8 <= bytes.length; ) {
    const size = view.getUint32(at + 4, true);
    const body = at + 8;
    if (word(at) === 'fmt ' && body + 16 <= bytes.length) {
      format = view.getUint16(body, true);
      channels = view.getUint16(body + 2, true);
      rate = view.getUint32(body + 4, true);
      bits = view.getUint16(body + 14, true);
      if (format === EXTENSIBLE && body + 26 <= bytes.length) format = view.getUint16(body + 24, true);
    } else if (word(at) === 'data') {
      const read = readerFor(format, bits);
      if (!read || channels === 0 || rate === 0)
        throw new BadFile(`“${name}” holds sound in a way that cannot be read. Save it as 16-bit WAV and try again.`);
      const step = (bits / 8) * channels;
      const count = Math.floor(Math.min(size, bytes.length - body) / step);
      const out = Array.from({ length: channels }, () => new Float32Array(count));
      for (let i = 0; i < count; i++)
        for (let c = 0; c < channels; c++) out[c][i] = read(view, body + i * step + (c * bits) / 8);
      return { channels: out, rate };
    }
    at = body + size + (size & 1);
  }
  throw new BadFile(`“${name}” has no sound in it; it may be cut short. Save it again, or choose another file.`);
}
