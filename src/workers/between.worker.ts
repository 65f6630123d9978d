/** Lines of many drawings: matching them, drawing in-betweens, measuring them. Stopping ends the worker. */
import { type BetweenJob, type BetweenResult, computeBetweens } from '../core/between/index.ts';
import { type DrawingQuality, qualityOf } from '../core/ink/index.ts';
import type { Stroke } from '../core/shot/index.ts';
import { serve } from './serve.ts';

const face = {
  compute(job: BetweenJob, progress: (share: number) => void): BetweenResult {
    let told = 0;
    return computeBetweens(job, (share) => {
      // A message now and then is enough.
      if (share - told < 0.02 && share < 1) return;
      told = share;
      progress(share);
    });
  },
  measure(ink: Stroke[]): DrawingQuality {
    return qualityOf(ink);
  },
};

export type BetweenFace = typeof face;
serve(face);
