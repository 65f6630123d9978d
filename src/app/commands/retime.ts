/** Stretches timed anew: fitted, there and back, reversed, repeated, shifted; frames put in and taken out. */

import {
  fitEven,
  fitInProportion,
  insertFrames,
  insertTime,
  layerOf,
  lockedAfter,
  pushSpan,
  removeFrames,
  removeTime,
  repeatTo,
  retimeLayer,
  retimeSpan,
  reverseSpan,
  rotateByDrawings,
  rotateByFrames,
  type Span,
  startFrames,
  stretchFrames,
  thereAndBack,
  totalFrames,
  touched,
} from '../../core/sheet/index.ts';
import { AFTER_LAST, type AfterLast, type Shot, soundEnd } from '../../core/shot/index.ts';
import type { TimingWishes } from '../session/slices/sheet.ts';
import { layerInHand } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';
import { chosen, chosenOrLayer, named, timed, timedSpan } from './timed.ts';

const hasLayer = (context: CommandContext) => chosenOrLayer(context) !== null;

export function fitTo(context: CommandContext, how: 'even' | 'in proportion'): void {
  const span = chosenOrLayer(context);
  if (!span) return;
  const frames = context.view.getState().timing.fit;
  const edit = how === 'even' ? fitEven : fitInProportion;
  timedSpan(context, span, `fit to ${frames} frames`, (shot) =>
    retimeSpan(shot, span, (all, from, to) => edit(all, from, to, frames)),
  );
}

function goThereAndBack(context: CommandContext): void {
  const span = chosenOrLayer(context);
  const { ends } = context.view.getState().timing;
  if (span)
    timedSpan(context, span, 'there and back', (shot) =>
      retimeSpan(shot, span, (all, from, to) => thereAndBack(all, from, to, ends)),
    );
}

function goBackwards(context: CommandContext): void {
  const span = chosenOrLayer(context);
  if (span) timedSpan(context, span, 'reverse', (shot) => reverseSpan(shot, span));
}

/** How long a stretch that begins on `start` and is `length` frames long becomes when it is repeated so. */
function repeatedFrames(shot: Shot, wishes: TimingWishes, start: number, length: number): number {
  if (wishes.repeatBy === 'times') return length * wishes.repeat;
  if (wishes.repeatBy === 'total') return wishes.repeat;
  if (wishes.repeatBy === 'frame') return wishes.repeat - start;
  return soundEnd(shot) - start;
}

/** What repeating would give: the frames of the stretch now and after, of the first layer; for the words beside the button. */
export function repeatForesight(
  context: Pick<CommandContext, 'session' | 'view'>,
): { now: number; after: number } | null {
  const span = chosenOrLayer(context);
  if (!span) return null;
  const { shot } = context.session;
  const { exposures } = layerOf(shot, span.layers[0]);
  const { from, to } = touched(exposures, span.from, span.to);
  const now = stretchFrames(exposures, from, to);
  return { now, after: repeatedFrames(shot, context.view.getState().timing, startFrames(exposures)[from], now) };
}

export function repeat(context: CommandContext): void {
  const span = chosenOrLayer(context);
  if (!span) return;
  const { timing } = context.view.getState();
  const gives = repeatForesight(context);
  const done = timedSpan(context, span, 'repeat', (shot) =>
    retimeSpan(shot, span, (all, from, to) =>
      repeatTo(all, from, to, repeatedFrames(shot, timing, startFrames(all)[from], stretchFrames(all, from, to))),
    ),
  );
  if (!done && timing.repeatBy === 'sound' && soundEnd(context.session.shot) === 0)
    context.say('There is no sound in this shot to repeat until. Bring one in in the Sound view.');
  else if (!done && gives && gives.after <= gives.now)
    context.say('That is no longer than it is now, so nothing is repeated.');
}

/** Moves what is chosen, or the layer; earlier or later by the card's frames or drawings, round when it says so. */
export function shift(
  context: CommandContext,
  wishes: Pick<TimingWishes, 'shift' | 'shiftBy' | 'round'>,
  towards: -1 | 1,
) {
  const span = chosenOrLayer(context);
  if (!span) return;
  const label = towards < 0 ? 'shift earlier' : 'shift later';
  if (!wishes.round) {
    let moved = 0;
    const done = timed(context, span.layers, label, (shot) => {
      moved = pushSpan(shot, span, towards * framesOf(shot, span, wishes));
    });
    if (done && chosen(context)) moveSelection(context, moved);
    if (!done) context.say('It stands at its earliest: the drawing before is held one frame, or there is none.');
    return;
  }
  timed(context, span.layers, label, (shot) => {
    for (const id of span.layers) {
      retimeLayer(shot, id, (all) => {
        if (wishes.shiftBy === 'frames') {
          const to = Math.min(span.to, totalFrames(all));
          // The way in of a cycle is no part of it.
          const from = chosen(context) || all[0]?.cell ? span.from : all[0].frames;
          return to > from ? rotateByFrames(all, from, to, towards * wishes.shift) : all;
        }
        const part = touched(all, span.from, span.to);
        const from = chosen(context) || all[0]?.cell ? part.from : 1;
        return rotateByDrawings(all, from, part.to, towards * wishes.shift);
      });
    }
  });
}

/** Frames of a shift by so many drawings: those the first drawings of the stretch are held. */
function framesOf(shot: Shot, span: Span, { shift: count, shiftBy }: Pick<TimingWishes, 'shift' | 'shiftBy'>): number {
  if (shiftBy === 'frames') return count;
  const { exposures } = layerOf(shot, span.layers[0]);
  const { from, to } = touched(exposures, span.from, span.to);
  return stretchFrames(exposures, from, Math.min(to, from + count));
}

