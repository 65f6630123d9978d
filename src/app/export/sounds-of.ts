/** The sounds a delivery needs, decoded. */
import { BadFile, type Id, isHeard, type Shot } from '../../core/shot/index.ts';
import type { Sound, Sounds } from '../../core/sound/index.ts';
import type { Database } from '../../store/index.ts';
import { decodeSound, soundOfBuffer } from '../session/decode-sound.ts';

/** The rate that movies carry. */
const RATE = 48_000;

/** What is heard in a shot. @param known sounds that are decoded already @throws BadFile when one cannot be read */
export async function soundsOf(shot: Shot, db: Database, known: Sounds = () => null): Promise<Map<Id, Sound>> {
  const out = new Map<Id, Sound>();
  const used = new Set(
    shot.tracks
      .filter((track) => isHeard(shot, track))
      .flatMap(({ clips }) => clips.filter(({ muted }) => !muted).map(({ asset }) => asset)),
  );
  for (const id of used) {
    const there = known(id);
    if (there) {
      out.set(id, there);
      continue;
    }
    const name = shot.assets[id]?.name ?? 'a sound';
    const file = (await db.assets.get([shot.id, id]))?.blob;
    if (!file) throw new BadFile(`The sound “${name}” is missing. Bring it in again, or remove its clip.`);
    // Sounds decoded elsewhere have the rate of that context; all of one shot have the same.
    const rate = out.values().next().value?.rate ?? RATE;
    out.set(id, soundOfBuffer(await decodeSound(new OfflineAudioContext(2, 1, rate), file, name)));
  }
  return out;
}
