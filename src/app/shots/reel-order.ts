/** A reel of shots on the shelf: opened one after another while it is written. */
import {
  deliveryName,
  type ExportFormat,
  type FormatId,
  firstWishes,
  NOTHING_AROUND,
  type ReelWishes,
} from '../../core/export/index.ts';
import type { Id } from '../../core/shot/index.ts';
import { openKept } from '../../store/index.ts';
import { handOut, todayInWords, told } from '../export/deliver.ts';
import { soundsOf } from '../export/sounds-of.ts';
import { db } from '../library.ts';
import { deliveries } from '../session/deliveries.ts';
import { pictureFiles } from '../session/delivery-preview.ts';

export async function deliverReel(ids: Id[], format: ExportFormat<FormatId>, reel: ReelWishes): Promise<void> {
  const name = deliveryName(reel.title, format.extension);
  const first = (await openKept(db, ids[0])).history.shot;
  const outcome = await deliveries.order(
    {
      title: reel.title,
      parts: ids.map((id) => ({
        shot: async () => (await openKept(db, id)).history.shot,
        files: (shot) => pictureFiles(db, shot),
        sounds: (shot) => soundsOf(shot, db),
      })),
      order: {
        format: format.id,
        wishes: { ...firstWishes(first, format.asks) },
        around: NOTHING_AROUND,
        today: todayInWords(),
        reel,
      },
      name,
      type: format.type,
      format: format.name,
      place: null,
    },
    (came) => told(name, came),
  );
  handOut(outcome, name, format);
}
