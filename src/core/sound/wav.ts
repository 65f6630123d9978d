/** WAV (RIFF, PCM 16 bit): writing, for sounds the project makes itself. */

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
