import { line } from 'd3';
import { type CheckResult, isMeant } from '../../core/check/index.ts';
import { mapPoint } from '../../core/plane/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import { lookAtFinding } from '../commands/checks.ts';
import { useCommands } from '../commands/context.ts';
import { viewMatrix } from '../desk/view.ts';
import { useShot, useView } from '../session/open-shot.ts';
import { CURVES } from './colours.ts';

function pairsOf(line: Float32Array): { x: number; y: number }[] {
  const out: { x: number; y: number }[] = [];
  for (let i = 0; i < line.length; i += 2) out.push({ x: line[i], y: line[i + 1] });
  return out;
}

/** The check over the paper: the ways of followed points, one end of a cycle over the other, and rings where something was found. */
export function CheckOverlay({ result }: { result: CheckResult | null }) {
  const commands = useCommands();
  const paper = useView((state) => state.paper);
  const room = useView((state) => state.room);
  const frame = useView((state) => state.frame);
  const looked = useView((state) => state.finding);
  const tool = useView((state) => state.tool);
  const layerId = useView((state) => state.layerId);
  const notes = useShot((shot) => shot.checks);
  const shown = useShot((shot) => {
    const layer = shot.layers.find(({ id }) => id === layerId);
    return layer ? (drawingShown(shot, layer, frame)?.id ?? null) : null;
  });
  if (!result) return null;
  const view = viewMatrix(paper, room, 1);
  const at = ({ x, y }: { x: number; y: number }) => mapPoint(view, x, y);
  const path = line<{ x: number; y: number }>()
    .x((place) => at(place)[0])
    .y((place) => at(place)[1]);
  const rings = result.findings.filter((finding) => finding.at && !isMeant({ checks: notes }, finding));
  return (
    <svg
      aria-label="The check over the paper"
      role="group"
      className="pointer-events-none absolute inset-0 h-full w-full"
    >
      {result.overlays
        ?.filter(({ on }) => on === shown)
        .map(({ name, lines }) => (
          <g key={name} data-overlay={name} fill="none" stroke={CURVES.ochre} strokeOpacity={0.75} strokeWidth={1.5}>
            {lines.map((line, i) => (
              <path key={i} d={path(pairsOf(line)) ?? ''} />
            ))}
          </g>
        ))}
      {tool !== 'follow' &&
        result.paths.map(({ name, colour, places }) => (
          <g key={name}>
            <path d={path(places) ?? ''} fill="none" stroke="#fdfcf8" strokeOpacity={0.7} strokeWidth={3.5} />
            <path d={path(places) ?? ''} fill="none" stroke={CURVES[colour]} strokeWidth={1.5} />
            {places.map((place, i) => {
              const [x, y] = at(place);
              const next = places[i + 1];
              const here = frame >= place.frame && (!next || frame < next.frame);
              return (
                <circle
                  key={place.frame}
                  cx={x}
                  cy={y}
                  r={here ? 6 : place.held ? 4.5 : 3.25}
                  fill={place.held || here ? CURVES[colour] : '#fdfcf8'}
                  fillOpacity={here || place.held ? 1 : 0.4 + 0.6 * place.sure}
                  stroke={here ? '#fdfcf8' : CURVES[colour]}
                  strokeWidth={1.25}
                />
              );
            })}
          </g>
        ))}
      {rings.map((finding) => {
        const [x, y] = at(finding.at!);
        const now = finding.about === looked;
        return (
          <g key={finding.about}>
            <circle cx={x} cy={y} r={now ? 15 : 11} fill="none" stroke="#fdfcf8" strokeWidth={4} strokeOpacity={0.75} />
            <circle
              role="button"
              tabIndex={-1}
              aria-label={finding.words}
              cx={x}
              cy={y}
              r={now ? 15 : 11}
              fill="none"
              stroke="#a33a1f"
              strokeWidth={now ? 2.25 : 1.5}
              pointerEvents="stroke"
              className="cursor-pointer"
              onPointerDown={(event) => {
                event.stopPropagation();
                lookAtFinding(commands, finding);
              }}
            >
              <title>{finding.words}</title>
            </circle>
          </g>
        );
      })}
    </svg>
  );
}
