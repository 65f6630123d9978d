/** Orders deliveries of the open shot and says what came of them. */
import { deliveryName, type ExportFormat, type FormatId } from '../../core/export/index.ts';
import { BadFile, type Id, isHeard, type Shot } from '../../core/shot/index.ts';
import { type Sound, toStereo } from '../../core/sound/index.ts';
import type { DeliveryOrder } from '../../workers/export.worker.ts';
import { say } from '../frame/saying.ts';
import { download, sentence, sizeInWords } from '../parts/files.ts';
import { deliveries, type Outcome } from '../session/deliveries.ts';
import { pictureFiles } from '../session/delivery-preview.ts';
import type { OpenShot } from '../session/open-shot.ts';

/** Sound above this is said to be cut off, dB over full scale. */
const CUT_OFF = 0.05;

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

export const todayInWords = (): string => DAY.format(Date.now());

/** The decoded sounds that are heard in a shot. @throws BadFile when one cannot be read */
async function soundsOf({ session, sound }: Pick<OpenShot, 'session' | 'sound'>, shot: Shot): Promise<Map<Id, Sound>> {
  const out = new Map<Id, Sound>();
  const used = new Set(
    shot.tracks
      .filter((track) => isHeard(shot, track))
      .flatMap(({ clips }) => clips.filter(({ muted }) => !muted).map(({ asset }) => asset)),
  );
  for (const id of used) {
    const known = sound.sound(id);
    if (known) {
      out.set(id, known);
      continue;
    }
    const { name } = shot.assets[id];
    const file = await session.file(id);
    if (!file) throw new BadFile(`The sound “${name}” is missing. Bring it in again, or remove its clip.`);
    const buffer = await sound.decode(file, name);
    const channels = toStereo(Array.from({ length: buffer.numberOfChannels }, (_, c) => buffer.getChannelData(c)));
    out.set(id, { channels, rate: buffer.sampleRate });
  }
  return out;
}

/** What came of a delivery, in a sentence. */
function told(name: string, { state, error, bytes, loudest }: Outcome): string {
  if (state === 'stopped') return 'Stopped; nothing was written.';
  if (state === 'failed') return `${name} was not written. ${sentence(error)}`;
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
  const { shot } = session;
  const fileName = deliveryName(name, format.extension);
  let place: FileSystemFileHandle | null = null;
  try {
    if (askPlace) place = await chosenPlace(fileName, format);
  } catch {
    // Nothing was chosen: nothing is written.
    return;
  }
  const outcome = await deliveries.order(
    {
      shot,
      order,
      name: fileName,
      type: format.type,
      format: format.name.split(',')[0],
      files: pictureFiles(session, shot),
      sounds: () => soundsOf(open, shot),
      place,
    },
    (came) => told(fileName, came),
  );
  if (outcome.file) download(outcome.file, fileName, format.type);
  say(told(fileName, outcome));
}
