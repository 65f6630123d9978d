import { curvePoints, SAMPLE_SIZE, sampleLine, type WarpGrid, warpPoint } from '../../core/ink/index.ts';
import { type Matrix, mapPoint, scaleOf } from '../../core/plane/index.ts';
import { useView } from '../session/open-shot.ts';
import { useHandView } from './hand-pegs.ts';

const COLOUR = '#5566ee';
const STEPS = 24;

/** The lines of a grid as it is bent. */
function gridPath(grid: WarpGrid, view: Matrix): string {
  const { box, columns, rows } = grid;
  let out = '';
  const draw = (at: (t: number) => [number, number]) => {
    for (let i = 0; i <= STEPS; i++) {
      const [x, y] = mapPoint(view, ...warpPoint(grid, ...at(i / STEPS)));
      out += `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    }
  };
  const x = (t: number) => box.minX + (box.maxX - box.minX) * t;
  const y = (t: number) => box.minY + (box.maxY - box.minY) * t;
  for (let row = 0; row <= rows; row++) draw((t) => [x(t), y(row / rows)]);
  for (let column = 0; column <= columns; column++) draw((t) => [x(column / columns), y(t)]);
  return out;
}

/** What the hand has begun on the paper and not ended: a curve through points, a grid. */
export function HandOverlay() {
  const places = useView((state) => state.curve);
  const now = useView((state) => state.warping);
  const brush = useView((state) => state.tools.pen.brush);
  const view = useHandView();
  if (places.length === 0 && !now) return null;
  const samples = sampleLine(curvePoints(places, false).points, false, brush);
  let curve = '';
  for (let i = 0; i < samples.length; i += SAMPLE_SIZE) {
    const [x, y] = mapPoint(view, samples[i], samples[i + 1]);
    curve += `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
  }
  const points = now ? Array.from({ length: now.grid.points.length / 2 }, (_, i) => i) : [];
  return (
    <svg aria-label="What is begun" role="img" className="pointer-events-none absolute inset-0 h-full w-full">
      {curve && (
        <path
          d={curve}
          fill="none"
          stroke={COLOUR}
          strokeOpacity={0.75}
          strokeWidth={Math.max(1.5, brush.width * scaleOf(view))}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
      {places.map(([px, py], i) => {
        const [x, y] = mapPoint(view, px, py);
        return <circle key={i} cx={x} cy={y} r={4.5} fill="#fdfcf8" stroke="#2f3fa8" strokeWidth={1.5} />;
      })}
      {now && <path d={gridPath(now.grid, view)} fill="none" stroke={COLOUR} strokeOpacity={0.8} />}
      {points.map((i) => {
        const [x, y] = mapPoint(view, now!.grid.points[2 * i], now!.grid.points[2 * i + 1]);
        return <circle key={i} data-grid={i} cx={x} cy={y} r={5} fill="#fdfcf8" stroke="#2f3fa8" strokeWidth={1.5} />;
      })}
    </svg>
  );
}
