/** The sounds a delivery needs, decoded. */
import { heardAssets, SOUND_RATE } from '../../core/export/index.ts';
import { BadFile, type Id, type Shot } from '../../core/shot/index.ts';
import type { Sound, Sounds } from '../../core/sound/index.ts';
import type { Database } from '../../store/index.ts';
import { decodeSound, soundOfBuffer } from '../session/decode-sound.ts';

/** What is heard in a shot. @param known sounds that are decoded already @throws BadFile when one cannot be read */
export async function soundsOf(shot: Shot, db: Database, known: Sounds = () => null): Promise<Map<Id, Sound>> {
  const out = new Map<Id, Sound>();
  for (const id of heardAssets(shot)) {
    const there = known(id);
    if (there) {
      out.set(id, there);
      continue;
    }
    const name = shot.assets[id]?.name ?? 'a sound';
    const file = (await db.assets.get([shot.id, id]))?.blob;
    if (!file) throw new BadFile(`The sound “${name}” is missing. Bring it in again, or remove its clip.`);
    // Sounds decoded elsewhere have the rate of that context; all of one shot have the same.
    const rate = out.values().next().value?.rate ?? SOUND_RATE;
    out.set(id, soundOfBuffer(await decodeSound(new OfflineAudioContext(2, 1, rate), file, name)));
  }
  return out;
}
