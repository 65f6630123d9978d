/** Versions of the open shot: kept, looked at beside the present, put back. */
import type { Id, Shot } from '../../core/shot/index.ts';
import { putBack, type VersionPart } from '../../core/versions/put-back.ts';
import { layersThatDiffer } from '../../core/versions/two-timings.ts';
import { keepVersion, readVersion, rowsOf, type VersionRow, versionsOf } from '../../store/index.ts';
import { sentence } from '../parts/files.ts';
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

/** Keeps the shot as it is, by itself, before something that changes much of it. */
export function keepBefore(open: Pick<OpenShot, 'session' | 'view'>, what: string): void {
  void keepNow(open, `before ${what}`.slice(0, 120), true).catch((error) => open.session.onSaying(sentence(error)));
}

/** Keeps the shot as it was opened, by itself, once a day: when it holds something, and has changed since it was kept last. */
export async function keepDaily(open: Pick<OpenShot, 'session' | 'view'>, opened: Shot): Promise<void> {
  const { session, view } = open;
  const [newest] = await versionsOf(session.db, opened.id);
  const { changedAt = 0, madeAt = 0 } = (await session.db.shots.get(opened.id)) ?? {};
  const today = newest && new Date(newest.at).toDateString() === new Date().toDateString();
  // One that was brought in and never changed here is in its file.
  if (today || changedAt <= madeAt || (newest && newest.at >= changedAt)) return;
  if (!Object.values(opened.drawings).some(({ ink, paint }) => ink.length + paint.length > 0)) return;
  const thumb = await session.pictures.card(view.getState().frame).catch(() => null);
  await keepVersion(session.db, opened, { name: `${nameByTime()}, as it was opened`, auto: true, thumb });
}

/** A name by the time of day, for a version that is kept by one key. */
export const nameByTime = (at = new Date()): string =>
  `${at.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })}, ${at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}`;

/** Shows a version in place of the present; nothing can be changed meanwhile. */
export async function lookAtVersion({ session }: Pick<OpenShot, 'session'>, row: VersionRow): Promise<void> {
  session.lookAt({ id: row.id, name: row.name, shot: await readVersion(session.db, row, session.present) });
}

/** Lays the columns of a version beside the present ones on the sheet. Says where nothing differs. */
export async function layBeside(
  { session, view }: Pick<OpenShot, 'session' | 'view'>,
  row: VersionRow,
): Promise<string> {
  const shot = await readVersion(session.db, row, session.present);
  view.setState({ beside: { id: row.id, name: row.name, shot } });
  const { layers, length } = session.present;
  return layersThatDiffer(layers, shot.layers, length).length > 0
    ? ''
    : `“${row.name}” is timed as the shot is now: a column stands beside a layer when its timing becomes another one.`;
}

/** The version that is looked at beside the present when none is named: the one looked at last, else the newest. */
async function versionAtHand({ session }: Pick<OpenShot, 'session'>): Promise<VersionRow | undefined> {
  const all = await versionsOf(session.db, session.present.id);
  return all.find(({ id }) => id === session.lookedLast) ?? all[0];
}

const NO_VERSION = 'No version is kept yet. Keep one first, then it stands beside the present.';

/** A version's columns beside the present ones, or put away again. Says what is not there. */
export async function besideOrNot(open: Pick<OpenShot, 'session' | 'view'>): Promise<string> {
  if (open.view.getState().beside) {
    open.view.setState({ beside: null });
    return '';
  }
  const row = await versionAtHand(open);
  return row ? layBeside(open, row) : NO_VERSION;
}

/** Takes the timing of a layer over from the version beside it, as one edit. */
export function takeTimingOver({ session, view }: Pick<OpenShot, 'session' | 'view'>, layer: Id): void {
  const { beside } = view.getState();
  if (!beside) return;
  session.lookAt(null);
  session.change(`timing of ${beside.name}`.slice(0, 60), (draft) =>
    putBack(draft, beside.shot, { kind: 'timing', layer }, new Set()),
  );
}

/** Back to the present; or, from the present, to the version that was looked at last, else the newest. Says what is not there. */
export async function otherTiming(open: Pick<OpenShot, 'session' | 'view'>): Promise<string> {
  const { session } = open;
  if (session.lookedAt) {
    session.lookAt(null);
    return '';
  }
  const { beside } = open.view.getState();
  if (beside) {
    session.lookAt(beside);
    return '';
  }
  const row = await versionAtHand(open);
  if (!row) return NO_VERSION;
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
  if (part.kind === 'all') keepBefore(open, `“${row.name}” was put back`);
  return session.change(`put back ${row.name}`.slice(0, 60), (draft) => putBack(draft, version, part, files));
}
