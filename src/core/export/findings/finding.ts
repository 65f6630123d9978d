/** What would surprise the person who opens a delivered file, told before it is written. */
import type { Id } from '../../shot/ids.ts';
import type { Shot } from '../../shot/model.ts';
import type { Film } from '../film.ts';
import type { ExportFormat } from '../format.ts';
import type { DeliveryWishes } from '../wishes.ts';

export interface Finding {
  /** Of the source that found it. */
  source: string;
  /** What is the matter, in a sentence. */
  words: string;
  /** Where it is seen: a frame (0-based), a layer, the view it is mended in. */
  place: { frame: number | null; layer: Id | null; view: 'desk' | 'sound' | 'paint' | 'checks' | 'export' };
}

export interface FindingJob {
  shot: Shot;
  film: Film;
  wishes: DeliveryWishes;
  format: ExportFormat;
  /** Speed the shot is previewed at, 1: as it is. */
  speed: number;
  /** Lets other work in; throws when nobody wants to know any more. */
  pause(): Promise<void>;
}

export interface FindingSource {
  id: string;
  /** It takes its time: told after the others. */
  slow?: boolean;
  look(job: FindingJob): Omit<Finding, 'source'>[] | Promise<Omit<Finding, 'source'>[]>;
}
