import { IsBoolean, IsIn } from 'class-validator';
import RecolourIcon from 'lucide-react/icons/highlighter';
import TakeIcon from 'lucide-react/icons/pipette';
import { type PenSample, strokeAt } from '../../../core/ink/index.ts';
import { areaUnder } from '../../../core/paint/index.ts';
import { drawingShown, neighbours, shownExposure } from '../../../core/sheet/index.ts';
import { type Drawing, type Id, newId } from '../../../core/shot/index.ts';
import { layerInHand } from '../../commands/layer-in-hand.ts';
import { later } from '../../parts/later.tsx';
import { type ToolDesk, tool } from './tool.ts';

/** How near the pen must come to a line, screen pixels. */
const REACH = 9;

class RecolourSettings {
  /** The same line in all drawings of the layer. */
  @IsBoolean() everywhere = false;
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    recolour: RecolourSettings;
  }
}

/** Gives lines the swatch in hand by touching them: the outline of each part in a colour of its own. */
export const recolour = tool({
  id: 'recolour',
  name: 'Recolour',
  commandName: 'Recolour lines by touch',
  keys: ['KeyV'],
  inPaint: true,
  icon: RecolourIcon,
  cursor: 'crosshair',
  settings: RecolourSettings,
  strip: later(async () => ({ default: (await import('../options/PaintOptions.tsx')).RecolourOptions })),
  down(desk, sample) {
    const drawing = desk.drawing();
    if (drawing === null) return null;
    if (drawing === 'empty' || drawing.ink.length === 0) {
      desk.say('There is no line on this drawing to give a colour to.');
      return null;
    }
    const gesture = newId();
    const touched = new Set<Id>();
    const touch = ({ x, y }: PenSample) => {
      const line = strokeAt(drawing.ink, x, y, REACH / desk.zoom)?.id;
      if (!line || touched.has(line)) return false;
      touched.add(line);
      recolourLine(desk, drawing, line, gesture);
      return true;
    };
    if (!touch(sample)) desk.say('No line lies under the pen.');
    return {
      move(samples) {
        for (const each of samples) touch(each);
      },
      up() {},
      cancel() {},
    };
  },
});

function recolourLine({ session, view }: ToolDesk, drawing: Drawing, line: Id, gesture: string): void {
  const { swatch, tools } = view.getState();
  const { lineage } = drawing.ink.find(({ id }) => id === line)!;
  session.change(
    'recolour line',
    (shot) => {
      const those = tools.recolour.everywhere
        ? Object.keys(shot.drawings).filter((id) => session.shot.drawings[id].layerId === drawing.layerId)
        : [drawing.id];
      for (const id of those)
        session.shot.drawings[id].ink.forEach((stroke, i) => {
          const same = id === drawing.id ? stroke.id === line : stroke.lineage === lineage;
          if (same && stroke.swatch !== swatch) shot.drawings[id].ink[i].swatch = swatch;
        });
    },
    gesture,
  );
}

const TAKES = ['here', 'before', 'model'] as const;

class TakeSettings {
  /** What a colour is taken from. */
  @IsIn(TAKES) from: (typeof TAKES)[number] = 'here';
}

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    take: TakeSettings;
  }
}

/** Takes the swatch of what is touched into the hand: of this drawing, the one before, or the model. */
export const take = tool({
  id: 'take',
  name: 'Take',
  commandName: 'Take a swatch from the paper',
  keys: ['KeyI'],
  inPaint: true,
  icon: TakeIcon,
  cursor: 'crosshair',
  settings: TakeSettings,
  strip: later(async () => ({ default: (await import('../options/PaintOptions.tsx')).TakeOptions })),
  ways: [
    {
      id: 'next-take',
      name: 'Next place to take a swatch from',
      keys: ['Shift+KeyI'],
      setting: 'from',
      of: TAKES,
      inPaint: true,
    },
  ],
  down(desk, { x, y }) {
    const { from } = desk.view.getState().tools.take;
    const swatch = swatchAt(desk, x, y, from);
    if (swatch === 'nothing') {
      desk.say(
        from === 'model'
          ? 'No drawing is set as the model yet (“This is the model sheet” sets the one in hand).'
          : 'No drawing before this one.',
      );
    } else if (!swatch) desk.say('Neither paint nor line lies here.');
    else {
      desk.view.setState({ swatch });
      const name = desk.session.shot.palettes[0].swatches.find(({ id }) => id === swatch)?.name;
      desk.say(`“${name}” is in hand.`);
    }
    return null;
  },
});

/** The swatch of a line or of paint at a place of a drawing; lines lie on top. */
function swatchOn({ ink, paint }: Drawing, x: number, y: number, reach: number): Id | null {
  const seen = ink.filter(({ brush }) => brush.kind !== 'trace');
  return strokeAt(seen, x, y, reach)?.swatch ?? areaUnder(paint, x, y)?.swatch ?? null;
}

function swatchAt(desk: ToolDesk, x: number, y: number, from: 'here' | 'before' | 'model'): Id | null | 'nothing' {
  const { session, view } = desk;
  const { shot } = session;
  const reach = 3 / desk.zoom;
  const { frame } = view.getState();
  if (from === 'model') {
    const drawing = shot.model?.kind === 'drawing' ? shot.drawings[shot.model.drawing] : null;
    return drawing ? swatchOn(drawing, x, y, reach) : 'nothing';
  }
  const layer = layerInHand(desk);
  if (from === 'before') {
    const cell = layer && neighbours(layer, frame, 1).before[0]?.cell;
    const drawing = cell?.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
    return drawing ? swatchOn(drawing, x, y, reach) : 'nothing';
  }
  // The layer in hand first, then what is seen of the others from the top down.
  const others = shot.layers.filter((each) => each.visible && each !== layer).reverse();
  for (const each of layer ? [layer, ...others] : others) {
    if (!shownExposure(each.exposures, each.afterLast, frame)) continue;
    const drawing = drawingShown(shot, each, frame);
    const found = drawing && swatchOn(drawing, x, y, reach);
    if (found) return found;
  }
  return null;
}
