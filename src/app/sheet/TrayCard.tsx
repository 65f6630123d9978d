import Trash from 'lucide-react/icons/trash-2';
import { cellRevision } from '../../core/picture/index.ts';
import { drawingName, unusedDrawings } from '../../core/sheet/index.ts';
import { useCommands } from '../commands/context.ts';
import { putBack, removeFromTray } from '../commands/drawings.ts';
import { Button } from '../parts/Button.tsx';
import { CellThumb } from '../parts/CellThumb.tsx';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';

const HEIGHT = 48;

/** The drawings of the layer in hand that stand nowhere on the sheet. Nothing leaves it but by a command that says so. */
export function TrayCard() {
  const { session } = useOpenShot();
  const commands = useCommands();
  const layerId = useView((state) => state.layerId);
  const frame = useRestingFrame();
  const name = useShot((shot) => shot.layers.find(({ id }) => id === layerId)?.name ?? '');
  // In one word, so that the tray is shown anew only when something in it changes.
  useShot((shot) =>
    unusedDrawings(shot, layerId)
      .map((drawing) => cellRevision(shot, { kind: 'drawing', drawing: drawing.id }))
      .join(),
  );
  const { shot } = session;
  const unused = unusedDrawings(shot, layerId);
  const width = Math.min(96, (HEIGHT * shot.width) / shot.height);
  if (unused.length === 0) {
    return (
      <p className="px-3 text-sm text-second">
        Every drawing of “{name}” stands on the sheet. One taken off it waits here, and can be put back.
      </p>
    );
  }
  return (
    <div className="flex flex-col gap-2 px-3 pb-2 text-sm">
      <p className="text-second">Off the sheet, kept. Press one to put it back at frame {frame + 1}.</p>
      <ul className="flex flex-wrap gap-1.5">
        {unused.map((drawing) => {
          const cell = { kind: 'drawing', drawing: drawing.id } as const;
          return (
            <li key={drawing.id}>
              <button
                type="button"
                aria-label={`Put drawing ${drawingName(drawing)} back`}
                className="flex flex-col items-center rounded-md border border-rule bg-panel p-1 hover:border-accent hover:bg-wash"
                onClick={() => putBack(commands, drawing.id)}
              >
                <CellThumb
                  cell={cell}
                  frame={frame}
                  version={cellRevision(shot, cell)}
                  width={width}
                  height={HEIGHT}
                  tint={null}
                  close
                />
                <span className="font-mono text-xs">{drawingName(drawing)}</span>
              </button>
            </li>
          );
        })}
      </ul>
      <Button
        look="danger"
        icon={<Trash size={13} />}
        className="self-start"
        onClick={() =>
          removeFromTray(
            commands,
            unused.map(({ id }) => id),
          )
        }
      >
        Remove {unused.length === 1 ? 'this drawing' : `these ${unused.length} drawings`} of “{name}”
      </Button>
    </div>
  );
}
