/** Holds: longer, shorter, slid, on ones and twos, off the sheet. */
import {
  closeUpSpan,
  emptySpan,
  holdsBy,
  retimeLayer,
  retimeSpan,
  type Span,
  setHolds,
  slideChange,
  swapWithNeighbour,
} from '../../core/sheet/index.ts';
import { beginEntry } from './begin-entry.ts';
import { exposureInHand, layerInHand } from './layer-in-hand.ts';
import type { Command, CommandContext } from './register.ts';
import { chosenOrExposure, chosenOrLayer, hasAny, hasCell, reselect, timed, timedSpan } from './timed.ts';

/** Every drawing chosen, or the one in hand, held longer or shorter; what follows is pushed. */
function holdBy(by: number) {
  return (context: CommandContext) => {
    const span = chosenOrExposure(context);
    if (!span) return;
    timedSpan(context, span, by > 0 ? 'hold longer' : 'hold shorter', (shot) =>
      retimeSpan(shot, span, (all, from, to) => holdsBy(all, from, to, by)),
    );
  };
}

/** The change at the end of the hold in hand slid; the next drawing gives or takes. */
function slideBy(by: number) {
  return (context: CommandContext) => {
    const layer = layerInHand(context);
    const placed = exposureInHand(context);
    if (!layer || !placed?.exposure.cell) return;
    if (!layer.exposures[placed.index + 1]) {
      context.say('No drawing follows to slide the change with.');
      return;
    }
    const done = timed(context, [layer.id], 'slide the change', (shot) =>
      retimeLayer(shot, layer.id, (all) => slideChange(all, placed.index + 1, by)),
    );
    if (!done && !layer.locked)
      context.say(
        by > 0
          ? 'The next drawing is held one frame and gives none.'
          : 'This drawing is held one frame and gives none.',
      );
  };
}

export function hold(context: CommandContext, span: Span, frames: number): void {
  timedSpan(context, span, 'hold', (shot) =>
    retimeSpan(shot, span, (all, from, to) => setHolds(all, from, to, frames)),
  );
}

const ONES = ['ones', 'twos', 'threes', 'fours'];

function swap(towards: -1 | 1) {
  return (context: CommandContext) => {
    const layer = layerInHand(context);
    const placed = exposureInHand(context);
    if (!layer || !placed) return;
    timed(context, [layer.id], towards < 0 ? 'move earlier' : 'move later', (shot) =>
      retimeLayer(shot, layer.id, (all) => swapWithNeighbour(all, placed.index, towards)),
    );
  };
}

/** Opens the little field for a hold, with the digit that was pressed. */
function typeHold(context: CommandContext, key: string): void {
  if (!chosenOrExposure(context)) context.say('There is no drawing here to hold. Enter writes one’s number.');
  else beginEntry(context, 'hold', /\d$/.exec(key)?.[0] ?? '');
}

export const holdCommands: Command[] = [
  { id: 'hold-longer', name: 'Hold one frame longer', group: 'Timing', keys: ['Equal'], when: hasAny, run: holdBy(1) },
  {
    id: 'hold-shorter',
    name: 'Hold one frame shorter',
    group: 'Timing',
    keys: ['Minus'],
    when: hasAny,
    run: holdBy(-1),
  },
  {
    id: 'slide-later',
    name: 'Slide the change later, total unchanged',
    group: 'Timing',
    keys: ['Shift+Equal'],
    when: hasCell,
    run: slideBy(1),
  },
  {
    id: 'slide-earlier',
    name: 'Slide the change earlier, total unchanged',
    group: 'Timing',
    keys: ['Shift+Minus'],
    when: hasCell,
    run: slideBy(-1),
  },
  {
    id: 'type-hold',
    keysSay: '0–9',
    name: 'Type a hold',
    group: 'Timing',
    keys: Array.from({ length: 10 }, (_, i) => `Digit${i}`).concat(Array.from({ length: 10 }, (_, i) => `Numpad${i}`)),
    run: typeHold,
  },
  ...ONES.map(
    (name, i): Command => ({
      id: `on-${name}`,
      name: `On ${name}`,
      group: 'Timing',
      keys: [`Alt+Digit${i + 1}`],
      when: (context) => chosenOrLayer(context) !== null,
      run: (context) => hold(context, chosenOrLayer(context)!, i + 1),
    }),
  ),
  {
    id: 'move-earlier',
    name: 'Move before its neighbour',
    group: 'Timing',
    keys: ['Alt+ArrowUp'],
    when: hasCell,
    run: swap(-1),
  },
  {
    id: 'move-later',
    name: 'Move after its neighbour',
    group: 'Timing',
    keys: ['Alt+ArrowDown'],
    when: hasCell,
    run: swap(1),
  },
  {
    id: 'empty-cell',
    name: 'Take off the sheet, leave empty',
    group: 'Timing',
    keys: ['Delete'],
    when: hasAny,
    run: (context) => {
      const span = chosenOrExposure(context);
      if (span) timed(context, span.layers, 'take off the sheet', (shot) => emptySpan(shot, span));
    },
  },
  {
    id: 'close-up',
    name: 'Take off the sheet, close up',
    group: 'Timing',
    keys: ['Shift+Delete'],
    when: hasAny,
    run: (context) => {
      const span = chosenOrExposure(context);
      if (span && timed(context, span.layers, 'close up', (shot) => closeUpSpan(shot, span)))
        reselect(context, { ...span, to: span.from + 1 });
    },
  },
];
