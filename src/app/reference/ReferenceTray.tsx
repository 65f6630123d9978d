import FlipHorizontal from 'lucide-react/icons/flip-horizontal-2';
import Pause from 'lucide-react/icons/pause';
import Play from 'lucide-react/icons/play';
import StepBack from 'lucide-react/icons/step-back';
import StepForward from 'lucide-react/icons/step-forward';
import { useEffect, useMemo, useState } from 'react';
import { cellRevision } from '../../core/picture/index.ts';
import { headsHigh } from '../../core/reference/index.ts';
import { placedExposures, shownExposure } from '../../core/sheet/index.ts';
import { type CellRef, newId, type Shot } from '../../core/shot/index.ts';
import { CardPart, CardSlide } from '../desk/cards/parts.tsx';
import { Button, IconButton } from '../parts/Button.tsx';
import { Choice } from '../parts/Choice.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useOpenShot, useRestingFrame, useShotParts, useView } from '../session/open-shot.ts';
import { type OnPicture, TrayPicture } from './TrayPicture.tsx';

const WIDTH = 258;
const MODEL = 'model';

type Segment = [OnPicture, OnPicture];
type Hand = 'move' | 'draw' | 'measure';

/** What can be laid beside the paper: every layer that shows pictures, and the model sheet. */
function sourcesOf(shot: Pick<Shot, 'layers' | 'model'>): { id: string; name: string }[] {
  const layers = shot.layers.filter(({ exposures }) => exposures.some(({ cell }) => cell?.kind === 'picture'));
  return [...(shot.model ? [{ id: MODEL, name: 'Model sheet' }] : []), ...layers.map(({ id, name }) => ({ id, name }))];
}

/** The pictures of a source in order, with the frames they are held. */
function picturesOf(shot: Pick<Shot, 'layers' | 'model'>, source: string): { cell: CellRef; frames: number }[] {
  if (source === MODEL) return shot.model ? [{ cell: shot.model, frames: 1 }] : [];
  const layer = shot.layers.find(({ id }) => id === source);
  return placedExposures(layer?.exposures ?? []).flatMap(({ exposure: { cell, frames } }) =>
    cell ? [{ cell, frames }] : [],
  );
}

