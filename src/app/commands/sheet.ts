/** The sheet itself: rows, the played range, the length of the shot. */

import type { Command, CommandContext } from './register.ts';
import { chosen } from './timed.ts';

const ROW_HEIGHTS = [12, 14, 18, 24, 32];

/** The step nearest a row height. */
const nearest = (height: number) =>
  ROW_HEIGHTS.reduce((best, each, i) => (Math.abs(each - height) < Math.abs(ROW_HEIGHTS[best] - height) ? i : best), 0);

function rowsBy(by: number) {
  return ({ view }: Pick<CommandContext, 'view'>) =>
    view.setState(({ rowHeight }) => ({
      rowHeight: ROW_HEIGHTS[Math.max(0, Math.min(ROW_HEIGHTS.length - 1, nearest(rowHeight) + by))],
    }));
}

export const sheetCommands: Command[] = [
  {
    id: 'rows-lower',
    name: 'Lower rows',
    group: 'Sheet',
    keys: ['Alt+Minus'],
    when: ({ view }) => view.getState().rowHeight > ROW_HEIGHTS[0],
    run: rowsBy(-1),
  },
  {
    id: 'rows-higher',
    name: 'Higher rows',
    group: 'Sheet',
    keys: ['Alt+Equal'],
    when: ({ view }) => view.getState().rowHeight < ROW_HEIGHTS.at(-1)!,
    run: rowsBy(1),
  },
  {
    id: 'range-chosen',
    name: 'Range is what is chosen',
    group: 'Playing',
    keys: ['Shift+BracketRight'],
    when: (context) => chosen(context) !== null,
    run: (context) => {
      const span = chosen(context);
      const last = context.session.shot.length - 1;
      if (span && span.from <= last)
        context.view.setState({ range: { from: span.from, to: Math.min(last, span.to - 1) } });
    },
  },
  {
    id: 'length',
    name: 'Length of the shot',
    group: 'Sheet',
    keys: ['Alt+KeyE'],
    run: ({ window }) => window('length'),
  },
  {
    id: 'read-timing',
    name: 'Read a timing (CSV, JSON)',
    group: 'Sheet',
    keys: ['Alt+Insert'],
    run: ({ window }) => window('timing'),
  },
];
