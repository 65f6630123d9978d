/** In-betweens by hand: a chart drawn and dragged, pairs put right, a point pinned, put down, touched up, done anew. */
import { beforeAll, describe, expect, test } from 'vitest';
import { isFirstPass } from '../../src/core/between/index.ts';
import { chartAt } from '../../src/core/sheet/index.ts';
import type { Drawing, Shot, Stroke } from '../../src/core/shot/index.ts';
import type { PenPoint } from './driver.ts';
import { type Animator, drawingsOf, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;
const SHOULDER = { x: 300, y: 170 };
const SWEEP = -1.3;

type At = { x: number; y: number };
const turned = ({ x, y }: At, angle: number): At => ({
  x: SHOULDER.x + Math.cos(angle) * (x - SHOULDER.x) - Math.sin(angle) * (y - SHOULDER.y),
  y: SHOULDER.y + Math.sin(angle) * (x - SHOULDER.x) + Math.cos(angle) * (y - SHOULDER.y),
});
/** A pen's way through places, in small steps. */
function line(...places: At[]): PenPoint[] {
  return places.slice(1).flatMap((to, k) =>
    Array.from({ length: 9 }, (_, i) => {
      const t = (i + (k === 0 ? 0 : 1)) / 9;
      const from = places[k];
      return { x: from.x + t * (to.x - from.x), y: from.y + t * (to.y - from.y), pressure: 0.5 };
    }),
  );
}
const arm = (angle: number) => line(SHOULDER, ...[370, 440].map((x) => turned({ x, y: 174 }, angle)));

/** Head, sides, arm: drawn anew on each key, in another order and direction. */
async function drawKey(angle: number, other: boolean): Promise<void> {
  const lines = [
    animator.ring(270, 90, 34, 14),
    line({ x: 250, y: 140 }, { x: 242, y: 220 }, { x: 250, y: 300 }),
    line({ x: 300, y: 150 }, { x: 312, y: 230 }, { x: 304, y: 300 }),
    arm(angle),
  ];
  for (const each of other ? [...lines].reverse() : lines) await animator.draw(other ? [...each].reverse() : each);
}

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Arm raised', width: 640, height: 360, length: 48 });
  await animator.hand.key('KeyW');
  await animator.toCell('Clean', 1);
  await drawKey(0, false);
  await animator.hand.key('KeyK');
  await animator.hand.key('Digit8');
  await animator.hand.key('Enter');
  await animator.toCell('Clean', 9);
  await drawKey(SWEEP, true);
  await animator.hand.key('KeyK');
  await animator.toCell('Clean', 1);
  await animator.hand.key('Control', 'KeyE');
});

const middles = ({ points }: Stroke): At => {
  const at = 6 * Math.floor(points.length / 12);
  return { x: points[at], y: points[at + 1] };
};
/** The line of a drawing whose middle lies nearest to a place. */
const lineAt = ({ ink }: Drawing, place: At): Stroke =>
  [...ink].sort((p, q) => {
    const off = (stroke: Stroke) => Math.hypot(middles(stroke).x - place.x, middles(stroke).y - place.y);
    return off(p) - off(q);
  })[0];
const chart = (shot: Shot) => chartAt(shot, layerNamed(shot, 'Clean').id, 0)!;
const spacings = async () => chart(await animator.shot()).ticks.map(({ spacing }) => spacing);
const byNumber = (shot: Shot, number: number) => drawingsOf(shot, 'Clean').find((each) => each.number === number)!;

/** Touches a line in one of the two panes, part of the way along it. */
async function touch(side: 'a' | 'b', id: string, share = 0.5): Promise<void> {
  const at = await animator.page.$eval(
    `[data-testid="pane-${side}"] [data-line="${id}"] path`,
    (path, along) => {
      const own = path as SVGPathElement;
      const point = own.getPointAtLength(own.getTotalLength() * along);
      const { x, y } = new DOMPoint(point.x, point.y).matrixTransform(own.getScreenCTM()!);
      return { x, y };
    },
    share,
  );
  await animator.page.mouse.click(at.x, at.y);
  await animator.hand.wait(80);
}

const proposed = () => animator.page.waitForSelector('[data-testid="pane-a"]');
/** Waits until a correction has been computed. */
const computed = async () => {
  await animator.hand.wait(400);
  await animator.page.waitForFunction(() => !document.querySelector('[role="progressbar"]'));
};

