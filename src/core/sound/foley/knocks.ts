/** Things that meet: taps, clicks, glass, metal, wood, bells. */
import type { FoleySound } from './shelf.ts';
import { filter, finished, hush, type Mode, noiseSource, ring, sound, strike, together } from './synth.ts';

/** A hit body: a burst of noise about `bright` hertz and what rings after it. */
function hit(seed: number, seconds: number, bright: number, burst: number, modes: Mode[], tick = 0.5) {
  return (rate: number) => {
    const noise = noiseSource(seed);
    const pass = filter(rate);
    return finished(
      rate,
      sound(rate, seconds, (t) => pass(noise(), bright, 0.8).band * tick * strike(t, 0.0006, burst) + ring(t, modes)),
    );
  };
}

/** The same hit several times: [second, strength]. */
function times(make: (rate: number) => Float32Array, when: [number, number][]) {
  return (rate: number) =>
    finished(
      rate,
      together(rate, ...when.map(([at, by]): [number, Float32Array] => [at, make(rate).map((value) => value * by)])),
    );
}

const woodTap = hit(3, 0.16, 1800, 0.006, [
  [420, 0.6, 0.03],
  [940, 0.35, 0.018],
  [1620, 0.15, 0.01],
]);
const knuckle = hit(5, 0.2, 900, 0.01, [
  [190, 0.8, 0.045],
  [370, 0.5, 0.03],
  [610, 0.2, 0.02],
]);
const pebble = hit(11, 0.08, 3800, 0.004, [[2300, 0.35, 0.008]]);

