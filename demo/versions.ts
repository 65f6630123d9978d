/** Two earlier states of the demo shot: the keys alone as they were blocked, and the raise as it was timed first, slower. */
import { placedExposures, tidy } from '../src/core/sheet/index.ts';
import type { Exposure, Layer, Shot } from '../src/core/shot/index.ts';
import type { FileVersion } from '../src/core/shotfile/index.ts';

/** Frames, from 0, of the raise: it took two frames more for each drawing at first, and the look back as many less. */
const RAISE = { from: 9, to: 26 };

/** Keys held until the next key. */
function keysAlone(shot: Shot, { exposures }: Layer): Exposure[] {
  const out: Exposure[] = [];
  for (const exposure of exposures) {
    const { cell } = exposure;
    const role = cell?.kind === 'drawing' ? shot.drawings[cell.drawing].role : 'key';
    const last = out.at(-1);
    if (role === 'between' && last) out[out.length - 1] = { ...last, frames: last.frames + exposure.frames };
    else out.push({ ...exposure });
  }
  return out;
}

/** The drawings of the raise held one frame longer each; the hold after it gives them. */
function slowerRaise({ exposures }: Layer): Exposure[] {
  const placed = placedExposures(exposures);
  const slow = placed.filter(({ start }) => start >= RAISE.from && start < RAISE.to).map(({ index }) => index);
  let owed = slow.length;
  return tidy(
    exposures.map((exposure, i) => {
      if (slow.includes(i)) return { ...exposure, frames: exposure.frames + 1 };
      if (i < slow[0] || owed === 0) return { ...exposure };
      const gives = Math.min(owed, exposure.frames - 1);
      owed -= gives;
      return { ...exposure, frames: exposure.frames - gives };
    }),
  );
}

export function demoVersions(shot: Shot, keeper: string): FileVersion[] {
  const timed = (change: (layer: Layer) => Exposure[]): Shot => ({
    ...shot,
    layers: shot.layers.map((layer) => (layer.id === keeper ? { ...layer, exposures: change(layer) } : layer)),
  });
  return [
    { name: 'Slower raise', at: Date.UTC(2026, 10, 25, 15, 20), auto: false, shot: timed(slowerRaise) },
    {
      name: 'Keys alone',
      at: Date.UTC(2026, 10, 24, 17, 45),
      auto: false,
      shot: timed((layer) => keysAlone(shot, layer)),
    },
  ];
}
