/** Bodies and stuff that move: steps, cloth, whooshes, creaks. */
import type { FoleySound } from './shelf.ts';
import { filter, finished, hush, noiseSource, ring, sound, strike, swell, together } from './synth.ts';

/** A step: the heel's knock, then the sole's rub about `middle` hertz. */
function step(seed: number, thump: number, middle: number, rub: number, grit: number) {
  return (rate: number) => {
    const noise = noiseSource(seed);
    const pass = filter(rate);
    const grains = noiseSource(seed + 1);
    return finished(
      rate,
      sound(rate, 0.34, (t) => {
        const heel = ring(t, [[thump, 0.8, 0.03]]) + pass(noise(), middle, 0.7).band * strike(t, 0.001, 0.016);
        const sole = t > 0.09 ? strike(t - 0.09, 0.02, rub) : 0;
        const crumb = grains() > 1 - grit ? 1.5 : 0.25;
        return heel + pass(noise(), middle * 1.3, 0.7).band * sole * crumb;
      }),
    );
  };
}

/** A passing thing: the middle rises and falls, loudest midway. */
function whoosh(seed: number, seconds: number, low: number, high: number, q: number) {
  return (rate: number) =>
    finished(
      rate,
      hush(
        rate,
        seconds,
        seed,
        (t) => low + (high - low) * Math.sin((Math.PI * t) / seconds) ** 2,
        q,
        (t) => Math.sin((Math.PI * t) / seconds) ** 3,
      ),
    );
}

/** Cloth: short rubs one after another, each bright and soft. */
function cloth(seed: number, seconds: number, rubs: number[], middle: number) {
  return (rate: number) =>
    finished(
      rate,
      hush(
        rate,
        seconds,
        seed,
        (t) => middle * (0.8 + 0.5 * Math.sin(9 * t)),
        0.6,
        (t) => rubs.reduce((sum, at) => sum + strike(t - at, 0.03, 0.05), 0),
      ),
      0.45,
    );
}

/** Something that sticks and slips: pulses that come faster and slower, in a body that rings. */
function creak(seed: number, seconds: number, slow: number, fast: number, body: [number, number, number][]) {
  return (rate: number) => {
    const noise = noiseSource(seed);
    let phase = 0;
    let since = 1;
    let strength = 1;
    return finished(
      rate,
      sound(rate, seconds, (t) => {
        const pace = slow + (fast - slow) * Math.sin((Math.PI * t) / seconds);
        phase += (pace * (1 + 0.25 * noise())) / rate;
        since += 1 / rate;
        if (phase >= 1) {
          phase -= 1;
          since = 0;
          strength = 0.6 + 0.4 * Math.abs(noise());
        }
        return ring(since, body) * strength * swell(t, seconds, 0.05, 0.15);
      }),
      0.5,
    );
  };
}

const WOOD: [number, number, number][] = [
  [540, 0.6, 0.009],
  [1130, 0.4, 0.006],
  [2050, 0.2, 0.004],
];