function moveSelection({ view }: CommandContext, by: number): void {
  view.setState(({ selection }) =>
    selection
      ? {
          selection: {
            ...selection,
            from: selection.from + by,
            to: selection.to + by,
            anchor: { ...selection.anchor, frame: selection.anchor.frame + by },
          },
        }
      : {},
  );
}

/** The layers frames are put in and taken out of: those chosen, or the one in hand. */
function layersInHand(context: CommandContext): string[] {
  const layer = layerInHand(context);
  return chosen(context)?.layers ?? (layer ? [layer.id] : []);
}

export function putFramesIn(context: CommandContext, count: number, where: 'chosen' | 'all'): void {
  const { frame } = context.view.getState();
  const ids = layersInHand(context);
  if (where === 'chosen') {
    const done = timed(context, ids, 'put frames in', (shot) => {
      for (const id of ids) retimeLayer(shot, id, (all) => insertFrames(all, frame, count));
    });
    if (!done) context.say('Nothing stands here or later, so there is nothing to move.');
    return;
  }
  timed(context, [], 'put frames in', (shot) => insertTime(shot, frame, count));
  sayLocked(context, frame);
}

export function takeFramesOut(context: CommandContext, count: number, where: 'chosen' | 'all'): void {
  const { frame } = context.view.getState();
  const span = chosen(context) ?? { layers: layersInHand(context), from: frame, to: frame + count };
  if (where === 'chosen') {
    timed(context, span.layers, 'take frames out', (shot) => {
      for (const id of span.layers) retimeLayer(shot, id, (all) => removeFrames(all, span.from, span.to));
    });
    return;
  }
  timed(context, [], 'take frames out', (shot) => removeTime(shot, span.from, span.to));
  sayLocked(context, span.from);
}

function sayLocked({ session, say }: CommandContext, frame: number): void {
  const locked = lockedAfter(session.shot, frame);
  if (locked.length > 0) say(`${named(locked)}: locked, so left as it was. Sounds, notes and all other layers moved.`);
}

export const AFTER_WORDS: Record<AfterLast, string> = {
  holds: 'holds',
  clears: 'clears',
  repeats: 'repeats',
  'back-and-forth': 'goes back and forth',
};

const ONE = { shift: 1, shiftBy: 'frames', round: false } as const;

export const retimeCommands: Command[] = [
  {
    id: 'there-and-back',
    name: 'There and back',
    group: 'Timing',
    keys: ['KeyY'],
    when: hasLayer,
    run: goThereAndBack,
  },
  { id: 'reverse', name: 'Reverse', group: 'Timing', keys: ['Shift+KeyY'], when: hasLayer, run: goBackwards },
  {
    id: 'fit-even',
    name: 'Fit to the card’s frames, even steps',
    group: 'Timing',
    keys: ['Alt+KeyF'],
    when: hasLayer,
    run: (context) => fitTo(context, 'even'),
  },
  {
    id: 'fit-in-proportion',
    name: 'Fit to the card’s frames, in proportion',
    group: 'Timing',
    keys: ['Alt+Shift+KeyF'],
    when: hasLayer,
    run: (context) => fitTo(context, 'in proportion'),
  },
  { id: 'repeat', name: 'Repeat as the card says', group: 'Timing', keys: ['Alt+KeyR'], when: hasLayer, run: repeat },
  {
    id: 'shift-earlier',
    name: 'Shift one frame earlier',
    group: 'Timing',
    keys: ['Alt+Shift+ArrowUp'],
    when: hasLayer,
    run: (context) => shift(context, ONE, -1),
  },
  {
    id: 'shift-later',
    name: 'Shift one frame later',
    group: 'Timing',
    keys: ['Alt+Shift+ArrowDown'],
    when: hasLayer,
    run: (context) => shift(context, ONE, 1),
  },
  {
    id: 'round-back',
    name: 'First drawing round to the end',
    group: 'Timing',
    keys: ['Alt+Comma'],
    when: hasLayer,
    run: (context) => shift(context, { shift: 1, shiftBy: 'drawings', round: true }, -1),
  },
  {
    id: 'round-on',
    name: 'Last drawing round to the front',
    group: 'Timing',
    keys: ['Alt+Period'],
    when: hasLayer,
    run: (context) => shift(context, { shift: 1, shiftBy: 'drawings', round: true }, 1),
  },
  {
    id: 'frame-in',
    name: 'Put a frame in, this layer',
    group: 'Timing',
    keys: ['Insert', 'Alt+KeyI'],
    run: (context) => putFramesIn(context, 1, 'chosen'),
  },
  {
    id: 'frame-in-all',
    name: 'Put a frame in, whole shot',
    group: 'Timing',
    keys: ['Shift+Insert', 'Alt+Shift+KeyI'],
    run: (context) => putFramesIn(context, 1, 'all'),
  },
  {
    id: 'frame-out',
    name: 'Take a frame out, this layer',
    group: 'Timing',
    keys: ['Backspace'],
    run: (context) => takeFramesOut(context, 1, 'chosen'),
  },
  {
    id: 'frame-out-all',
    name: 'Take a frame out, whole shot',
    group: 'Timing',
    keys: ['Shift+Backspace'],
    run: (context) => takeFramesOut(context, 1, 'all'),
  },
  ...AFTER_LAST.map(
    (each, i): Command => ({
      id: `after-${each}`,
      name: `After the last drawing the layer ${AFTER_WORDS[each]}`,
      group: 'Timing',
      keys: [`Alt+Digit${i + 5}`],
      run: (context) => {
        const ids = layersInHand(context);
        timed(context, ids, 'after the last drawing', (shot) => {
          for (const id of ids) layerOf(shot, id).afterLast = each;
        });
      },
    }),
  ),
];
