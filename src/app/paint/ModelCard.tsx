import { strokeAt } from '../../core/ink/index.ts';
import { areaUnder } from '../../core/paint/index.ts';
import { cellRevision } from '../../core/picture/index.ts';
import { drawingName } from '../../core/sheet/index.ts';
import { colourMap, paletteAt } from '../../core/shot/index.ts';
import { useCommand } from '../commands/context.ts';
import { say } from '../frame/saying.ts';
import { Button } from '../parts/Button.tsx';
import { CellThumb } from '../parts/CellThumb.tsx';
import { Empty } from '../parts/Empty.tsx';
import { useOpenShot, useRestingFrame, useShotParts, useView } from '../session/open-shot.ts';

const WIDTH = 320;

/** The model: a painted drawing to take swatches from by touch. */
export function ModelCard() {
  const { session, view } = useOpenShot();
  const shot = useShotParts('model', 'drawings', 'bundles', 'layers', 'palettes', 'paletteCues', 'width', 'height');
  const setModel = useCommand('set-model');
  const swatch = useView((state) => state.swatch);
  const frame = useRestingFrame();
  const { model } = shot;
  const drawing = model?.kind === 'drawing' ? shot.drawings[model.drawing] : null;
  if (!drawing || !model)
    return (
      <Empty
        title="No model yet"
        action={
          <Button look="main" title={setModel.keys} onClick={setModel.run}>
            The drawing in hand is the model
          </Button>
        }
      >
        A painted drawing stands here, and its swatches are taken by touching it.
      </Empty>
    );
  const height = Math.round((WIDTH * shot.height) / shot.width);
  const layer = shot.layers.find(({ id }) => id === drawing.layerId);
  const name = shot.palettes[0].swatches.find(({ id }) => id === swatch)?.name;
  return (
    <section aria-label="Model" className="flex h-full flex-col gap-2 overflow-y-auto p-3 text-sm">
      <button
        type="button"
        aria-label="Take a swatch from the model"
        className="w-full cursor-crosshair overflow-hidden rounded-[3px] border border-rule bg-paper"
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const x = ((event.clientX - box.left) / box.width) * shot.width;
          const y = ((event.clientY - box.top) / box.height) * shot.height;
          const { ink, paint } = session.shot.drawings[drawing.id];
          const seen = ink.filter(({ brush }) => brush.kind !== 'trace');
          const found = areaUnder(paint, x, y)?.swatch ?? strokeAt(seen, x, y, 6)?.swatch;
          if (found) view.setState({ swatch: found });
          else say('Neither paint nor line lies there on the model.');
        }}
      >
        <CellThumb
          cell={model}
          frame={frame}
          version={`${cellRevision(shot, model)}|${[...colourMap(paletteAt(shot, frame)).values()].join('')}`}
          width={WIDTH}
          height={height}
          tint={null}
        />
      </button>
      <p className="text-second">
        {layer?.name}, drawing {drawingName(drawing)}. Touch it to take a swatch{name ? `; “${name}” is in hand.` : '.'}
      </p>
      <div>
        <Button title={setModel.keys} onClick={setModel.run}>
          The drawing in hand is the model
        </Button>
      </div>
    </section>
  );
}
