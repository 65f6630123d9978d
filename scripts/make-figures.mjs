/**
 * Cases to learn from, of more kinds of figures than the generator of cases knows by itself: what has learnt from few kinds knows those best.
 * `node scripts/make-figures.mjs GENERATOR_FOLDER paint|between SEED COUNT OUT.json.gz [FAMILY,FAMILY]`
 */
import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import zlib from 'node:zlib';
import { beast } from './learn/figures/beast.mjs';
import { beetle } from './learn/figures/beetle.mjs';
import { face } from './learn/figures/face.mjs';
import { fish } from './learn/figures/fish.mjs';
import { machine } from './learn/figures/machine.mjs';
import { pieces } from './learn/figures/pieces.mjs';
import { plant } from './learn/figures/plant.mjs';
import { table } from './learn/figures/table.mjs';

const [folder, kind, seed, count, out, names] = process.argv.slice(2);
if (!['paint', 'between'].includes(kind) || !out) {
  console.error('node scripts/make-figures.mjs GENERATOR_FOLDER paint|between SEED COUNT OUT.json.gz [FAMILY,FAMILY]');
  process.exit(2);
}
const [geometry, limbs, make] = await Promise.all(
  ['geom.mjs', 'parts.mjs', 'make.mjs'].map((file) => import(pathToFileURL(path.resolve(folder, file)).href)),
);

/** Colours by what they are for: mostly each its own, some shared, as on figures that people paint. */
function slots(r, purposes) {
  const own = {};
  let next = 1;
  for (const purpose of purposes) own[purpose] = next > 3 && r.chance(0.1) ? 1 + r.i(next - 1) : next++;
  // An eye's parts can be told from one another.
  for (const each of ['white', 'iris', 'pupil']) if (own[each]) own[each] = next++;
  return own;
}

const tools = { ...geometry, ...limbs, ...pieces({ ...geometry, ...limbs }) };
const all = Object.fromEntries(
  Object.entries({ beast, beetle, face, fish, machine, plant, table }).map(([name, family]) => [
    name,
    family(tools, slots),
  ]),
);
const families = (names ? names.split(',') : Object.keys(all)).map((name) => ({ name, F: all[name] }));
const set = (kind === 'paint' ? make.paintSet : make.betweenSet)(families, Number(seed), Number(count));
fs.writeFileSync(out, zlib.gzipSync(JSON.stringify(set), { level: 9 }));
const made = set.sequences ?? set.pairs;
console.log(`${made.length} cases of ${families.map(({ name }) => name).join(', ')}`);
