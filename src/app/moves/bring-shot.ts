/** Other shots brought into the open one as bundles, and brought in anew when they have changed. */
import { type Brought, bringAnew, broughtShot, putBrought, type SwatchWay } from '../../core/sheet/index.ts';
import { BadFile, type Bundle, type Id, type Shot } from '../../core/shot/index.ts';
import { type Database, openKept } from '../../store/index.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { shotFileHost } from '../session/workers.ts';
import { keepBefore } from '../versions/versions.ts';

/** A shot that can be brought in, and where the bytes of its files are. */
export interface SourceShot {
  shot: Shot;
  /** What it is like now, for knowing later whether it has changed; '' for a file. */
  stamp: string;
  file(asset: Id): Promise<Blob | null>;
}

/** @throws Error with a sentence when it is not there any more */
export async function shotOnShelf(db: Database, id: Id): Promise<SourceShot> {
  const { shot } = (await openKept(db, id)).history;
  const stamp = await stampOf(db, id);
  return { shot, stamp, file: async (asset) => (await db.assets.get([id, asset]))?.blob ?? null };
}

/** When a shot of the shelf was changed last, as a word; '' when it is not there. */
export async function stampOf(db: Database, id: Id): Promise<string> {
  const row = await db.shots.get(id);
  return row && row.removedAt === 0 ? String(row.changedAt) : '';
}

/** Reads a shot file without putting it on the shelf. @throws BadFile */
export async function readShotToBring(file: Blob): Promise<SourceShot> {
  const host = shotFileHost();
  try {
    const read = await host.face.read(file);
    if ('bad' in read) throw new BadFile(read.bad);
    const { shot, media } = read;
    return {
      shot,
      stamp: '',
      file: async (asset) => {
        const bytes = media.get(asset);
        return bytes ? new Blob([bytes], { type: shot.assets[asset]?.type }) : null;
      },
    };
  } finally {
    host.close();
  }
}

interface BringWishes {
  swatches: SwatchWay;
  sounds: boolean;
}

/** Keeps the files of what is brought, then puts it in as one change. */
async function take(
  { session }: OpenShot,
  source: SourceShot,
  brought: Brought,
  label: string,
  put: (shot: Shot) => void,
): Promise<boolean> {
  const files = [];
  for (const { was, asset } of brought.assets) {
    const file = await source.file(was);
    if (!file)
      throw new BadFile(`“${asset.name}” of “${source.shot.title}” is not there, so the shot was not brought in.`);
    files.push({ asset, file });
  }
  return session.takeFiles(files, label, put);
}

/** Puts another shot in above the layer in hand, from the frame that is shown on. Returns whether it is in. */
export async function bringShot(open: OpenShot, source: SourceShot, wishes: BringWishes): Promise<boolean> {
  const { session, view } = open;
  const { frame, layerId } = view.getState();
  const brought = broughtShot(session.whole, { ...source, ...wishes });
  let column: Id = '';
  keepBefore(open, `“${source.shot.title}” was brought in`);
  const done = await take(open, source, brought, 'bring a shot in', (shot) => {
    column = putBrought(shot, brought, frame, layerId);
  });
  if (done) view.setState({ layerId: column, selection: null });
  return done;
}

/** Brings the shot a bundle came from in once more: what lies on the bundle here stays. */
export async function bringBundleAnew(open: OpenShot, { id, from }: Bundle): Promise<boolean> {
  const { session } = open;
  const source = await shotOnShelf(session.db, from!.shot);
  const brought = broughtShot(session.whole, { ...source, swatches: 'joined', sounds: false });
  return take(open, source, brought, 'bring a shot in anew', (shot) => bringAnew(shot, id, brought));
}
