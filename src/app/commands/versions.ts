/** Versions: kept by one key, listed, looked at in turn with the present. */
import { sentence } from '../parts/files.ts';
import { besideOrNot, keepNow, nameByTime, otherTiming } from '../versions/versions.ts';
import type { Command, CommandContext } from './register.ts';

/** The key for the other timing is down. */
let held = false;

const isPlaying = ({ player }: CommandContext) => player.state.getState().state === 'playing';

/** Says what came of it, where there is something to say. */
const said = (context: CommandContext, work: Promise<string>) =>
  void work.then((why) => why && context.say(why)).catch((error) => context.say(sentence(error)));

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
    run: (context) => said(context, otherTiming(context)),
  },
  {
    id: 'play-other-timing',
    name: 'Play the other timing while held',
    group: 'Playing',
    keys: ['Alt+F3'],
    run: (context) => {
      held = true;
      const { session } = context;
      const start = async () => {
        const why = await otherTiming(context);
        // The key may have been let go while the version was read.
        if (!held) session.lookAt(null);
        else if (!why && !isPlaying(context)) context.player.toggle();
        return why;
      };
      said(context, start());
    },
    release: (context) => {
      held = false;
      if (isPlaying(context)) context.player.toggle();
      context.session.lookAt(null);
    },
  },
  {
    id: 'version-beside',
    name: 'A version beside the present on the sheet, on / off',
    group: 'Sheet',
    keys: ['$mod+F3'],
    run: (context) => said(context, besideOrNot(context)),
  },
];
