/** Finding and putting right what names something that is gone, by the register of references. */
import type { Id } from './ids.ts';
import { everyBundle, everyLayer } from './levels.ts';
import type { Shot } from './model.ts';
import type { ReferencePlace } from './reference-places.ts';
import { REFERENCES, type Reference, type Target } from './references.ts';

/** Ids of everything of a kind that can be named. */
function targetsOf(shot: Shot, target: Target): Set<Id> {
  const assets = (kind: 'pictures' | 'sound') =>
    new Set(Object.values(shot.assets).flatMap((asset) => (asset.kind === kind ? asset.id : [])));
  switch (target) {
    case 'layer':
      return new Set(everyLayer(shot).map(({ id }) => id));
    case 'chart':
      return new Set(shot.charts.map(({ id }) => id));
    case 'holder':
      return new Set([...everyLayer(shot), ...shot.charts].map(({ id }) => id));
    case 'drawing':
      return new Set(Object.keys(shot.drawings));
    case 'bundle':
      return new Set(everyBundle(shot));
    case 'pictures':
    case 'sound':
      return assets(target);
    case 'clip':
      return new Set(shot.tracks.flatMap(({ clips }) => clips.map(({ id }) => id)));
    case 'exposure':
      return new Set(everyLayer(shot).flatMap(({ exposures }) => exposures.map(({ id }) => id)));
    case 'swatch':
      return new Set(shot.palettes.flatMap(({ swatches }) => swatches.map(({ id }) => id)));
    case 'palette':
      return new Set(shot.palettes.map(({ id }) => id));
    case 'line':
      return new Set(Object.values(shot.drawings).flatMap(({ ink }) => ink.map(({ id }) => id)));
    case 'followed':
      return new Set(shot.checks.followed.map(({ id }) => id));
    case 'arc':
      return new Set(shot.guides.arcs.map(({ id }) => id));
  }
}

/** A place that names what is not there. */
export interface Dangling extends ReferencePlace {
  reference: Reference;
}

/** Places of these kinds that name what is not in the shot. Costs a walk over the shot. */
export function danglingIn(shot: Shot, kinds: readonly Reference['kind'][]): Dangling[] {
  const targets = new Map<Target, Set<Id>>();
  const out: Dangling[] = [];
  for (const reference of REFERENCES) {
    if (!kinds.includes(reference.kind)) continue;
    let there = targets.get(reference.to);
    for (const place of reference.places(shot)) {
      if (!there) {
        there = targetsOf(shot, reference.to);
        targets.set(reference.to, there);
      }
      if (!there.has(place.id)) out.push({ ...place, reference });
    }
  }
  return out;
}

/** Putting one place right can leave another dangling: a layer's drawings, a drawing's cells, what names them. */
const ROUNDS = 6;

/** Gives every colour model every swatch, as the first that has it has it. Returns whether any lacked one. */
function evenOut(shot: Shot, known: Shot): boolean {
  const all = new Map(known.palettes.toReversed().flatMap(({ swatches }) => swatches.map((each) => [each.id, each])));
  let lacking = false;
  known.palettes.forEach(({ swatches }, i) => {
    const own = new Set(swatches.map(({ id }) => id));
    const missing = [...all.values()].filter(({ id }) => !own.has(id));
    if (missing.length === 0) return;
    lacking = true;
    shot.palettes[i].swatches.push(...missing.map((swatch) => ({ ...swatch })));
  });
  return lacking;
}

/**
 * Puts right what names something that is gone. Returns what was put right, in words, each once.
 * @param shot a shot of one's own, or the draft of a `change()` recipe. @param plain gives a draft as plain data
 */
export function mendReferences(shot: Shot, plain: (draft: Shot) => Shot = (own) => own): string[] {
  const mended = new Set<string>();
  if (evenOut(shot, plain(shot))) mended.add('a swatch that a colour model lacks: it is as in another one');
  for (let round = 0; round < ROUNDS; round++) {
    const dangling = danglingIn(plain(shot), ['needed', 'mends']);
    if (dangling.length === 0) break;
    for (const { reference, mend } of dangling) {
      mended.add(`${reference.what}: ${reference.fate}`);
      mend(shot);
    }
  }
  return [...mended];
}
