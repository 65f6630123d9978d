/**
 * The house has floors and no circles: fails when files import each other in a ring (type imports count too), when folders
 * of the core do, or when an import climbs to a higher floor. Part of `npm run lint`.
 */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize, sep } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');

/** From the ground up; a folder imports folders of its own floor only where that makes no ring, and never a higher one. */
const FLOORS = [
  ['src/core/plane'],
  ['src/core/shot', 'src/core/learnt'],
  ['src/core/history', 'src/core/ink', 'src/core/speech'],
  ['src/core/sheet', 'src/core/picture', 'src/core/sound'],
  ['src/core/between', 'src/core/paint', 'src/core/mouths', 'src/core/reading', 'src/core/reference'],
  ['src/core/check', 'src/core/versions', 'src/core/kit'],
  ['src/core/export', 'src/core/shotfile'],
  ['src/store', 'src/workers'],
  ['src/app'],
];

const IMPORT = /(?:^|\n)\s*(?:import|export)\s[^'";]*?from\s+['"](\.[^'"]+)['"]|\bimport\(\s*['"](\.[^'"]+)['"]\s*\)/g;

function filesUnder(folder) {
  return readdirSync(join(ROOT, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`;
    if (entry.isDirectory()) return filesUnder(path);
    return /\.(tsx?|mjs)$/.test(entry.name) ? [path] : [];
  });
}

function importsOf(file) {
  const text = readFileSync(join(ROOT, file), 'utf8');
  return [...text.matchAll(IMPORT)]
    .map(([, still, lazy]) =>
      normalize(join(dirname(file), (still ?? lazy).replace(/\?.*$/, '')))
        .split(sep)
        .join('/'),
    )
    .filter((target) => existsSync(join(ROOT, target)));
}

/** Rings of a graph: strongly connected parts of more than one node (Tarjan, 1972). */
function rings(edges) {
  const [order, low, stack, onStack, found] = [new Map(), new Map(), [], new Set(), []];
  const visit = (node) => {
    order.set(node, order.size);
    low.set(node, order.get(node));
    stack.push(node);
    onStack.add(node);
    for (const next of edges.get(node) ?? []) {
      if (!order.has(next)) {
        visit(next);
        low.set(node, Math.min(low.get(node), low.get(next)));
      } else if (onStack.has(next)) low.set(node, Math.min(low.get(node), order.get(next)));
    }
    if (low.get(node) !== order.get(node)) return;
    const ring = stack.splice(stack.indexOf(node));
    for (const each of ring) onStack.delete(each);
    if (ring.length > 1) found.push(ring);
  };
  for (const node of edges.keys()) if (!order.has(node)) visit(node);
  return found;
}

const files = ['src', 'server', 'cli', 'demo', 'tests', 'bench', 'trial', 'scripts'].flatMap(filesUnder);
const imports = new Map(files.map((file) => [file, importsOf(file)]));
const coreFolder = (file) => file.match(/^src\/core\/[^/]+/)?.[0];
const floorOf = (file) => FLOORS.findIndex((floor) => floor.some((folder) => file.startsWith(`${folder}/`)));

const folders = new Map();
const faults = [];
for (const [file, targets] of imports) {
  for (const target of targets) {
    const [from, to] = [coreFolder(file), coreFolder(target)];
    if (from && to && from !== to) folders.set(from, (folders.get(from) ?? new Set()).add(to));
    if (floorOf(file) >= 0 && floorOf(target) > floorOf(file)) faults.push(`${file} climbs to ${target}`);
  }
}
for (const ring of rings(imports)) faults.push(`files in a ring: ${ring.join(', ')}`);
for (const ring of rings(folders)) faults.push(`folders in a ring: ${ring.join(', ')}`);
for (const folder of new Set(files.map(coreFolder).filter(Boolean)))
  if (floorOf(`${folder}/`) < 0) faults.push(`${folder} stands on no floor: name it in scripts/check-imports.mjs`);

for (const fault of faults) console.error(fault);
console.log(
  faults.length === 0 ? `Imports of ${files.length} files: no circle, none climbs.` : `${faults.length} faults.`,
);
process.exit(faults.length === 0 ? 0 : 1);
