/** Whatever a pen, a tablet or a browser reports: drawn sensibly, kept, never a broken stroke. */
import { expect, test } from 'vitest';
import { POINT_SIZE, type Stroke } from '../../src/core/shot/index.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Pens', width: 640, height: 360, length: 12 });
  await animator.hand.key('KeyW');
});

const lines = async (): Promise<Stroke[]> => drawingsOf(await animator.shot(), 'Clean').flatMap(({ ink }) => ink);
const sound = ({ points }: Stroke) => [...points].every(Number.isFinite) && points.length % POINT_SIZE === 0;

interface Report {
  type: string;
  x: number;
  y: number;
  /** Missing: the pen does not report it. */
  pressure?: number;
  button?: number;
}

/** Pointer events as a driver would give them, straight to the paper; places are paper pixels. */
async function report(events: Report[], pointerType = 'pen'): Promise<void> {
  const places = await animator.onPaper(events);
  await animator.page.evaluate(
    (list, kind) => {
      const paper = document.querySelector('[data-testid="paper"]')!;
      for (const { type, x, y, pressure, button } of list)
        paper.dispatchEvent(
          new PointerEvent(type, {
            bubbles: true,
            cancelable: true,
            pointerId: 71,
            pointerType: kind,
            clientX: x,
            clientY: y,
            button: button ?? (type === 'pointermove' ? -1 : 0),
            buttons: type === 'pointerup' ? 0 : 1,
            ...(pressure === undefined ? {} : { pressure }),
          }),
        );
    },
    events.map((event, i) => ({ ...event, x: places[i].x, y: places[i].y })),
    pointerType,
  );
  await animator.hand.wait(120);
}

const across = (y: number, pressure?: number): Report[] => [
  { type: 'pointerdown', x: 60, y, pressure },
  ...Array.from({ length: 20 }, (_, i) => ({ type: 'pointermove', x: 80 + 20 * i, y, pressure })),
];

test('a zero-length tap is a dot', async () => {
  await animator.draw([
    { x: 100, y: 40 },
    { x: 100, y: 40 },
  ]);
  const [dot] = await lines();
  expect(dot.points.length / POINT_SIZE).toBe(1);
  expect(await animator.sees(100, 40, ([r]) => r < 90)).toBe(true);
});

test('a pen without pressure or tilt draws a line that shows', async () => {
  await report([...across(80), { type: 'pointerup', x: 480, y: 80 }]);
  const line = (await lines()).at(-1)!;
  expect(sound(line)).toBe(true);
  expect(await animator.sees(300, 80, ([r]) => r < 90)).toBe(true);
});

test('a stroke whose capture is lost in the middle is kept up to there', async () => {
  const before = (await lines()).length;
  await report([...across(120, 0.6), { type: 'lostpointercapture', x: 480, y: 120 }]);
  // The pen goes on in the air: nothing more is drawn, and the next stroke is one of its own.
  await report([
    { type: 'pointermove', x: 200, y: 300, pressure: 0.5 },
    { type: 'pointerup', x: 200, y: 300 },
  ]);
  expect(await lines()).toHaveLength(before + 1);
  await animator.draw([
    { x: 100, y: 140 },
    { x: 200, y: 140 },
    { x: 300, y: 140 },
  ]);
  expect(await lines()).toHaveLength(before + 2);
});

test('a pen the system takes away in the middle leaves its line', async () => {
  const before = (await lines()).length;
  await report([...across(160, 0.6), { type: 'pointercancel', x: 480, y: 160 }]);
  expect(await lines()).toHaveLength(before + 1);
  expect(sound((await lines()).at(-1)!)).toBe(true);
});

test('a pen that leaves the window goes on drawing, far off the paper, and comes back', async () => {
  const before = (await lines()).length;
  const away: Report[] = [
    { type: 'pointermove', x: 9e5, y: -4e5, pressure: 0.5 },
    { type: 'pointermove', x: 500, y: 200, pressure: 0.5 },
    { type: 'pointerup', x: 500, y: 200 },
  ];
  await report([...across(200, 0.6), ...away]);
  const line = (await lines()).at(-1)!;
  expect(await lines()).toHaveLength(before + 1);
  expect(sound(line)).toBe(true);
  expect(await animator.sees(300, 200, ([r]) => r < 90)).toBe(true);
});

