/** The sheet at its largest: every operation on 40 layers of 2,000 frames, and scrolling it. */
import { change, type Recipe } from '../src/core/history/index.ts';
import {
  emptySpan,
  fitInProportion,
  insertTime,
  mergeDown,
  putPiece,
  repeatSpan,
  retimeSpan,
  reverse,
  rotateByDrawings,
  rotateByFrames,
  type Span,
  setHolds,
  takePiece,
  thereAndBack,
  wholeLayers,
} from '../src/core/sheet/index.ts';
import type { Shot } from '../src/core/shot/index.ts';
import type { Animator } from '../tests/browser/hands.ts';
import { ms, percentile, report } from './report.ts';
import { wideSheet } from './shots.ts';

const TARGET = 16;
const ROUNDS = 15;

/** Operations on a span, as the commands run them. */
const operations = (shot: Shot, span: Span): Record<string, Recipe> => ({
  'on threes': (draft) => void retimeSpan(draft, span, (all, from, to) => setHolds(all, from, to, 3)),
  'fit in proportion': (draft) => void retimeSpan(draft, span, (all, from, to) => fitInProportion(all, from, to, 1500)),
  reverse: (draft) => void retimeSpan(draft, span, reverse),
  'there and back': (draft) => void retimeSpan(draft, span, (all, from, to) => thereAndBack(all, from, to, 'once')),
  'round by a drawing': (draft) => void retimeSpan(draft, span, (all, from, to) => rotateByDrawings(all, from, to, 1)),
  'round by a frame': (draft) => void retimeSpan(draft, span, (all) => rotateByFrames(all, 0, 2000, 1)),
  'use 500 frames again': (draft) => void repeatSpan(draft, { ...span, to: 500 }, 'reuse'),
  'cut 500 frames': (draft) => emptySpan(draft, { ...span, to: 500 }),
  'put 500 frames in': (draft) => void putPiece(draft, takePiece(shot, { ...span, to: 500 }), span.layers, 1000, 'in'),
  'put time into the shot': (draft) => insertTime(draft, 100, 12),
  'merge two layers': (draft) => void mergeDown(draft, shot.layers[20].id),
});

/** The edits alone, through the one door, patches and all. */
export function benchSheetEdits(): void {
  const shot = wideSheet();
  const all = wholeLayers(
    shot,
    shot.layers.map(({ id }) => id),
  );
  const copies: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const started = performance.now();
    structuredClone(shot.layers);
    copies.push(performance.now() - started);
  }
  const baseline = `a plain copy of all layers ${ms(percentile(copies, 0.5))}`;
  const spans: [string, Span][] = [
    ['one layer', { ...all, layers: [shot.layers[7].id] }],
    ['all 40 layers', all],
  ];
  for (const [name, span] of spans) {
    const worst = { name: '', took: 0 };
    for (const [operation, recipe] of Object.entries(operations(shot, span))) {
      const times: number[] = [];
      for (let i = 0; i < ROUNDS; i++) {
        const started = performance.now();
        change(shot, recipe);
        times.push(performance.now() - started);
      }
      const took = percentile(times, 0.5);
      if (took > worst.took) Object.assign(worst, { name: operation, took });
    }
    report(
      `sheet of 40 x 2,000, ${name}: slowest of ${Object.keys(operations(shot, span)).length} operations (${worst.name})`,
      ms(worst.took),
      `${TARGET} ms`,
      baseline,
      worst.took <= TARGET,
    );
  }
}

type Keys = Parameters<Animator['hand']['key']>;

