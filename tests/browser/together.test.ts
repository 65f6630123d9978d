/** A shot put together by hand: a cart that rolls through, effects bundled and used again, another shot, camera, shadow. */
import { describe, expect, test } from 'vitest';
import { cutPicture, deliveredFrames } from './delivered.ts';
import { type Animator, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;
const FRAMES = 12;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Lamp street', width: 640, height: 360, length: FRAMES });
});

const isRed = (r: number, g: number, b: number) => r > 150 && g < 90 && b < 90;
const isInk = (r: number, g: number, b: number) => r < 120 && g < 120 && b < 120;
const layer = async (name: string) => layerNamed(await animator.shot(), name);

async function drag(from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
  const [a, b] = await animator.onPaper([from, to]);
  await animator.hand.pen([a, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, b]);
  await animator.hand.settled();
}

describe('the cart', () => {
  let shelved = 0;
  test('is brought in, gets its pivot, and a place on each of four frames', async () => {
    shelved = (await animator.shot()).layers.length;
    await animator.chooseFiles('picture-files', [{ name: 'cart.png', bytes: await cutPicture('#cc3311') }]);
    await animator.hand.text('“cart” brought in, part of what is delivered.');
    await animator.toCell('cart', 1);
    await animator.hand.key('F8');
    await animator.page.waitForSelector('[aria-label="Box of cart"]');
    // The pivot, in the middle of the picture, is set on its foot.
    await drag({ x: 320, y: 180 }, { x: 320, y: 195 });
    expect((await layer('cart')).moves!.pivot.y).toBeCloseTo(195, -0.5);
    // The first place in the left of the paper, then from there to the right.
    await drag({ x: 305, y: 185 }, { x: 105, y: 185 });
    for (const [frame, x] of [
      [4, 245],
      [8, 385],
      [12, 525],
    ]) {
      const before = [105, 245, 385][[4, 8, 12].indexOf(frame)];
      await animator.toFrame(frame);
      await drag({ x: before, y: 185 }, { x, y: 185 });
    }
    const { places } = (await layer('cart')).moves!;
    expect(places.map(({ frame }) => frame)).toEqual([0, 3, 7, 11]);
    for (const [i, x] of [-200, -60, 80, 220].entries()) expect(Math.abs(places[i].x - x)).toBeLessThanOrEqual(2);
  });

  test('rolls evenly everywhere, and slows in at the end', async () => {
    await animator.hand.press('Moves', 'tab');
    await animator.toFrame(1);
    await animator.hand.choose('Spacing of the way on', 'even');
    await animator.hand.press('So everywhere', 'button');
    await animator.toFrame(8);
    await animator.hand.choose('Spacing of the way on', 'slow-in');
    expect((await layer('cart')).moves!.places.slice(0, 3).map(({ spacing }) => spacing)).toEqual([
      'even',
      'even',
      'slow-in',
    ]);
    const lefts = (await deliveredFrames(animator)).map((picture) => picture.box(isRed)!.minX);
    const steps = lefts.slice(1).map((left, i) => left - lefts[i]);
    // 140 pixels in three frames, then 140 in four, evenly.
    for (const step of steps.slice(0, 3)) expect(Math.abs(step - 140 / 3)).toBeLessThanOrEqual(2);
    for (const step of steps.slice(3, 7)) expect(Math.abs(step - 35)).toBeLessThanOrEqual(2);
    expect(steps[7]).toBeGreaterThan(steps[8]);
    expect(steps[8]).toBeGreaterThan(steps[9]);
    expect(steps[9]).toBeGreaterThan(steps[10]);
  });

  test('bends as it brakes, at two frames', async () => {
    await animator.toFrame(8);
    await animator.hand.key('Shift', 'Home');
    await animator.page.waitForSelector('[data-handle="grid 5"]');
    const pull = async (by: number) => {
      const { x, y, width, height } = (await (await animator.page.$('[data-handle="grid 5"]'))!.boundingBox())!;
      const at = { x: x + width / 2, y: y + height / 2 };
      await animator.hand.pen([at, { x: at.x + by / 2, y: at.y }, { x: at.x + by, y: at.y }]);
      await animator.hand.settled();
    };
    await pull(12);
    await animator.toFrame(11);
    await pull(30);
    const { moves, grid } = await layer('cart');
    expect(grid).toMatchObject({ across: 3, down: 3 });
    const bent = moves!.places.filter(({ bend }) => bend?.some((value) => value !== 0));
    expect(bent.map(({ frame }) => frame)).toEqual(expect.arrayContaining([7, 10]));
    await animator.hand.key('Shift', 'Home');
    // Its left edge leans where the point was pulled and stays at its foot: the picture is no box any more.
    const picture = (await deliveredFrames(animator))[10];
    const { minX, minY, maxY } = picture.box(isRed)!;
    const firstRed = (y: number) => {
      let x = minX - 2;
      while (!/^c[a-f0-9]3/.test(picture.at(x, y)) && x < picture.width - 1) x++;
      return x;
    };
    expect(firstRed(minY + 5) - firstRed(maxY - 1)).toBeGreaterThan(3);
  });

  test('undone step by step, all is as before it came', async () => {
    for (let k = 0; k < 40; k++) {
      if (await animator.page.$eval('button[aria-label^="Undo"]', (button) => (button as HTMLButtonElement).disabled))
        break;
      await animator.undo();
    }
    const shot = await animator.shot();
    expect(shot.layers).toHaveLength(shelved);
    expect(shot.assets).toEqual({});
  });
});

