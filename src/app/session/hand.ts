/** How hard this person presses; remembered by the browser. */
import { createStore } from 'zustand/vanilla';
import { type Hand, PLAIN_HAND } from '../../core/ink/index.ts';
import { type Database, readSetting, writeSetting } from '../../store/index.ts';

const SETTING = 'hand';

export const hand = createStore<Hand>(() => PLAIN_HAND);

export async function readHand(db: Database): Promise<void> {
  hand.setState((await readSetting<Hand>(db, SETTING)) ?? PLAIN_HAND, true);
}

export async function setHand(db: Database, next: Hand): Promise<void> {
  hand.setState(next, true);
  await writeSetting(db, SETTING, next);
}
