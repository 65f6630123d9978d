/** Paint that takes longer than a frame: region maps, and work over many drawings. Stopping ends the worker. */
import { transfer } from 'comlink';
import { plainBrush } from '../core/ink/index.ts';
import {
  type CarriedPaint,
  type Fault,
  faultsIn,
  fillSpecks,
  type HolesJob,
  keptMatches,
  matchLayerAhead,
  type PaintLook,
  paintThroughLayer,
  pourAt,
  type RegionMap,
  type RegionWishes,
  refit,
  regionMap,
  SPECK,
  type SweepWishes,
  sweep,
  type ThroughJob,
} from '../core/paint/index.ts';
import type { Box } from '../core/plane/index.ts';
import type { Area, Id, Stroke } from '../core/shot/index.ts';
import { MatchCrew } from './match-crew.ts';
import { serve } from './serve.ts';

/** A message now and then is enough. */
const TELL = 0.02;

type Tell = (share: number) => void;

function sparing(progress: Tell): Tell {
  let told = 0;
  return (share) => {
    if (share - told < TELL && share < 1) return;
    told = share;
    progress(share);
  };
}

/** A drawing and the lines that bound its regions. */
export interface Bounded {
  lines: Stroke[];
  ink: Stroke[];
  paint: Area[];
  width: number;
  height: number;
  wishes: Partial<RegionWishes>;
}

/** After a correction paint is carried anew through the same lines. */
const matches = keptMatches();

/** Of the work of carrying paint, so much is matching lines where several do it. */
const AHEAD = 0.3;

const mapOf = ({ lines, width, height, wishes }: Bounded) => regionMap(lines, width, height, wishes);

const face = {
  /** The region map of a drawing's lines, handed over whole: finding and tracing a region in it takes no waiting. */
  map(ink: Stroke[], width: number, height: number, wishes: Partial<RegionWishes>): RegionMap {
    const map = regionMap(ink, width, height, wishes);
    return transfer(map, [map.labels.buffer, map.boxes.buffer, map.mask.buffer, map.openings.buffer]);
  },
  /** @param helpers so many workers may match lines beside this one */
  async through(job: ThroughJob, progress: Tell, helpers = 0): Promise<CarriedPaint[]> {
    const tell = sparing(progress);
    if (helpers < 2) return paintThroughLayer(job, tell, matches);
    const crew = new MatchCrew(helpers);
    try {
      await matchLayerAhead(
        job,
        matches,
        (pairs, done) => crew.match(pairs, done),
        (share) => tell(AHEAD * share),
      );
    } finally {
      crew.close();
    }
    return paintThroughLayer(job, (share) => tell(AHEAD + (1 - AHEAD) * share), matches);
  },
  sweep(drawn: Bounded, rectangle: Box, wishes: SweepWishes): { ink: Stroke[]; paint: Area[] } {
    return sweep(drawn, mapOf(drawn), rectangle, wishes);
  },
  /** Null where the place lies on the ground. */
  pourAt(drawn: Bounded, x: number, y: number, swatch: Id, look: PaintLook, name: string): Area[] | null {
    return pourAt(drawn.paint, mapOf(drawn), x, y, swatch, look, name);
  },
  refit(drawn: Bounded): Area[] {
    return refit(drawn.paint, mapOf(drawn));
  },
  /** Specks are regions of their own here, whatever is wished elsewhere. */
  fillSpecks(drawn: Bounded): Area[] {
    return fillSpecks(drawn.paint, mapOf({ ...drawn, wishes: { ...drawn.wishes, specks: 0 } }), SPECK);
  },
  holes(job: HolesJob, progress: Tell): Fault[] {
    return faultsIn(job, sparing(progress));
  },
};

// A few small maps made at once let the engine compile the loops before the first real one is waited for.
const WARM_UP = 6;
const brush = plainBrush('pen', 6);
const points = Float32Array.from([4, 4, 0.5, 0, 0, 0, 250, 90, 0.5, 0, 0, 0, 20, 200, 0.5, 0, 0, 0]);
for (let i = 0; i < WARM_UP; i++) {
  const ink = [{ id: '', lineage: '', name: '', swatch: '', seed: 0, brush, points, closed: true }];
  regionMap(ink, 320, 320, { gap: 4, specks: 4 });
}

export type PaintFace = typeof face;
serve(face);
