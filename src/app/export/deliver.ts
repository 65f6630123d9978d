/** One delivery from press to file. It goes on when the view is left: nothing of it belongs to a view. */
import { deliveryName, type ExportOptions, formatOf } from '../../core/export/index.ts';
import { say } from '../frame/saying.ts';
import { download, sentence, sizeInWords } from '../parts/files.ts';
import type { OpenShot } from '../session/open-shot.ts';

/** Sound above this is said to be cut off, dB over full scale. */
const CUT_OFF = 0.05;

export async function deliver({ session, deliveries }: OpenShot, options: ExportOptions): Promise<void> {
  const { title } = session.shot;
  const format = formatOf(options.format);
  try {
    const done = await deliveries.write(options);
    if (!done) {
      say('Stopped; nothing was written.');
      return;
    }
    const name = deliveryName(title, format.extension);
    download(done.bytes, name, format.type);
    say(`Delivered ${name}, ${sizeInWords(done.bytes.length)}.`);
    const over = 20 * Math.log10(done.loudest);
    if (over > CUT_OFF)
      say(`The sound is ${over.toFixed(1)} dB too loud at its loudest and was cut off there. Make its tracks quieter.`);
  } catch (error) {
    say(sentence(error));
  }
}
