/** The levels of a shot: its own stack of layers, and the inside of each bundle. */
import type { Id } from './ids.ts';
import type { Bundle, Layer } from './layer-model.ts';
import type { Shot } from './model.ts';

type Stacks = Pick<Shot, 'layers' | 'bundles' | 'within'>;

/** All stacks of layers, the one that is looked at first. */
const everyStack = ({ layers, bundles, within }: Stacks): Layer[][] => [
  layers,
  ...(within ? [within.outer] : []),
  ...Object.values(bundles).map((bundle) => bundle.layers),
];

/** All layers, wherever they lie. */
export const everyLayer = (shot: Stacks): Layer[] => everyStack(shot).flat();

/** A layer by its id, wherever it lies. */
export function findLayer(shot: Stacks, id: Id): Layer | undefined {
  for (const layers of everyStack(shot)) {
    const found = layers.find((layer) => layer.id === id);
    if (found) return found;
  }
  return undefined;
}

/** Ids of all bundles, the one that is looked at from within among them. */
export const everyBundle = ({ bundles, within }: Stacks): Id[] => [
  ...Object.keys(bundles),
  ...(within ? [within.bundle] : []),
];

/** Ids of the bundles that lie in a bundle, at any depth, itself among them; a circle is walked once. */
export function bundlesWithin(bundles: Record<Id, Pick<Bundle, 'layers'>>, id: Id, found = new Set<Id>()): Set<Id> {
  if (found.has(id) || !bundles[id]) return found;
  found.add(id);
  for (const { exposures } of bundles[id].layers)
    for (const { cell } of exposures) if (cell?.kind === 'bundle') bundlesWithin(bundles, cell.bundle, found);
  return found;
}

/** How many bundles lie one in another from this one down, itself among them; more than `most` where they lie in a circle. */
export function bundleDepth(bundles: Record<Id, Pick<Bundle, 'layers'>>, id: Id, most: number): number {
  if (most < 0 || !bundles[id]) return 0;
  const inner = new Set<Id>();
  for (const { exposures } of bundles[id].layers)
    for (const { cell } of exposures) if (cell?.kind === 'bundle') inner.add(cell.bundle);
  return 1 + Math.max(0, ...[...inner].map((each) => bundleDepth(bundles, each, most - 1)));
}

/** What lies in each bundle, in the one that is looked at from within as well. */
export const insides = ({ layers, bundles, within }: Stacks): Record<Id, Pick<Bundle, 'layers'>> =>
  within ? { ...bundles, [within.bundle]: { layers } } : bundles;

/** How many bundles lie around the layers that are looked at: none at the shot's own. */
export function depthHere(shot: Stacks): number {
  const all = insides(shot);
  const above = (id: Id): number =>
    1 + Math.max(0, ...Object.keys(all).flatMap((outer) => (holds(all[outer], id) ? above(outer) : [])));
  return shot.within ? above(shot.within.bundle) : 0;
}

const holds = ({ layers }: Pick<Bundle, 'layers'>, id: Id): boolean =>
  layers.some(({ exposures }) => exposures.some(({ cell }) => cell?.kind === 'bundle' && cell.bundle === id));

const stacks = new WeakMap<Bundle, WeakMap<Shot, Shot>>();

/**
 * A shot as it looks from within a bundle: the bundle's layers on the bundle's paper, over its frames. What belongs to the
 * shot's own frames - sound, notes, named frames, changes of colour model, camera - is not there. Null, or a bundle that is gone: the shot itself.
 */
export function levelOf(shot: Shot, id: Id | null): Shot {
  const bundle = id === null ? undefined : shot.bundles[id];
  if (!bundle) return shot;
  let known = stacks.get(bundle);
  if (!known) stacks.set(bundle, (known = new WeakMap()));
  let level = known.get(shot);
  if (!level) {
    const { layers, length, width, height } = bundle;
    const paletteCues = shot.paletteCues.slice(0, 1);
    const { [bundle.id]: _, ...bundles } = shot.bundles;
    const within = { bundle: bundle.id, outer: shot.layers };
    level = { ...shot, ...OUTSIDE, paletteCues, layers, length, width, height, bundles, within };
    known.set(shot, level);
  }
  return level;
}

/** What of a shot is not there within a bundle; the same lists each time. */
export const OUTSIDE: Pick<Shot, 'tracks' | 'markers' | 'notes' | 'reading' | 'camera'> = {
  tracks: [],
  markers: [],
  notes: [],
  reading: [],
  camera: null,
};
