import { useEffect, useRef, useState } from 'react';
import type { ReadClip } from '../../workers/clip.worker.ts';
import type { ClipAbout } from '../../workers/clip-files.ts';
import { say } from '../frame/saying.ts';
import { sentence } from '../parts/files.ts';
import { ClipReader } from './clip-reader.ts';

/** More pictures than this, or larger ones than this many pixels together, are looked through a stretch at a time. */
const MANY_PICTURES = 720;
const MANY_PIXELS = 720 * 1920 * 1080;

/** Progress is shown this often: more would only cost. */
const SAY_EVERY_MS = 100;

export interface Clip {
  reader: ClipReader;
  about: ClipAbout;
  /** Second of the clip the stretch looked through begins at. */
  from: number;
  /** Null until a stretch has been looked through. */
  read: ReadClip | null;
}

/** Whether a clip is too long to be looked through whole without asking. */
export function isLong({ pictures, width, height }: ClipAbout): boolean {
  return pictures > MANY_PICTURES || pictures * width * height > MANY_PIXELS;
}

/** Whether pictures are plainly not all as long as each other: more than the rounding of a file's clock. */
export function isUneven(seconds: number[]): boolean {
  return Math.max(...seconds) - Math.min(...seconds) > 0.004;
}

/** Opens files as a clip and looks it through; what goes wrong is said, and nothing is left open. */
export function useClip(files: File[], onClose: () => void) {
  const [clip, setClip] = useState<Clip | null>(null);
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null);
  const reader = useRef<ClipReader | null>(null);
  const close = () => {
    reader.current?.stop();
    onClose();
  };
  const fail = (error: unknown) => {
    say(sentence(error));
    close();
  };
  const look = async (opened: Clip, from: number, to: number) => {
    setProgress({ done: 0, of: opened.about.pictures });
    try {
      let said = 0;
      const read = await opened.reader.read(from, to, (done, of) => {
        if (performance.now() - said < SAY_EVERY_MS) return;
        said = performance.now();
        setProgress({ done, of: Math.max(done, of) });
      });
      setClip({ ...opened, from, read });
      setProgress(null);
    } catch (error) {
      fail(error);
    }
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: a clip is opened once for its files
  useEffect(() => {
    let here = true;
    const open = async () => {
      try {
        const opened = new ClipReader(files);
        reader.current = opened;
        const about = await opened.about();
        if (!here) return;
        const next: Clip = { reader: opened, about, from: 0, read: null };
        setClip(next);
        if (!isLong(about)) await look(next, 0, about.seconds + 1);
      } catch (error) {
        if (here) fail(error);
      }
    };
    void open();
    return () => {
      here = false;
      reader.current?.stop();
    };
  }, [files]);
  return { clip, progress, setProgress, look, close };
}