/** Milliseconds from the key to the end of the frame that shows the sheet so, and the script's own share. */
async function keyToSheet(animator: Animator, keys: Keys): Promise<[number, number]> {
  await animator.page.evaluate(() => {
    const probe = { script: 0, frame: 0 };
    (window as unknown as { keyProbe: typeof probe }).keyProbe = probe;
    let started = 0;
    addEventListener('keydown', (event) => (started = event.repeat ? started : performance.now()), { capture: true });
    addEventListener('keydown', () => {
      probe.script = performance.now() - started;
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => {
          probe.frame = performance.now() - started;
        };
        channel.port2.postMessage(0);
      });
    });
  });
  await animator.hand.key(...keys);
  await animator.hand.wait(700);
  const probe = await animator.page.evaluate(
    () => (window as unknown as { keyProbe: { script: number; frame: number } }).keyProbe,
  );
  await animator.hand.key('Control', 'KeyZ');
  await animator.hand.wait(700);
  return [probe.script, probe.frame];
}

/** By key on the real sheet, then scrolling it from end to end. The shot is open. */
export async function benchSheetByHand(animator: Animator): Promise<void> {
  await animator.page.setViewport({ width: 1920, height: 1080 });
  await animator.hand.wait(1500);
  await animator.toCell('Layer 38', 3);
  const byKey: [string, Keys][] = [
    ['hold longer', ['Equal']],
    ['on threes, one layer', ['Alt', 'Digit3']],
    ['there and back, one layer', ['KeyY']],
    ['on threes, all 40 layers', ['Alt', 'Digit3']],
  ];
  for (const [what, keys] of byKey) {
    if (what.includes('all 40')) await animator.hand.key('Control', 'Shift', 'KeyA');
    const script: number[] = [];
    const frame: number[] = [];
    for (let i = 0; i < 8; i++) {
      const [a, b] = await keyToSheet(animator, keys);
      script.push(a);
      frame.push(b);
    }
    const took = percentile(script, 0.5);
    report(
      `sheet by key, ${what}: the script of the key, median (to the sheet on screen ${ms(percentile(frame, 0.5))})`,
      ms(took),
      `${TARGET} ms`,
      'the next frame at 60 Hz, 17 ms',
      took <= TARGET,
    );
  }
  await animator.hand.key('Escape');
  // The snapshot that follows an edit is written after a rest; scrolling is measured by itself.
  await animator.hand.wait(6000);
  const scrolled = await animator.page.evaluate(async () => {
    const run = (element: HTMLElement, sideways: boolean) =>
      new Promise<number[]>((done) => {
        const times: number[] = [];
        let last = performance.now();
        let i = 0;
        const step = () => {
          const now = performance.now();
          times.push(now - last);
          last = now;
          element.scrollTop = i * 37;
          if (sideways) element.scrollLeft = (i * 5) % 600;
          if (i++ < 240) requestAnimationFrame(step);
          else done(times.slice(2));
        };
        requestAnimationFrame(step);
      });
    const sheet = document.querySelector<HTMLElement>('[data-testid="sheet"]')!;
    const times = await run(sheet, true);
    const bare = Object.assign(document.createElement('div'), { style: '' });
    bare.style.cssText = 'position:fixed;inset:0;overflow:auto;z-index:99';
    bare.append(Object.assign(document.createElement('div')));
    (bare.firstChild as HTMLElement).style.height = '40000px';
    document.body.append(bare);
    const none = await run(bare, false);
    bare.remove();
    const memory = (performance as unknown as { memory?: { usedJSHeapSize: number } }).memory;
    return { times, none, heap: memory ? memory.usedJSHeapSize / 1024 ** 2 : 0 };
  });
  const longest = Math.max(...scrolled.times);
  report(
    `sheet of 40 x 2,000: longest frame while scrolling (p95 ${ms(percentile(scrolled.times, 0.95))})`,
    ms(longest),
    '33 ms',
    `an empty page scrolled so ${ms(Math.max(...scrolled.none))}`,
    longest <= 33,
  );
  report('sheet of 40 x 2,000: memory of the page', `${scrolled.heap.toFixed(0)} MB`, 'stated', 'none', true);
  await animator.page.setViewport({ width: 1280, height: 800 });
}
