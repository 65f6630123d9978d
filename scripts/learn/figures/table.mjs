/** A table with what stands on it, and what hangs behind. A family of figures in the generator's form. */

import { onTable } from './on-table.mjs';

/** @param tools geometry and pieces of figures; @param slots gives colours */
export function table(tools, slots) {
  const { X, openSpline, straight, moved, oval, sided } = tools;
  const { bottle, cat, clock, cup, frame, lamp } = onTable(tools);
  return {
    design: (r) => ({
      wide: r.u(640, 860),
      lamp: r.chance(0.8),
      shade: r.pick(['cone', 'dome']),
      books: 1 + r.i(5),
      bottle: r.chance(0.7),
      cup: r.chance(0.7),
      clock: r.chance(0.6),
      drawers: 1 + r.i(3),
      cloth: r.chance(0.5),
      fruit: r.i(4),
      frame: r.chance(0.6),
      cat: r.chance(0.4),
      grain: r.chance(0.3) ? 4 + r.i(6) : 0,
      colour: slots(r, [
        'top',
        'leg',
        'drawer',
        'knob',
        'shade',
        'stand',
        'book',
        'book2',
        'bottle',
        'label',
        'cup',
        'clock',
        'face',
        'cloth',
        'fruit',
        'frame',
        'picture',
        'cat',
        'white',
        'pupil',
      ]),
    }),
    pose: () => ({
      x: 960,
      y: 620,
      lean: 0,
      swing: 0,
      near: 1,
      pull: 0,
      hand: 0,
      hour: 1,
      tip: 0,
      slide: 0,
      cloth: 0,
      fall: 0,
      tail: 0,
      frame: 0,
      sq: 1,
    }),
    draw: (fig, v, q) => {
      const K = v.colour;
      const w = v.wide / 2;
      const T = X(q.x, q.y, q.lean, q.near, q.sq);
      const place = { fig, v, q, K, T, w };
      if (v.frame) frame(place);
      for (const s of [-1, 1])
        sided(
          fig,
          `leg${s}`,
          0,
          K.leg,
          [
            [s * w * 0.9 - 20, 40],
            [s * w * 0.9 + 20, 40],
            [s * w * 0.94 + 14, 360],
            [s * w * 0.94 - 14, 360],
          ].map(T),
        );
      for (let i = 0; i < v.drawers; i++) {
        const out = i === 0 ? q.pull * 60 : 0;
        const x = -w * 0.7 + (w * 1.4 * i) / v.drawers;
        sided(
          fig,
          `drawer${i}`,
          1 + 0.1 * (i === 0 ? 1 : 0),
          K.drawer,
          [
            [x, 34 + out],
            [x + (w * 1.3) / v.drawers, 34 + out],
            [x + (w * 1.3) / v.drawers + out * 0.2, 120 + out],
            [x - out * 0.2, 120 + out],
          ].map(T),
        );
        fig.shape(
          `knob${i}`,
          1.3,
          oval(13, 13, 8).map(([a, b]) => T([a + x + (w * 0.65) / v.drawers, b + 76 + out])),
          K.knob,
        );
      }
      sided(
        fig,
        'top',
        1.5,
        K.top,
        [
          [-w, 0],
          [w, 0],
          [w * 1.02, 36],
          [-w * 1.02, 36],
        ].map(T),
      );
      for (let i = 0; i < v.grain; i++)
        fig.line(
          `grain${i}`,
          1.55,
          openSpline(
            [
              [-w * 0.9 + i * w * 0.18, 10 + 5 * (i % 3)],
              [-w * 0.84 + i * w * 0.18, 13 + 5 * (i % 3)],
              [-w * 0.76 + i * w * 0.18, 11 + 5 * (i % 3)],
            ],
            4,
          ).map(T),
        );
      if (v.cloth) {
        const hem = Array.from({ length: 6 }, (_, i) => [
          w * (0.05 + 0.11 * i),
          110 + 18 * Math.sin(i * 2 + q.cloth * 2) + 20 * q.cloth,
        ]);
        const outline = [
          ...straight(
            [
              [w * 0.05, -3],
              [w * 0.6, -3],
            ],
            7,
          ),
          ...openSpline([...hem].reverse(), 5),
        ].map(T);
        fig.shape('cloth', 1.7, [...outline, outline[0]], K.cloth);
        for (let i = 1; i < 5; i++)
          fig.line(
            `fold${i}`,
            1.75,
            openSpline([[w * (0.05 + 0.11 * i), 6], [w * (0.055 + 0.11 * i) + 6 * q.cloth, 50], hem[i]], 5).map(T),
          );
      }
      for (let i = 0; i < v.books; i++) {
        const B = X(
          ...T([-w * 0.62, -34 * i]),
          q.lean + (i === v.books - 1 ? q.tip * 0.4 : 0) + 0.03 * Math.sin(i * 3),
        );
        const long = 100 - 9 * (i % 3);
        sided(
          fig,
          `book${i}`,
          2 + 0.1 * i,
          i % 2 ? K.book : K.book2,
          [
            [-long, -34],
            [long, -34],
            [long, 0],
            [-long, 0],
          ].map(B),
        );
        fig.line(
          `spine${i}`,
          2.05 + 0.1 * i,
          straight(
            [
              [-long + 24, -34],
              [-long + 24, 0],
            ],
            4,
          ).map(B),
        );
      }
      if (v.lamp) lamp(place);
      if (v.bottle) bottle(place);
      if (v.cup) cup(place);
      for (let i = 0; i < v.fruit; i++)
        fig.shape(
          `fruit${i}`,
          3.5 + 0.1 * i,
          oval(38, 36, 10).map(([x, y]) =>
            T([x + w * 0.3 + 62 * i + q.slide * (0.6 + 0.3 * i), y - 36 - q.fall * 40 * (i % 2)]),
          ),
          K.fruit,
        );
      if (v.clock) clock(place);
      if (v.cat) cat(place);
    },
    actions: {
      quake: (q, r) => [
        q,
        moved(q, {
          lean: r.u(0.06, 0.14) * r.sign(),
          swing: 0.5,
          slide: r.u(30, 90),
          tip: 0.3,
          cloth: 0.6,
          frame: 0.3,
          fall: 0.5,
        }),
        moved(q, { lean: -0.06, swing: -0.4, frame: -0.2 }),
      ],
      hours: (q, r) => [
        q,
        moved(q, { hand: r.u(0.4, 0.9), hour: 1.3, tail: 0.9, pull: 1, swing: 0.2 }),
        moved(q, { hand: 2, hour: 1.8, pull: 0.3 }),
      ],
      push: (q, r) => {
        const d = r.u(70, 160) * r.sign();
        return [
          q,
          moved(q, {
            x: q.x + d,
            swing: -0.3 * Math.sign(d),
            tip: -0.15 * Math.sign(d),
            cloth: 0.9,
            tail: -0.6,
            near: 0.92,
          }),
          moved(q, { x: q.x + d * 1.3, swing: 0.3 }),
        ];
      },
      jump: (q, r) => [
        q,
        moved(q, { y: q.y - r.u(60, 120), sq: 1.05, fall: 1, swing: 0.4, tip: 0.25, cloth: 1 }),
        moved(q, { sq: 0.94, y: q.y + 10 }),
      ],
    },
  };
}
