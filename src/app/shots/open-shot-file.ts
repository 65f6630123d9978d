/** Shot files on their way onto the shelf: read in a worker, seen early, stopped at will. */
import { proxy } from 'comlink';
import { createStore } from 'zustand';
import { BadFile, everyLayer, type Id, newId, type Shot, sizeInWords } from '../../core/shot/index.ts';
import { LARGEST_SHOT_FILE, SHOT_FILE_VERSION } from '../../core/shotfile/index.ts';
import { keepCard } from '../../store/index.ts';
import type { ToldOnReading } from '../../workers/shotfile.worker.ts';
import { WorkStopped } from '../../workers/worker-host.ts';
import { say } from '../frame/saying.ts';
import { db } from '../library.ts';
import { sentence } from '../parts/files.ts';
import { pictureHost, shotFileHost } from '../session/workers.ts';
import { makeCard } from './card.ts';

/** A file that is being read. */
export interface Incoming {
  id: Id;
  name: string;
  share: number;
  /** Its first frame, as soon as that is known. */
  picture: Blob | null;
  /** The shot it becomes, once that is known: until the file is done, this card stands for it. */
  shotId: Id | null;
  stop(): void;
}

/** The files that are being read, in the order they came. */
export const incoming = createStore<Incoming[]>(() => []);

function change(id: Id, part: Partial<Incoming>): void {
  incoming.setState((all) => all.map((each) => (each.id === id ? { ...each, ...part } : each)), true);
}

async function pictureOf(shot: Shot, frame: number): Promise<Blob> {
  const host = pictureHost(
    (face) => void face.open(shot),
    () => undefined,
  );
  try {
    return await host.face.card(frame);
  } finally {
    host.close();
  }
}

/** Whether a frame shows nothing but drawings: its picture needs none of the shot's files. */
const onlyDrawings = (shot: Shot) =>
  !everyLayer(shot).some(({ exposures }) => exposures.some(({ cell }) => cell?.kind === 'picture'));

/**
 * Reads a shot file onto the shelf, with the picture of a frame as its card. Resolves to the shot's title and the version of its form.
 * @throws BadFile with a sentence; WorkStopped when the person stopped it; nothing is on the shelf then
 */
export async function bringIn(
  file: Blob,
  name: string,
  frame: number,
): Promise<{ title: string; fileVersion: number }> {
  const host = shotFileHost();
  const id = newId();
  let picture: Promise<Blob | null> = Promise.resolve(null);
  incoming.setState(
    (all) => [...all, { id, name, share: 0, picture: null, shotId: null, stop: () => host.close() }],
    true,
  );
  const tell = proxy((told: ToldOnReading) => {
    if ('share' in told) change(id, { share: told.share });
    else if ('shelved' in told) change(id, { shotId: told.shelved });
    else if (onlyDrawings(told.first)) {
      picture = pictureOf(told.first, frame).catch(() => null);
      void picture.then((blob) => change(id, { picture: blob }));
    }
  });
  try {
    const result = await host.face.bringIn(file, frame, tell);
    if ('bad' in result) throw new BadFile(result.bad);
    const card = await picture;
    if (card) await keepCard(db, result.id, card);
    else await makeCard(result.id, frame);
    return result;
  } finally {
    host.close();
    incoming.setState((all) => all.filter((each) => each.id !== id), true);
  }
}

interface Launched {
  files: readonly { getFile(): Promise<File> }[];
}

/** Files that the system opens with the application, where it is installed. */
export function openLaunched(): void {
  const { launchQueue } = window as { launchQueue?: { setConsumer(take: (launched: Launched) => void): void } };
  launchQueue?.setConsumer(({ files }) => {
    void Promise.all(files.map((each) => each.getFile()))
      .then(openShotFiles)
      .catch((error) => say(sentence(error)));
  });
}

const OLDER =
  ' Its file is in an earlier form: all that is in it came along, and what that form did not know is as at first. Saved again, the file is in the present form.';

/** Puts shot files on the shelf; a bad one is said and changes nothing. */
export async function openShotFiles(files: File[]): Promise<void> {
  for (const file of files) {
    try {
      if (file.size > LARGEST_SHOT_FILE)
        throw new BadFile(
          `“${file.name}” is ${sizeInWords(file.size)}; the largest shot file that can be opened is 1 GB.`,
        );
      const { title, fileVersion } = await bringIn(file, file.name, 0);
      say(`“${title}” is on the shelf.${fileVersion < SHOT_FILE_VERSION ? OLDER : ''}`);
    } catch (error) {
      if (!(error instanceof WorkStopped)) say(`${file.name}: ${sentence(error)}`);
    }
  }
}
