/** Makes the pictures of the help page from the screenshots: small, so that they can be kept for use without the server. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { createCanvas, loadImage } from '@napi-rs/canvas';

const path = (name: string) => fileURLToPath(new URL(`../${name}`, import.meta.url));

/** Which screenshot a chapter of the help shows. */
const PICTURES: Record<string, string> = {
  draw: 'desk',
  time: 'timing',
  between: 'in-betweens',
  sound: 'sound',
  clean: 'clean-up',
  paint: 'paint-through',
  together: 'moves',
  check: 'checks',
  deliver: 'export',
};
const WIDTH = 720;

export async function makeHelpPictures(): Promise<void> {
  mkdirSync(path('src/app/help/pictures'), { recursive: true });
  for (const [chapter, shot] of Object.entries(PICTURES)) {
    const image = await loadImage(readFileSync(path(`docs/screenshots/${shot}.png`)));
    const canvas = createCanvas(WIDTH, Math.round((WIDTH * image.height) / image.width));
    const context = canvas.getContext('2d');
    context.imageSmoothingQuality = 'high';
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    writeFileSync(path(`src/app/help/pictures/${chapter}.webp`), canvas.toBuffer('image/webp', 78));
  }
}