describe('an arm is raised', () => {
  test('the chart gets three ticks; dragged, they are a slow-out, and the frames stay', async () => {
    for (let i = 0; i < 3; i++) await animator.hand.key('Control', 'KeyI');
    expect(await animator.sheetOf('Clean')).toBe('1x2 3x2 4x2 5x2 2x2');
    const box = await animator.hand.box('svg[aria-label="Timing chart"]');
    const room = box.width - 32;
    // The outermost first, so that none bars another's way.
    for (const [name, to] of [
      ['3', 0.08],
      ['4', 0.27],
      ['5', 0.56],
    ] as const) {
      const tick = await animator.hand.box(`[data-tick="${name}"]`);
      const y = box.y + 32;
      await animator.drag({ x: tick.x + tick.width / 2, y }, { x: box.x + 16 + to * room, y });
    }
    const now = await spacings();
    for (const [k, wanted] of [0.08, 0.27, 0.56].entries()) expect(now[k]).toBeCloseTo(wanted, 1);
    await animator.hand.text('slow out');
    expect(await animator.sheetOf('Clean')).toBe('1x2 3x2 4x2 5x2 2x2');
    await animator.undo();
    expect((await spacings())[2]).toBeCloseTo(0.75, 1);
    await animator.hand.key('Control', 'Shift', 'KeyZ');
    expect((await spacings())[2]).toBeCloseTo(0.56, 1);
  });

  test('a half-way ghost is seen on a blank in-between, and nothing is drawn', async () => {
    await animator.toCell('Clean', 5);
    const half = turned({ x: 400, y: 174 }, 0.27 * SWEEP);
    const slate = ([r, g, b]: [number, number, number]) => b > r + 8 && g < 225 && r < 215;
    expect(await animator.seesNo(half.x, half.y, slate)).toBe(true);
    await animator.hand.key('Control', 'KeyH');
    expect(await animator.sees(half.x, half.y, slate)).toBe(true);
    expect(byNumber(await animator.shot(), 4).ink).toHaveLength(0);
    await animator.hand.key('Control', 'KeyH');
  });

  test('computed, a pair is put right, an arc pinned, and put down as first passes in one edit', async () => {
    await animator.hand.key('Shift', 'KeyM');
    // An arc guide far outside the arm's own.
    await animator.draw(line({ x: 440, y: 176 }, { x: 480, y: 60 }, { x: 350, y: 38 }));
    await animator.hand.key('KeyW');
    await animator.toCell('Clean', 1);
    await animator.hand.key('Control', 'KeyB');
    await proposed();
    const shot = await animator.shot();
    const [a, b] = [byNumber(shot, 1), byNumber(shot, 2)];
    await animator.hand.text('4 pairs');
    // The two sides changed over by hand.
    const [left, right] = [
      [a, { x: 242, y: 220 }],
      [b, { x: 312, y: 230 }],
    ].map(([drawing, at]) => lineAt(drawing as Drawing, at as At));
    await touch('a', left.id);
    await touch('b', right.id);
    await computed();
    // What is left of both is a pair then.
    await animator.hand.text('Every line has its partner');
    expect((await animator.shot()).passages[0].pairs).toEqual([{ a: left.id, b: right.id }]);
    // Parted, both are listed.
    await touch('a', left.id);
    await animator.hand.press('Part', 'button');
    await computed();
    await animator.hand.text('2 without a partner');
    await animator.hand.press('Forget the corrections here', 'button');
    await computed();
    await animator.hand.text('Every line has its partner');
    // The hand follows the arc.
    await animator.hand.choose('Pin a touched point to', shot.guides.arcs[0].id);
    const armA = lineAt(a, { x: 370, y: 174 });
    await touch('a', armA.id, 0.98);
    await computed();
    expect((await animator.shot()).passages[0].pins).toMatchObject([{ line: armA.id, arc: shot.guides.arcs[0].id }]);
    expect(await animator.page.$(`circle[data-pin="${armA.id}"]`)).not.toBeNull();
    // The drawings are looked at, then put down.
    await animator.hand.key('KeyV');
    await animator.page.waitForSelector('[data-testid="proposed"]');
    await Promise.all([animator.hand.text('3 in-betweens put down'), animator.hand.key('Enter')]);
    const done = await animator.shot();
    for (const number of [3, 4, 5]) {
      expect(isFirstPass(byNumber(done, number))).toBe(true);
      expect(byNumber(done, number).ink).toHaveLength(4);
    }
    // Pulled out onto the arc: farther from the shoulder than the arm is long.
    const hand = Math.max(
      ...byNumber(done, 5).ink.flatMap(({ points }) => {
        const n = points.length - 6;
        return [0, n].map((o) => Math.hypot(points[o] - SHOULDER.x, points[o + 1] - SHOULDER.y));
      }),
    );
    expect(hand).toBeGreaterThan(150);
  });

  test('one is redrawn by hand, a key changes: only the untouched ones are drawn anew', async () => {
    await animator.toCell('Clean', 5);
    await animator.draw(line({ x: 100, y: 320 }, { x: 200, y: 330 }));
    const before = await animator.shot();
    expect(isFirstPass(byNumber(before, 4))).toBe(false);
    expect(await animator.page.$('aria/Redo 2[role="button"]')).toBeNull();
    await animator.toCell('Clean', 9);
    await animator.draw(line({ x: 400, y: 300 }, { x: 460, y: 320 }, { x: 520, y: 300 }));
    await Promise.all([animator.hand.text('2 drawings drawn anew'), animator.hand.press('Redo 2', 'button')]);
    const after = await animator.shot();
    expect(byNumber(after, 4)).toEqual(byNumber(before, 4));
    for (const number of [3, 5]) {
      expect(isFirstPass(byNumber(after, number))).toBe(true);
      expect(byNumber(after, number).ink).not.toEqual(byNumber(before, number).ink);
    }
    // All in one step of undo.
    await animator.undo();
    expect(byNumber(await animator.shot(), 5).ink.length).toBe(byNumber(before, 5).ink.length);
  });

  test('the proposal is left without a trace; a chart without two keys says what it needs', async () => {
    const before = await animator.shot();
    await animator.toCell('Clean', 1);
    await animator.hand.key('Control', 'KeyB');
    await proposed();
    await animator.hand.key('Escape');
    expect(await animator.page.$('[data-testid="pane-a"]')).toBeNull();
    expect((await animator.shot()).drawings).toEqual(before.drawings);
    await animator.toCell('Rough', 1);
    await animator.hand.text('A timing chart lies between two keys');
    await Promise.all([animator.hand.text('There are no two keys here'), animator.hand.key('Control', 'KeyB')]);
  });
});

