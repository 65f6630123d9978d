import CopyPlus from 'lucide-react/icons/copy-plus';
import FilePlus from 'lucide-react/icons/file-plus-2';
import Redo from 'lucide-react/icons/rotate-ccw';
import Split from 'lucide-react/icons/scissors';
import Own from 'lucide-react/icons/unlink';
import { drawingShown, isReused, shownExposure } from '../../core/sheet/index.ts';
import { STAGES } from '../../core/shot/index.ts';
import { commandOf, useCommand, useCommands } from '../commands/context.ts';
import { Button } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';

const ROLES = [
  ['mark-key', 'key', 'key'],
  ['mark-breakdown', 'breakdown', 'breakdown'],
  ['mark-between', 'between', 'in-between'],
] as const;

function CommandButton({ id, icon, children }: { id: string; icon: React.ReactNode; children: React.ReactNode }) {
  const command = useCommand(id);
  return (
    <Button
      icon={icon}
      disabled={!command.enabled}
      title={`${command.name}  (${command.keys})`}
      onClick={command.run}
      className="!px-2"
    >
      {children}
    </Button>
  );
}

/** The drawing in hand: what it is on the sheet, and the next one. */
export function DrawingCard() {
  const { view } = useOpenShot();
  const frame = useRestingFrame();
  const layerId = useView((state) => state.layerId);
  const newHold = useView((state) => state.newHold);
  const layer = useShot((shot) => shot.layers.find((each) => each.id === layerId));
  const stage = useShot((shot) => (layer ? drawingShown(shot, layer, frame)?.stage : undefined));
  const role = useShot((shot) => (layer ? drawingShown(shot, layer, frame)?.role : undefined));
  const placed = layer ? shownExposure(layer.exposures, layer.afterLast, frame) : null;
  const context = useCommands();
  const commands = {
    'mark-key': useCommand('mark-key'),
    'mark-breakdown': useCommand('mark-breakdown'),
    'mark-between': useCommand('mark-between'),
  };
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex gap-1" role="group" aria-label="What the drawing is">
        {ROLES.map(([id, each, name]) => (
          <Button
            key={id}
            look={role === each ? 'main' : 'plain'}
            aria-pressed={role === each}
            disabled={role === undefined}
            title={`${commands[id].name}  (${commands[id].keys})`}
            className="flex-1 !px-1"
            onClick={commands[id].run}
          >
            {name}
          </Button>
        ))}
      </div>
      <div className="flex gap-1">
        <CommandButton id="new-drawing" icon={<FilePlus size={14} />}>
          New
        </CommandButton>
        <CommandButton id="copy-as-new" icon={<CopyPlus size={14} />}>
          Copy as new
        </CommandButton>
        <CommandButton id="reuse" icon={<Redo size={14} />}>
          Reuse
        </CommandButton>
      </div>
      <div className="flex items-center gap-1">
        {placed && layer && isReused(layer.exposures, placed.index) ? (
          <CommandButton id="make-own" icon={<Own size={14} />}>
            Make its own
          </CommandButton>
        ) : (
          <CommandButton id="split-hold" icon={<Split size={14} />}>
            Split hold
          </CommandButton>
        )}
        <ChoiceList
          label="How far the drawing has come"
          about="How far the drawing has come"
          className="ml-auto !h-7 w-[5.75rem]"
          disabled={stage === undefined}
          value={stage ?? STAGES[0]}
          options={STAGES.map((each) => [each, each])}
          onChoose={(each) => commandOf(context, `stage-${STAGES.indexOf(each)}`).run(context, '')}
        />
        <ChoiceList
          label="Frames a new drawing is held"
          about="New drawings are held so"
          className="!h-7 w-[5.125rem]"
          value={String(newHold)}
          options={['ones', 'twos', 'threes', 'fours'].map((each, i) => [String(i + 1), `on ${each}`])}
          onChoose={(hold) => view.setState({ newHold: Number(hold) })}
        />
      </div>
    </div>
  );
}
