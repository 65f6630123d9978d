/** One region across a range of drawings: its place on the first and the last is touched, between them it travels. */

import { drawingsAlong } from '../../core/paint/index.ts';
import type { Point } from '../../core/plane/index.ts';
import type { Drawing } from '../../core/shot/index.ts';
import { layerInHand } from '../commands/layer-in-hand.ts';
import type { CommandContext } from '../commands/register.ts';
import { leftInWords } from '../session/paint-desk.ts';

type Context = Pick<CommandContext, 'session' | 'view' | 'paints' | 'say'>;

/** The second touch: pours the region on both drawings and all between, as one edit, named after its swatch. */
export async function endAcross(context: Context, last: Drawing, to: Point): Promise<void> {
  const { session, view, paints, say } = context;
  const { across, swatch, tools } = view.getState();
  const layer = layerInHand(context);
  view.setState({ across: null });
  if (!across || !layer) return;
  const all = drawingsAlong(session.shot, layer).map(({ drawing }) => drawing);
  const [a, b] = [across.drawing, last.id].map((id) => all.findIndex((each) => each.id === id));
  if (a < 0 || b < 0) {
    say('The drawing touched first is no longer on this layer. Touch it again, then the last one.');
    return;
  }
  const step = b > a ? 1 : -1;
  const between = Array.from({ length: Math.abs(b - a) + 1 }, (_, i) => all[a + i * step]);
  const share = new Map(between.map((drawing, i) => [drawing.id, i / (between.length - 1)]));
  const { edge, soft, under } = tools.pour;
  const name = session.shot.palettes[0].swatches.find(({ id }) => id === swatch)?.name.slice(0, 40) ?? '';
  const done = await paints.each('Painting across', between, (face, drawing) => {
    const t = share.get(drawing.id)!;
    const [x, y] = [across.x + (to.x - across.x) * t, across.y + (to.y - across.y) * t];
    return face.pourAt(paints.bounded(drawing), x, y, swatch, { edge, soft, under }, name);
  });
  if (!done) return;
  const poured = done.filter(({ result }) => result !== null);
  const { left } = session.changeWhereSame('paint across', poured, (own, { result }) => {
    own.paint = result!;
  });
  const missed = done.length - poured.length;
  const count = poured.length - left.length;
  const where = missed === 1 ? 'one drawing' : `${missed} drawings`;
  say(
    missed === 0
      ? `“${name}” poured on ${count} drawings.${leftInWords(left)}`
      : `“${name}” poured on ${count} drawings; on ${where} its place lies on the ground and was left.${leftInWords(left)}`,
  );
}