describe('six layers of sparks', () => {
  const bundleIn = async () => {
    const shot = await animator.shot();
    const [bundle] = Object.values(shot.bundles);
    const columns = shot.layers.filter(({ exposures }) => exposures.some(({ cell }) => cell?.kind === 'bundle'));
    return { shot, bundle, columns };
  };
  /** Where the sparks are, as one box, on each frame. */
  const boxes = async () => (await deliveredFrames(animator)).map((picture) => picture.box(isInk));
  let first: Awaited<ReturnType<typeof boxes>> = [];
  let names: string[] = [];

  test('are bundled by one key, and look as they did', async () => {
    await animator.hand.key('KeyW');
    for (let i = 0; i < 6; i++) {
      await animator.hand.key('AltLeft', 'KeyN');
      await animator.toFrame(1);
      await animator.draw(animator.ring(120 + 60 * i, 90, 14, 16));
      await animator.toFrame(4);
      await animator.hand.key('KeyN');
      await animator.draw(animator.ring(120 + 60 * i, 120, 14, 16));
    }
    names = (await animator.shot()).layers.slice(-6).map(({ name }) => name);
    first = await boxes();
    await animator.toCell(names[5], 1);
    for (let k = 0; k < 5; k++) await animator.hand.key('Shift', 'ArrowRight');
    await animator.hand.key('F4');
    await animator.hand.text('6 layers are one column now');
    const { bundle, columns, shot } = await bundleIn();
    expect(bundle.layers.map(({ name }) => name)).toEqual(names);
    expect(columns).toHaveLength(1);
    expect(shot.layers.some(({ name }) => names.includes(name))).toBe(false);
    expect(await boxes()).toEqual(first);
  });

  test('move as one, and are put on threes', async () => {
    const { columns } = await bundleIn();
    await animator.toCell(columns[0].name, 1);
    await animator.hand.key('F8');
    await animator.hand.press('Moves', 'tab');
    await animator.setNumber('Down, px', 60);
    const moved = await boxes();
    expect(moved[0]!.minY - first[0]!.minY).toBe(60);
    expect(moved[0]!.minX).toBe(first[0]!.minX);
    const before = columns[0].exposures.filter(({ cell }) => cell).length;
    await animator.choose(columns[0].name, 1, 12);
    await animator.hand.key('AltLeft', 'Digit3');
    const { exposures } = layerNamed(await animator.shot(), columns[0].name);
    const shown = exposures.filter(({ cell }) => cell);
    expect(shown).toHaveLength(before);
    expect(shown[0].frames).toBe(3);
    const onThrees = await boxes();
    expect(onThrees[2]!.minY).toBe(moved[0]!.minY);
    // A frame is empty after the first; the second then stands three.
    expect([4, 5, 6].map((frame) => onThrees[frame]!.minY)).toEqual([4, 5, 6].map(() => moved[3]!.minY));
  });

  test('opened, drawn in and left by the trail, they show it; used again later they show it there too', async () => {
    const { columns } = await bundleIn();
    await animator.toCell(columns[0].name, 1);
    await animator.hand.key('AltLeft', 'PageDown');
    await animator.page.waitForSelector('nav[aria-label="Inside of"]');
    await animator.toCell(names[0], 1);
    await animator.draw(animator.ring(60, 90, 14, 16));
    await animator.hand.press('Lamp street', 'button');
    await animator.page.waitForFunction(() => !document.querySelector('nav[aria-label="Inside of"]'));
    const wider = await boxes();
    expect(wider[0]!.minX).toBeLessThan(first[0]!.minX - 40);
    await animator.toCell(columns[0].name, 8);
    await animator.hand.key('Shift', 'End');
    const again = await bundleIn();
    expect(again.columns).toHaveLength(2);
    // The second use is not moved: on its frame it stands where the sparks were drawn.
    const both = (await boxes())[7]!;
    expect(both.minY).toBe(wider[0]!.minY - 60);
    await animator.undo();
    expect((await bundleIn()).columns).toHaveLength(1);
  });

  test('taken apart, their layers are there again with their drawings', async () => {
    const { columns } = await bundleIn();
    await animator.toCell(columns[0].name, 1);
    const before = await boxes();
    await animator.hand.key('Shift', 'F4');
    const { shot, bundle } = await bundleIn();
    expect(bundle).toBeUndefined();
    expect(shot.layers.slice(-6).map(({ name }) => name)).toEqual(names);
    expect(await boxes()).toEqual(before);
    // Back: undone, it is one column; it is what comes into the other shot.
    await animator.undo();
    expect((await bundleIn()).columns).toHaveLength(1);
  });

  test('come into a second shot with all that is around them; undone, nothing of it is left', async () => {
    const before = await boxes();
    await animator.kept();
    await animator.toShelf();
    await animator.shelfReady();
    await animator.newShot({ title: 'Lamp square', width: 640, height: 360, length: FRAMES });
    await animator.hand.key('AltLeft', 'Shift', 'Home');
    const choice = await animator.page.waitForSelector(
      '[role="radiogroup"][aria-label="Shots on the shelf"] ::-p-text(Lamp street)',
    );
    await choice!.click();
    await animator.hand.press('Bring it in', 'button');
    await animator.hand.text('“Lamp street” is a bundle here now.');
    const { shot, columns } = await bundleIn();
    expect(columns.map(({ name }) => name)).toEqual(['Lamp street']);
    expect(Object.keys(shot.bundles)).toHaveLength(2);
    expect(await boxes()).toEqual(before);
    await animator.undo();
    const without = await animator.shot();
    expect(without.bundles).toEqual({});
    expect(without.drawings).toEqual({});
    await animator.hand.key('Control', 'Shift', 'KeyZ');
    expect(await boxes()).toEqual(before);
  });

  test('when the first shot changes it is said; brought in anew they show it, with the moves set here', async () => {
    const open = async (title: string) => {
      await animator.kept();
      await animator.toShelf();
      await animator.hand.press(`Open ${title}`);
      await animator.deskReady();
    };
    await animator.toCell('Lamp street', 1);
    await animator.hand.press('Moves', 'tab');
    await animator.hand.text('From “Lamp street”, as that is now.');
    await animator.hand.key('F8');
    await animator.setNumber('Across, px', 20);
    const before = await boxes();
    await open('Lamp street');
    await animator.toCell('Clean', 1);
    await animator.draw(animator.ring(320, 300, 14, 16));
    await open('Lamp square');
    await animator.toCell('Lamp street', 1);
    await animator.hand.press('Moves', 'tab');
    await animator.hand.text('“Lamp street” has changed since it was brought in.');
    await animator.hand.press('Bring it in anew', 'button');
    await animator.hand.text('From “Lamp street”, as that is now.');
    const now = (await boxes())[0]!;
    expect(now.minX).toBe(before[0]!.minX);
    expect(now.maxY).toBeGreaterThan(before[0]!.maxY + 80);
    await animator.undo();
    expect(await boxes()).toEqual(before);
  });
});

