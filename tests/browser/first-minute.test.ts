/** A beginner draws the cap falling, times it, flips, plays; then everything is there after a reload. */
import { describe, expect, test } from 'vitest';
import { POINT_SIZE } from '../../src/core/shot/index.ts';
import { type Animator, drawingsOf, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Cap falls', width: 640, height: 360, length: 24 });
});

describe('drawing', () => {
  test('the first line makes drawing 1; the pen’s pressure and tilt are in it', async () => {
    await animator.draw(animator.ring(200, 100, 60));
    const shot = await animator.shot();
    const [drawing] = drawingsOf(shot, 'Clean');
    expect(drawing.number).toBe(1);
    const { points, brush } = drawing.ink[0];
    expect(brush.kind).toBe('pencil');
    const pressures = Array.from({ length: points.length / POINT_SIZE }, (_, i) => points[i * POINT_SIZE + 2]);
    expect(Math.min(...pressures)).toBeLessThan(0.25);
    expect(Math.max(...pressures)).toBeGreaterThan(0.75);
    expect(points[3]).toBeCloseTo(Math.PI / 6, 1);
    // The line is where the pen was, within a screen pixel or two.
    const radii = Array.from({ length: points.length / POINT_SIZE }, (_, i) =>
      Math.hypot(points[i * POINT_SIZE] - 200, points[i * POINT_SIZE + 1] - 100),
    );
    expect(Math.min(...radii)).toBeGreaterThan(50);
    expect(Math.max(...radii)).toBeLessThan(64);
  });

  test('the line stays on the paper when the sharp picture has come', async () => {
    await animator.hand.wait(800);
    const dark = (colour: number[]) => Math.max(...colour) < 150;
    expect(await animator.sees(200, 160, dark)).toBe(true);
    expect(await animator.seesNo(200, 100, dark)).toBe(true);
  });

  test('on a held frame the pen draws on the held drawing; on an empty one it makes a new drawing', async () => {
    await animator.hand.key('ArrowDown');
    await animator.draw(animator.ring(200, 100, 20));
    await animator.toCell('Clean', 3);
    await animator.hand.key('KeyW');
    await animator.draw(animator.ring(300, 180, 60));
    const shot = await animator.shot();
    expect(drawingsOf(shot, 'Clean').map(({ ink }) => ink.length)).toEqual([2, 1]);
    expect(drawingsOf(shot, 'Clean')[1].ink[0].brush.kind).toBe('pen');
    expect(layerNamed(shot, 'Clean').exposures.map(({ frames }) => frames)).toEqual([2, 2]);
  });

  test('a key makes a new drawing after the held one, and a copy of it', async () => {
    await animator.hand.key('KeyN');
    expect(await animator.frame()).toBe(5);
    await animator.draw(animator.ring(420, 280, 60));
    await animator.hand.key('Shift', 'KeyN');
    expect(await animator.frame()).toBe(7);
    const drawings = drawingsOf(await animator.shot(), 'Clean');
    expect(drawings).toHaveLength(4);
    expect(drawings[3].ink[0].lineage).toBe(drawings[2].ink[0].lineage);
  });

  test('the eraser cuts a line where it passes and leaves the parts as lines', async () => {
    await animator.hand.key('KeyE');
    await animator.draw([
      { x: 420, y: 215 },
      { x: 420, y: 225 },
    ]);
    await animator.draw([
      { x: 420, y: 335 },
      { x: 420, y: 345 },
    ]);
    const cut = drawingsOf(await animator.shot(), 'Clean')[3];
    // The ring is open at its side, so two cuts give three parts.
    expect(cut.ink).toHaveLength(3);
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.key('Control', 'KeyZ');
    expect(drawingsOf(await animator.shot(), 'Clean')[3].ink).toHaveLength(1);
  });

  test('undo and redo go back and forth through everything', async () => {
    const before = await animator.shot();
    for (let i = 0; i < 6; i++) await animator.hand.key('Control', 'KeyZ');
    await animator.hand.wait(200);
    expect(Object.keys((await animator.shot()).drawings).length).toBeLessThan(4);
    for (let i = 0; i < 6; i++) await animator.hand.key('Control', 'Shift', 'KeyZ');
    await animator.hand.wait(200);
    expect(await animator.shot()).toEqual(before);
  });
});

