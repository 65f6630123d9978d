import { Refused } from '../../shot/refused.ts';
import { writeWav } from '../../sound/wav.ts';
import { format } from '../format.ts';

/** The mix-down, 16 bit: the first sample is the first of the first frame. */
export const wav = format({
  id: 'wav',
  name: 'WAV',
  purpose: 'work',
  about: 'All that is heard, to the sample, for an editor or a mixer.',
  thing: 'the sound',
  extension: 'wav',
  type: 'audio/wav',
  pictures: false,
  reel: true,
  async write({ film, sound, sink, progress }) {
    progress(0);
    const mixed = await sound();
    if (!mixed) throw new Refused(`“${film.title}” has no sound to write.`);
    progress(0.7);
    await sink.write(writeWav(mixed.channels, mixed.rate));
  },
});
