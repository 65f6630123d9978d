/** Pictures as part of the shot: brought in, placed, replaced, delivered. */
import { zipSync } from 'fflate';
import { expect, test } from 'vitest';
import { cutPicture, deliveredFrames } from './delivered.ts';
import { type Animator, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Cart rolls', width: 640, height: 360, length: 6 });
  await animator.hand.key('KeyW');
  await animator.draw(animator.ring(320, 180, 60));
});

/** The first frame as it is delivered. */
async function deliveredPixels(): Promise<(x: number, y: number) => string> {
  const [first] = await deliveredFrames(animator);
  return (x, y) => first.at(x, y);
}

const bring = (name: string, bytes: Uint8Array) => animator.chooseFiles('picture-files', [{ name, bytes }]);

test('a PNG comes in at its own size above the layer in hand, its alpha kept, and is delivered', async () => {
  await bring('cart.png', await cutPicture('#cc3311'));
  await animator.hand.text('“cart” brought in, part of what is delivered.');
  const at = await deliveredPixels();
  expect(at(320, 180)).toBe('cc3311');
  // Its clear edge leaves the paper as it is.
  expect(at(285, 165)).toBe('fdfcf8');
  const shot = await animator.shot();
  expect(layerNamed(shot, 'cart')).toMatchObject({ guide: false, visible: true });
  expect(Object.values(shot.assets)).toHaveLength(1);
});

test('placed by hand it lies there, and a newer file takes its place with all that is on it', async () => {
  await animator.hand.key('AltLeft', 'Home');
  await animator.page.waitForSelector('[aria-label="Place of cart"]');
  const [from, to] = await animator.onPaper([
    { x: 320, y: 180 },
    { x: 420, y: 230 },
  ]);
  await animator.hand.pen([from, { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }, to]);
  await animator.hand.key('AltLeft', 'Home');
  const { place } = layerNamed(await animator.shot(), 'cart');
  expect((await deliveredPixels())(420, 230)).toBe('cc3311');
  await animator.hand.press('More for cart');
  await animator.hand.press('Show a newer file on the layer', 'menuitem');
  await bring('cart-2.png', await cutPicture('#2266aa'));
  await animator.hand.text('“cart” shows “cart-2.png” now');
  expect((await deliveredPixels())(420, 230)).toBe('2266aa');
  expect(layerNamed(await animator.shot(), 'cart').place).toEqual(place);
  await animator.undo();
  expect((await deliveredPixels())(420, 230)).toBe('cc3311');
});

test('an SVG is only a picture: nothing in it runs, nothing is fetched', async () => {
  const asked: string[] = [];
  const hear = (request: { url(): string }) => void asked.push(request.url());
  animator.page.on('request', hear);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="60" height="60" onload="document.title='run'">
    <script>document.title = 'run'</script><image href="https://example.invalid/x.png" width="9" height="9"/>
    <rect x="10" y="10" width="40" height="40" fill="#117733"/></svg>`;
  await bring('sign.svg', new TextEncoder().encode(svg));
  await animator.hand.text('“sign” brought in');
  animator.page.off('request', hear);
  expect((await deliveredPixels())(320, 180)).toBe('117733');
  expect(await animator.page.title()).not.toBe('run');
  expect(asked.filter((url) => url.includes('example.invalid'))).toEqual([]);
  await animator.undo();
});

test('the layers of an OpenRaster picture come in where they lie, dropped on the paper', async () => {
  const bytes = zipSync({
    mimetype: new TextEncoder().encode('image/openraster'),
    'stack.xml': new TextEncoder().encode(
      `<image w="640" h="360"><stack><layer name="lid" src="data/a.png" x="40" y="20"/><layer name="box" src="data/b.png" x="100" y="200" opacity="0.5"/></stack></image>`,
    ),
    'data/a.png': await cutPicture('#aa00aa'),
    'data/b.png': await cutPicture('#000000'),
  });
  const base64 = Buffer.from(bytes).toString('base64');
  await animator.page.evaluate((data) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([Uint8Array.from(atob(data), (letter) => letter.charCodeAt(0))], 'chest.ora'));
    const event = new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer: transfer });
    document.querySelector('[data-testid="paper"]')!.dispatchEvent(event);
  }, base64);
  await animator.hand.text('2 pictures brought in');
  const shot = await animator.shot();
  const box = shot.layers.findIndex(({ name }) => name === 'box');
  expect(shot.layers[box].opacity).toBe(0.5);
  expect(shot.layers[box + 1].name).toBe('lid');
  expect((await deliveredPixels())(80, 40)).toBe('aa00aa');
  await animator.undo();
});

test('what is no picture is said and changes nothing', async () => {
  const before = (await animator.shot()).layers.length;
  await bring('note.png', new TextEncoder().encode('hello'));
  await animator.hand.text('“note.png” is no PNG, JPEG, WebP, SVG or OpenRaster picture');
  expect((await animator.shot()).layers).toHaveLength(before);
});