describe('the sheet', () => {
  test('dragging the end of a hold makes it longer and pushes what follows; one undo takes it back', async () => {
    const from = await animator.cell('Clean', 2, 0.9);
    await animator.drag(from, { x: from.x, y: from.y + 3 * 18 });
    const holds = async () => layerNamed(await animator.shot(), 'Clean').exposures.map(({ frames }) => frames);
    expect(await holds()).toEqual([5, 2, 2, 2]);
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.wait(150);
    expect(await holds()).toEqual([2, 2, 2, 2]);
  });

  test('dragging the number of the drawing in hand moves it; the end of a hold with Shift slides the change', async () => {
    const holds = async () => layerNamed(await animator.shot(), 'Clean').exposures.map(({ frames }) => frames);
    await animator.toCell('Clean', 3);
    const from = await animator.cell('Clean', 3, 0.4);
    await animator.drag(from, { x: from.x, y: from.y + 18 });
    expect(await holds()).toEqual([3, 1, 2, 2]);
    await animator.drag(await animator.cell('Clean', 4, 0.4), await animator.cell('Clean', 7, 0.4));
    // It has no frame left to give, so it pushes what follows.
    expect(await holds()).toEqual([6, 1, 2, 2]);
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.wait(150);
    const end = await animator.cell('Clean', 2, 0.9);
    await animator.page.keyboard.down('Shift');
    await animator.drag(end, { x: end.x, y: end.y + 5 * 18 });
    await animator.page.keyboard.up('Shift');
    expect(await holds()).toEqual([3, 1, 2, 2]);
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.wait(150);
  });

  test('an exposure is taken off and the drawing is not lost', async () => {
    await animator.toCell('Clean', 5);
    await animator.hand.key('Delete');
    const shot = await animator.shot();
    expect(layerNamed(shot, 'Clean').exposures.map(({ cell }) => cell === null)).toEqual([false, false, true, false]);
    expect(drawingsOf(shot, 'Clean')).toHaveLength(4);
    await animator.hand.key('Control', 'KeyZ');
  });

  test('marks: key circled, breakdown in brackets', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.key('KeyK');
    await animator.toCell('Clean', 3);
    await animator.hand.key('KeyB');
    expect(drawingsOf(await animator.shot(), 'Clean').map(({ role }) => role)).toEqual([
      'key',
      'breakdown',
      'between',
      'between',
    ]);
  });

  test('the menu under the right button does what it says', async () => {
    const { x, y } = await animator.cell('Clean', 7);
    await animator.page.mouse.click(x, y, { button: 'right' });
    await animator.hand.press('Split hold', 'menuitem');
    await animator.hand.wait(150);
    expect(
      layerNamed(await animator.shot(), 'Clean')
        .exposures.map(({ frames }) => frames)
        .slice(-2),
    ).toEqual([1, 1]);
    await animator.hand.key('Control', 'KeyZ');
  });
});

describe('layers', () => {
  test('are added, named, hidden, locked, made guides and faded', async () => {
    await animator.hand.press('Add a layer');
    await animator.hand.press('Effect', 'menuitem');
    const name = await animator.page.waitForSelector('aria/Name of layer Effect');
    await name!.click({ count: 3 });
    await name!.type('Sparks');
    await animator.hand.key('Enter');
    await animator.hand.press('Lock Sparks');
    await animator.draw(animator.ring(100, 100, 30));
    await animator.hand.text('is locked');
    await animator.hand.press('Unlock Sparks');
    await animator.hand.press('Hide Sparks');
    const slider = await animator.page.waitForSelector('aria/Opacity of Sparks');
    await slider!.focus();
    for (let i = 0; i < 5; i++) await animator.hand.key('ArrowLeft');
    await animator.page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await animator.hand.key('KeyG');
    const sparks = layerNamed(await animator.shot(), 'Sparks');
    expect(sparks).toMatchObject({ visible: false, locked: false, guide: true, opacity: 0.95, exposures: [] });
    await animator.hand.key('Alt', 'Delete');
    expect((await animator.shot()).layers.map((layer) => layer.name)).toEqual(['Rough', 'Clean']);
    await animator.toCell('Clean', 1);
  });
});

