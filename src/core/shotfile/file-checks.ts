/** What the fields of a shot file do not say by themselves: ids that stand once, sums that fit, references that are held. */
import { BadFile } from '../shot/bad-file.ts';
import type { Id } from '../shot/ids.ts';
import type { Layer } from '../shot/layer-model.ts';
import { bundleDepth, everyLayer } from '../shot/levels.ts';
import { LIMITS } from '../shot/make.ts';
import { danglingIn, mendReferences } from '../shot/mend.ts';
import type { Shot } from '../shot/model.ts';
import type { ShotPart } from './schema.ts';

const bad = (what: string) => new BadFile(`This shot file ${what}, so it was not opened.`);

/** Two things of one kind may not have the same id: what names one of them would mean either. */
function checkOnce(what: string, ids: Id[]): void {
  const seen = new Set<Id>();
  for (const id of ids) {
    if (seen.has(id)) throw bad(`holds two ${what} that are both called ${id}`);
    seen.add(id);
  }
}

export function checkIds(shot: ShotPart): void {
  const { palettes, tracks, bundles = [] } = shot;
  const layers = [...shot.layers, ...bundles.flatMap((bundle) => bundle.layers)];
  checkOnce(
    'bundles',
    bundles.map(({ id }) => id),
  );
  checkOnce(
    'layers',
    [...layers, ...(shot.charts ?? [])].map(({ id }) => id),
  );
  checkOnce(
    'exposures',
    layers.flatMap(({ exposures }) => exposures.map(({ id }) => id)),
  );
  checkOnce(
    'colour models',
    palettes.map(({ id }) => id),
  );
  for (const { swatches } of palettes)
    checkOnce(
      'swatches',
      swatches.map(({ id }) => id),
    );
  checkOnce(
    'tracks',
    tracks.map(({ id }) => id),
  );
  checkOnce(
    'clips',
    tracks.flatMap(({ clips }) => clips.map(({ id }) => id)),
  );
  checkOnce('drawings', shot.drawings);
  checkOnce(
    'files',
    shot.assets.map(({ id }) => id),
  );
  checkOnce(
    'sounds of the reading',
    (shot.reading ?? []).map(({ id }) => id),
  );
  checkOnce(
    'named frames',
    (shot.markers ?? []).map(({ id }) => id),
  );
  checkOnce(
    'named deliveries',
    (shot.deliveries ?? []).map(({ id }) => id),
  );
  checkOnce(
    'notes',
    (shot.notes ?? []).map(({ id }) => id),
  );
  checkOnce(
    'followed points',
    (shot.checks?.followed ?? []).map(({ id }) => id),
  );
  checkOnce(
    'parts of the figure',
    (shot.checks?.parts ?? []).map(({ id }) => id),
  );
  checkOnce(
    'arcs',
    (shot.guides?.arcs ?? []).map(({ id }) => id),
  );
}

function checkLayer({ assets, bundles }: Shot, { name, exposures, grid, moves }: Layer): void {
  const frames = exposures.reduce((sum, each) => sum + each.frames, 0);
  if (frames > LIMITS.maxLength)
    throw bad(`has a layer ("${name}") of ${frames} frames, more than the ${LIMITS.maxLength} a shot can have`);
  for (const { cell } of exposures) {
    if (cell?.kind === 'picture' && cell.index >= (assets[cell.asset]?.pictures ?? 0))
      throw bad(`shows a picture on "${name}" that its clip does not have (number ${cell.index + 1})`);
    if (cell?.kind === 'bundle' && bundles[cell.bundle] && cell.frame >= bundles[cell.bundle].length)
      throw bad(`shows a frame of a bundle on "${name}" that the bundle does not have (frame ${cell.frame + 1})`);
  }
  const points = grid ? 2 * (grid.across + 1) * (grid.down + 1) : 0;
  for (const { bend, frame } of moves?.places ?? [])
    if (bend && bend.length !== points) throw bad(`has a bend on "${name}", frame ${frame + 1}, that fits no grid`);
}

/** What no field says by itself. */
export function checkSums(shot: Shot): void {
  for (const layer of everyLayer(shot)) checkLayer(shot, layer);
  for (const { id, name } of Object.values(shot.bundles))
    if (bundleDepth(shot.bundles, id, LIMITS.maxDepth) > LIMITS.maxDepth)
      throw bad(`has a bundle ("${name}") that lies in itself, or more than ${LIMITS.maxDepth} deep`);
  for (const { clips } of shot.tracks)
    for (const clip of clips)
      if (clip.out < clip.in) throw bad(`has a sound ("${clip.name}") that ends before it begins`);
}

/** Everything the shot shows and plays must be in it; what only points at something that is gone is put right. Returns whether nothing was. */
export function checkReferences(shot: Shot): boolean {
  const [missing] = danglingIn(shot, ['needed']);
  if (missing) throw bad(`${DANGLES[missing.reference.to] ?? 'names'} something that it does not hold (${missing.id})`);
  return mendReferences(shot).length === 0;
}

const DANGLES: Partial<Record<string, string>> = {
  holder: 'holds a drawing of a layer that it does not have:',
  drawing: 'exposes a drawing, or has a mouth on a chart, as',
  pictures: 'shows a picture from',
  bundle: 'shows a bundle',
  sound: 'plays a sound from',
  palette: 'uses as a palette',
};
