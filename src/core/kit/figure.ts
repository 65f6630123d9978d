/** A model sheet to begin with: a figure of five heads from the front and from the side, its heights ruled across. */
import { newDrawing, writeDrawing } from '../sheet/index.ts';
import { type Id, makeLayer, type Shot, type Stroke } from '../shot/index.ts';
import { type Dot, kitLine, kitPen } from './lines.ts';
import { swatchNamed } from './swatches.ts';

const HEADS = 5;
/** The figure's share of the paper's height. */
const TALL = 0.86;

/** An ellipse, a little narrower below when `chin` is more than 0. Heads. */
function round(cx: number, cy: number, rx: number, ry: number, chin = 0): Dot[] {
  return Array.from({ length: 16 }, (_, i): Dot => {
    const a = (i / 16) * 2 * Math.PI - Math.PI / 2;
    const down = Math.max(0, Math.sin(a));
    return [cx + rx * Math.cos(a) * (1 - chin * down), cy + ry * Math.sin(a)];
  });
}

/** A limb: from one round end to the other, each with its own radius. */
function limb([ax, ay]: Dot, [bx, by]: Dot, ra: number, rb: number): Dot[] {
  const along = Math.atan2(by - ay, bx - ax);
  const cap = (x: number, y: number, r: number, from: number): Dot[] =>
    [0, 0.25, 0.5, 0.75, 1].map((t): Dot => {
      const a = along + from + Math.PI * t;
      return [x + r * Math.cos(a), y + r * Math.sin(a)];
    });
  const [near, far] = [cap(ax, ay, ra, Math.PI / 2), cap(bx, by, rb, -Math.PI / 2)];
  // Dots along the sides too: a curve through dots that lie unevenly swings out.
  const side = (from: Dot, to: Dot): Dot[] =>
    [0.12, 0.3, 0.5, 0.7, 0.88].map((t): Dot => [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])]);
  return [...near, ...side(near[4], far[0]), ...far, ...side(far[4], near[0])];
}

/** Closed outlines from the front, in heads; 0 is the middle of the figure and the top of its head. */
const FRONT: [name: string, dots: Dot[]][] = [
  ['head', round(0, 0.5, 0.4, 0.5, 0.22)],
  ['neck', limb([0, 0.98], [0, 1.18], 0.15, 0.17)],
  ['chest', round(0, 1.62, 0.52, 0.5, 0.2)],
  ['hips', round(0, 2.42, 0.42, 0.36)],
  ...([-1, 1] as const).flatMap((s): [string, Dot[]][] => {
    const side = s < 0 ? 'left' : 'right';
    return [
      [`${side} upper arm`, limb([s * 0.58, 1.36], [s * 0.72, 2.04], 0.14, 0.11)],
      [`${side} lower arm`, limb([s * 0.74, 2.1], [s * 0.82, 2.68], 0.11, 0.08)],
      [`${side} hand`, round(s * 0.86, 2.9, 0.11, 0.17)],
      [`${side} upper leg`, limb([s * 0.22, 2.66], [s * 0.25, 3.56], 0.19, 0.14)],
      [`${side} lower leg`, limb([s * 0.26, 3.66], [s * 0.28, 4.66], 0.14, 0.09)],
      [`${side} foot`, round(s * 0.34, 4.88, 0.19, 0.1)],
    ];
  }),
];

const SIDE: [name: string, dots: Dot[]][] = [
  ['head', round(0, 0.5, 0.46, 0.5, 0.16)],
  ['nose', limb([0.42, 0.56], [0.54, 0.6], 0.05, 0.05)],
  ['neck', limb([-0.06, 0.96], [-0.08, 1.2], 0.14, 0.16)],
  ['chest', round(0, 1.62, 0.36, 0.5, 0.1)],
  ['hips', round(-0.02, 2.42, 0.34, 0.36)],
  ['upper arm', limb([-0.02, 1.38], [-0.08, 2.06], 0.14, 0.11)],
  ['lower arm', limb([-0.06, 2.1], [0.06, 2.68], 0.11, 0.08)],
  ['hand', round(0.1, 2.9, 0.1, 0.17)],
  ['upper leg', limb([0, 2.66], [0.04, 3.56], 0.2, 0.15)],
  ['lower leg', limb([0.02, 3.66], [-0.04, 4.66], 0.15, 0.09)],
  ['foot', limb([-0.04, 4.88], [0.32, 4.92], 0.1, 0.07)],
];

/** Puts the model sheet into a shot: a guide layer on top with one drawing, which figures are compared with from then on. */
export function putFigure(shot: Shot): Id {
  const layer = makeLayer('Model sheet', 'rough', { guide: true, visible: false, afterLast: 'holds' });
  shot.layers.push(layer);
  const head = (shot.height * TALL) / HEADS;
  const top = (shot.height * (1 - TALL)) / 2;
  const ink: Stroke[] = [];
  const line = swatchNamed(shot, 'line');
  const [pen, rule] = [kitPen(Math.max(1.5, head * 0.022)), kitPen(Math.max(1, head * 0.008))];
  for (let k = 0; k <= HEADS; k++) {
    const y = top + k * head;
    const dots = [0.12, 0.37, 0.63, 0.88].map((x): Dot => [shot.width * x, y]);
    ink.push(kitLine(dots, rule, line, `height of ${k} ${k === 1 ? 'head' : 'heads'}`));
  }
  for (const [at, parts, view] of [
    [0.36, FRONT, 'front'],
    [0.64, SIDE, 'side'],
  ] as const)
    for (const [name, dots] of parts) {
      const put = dots.map(([x, y]): Dot => [shot.width * at + x * head, top + y * head]);
      ink.push(kitLine(put, pen, line, `${name}, ${view}`, true));
    }
  const drawing = newDrawing(shot, layer.id, { label: 'model', role: 'key', stage: 'clean', ink });
  writeDrawing(shot, layer.id, 0, drawing.id, 1);
  shot.model = { kind: 'drawing', drawing: drawing.id };
  return layer.id;
}
