/** The drawing desk: heavy brushes under the pen, many lines painted again, picking among them, ghosts. */

import { pickInside, plainBrush, SHIPPED_BRUSHES } from '../src/core/ink/index.ts';
import { ringsContain } from '../src/core/plane/index.ts';
import { type Brush, POINT_SIZE } from '../src/core/shot/index.ts';
import type { Animator } from '../tests/browser/hands.ts';
import { bringShot, forget, probes, spiral } from './page.ts';
import { ms, percentile, report } from './report.ts';
import { manyLines } from './shots.ts';

/** What a plain program pays for the same: a line of round dabs straight onto a canvas, milliseconds for each. */
const plainDabs = (animator: Animator) =>
  animator.page.evaluate(() => {
    const canvas = Object.assign(document.createElement('canvas'), { width: innerWidth, height: innerHeight });
    const context = canvas.getContext('2d')!;
    const started = performance.now();
    for (let i = 0; i < 20_000; i++) {
      context.beginPath();
      context.arc(400 + 300 * Math.cos(i / 20), 300 + 200 * Math.sin(i / 30), 8, 0, 7);
      context.fill();
    }
    return performance.now() - started;
  });

async function heavyBrushes(animator: Animator): Promise<void> {
  await bringShot(animator, manyLines(10, plainBrush('pen', 6, 0.6)));
  await animator.hand.press('Open Lines pen');
  await animator.deskReady({ width: 1920, height: 1080 });
  const dabs = await plainDabs(animator);
  await animator.hand.key('KeyQ');
  for (const { name } of SHIPPED_BRUSHES) {
    await animator.hand.wait(300);
    await forget(animator);
    for (let i = 0; i < 4; i++) {
      await animator.draw(spiral(700 + i * 160, 540, 2));
      await animator.hand.wait(250);
    }
    const { pointer } = await probes(animator);
    const p95 = percentile(pointer, 0.95);
    report(`pen events on the main thread, ${name}: p95`, ms(p95), '6 ms', `20,000 plain dabs ${ms(dabs)}`, p95 <= 6);
    await animator.hand.key('AltLeft', 'KeyJ');
  }
}

async function paintedAgain(
  animator: Animator,
  brush: Brush,
  name: string,
  address: string,
  most: number,
): Promise<void> {
  await animator.page.goto(address);
  await animator.shelfReady();
  await bringShot(animator, manyLines(600, brush));
  await animator.hand.press(`Open Lines ${brush.kind}`);
  await animator.deskReady({ width: 1920, height: 1080 });
  await animator.hand.key('KeyO');
  await animator.toCell('Lines', 9);
  await animator.hand.wait(1500);
  // Each step nearer is a size no line was painted in yet; only the answer that holds all lines counts.
  const times: number[] = [];
  for (let i = 0; i < 5; i++) {
    await forget(animator);
    await animator.hand.key('KeyC');
    await animator.hand.wait(2500);
    times.push(Math.max(...(await probes(animator)).paper));
  }
  const plain = await animator.page.evaluate(() => {
    const canvas = new OffscreenCanvas(1280, 720);
    const context = canvas.getContext('2d')!;
    const paths = Array.from({ length: 600 }, (_, k) => {
      const path = new Path2D();
      for (let i = 0; i < 60; i++) path.lineTo(((k * 37) % 1100) + 2 * i, ((k * 91) % 700) + 10 * Math.sin(i / 7));
      return path;
    });
    context.lineWidth = 4;
    const started = performance.now();
    for (const path of paths) context.stroke(path);
    context.getImageData(0, 0, 1, 1);
    return performance.now() - started;
  });
  const middle = percentile(times, 0.5);
  report(
    `600 lines painted again in the worker, ${name}: median`,
    ms(middle),
    `${most} ms`,
    `600 plain polylines ${ms(plain)}`,
    middle <= most,
  );
}

async function ghosts(animator: Animator): Promise<void> {
  const [from] = await animator.onPaper([{ x: 600, y: 500 }]);
  const pan = async () => {
    await forget(animator);
    await animator.hand.pen(Array.from({ length: 120 }, (_, i) => ({ x: from.x + 60 * Math.sin(i / 9), y: from.y })));
    const { pointer } = await probes(animator);
    return pointer.reduce((sum, each) => sum + each, 0) / pointer.length;
  };
  await animator.hand.key('KeyM');
  const without = await pan();
  await animator.hand.key('KeyO');
  await animator.hand.key('AltLeft', 'BracketRight');
  await animator.hand.key('AltLeft', 'BracketRight');
  await animator.hand.wait(1500);
  const withGhosts = await pan();
  const cost = withGhosts - without;
  report(
    'four ghosts on each side, cached: more for each move of the paper',
    ms(cost),
    '2 ms',
    `without ${ms(without)}`,
    cost <= 2,
  );
}

/** Picking is plain computing: measured here as it runs in the page. */
function lasso(): void {
  const shot = manyLines(600, plainBrush('pen', 6, 0.6));
  const drawing = Object.values(shot.drawings).find(({ ink }) => ink.length === 600)!;
  const loop = Float32Array.from({ length: 160 }, (_, i) => {
    const angle = (2 * Math.PI * (i >> 1)) / 80;
    return i % 2 === 0 ? 960 + 700 * Math.cos(angle) : 540 + 400 * Math.sin(angle);
  });
  const times: number[] = [];
  const plain: number[] = [];
  let inside = 0;
  for (let i = 0; i < 60; i++) {
    const started = performance.now();
    inside = pickInside(drawing, loop).strokes.length;
    times.push(performance.now() - started);
    const again = performance.now();
    for (const { points } of drawing.ink)
      for (let p = 0; p < points.length; p += POINT_SIZE) ringsContain([loop], points[p], points[p + 1]);
    plain.push(performance.now() - again);
  }
  const p95 = percentile(times.slice(20), 0.95);
  report(
    `loop round ${inside} of 600 lines: p95`,
    ms(p95),
    '8 ms',
    `every point against the loop ${ms(percentile(plain.slice(20), 0.5))}`,
    p95 <= 8,
  );
}

export async function benchDesk(animator: Animator, address: string): Promise<void> {
  lasso();
  await heavyBrushes(animator);
  await paintedAgain(animator, plainBrush('pen', 6, 0.6), 'pen', address, 80);
  await ghosts(animator);
  await paintedAgain(animator, SHIPPED_BRUSHES[0].brush, 'pencil', address, 80);
  await paintedAgain(
    animator,
    SHIPPED_BRUSHES.find(({ name }) => name === 'Dry brush')!.brush,
    'dry brush',
    address,
    150,
  );
}
