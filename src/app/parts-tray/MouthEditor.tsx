import ArrowLeft from 'lucide-react/icons/arrow-left';
import { useEffect, useRef, useState } from 'react';
import { chartDrawing, chartOf, takeForChart } from '../../core/mouths/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import { MOUTHS, type Mouth, type MouthChart, paletteAt } from '../../core/shot/index.ts';
import { MOUTH_SOUNDS } from '../../core/speech/index.ts';
import { useCommands } from '../commands/context.ts';
import { layerInHand } from '../commands/layer-in-hand.ts';
import { mouthPlaceHere } from '../commands/mouths.ts';
import { say } from '../frame/saying.ts';
import { Button, IconButton } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { useOpenShot, useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import { MouthPad } from './MouthPad.tsx';

/** One mouth of a chart, being drawn: on the pad, or taken from the paper. */
export function MouthEditor({
  chart,
  kind,
  onKind,
}: {
  chart: MouthChart;
  kind: Mouth;
  onKind(kind: Mouth | null): void;
}) {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  const frame = useRestingFrame();
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(300);
  const palette = useShot((shot) => paletteAt(shot, frame));
  const tool = useView((state) => state.tool);
  useEffect(() => {
    setWidth(box.current!.clientWidth);
  }, []);
  const fromPaper = () => {
    const layer = layerInHand(commands);
    const shown = layer && drawingShown(session.shot, layer, view.getState().frame);
    if (!shown || shown.ink.length + shown.paint.length === 0) {
      say('There is no drawing on this frame to take the mouth from. Draw it on the paper first.');
      return;
    }
    const { picked } = view.getState();
    const mine = picked?.drawing === shown.id ? picked : null;
    const drawn = {
      ink: mine ? shown.ink.filter(({ id }) => mine.strokes.includes(id)) : shown.ink,
      paint: mine ? shown.paint.filter(({ id }) => mine.areas.includes(id)) : shown.paint,
    };
    session.change(`take mouth ${MOUTH_SOUNDS[kind]}`, (shot) =>
      takeForChart(shot, chartOf(shot, chart.id), kind, drawn, mouthPlaceHere({ session, view })),
    );
  };
  const clear = () =>
    session.change(`clear mouth ${MOUTH_SOUNDS[kind]}`, (shot) => {
      const drawing = chartDrawing(shot, chartOf(shot, chart.id), kind);
      if (drawing) {
        drawing.ink = [];
        drawing.paint = [];
      }
    });
  return (
    <div className="flex flex-col gap-1.5" ref={box}>
      <div className="flex items-center gap-1">
        <IconButton label="Back to the chart" className="!h-6 !w-6" onClick={() => onKind(null)}>
          <ArrowLeft size={14} />
        </IconButton>
        <ChoiceList<Mouth>
          label="Mouth on the pad"
          className="font-medium"
          value={kind}
          options={MOUTHS.map((each) => [each, MOUTH_SOUNDS[each]])}
          onChoose={(each) => onKind(each)}
        />
        <span className="truncate text-xs text-second">
          with the {tool === 'pen' || tool === 'brush' || tool === 'eraser' ? tool : 'pencil'} in hand
        </span>
      </div>
      <MouthPad chart={chart} kind={kind} width={width} palette={palette} />
      <div className="flex gap-1">
        <Button
          className="!h-6"
          title="The drawing in hand, or what is picked of it, becomes this mouth"
          onClick={fromPaper}
        >
          Take from the paper
        </Button>
        <Button className="!h-6" onClick={clear}>
          Clear
        </Button>
      </div>
    </div>
  );
}