test('a tap of two fingers takes the last line back, a tap of three draws it again', async () => {
  const touch = (type: 'touchStart' | 'touchEnd', points: { x: number; y: number; id: number }[]) =>
    animator.hand.cdp.send('Input.dispatchTouchEvent', { type, touchPoints: points });
  const places = await animator.onPaper([
    { x: 120, y: 240 },
    { x: 260, y: 240 },
    { x: 400, y: 240 },
  ]);
  const fingers = places.map(({ x, y }, id) => ({ x, y, id }));
  const before = (await lines()).length;
  await touch('touchStart', fingers.slice(0, 2));
  await touch('touchEnd', []);
  await animator.hand.wait(300);
  expect(await lines()).toHaveLength(before - 1);
  await touch('touchStart', fingers);
  await touch('touchEnd', []);
  await animator.hand.wait(300);
  expect(await lines()).toHaveLength(before);
});

test('a finger never draws once a pen is in use; two fingers move the paper', async () => {
  const before = (await lines()).length;
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: { x: number; y: number; id: number }[]) =>
    animator.hand.cdp.send('Input.dispatchTouchEvent', { type, touchPoints: points });
  const [a, b, c] = await animator.onPaper([
    { x: 100, y: 240 },
    { x: 400, y: 240 },
    { x: 250, y: 300 },
  ]);
  await touch('touchStart', [{ ...a, id: 1 }]);
  await touch('touchMove', [{ ...b, id: 1 }]);
  await touch('touchEnd', []);
  expect(await lines()).toHaveLength(before);
  const zoom = () =>
    animator.page.$eval('output[aria-label="How the paper lies"]', (each) =>
      parseInt(each.textContent!.replace(/\D*/, ''), 10),
    );
  const was = await zoom();
  await touch('touchStart', [{ ...a, id: 1 }]);
  await touch('touchStart', [
    { ...a, id: 1 },
    { ...b, id: 2 },
  ]);
  for (let i = 1; i <= 5; i++)
    await touch('touchMove', [
      { ...a, id: 1 },
      { x: b.x + 12 * i, y: b.y, id: 2 },
    ]);
  await touch('touchEnd', []);
  await animator.hand.wait(200);
  expect(await zoom()).toBeGreaterThan(was);
  expect(await lines()).toHaveLength(before);
  expect(c.x).toBeGreaterThan(0);
  await animator.hand.key('Backquote');
  await animator.hand.wait(200);
});

test('a stroke of a hundred thousand reports is drawn and kept whole', async () => {
  const before = (await lines()).length;
  const COUNT = 100_000;
  const [from, to] = await animator.onPaper([
    { x: 40, y: 250 },
    { x: 600, y: 350 },
  ]);
  await animator.page.evaluate(
    (a, b, count) => {
      const paper = document.querySelector('[data-testid="paper"]')!;
      const event = (type: string, t: number, coalesced: PointerEvent[] = []) => {
        const made = new PointerEvent(type, {
          bubbles: true,
          pointerId: 72,
          pointerType: 'pen',
          pressure: 0.5,
          clientX: a.x + (b.x - a.x) * (0.5 + 0.5 * Math.sin(t * 700)),
          clientY: a.y + (b.y - a.y) * t,
          button: type === 'pointermove' ? -1 : 0,
          buttons: type === 'pointerup' ? 0 : 1,
        });
        if (coalesced.length > 0) Object.defineProperty(made, 'getCoalescedEvents', { value: () => coalesced });
        return made;
      };
      paper.dispatchEvent(event('pointerdown', 0));
      const STEP = 1000;
      for (let i = 0; i < count; i += STEP) {
        const run = Array.from({ length: STEP }, (_, k) => event('pointermove', (i + k) / count));
        paper.dispatchEvent(event('pointermove', (i + STEP) / count, run));
      }
      paper.dispatchEvent(event('pointerup', 1));
    },
    from,
    to,
    COUNT,
  );
  await animator.hand.wait(1500);
  const all = await lines();
  expect(all).toHaveLength(before + 1);
  expect(sound(all.at(-1)!)).toBe(true);
  expect(all.at(-1)!.points.length / POINT_SIZE).toBeGreaterThan(40_000);
  await animator.undo();
  expect(await lines()).toHaveLength(before);
});
