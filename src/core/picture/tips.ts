/** The textures lines are stamped with, made by rule: square masks of strength 0..1, at falling sizes. */
import type { Tip } from '../shot/drawing-model.ts';
import { chance } from './chance.ts';
import { halved, noise } from './grain.ts';

const SIDE = 128;

export interface TipLevel {
  side: number;
  mask: Float32Array;
}

const smooth = (from: number, to: number, x: number): number => {
  const t = Math.max(0, Math.min(1, (x - from) / (to - from)));
  return t * t * (3 - 2 * t);
};

/** Strength at u, v in -1..1 for every texel; tips are round, so the corners are empty. */
function mask(strength: (u: number, v: number, i: number) => number): Float32Array {
  const out = new Float32Array(SIDE * SIDE);
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      const i = y * SIDE + x;
      const u = (2 * x + 1) / SIDE - 1;
      const v = (2 * y + 1) / SIDE - 1;
      out[i] = Math.hypot(u, v) < 1 ? strength(u, v, i) : 0;
    }
  }
  return out;
}

/** A round of hairs, each a small soft dot; some of the hairs carry more ink than others. */
function bristles(): Float32Array {
  const next = chance(5);
  const hairs = Array.from({ length: 34 }, () => {
    const angle = 2 * Math.PI * next();
    const away = Math.sqrt(next()) * 0.8;
    return { x: away * Math.cos(angle), y: away * Math.sin(angle), r: 0.05 + 0.09 * next(), ink: 0.35 + 0.65 * next() };
  });
  return mask((u, v) => {
    let strength = 0;
    for (const { x, y, r, ink } of hairs)
      strength = Math.max(strength, ink * (1 - smooth(r * 0.6, r * 1.3, Math.hypot(u - x, v - y))));
    return strength;
  });
}

const MAKE: Record<Tip, () => Float32Array> = {
  soft: () => mask((u, v) => (1 - smooth(0, 1, Math.hypot(u, v))) ** 1.2),
  chalk: () => {
    const lumps = noise(SIDE, 22, 71);
    const dust = noise(SIDE, 64, 72);
    return mask((u, v, i) => {
      const rim = 1 - smooth(0.72, 1, Math.hypot(u, v) + 0.3 * (lumps[i] - 0.5));
      return rim * smooth(0.38, 0.62, 0.6 * lumps[i] + 0.4 * dust[i]);
    });
  },
  flakes: () => {
    const lumps = noise(SIDE, 9, 81);
    return mask((u, v, i) => smooth(0.52, 0.6, lumps[i] + 0.25 * (1 - Math.hypot(u, v))));
  },
  bristles,
};

const made = new Map<Tip, TipLevel[]>();

/** A tip's mask at falling sizes, the largest first. */
export function tipLevels(tip: Tip): TipLevel[] {
  let levels = made.get(tip);
  if (!levels) {
    levels = [{ side: SIDE, mask: MAKE[tip]() }];
    for (let side = SIDE; side > 4; side /= 2) levels.push({ side: side / 2, mask: halved(levels.at(-1)!.mask, side) });
    made.set(tip, levels);
  }
  return levels;
}
