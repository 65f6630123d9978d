import { useRef } from 'react';
import { after, IDENTITY, type Matrix } from '../../core/plane/index.ts';
import { layerOf } from '../../core/sheet/index.ts';
import { newId, type Shot } from '../../core/shot/index.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { HandleBox } from './HandleBox.tsx';

/** Where a layer's pictures lie fitted and centred: the box of its first picture. */
function pictureBox(shot: Shot, layerId: string) {
  const cell = shot.layers
    .find(({ id }) => id === layerId)
    ?.exposures.find((each) => each.cell?.kind === 'picture')?.cell;
  const asset = cell?.kind === 'picture' ? shot.assets[cell.asset] : undefined;
  if (!asset || asset.width < 1 || asset.height < 1) return null;
  const by = Math.min(shot.width / asset.width, shot.height / asset.height);
  const [x, y] = [(shot.width - asset.width * by) / 2, (shot.height - asset.height * by) / 2];
  return { minX: x, minY: y, maxX: shot.width - x, maxY: shot.height - y };
}

/** The box by which the pictures of a reference layer are moved, scaled and turned under the drawing. */
export function PlaceBox() {
  const { session, view } = useOpenShot();
  const placing = useView((state) => state.placing);
  const layer = useShot((shot) => shot.layers.find(({ id }) => id === placing) ?? null);
  const from = useRef<{ map: Matrix; gesture: string } | null>(null);
  const box = layer && pictureBox(session.shot, layer.id);
  if (!layer || !box) return null;
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
