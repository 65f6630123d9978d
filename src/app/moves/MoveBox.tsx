import { useRef } from 'react';
import { after, IDENTITY, inverse, type Matrix, mapPoint } from '../../core/plane/index.ts';
import {
  carriedBy,
  layerBox,
  layerPivot,
  lieAt,
  lieMatrix,
  lieOf,
  movePivot,
  setPlace,
} from '../../core/sheet/index.ts';
import { type Layer, newId } from '../../core/shot/index.ts';
import { HandleBox } from '../desk/HandleBox.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { MovePath } from './MovePath.tsx';

/** The box by which a layer is moved, turned, scaled at the frame that is shown: the hand sets a place there. */
export default function MoveBox({ layer }: { layer: Layer }) {
  const { session, view } = useOpenShot();
  const shot = useShot((each) => each);
  const frame = useView((state) => state.frame);
  const from = useRef<{ map: Matrix; gesture: string } | null>(null);
  const box = layerBox(shot, layer, frame);
  if (!box) return null;
  const { moves } = layer;
  const pivot = layerPivot(shot, layer, frame);
  const lie = moves ? lieAt(layer, moves, frame) : null;
  const own = lie ? lieMatrix(lie, pivot) : IDENTITY;
  const carried = carriedBy(shot, layer, frame);
  const moved = after(own, carried);
  const resting = layer.place ?? IDENTITY;
  // The box is drawn before the whole map; the pivot lies on the paper after the layer's own place.
  const [px, py] = mapPoint(inverse(resting), pivot.x, pivot.y);
  return (
    <>
      {moves && (
        <MovePath mover={layer.id} name={layer.name} moves={moves} exposures={layer.exposures} carried={carried} />
      )}
      {!layer.locked && (
        <HandleBox
          label={`Box of ${layer.name}`}
          box={box}
          map={after(resting, moved)}
          pivot={{ x: px, y: py }}
          path=""
          keepVolume={false}
          movable
          onPivot={
            moves
              ? ({ x, y }) => {
                  const [x1, y1] = mapPoint(inverse(moved), x, y);
                  from.current ??= { map: moved, gesture: newId() };
                  const { gesture } = from.current;
                  session.change('pivot', (draft) => movePivot(draft, layer.id, { x: x1, y: y1 }), gesture);
                }
              : undefined
          }
          onPivotDone={() => {
            from.current = null;
          }}
          onChanging={(change) => {
            from.current ??= { map: moved, gesture: newId() };
            const { map, gesture } = from.current;
            const next = lieOf(after(after(map, change), inverse(carried)), pivot);
            session.change(
              'move layer',
              (draft) => setPlace(draft, layer.id, frame, next, pivot, view.getState().apart),
              gesture,
            );
          }}
          onDone={() => {
            from.current = null;
          }}
        />
      )}
    </>
  );
}
