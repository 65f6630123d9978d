/** Every edit of the sheet an animator can make, each done to a place told by a few numbers. */
import {
  addDrawing,
  addTick,
  addTraceOver,
  CHART_PRESETS,
  chartAt,
  clearNotes,
  closeUpSpan,
  copyAsNew,
  dropTick,
  duplicateLayer,
  emptySpan,
  exposeAgain,
  fitEven,
  fitInProportion,
  holdsBy,
  insertFrames,
  insertTime,
  makeOwn,
  mergeDown,
  moveLayer,
  moveNotes,
  movePiece,
  moveStart,
  nameFrame,
  newDrawing,
  pinClip,
  pushFrom,
  pushSpan,
  putPiece,
  removeFrames,
  removeTime,
  renumber,
  repeatSpan,
  repeatTo,
  retimeLayer,
  retimeSpan,
  reverse,
  rotateByDrawings,
  rotateByFrames,
  type Span,
  setHold,
  setHolds,
  setSpacing,
  setSpacings,
  slideChange,
  splitHold,
  swapWithNeighbour,
  type TimingChart,
  takePiece,
  thereAndBack,
  unusedDrawings,
  whyNotMerge,
  writeDrawing,
  writeNote,
} from '../src/core/sheet/index.ts';
import { AFTER_LAST, type Exposure, type Layer, NOTE_COLOURS, type Shot } from '../src/core/shot/index.ts';

/** Numbers that say what an operation is done to; each takes what it needs. */
export interface Dice {
  layer: number;
  frame: number;
  by: number;
}

export type Operation = (shot: Shot, dice: Dice) => void;

/** Sheets in tests stay so short: an operation that would make one longer is left out. */
export const LONGEST = 240;

const layerBy = (shot: Shot, { layer }: Dice): Layer => shot.layers[layer % shot.layers.length];

/** An edit of one layer's exposures at a place that exists. */
function at(edit: (exposures: Exposure[], index: number, by: number) => Exposure[]): Operation {
  return (shot, dice) =>
    retimeLayer(shot, layerBy(shot, dice).id, (all) =>
      all.length === 0 ? all : edit(all, dice.frame % all.length, dice.by),
    );
}

/** A stretch of frames on one or two layers. */
function spanBy(shot: Shot, dice: Dice): Span {
  const first = dice.layer % shot.layers.length;
  const from = dice.frame;
  return {
    layers: shot.layers.slice(first, first + 1 + (dice.by & 1)).map(({ id }) => id),
    from,
    to: from + 1 + Math.abs(dice.by),
  };
}

function over(edit: (all: Exposure[], from: number, to: number, by: number) => Exposure[]): Operation {
  return (shot, dice) => void retimeSpan(shot, spanBy(shot, dice), (all, from, to) => edit(all, from, to, dice.by));
}