describe('on a layer of its own', () => {
  beforeAll(async () => {
    await animator.toCell('Rough', 1);
    const hatch = async (dx: number, dy: number) => {
      for (let i = 0; i < 7; i++)
        await animator.draw(line({ x: 120 + 30 * i + dx, y: 60 + dy }, { x: 100 + 30 * i + dx, y: 140 + dy }));
    };
    await hatch(0, 0);
    await animator.hand.key('KeyK');
    await animator.hand.key('Digit4');
    await animator.hand.key('Enter');
    await animator.toCell('Rough', 5);
    await hatch(140, 100);
    await animator.hand.key('KeyK');
    await animator.toCell('Rough', 1);
  });

  test('hatching drawn in the same order goes line to line', async () => {
    await animator.hand.key('Control', 'KeyI');
    await animator.hand.key('Control', 'KeyB');
    await proposed();
    await animator.hand.text('7 pairs');
    await animator.hand.key('Enter');
    const shot = await animator.shot();
    const [first, , between] = drawingsOf(shot, 'Rough');
    const starts = (drawing: Drawing) => drawing.ink.map(({ points }) => points[0]).sort((p, q) => p - q);
    const [from, to] = [starts(first), starts(between)];
    expect(to).toHaveLength(7);
    for (const [i, x] of from.entries()) expect(Math.abs(to[i] - x - 70)).toBeLessThan(8);
  });

  test('a point touched is followed through the drawings, with how far it goes', async () => {
    await animator.toCell('Rough', 1);
    await animator.hand.key('Control', 'KeyD');
    const [at] = await animator.onPaper([{ x: 120 + 90, y: 62 }]);
    await animator.page.mouse.click(at.x, at.y);
    await animator.page.waitForSelector('[aria-label="Followed points"] [data-arc="3"]');
    const numbers = await animator.page.$$eval('[aria-label="Followed points"] text', (all) =>
      all.map((each) => Number(each.textContent)),
    );
    for (const far of numbers) expect(Math.abs(far - Math.hypot(70, 50))).toBeLessThan(14);
    expect(numbers).toHaveLength(2);
    await animator.hand.key('Control', 'Shift', 'KeyD');
    await animator.page.waitForFunction(() => !document.querySelector('[aria-label="Followed points"] [data-arc]'));
    await animator.hand.key('KeyW');
  });

  test('a way of spacing is kept under a name and put on another chart', async () => {
    await animator.toCell('Clean', 1);
    const own = await spacings();
    await animator.hand.press('Ways of spacing');
    await animator.hand.press('Keep this spacing as “mine”', 'menuitem');
    await animator.hand.press('Ways of spacing');
    await animator.hand.press('even', 'menuitem');
    expect((await spacings()).map((each) => Number(each.toFixed(2)))).toEqual([0.25, 0.5, 0.75]);
    await animator.hand.press('Ways of spacing');
    await animator.hand.press('mine (3)', 'menuitem');
    expect(await spacings()).toEqual(own);
  });

  test('only picked lines are drawn, onto what is there', async () => {
    await animator.toCell('Clean', 9);
    const shot = await animator.shot();
    const armB = lineAt(byNumber(shot, 2), turned({ x: 370, y: 174 }, SWEEP));
    await animator.hand.key('KeyP');
    const [at] = await animator.onPaper([middles(armB)]);
    await animator.page.mouse.click(at.x, at.y);
    await animator.hand.text('Draw picked lines');
    await animator.hand.press('Draw picked lines', 'button');
    await proposed();
    await animator.hand.text('1 pair.');
    await animator.hand.key('Enter');
    await animator.hand.wait(200);
    const after = await animator.shot();
    // Also on the one drawn by hand, whose own line stays.
    const own = byNumber(shot, 4).ink.at(-1)!;
    expect(byNumber(after, 4).ink.some(({ id }) => id === own.id)).toBe(true);
    expect(byNumber(after, 4).ink).toHaveLength(byNumber(shot, 4).ink.length);
  });
});
