/** A fish that bends as it swims, among weeds. A family of figures in the generator's form. */

/** @param tools geometry and pieces of figures; @param slots gives colours */
export function fish({ X, closedSpline, openSpline, thick, moved, oval, eye }, slots) {
  return {
    design: (r) => ({
      long: r.u(480, 640),
      high: r.u(200, 330),
      fins: 1 + r.i(3),
      scales: r.chance(0.6) ? 4 + r.i(8) : 0,
      bands: r.i(4),
      rays: 2 + r.i(4),
      lip: r.chance(0.5),
      bubbles: r.i(4),
      weed: r.i(3),
      colour: slots(r, [
        'body',
        'belly',
        'fin',
        'tail',
        'white',
        'iris',
        'pupil',
        'band',
        'lip',
        'bubble',
        'weed',
        'gill',
      ]),
    }),
    pose: () => ({
      x: 960,
      y: 540,
      lean: 0,
      bend: 0.15,
      tail: 0,
      fin: 0,
      open: 0.2,
      near: 1,
      blink: 1,
      look: 0.2,
      rise: 0,
    }),
    draw: (fig, v, q) => {
      const K = v.colour;
      const [l, h] = [v.long / 2, v.high / 2];
      const P = X(q.x, q.y, q.lean, q.near, 1);
      // The body bends like a bow, more behind.
      const T = ([x, y]) =>
        P([x, y + q.bend * 90 * ((x / l - 0.3) ** 2 - 0.1) + (x < 0 ? q.bend * 40 * (x / l) ** 2 : 0)]);
      for (let i = 0; i < v.weed; i++) {
        const x = 500 + 430 * i;
        const stem = thick(
          openSpline(
            [
              [x, 1000],
              [x + 30 * q.tail + 20, 850],
              [x - 30 * q.tail, 700],
              [x + 40 * q.tail, 560],
            ],
            8,
          ),
          (s) => 18 * (1 - 0.8 * s),
        );
        fig.part(`weed${i}`, -2, stem.poly, K.weed, [
          { k: 'l', pts: stem.L },
          { k: 'r', pts: stem.R },
          { k: 's', pts: [stem.L[0], stem.c[0], stem.R[0]] },
          { k: 'e', pts: [stem.L.at(-1), stem.c.at(-1), stem.R.at(-1)] },
        ]);
      }
      const tail = X(...T([-l * 0.95, 0]), q.lean + q.tail * 0.6 - q.bend * 0.5, q.near, 1);
      fig.shape(
        'tail',
        -1,
        closedSpline(
          [
            [20, -18],
            [20, 18],
            [-90, h * 0.75],
            [-150, h * 0.7],
            [-100, 0],
            [-150, -h * 0.7],
            [-90, -h * 0.75],
          ],
          5,
        ).map(tail),
        K.tail,
      );
      for (let i = 0; i < v.rays; i++) {
        const at = -0.5 + (i + 0.5) / v.rays;
        fig.line(
          `ray${i}`,
          -0.9,
          openSpline(
            [
              [-6, at * 30],
              [-50, at * h * 0.8],
              [-100, at * h * 1.15],
            ],
            5,
          ).map(tail),
        );
      }
      for (let i = 0; i < v.fins; i++) {
        const x = l * (0.35 - 0.4 * i);
        fig.shape(
          `top${i}`,
          -0.5 + i * 0.02,
          closedSpline(
            [
              [x + 46, -h * 0.7],
              [x - 60, -h * 0.7],
              [x - 110, -h * 1.25 - 20 * q.fin],
              [x - 30, -h * (1.35 - 0.15 * i) - 30 * q.fin],
            ],
            6,
          ).map(T),
          K.fin,
        );
      }
      fig.shape(
        'body',
        1,
        closedSpline(
          [
            [l * 1.02, 0],
            [l * 0.7, -h * 0.6],
            [l * 0.1, -h * 0.98],
            [-l * 0.5, -h * 0.55],
            [-l, -h * 0.16],
            [-l, h * 0.16],
            [-l * 0.5, h * 0.5],
            [l * 0.1, h * 0.9],
            [l * 0.7, h * 0.58],
          ],
          7,
        ).map(T),
        K.body,
      );
      fig.shape(
        'belly',
        1.1,
        closedSpline(
          [
            [l * 0.62, h * 0.34],
            [l * 0.1, h * 0.34],
            [-l * 0.5, h * 0.22],
            [-l * 0.42, h * 0.34],
            [l * 0.1, h * 0.7],
            [l * 0.5, h * 0.48],
          ],
          6,
        ).map(T),
        K.belly,
      );
      for (let i = 0; i < v.bands; i++) {
        const x = l * (0.12 - 0.28 * i);
        fig.shape(
          `band${i}`,
          1.2,
          closedSpline(
            [
              [x, -h * 0.6],
              [x - 44, -h * 0.56],
              [x - 60, 0],
              [x - 44, h * 0.3],
              [x, h * 0.32],
              [x - 14, 0],
            ],
            5,
          ).map(T),
          K.band,
        );
      }
      for (let i = 0; i < v.scales; i++) {
        const [x, y] = [l * (0.1 - 0.16 * (i % 5)), h * (-0.3 + 0.3 * Math.floor(i / 5))];
        fig.line(
          `scale${i}`,
          1.15,
          openSpline(
            [
              [x, y - 24],
              [x - 26, y],
              [x, y + 24],
            ],
            5,
          ).map(T),
        );
      }
      fig.line(
        'gill',
        1.3,
        openSpline(
          [
            [l * 0.42, -h * 0.5],
            [l * 0.3, 0],
            [l * 0.42, h * 0.42],
          ],
          8,
        ).map(T),
      );
      const side = X(...T([l * 0.2, h * 0.15]), q.lean + 0.5 + q.fin * 0.7, q.near, 1);
      fig.shape(
        'side',
        2,
        closedSpline(
          [
            [10, -22],
            [10, 22],
            [-80, 46],
            [-140, 20],
            [-90, -26],
          ],
          5,
        ).map(side),
        K.fin,
      );
      fig.line(
        'siderib',
        2.1,
        openSpline(
          [
            [-10, 0],
            [-60, 8],
            [-110, 14],
          ],
          5,
        ).map(side),
      );
      eye(fig, '', 1.5, ([x, y]) => T([x + l * 0.62, y - h * 0.18]), h * 0.2, q.blink, q.look, K);
      if (v.lip)
        fig.shape(
          'lip',
          1.6,
          closedSpline(
            [
              [l * 0.86, h * 0.06],
              [l * 1.06, -10],
              [l * 1.12, h * (0.08 + 0.1 * q.open)],
              [l * 1.04, h * (0.2 + 0.25 * q.open)],
              [l * 0.88, h * 0.22],
            ],
            5,
          ).map(T),
          K.lip,
        );
      else
        fig.line(
          'mouth',
          1.6,
          openSpline(
            [
              [l * 0.98, h * 0.1],
              [l * 0.84, h * (0.2 + 0.1 * q.open)],
              [l * 0.74, h * 0.16],
            ],
            6,
          ).map(T),
        );
      for (let i = 0; i < v.bubbles; i++)
        fig.shape(
          `bubble${i}`,
          3,
          oval(16 + 8 * i, 16 + 8 * i, 9).map(([x, y]) => [
            x + q.x + l * 1.2 + 30 * (i % 2),
            y + q.y - 60 - 80 * i - q.rise,
          ]),
          K.bubble,
        );
    },
    actions: {
      swim: (q, r) => [
        moved(q, { bend: -0.5, tail: -0.8 }),
        moved(q, { x: q.x + r.u(80, 200), bend: 0.6, tail: 0.9, fin: 0.8, rise: 50 }),
        moved(q, { x: q.x + 260, bend: -0.3, tail: -0.6 }),
      ],
      turn: (q, r) => [
        q,
        moved(q, { near: r.u(0.55, 0.75), bend: 0.5, lean: 0.2, look: -0.6, tail: 0.8 }),
        moved(q, { near: 0.9, lean: -0.2 }),
      ],
      leap: (q, r) => [
        moved(q, { lean: -0.3, y: q.y + 80 }),
        moved(q, { lean: r.u(-0.9, -0.5), y: q.y - 120, bend: 0.8, open: 1, fin: 1, rise: 120 }),
        moved(q, { lean: 0.5, bend: -0.6 }),
      ],
    },
  };
}
