import { VIEWS } from '../frame/views.ts';
import type { Command } from './register.ts';

export const shotCommands: Command[] = [
  ...VIEWS.map(
    ({ path, name }, i): Command => ({
      id: `view-${path}`,
      name: `${name} view`,
      group: 'Shot',
      keys: [`Shift+Digit${i + 1}`],
      run: ({ go }) => go(path),
    }),
  ),
  { id: 'shelf', name: 'To the list of shots', group: 'Shot', keys: ['Shift+Escape'], run: ({ go }) => go('/') },
  {
    id: 'shot-settings',
    name: 'Shot settings',
    group: 'Shot',
    keys: ['$mod+Comma'],
    run: ({ window }) => window('shot'),
  },
  { id: 'commands', name: 'All commands', group: 'Shot', keys: ['$mod+KeyK'], run: ({ window }) => window('commands') },
  { id: 'keys', name: 'Keys', group: 'Shot', keys: ['Shift+Slash'], run: ({ window }) => window('keys') },
];
