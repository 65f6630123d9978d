/** Air, fire and water: flames, hisses, wind, drops, rooms. Those named to be looped are steady from end to end. */
import type { FoleySound } from './shelf.ts';
import { filter, finished, hush, noiseSource, ring, sound, strike, swell, together } from './synth.ts';

/** A gas flame: a soft whoosh as it catches, then a breathing hiss, faded at the end. */
function flame(rate: number, seconds: number): Float32Array {
  const breath = (t: number) => 0.75 + 0.25 * Math.sin(2 * Math.PI * (3.1 * t + 0.4 * Math.sin(2 * Math.PI * 0.9 * t)));
  return finished(
    rate,
    hush(
      rate,
      seconds,
      41,
      (t) => 900 + 2600 * (1 - Math.exp(-t * 9)),
      1.1,
      (t) =>
        (0.16 * breath(t) + 0.48 * (1 - Math.exp(-t * 60)) * Math.exp(-t * 7)) *
        Math.max(0, Math.min(1, (seconds - t) / 0.35)),
    ),
    0.5,
  );
}

/** Noise that neither begins nor ends, its level drifting slowly. */
function steady(seed: number, seconds: number, middle: number, q: number, drift: number, peak: number) {
  return (rate: number) =>
    finished(
      rate,
      hush(
        rate,
        seconds,
        seed,
        (t) => middle * (1 + drift * Math.sin((2 * Math.PI * 2 * t) / seconds)),
        q,
        (t) => 1 + drift * Math.sin((2 * Math.PI * 3 * t) / seconds + 1),
      ),
      peak,
    );
}

/** A drop: a bubble whose tone rises as it closes. */
function drop(rate: number, hertz: number, seconds = 0.16): Float32Array {
  let phase = 0;
  return sound(rate, seconds, (t) => {
    phase += (2 * Math.PI * hertz * (1 + 5 * t)) / rate;
    return Math.sin(phase) * strike(t, 0.002, 0.028);
  });
}

function crackle(rate: number, seed: number, seconds: number, many: number): Float32Array {
  const noise = noiseSource(seed);
  const pass = filter(rate);
  let level = 0;
  return sound(rate, seconds, () => {
    if ((noise() + 1) / 2 < many / rate) level = 0.3 + 0.7 * Math.abs(noise());
    level *= 1 - 900 / rate;
    return pass(noise() * level, 2600, 0.9).band;
  });
}

