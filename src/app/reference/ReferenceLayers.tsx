import Layers from 'lucide-react/icons/layers-2';
import { useState } from 'react';
import { about, after, IDENTITY, scaling } from '../../core/plane/index.ts';
import { layerOf, totalFrames } from '../../core/sheet/index.ts';
import { type Layer, newId } from '../../core/shot/index.ts';
import { commandOf, useCommands } from '../commands/context.ts';
import { Button } from '../parts/Button.tsx';
import { CellThumb } from '../parts/CellThumb.tsx';
import { Slide } from '../parts/Slide.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useShotParts, useView } from '../session/open-shot.ts';

const HEIGHT = 40;

/** The clips in the shot, each with its fade and the way to trace over it. */
export function ReferenceLayers({ layers, onContact }: { layers: Layer[]; onContact(id: string): void }) {
  return (
    <ul className="flex max-h-40 shrink-0 flex-col overflow-y-auto border-b border-rule bg-lower">
      {layers.map((layer) => (
        <Row key={layer.id} layer={layer} onContact={() => onContact(layer.id)} />
      ))}
    </ul>
  );
}

function Row({ layer, onContact }: { layer: Layer; onContact(): void }) {
  const { session, view } = useOpenShot();
  const shot = useShotParts('height', 'width');
  const commands = useCommands();
  const inHand = useView((state) => state.layerId === layer.id);
  const [gesture, setGesture] = useState('');
  const placing = useView((state) => state.placing === layer.id);
  const mirror = () =>
    session.change('mirror pictures', (draft) => {
      const own = layerOf(draft, layer.id);
      own.place = after(about(scaling(-1, 1), draft.width / 2, draft.height / 2), own.place ?? IDENTITY);
    });
  const reset = () =>
    session.change('pictures in their place', (draft) => void (layerOf(draft, layer.id).place = null));
  const first = layer.exposures.find((exposure) => exposure.cell)?.cell;
  const pictures = layer.exposures.filter((exposure) => exposure.cell).length;
  return (
    <li
      className={`flex flex-wrap items-center gap-x-3 gap-y-1 px-3 py-1.5 ${inHand ? 'bg-wash' : ''}`}
      onPointerDown={() => view.setState({ layerId: layer.id })}
    >
      {first && (
        <CellThumb
          cell={first}
          frame={0}
          version={`${layer.id}${first.kind === 'picture' ? first.asset : ''}`}
          width={(HEIGHT * shot.width) / shot.height}
          height={HEIGHT}
          tint={null}
        />
      )}
      <span className="min-w-36 flex-1">
        <b className="block truncate font-medium">{layer.name}</b>
        <span className="text-sm text-second">
          {pictures} pictures, {totalFrames(layer.exposures)} frames · guide, never delivered
        </span>
      </span>
      <Tick
        label="Grey"
        checked={layer.grey}
        onChange={(grey) => session.change('grey pictures', (draft) => void (layerOf(draft, layer.id).grey = grey))}
      />
      <Button
        className="!h-6"
        aria-pressed={placing}
        look={placing ? 'main' : 'plain'}
        title="Move, scale and turn it by the box on the paper"
        onClick={() => view.setState({ placing: placing ? null : layer.id, layerId: layer.id })}
      >
        Place
      </Button>
      <Button className="!h-6" title="Left and right swapped" onClick={mirror}>
        Mirror
      </Button>
      <Button className="!h-6" disabled={layer.place === null} title="Fitted and centred again" onClick={reset}>
        Reset
      </Button>
      <Button className="!h-6" title="Its pictures side by side, for printing" onClick={onContact}>
        Contact
      </Button>
      <span className="text-sm text-second">Fade</span>
      <Slide
        label={`Fade of ${layer.name}`}
        value={Math.round(layer.opacity * 100)}
        min={0}
        max={100}
        onChange={(value) => {
          const joined = gesture || `fade ${newId()}`;
          setGesture(joined);
          session.change('fade layer', (draft) => void (layerOf(draft, layer.id).opacity = value / 100), joined);
        }}
        onDone={() => setGesture('')}
      />
      <Button
        icon={<Layers size={14} />}
        onClick={() => {
          view.setState({ layerId: layer.id });
          commandOf(commands, 'trace-over').run(commands, '');
          commands.go('desk');
        }}
      >
        Trace-over layer
      </Button>
    </li>
  );
}
