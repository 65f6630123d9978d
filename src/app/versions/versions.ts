/** Versions of the open shot: kept, looked at beside the present, put back. */
import { putBack, type VersionPart } from '../../core/versions/put-back.ts';
import { keepVersion, readVersion, rowsOf, type VersionRow, versionsOf } from '../../store/index.ts';
import type { OpenShot } from '../session/open-shot.ts';

/** Keeps the present state under a name, with a picture of the frame that is shown. */
export async function keepNow(
  { session, view }: Pick<OpenShot, 'session' | 'view'>,
  name: string,
  auto: boolean,
): Promise<void> {
  const { present: shot } = session;
  const thumb = await session.pictures.card(view.getState().frame).catch(() => null);
  await keepVersion(session.db, shot, { name, auto, thumb });
}

/** A name by the time of day, for a version that is kept by one key. */
export const nameByTime = (at = new Date()): string =>
  `${at.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })}, ${at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}`;

/** Shows a version in place of the present; nothing can be changed meanwhile. */
export async function lookAtVersion({ session }: Pick<OpenShot, 'session'>, row: VersionRow): Promise<void> {
  session.lookAt({ id: row.id, name: row.name, shot: await readVersion(session.db, row, session.present) });
}

/** Back to the present; or, from the present, to the version that was looked at last, else the newest. Says what is not there. */
export async function otherTiming(open: Pick<OpenShot, 'session'>): Promise<string> {
  const { session } = open;
  if (session.lookedAt) {
    session.lookAt(null);
    return '';
  }
  const all = await versionsOf(session.db, session.present.id);
  const row = all.find(({ id }) => id === session.lookedLast) ?? all[0];
  if (!row) return 'No version is kept yet. Keep one first, then the two are looked at in turn.';
  await lookAtVersion(open, row);
  return '';
}

/** Puts a version back, or a part of it, as one edit that undo takes back; what was there before is kept as a version by itself. */
export async function putVersionBack(
  open: Pick<OpenShot, 'session' | 'view'>,
  row: VersionRow,
  part: VersionPart,
): Promise<boolean> {
  const { session } = open;
  const version = await readVersion(session.db, row, session.present);
  const files = new Set(
    ((await rowsOf(session.db.assets, session.present.id).primaryKeys()) as [string, string][]).map(([, id]) => id),
  );
  session.lookAt(null);
  session.openBundles([]);
  if (part.kind === 'all') await keepNow(open, `before “${row.name}” was put back`.slice(0, 120), true);
  return session.change(`put back ${row.name}`.slice(0, 60), (draft) => putBack(draft, version, part, files));
}
