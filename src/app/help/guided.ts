/**
 * Three minutes at the demo: six steps of the work, each done by doing it. A line at the foot says what comes next; nothing is in the way
 * of the pen, and one key ends it.
 */
import { Max, Min } from 'class-validator';
import { isFirstPass } from '../../core/between/index.ts';
import { totalFrames } from '../../core/sheet/index.ts';
import type { Shot } from '../../core/shot/index.ts';
import { deliveries } from '../session/deliveries.ts';
import { Kept } from '../session/kept.ts';

/** What a step is measured by: the shot as it was when the step came up, and how often the frame has changed since. */
export interface Since {
  shot: Shot;
  frames: number;
  deliveries: number;
}

export interface GuidedStep {
  title: string;
  words: string;
  /** Commands it is done by. */
  commands: readonly string[];
  /** The view it is done in. */
  view: 'desk' | 'paint' | 'export';
  /** The layer it is done on, where it is there. */
  layer?: string;
  frame?: number;
  done(since: Since, shot: Shot): boolean;
}

const sum = (shot: Shot, of: (drawing: Shot['drawings'][string]) => number) =>
  Object.values(shot.drawings).reduce((all, drawing) => all + of(drawing), 0);
const lines = (shot: Shot) => sum(shot, ({ ink }) => ink.length);
const areas = (shot: Shot) => sum(shot, ({ paint }) => paint.length);
const passes = (shot: Shot) => sum(shot, (drawing) => (isFirstPass(drawing) && drawing.ink.length > 0 ? 1 : 0));

export const GUIDED: readonly GuidedStep[] = [
  {
    title: 'Draw',
    words: 'Take the pencil and draw a line on the paper, over the keeper if you like.',
    commands: ['tool-pencil', 'undo'],
    view: 'desk',
    layer: 'Rough',
    frame: 0,
    done: (since, shot) => lines(shot) > lines(since.shot),
  },
  {
    title: 'Flip',
    words: 'Flip back and on between the drawings, a few times.',
    commands: ['flip-back', 'flip-on'],
    view: 'desk',
    layer: 'Keeper',
    frame: 19,
    done: (since) => since.frames >= 4,
  },
  {
    title: 'Hold',
    words: 'Hold this drawing a frame longer: what follows on the sheet is pushed.',
    commands: ['hold-longer', 'hold-shorter'],
    view: 'desk',
    layer: 'Keeper',
    frame: 19,
    done: (since, shot) =>
      shot.layers.some(
        ({ id, exposures }) =>
          totalFrames(exposures) !==
          totalFrames(since.shot.layers.find((each) => each.id === id)?.exposures ?? exposures),
      ),
  },
  {
    title: 'In-between',
    words: 'Put a tick more on the chart between the keys, have it drawn, look, and put it down.',
    commands: ['tick-more', 'between-draw', 'between-down'],
    view: 'desk',
    layer: 'Keeper',
    frame: 19,
    done: (since, shot) => passes(shot) > passes(since.shot),
  },
  {
    title: 'Pour',
    words: 'Take a swatch beside the paper and touch a region: it is poured up to the lines.',
    commands: ['tool-pour', 'swatch-next'],
    view: 'paint',
    layer: 'Keeper',
    frame: 19,
    done: (since, shot) =>
      areas(shot) !== areas(since.shot) ||
      Object.values(shot.drawings).some(({ id, paint }) => paint !== since.shot.drawings[id]?.paint),
  },
  {
    title: 'Deliver',
    words: 'Choose a film or a GIF and write it: it is made while you go on.',
    commands: [],
    view: 'export',
    done: (since) => deliveries.state.getState().all.length > since.deliveries,
  },
];

class Guided {
  /** The step that is shown; -1: none is. */
  @Min(-1) @Max(GUIDED.length - 1) step = -1;
  /** 1: it was gone through or left, and is not offered again by itself. */
  @Min(0) @Max(1) known = 0;
}

export const guided = new Kept({ key: 'guided', version: 1, shape: Guided });
