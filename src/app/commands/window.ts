/** The window itself: by day or by lamp, how large, on which side the sheet stands, the paper in all of it. */
import { guided } from '../help/guided.ts';
import { askWhatIsThis } from '../help/what-is-this.ts';
import { db } from '../library.ts';
import { LOOKS, looks, SIZES } from '../session/looks.ts';
import type { Command } from './register.ts';

const SAID = {
  system: 'The desk looks as the system is set.',
  day: 'The desk looks as by day.',
  lamp: 'The desk looks as by lamp.',
};

/** Makes words, buttons and panels one size larger or smaller. @returns what to say of it */
function resize(by: 1 | -1): string {
  const at = SIZES.indexOf(looks.get().size) + by;
  const size = SIZES[at];
  if (!size) return `Words and buttons are at their ${by > 0 ? 'largest' : 'smallest'}.`;
  void looks.put(db, { size });
  return `Words and buttons at ${size} %. The paper keeps its own scale.`;
}

export const windowCommands: Command[] = [
  { id: 'help', name: 'Help, in the order of the work', group: 'Window', keys: ['F1'], run: ({ go }) => go('/help') },
  {
    id: 'what-is-this',
    name: 'What is this?',
    group: 'Window',
    keys: ['Shift+F1'],
    run: ({ commands, say }) => {
      askWhatIsThis(commands, say);
      say('Press whatever you want to know of. Esc gives it up.');
    },
  },
  {
    id: 'guided',
    name: 'Three minutes at the demo, begin or leave',
    group: 'Window',
    keys: ['F10'],
    run: ({ say }) => {
      const begin = guided.get().step < 0;
      void guided.put(db, { step: begin ? 0 : -1, known: 1 });
      if (!begin) say('Left. The same key begins again.');
    },
  },
  {
    id: 'looks-next',
    name: 'By day, by lamp, or as the system is',
    group: 'Window',
    keys: ['$mod+Alt+KeyL'],
    run: ({ say }) => {
      const next = LOOKS[(LOOKS.indexOf(looks.get().looks) + 1) % LOOKS.length];
      void looks.put(db, { looks: next });
      say(SAID[next]);
    },
  },
  {
    id: 'larger',
    name: 'Larger words and buttons',
    group: 'Window',
    keys: ['$mod+Alt+Equal'],
    run: ({ say }) => say(resize(1)),
  },
  {
    id: 'smaller',
    name: 'Smaller words and buttons',
    group: 'Window',
    keys: ['$mod+Alt+Minus'],
    run: ({ say }) => say(resize(-1)),
  },
  {
    id: 'sheet-side',
    name: 'Sheet on the other side',
    group: 'Window',
    keys: ['$mod+Alt+KeyR'],
    run: () => void looks.put(db, { sheet: looks.get().sheet === 'right' ? 'left' : 'right' }),
  },
  {
    id: 'whole-window',
    name: 'The whole window for the paper, on / off',
    group: 'Window',
    keys: ['Slash'],
    run: ({ view, say }) => {
      const wholeWindow = !view.getState().wholeWindow;
      view.setState({ wholeWindow });
      if (wholeWindow) say('Tools, sheet, options and Roll slide in at the edges. The same key brings all back.');
    },
  },
];
