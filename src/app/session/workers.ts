/** The workers of the application, each started in one place. The bundler finds them by these very expressions. */
import type { Remote } from 'comlink';
import type { BetweenFace } from '../../workers/between.worker.ts';
import type { CheckFace } from '../../workers/check.worker.ts';
import type { ClipFace } from '../../workers/clip.worker.ts';
import type { ExportFace } from '../../workers/export.worker.ts';
import type { PaintFace } from '../../workers/paint.worker.ts';
import type { PictureFace } from '../../workers/picture.worker.ts';
import type { ShotFileFace } from '../../workers/shotfile.worker.ts';
import type { SoundFace } from '../../workers/sound.worker.ts';
import { WorkerHost } from '../../workers/worker-host.ts';

/** Told in a sentence when a worker has died. */
export type OnDeath = (sentence: string) => void;

export const pictureHost = (prepare: (face: Remote<PictureFace>) => void, onDeath: OnDeath) =>
  new WorkerHost<PictureFace>({
    what: 'The part that paints the paper',
    start: () => new Worker(new URL('../../workers/picture.worker.ts', import.meta.url), { type: 'module' }),
    prepare,
    onDeath,
  });

export const paintHost = (onDeath: OnDeath) =>
  new WorkerHost<PaintFace>({
    what: 'The part that finds regions and carries paint',
    start: () => new Worker(new URL('../../workers/paint.worker.ts', import.meta.url), { type: 'module' }),
    onDeath,
  });

export const betweenHost = (onDeath: OnDeath) =>
  new WorkerHost<BetweenFace>({
    what: 'The part that draws in-betweens',
    start: () => new Worker(new URL('../../workers/between.worker.ts', import.meta.url), { type: 'module' }),
    onDeath,
  });

/** The same part once more, for what is measured beside the work on in-betweens. */
export const linesHost = (onDeath: OnDeath) =>
  new WorkerHost<BetweenFace>({
    what: 'The part that measures lines',
    start: () => new Worker(new URL('../../workers/between.worker.ts', import.meta.url), { type: 'module' }),
    onDeath,
  });

export const soundHost = () =>
  new WorkerHost<SoundFace>({
    what: 'The part that reads sound',
    start: () => new Worker(new URL('../../workers/sound.worker.ts', import.meta.url), { type: 'module' }),
  });

export const exportHost = (onEnd: () => void) =>
  new WorkerHost<ExportFace>({
    what: 'The part that writes deliveries',
    start: () => new Worker(new URL('../../workers/export.worker.ts', import.meta.url), { type: 'module' }),
    onEnd,
  });

export const checkHost = (onDeath: OnDeath, onEnd: () => void) =>
  new WorkerHost<CheckFace>({
    what: 'The part that looks drawings over',
    start: () => new Worker(new URL('../../workers/check.worker.ts', import.meta.url), { type: 'module' }),
    onDeath,
    onEnd,
  });

export const clipHost = () =>
  new WorkerHost<ClipFace>({
    what: 'The part that looks through clips',
    start: () => new Worker(new URL('../../workers/clip.worker.ts', import.meta.url), { type: 'module' }),
  });

export const shotFileHost = () =>
  new WorkerHost<ShotFileFace>({
    what: 'The part that reads and writes shot files',
    start: () => new Worker(new URL('../../workers/shotfile.worker.ts', import.meta.url), { type: 'module' }),
  });