/** A clip or the model sheet beside the paper: stepped, looped, locked to the shot, drawn over, measured in heads. */
export function ReferenceTray() {
  const { session, view } = useOpenShot();
  const shot = useShotParts('assets', 'fps', 'height', 'width', 'layers', 'model', 'drawings', 'bundles');
  const frame = useRestingFrame();
  const heads = useView((state) => state.heads);
  const sources = sourcesOf(shot);
  const [source, setSource] = useState(sources[0]?.id ?? '');
  const [at, setAt] = useState(0);
  const [locked, setLocked] = useState(false);
  const [playing, setPlaying] = useState(false);
  const [mirrored, setMirrored] = useState(false);
  const [zoom, setZoom] = useState(100);
  const [hand, setHand] = useState<Hand>('move');
  const [head, setHead] = useState<Segment | null>(null);
  const [figure, setFigure] = useState<Segment | null>(null);
  const pictures = useMemo(() => picturesOf(shot, source), [shot, source]);
  const layer = shot.layers.find(({ id }) => id === source);
  const shown = locked && layer ? shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell : undefined;
  const index = Math.min(at, Math.max(0, pictures.length - 1));
  const cell = locked && layer ? (shown ?? null) : (pictures[index]?.cell ?? null);
  useEffect(() => {
    if (!playing || pictures.length < 2) return;
    const held = pictures[index].frames / shot.fps;
    const timer = setTimeout(() => setAt((index + 1) % pictures.length), held * 1000);
    return () => clearTimeout(timer);
  });
  if (sources.length === 0)
    return (
      <p className="text-second">
        There is no reference yet. Bring a clip or pictures in under Reference, or choose “This is the model sheet” on a
        drawing.
      </p>
    );
  const asset = cell?.kind === 'picture' ? shot.assets[cell.asset] : undefined;
  const own = cell?.kind === 'picture' ? cell.index : 0;
  const ratio = asset ? asset.width / asset.height : shot.width / shot.height;
  const measured = headsHigh(scaledSegment(head, ratio), scaledSegment(figure, ratio));
  const step = (by: number) => {
    setPlaying(false);
    setLocked(false);
    setAt((index + by + pictures.length) % pictures.length);
  };
  const drawLine = (points: OnPicture[]) => {
    if (!asset) return;
    const line = { id: newId(), picture: own, points: points.flatMap(({ x, y }) => [x, y]) };
    session.change('line on the reference', (draft) => void draft.assets[asset.id].lines.push(line));
  };
  const measure = (points: OnPicture[]) => {
    const segment: Segment = [points[0], points.at(-1)!];
    // The head first, then the figure; then the head anew.
    if (!head || figure) {
      setHead(segment);
      setFigure(null);
    } else setFigure(segment);
  };
  const lines = [
    ...(asset?.lines ?? []).filter(({ picture }) => picture === own).map(({ points }) => ({ points, hot: false })),
    ...[head, figure].flatMap((each) =>
      each ? [{ points: [each[0].x, each[0].y, each[1].x, each[1].y], hot: true }] : [],
    ),
  ];
  return (
    <>
      <ChoiceList
        label="Reference shown"
        className="mb-2 !h-7 w-full"
        value={source}
        options={sources.map(({ id, name }) => [id, name])}
        onChoose={(id) => {
          setSource(id);
          setAt(0);
        }}
      />
      {cell ? (
        <TrayPicture
          cell={cell}
          frame={frame}
          version={cellRevision(shot, cell)}
          width={WIDTH}
          height={Math.round(WIDTH / ratio)}
          zoom={zoom / 100}
          mirrored={mirrored}
          lines={lines}
          onLine={hand === 'draw' && asset ? drawLine : hand === 'measure' ? measure : null}
        />
      ) : (
        <p className="py-6 text-center text-second">Nothing is shown on this frame.</p>
      )}
      <div className="mt-1 flex items-center gap-0.5">
        <IconButton label="One picture back" onClick={() => step(-1)}>
          <StepBack size={14} />
        </IconButton>
        <IconButton
          label={playing ? 'Stop the reference' : 'Loop the reference'}
          disabled={pictures.length < 2}
          onClick={() => setPlaying(!playing)}
        >
          {playing ? <Pause size={14} /> : <Play size={14} />}
        </IconButton>
        <IconButton label="One picture on" onClick={() => step(1)}>
          <StepForward size={14} />
        </IconButton>
        <span className="px-1 font-mono text-xs tabular">
          {locked ? `frame ${frame + 1}` : `${index + 1} of ${pictures.length}`}
        </span>
        <IconButton
          label="Mirror the reference"
          pressed={mirrored}
          className="ml-auto"
          onClick={() => setMirrored(!mirrored)}
        >
          <FlipHorizontal size={15} />
        </IconButton>
      </div>
      {layer && <Tick label="Locked to the shot’s frame" checked={locked} onChange={setLocked} />}
      <CardSlide
        name="Zoom"
        label="Zoom of the reference"
        value={zoom}
        min={100}
        max={600}
        unit=" %"
        onChange={setZoom}
      />
      <CardPart title="The pen on it">
        <Choice
          label="What the pen does on the reference"
          keys=""
          value={hand}
          choices={[
            ['move', 'Moves', 'Drag the picture'],
            ['draw', 'Draws', 'Lines for study, kept with this picture'],
            ['measure', 'Measures', 'Drag over the head, then over the whole figure'],
          ]}
          onChoose={setHand}
        />
        {hand === 'draw' && asset && (
          <Button
            className="mt-1 !h-6"
            disabled={!asset.lines.some(({ picture }) => picture === own)}
            onClick={() =>
              session.change('lines off the reference', (draft) => {
                const kept = draft.assets[asset.id];
                kept.lines = kept.lines.filter(({ picture }) => picture !== own);
              })
            }
          >
            Take its lines off
          </Button>
        )}
        {hand === 'measure' && (
          <p role="status" className="mt-1">
            {measured ? (
              <b>{measured.toFixed(1)} heads high</b>
            ) : head ? (
              'Now drag over the whole figure.'
            ) : (
              'Drag over the head first.'
            )}
          </p>
        )}
        {(measured || heads !== null) && (
          <div className="mt-1 flex flex-wrap gap-1">
            {measured && (
              <Button className="!h-6" onClick={() => view.setState({ heads: measured })}>
                Compare with the drawing
              </Button>
            )}
            {heads !== null && (
              <Button className="!h-6" look="quiet" onClick={() => view.setState({ heads: null })}>
                Take the ladder off
              </Button>
            )}
          </div>
        )}
      </CardPart>
    </>
  );
}

/** Shares of a picture as lengths that can be compared both ways. */
function scaledSegment(segment: Segment | null, ratio: number): Segment | null {
  return (
    segment && [
      { x: segment[0].x * ratio, y: segment[0].y },
      { x: segment[1].x * ratio, y: segment[1].y },
    ]
  );
}
