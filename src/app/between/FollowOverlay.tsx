import { drawingsInOrder } from '../../core/check/index.ts';
import { arcPath } from '../../core/ink/index.ts';
import { mapPoint } from '../../core/plane/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import type { FollowedPoint, Id, Shot } from '../../core/shot/index.ts';
import { CURVES } from '../checks/colours.ts';
import { GHOST_AFTER, GHOST_BEFORE } from '../desk/ghost-wishes.ts';
import { useHandView } from '../desk/hand-pegs.ts';
import { useRestingFrame, useShot, useView } from '../session/open-shot.ts';

/** Places nearer together on screen than this have no number between them. */
const ROOM_FOR_NUMBER = 26;
/** Drawings on each side of the one that is shown whose places are drawn. */
const AROUND = 12;

/** A point's places on the drawings around one, in the order of the sheet. */
function placesAround(shot: Shot, { layer, spots }: FollowedPoint, here: Id | undefined) {
  const at = new Map(spots.map((spot) => [spot.drawing, spot]));
  const all = drawingsInOrder(shot, layer).flatMap(({ id }) => at.get(id) ?? []);
  const now = all.findIndex(({ drawing }) => drawing === here);
  return now < 0 ? all : all.slice(Math.max(0, now - AROUND), now + AROUND + 1);
}

/** While Follow is in hand: followed points of the layer joined through its drawings, with how far each goes from drawing to drawing. */
export function FollowOverlay() {
  const tool = useView((state) => state.tool);
  return tool === 'follow' ? <FollowedWays /> : null;
}

function FollowedWays() {
  const shot = useShot((each) => each);
  const layerId = useView((state) => state.layerId);
  const frame = useRestingFrame();
  const view = useHandView();
  const layer = shot.layers.find(({ id }) => id === layerId);
  const here = layer ? drawingShown(shot, layer, frame)?.id : undefined;
  const points = shot.checks.followed.filter((point) => point.layer === layerId);
  return (
    <svg aria-label="Followed points" role="img" className="pointer-events-none absolute inset-0 h-full w-full">
      {points.map((point) => {
        const spots = placesAround(shot, point, here);
        const places = spots.map(({ x, y }) => mapPoint(view, x, y));
        const now = spots.findIndex(({ drawing }) => drawing === here);
        const path = arcPath(places.flat());
        const colour = CURVES[point.colour];
        let d = '';
        for (let i = 0; i < path.length; i += 2)
          d += `${i === 0 ? 'M' : 'L'}${path[i].toFixed(1)} ${path[i + 1].toFixed(1)}`;
        return (
          <g key={point.id} data-arc={places.length}>
            <path d={d} fill="none" stroke="#fdfcf8" strokeOpacity={0.7} strokeWidth={3.5} />
            <path d={d} fill="none" stroke={colour} strokeWidth={1.5} />
            {places.map(([x, y], i) => (
              <circle
                key={spots[i].drawing}
                cx={x}
                cy={y}
                r={i === now ? 6 : 3.75}
                fill={i === now ? colour : now >= 0 && i > now ? GHOST_AFTER : GHOST_BEFORE}
                stroke="#fdfcf8"
                strokeWidth={1.25}
              />
            ))}
            {places.slice(1).map(([bx, by], i) => {
              const [ax, ay] = places[i];
              const long = Math.hypot(bx - ax, by - ay);
              if (long < ROOM_FOR_NUMBER) return null;
              // Beside the path, on its left as it goes.
              const [nx, ny] = [((by - ay) / long) * 12, ((ax - bx) / long) * 12];
              const far = Math.hypot(spots[i + 1].x - spots[i].x, spots[i + 1].y - spots[i].y);
              return (
                <text
                  key={spots[i].drawing}
                  x={(ax + bx) / 2 + nx}
                  y={(ay + by) / 2 + ny + 4}
                  textAnchor="middle"
                  className="font-mono"
                  fontSize={11}
                  fill={colour}
                  stroke="#fdfcf8"
                  strokeWidth={3}
                  paintOrder="stroke"
                >
                  {Math.round(far)}
                </text>
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}
