import { arcPath } from '../../core/ink/index.ts';
import { mapPoint } from '../../core/plane/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import { GHOST_AFTER, GHOST_BEFORE } from '../desk/ghost-wishes.ts';
import { useHandView } from '../desk/hand-pegs.ts';
import { useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import { spacingOf, useFollowed } from './followed.ts';

const ARC = '#b06a12';
/** Places nearer together on screen than this have no number between them. */
const ROOM_FOR_NUMBER = 26;

/** Followed points joined through the drawings, with how far each goes from drawing to drawing. */
export function FollowOverlay() {
  const arcs = useFollowed();
  const tool = useView((state) => state.tool);
  const followed = useView((state) => state.followed.length > 0);
  const layerId = useView((state) => state.layerId);
  const frame = useRestingFrame();
  const here = useShot((shot) => {
    const layer = shot.layers.find(({ id }) => id === layerId);
    return layer ? drawingShown(shot, layer, frame)?.id : undefined;
  });
  const view = useHandView();
  if (!followed && tool !== 'follow') return null;
  return (
    <svg aria-label="Followed points" role="img" className="pointer-events-none absolute inset-0 h-full w-full">
      {arcs.map((arc) => {
        const places = arc.places.map(({ drawing, at }) => ({ drawing, at: mapPoint(view, at.x, at.y) }));
        const now = arc.places.findIndex(({ drawing }) => drawing === here);
        const path = arcPath(places.flatMap(({ at }) => [...at]));
        let d = '';
        for (let i = 0; i < path.length; i += 2)
          d += `${i === 0 ? 'M' : 'L'}${path[i].toFixed(1)} ${path[i + 1].toFixed(1)}`;
        const spacing = spacingOf(arc);
        return (
          <g key={arc.id} data-arc={arc.places.length}>
            <path d={d} fill="none" stroke="#fdfcf8" strokeOpacity={0.7} strokeWidth={3.5} />
            <path d={d} fill="none" stroke={ARC} strokeWidth={1.5} />
            {places.map(({ at: [x, y] }, i) => (
              <circle
                key={i}
                cx={x}
                cy={y}
                r={i === now ? 6 : 3.75}
                fill={i === now ? ARC : now >= 0 && i > now ? GHOST_AFTER : GHOST_BEFORE}
                stroke="#fdfcf8"
                strokeWidth={1.25}
              />
            ))}
            {spacing.map((far, i) => {
              const [[ax, ay], [bx, by]] = [places[i].at, places[i + 1].at];
              const long = Math.hypot(bx - ax, by - ay);
              if (long < ROOM_FOR_NUMBER) return null;
              // Beside the path, on its left as it goes.
              const [nx, ny] = [((by - ay) / long) * 12, ((ax - bx) / long) * 12];
              return (
                <text
                  key={i}
                  x={(ax + bx) / 2 + nx}
                  y={(ay + by) / 2 + ny + 4}
                  textAnchor="middle"
                  className="font-mono"
                  fontSize={11}
                  fill={ARC}
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
