/** Sweep: a rectangle over many drawings at once. */
import type { Box } from '../../core/plane/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import type { Drawing } from '../../core/shot/index.ts';
import { layerInHand } from '../commands/layer-in-hand.ts';
import type { CommandContext } from '../commands/register.ts';
import { leftInWords } from '../session/paint-desk.ts';
import type { ViewState } from '../session/view-state.ts';

type Context = Pick<CommandContext, 'session' | 'view' | 'paints' | 'say'>;

function drawingsMeant({ session, view, paints, say }: Context, over: ViewState['tools']['sweep']['over']): Drawing[] {
  const layer = layerInHand({ session, view });
  if (!layer) return [];
  const { all, chosen } = paints.drawings(layer);
  if (over === 'layer') return all.map(({ drawing }) => drawing);
  if (over === 'chosen' && chosen)
    return all.filter(({ drawing }) => chosen.has(drawing.id)).map(({ drawing }) => drawing);
  if (over === 'chosen') {
    say('Choose several drawings of this layer on the sheet first (Shift and the arrows, or drag).');
    return [];
  }
  const shown = drawingShown(session.shot, layer, view.getState().frame);
  return shown ? [shown] : [];
}

/** Fills what is enclosed inside a rectangle on the drawings meant, as one edit. */
export async function sweepOver(context: Context, rectangle: Box): Promise<void> {
  const { session, view, paints, say } = context;
  const { swatch, tools } = view.getState();
  const { over, unpainted, lines } = tools.sweep;
  const { edge, soft, under } = tools.pour;
  const drawings = drawingsMeant(context, over);
  if (drawings.length === 0) return;
  const wishes = { swatch, look: { edge, soft, under }, unpainted, lines };
  const done = await paints.each('Sweeping', drawings, (face, drawing) =>
    face.sweep(paints.bounded(drawing), rectangle, wishes),
  );
  if (!done) return;
  // What a worker gives back is a copy: only drawings with more or other paint are changed.
  const changed = done.filter(
    ({ drawing, result }) =>
      result.paint.length !== drawing.paint.length ||
      result.paint.some(({ id }, i) => id !== drawing.paint[i].id) ||
      result.ink.some((stroke, i) => stroke.swatch !== drawing.ink[i].swatch),
  );
  if (changed.length === 0) {
    say('Nothing enclosed lies wholly inside the rectangle, or it is painted already.');
    return;
  }
  const { left } = session.changeWhereSame('sweep', changed, (own, { result }) => {
    own.paint = result.paint;
    result.ink.forEach(({ swatch: next }, i) => {
      if (own.ink[i].swatch !== next) own.ink[i].swatch = next;
    });
  });
  const count = changed.length - left.length;
  say(`${count} ${count === 1 ? 'drawing' : 'drawings'} painted.${leftInWords(left)}`);
}