export const moves: FoleySound[] = [
  { id: 'step-stone', name: 'Step on stone', words: 'foot shoe kerb pavement', make: step(71, 140, 2400, 0.03, 0.02) },
  {
    id: 'step-stone-2',
    name: 'Step on stone, other foot',
    words: 'foot shoe kerb pavement',
    make: step(73, 128, 2150, 0.035, 0.02),
  },
  { id: 'step-wood', name: 'Step on wood', words: 'foot floor board', make: step(79, 95, 700, 0.03, 0.005) },
  {
    id: 'step-wood-2',
    name: 'Step on wood, other foot',
    words: 'foot floor board',
    make: step(83, 88, 640, 0.035, 0.005),
  },
  { id: 'step-gravel', name: 'Step on gravel', words: 'foot path stones', make: step(89, 90, 3300, 0.09, 0.09) },
  {
    id: 'step-gravel-2',
    name: 'Step on gravel, other foot',
    words: 'foot path stones',
    make: step(97, 82, 3000, 0.1, 0.08),
  },
  { id: 'step-snow', name: 'Step in snow', words: 'foot winter crunch', make: step(101, 60, 1500, 0.12, 0.2) },
  {
    id: 'scuff',
    name: 'Foot scuffed',
    words: 'slide shoe stone',
    make: (rate) =>
      finished(
        rate,
        hush(
          rate,
          0.4,
          103,
          (t) => 2600 - 2200 * t,
          0.8,
          (t) => swell(t, 0.4, 0.1, 0.25),
        ),
      ),
  },
  { id: 'whoosh-soft', name: 'Whoosh, soft', words: 'swing arm air pass', make: whoosh(107, 0.45, 300, 900, 1) },
  { id: 'whoosh-quick', name: 'Whoosh, quick', words: 'swing pole air pass', make: whoosh(109, 0.22, 600, 2400, 1.4) },
  { id: 'whoosh-heavy', name: 'Whoosh, heavy', words: 'swing big air pass', make: whoosh(113, 0.8, 120, 480, 0.9) },
  {
    id: 'cloth-rub',
    name: 'Cloth rubbed',
    words: 'coat sleeve rustle',
    make: cloth(127, 0.4, [0.02, 0.16, 0.24], 3400),
  },
  {
    id: 'coat-turn',
    name: 'Coat turning',
    words: 'cloth cape rustle flap',
    make: cloth(131, 0.7, [0.02, 0.1, 0.22, 0.38], 1900),
  },
  {
    id: 'scarf-flap',
    name: 'Scarf in the wind',
    words: 'cloth flag flap',
    make: cloth(137, 0.9, [0.03, 0.19, 0.33, 0.5, 0.64], 1200),
  },
  {
    id: 'cap-drop',
    name: 'Cap dropped',
    words: 'hat cloth fall soft',
    make: (rate) =>
      finished(
        rate,
        together(
          rate,
          [0, cloth(139, 0.3, [0.02], 1500)(rate)],
          [0.05, sound(rate, 0.2, (t) => ring(t, [[75, 0.5, 0.04]]))],
        ),
      ),
  },
  {
    id: 'paper',
    name: 'Paper turned',
    words: 'sheet page rustle',
    make: cloth(149, 0.5, [0.01, 0.06, 0.13, 0.3], 5200),
  },
  { id: 'creak-wood', name: 'Wood creaking', words: 'board stair old slow', make: creak(151, 0.9, 26, 60, WOOD) },
  {
    id: 'creak-door',
    name: 'Door creaking',
    words: 'hinge open slow',
    make: creak(157, 1.4, 60, 150, [
      [760, 0.6, 0.01],
      [1480, 0.5, 0.008],
      [2600, 0.25, 0.005],
    ]),
  },
  {
    id: 'creak-lamp',
    name: 'Lamp swinging',
    words: 'hinge iron squeak',
    make: creak(163, 0.6, 210, 340, [
      [1900, 0.5, 0.006],
      [3300, 0.4, 0.004],
    ]),
  },
  {
    id: 'rope',
    name: 'Rope pulled tight',
    words: 'strain leather',
    make: creak(167, 0.7, 45, 90, [
      [320, 0.6, 0.01],
      [680, 0.4, 0.007],
    ]),
  },
  {
    id: 'cart-wheel',
    name: 'Cart wheel on stone',
    words: 'roll rumble cart',
    make: (rate) => {
      const noise = noiseSource(173);
      const pass = filter(rate);
      return finished(
        rate,
        sound(
          rate,
          1.6,
          (t) =>
            pass(noise(), 260, 0.8).band *
            (0.5 + 0.5 * Math.abs(Math.sin(2 * Math.PI * 4.5 * t)) ** 6) *
            swell(t, 1.6, 0.2, 0.3),
        ),
      );
    },
  },
];
