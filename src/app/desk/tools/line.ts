import BrushIcon from 'lucide-react/icons/brush';
import TraceIcon from 'lucide-react/icons/line-squiggle';
import PenIcon from 'lucide-react/icons/pen-tool';
import PencilIcon from 'lucide-react/icons/pencil';
import { createElement } from 'react';
import { makeStroke, mouseTaper, PenLine, withImages } from '../../../core/ink/index.ts';
import { drawingToDrawOn } from '../../../core/sheet/index.ts';
import { type BrushKind, newSeed } from '../../../core/shot/index.ts';
import { later } from '../../parts/later.tsx';
import { type LineSettings, lineSettings, steadyingOf } from '../../session/line-settings.ts';
import { imagesInHand } from '../mirror-in-hand.ts';
import { colourInHand } from './colour.ts';
import { nextWidth, type Tool } from './tool.ts';

const LABELS: Record<BrushKind, string> = {
  pencil: 'pencil line',
  pen: 'pen line',
  brush: 'brush line',
  trace: 'trace line',
};

declare module '../../session/tool-settings.ts' {
  interface ToolSettings extends Record<BrushKind, LineSettings> {}
}

/** Paper pixels. */
const WIDEST_LINE = 120;

/** Pencil, Pen, Brush and Trace line: the same hand, another line. */
function lineTool<Kind extends BrushKind>(
  kind: Kind,
  smooth: number,
  of: Pick<Tool, 'name' | 'commandName' | 'keys' | 'inPaint' | 'icon'>,
): Tool<Kind> {
  return {
    ...of,
    id: kind,
    cursor: 'crosshair',
    settings: lineSettings(kind, smooth),
    strip: later(async () => {
      const { LineOptions } = await import('../options/LineOptions.tsx');
      return { default: () => createElement(LineOptions, { kind }) };
    }),
    widened: (settings, factor) => {
      const { brush } = settings;
      return { ...settings, brush: { ...brush, width: nextWidth(brush.width, factor, WIDEST_LINE) } };
    },
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

export const pencil = lineTool('pencil', 0.25, { name: 'Pencil', keys: ['KeyQ'], icon: PencilIcon });
export const pen = lineTool('pen', 0.4, { name: 'Pen', keys: ['KeyW'], icon: PenIcon });
export const brush = lineTool('brush', 0.3, { name: 'Brush', keys: ['Shift+KeyB'], icon: BrushIcon });
/** Bounds paint and is never seen itself. */
export const trace = lineTool('trace', 0.4, {
  name: 'Trace line',
  commandName: 'Trace line: bounds paint, is not delivered',
  keys: ['KeyT'],
  inPaint: true,
  icon: TraceIcon,
});
