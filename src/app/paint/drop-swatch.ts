/** A swatch dragged from the palette and let go over the paper: the region there takes it. */

import { pourAt } from '../../core/paint/index.ts';
import type { Point } from '../../core/plane/index.ts';
import { after, inverse, mapPoint } from '../../core/plane/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import type { Id } from '../../core/shot/index.ts';
import { layerInHand, whyNotDraw } from '../commands/layer-in-hand.ts';
import type { CommandContext } from '../commands/register.ts';
import { handPegs } from '../desk/hand-pegs.ts';
import { viewMatrix } from '../desk/view.ts';

/** @param at place in the window. True when it was the paper's business, whatever came of it. */
export function dropSwatch(context: CommandContext, swatch: Id, at: Point): boolean {
  // What is dragged lies under the pen itself: the paper is looked for below it.
  const paper = document
    .elementsFromPoint(at.x, at.y)
    .find((element) => element.closest('[data-testid="paper"]'))
    ?.closest('[data-testid="paper"]');
  if (!paper) return false;
  const { session, view, paints, say } = context;
  const state = view.getState();
  const { frame, paper: lies, room, tools } = state;
  const box = paper.getBoundingClientRect();
  const [x, y] = mapPoint(
    inverse(after(handPegs(session.shot, state), viewMatrix(lies, room, 1))),
    at.x - box.left,
    at.y - box.top,
  );
  const layer = layerInHand(context);
  const why = whyNotDraw(session.shot, layer, frame);
  const drawing = layer && drawingShown(session.shot, layer, frame);
  if (why || !layer || !drawing) {
    say(why ?? 'There is no drawing here yet to pour on.');
    return true;
  }
  void Promise.resolve(paints.regions(drawing)).then((map) => {
    if (!map) return;
    const { edge, soft, under } = tools.pour;
    const paint = pourAt(session.shot.drawings[drawing.id].paint, map, x, y, swatch, { edge, soft, under });
    if (!paint) {
      say('That is the ground outside, up to the edge of the paper: nothing was poured.');
      return;
    }
    session.change('pour', (shot) => void (shot.drawings[drawing.id].paint = paint));
    view.setState({ swatch });
  });
  return true;
}
