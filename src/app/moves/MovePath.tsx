import { type PointerEvent, useRef } from 'react';
import { after, inverse, type Matrix, mapPoint, type Point } from '../../core/plane/index.ts';
import { bowWay, lieAt, pointOfWay } from '../../core/sheet/index.ts';
import { type Exposure, type Id, type Moves, newId } from '../../core/shot/index.ts';
import { viewMatrix } from '../desk/view.ts';
import { useOpenShot, useView } from '../session/open-shot.ts';

/** The path a layer's pivot takes from place to place: a tick for each frame, a ring at each place, a grip that bends each way. */
export function MovePath({
  mover,
  name,
  moves,
  exposures,
  carried,
}: {
  mover: Id;
  name: string;
  moves: Moves;
  exposures: Exposure[];
  /** What carries it further: the moves of what it goes along with. */
  carried: Matrix;
}) {
  const { session } = useOpenShot();
  const paper = useView((state) => state.paper);
  const room = useView((state) => state.room);
  const frame = useView((state) => state.frame);
  const held = useRef<{ place: string; gesture: string } | null>(null);
  const { places, pivot } = moves;
  const toScreen = after(carried, viewMatrix(paper, room, 1));
  const at = ({ x, y }: Point): [number, number] => mapPoint(toScreen, pivot.x + x, pivot.y + y);
  const first = places[0].frame;
  const last = places[places.length - 1].frame;
  const ticks = Array.from({ length: last - first + 1 }, (_, k) => lieAt({ exposures }, moves, first + k));
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
    session.change('bend a way', (draft) => bowWay(draft, mover, place, { x: x - middle.x, y: y - middle.y }), gesture);
  };
  return (
    <svg aria-label={`Way of ${name}`} role="img" className="pointer-events-none absolute inset-0 h-full w-full">
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
        const [x, y] = at(pointOfWay(from, to, 0.5));
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
