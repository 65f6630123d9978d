/** Versions: kept by one key, listed, looked at in turn with the present. */
import { sentence } from '../parts/files.ts';
import { keepNow, nameByTime, otherTiming } from '../versions/versions.ts';
import type { Command } from './register.ts';

export const versionCommands: Command[] = [
  {
    id: 'keep-version',
    name: 'Keep the shot as it is now as a version',
    group: 'Shot',
    keys: ['$mod+KeyS'],
    when: ({ session }) => session.readOnly === null && session.lookedAt === null,
    run: (context) => {
      const name = nameByTime();
      void keepNow(context, name, false)
        .then(() => context.say(`Kept as “${name}”.`))
        .catch((error) => context.say(sentence(error)));
    },
  },
  {
    id: 'versions',
    name: 'Versions of the shot',
    group: 'Shot',
    keys: ['$mod+Alt+KeyS'],
    run: ({ window }) => window('versions'),
  },
  {
    id: 'other-timing',
    name: 'The version and the present in turn',
    group: 'Shot',
    keys: ['Shift+F3'],
    run: (context) => {
      void otherTiming(context)
        .then((why) => why && context.say(why))
        .catch((error) => context.say(sentence(error)));
    },
  },
];
