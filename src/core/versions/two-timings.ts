/** Two timings of a layer beside one another: whether and where they show something else. */
import { sameCell, shownExposure } from '../sheet/exposures.ts';
import type { Layer } from '../shot/layer-model.ts';

type Timed = Pick<Layer, 'exposures' | 'afterLast'>;

const shown = ({ exposures, afterLast }: Timed, frame: number) =>
  shownExposure(exposures, afterLast, frame)?.exposure.cell ?? null;

/** One after another, the frames from `from` to `to` on which two timings of a layer do not show the same. */
export function* framesThatDiffer(a: Timed, b: Timed, from: number, to: number): Generator<number> {
  if (a.exposures === b.exposures && a.afterLast === b.afterLast) return;
  for (let frame = from; frame <= to; frame++) if (!sameCell(shown(a, frame), shown(b, frame))) yield frame;
}

/** Layers whose timing is another one in a version of the shot; `length` frames are compared. */
export function layersThatDiffer(now: readonly Layer[], then: readonly Layer[], length: number): Layer[] {
  const other = new Map(then.map((layer) => [layer.id, layer]));
  return now.filter((layer) => {
    const was = other.get(layer.id);
    return was !== undefined && !framesThatDiffer(layer, was, 0, length - 1).next().done;
  });
}
