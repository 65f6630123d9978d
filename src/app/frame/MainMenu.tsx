import MenuIcon from 'lucide-react/icons/menu';
import { useCommands } from '../commands/context.ts';
import { commandItem } from '../commands/menu.ts';
import { IconButton } from '../parts/Button.tsx';
import { Menu } from '../parts/Menu.tsx';

/** Everything that can be done, by what it concerns: whatever has no button of its own is found here. */
export function MainMenu() {
  const context = useCommands();
  const groups = [...new Set(context.commands.map(({ group }) => group))];
  return (
    <Menu
      label="Menu"
      trigger={
        <IconButton label="Menu">
          <MenuIcon size={16} />
        </IconButton>
      }
      items={() => [
        commandItem(context, 'commands'),
        commandItem(context, 'keys'),
        commandItem(context, 'help'),
        null,
        ...groups.map((name) => ({
          name,
          items: context.commands.filter(({ group }) => group === name).map(({ id }) => commandItem(context, id)),
        })),
      ]}
    />
  );
}
