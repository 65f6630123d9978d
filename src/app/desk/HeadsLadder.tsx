import { allOf, boxOf } from '../../core/ink/index.ts';
import { mapPoint } from '../../core/plane/index.ts';
import { headLadder } from '../../core/reference/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import { useShot, useView } from '../session/open-shot.ts';
import { viewMatrix } from './view.ts';

/** A ladder of heads from the top of the present drawing to its foot, to compare it with the model sheet. */
export function HeadsLadder() {
  const heads = useView((state) => state.heads);
  const frame = useView((state) => state.frame);
  const layerId = useView((state) => state.layerId);
  const paper = useView((state) => state.paper);
  const room = useView((state) => state.room);
  const drawing = useShot((shot) => {
    const layer = shot.layers.find(({ id }) => id === layerId);
    return layer ? (drawingShown(shot, layer, frame) ?? null) : null;
  });
  const box = heads !== null && drawing ? boxOf(drawing, allOf(drawing)) : null;
  if (heads === null || !box) return null;
  const view = viewMatrix(paper, room, 1);
  return (
    <svg
      aria-label={`${heads.toFixed(1)} heads over the drawing`}
      role="img"
      className="pointer-events-none absolute inset-0 h-full w-full"
    >
      {headLadder(box.minY, box.maxY, heads).map((y, i) => {
        const [x1, y1] = mapPoint(view, box.minX, y);
        const [x2, y2] = mapPoint(view, box.maxX, y);
        return (
          <g key={y}>
            <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="#b06a12" strokeDasharray="6 3" />
            <text x={x1 + 4} y={y1 - 3} fontSize={11} fill="#b06a12">
              {i}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
