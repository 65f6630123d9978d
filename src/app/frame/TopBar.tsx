import More from 'lucide-react/icons/ellipsis';
import Redo from 'lucide-react/icons/redo-2';
import Undo from 'lucide-react/icons/undo-2';
import { Link, NavLink } from 'react-router';
import { referenceBytes, withoutReference } from '../../core/reference/index.ts';
import { sizeInWords } from '../../core/shot/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { commandItem } from '../commands/menu.ts';
import { Hint, IconButton } from '../parts/Button.tsx';
import { Menu } from '../parts/Menu.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { MainMenu } from './MainMenu.tsx';
import { saveShotFile } from './save-shot-file.ts';
import { Transport } from './Transport.tsx';
import { VIEWS } from './views.ts';

export function TopBar() {
  const { session } = useOpenShot();
  const title = useShot((shot) => shot.title);
  const undo = useCommand('undo');
  const redo = useCommand('redo');
  const commands = useCommands();
  const menuItem = (id: string) => commandItem(commands, id);
  const reference = useShot(referenceBytes);
  const whole = useView((state) => state.wholeWindow);
  if (whole) return null;
  return (
    <header className="flex min-h-10 shrink-0 flex-wrap items-center gap-x-2 gap-y-1 border-b border-rule bg-panel px-3 py-1">
      <MainMenu />
      <Hint text="To the list of shots">
        <Link to="/" className="font-title text-[1.0625rem] font-bold tracking-tight">
          Vignette
        </Link>
      </Hint>
      <span className="text-second">/</span>
      <NameInput
        label="Title of the shot"
        className="h-7 w-20 min-w-10 shrink @min-[73.75rem]/window:w-40"
        value={title}
        disabled={session.readOnly !== null}
        onDone={(name) => session.change('rename shot', (draft) => void (draft.title = name))}
      />
      <nav aria-label="Views" className="flex shrink-0 gap-0.5">
        {VIEWS.map(({ path, name }) => (
          <NavLink
            key={path}
            to={path}
            className={({ isActive }) =>
              `flex h-7 items-center rounded-md px-1 @min-[73.75rem]/window:px-2.5 ${isActive ? 'bg-accent font-medium text-white' : 'text-second hover:bg-wash/70 hover:text-ink'}`
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <div className="ml-auto flex shrink-0 items-center gap-1">
        <IconButton
          label={`Undo ${session.label('undo')}`.trim()}
          keys={undo.keys}
          disabled={!undo.enabled}
          onClick={undo.run}
        >
          <Undo size={16} />
        </IconButton>
        <IconButton
          label={`Redo ${session.label('redo')}`.trim()}
          keys={redo.keys}
          disabled={!redo.enabled}
          onClick={redo.run}
        >
          <Redo size={16} />
        </IconButton>
        <Menu
          label="More for this shot"
          trigger={
            <IconButton label="More for this shot">
              <More size={16} />
            </IconButton>
          }
          items={[
            { name: 'Save the shot file', run: () => void saveShotFile(session.present) },
            ...(reference > 0
              ? [
                  {
                    name: `Save it without the reference (${sizeInWords(reference)} less)`,
                    run: () => void saveShotFile(withoutReference(session.present)),
                  },
                ]
              : []),
            { name: 'Save it with its versions', run: () => void saveShotFile(session.present, true) },
            menuItem('shot-settings'),
            menuItem('keep-version'),
            menuItem('versions'),
            menuItem('other-timing'),
            menuItem('play-other-timing'),
            menuItem('version-beside'),
            null,
            menuItem('commands'),
            menuItem('keys'),
          ]}
        />
        <Transport />
      </div>
    </header>
  );
}
