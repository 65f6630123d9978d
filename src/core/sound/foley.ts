/** Short sounds made by synthesis. Each returns mono samples -1..1 at `rate` samples a second. */

function noiseSource(seed: number): () => number {
  let state = seed >>> 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2147483648 - 1;
  };
}

/** The pole's hook against the lamp's glass: a short tick and two ringing partials of thin metal. */
export function metalClick(rate: number): Float32Array {
  const out = new Float32Array(Math.round(rate * 0.22));
  const noise = noiseSource(7);
  for (let i = 0; i < out.length; i++) {
    const t = i / rate;
    const tick = noise() * Math.exp(-t * 900);
    const ring =
      Math.sin(2 * Math.PI * 3140 * t) * Math.exp(-t * 34) + 0.6 * Math.sin(2 * Math.PI * 4710 * t) * Math.exp(-t * 52);
    out[i] = 0.55 * tick + 0.32 * ring;
  }
  return out;
}

/** A gas flame: a soft whoosh as it catches, then a breathing hiss. `seconds` long, faded at the end. */
export function flameHiss(rate: number, seconds: number): Float32Array {
  const out = new Float32Array(Math.round(rate * seconds));
  const noise = noiseSource(41);
  let low = 0;
  let band = 0;
  for (let i = 0; i < out.length; i++) {
    const t = i / rate;
    // A state-variable band-pass whose middle falls from the whoosh to the steady hiss.
    const centre = 900 + 2600 * (1 - Math.exp(-t * 9));
    const f = 2 * Math.sin((Math.PI * Math.min(centre, rate / 6)) / rate);
    const high = noise() - low - 0.9 * band;
    band += f * high;
    low += f * band;
    const whoosh = 1.6 * (1 - Math.exp(-t * 60)) * Math.exp(-t * 7);
    const breath = 0.75 + 0.25 * Math.sin(2 * Math.PI * (3.1 * t + 0.4 * Math.sin(2 * Math.PI * 0.9 * t)));
    const fade = Math.min(1, (seconds - t) / 0.35);
    out[i] = Math.max(-1, Math.min(1, band * (0.16 * breath + 0.3 * whoosh) * Math.max(0, fade)));
  }
  return out;
}
