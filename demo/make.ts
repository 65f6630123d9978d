/** Makes the demo shot and writes it where the server finds it. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { SHOT_FILE_EXTENSION, writeShotFile } from '../src/core/shotfile/index.ts';
import { makeDemo } from './shot.ts';

console.log('Drawing the demo shot: in-betweens and paint are computed, half a minute…');
const { shot, media, versions } = makeDemo();
const folder = new URL('../dist/demo/', import.meta.url);
mkdirSync(folder, { recursive: true });
const file = `lamp-at-the-corner.${SHOT_FILE_EXTENSION}`;
const bytes = writeShotFile(shot, media, versions);
writeFileSync(new URL(file, folder), bytes);
writeFileSync(
  new URL('packs.json', folder),
  JSON.stringify({ packs: [{ title: shot.title, url: `/api/demo/${file}` }] }),
);
console.log(
  `Demo shot: ${Object.keys(shot.drawings).length} drawings on ${shot.layers.length} layers, ${Math.round(bytes.length / 1024)} KB`,
);
