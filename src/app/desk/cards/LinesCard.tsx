import { useMemo } from 'react';
import { type DrawingQuality, type Finding, findingsOf, qualityOf } from '../../../core/ink/index.ts';
import { drawingName, nextToClean, placedExposures, progressInWords } from '../../../core/sheet/index.ts';
import type { Drawing, Layer } from '../../../core/shot/index.ts';
import { useCommand, useCommands } from '../../commands/context.ts';
import { STEP_WORDS } from '../../commands/guides.ts';
import { goToFrame } from '../../commands/play.ts';
import { Button } from '../../parts/Button.tsx';
import { useOpenShot, useShot, useView } from '../../session/open-shot.ts';
import { CardPart } from './parts.tsx';

/** Measured once for each version of a drawing. */
const measured = new WeakMap<Drawing['ink'], DrawingQuality>();

function measure(drawing: Drawing): DrawingQuality {
  let quality = measured.get(drawing.ink);
  if (!quality) {
    quality = qualityOf(drawing);
    measured.set(drawing.ink, quality);
  }
  return quality;
}

function inWords({ kind, line, by }: Finding): string {
  if (kind === 'open ends') return by === 1 ? '1 end left open' : `${by} ends left open`;
  if (kind === 'overlaps') return by === 1 ? '1 line runs over' : `${by} lines run over`;
  const percent = Math.round(Math.abs(by - 1) * 100);
  return `${line ? `${line}: ` : ''}${percent} % ${kind}`;
}

/** "3 ends left open, 1 line runs over" of the key, which the others are measured by. */
function endsInWords({ openEnds, overlaps }: DrawingQuality): string {
  return [
    inWords({ kind: 'open ends', line: '', by: openEnds.length }),
    inWords({ kind: 'overlaps', line: '', by: overlaps.length }),
  ].join(', ');
}

interface Row {
  drawing: Drawing;
  frame: number;
  quality: DrawingQuality;
  findings: Finding[];
}

/** The drawings of a layer with what stands out in each beside the layer's first key. */
function rowsOf(layer: Layer, drawings: Record<string, Drawing>): { key: Row | null; rows: Row[] } {
  const seen = new Set<string>();
  const found = placedExposures(layer.exposures).flatMap(({ start, exposure: { cell } }) => {
    const drawing = cell?.kind === 'drawing' ? drawings[cell.drawing] : undefined;
    if (!drawing || seen.has(drawing.id) || drawing.ink.length === 0) return [];
    seen.add(drawing.id);
    return [{ drawing, frame: start, quality: measure(drawing) }];
  });
  const model = found.find(({ drawing }) => drawing.role === 'key') ?? found[0];
  const rows = found.map((each) => ({ ...each, findings: findingsOf(each.quality, model.quality) }));
  return { key: rows.find(({ drawing }) => drawing === model?.drawing) ?? null, rows };
}

function Lines({ layer }: { layer: Layer }) {
  const context = useCommands();
  const drawings = useShot((shot) => shot.drawings);
  const { key, rows } = useMemo(() => rowsOf(layer, drawings), [layer, drawings]);
  const out = rows.filter(({ findings }) => findings.length > 0);
  if (!key) return <p className="text-second">There are no lines on this layer yet.</p>;
  return (
    <>
      <p className="mb-2 text-second">
        Beside key {drawingName(key.drawing)}: lines {key.quality.whole.width.toFixed(1)} px wide,{' '}
        {Math.round(key.quality.whole.darkness * 100)} % dark, {endsInWords(key.quality)}.{' '}
        {out.length === 0
          ? `All ${rows.length} drawings are in line.`
          : `${out.length} of ${rows.length} drawings stand out.`}
      </p>
      <ul aria-label="Drawings that stand out" className="flex flex-col gap-1">
        {out.map(({ drawing, frame, quality, findings }) => (
          <li key={drawing.id}>
            <button
              type="button"
              aria-label={`Open drawing ${drawingName(drawing)}`}
              className="w-full rounded border border-rule bg-white px-2 py-1 text-left hover:border-accent"
              onClick={() => goToFrame(context, frame)}
            >
              <span className="flex justify-between font-mono text-xs tabular">
                <span className="font-semibold">
                  {drawingName(drawing)} · frame {frame + 1}
                </span>
                <span>
                  {quality.whole.width.toFixed(1)} px · {Math.round(quality.whole.darkness * 100)} %
                </span>
              </span>
              <span className="text-attention">{findings.map(inWords).join(', ')}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** The order of cleaning up, and the drawings whose lines stand out beside the key. */
export function LinesCard() {
  const { session } = useOpenShot();
  const layerId = useView((state) => state.layerId);
  const layer = useShot((shot) => shot.layers.find(({ id }) => id === layerId) ?? null);
  const drawings = useShot((shot) => shot.drawings);
  const go = useCommand('clean-next');
  if (!layer) return <p className="text-second">Take a layer in hand to see how far it is.</p>;
  const next = nextToClean(session.shot, layer);
  return (
    <>
      <h3 className="font-medium">
        {layer.name}{' '}
        <span className="font-normal text-second">{progressInWords(session.shot, layer.id) || 'all rough'}</span>
      </h3>
      {next ? (
        <div className="mt-1 flex items-center justify-between gap-2">
          <p>
            Next: <b>{drawingName(drawings[next.drawing])}</b>, {STEP_WORDS[next.step]}
          </p>
          <Button look="main" title={go.keys} onClick={go.run}>
            Go to it
          </Button>
        </div>
      ) : (
        <p className="mt-1 text-second">Every drawing here is cleaned up.</p>
      )}
      <CardPart title="Lines">
        <Lines layer={layer} />
      </CardPart>
    </>
  );
}