describe('ghosts, flipping, rolling', () => {
  const plum = ([r, g, b]: number[]) => r > g + 30 && b > g + 15;
  const teal = ([r, g, b]: number[]) => g > r + 30 && b > r + 25;
  test('the drawing before is plum, the one after teal; one key drops them', async () => {
    await animator.toCell('Clean', 3);
    await animator.hand.wait(700);
    expect(await animator.sees(140, 100, plum)).toBe(true);
    expect(await animator.sees(420, 340, teal)).toBe(true);
    await animator.hand.key('KeyO');
    await animator.hand.wait(500);
    expect(await animator.seesNo(140, 100, plum)).toBe(true);
    expect(await animator.seesNo(420, 340, teal)).toBe(true);
    await animator.hand.key('KeyO');
  });

  test('keys flip through drawings, not frames', async () => {
    await animator.toCell('Clean', 1);
    const frames: number[] = [];
    for (let i = 0; i < 3; i++) {
      await animator.hand.key('KeyS');
      frames.push(await animator.frame());
    }
    expect(frames).toEqual([3, 5, 7]);
    await animator.hand.key('KeyA');
    expect(await animator.frame()).toBe(5);
  });

  test('rolling flips while the key is held and comes back', async () => {
    await animator.page.keyboard.down('KeyD');
    const seen = new Set<number>();
    for (let i = 0; i < 12; i++) {
      await animator.hand.wait(60);
      seen.add(await animator.frame());
    }
    await animator.page.keyboard.up('KeyD');
    await animator.hand.wait(100);
    expect(seen.size).toBeGreaterThanOrEqual(3);
    expect(await animator.frame()).toBe(5);
  });
});

describe('the paper', () => {
  test('zooms, turns, mirrors and fits by keys; a mirrored line lands mirrored', async () => {
    const says = () => animator.page.$eval('output[aria-label="How the paper lies"]', (element) => element.textContent);
    const fitted = await says();
    await animator.hand.key('KeyC');
    await animator.hand.key('Shift', 'KeyE');
    expect(await says()).not.toBe(fitted);
    expect(await says()).toContain('15°');
    await animator.hand.key('Backquote');
    await animator.hand.wait(200);
    expect(await says()).toBe(fitted);
    await animator.hand.key('KeyR');
    await animator.hand.key('KeyW');
    await animator.toCell('Clean', 12);
    await animator.draw([
      { x: 40, y: 50 },
      { x: 60, y: 60 },
      { x: 80, y: 50 },
    ]);
    await animator.hand.key('KeyR');
    const drawing = drawingsOf(await animator.shot(), 'Clean').at(-1)!;
    expect(drawing.ink[0].points[0]).toBeGreaterThan(590);
    await animator.hand.key('Control', 'KeyZ');
  });

  test('two fingers move and zoom the paper and draw nothing', async () => {
    const before = await animator.shot();
    const stage = await animator.hand.box('[data-testid="paper"]');
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', spread: number) =>
      animator.hand.cdp.send('Input.dispatchTouchEvent', {
        type,
        touchPoints:
          type === 'touchEnd'
            ? []
            : [-1, 1].map((side, id) => ({
                x: stage.x + stage.width / 2 + side * spread,
                y: stage.y + stage.height / 2,
                id,
              })),
      });
    await touch('touchStart', 50);
    for (let spread = 55; spread <= 110; spread += 5) await touch('touchMove', spread);
    await touch('touchEnd', 110);
    await animator.hand.wait(200);
    const says = await animator.page.$eval('output[aria-label="How the paper lies"]', (element) => element.textContent);
    await animator.hand.key('Backquote');
    expect(Number.parseInt(says!.replace(/\D+/, ''), 10)).toBeGreaterThan(180);
    expect((await animator.shot()).drawings).toEqual(before.drawings);
  });
});

describe('kept', () => {
  test('after a reload the shot, the view and the undo history are back', async () => {
    await animator.toCell('Clean', 5);
    await animator.kept();
    const before = await animator.shot();
    await animator.hand.wait(400);
    await animator.page.reload();
    await animator.deskReady();
    expect(await animator.shot()).toEqual(before);
    expect(await animator.frame()).toBe(5);
    expect(
      await animator.page.$eval(
        'nav[aria-label="Tools"] button[aria-pressed="true"]',
        (element) => element.textContent,
      ),
    ).toBe('Pen');
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.wait(200);
    expect(await animator.shot()).not.toEqual(before);
    await animator.hand.key('Control', 'Shift', 'KeyZ');
    await animator.hand.wait(200);
    expect(await animator.shot()).toEqual(before);
  });
});
