/**
 * The keeper's layer: drawn keys and breakdowns on their frames, timing charts between them, and the in-betweens computed from
 * both as the application computes them. They stay marked as first passes: no hand has touched them.
 */
import {
  type BetweenPlan,
  computeBetweens,
  type Link,
  linkAt,
  linksOf,
  pairLines,
  pinPoint,
  planForCharts,
  putDown,
} from '../src/core/between/index.ts';
import { chartsIn } from '../src/core/sheet/index.ts';
import { type Drawing, type Id, makeDrawing, makeLayer, makeShot, type Shot } from '../src/core/shot/index.ts';
import { exposed, type MadeLayer } from './made-layer.ts';
import { cheekLine, paintKeeper } from './paint.ts';
import { inkAndPaint, type Key, type Pole, source } from './source.ts';
import { type Exposed, KEEPER, LENGTH } from './timing.ts';

const keyOf = (id: string): Key => source.keys.find((key) => key.id === id)!;

/** The way the wick goes up to the lamp, for the pole to follow: through the keys in which it rises. */
function wickArc(): number[] {
  return source.keys.slice(1, 4).flatMap(({ pole }) => pole.wick);
}

/** The line of the pole that carries the wick. */
const CUP = 'pole-cup';

/** The edge of the cheek is a colour-trace line among the others. */
function withCheek({ ink, paint }: Pick<Drawing, 'ink' | 'paint'>): Pick<Drawing, 'ink' | 'paint'> {
  const cheek = paint.find(({ name }) => name === 'blush');
  return { ink: cheek ? [...ink, cheekLine(cheek)] : ink, paint };
}

interface MadeKeeper extends MadeLayer {
  shot: Shot;
  plans: BetweenPlan[];
  /** Drawings made by hand. */
  keys: Set<Id>;
}

/** The keeper in a shot of his own, so that the application's functions can be used on it; his in-betweens are not painted yet. */
export function keeperLines(arc: Id): MadeKeeper {
  const [width, height] = source.paper;
  const shot = makeShot({ title: 'keeper', width, height, fps: source.fps, length: LENGTH });
  const layer = makeLayer('Keeper', 'clean', { afterLast: 'holds' });
  shot.layers = [layer];
  shot.guides.arcs = [{ id: arc, points: wickArc() }];
  const drawings: Drawing[] = [];
  const used = new Map<string, Id>();
  const cells = KEEPER.map((each) => {
    const again = 'key' in each ? used.get(each.key) : undefined;
    if (again) return { frame: each.frame, drawing: again };
    const number = drawings.length + 1;
    const drawing =
      'key' in each
        ? makeDrawing(layer.id, number, {
            role: keyOf(each.key).role,
            spacing: each.spacing ?? null,
            stage: 'painted',
            ...withCheek(inkAndPaint(keyOf(each.key))),
          })
        : makeDrawing(layer.id, number, { spacing: each.spacing });
    drawings.push(drawing);
    shot.drawings[drawing.id] = drawing;
    if ('key' in each) used.set(each.key, drawing.id);
    return { frame: each.frame, drawing: drawing.id };
  });
  layer.exposures = exposed(cells);
  pinWick(shot, used, arc);
  const plans = chartsIn(shot, layer.id).map((chart) => planForCharts(shot, [chart]));
  for (const plan of plans) putDown(shot, plan, computeBetweens(plan.job));
  return { layer, drawings, shot, plans, keys: new Set(used.values()) };
}

/** The keeper, painted. */
export function makeKeeper(arc: Id): MadeKeeper {
  const made = keeperLines(arc);
  paintKeeper(made.shot, made.layer, made.keys);
  return made;
}

/** On the way up the pole's end follows the arc guide. */
function pinWick(shot: Shot, used: Map<string, Id>, arc: Id): void {
  for (const [from, to] of [
    ['K2', 'K3'],
    ['K3', 'K4'],
  ]) {
    const way: [Id, Id] = [used.get(from)!, used.get(to)!];
    const [a, b] = way.map((id) => shot.drawings[id].ink.find(({ name }) => name === CUP)!);
    pairLines(shot, way, a.id, b.id);
    pinPoint(shot, way, a.id, 0.5, arc);
  }
}

interface Pose {
  frame: number;
  exposed: Exposed;
  pole: Pole;
}

/** Where the pole is on a computed drawing: its ends go along with the lines round them. */
function poleBetween(plan: BetweenPlan, links: Link[], at: number): Pole {
  const { k, t } = linkAt(plan.job.chain, at);
  const link = links[k];
  const side = t < 0.5 ? 'a' : 'b';
  // The key whose pole it is: the drawings' lines are the keys' own.
  const ink = plan.job.chain[k + (side === 'a' ? 0 : 1)].ink;
  const cup = ink.find(({ name }) => name === CUP)!;
  const key = source.keys.find(({ strokes }) =>
    strokes.some(({ name, points }) => name === CUP && Math.abs(points[0][0] - cup.points[0]) < 0.01),
  )!;
  const carry = (point: [number, number]): [number, number] => link.carried(side, t, ...point);
  const [wick, butt, grip] = [carry(key.pole.wick), carry(key.pole.butt), carry(key.pole.grip)];
  return { wick, butt, grip, angle: (Math.atan2(wick[0] - butt[0], butt[1] - wick[1]) * 180) / Math.PI };
}

let poses: Pose[] | null = null;

/** The keeper's poses along the sheet. */
export function posesOf(): Pose[] {
  if (poses) return poses;
  const { plans, drawings, layer } = keeperLines('arc');
  const places = new Map(
    plans.flatMap((plan) => {
      const links = linksOf(plan.job);
      return plan.targets.map((id, i) => [id, { plan, links, at: plan.job.wanted[i] }]);
    }),
  );
  const ids = layer.exposures.map(({ cell }) => (cell?.kind === 'drawing' ? cell.drawing : ''));
  poses = KEEPER.map((each, i) => {
    if ('key' in each) return { frame: each.frame, exposed: each, pole: keyOf(each.key).pole };
    const { plan, links, at } = places.get(drawings.find(({ id }) => id === ids[i])!.id)!;
    return { frame: each.frame, exposed: each, pole: poleBetween(plan, links, at) };
  });
  return poses;
}

export function poseAt(frame: number): Pose {
  return posesOf().findLast((pose) => pose.frame <= frame)!;
}
