import Trash from 'lucide-react/icons/trash-2';
import { addPart, dropPart, holdPart, namePart } from '../../core/check/index.ts';
import { drawingName, drawingShown } from '../../core/sheet/index.ts';
import { type Id, newId } from '../../core/shot/index.ts';
import { useCommands } from '../commands/context.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { ByModel } from './ByModel.tsx';

/** The parts of the figure on a layer: made of what is picked, named, chosen anew on a drawing, taken away. */
export function PartRows({ layerId }: { layerId: Id }) {
  const { session, checks, view } = useOpenShot();
  const commands = useCommands();
  const shot = useShot((each) => each);
  const frame = useView((state) => state.frame);
  const check = useView((state) => state.check);
  const picked = useView((state) => state.picked);
  const parts = shot.checks.parts.filter(({ layer }) => layer === layerId);
  const layer = shot.layers.find(({ id }) => id === layerId);
  const here = layer ? drawingShown(shot, layer, frame) : null;
  const own = here && picked?.drawing === here.id ? picked : null;
  const lines = own?.strokes ?? [];
  const areas = own?.areas ?? [];
  const any = lines.length + areas.length > 0;
  const make = () => {
    if (!here || !any) {
      view.setState({ tool: 'pick' });
      commands.say('Pick the lines or the paint of the part first.');
      return;
    }
    const gesture = newId();
    let id = '';
    const done = session.change(
      'a part of the figure',
      (draft) => {
        id = addPart(draft, layerId, here.id, lines, areas);
      },
      gesture,
    );
    if (done) void checks.findPart(id, gesture);
  };
  return (
    <div className="flex max-h-[38%] shrink-0 flex-col gap-1 overflow-y-auto border-b border-rule px-3 py-2">
      {parts.map((part) => {
        const on = here && part.drawings.find(({ drawing }) => drawing === here.id);
        return (
          <div key={part.id} className="flex items-center gap-1.5">
            <NameInput
              label={`Name of ${part.name}`}
              className="h-6 min-w-0 flex-1"
              value={part.name}
              onDone={(name) => session.change('name a part', (draft) => namePart(draft, part.id, name))}
            />
            {here && !on && <span className="text-attention">not on {drawingName(here)}</span>}
            {(check === 'size' || check === 'volume') && <ByModel of={part} />}
            {any && here && (
              <Button
                className="!h-6"
                title="What is picked is this part on the drawing that is shown"
                onClick={() => {
                  const gesture = newId();
                  session.change(
                    'a part chosen',
                    (draft) => holdPart(draft, part.id, { drawing: here.id, lines, areas }),
                    gesture,
                  );
                  void checks.findPart(part.id, gesture);
                }}
              >
                It is what is picked
              </Button>
            )}
            <IconButton
              label={`Measure ${part.name} no more`}
              onClick={() => session.change('let a part go', (draft) => dropPart(draft, part.id))}
            >
              <Trash size={14} />
            </IconButton>
          </div>
        );
      })}
      <div className="flex items-center gap-2">
        <Button className="!h-6" look={any ? 'main' : 'plain'} onClick={make}>
          {any ? 'Make a part of what is picked' : 'Pick a part'}
        </Button>
        {parts.length === 0 && (
          <p className="min-w-0 flex-1 text-second">A part is measured through all drawings of the layer.</p>
        )}
      </div>
    </div>
  );
}
