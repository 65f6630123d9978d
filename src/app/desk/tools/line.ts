import PenIcon from 'lucide-react/icons/pen-tool';
import PencilIcon from 'lucide-react/icons/pencil';
import { makeStroke, PenLine } from '../../../core/ink/index.ts';
import { drawingToDrawOn } from '../../../core/sheet/index.ts';
import { type Brush, colourMap, paletteAt } from '../../../core/shot/index.ts';
import type { OpenShot } from '../../session/open-shot.ts';
import type { LineSettings } from '../../session/view-state.ts';
import type { Tool } from './tool.ts';

type LineKind = Brush['kind'];

function brushOf(kind: LineKind, settings: LineSettings): Brush {
  return { kind, width: settings.width, thinning: settings.pressure, opacity: kind === 'pencil' ? 0.92 : 1 };
}

function settingsOf({ view }: OpenShot, kind: LineKind): LineSettings {
  return view.getState().tools[kind];
}

/** Pencil and Pen: the same hand, another line. */
function lineTool(kind: LineKind, name: string, icon: Tool['icon']): Tool {
  return {
    id: kind,
    name,
    icon,
    cursor: 'crosshair',
    ring: (desk) => settingsOf(desk, kind).width / 2,
    down(desk, sample) {
      const { session, view } = desk;
      if (desk.drawing() === null) return null;
      const settings = settingsOf(desk, kind);
      const brush = brushOf(kind, settings);
      const { swatch, frame, layerId, newHold } = view.getState();
      const colour = colourMap(paletteAt(session.shot, frame)).get(swatch) ?? '#2a2924';
      const line = new PenLine(settings.steady, desk.zoom);
      line.add(sample);
      desk.showLine(line.points(), brush, colour);
      return {
        move(samples) {
          for (const each of samples) line.add(each);
          desk.showLine(line.points(), brush, colour);
        },
        up() {
          const stroke = makeStroke(line.finish(), brush, swatch);
          session.changeUnderPen(kind === 'pencil' ? 'pencil line' : 'pen line', (shot) => {
            drawingToDrawOn(shot, layerId, frame, newHold).ink.push(stroke);
          });
          desk.showLine(null, brush, colour);
        },
        cancel() {
          desk.showLine(null, brush, colour);
        },
      };
    },
  };
}

export const pencil = lineTool('pencil', 'Pencil', PencilIcon);
export const pen = lineTool('pen', 'Pen', PenIcon);
