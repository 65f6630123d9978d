/** One film for each delivered layer, with nothing behind it. */

import type { Layer } from '../shot/layer-model.ts';
import type { Shot } from '../shot/model.ts';
import { type Film, joined } from './film.ts';
import { plainName } from './names.ts';

/** Names made different by numbers, in order. */
function distinct(names: string[]): string[] {
  const used = new Set<string>();
  return names.map((name) => {
    let own = name;
    for (let k = 2; used.has(own); k++) own = `${name}-${k}`;
    used.add(own);
    return own;
  });
}

/** A shot in which only one layer is seen; the others stay for what goes along with them, or shows inside of them. */
export const alone = (shot: Shot, layer: Layer): Shot => ({
  ...shot,
  layers: shot.layers.map((each) =>
    each.id === layer.id ? { ...layer, visible: true, guide: false } : { ...each, visible: false },
  ),
});

/**
 * Of a film of one shot; the first layer is the lowest. Neighbouring frames that only another layer tells apart are one picture.
 * @returns each with a name of its own in plain letters, and the folder its files belong in
 */
export function layersApart(film: Film): { layer: Layer; name: string; folder: string; film: Film }[] {
  const [part] = film.parts;
  const layers = part.shot.layers.filter(({ visible, guide }) => visible && !guide);
  const names = distinct(layers.map(({ name }) => plainName(name)));
  return layers.map((layer, i) => {
    const shot = { ...alone(part.shot, layer), background: { ...part.shot.background, transparent: true } };
    return {
      layer,
      name: names[i],
      folder: `${String(i + 1).padStart(2, '0')}-${names[i]}/`,
      film: joined({ ...film, ground: null, parts: [{ ...part, shot }] }),
    };
  });
}
