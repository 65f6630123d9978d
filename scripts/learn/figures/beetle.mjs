/** A beetle from above, that opens its wings. A family of figures in the generator's form. */

/** @param tools geometry and pieces of figures; @param slots gives colours */
export function beetle({ X, closedSpline, limb, openSpline, moved, oval, eye }, slots) {
  return {
    design: (r) => ({
      size: r.u(0.85, 1.2),
      legs: 3 + r.i(2),
      wing: r.u(200, 300),
      veins: 2 + r.i(4),
      dots: r.i(4),
      horn: r.chance(0.5),
      round: r.u(0.7, 1.1),
      hair: r.chance(0.4) ? 6 + r.i(8) : 0,
      colour: slots(r, ['back', 'wing', 'wing2', 'head', 'white', 'iris', 'pupil', 'leg', 'dot', 'horn', 'shade']),
    }),
    pose: () => ({ x: 960, y: 560, lean: 0, wing: 0.15, beat: 0, step: 0, head: 0, blink: 1, look: 0, feel: 0, sq: 1 }),
    draw: (fig, v, q) => {
      const K = v.colour;
      const T = X(q.x, q.y, q.lean, v.size, v.size * q.sq);
      for (const s of [-1, 1])
        for (let i = 0; i < v.legs; i++) {
          const hip = T([s * 90, -60 + 90 * i]);
          const swing = q.step * (i % 2 ? 1 : -1) * s;
          const turn = s * (1.35 - 0.35 * i) + swing;
          const bent = limb(
            hip,
            (Math.PI / 2) * s + turn * 0.3,
            110 * v.size,
            turn + s * 0.2,
            120 * v.size,
            [12, 9, 5],
          );
          fig.part(`leg${s}${i}`, 0.2 + i * 0.05, bent.poly, K.leg, [
            { k: 'l', pts: bent.L },
            { k: 'r', pts: bent.R },
            { k: 'e', pts: [bent.L[30], bent.c[30], bent.R[30]] },
          ]);
        }
      fig.shape(
        'back',
        1,
        oval(135 * v.round, 215, 12).map(([x, y]) => T([x, y + 60])),
        K.back,
      );
      for (let i = 1; i < 4; i++)
        fig.line(
          `ring${i}`,
          1.05,
          openSpline(
            [
              [-120 * v.round, 20 + 60 * i],
              [0, 40 + 62 * i],
              [120 * v.round, 20 + 60 * i],
            ],
            7,
          ).map(T),
        );
      for (let i = 0; i < v.hair; i++) {
        const at = -1 + (2 * (i + 0.5)) / v.hair;
        fig.line(
          `hair${i}`,
          1.07,
          [
            [at * 80, 120],
            [at * 92, 140],
            [at * 96, 165],
          ].map(T),
        );
      }
      const C = X(...T([0, -170]), q.lean + q.head, v.size, v.size);
      for (const s of [-1, 1])
        fig.line(
          `feeler${s}`,
          1.4,
          openSpline(
            [
              [s * 30, -60],
              [s * 70, -130],
              [s * (110 + 50 * q.feel), -150 - 40 * q.feel],
            ],
            8,
          ).map(C),
        );
      if (v.horn)
        fig.shape(
          'horn',
          1.6,
          closedSpline(
            [
              [-16, -50],
              [16, -50],
              [10, -110],
              [0, -150],
              [-10, -110],
            ],
            5,
          ).map(C),
          K.horn,
        );
      fig.shape('head', 1.5, oval(86, 72, 11).map(C), K.head);
      for (const s of [-1, 1]) eye(fig, String(s), 1.7, ([x, y]) => C([x + s * 42, y - 6]), 26, q.blink, q.look, K);
      fig.line(
        'mouth',
        1.7,
        openSpline(
          [
            [-28, 36],
            [0, 48],
            [28, 36],
          ],
          6,
        ).map(C),
      );
      for (const s of [-1, 1]) {
        const W = X(
          ...T([s * 26, -110]),
          q.lean + s * (-q.wing - q.beat * 0.9),
          s * v.size,
          v.size * (1 - 0.25 * Math.abs(q.beat)),
        );
        const l = v.wing;
        fig.shape(
          `wing${s}`,
          2 + (s > 0 ? 0.2 : 0),
          closedSpline(
            [
              [-16, 0],
              [60, 10],
              [126 * v.round, l * 0.4],
              [110, l * 0.95],
              [30, l * 1.15],
              [-22, l * 0.8],
            ],
            6,
          ).map(W),
          s > 0 ? K.wing : K.wing2,
        );
        for (let i = 0; i < v.veins; i++)
          fig.line(
            `vein${s}${i}`,
            2.05 + (s > 0 ? 0.2 : 0),
            openSpline(
              [
                [10 + 12 * i, 26],
                [16 + 20 * i, l * 0.45],
                [8 + 24 * i, l * (0.95 - 0.06 * i)],
              ],
              7,
            ).map(W),
          );
        for (let i = 0; i < v.dots; i++)
          fig.shape(
            `dot${s}${i}`,
            2.1 + (s > 0 ? 0.2 : 0),
            oval(17, 20, 8).map(([x, y]) => W([x + 30 + 22 * (i % 2), y + l * (0.25 + 0.2 * i)])),
            K.dot,
          );
      }
    },
    actions: {
      crawl: (q, r) => [
        q,
        moved(q, { x: q.x + r.u(-60, 60), y: q.y - r.u(80, 150), step: 0.35, head: 0.2, feel: 0.6 }),
        moved(q, { y: q.y - 200, step: -0.35, lean: 0.15 }),
      ],
      open: (q, r) => [
        q,
        moved(q, { wing: r.u(0.8, 1.2), beat: 0.2, sq: 1.05, look: 0.5 }),
        moved(q, { wing: 1.3, beat: -0.3, y: q.y - 60 }),
      ],
      turn: (q, r) => [
        q,
        moved(q, { lean: r.u(0.4, 0.8) * r.sign(), step: 0.3, wing: 0.3, blink: 0.3 }),
        moved(q, { lean: -0.3, feel: 1 }),
      ],
    },
  };
}
