import { type PointerEvent, useRef } from 'react';
import { after, IDENTITY, inverse, type Matrix, mapPoint, type Point } from '../../core/plane/index.ts';
import {
  bowWay,
  layerBox,
  layerPivot,
  lieAt,
  lieMatrix,
  lieOf,
  movePivot,
  pointOfWay,
  setPlace,
} from '../../core/sheet/index.ts';
import { type Layer, newId } from '../../core/shot/index.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { HandleBox } from './HandleBox.tsx';
import { viewMatrix } from './view.ts';

/** The path a layer's pivot takes from place to place: a tick for each frame, a ring at each place, a grip that bends each way. */
function MovePath({ layer }: { layer: Layer & { moves: NonNullable<Layer['moves']> } }) {
  const { session } = useOpenShot();
  const paper = useView((state) => state.paper);
  const room = useView((state) => state.room);
  const frame = useView((state) => state.frame);
  const held = useRef<{ place: string; gesture: string } | null>(null);
  const { moves } = layer;
  const { places, pivot } = moves;
  const toScreen = viewMatrix(paper, room, 1);
  const at = ({ x, y }: Point): [number, number] => mapPoint(toScreen, pivot.x + x, pivot.y + y);
  const first = places[0].frame;
  const last = places[places.length - 1].frame;
  const ticks = Array.from({ length: last - first + 1 }, (_, k) => lieAt(layer, moves, first + k));
  const ways = places.slice(1).map((to, i) => ({ from: places[i], to }));
  const line = ways.flatMap(({ from, to }) =>
    Array.from({ length: 17 }, (_, k) => at(pointOfWay(from, to, k / 16)).join()),
  );
  const bend = (event: PointerEvent) => {
    const way = ways.find(({ from }) => from.id === held.current?.place);
    if (!way || !held.current) return;
    const area = event.currentTarget.ownerDocument.querySelector('[data-testid="paper"]')!.getBoundingClientRect();
    const [x, y] = mapPoint(inverse(toScreen), event.clientX - area.left, event.clientY - area.top);
    const middle = { x: pivot.x + (way.from.x + way.to.x) / 2, y: pivot.y + (way.from.y + way.to.y) / 2 };
    const { place, gesture } = held.current;
    session.change(
      'bend a way',
      (draft) => bowWay(draft, layer.id, place, { x: x - middle.x, y: y - middle.y }),
      gesture,
    );
  };
  return (
    <svg aria-label={`Way of ${layer.name}`} role="img" className="pointer-events-none absolute inset-0 h-full w-full">
      <polyline points={line.join(' ')} fill="none" stroke="#5566ee" strokeWidth={1.25} />
      {ticks.map((lie, k) => {
        const [x, y] = at(lie);
        return <circle key={first + k} cx={x} cy={y} r={first + k === frame ? 4 : 1.75} fill="#2f3fa8" />;
      })}
      {places.map((place) => {
        const [x, y] = at(place);
        return <circle key={place.id} cx={x} cy={y} r={6} fill="none" stroke="#2f3fa8" strokeWidth={1.5} />;
      })}
      {ways.map(({ from, to }) => {
        const [x, y] = at(pointOfWay({ ...from, spacing: 'even' }, to, 0.5));
        return (
          <rect
            key={from.id}
            data-handle={`bend ${from.frame}`}
            x={x - 5}
            y={y - 5}
            width={10}
            height={10}
            transform={`rotate(45 ${x} ${y})`}
            fill="#fdfcf8"
            stroke="#5566ee"
            strokeWidth={1.5}
            className="pointer-events-auto cursor-move"
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
              held.current = { place: from.id, gesture: newId() };
            }}
            onPointerMove={bend}
            onPointerUp={() => {
              held.current = null;
            }}
            onPointerCancel={() => {
              held.current = null;
            }}
          />
        );
      })}
    </svg>
  );
}

/** The box by which a layer is moved, turned, scaled at the frame that is shown: the hand sets a place there. */
export default function MoveBox({ layer }: { layer: Layer }) {
  const { session } = useOpenShot();
  const shot = useShot((each) => each);
  const frame = useView((state) => state.frame);
  const from = useRef<{ map: Matrix; gesture: string } | null>(null);
  const box = layerBox(shot, layer, frame);
  if (!box) return null;
  const { moves } = layer;
  const pivot = layerPivot(shot, layer, frame);
  const lie = moves ? lieAt(layer, moves, frame) : null;
  const moved = lie ? lieMatrix(lie, pivot) : IDENTITY;
  const resting = layer.place ?? IDENTITY;
  // The box is drawn before the whole map; the pivot lies on the paper after the layer's own place.
  const [px, py] = mapPoint(inverse(resting), pivot.x, pivot.y);
  return (
    <>
      {moves && <MovePath layer={{ ...layer, moves }} />}
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
          const next = lieOf(after(map, change), pivot, lie?.fade ?? 1);
          session.change('move layer', (draft) => setPlace(draft, layer.id, frame, next, pivot), gesture);
        }}
        onDone={() => {
          from.current = null;
        }}
      />
    </>
  );
}
