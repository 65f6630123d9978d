import More from 'lucide-react/icons/ellipsis';
import { about, type Matrix, rotation, scaling } from '../../../core/plane/index.ts';
import { LIMITS } from '../../../core/shot/index.ts';
import { useCommands } from '../../commands/context.ts';
import { type MenuPlan, menuOf } from '../../commands/menu.ts';
import { IconButton } from '../../parts/Button.tsx';
import { ChoiceList } from '../../parts/ChoiceList.tsx';
import { Menu } from '../../parts/Menu.tsx';
import { NameInput } from '../../parts/NameInput.tsx';
import { NumberInput } from '../../parts/NumberInput.tsx';
import { Tick } from '../../parts/Tick.tsx';
import { useOpenShot, useShot, useView } from '../../session/open-shot.ts';
import { changePicked, namePicked, pickedNow, pivotOf } from '../picked.ts';
import { useTool } from '../use-tool.ts';
import { Option } from './parts.tsx';

const PICK_MENU: MenuPlan = [
  'flip-sideways',
  'flip-over',
  null,
  'one-width',
  'lines-wider',
  'lines-thinner',
  'smooth-lines',
  'join-lines',
  null,
  'copy-lines',
  'cut-lines',
  'put-lines',
  'lines-off',
  null,
  'pick-all',
  'pick-swatch',
  'pick-none',
];

export function PickOptions() {
  const open = useOpenShot();
  const commands = useCommands();
  const [pick, set] = useTool('pick');
  const chosen = useView((state) => state.selection !== null);
  const any = useView((state) => state.picked !== null);
  const changeAbout = (label: string, map: Matrix) => {
    const { x, y } = pivotOf(open);
    changePicked(open, label, about(map, x, y));
  };
  return (
    <>
      <ChoiceList
        label="Pick with"
        value={pick.by}
        options={[
          ['rectangle', 'rectangle'],
          ['loop', 'loop'],
        ]}
        onChoose={(by) => set({ by })}
      />
      <Tick
        label="Keep the volume"
        short="Volume"
        about="Scaled one way, the other way gives way"
        checked={pick.keepVolume}
        onChange={(keepVolume) => set({ keepVolume })}
      />
      <Tick
        label="All chosen drawings"
        short="All chosen"
        about="The same change to every drawing chosen on the sheet"
        dim={!chosen}
        checked={pick.chosenToo}
        onChange={(chosenToo) => set({ chosenToo })}
      />
      <Menu
        label="What to do with what is picked"
        items={menuOf(commands, PICK_MENU)}
        trigger={
          <IconButton label="What to do with what is picked">
            <More size={15} />
          </IconButton>
        }
      />
      {any && (
        <>
          <Option name="Scale">
            <NumberInput
              label="Scale, per cent"
              value={100}
              min={2}
              max={5000}
              onDone={(value) => value !== 100 && changeAbout('scale', scaling(value / 100, value / 100))}
            />
          </Option>
          <Option name="Turn">
            <NumberInput
              label="Turn, degrees"
              value={0}
              min={-360}
              max={360}
              onDone={(value) => value !== 0 && changeAbout('turn', rotation((value * Math.PI) / 180))}
            />
          </Option>
          <Option name="Name">
            <PickedName />
          </Option>
        </>
      )}
    </>
  );
}

/** The name of the picked lines and regions of paint; empty where they have several. */
function PickedName() {
  const open = useOpenShot();
  const names = useShot(() => {
    const now = pickedNow(open);
    if (!now) return '';
    const wanted = new Set([...now.pick.strokes, ...now.pick.areas]);
    const picked = [...now.drawing.ink, ...now.drawing.paint].filter(({ id }) => wanted.has(id));
    return [...new Set(picked.map(({ name }) => name))].join('\n');
  });
  return (
    <NameInput
      label="What the picked lines and regions are called"
      className="h-6 w-20 !border-rule bg-field"
      value={names.includes('\n') ? '' : names}
      onDone={(name) => namePicked(open, name.slice(0, LIMITS.maxName))}
    />
  );
}