export const knocks: FoleySound[] = [
  {
    id: 'metal-click',
    name: 'Metal click',
    words: 'hook lamp glass pole tick',
    make: hit(
      7,
      0.22,
      5200,
      0.0012,
      [
        [3140, 0.32, 0.03],
        [4710, 0.19, 0.019],
      ],
      0.9,
    ),
  },
  { id: 'wood-tap', name: 'Tap on wood', words: 'table knock stick', make: woodTap },
  {
    id: 'glass-tap',
    name: 'Tap on glass',
    words: 'lamp window pane tick',
    make: hit(13, 0.4, 6000, 0.0015, [
      [2380, 0.4, 0.09],
      [4120, 0.25, 0.06],
      [6350, 0.12, 0.035],
    ]),
  },
  {
    id: 'stone-tap',
    name: 'Tap on stone',
    words: 'kerb wall pole',
    make: hit(17, 0.12, 2600, 0.005, [
      [1150, 0.3, 0.012],
      [2700, 0.2, 0.007],
    ]),
  },
  {
    id: 'pole-on-kerb',
    name: 'Pole set down',
    words: 'wood stone kerb thud',
    make: times(woodTap, [
      [0, 1],
      [0.07, 0.35],
      [0.115, 0.15],
    ]),
  },
  {
    id: 'door-knock',
    name: 'Knock at a door',
    words: 'knuckles three wood',
    make: times(knuckle, [
      [0, 0.9],
      [0.19, 0.8],
      [0.37, 1],
    ]),
  },
  {
    id: 'switch',
    name: 'Switch',
    words: 'click snap latch',
    make: times(hit(19, 0.05, 4200, 0.002, [[1900, 0.3, 0.006]]), [
      [0, 0.5],
      [0.035, 1],
    ]),
  },
  {
    id: 'latch',
    name: 'Latch',
    words: 'gate iron clack',
    make: times(
      hit(23, 0.25, 3000, 0.003, [
        [830, 0.3, 0.03],
        [1740, 0.3, 0.025],
        [3050, 0.2, 0.02],
      ]),
      [
        [0, 0.6],
        [0.09, 1],
      ],
    ),
  },
  {
    id: 'key-turn',
    name: 'Key in a lock',
    words: 'turn ratchet clicks',
    make: times(hit(29, 0.06, 3600, 0.002, [[2100, 0.3, 0.01]]), [
      [0, 0.5],
      [0.07, 0.4],
      [0.13, 0.5],
      [0.19, 0.45],
      [0.3, 1],
    ]),
  },
  {
    id: 'coin',
    name: 'Coin dropped',
    words: 'ring spin money metal',
    make: times(
      hit(31, 0.5, 7000, 0.001, [
        [3520, 0.4, 0.14],
        [5230, 0.35, 0.1],
        [7900, 0.2, 0.06],
      ]),
      [
        [0, 1],
        [0.21, 0.6],
        [0.36, 0.4],
        [0.46, 0.28],
        [0.53, 0.2],
        [0.58, 0.14],
      ],
    ),
  },
  {
    id: 'small-bell',
    name: 'Small bell',
    words: 'shop door ting',
    make: hit(
      37,
      1.4,
      5000,
      0.001,
      [
        [2093, 0.5, 0.4],
        [4310, 0.3, 0.25],
        [6080, 0.18, 0.16],
      ],
      0.2,
    ),
  },
  {
    id: 'church-bell',
    name: 'Bell far away',
    words: 'tower hour church dusk',
    make: hit(
      41,
      3.5,
      1500,
      0.004,
      [
        [196, 0.35, 1.4],
        [392, 0.5, 1],
        [466, 0.35, 0.8],
        [588, 0.3, 0.7],
        [784, 0.25, 0.5],
        [1180, 0.15, 0.3],
      ],
      0.15,
    ),
  },
  {
    id: 'thud',
    name: 'Thud',
    words: 'fall sack soft heavy',
    make: hit(43, 0.35, 220, 0.04, [
      [58, 1, 0.09],
      [92, 0.5, 0.05],
    ]),
  },
  {
    id: 'box-set-down',
    name: 'Box set down',
    words: 'crate wood heavy',
    make: times(
      hit(47, 0.3, 500, 0.02, [
        [120, 0.8, 0.06],
        [260, 0.5, 0.04],
        [530, 0.2, 0.02],
      ]),
      [
        [0, 1],
        [0.06, 0.5],
      ],
    ),
  },
  {
    id: 'pebbles',
    name: 'Pebbles falling',
    words: 'stones drop scatter',
    make: times(pebble, [
      [0, 1],
      [0.08, 0.6],
      [0.13, 0.8],
      [0.2, 0.4],
      [0.24, 0.5],
      [0.33, 0.3],
      [0.42, 0.2],
    ]),
  },
  {
    id: 'finger-snap',
    name: 'Finger snap',
    words: 'hand click',
    make: (rate) =>
      finished(
        rate,
        hush(
          rate,
          0.14,
          53,
          () => 2300,
          1.4,
          (t) => strike(t - 0.004, 0.0008, 0.014) + 0.3 * strike(t, 0.002, 0.002),
        ),
      ),
  },
  {
    id: 'clap',
    name: 'One clap',
    words: 'hands applause',
    make: (rate) =>
      finished(
        rate,
        hush(
          rate,
          0.3,
          59,
          () => 1250,
          1,
          (t) => 0.5 * strike(t, 0.001, 0.004) + strike(t - 0.009, 0.001, 0.03),
        ),
      ),
  },
  {
    id: 'glass-break',
    name: 'Glass breaking',
    words: 'shatter lamp window',
    make: (rate) => {
      const shard = (seed: number, hertz: number) =>
        hit(seed, 0.3, 6500, 0.002, [
          [hertz, 0.4, 0.05],
          [hertz * 1.61, 0.3, 0.035],
        ])(rate);
      return finished(
        rate,
        together(
          rate,
          [
            0,
            hush(
              rate,
              0.25,
              61,
              () => 5200,
              0.7,
              (t) => 2 * strike(t, 0.001, 0.03),
            ),
          ],
          ...[0.01, 0.05, 0.08, 0.14, 0.19, 0.27, 0.36, 0.44].map((at, i): [number, Float32Array] => [
            at,
            shard(67 + i, 2400 + ((i * 977) % 3100)).map((value) => value * (1 - at)),
          ]),
        ),
      );
    },
  },
];