export const air: FoleySound[] = [
  {
    id: 'flame-catches',
    name: 'Flame catching',
    words: 'gas lamp light fire whoosh',
    make: (rate) => flame(rate, 1.4),
  },
  {
    id: 'flame-hiss',
    name: 'Flame hiss, to loop',
    words: 'gas lamp steady burn',
    make: steady(179, 2, 3400, 1.1, 0.08, 0.25),
  },
  {
    id: 'match',
    name: 'Match struck',
    words: 'fire spark light',
    make: (rate) =>
      finished(
        rate,
        together(
          rate,
          [
            0,
            hush(
              rate,
              0.3,
              181,
              () => 4200,
              0.8,
              (t) => swell(t, 0.12, 0.04, 0.05),
            ),
          ],
          [
            0.11,
            hush(
              rate,
              0.9,
              191,
              (t) => 1200 + 2400 * Math.exp(-6 * t),
              0.8,
              (t) => strike(t, 0.03, 0.22),
            ),
          ],
        ),
      ),
  },
  {
    id: 'fire-crackle',
    name: 'Fire crackling',
    words: 'wood stove sparks',
    make: (rate) =>
      finished(
        rate,
        together(
          rate,
          [0, crackle(rate, 193, 2, 16)],
          [
            0,
            hush(
              rate,
              2,
              197,
              () => 240,
              0.7,
              (t) => 0.12 * swell(t, 2, 0.1, 0.1),
            ),
          ],
        ),
      ),
  },
  {
    id: 'sparks',
    name: 'Sparks',
    words: 'sizzle match shower',
    make: (rate) =>
      finished(
        rate,
        crackle(rate, 199, 0.9, 90).map((value, i) => value * Math.exp(-i / rate / 0.4)),
      ),
  },
  {
    id: 'blown-out',
    name: 'Flame blown out',
    words: 'puff breath candle',
    make: (rate) =>
      finished(
        rate,
        hush(
          rate,
          0.35,
          211,
          (t) => 1400 - 2600 * t,
          0.7,
          (t) => strike(t, 0.03, 0.07),
        ),
      ),
  },
  {
    id: 'steam',
    name: 'Steam let out',
    words: 'hiss valve pressure',
    make: (rate) =>
      finished(
        rate,
        hush(
          rate,
          1.1,
          223,
          () => 5600,
          0.6,
          (t) => strike(t, 0.02, 0.35),
        ),
        0.5,
      ),
  },
  {
    id: 'breath-in',
    name: 'Breath in',
    words: 'gasp sigh mouth',
    make: (rate) =>
      finished(
        rate,
        hush(
          rate,
          0.5,
          227,
          (t) => 900 + 1500 * t,
          1.2,
          (t) => swell(t, 0.5, 0.3, 0.12),
        ),
        0.35,
      ),
  },
  {
    id: 'breath-out',
    name: 'Breath out',
    words: 'sigh mouth',
    make: (rate) =>
      finished(
        rate,
        hush(
          rate,
          0.7,
          229,
          (t) => 1500 - 900 * t,
          1.1,
          (t) => swell(t, 0.7, 0.08, 0.55),
        ),
        0.35,
      ),
  },
  { id: 'wind', name: 'Wind, to loop', words: 'weather dusk outside', make: steady(233, 4, 420, 2.2, 0.45, 0.4) },
  {
    id: 'gust',
    name: 'Gust of wind',
    words: 'weather blow',
    make: (rate) =>
      finished(
        rate,
        hush(
          rate,
          1.8,
          239,
          (t) => 280 + 420 * Math.sin((Math.PI * t) / 1.8),
          2.4,
          (t) => swell(t, 1.8, 0.8, 0.9),
        ),
      ),
  },
  { id: 'drop', name: 'Drop of water', words: 'drip rain puddle', make: (rate) => finished(rate, drop(rate, 620)) },
  {
    id: 'drops',
    name: 'Three drops',
    words: 'drip rain gutter',
    make: (rate) =>
      finished(rate, together(rate, [0, drop(rate, 560)], [0.34, drop(rate, 700)], [0.81, drop(rate, 610)])),
  },
  {
    id: 'rain',
    name: 'Rain, to loop',
    words: 'weather outside water',
    make: (rate) =>
      finished(
        rate,
        together(
          rate,
          [0, steady(241, 3, 5200, 0.6, 0.05, 0.3)(rate)],
          [0, crackle(rate, 251, 3, 220).map((value) => value * 0.25)],
        ),
        0.35,
      ),
  },
  { id: 'room', name: 'Room tone, to loop', words: 'quiet inside silence', make: steady(257, 3, 160, 0.6, 0.04, 0.05) },
  {
    id: 'street',
    name: 'Street at dusk, to loop',
    words: 'outside town quiet tone',
    make: steady(263, 4, 240, 0.7, 0.12, 0.08),
  },
  {
    id: 'twinkle',
    name: 'Twinkle',
    words: 'light lamp magic shine',
    make: (rate) =>
      finished(
        rate,
        sound(rate, 1.1, (t) =>
          [0, 0.07, 0.13, 0.2, 0.28].reduce(
            (sum, at, i) => sum + ring(t - at, [[1568 * [1, 1.25, 1.5, 2, 2.5][i], 0.3, 0.22]]),
            0,
          ),
        ),
        0.5,
      ),
  },
  { id: 'pop', name: 'Pop', words: 'cork bubble small', make: (rate) => finished(rate, drop(rate, 300, 0.1)) },
];
