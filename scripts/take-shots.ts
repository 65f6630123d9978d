/** Walks the demo shot and takes one picture of each main view. */
import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { createApp } from '../server/app.ts';
import { launch } from '../tests/browser/driver.ts';
import { Animator } from '../tests/browser/hands.ts';

const path = (name: string) => fileURLToPath(new URL(`../${name}`, import.meta.url));

async function main() {
  const server = createApp({ web: path('dist/web'), demo: path('dist/demo') }).listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  const { browser } = await launch();
  const animator = await Animator.open(browser, `http://localhost:${(server.address() as AddressInfo).port}/`);
  mkdirSync(path('docs/screenshots'), { recursive: true });
  const take = async (name: string) => {
    await animator.hand.wait(1800);
    await animator.hand.shot(path(`docs/screenshots/${name}.png`));
    console.log(`docs/screenshots/${name}.png`);
  };
  await animator.shelfReady();
  await take('shots');
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady();
  await animator.toCell('Keeper', 20);
  await take('desk');
  await animator.hand.key('Alt', 'KeyW');
  await take('brush');
  await animator.hand.key('Alt', 'KeyW');
  await animator.toCell('Keeper', 22);
  await animator.hand.key('Shift', 'Quote');
  await take('clean-up');
  await animator.hand.key('Shift', 'Quote');
  await animator.hand.key('Alt', 'Shift', 'KeyE');
  await take('tray');
  await animator.hand.key('Alt', 'Shift', 'KeyE');
  await animator.hand.key('Shift', 'KeyM');
  await animator.hand.key('Alt', 'Backslash');
  await animator.hand.press('Horizon', 'checkbox');
  await animator.hand.press('Safe', 'checkbox');
  await take('guides');
  await animator.undo(3);
  await animator.hand.key('KeyW');
  await animator.hand.key('Shift', 'Backquote');
  await take('line-100');
  for (let i = 0; i < 6; i++) await animator.hand.key('KeyC');
  await take('line-400');
  await animator.hand.key('Backquote');
  await animator.hand.key('KeyQ');
  await animator.toCell('Keeper', 20);
  await animator.hand.key('KeyP');
  const [from, to] = await animator.onPaper([
    { x: 590, y: 180 },
    { x: 1010, y: 580 },
  ]);
  await animator.drag(from, to);
  await take('pick');
  await animator.hand.key('Escape');
  await animator.hand.key('KeyQ');
  for (let i = 0; i < 29; i++) await animator.hand.key('ArrowDown');
  for (let i = 0; i < 13; i++) await animator.hand.key('Shift', 'ArrowDown');
  await animator.hand.press('Timing', 'tab');
  await animator.page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await take('timing');
  await animator.hand.press('Notes 3', 'tab');
  await animator.hand.key('Escape');
  await animator.page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await take('notes');
  await animator.hand.press('Layers', 'tab');
  await animator.hand.key('Escape');
  await animator.view('paint');
  await take('paint');
  await animator.view('sound');
  await animator.page.waitForSelector('[data-clip]');
  await animator.hand.wait(1200);
  await animator.hand.press('Foley shelf', 'tab');
  await animator.page.waitForSelector('button[aria-label^="Put "]');
  await take('sound');
  await animator.toCell('Mouth', 60);
  for (let i = 0; i < 3; i++) await animator.hand.press('Nearer along time');
  await animator.hand.press('Words and reading', 'tab');
  await animator.page.waitForSelector('input[aria-label="Sounds of light"]', { timeout: 20_000 });
  await take('reading');
  await animator.view('desk');
  await animator.toCell('Mouth', 58);
  await animator.hand.press('Parts', 'tab');
  await animator.hand.key('Control', 'KeyG');
  await take('mouths');
  await animator.hand.key('Control', 'KeyG');
  await animator.hand.press('Layers', 'tab');
  await animator.view('export');
  await take('export');
  await animator.view('reference');
  await animator.hand.press('Record yourself', 'button');
  await (await animator.page.waitForSelector('select[aria-label="Camera"]'))!.select('simulated');
  await animator.hand.wait(500);
  await animator.hand.press('Record', 'button');
  await animator.hand.text('recording 3 s');
  await animator.hand.press('Stop', 'button');
  await animator.page.waitForSelector('[data-testid="strip"]', { timeout: 20_000 });
  await animator.hand.press('Every n-th', 'radio');
  await take('bring-in');
  await animator.hand.press('Leave it', 'button');
  await animator.hand.press('Show Block figures');
  for (const layer of ['Street', 'Keeper', 'Mouth', 'Pole flame', 'Lamp flame'])
    await animator.hand.press(`Hide ${layer}`);
  await animator.page.click('[data-layer-row] input[aria-label="Name of layer Block figures"]');
  await animator.page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await take('reference');
  await browser.close();
  server.close();
}

await main();
