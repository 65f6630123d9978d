import { useRef } from 'react';
import { after, IDENTITY, type Matrix } from '../../core/plane/index.ts';
import { layerBox, layerOf, pictureOf } from '../../core/sheet/index.ts';
import { newId } from '../../core/shot/index.ts';
import { later } from '../parts/later.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { HandleBox } from './HandleBox.tsx';

const MoveBox = later(() => import('../moves/MoveBox.tsx'));
const BendBox = later(() => import('../moves/BendBox.tsx'));
const CameraBox = later(() => import('../moves/CameraBox.tsx'));

/** What stands over the paper for moves: the field of the camera, the grid of the layer in hand, the box of what is moved. */
export function MoveOverlays() {
  const camera = useShot((shot) => shot.camera !== null);
  const bending = useView((state) => state.bending);
  const layerId = useView((state) => state.layerId);
  const layer = useShot((shot) => shot.layers.find(({ id }) => id === layerId) ?? null);
  return (
    <>
      {camera && <CameraBox />}
      {bending && layer ? <BendBox layer={layer} /> : <PlaceBox />}
    </>
  );
}

/** The box by which a layer is moved, scaled and turned on the paper. */
function PlaceBox() {
  const { session, view } = useOpenShot();
  const placing = useView((state) => state.placing);
  const layer = useShot((shot) => shot.layers.find(({ id }) => id === placing) ?? null);
  const frame = useView((state) => state.frame);
  const from = useRef<{ map: Matrix; gesture: string } | null>(null);
  const box = layer && layerBox(session.shot, layer, frame);
  if (!layer || !box) return null;
  // What has places, and whatever is drawn, is moved; pictures that stay where they are are placed once.
  if (layer.moves || layer.goesWith !== null || pictureOf(layer) === null) return <MoveBox layer={layer} />;
  const map = layer.place ?? IDENTITY;
  return (
    <HandleBox
      label={`Place of ${layer.name}`}
      box={box}
      map={map}
      pivot={{ x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }}
      path=""
      keepVolume={false}
      movable
      onChanging={(change) => {
        from.current ??= { map, gesture: newId() };
        const { map: start, gesture } = from.current;
        session.change(
          'place pictures',
          (shot) => void (layerOf(shot, layer.id).place = after(start, change)),
          gesture,
        );
      }}
      onDone={() => {
        from.current = null;
        view.setState({ layerId: layer.id });
      }}
    />
  );
}
