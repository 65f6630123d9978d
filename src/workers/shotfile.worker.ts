import { BadFile, type Shot } from '../core/shot/index.ts';
import { type Media, readShotFile } from '../core/shotfile/index.ts';
import { serve } from './serve.ts';

export interface ShotFileParts {
  shot: Shot;
  media: Media;
}

const face = {
  /** A bad file comes back as its sentence: errors lose their class on the way between threads. */
  read(bytes: Uint8Array): ShotFileParts | { bad: string } {
    try {
      return readShotFile(bytes);
    } catch (error) {
      if (error instanceof BadFile) return { bad: error.message };
      throw error;
    }
  },
};

export type ShotFileFace = typeof face;
serve(face);
