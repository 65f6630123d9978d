import type { BetweenResult } from '../../core/between/index.ts';
import type { Stroke } from '../../core/shot/index.ts';
import { GHOST_AFTER, GHOST_BEFORE } from '../desk/ghost-wishes.ts';
import { pathOf } from '../desk/line-path.ts';
import { Button } from '../parts/Button.tsx';
import type { PaneBox } from './KeyPane.tsx';

/** Lines through points, as an SVG path. */
function hiddenPath(parts: Float64Array[]): string {
  let out = '';
  for (const points of parts)
    for (let i = 0; i < points.length; i += 2)
      out += `${i === 0 ? 'M' : 'L'}${points[i].toFixed(1)} ${points[i + 1].toFixed(1)}`;
  return out;
}

/** A proposed drawing between faint ghosts of the drawings it comes from. */
export function ProposedPane({
  from,
  to,
  box,
  names,
  result,
  drawing,
  onChoose,
}: {
  from: Stroke[];
  to: Stroke[];
  box: PaneBox;
  names: string[];
  result: BetweenResult;
  drawing: number;
  onChoose(drawing: number): void;
}) {
  const unit = Math.max(box.width / 700, box.height / 480);
  const ink = result.drawings[drawing]?.ink ?? [];
  const hidden = result.hidden[drawing] ?? [];
  const lines = (all: Stroke[], colour: string, opacity: number, width: number) => (
    <path
      d={pathOf(all)}
      fill="none"
      stroke={colour}
      strokeOpacity={opacity}
      strokeWidth={width * unit}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
  return (
    <figure className="flex min-h-0 min-w-0 flex-1 flex-col overflow-hidden rounded-[3px] bg-paper shadow">
      <figcaption className="flex items-center gap-1 px-2.5 pt-1.5 text-sm">
        <span className="mr-1 font-medium">Proposed</span>
        {names.map((name, i) => (
          <Button
            key={i}
            className="!h-6 font-mono"
            look={i === drawing ? 'main' : 'plain'}
            aria-pressed={i === drawing}
            aria-label={`Proposed drawing ${name}`}
            onClick={() => onChoose(i)}
          >
            {name}
          </Button>
        ))}
        {hidden.length > 0 && <span className="ml-auto text-second">Dotted: thought to go on, hidden</span>}
      </figcaption>
      <svg
        data-testid="proposed"
        viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
        role="img"
        aria-label={`Proposed drawing ${names[drawing] ?? ''}`}
        className="min-h-0 flex-1"
      >
        {lines(from, GHOST_BEFORE, 0.3, 1.5)}
        {lines(to, GHOST_AFTER, 0.3, 1.5)}
        {lines(ink, '#2a2924', 1, 2.4)}
        <path
          data-testid="hidden-parts"
          d={hiddenPath(hidden)}
          fill="none"
          stroke="#2a2924"
          strokeOpacity={0.6}
          strokeWidth={1.6 * unit}
          strokeDasharray={`${unit / 4} ${4 * unit}`}
          strokeLinecap="round"
        />
      </svg>
    </figure>
  );
}
