/** Layers looked at alone, as when one sheet is lifted off the desk: the others are there, and not seen. */
import type { Id } from './ids.ts';
import type { Shot } from './model.ts';

const known = new WeakMap<Shot, Map<string, Shot>>();

/** A shot of which only some layers are seen; the very same one as long as the shot is. None: the shot as it is. */
export function withLayersAlone(shot: Shot, alone: readonly Id[]): Shot {
  if (alone.length === 0) return shot;
  const key = [...alone].sort().join(' ');
  let own = known.get(shot);
  if (!own) known.set(shot, (own = new Map()));
  let seen = own.get(key);
  if (!seen) {
    const layers = shot.layers.map((layer) => {
      const visible = alone.includes(layer.id);
      return layer.visible === visible ? layer : { ...layer, visible };
    });
    seen = { ...shot, layers };
    own.set(key, seen);
  }
  return seen;
}
