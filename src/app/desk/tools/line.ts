import BrushIcon from 'lucide-react/icons/brush';
import TraceIcon from 'lucide-react/icons/line-squiggle';
import PenIcon from 'lucide-react/icons/pen-tool';
import PencilIcon from 'lucide-react/icons/pencil';
import { makeStroke, mouseTaper, PenLine, withImages } from '../../../core/ink/index.ts';
import { drawingToDrawOn } from '../../../core/sheet/index.ts';
import { type BrushKind, newSeed } from '../../../core/shot/index.ts';
import { steadyingOf } from '../../session/line-settings.ts';
import { imagesInHand } from '../mirror-in-hand.ts';
import { colourInHand } from './colour.ts';
import type { Tool } from './tool.ts';

const LABELS: Record<BrushKind, string> = {
  pencil: 'pencil line',
  pen: 'pen line',
  brush: 'brush line',
  trace: 'trace line',
};

/** Pencil, Pen, Brush and Trace line: the same hand, another line. */
function lineTool(kind: BrushKind, name: string, icon: Tool['icon']): Tool {
  return {
    id: kind,
    name,
    icon,
    cursor: 'crosshair',
    ring: ({ view }) => view.getState().tools[kind].brush.width / 2,
    down(desk, sample) {
      const { session, view } = desk;
      if (desk.drawing() === null) return null;
      const settings = view.getState().tools[kind];
      const { brush } = settings;
      const { swatch, frame, layerId, newHold } = view.getState();
      const images = imagesInHand(desk);
      const seed = newSeed();
      const look = { brush, colour: colourInHand(desk), seed, images };
      const line = new PenLine(steadyingOf(settings), desk.zoom);
      const pulled = settings.steady === 'string';
      const show = () => {
        desk.showLine(line.points(), look);
        const lag = pulled ? line.lag() : null;
        if (lag) desk.showString(lag.line, lag.pen);
      };
      const clear = () => {
        desk.showLine(null, look);
        desk.showString(null, sample);
      };
      line.add(sample);
      show();
      return {
        move(samples) {
          for (const each of samples) line.add(each);
          show();
        },
        up() {
          const points = line.finish();
          const own = desk.device === 'mouse' ? mouseTaper(brush, points) : brush;
          const strokes = withImages(makeStroke(points, own, swatch, seed), images);
          session.changeUnderPen(LABELS[kind], (shot) => {
            drawingToDrawOn(shot, layerId, frame, newHold).ink.push(...strokes);
          });
          clear();
        },
        cancel: clear,
      };
    },
  };
}

export const pencil = lineTool('pencil', 'Pencil', PencilIcon);
export const pen = lineTool('pen', 'Pen', PenIcon);
export const brush = lineTool('brush', 'Brush', BrushIcon);
/** Bounds paint and is never delivered: shadow edges, the whites of eyes, a cheek. */
export const trace = lineTool('trace', 'Trace line', TraceIcon);