describe('the camera', () => {
  test('pushes in: on the delivered frames the sparks grow about the middle of its field', async () => {
    // The second sparks lie lower; on frame 6 they stand still when the camera does.
    const before = (await deliveredFrames(animator))[0].box(isInk)!;
    await animator.toFrame(1);
    await animator.hand.key('Shift', 'F7');
    await animator.page.waitForSelector('[aria-label="Field of the camera"]');
    await animator.hand.key('F8');
    await animator.toFrame(6);
    await animator.hand.press('Moves', 'tab');
    await animator.setNumber('Field, %', 50);
    await animator.hand.settled();
    const { camera } = await animator.shot();
    expect(camera!.moves!.places.map(({ frame, across }) => [frame, across])).toEqual([
      [0, 1],
      [5, 0.5],
    ]);
    const frames = await deliveredFrames(animator);
    expect(frames[0].width).toBe(640);
    expect(frames[0].box(isInk)).toEqual(before);
    // A field of half the size about 320, 180 shows everything twice as large.
    const twice = (value: number, middle: number) => (value - middle) * 2 + middle;
    const last = frames[5].box(isInk)!;
    const there = (await stillBox(5))!;
    expect(Math.abs(last.minY - twice(there.minY, 180))).toBeLessThanOrEqual(3);
    await animator.undo(3);
    expect((await animator.shot()).camera).toBeNull();
  });

  /** Where the sparks are on a frame when the camera is down. */
  async function stillBox(frame: number) {
    await animator.hand.key('AltLeft', 'Shift', 'End');
    const box = (await deliveredFrames(animator))[frame].box(isInk);
    await animator.undo();
    return box;
  }
});

