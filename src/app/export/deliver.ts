/** Orders deliveries of the open shot and says what came of them. */
import { dayInWords, deliveryName, type ExportFormat, type FormatId } from '../../core/export/index.ts';
import { sizeInWords } from '../../core/shot/index.ts';
import type { DeliveryOrder } from '../../workers/export.worker.ts';
import { say } from '../frame/saying.ts';
import { download, sentence } from '../parts/files.ts';
import { deliveries, type Outcome } from '../session/deliveries.ts';
import { pictureFiles } from '../session/delivery-preview.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { soundsOf } from './sounds-of.ts';

/** Sound above this is said to be cut off, dB over full scale. */
const CUT_OFF = 0.05;

export const todayInWords = (): string => dayInWords(Date.now());

/** Why a delivery failed, in a sentence. */
function whyNot(error: unknown): string {
  if ((error as Error | null)?.name === 'QuotaExceededError')
    return 'There is no room for it: free some (delete removed shots for good), or deliver it smaller.';
  return sentence(error);
}

/** What came of a delivery, in a sentence. */
export function told(name: string, { state, error, bytes, loudest }: Outcome): string {
  if (state === 'stopped') return 'Stopped; nothing was written.';
  if (state === 'failed') return `${name} was not written. ${whyNot(error)}`;
  const over = 20 * Math.log10(loudest);
  const loud =
    over > CUT_OFF
      ? ` The sound is ${over.toFixed(1)} dB too loud at its loudest and was cut off there. Make its tracks quieter.`
      : '';
  return `Delivered ${name}, ${sizeInWords(bytes)}.${loud}`;
}

/** The file the person chooses to write to; null: it is to be a download. @throws DOMException AbortError when none is chosen */
async function chosenPlace(name: string, { type, extension }: ExportFormat): Promise<FileSystemFileHandle | null> {
  if (!('showSaveFilePicker' in window)) return null;
  const pick = window.showSaveFilePicker as (options: object) => Promise<FileSystemFileHandle>;
  return pick({ suggestedName: name, types: [{ accept: { [type]: [`.${extension}`] } }] });
}

/** Puts a delivery of the shot as it is now in the list. @param askPlace the person chooses where it goes */
export async function deliver(
  open: OpenShot,
  format: ExportFormat<FormatId>,
  order: DeliveryOrder,
  { name = open.session.shot.title, askPlace = false } = {},
): Promise<void> {
  const { session } = open;
  const shot = session.whole;
  const fileName = deliveryName(name, format.extension);
  let place: FileSystemFileHandle | null = null;
  try {
    if (askPlace) place = await chosenPlace(fileName, format);
  } catch {
    // Nothing was chosen: nothing is written.
    return;
  }
  const written = place?.name ?? fileName;
  const files = pictureFiles(session.db, shot);
  const outcome = await deliveries.order(
    {
      title: shot.title,
      parts: [
        {
          shot: async () => shot,
          // The files are asked for now: whoever leaves the shot may let go of some.
          files: () => files,
          sounds: () => soundsOf(shot, session.db, open.sound.sound),
        },
      ],
      order,
      name: written,
      type: format.type,
      format: format.name.split(',')[0],
      place,
    },
    (came) => told(written, came),
  );
  handOut(outcome, written, format);
}

/** Hands a finished delivery out and says what came of it. */
export function handOut(outcome: Outcome, name: string, { type }: Pick<ExportFormat, 'type'>): void {
  if (outcome.file) download(outcome.file, name, type);
  say(told(name, outcome));
}
