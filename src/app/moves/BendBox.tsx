import { type PointerEvent, useRef } from 'react';
import { pushedGrid, type WarpGrid, warpPoint } from '../../core/ink/index.ts';
import { after, IDENTITY, inverse, mapPoint } from '../../core/plane/index.ts';
import { layerAt, layerPivot, lieAt, setGrid, setPlace } from '../../core/sheet/index.ts';
import { type Layer, newId } from '../../core/shot/index.ts';
import { gridFor } from '../commands/moves.ts';
import { viewMatrix } from '../desk/view.ts';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';

/** Pieces a line of the grid is drawn with, from point to point. */
const PIECES = 8;

/** A line of the grid as it is bent, where it lies before it is carried. */
function gridLine(grid: WarpGrid, count: number, at: (t: number) => [number, number]): [number, number][] {
  return Array.from({ length: count * PIECES + 1 }, (_, k) => warpPoint(grid, ...at(k / (count * PIECES))));
}

/** The grid over the layer in hand: its points are dragged, and the frame has a place that bends the layer so. */
export default function BendBox({ layer }: { layer: Layer }) {
  const { session, view } = useOpenShot();
  const shot = useShot((each) => each);
  const frame = useView((state) => state.frame);
  const paper = useView((state) => state.paper);
  const room = useView((state) => state.room);
  const held = useRef<{ point: number; gesture: string } | null>(null);
  const own = gridFor(shot, layer, frame);
  if (!own) return null;
  const bend =
    (layer.moves && layer.grid && lieAt(layer, layer.moves, frame).bend) ||
    new Array<number>(2 * (own.across + 1) * (own.down + 1)).fill(0);
  const grid = pushedGrid(own, bend);
  const toScreen = after(layerAt(shot, layer, frame).place ?? IDENTITY, viewMatrix(paper, room, 1));
  const { minX, minY, maxX, maxY } = grid.box;
  const across = (t: number) => minX + t * (maxX - minX);
  const down = (t: number) => minY + t * (maxY - minY);
  const lines = [
    ...Array.from({ length: own.down + 1 }, (_, k) =>
      gridLine(grid, own.across, (t) => [across(t), down(k / own.down)]),
    ),
    ...Array.from({ length: own.across + 1 }, (_, k) =>
      gridLine(grid, own.down, (t) => [across(k / own.across), down(t)]),
    ),
  ];
  const drag = (event: PointerEvent) => {
    if (!held.current) return;
    const area = event.currentTarget.ownerDocument.querySelector('[data-testid="paper"]')!.getBoundingClientRect();
    const [x, y] = mapPoint(inverse(toScreen), event.clientX - area.left, event.clientY - area.top);
    const { point, gesture } = held.current;
    const next = bend.slice();
    next[2 * point] += x - grid.points[2 * point];
    next[2 * point + 1] += y - grid.points[2 * point + 1];
    session.change(
      'bend',
      (draft) => {
        if (!layer.grid) setGrid(draft, layer.id, own);
        setPlace(draft, layer.id, frame, { bend: next }, layerPivot(session.shot, layer, frame), view.getState().apart);
      },
      gesture,
    );
  };
  const up = () => {
    held.current = null;
  };
  return (
    <svg aria-label={`Grid of ${layer.name}`} role="img" className="pointer-events-none absolute inset-0 h-full w-full">
      {lines.map((points, i) => (
        <polyline
          key={i}
          points={points.map(([x, y]) => mapPoint(toScreen, x, y).join()).join(' ')}
          fill="none"
          stroke="#5566ee"
          strokeWidth={1}
          opacity={0.7}
        />
      ))}
      {Array.from({ length: grid.points.length / 2 }, (_, k) => {
        const [x, y] = mapPoint(toScreen, grid.points[2 * k], grid.points[2 * k + 1]);
        return (
          <circle
            key={k}
            data-handle={`grid ${k}`}
            cx={x}
            cy={y}
            r={5}
            fill="#fdfcf8"
            stroke="#2f3fa8"
            strokeWidth={1.5}
            className="pointer-events-auto cursor-move"
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
              held.current = { point: k, gesture: newId() };
            }}
            onPointerMove={drag}
            onPointerUp={up}
            onPointerCancel={up}
          />
        );
      })}
    </svg>
  );
}