/** Operations on timing: none of them may lose a drawing from the shot or leave a hold of nothing. */
export const TIMING: Record<string, Operation> = {
  hold: at(setHold),
  slide: at(slideChange),
  push: at(pushFrom),
  carry: at((all, i, by) => moveStart(all, i, i + 3 * by)),
  swap: at((all, i, by) => swapWithNeighbour(all, i, by > 0 ? 1 : -1)),
  'longer and shorter': over(holdsBy),
  'on N': over((all, from, to, by) => setHolds(all, from, to, by)),
  'fit even': over((all, from, to, by) => fitEven(all, from, to, 4 * Math.abs(by))),
  'fit in proportion': over((all, from, to, by) => fitInProportion(all, from, to, 3 * Math.abs(by))),
  reverse: over(reverse),
  'there and back': over((all, from, to, by) =>
    thereAndBack(all, from, to, (['once', 'home', 'twice'] as const)[Math.abs(by) % 3]),
  ),
  repeat: over((all, from, to, by) => repeatTo(all, from, to, 20 + 2 * by)),
  'round by drawings': over(rotateByDrawings),
  'round by frames': (shot, dice) => {
    const { layers, from, to } = spanBy(shot, dice);
    for (const id of layers) retimeLayer(shot, id, (all) => rotateByFrames(all, from, to, dice.by));
  },
  'shift a span': (shot, dice) => void pushSpan(shot, spanBy(shot, dice), dice.by),
  'frames in': (shot, dice) =>
    retimeLayer(shot, layerBy(shot, dice).id, (all) => insertFrames(all, dice.frame, Math.abs(dice.by))),
  'frames out': (shot, dice) =>
    retimeLayer(shot, layerBy(shot, dice).id, (all) => removeFrames(all, dice.frame, dice.frame + Math.abs(dice.by))),
  'time in': (shot, dice) => insertTime(shot, dice.frame % shot.length, 1 + (Math.abs(dice.by) % 4)),
  'time out': (shot, dice) => {
    const from = dice.frame % shot.length;
    const to = from + 1 + (Math.abs(dice.by) % 4);
    if (to - from < shot.length) removeTime(shot, from, to);
  },
  cut: (shot, dice) => emptySpan(shot, spanBy(shot, dice)),
  'close up': (shot, dice) => closeUpSpan(shot, spanBy(shot, dice)),
  'put in': (shot, dice) => {
    const span = spanBy(shot, dice);
    putPiece(shot, takePiece(shot, span), span.layers, Math.abs(dice.by) * 3, 'in');
  },
  'put over': (shot, dice) => {
    const span = spanBy(shot, dice);
    putPiece(shot, takePiece(shot, span), span.layers, Math.abs(dice.by) * 3, 'over', 'new');
  },
  'drag to another layer': (shot, dice) => {
    const span = spanBy(shot, { ...dice, by: dice.by & ~1 });
    const to = shot.layers[(dice.layer + 1) % shot.layers.length];
    movePiece(shot, span, [to.id], Math.max(0, dice.frame + dice.by));
  },
  'use again': (shot, dice) => void repeatSpan(shot, spanBy(shot, dice), 'reuse'),
  'copy as new': (shot, dice) => void copyAsNew(shot, layerBy(shot, dice).id, dice.frame, 2),
  'new drawing': (shot, dice) => void addDrawing(shot, layerBy(shot, dice).id, dice.frame, 1 + Math.abs(dice.by)),
  'split hold': (shot, dice) => {
    const layer = layerBy(shot, dice);
    retimeLayer(shot, layer.id, (all) => {
      const made = newDrawing(shot, layer.id);
      return splitHold(all, dice.frame % Math.max(1, all.length), { kind: 'drawing', drawing: made.id }) ?? all;
    });
  },
  'make its own': (shot, dice) => void makeOwn(shot, spanBy(shot, dice)),
  'put back': (shot, dice) => {
    const layer = layerBy(shot, dice);
    const [unused] = unusedDrawings(shot, layer.id);
    if (unused) exposeAgain(shot, layer.id, dice.frame, unused.id, 2);
  },
  'write a number': (shot, dice) => {
    const layer = layerBy(shot, dice);
    const drawing = Object.values(shot.drawings).find(({ layerId }) => layerId === layer.id);
    if (drawing) writeDrawing(shot, layer.id, dice.frame, drawing.id, 2);
  },
  renumber: (shot, dice) => renumber(shot, layerBy(shot, dice).id),
  'after the last': (shot, dice) => void (layerBy(shot, dice).afterLast = AFTER_LAST[dice.frame % 4]),
  'trace over': (shot, dice) => {
    if (shot.layers.length < 7) addTraceOver(shot, layerBy(shot, dice).id);
  },
  duplicate: (shot, dice) => {
    if (shot.layers.length < 7) duplicateLayer(shot, layerBy(shot, dice).id);
  },
  merge: (shot, dice) => {
    const layer = layerBy(shot, dice);
    if (shot.layers.length > 3 && !whyNotMerge(shot, layer.id)) mergeDown(shot, layer.id);
  },
  'move layer': (shot, dice) => moveLayer(shot, layerBy(shot, dice).id, dice.by),
};

/** An edit of the timing chart between a layer's first and last drawing. */
function charted(edit: (shot: Shot, chart: TimingChart, dice: Dice) => void): Operation {
  return (shot, dice) => {
    const layer = layerBy(shot, dice);
    const ids = layer.exposures.flatMap(({ cell }) => (cell?.kind === 'drawing' ? cell.drawing : []));
    if (ids.length < 2) return;
    for (const id of [ids[0], ids.at(-1)!]) shot.drawings[id].role = 'key';
    const chart = chartAt(shot, layer.id, dice.frame);
    if (chart) edit(shot, chart, dice);
  };
}

/** Edits of timing charts: blank drawings they take off are gone, all others stay in the shot. */
export const CHARTS: Record<string, Operation> = {
  'a tick more': charted((shot, chart) => void (chart.ticks.length < 12 && addTick(shot, chart, 2))),
  'a tick off': charted((shot, chart, { frame }) => {
    const tick = chart.ticks[frame % Math.max(1, chart.ticks.length)];
    if (tick) dropTick(shot, chart, tick.drawing.id);
  }),
  'move a tick': charted((shot, chart, { frame, by }) => {
    const tick = chart.ticks[frame % Math.max(1, chart.ticks.length)];
    if (tick) setSpacing(shot, chart, tick.drawing.id, by / 12);
  }),
  'space a chart': charted((shot, chart, { frame, by }) => {
    const drawn = chart.ticks.filter(({ drawing }) => drawing.ink.length + drawing.paint.length > 0).length;
    const preset = CHART_PRESETS[frame % CHART_PRESETS.length];
    const count = preset.count ?? Math.max(drawn, Math.abs(by) % 7);
    if (count >= drawn) setSpacings(shot, chart, preset.spacings(count), 2);
  }),
};

/** What stands beside the drawings. */
export const BESIDE: Record<string, Operation> = {
  note: (shot, dice) => writeNote(shot, dice.frame, NOTE_COLOURS[dice.layer % 3], dice.by < 0 ? '' : `note ${dice.by}`),
  'move notes': (shot, dice) => void moveNotes(shot, NOTE_COLOURS[dice.layer % 3], dice.by),
  'clear notes': (shot, dice) => clearNotes(shot, NOTE_COLOURS[dice.layer % 3]),
  marker: (shot, dice) => nameFrame(shot, dice.frame, dice.by < -6 ? '' : `mark ${dice.by}`),
  pin: (shot, dice) => {
    const [exposure] = layerBy(shot, dice).exposures.slice(dice.frame % 5);
    const [clip] = shot.tracks.flatMap(({ clips }) => clips);
    if (clip) pinClip(shot, clip.id, dice.by < -6 || !exposure ? null : exposure.id);
  },
};
