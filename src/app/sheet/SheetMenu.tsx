import { useCommands } from '../commands/context.ts';
import { type MenuPlan, menuOf } from '../commands/menu.ts';
import { MenuRows } from '../parts/Menu.tsx';

const CELL: MenuPlan = [
  'new-drawing',
  'copy-as-new',
  'reuse',
  'make-own',
  'split-hold',
  null,
  [
    'Hold',
    ['hold-longer', 'hold-shorter', 'slide-later', 'slide-earlier', 'type-hold', null, 'move-earlier', 'move-later'],
  ],
  ['On ones, twos…', ['on-ones', 'on-twos', 'on-threes', 'on-fours', null, 'fit-even', 'fit-in-proportion']],
  [
    'Reverse and repeat',
    [
      'there-and-back',
      'reverse',
      'repeat',
      null,
      'after-holds',
      'after-clears',
      'after-repeats',
      'after-back-and-forth',
    ],
  ],
  [
    'Moves',
    [
      'layer-box',
      'set-place',
      'drop-place',
      'place-earlier',
      'place-later',
      null,
      'space-move',
      'space-moves',
      'read-moves',
      null,
      'bend-layer',
      'bend-along',
    ],
  ],
  ['Bundle', ['bundle-layers', 'open-bundle', 'leave-bundle', 'bundle-again', 'take-apart', null, 'bring-shot']],
  ['Shift', ['shift-earlier', 'shift-later', null, 'round-back', 'round-on']],
  ['Frames', ['frame-in', 'frame-out', null, 'frame-in-all', 'frame-out-all', null, 'length', 'read-timing']],
  null,
  [
    'Mark',
    [
      'mark-key',
      'mark-breakdown',
      'mark-between',
      null,
      'stage-0',
      'stage-1',
      'stage-2',
      'stage-3',
      null,
      'type-drawing',
      'label',
      'renumber',
    ],
  ],
  ['Notes', ['note', 'next-pencil', 'notes-earlier', 'notes-later', 'notes-clear', null, 'marker', 'pin-sound']],
  ['Sound', ['write-sound', 'sounds-earlier', 'sounds-later', 'sounds-recolour', 'sounds-clear']],
  ['Mouths', ['mouths-fill', 'mouths-sit', 'mouth-guide', 'mouth-lead']],
  ['Range', ['range-from', 'range-to', 'range-chosen', 'range-all']],
  null,
  'cut',
  'cut-close',
  'copy',
  'put-in',
  'put-over',
  'put-new',
  null,
  'empty-cell',
  'close-up',
];

const HEAD: MenuPlan = [
  'choose-layer',
  'fold-column',
  null,
  'trace-over',
  'duplicate-layer',
  'merge-down',
  'renumber',
  null,
  'show-layer',
  'lock-layer',
  'guide-layer',
  null,
  'layer-up',
  'layer-down',
  null,
  'remove-layer',
];

/** What can be done with the cell, or the column, under the pen; made only when the menu opens. */
export function SheetMenu({ of }: { of: 'cell' | 'head' }) {
  const commands = useCommands();
  return <MenuRows kind="context" items={menuOf(commands, of === 'cell' ? CELL : HEAD)} />;
}
