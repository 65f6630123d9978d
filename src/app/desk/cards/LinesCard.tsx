import { useEffect, useMemo } from 'react';
import { useStore } from 'zustand';
import { type DrawingQuality, type Finding, findingsOf } from '../../../core/ink/index.ts';
import {
  cleanStepInWords,
  drawingName,
  nextToClean,
  placedExposures,
  progressInWords,
} from '../../../core/sheet/index.ts';
import type { Drawing, Layer } from '../../../core/shot/index.ts';
import { useCommand, useCommands } from '../../commands/context.ts';
import { goToFrame } from '../../commands/play.ts';
import { Button } from '../../parts/Button.tsx';
import { useOpenShot, useShot, useView } from '../../session/open-shot.ts';
import { CardPart } from './parts.tsx';

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

/** The drawings of a layer that have lines, each with the frame it is first shown on. */
function drawnOn(layer: Layer, drawings: Record<string, Drawing>): { drawing: Drawing; frame: number }[] {
  const seen = new Set<string>();
  return placedExposures(layer.exposures).flatMap(({ start, exposure: { cell } }) => {
    const drawing = cell?.kind === 'drawing' ? drawings[cell.drawing] : undefined;
    if (!drawing || seen.has(drawing.id) || drawing.ink.length === 0) return [];
    seen.add(drawing.id);
    return [{ drawing, frame: start }];
  });
}

/** Those that are measured, with what stands out in each beside the layer's first key. */
function rowsOf(
  drawn: { drawing: Drawing; frame: number }[],
  qualityOf: (ink: Drawing['ink']) => DrawingQuality | null,
): { key: Row | null; rows: Row[] } {
  const model = (drawn.find(({ drawing }) => drawing.role === 'key') ?? drawn[0])?.drawing;
  const key = model && qualityOf(model.ink);
  if (!key) return { key: null, rows: [] };
  const rows = drawn.flatMap(({ drawing, frame }): Row[] => {
    const quality = qualityOf(drawing.ink);
    return quality ? [{ drawing, frame, quality, findings: findingsOf(quality, key) }] : [];
  });
  return { key: rows.find(({ drawing }) => drawing === model) ?? null, rows };
}

function Lines({ layer }: { layer: Layer }) {
  const context = useCommands();
  const { lines } = useOpenShot();
  const drawings = useShot((shot) => shot.drawings);
  const { done, of } = useStore(lines.state);
  const drawn = useMemo(() => drawnOn(layer, drawings), [layer, drawings]);
  useEffect(() => lines.wish(drawn.map(({ drawing }) => drawing.ink)), [lines, drawn]);
  const { key, rows } = rowsOf(drawn, (ink) => lines.qualityOf(ink));
  const out = rows.filter(({ findings }) => findings.length > 0);
  if (drawn.length === 0) return <p className="text-second">There are no lines on this layer yet.</p>;
  const measuring = done < of && `Measuring drawing ${done + 1} of ${of}…`;
  if (!key) return <p className="text-second">{measuring}</p>;
  return (
    <>
      <p className="mb-2 text-second">
        Beside key {drawingName(key.drawing)}: lines {key.quality.whole.width.toFixed(1)} px wide,{' '}
        {Math.round(key.quality.whole.darkness * 100)} % dark, {endsInWords(key.quality)}.{' '}
        {measuring ||
          (out.length === 0
            ? `All ${rows.length} drawings are in line.`
            : `${out.length} of ${rows.length} drawings stand out.`)}
      </p>
      <ul aria-label="Drawings that stand out" className="flex flex-col gap-1">
        {out.map(({ drawing, frame, quality, findings }) => (
          <li key={drawing.id}>
            <button
              type="button"
              aria-label={`Open drawing ${drawingName(drawing)}`}
              className="w-full rounded border border-rule bg-field px-2 py-1 text-left hover:border-accent"
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
            Next: <b>{drawingName(drawings[next.drawing])}</b>, {cleanStepInWords(next.step)}
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
