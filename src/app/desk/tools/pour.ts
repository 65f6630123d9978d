import { IsIn, IsNumber, Max, Min } from 'class-validator';
import BucketIcon from 'lucide-react/icons/paint-bucket';
import type { PenSample } from '../../../core/ink/index.ts';
import {
  areaOf,
  isGround,
  type PaintLook,
  PLAIN_PAINT,
  pour as pourInto,
  proposedAt,
  type RegionMap,
  regionAt,
  takeOff,
} from '../../../core/paint/index.ts';
import { AREA_EDGES, type Area, LIMITS } from '../../../core/shot/index.ts';
import { layerInHand } from '../../commands/layer-in-hand.ts';
import { endAcross } from '../../paint/across.ts';
import { later } from '../../parts/later.tsx';
import { lookInHand, type Painting, paintingOn, regionToPour, withRegions } from './painting.ts';
import { type Gesture, type ToolDesk, tool } from './tool.ts';

const POURS = ['swatch', 'before', 'across', 'off'] as const;

/** What counts as a region, and how paint is put down; Fence and Sweep go by the same. */
class PourSettings implements PaintLook {
  @IsIn(AREA_EDGES) edge = PLAIN_PAINT.edge;
  @IsNumber() @Min(0) @Max(LIMITS.maxSoft) soft = PLAIN_PAINT.soft;
  @IsNumber() @Min(0) @Max(40) under = PLAIN_PAINT.under;
  /** Openings up to this many paper pixels are closed. */
  @IsNumber() @Min(0) @Max(200) gap = 6;
  /** Regions of fewer square paper pixels belong to those around them. */
  @IsNumber() @Min(0) @Max(10_000) specks = 6;
  /** Lines fainter than this, per cent, part nothing. */
  @IsNumber() @Min(0) @Max(100) faint = 0;
  /** The swatch in hand, the colour of the drawing before, the swatch across a range of drawings, or paint taken off. */
  @IsIn(POURS) as: (typeof POURS)[number] = 'swatch';
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    pour: PourSettings;
  }
}

/** Fills the enclosed region under the pen, under the line to its middle; drawn across several, all of them. */
export const pour = tool({
  id: 'pour',
  name: 'Pour',
  keys: ['KeyF'],
  icon: BucketIcon,
  cursor: 'crosshair',
  settings: PourSettings,
  strip: later(async () => ({ default: (await import('../options/PaintOptions.tsx')).PourOptions })),
  ways: [{ id: 'next-pour', name: 'Next way to pour', keys: ['KeyK'], setting: 'as', of: POURS, inPaint: true }],
  overlay: later(async () => ({ default: (await import('../../paint/RegionOverlay.tsx')).RegionOverlay })),
  down(desk, sample) {
    const { as } = desk.view.getState().tools.pour;
    if (as === 'across') return touchAcross(desk, sample);
    const painting = paintingOn(desk, as !== 'off');
    if (!painting) return null;
    if (as === 'off') return takingOff(painting, sample);
    if (as === 'before') return pouringAsBefore(desk, painting, sample);
    const { swatch } = desk.view.getState();
    return pouring(desk, painting, sample, (map, label) => areaOf(map, label, swatch, lookInHand(desk)));
  },
});

/** Pours each region the pen comes to, once. */
function pouring(
  desk: ToolDesk,
  painting: Painting,
  first: PenSample,
  areaFor: (map: RegionMap, label: number, at: PenSample) => Area | null,
): Gesture {
  const done = new Set<number>();
  const waiting: PenSample[] = [];
  let map: RegionMap | null = null;
  const take = (at: PenSample, begins: boolean) => {
    if (!map) {
      waiting.push(at);
      return;
    }
    // On the way from region to region the pen may cross the ground: only where it comes down that is worth a word.
    const label = begins ? regionToPour(desk, map, at.x, at.y) : regionAt(map, at.x, at.y);
    if (label === 0 || done.has(label)) return;
    if (!begins && isGround(map, label)) return;
    done.add(label);
    const area = areaFor(map, label, at);
    if (area) painting.put('pour', (paint) => pourInto(paint, area, at.x, at.y));
  };
  withRegions(desk, painting, (made) => {
    map = made;
    waiting.splice(0).forEach((at, i) => {
      take(at, i === 0);
    });
  });
  take(first, true);
  return {
    move(samples) {
      for (const each of samples) take(each, false);
    },
    up() {},
    cancel() {},
  };
}

function takingOff(painting: Painting, first: PenSample): Gesture {
  let last: Area[] | null = null;
  const take = ({ x, y }: PenSample, again: boolean) =>
    painting.put('take paint off', (paint) => {
      // Held still the pen takes one area off, not all that lie on one another.
      if (again && last && paint === last) return paint;
      last = takeOff(paint, x, y);
      return last;
    });
  take(first, false);
  return { move() {}, up() {}, cancel() {} };
}

/** Pours what the same region had on the drawing before. */
function pouringAsBefore(desk: ToolDesk, painting: Painting, first: PenSample): Gesture | null {
  const layer = layerInHand(desk);
  if (!layer) return null;
  const ready = desk.paints.proposalFor(layer, painting.drawing);
  const samples = [first];
  void ready.then((paint) => {
    if (!paint) {
      desk.say('No drawing before this one is painted: paint it first, or pour the swatch in hand.');
      return;
    }
    const nothing = samples.every(({ x, y }) => {
      const area = proposedAt(paint, x, y);
      if (area) painting.put('pour as before', (own) => pourInto(own, area, x, y));
      return !area;
    });
    if (nothing) desk.say('The drawing before has no paint in this region.');
  });
  return { move: (more) => void samples.push(...more), up() {}, cancel() {} };
}

/** The first touch names the region, the second, on another drawing, its place there: all between take the swatch. */
function touchAcross(desk: ToolDesk, { x, y }: PenSample): null {
  const painting = paintingOn(desk);
  if (!painting) return null;
  withRegions(desk, painting, (map) => {
    if (regionToPour(desk, map, x, y) === 0) return;
    const { across } = desk.view.getState();
    if (!across || across.drawing === painting.drawing.id) {
      desk.view.setState({ across: { drawing: painting.drawing.id, x, y } });
      desk.say('Now go to the last drawing and touch the same region there.');
    } else void endAcross(desk, painting.drawing, { x, y });
  });
  return null;
}