describe('a shadow', () => {
  test('stays under a figure that moves', async () => {
    await animator.hand.key('AltLeft', 'KeyN');
    await animator.toFrame(1);
    await animator.chooseFiles('picture-files', [{ name: 'figure.png', bytes: await cutPicture('#cc3311', 80, 80) }]);
    await animator.hand.text('“figure” brought in');
    await animator.toCell('figure', 1);
    await animator.hand.key('F8');
    await animator.page.waitForSelector('[aria-label="Box of figure"]');
    await drag({ x: 310, y: 175 }, { x: 110, y: 235 });
    await animator.toFrame(12);
    await drag({ x: 110, y: 235 }, { x: 510, y: 235 });
    await animator.hand.press('Look', 'tab');
    await animator.hand.choose('Add a shadow, light or softness', 'ground shadow');
    await animator.setNumber('Falls, degrees', 90);
    await animator.setNumber('Soft, px', 0);
    await animator.hand.settled();
    expect((await layer('figure')).casts).toMatchObject([{ kind: 'ground shadow', soft: 0 }]);
    const isShadow = (r: number, g: number, b: number) =>
      r > 60 && r < 200 && Math.abs(r - g) < 10 && Math.abs(g - b) < 10;
    for (const picture of await deliveredFrames(animator)) {
      const figure = picture.box(isRed)!;
      // Below the figure's foot nothing else is drawn.
      const under = picture.box((r, g, b) => isShadow(r, g, b));
      expect(under).not.toBeNull();
      const at = { x: (figure.minX + figure.maxX) / 2, y: figure.maxY + 4 };
      const [r, g, b] = [0, 2, 4].map((k) => Number.parseInt(picture.at(at.x, at.y).slice(k, k + 2), 16));
      expect(isShadow(r, g, b)).toBe(true);
      expect(picture.at(figure.maxX + 12, at.y)).toBe('fdfcf8');
    }
    await animator.undo(3);
    expect((await layer('figure')).casts).toEqual([]);
  });
});
