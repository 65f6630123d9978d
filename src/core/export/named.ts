/** Deliveries kept with a shot under a name, to be written again with the same names. */
import { newId } from '../shot/ids.ts';
import { LIMITS } from '../shot/make.ts';
import type { NamedDelivery, Shot } from '../shot/model.ts';
import { Refused } from '../shot/refused.ts';
import { plainName } from './names.ts';
import type { WishRecord } from './wishes.ts';

/** Keeps wishes under a name; what was kept under it before gives way. @throws Refused without a name */
export function keepDelivery(shot: Shot, name: string, format: string, wishes: WishRecord): void {
  const own = name.trim();
  if (own === '') throw new Refused('Give the delivery a name, like “for the edit”.');
  if (own.length > LIMITS.maxTitle) throw new Refused(`A name has at most ${LIMITS.maxTitle} letters.`);
  const kept: NamedDelivery = { id: newId(), name: own, format, wishes: { ...wishes } };
  const at = shot.deliveries.findIndex((each) => each.name === own);
  if (at < 0) shot.deliveries.push(kept);
  else shot.deliveries[at] = { ...kept, id: shot.deliveries[at].id };
}

export function removeDelivery(shot: Shot, id: string): void {
  shot.deliveries = shot.deliveries.filter((each) => each.id !== id);
}

/** The name of a named delivery's file, before its extension: the shot's and its own. */
export const namedFile = (shot: Pick<Shot, 'title'>, { name }: Pick<NamedDelivery, 'name'>): string =>
  `${shot.title} ${plainName(name, 'delivery')}`;
