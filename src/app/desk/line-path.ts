import { SAMPLE_SIZE, sampleStroke } from '../../core/ink/index.ts';
import type { Id, Stroke } from '../../core/shot/index.ts';

/** The middles of lines as one SVG path in paper pixels; `ids`: of those only. */
export function pathOf(ink: Stroke[], ids?: Id[]): string {
  const wanted = ids && new Set(ids);
  let out = '';
  for (const stroke of ink) {
    if (wanted && !wanted.has(stroke.id)) continue;
    const samples = sampleStroke(stroke);
    for (let i = 0; i < samples.length; i += SAMPLE_SIZE)
      out += `${i === 0 ? 'M' : 'L'}${samples[i].toFixed(1)} ${samples[i + 1].toFixed(1)}`;
  }
  return out;
}
