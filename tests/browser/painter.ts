/** What a hand does over and over while painting, and what is looked at afterwards. */
import { areaUnder } from '../../src/core/paint/index.ts';
import type { Drawing, Shot } from '../../src/core/shot/index.ts';
import type { PenPoint } from './driver.ts';
import { type Animator, drawingsOf } from './hands.ts';

/** A line through corners, ten points a side. */
export function corners(...list: [number, number][]): PenPoint[] {
  return list.slice(1).flatMap(([x, y], i) => {
    const [px, py] = list[i];
    return Array.from({ length: 11 }, (_, k) => ({
      x: px + ((x - px) * k) / 10,
      y: py + ((y - py) * k) / 10,
      pressure: 0.6,
    }));
  });
}

export const nameOf = (shot: Shot, id: string | undefined) =>
  shot.palettes[0].swatches.find((each) => each.id === id)?.name ?? null;

/** The swatch at a place of a drawing. */
export const paintAt = (shot: Shot, drawing: Drawing, x: number, y: number) =>
  nameOf(shot, areaUnder(drawing.paint, x, y)?.swatch);

/** Draws a ring, copies its drawing so many times and paints it on the first one, in the Paint view. @returns its middle in the window */
export async function paintedRing(animator: Animator, copies: number): Promise<PenPoint> {
  await animator.draw(animator.ring(320, 180, 90));
  for (let i = 0; i < copies; i++) {
    await animator.hand.key('Shift', 'KeyN');
    await animator.hand.wait(100);
  }
  await animator.toCell('Clean', 1);
  await animator.view('paint');
  await animator.hand.key('KeyF');
  const [middle] = await animator.onPaper([{ x: 320, y: 180 }]);
  await animator.hand.pen([middle, middle]);
  await animator.sees(320, 180, ([r, g, b]) => r + g + b < 640);
  return middle;
}

export class Painter {
  private readonly animator: Animator;

  constructor(animator: Animator) {
    this.animator = animator;
  }

  /** Takes a swatch in hand. */
  async take(swatch: string): Promise<void> {
    await this.animator.page.$eval(`input[aria-label="Name of swatch ${swatch}"]`, (field) =>
      field.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true })),
    );
  }

  /** Touches the paper with the pen. */
  async touch(x: number, y: number): Promise<void> {
    const [at] = await this.animator.onPaper([{ x, y }]);
    await this.animator.hand.pen([at, at]);
    await this.animator.hand.wait(400);
  }

  /** The drawings of the layer that is painted. */
  async drawings(): Promise<{ shot: Shot; all: Drawing[] }> {
    const shot = await this.animator.shot();
    return { shot, all: drawingsOf(shot, 'Clean') };
  }
}
