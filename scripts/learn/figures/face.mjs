/** A face near by, of no kind in particular. A family of figures in the generator's form. */

/** @param tools geometry and pieces of figures; @param slots gives colours */
export function face({ X, closedSpline, openSpline, thick, moved, oval, eye }, slots) {
  return {
    design: (r) => ({
      wide: r.u(250, 330),
      high: r.u(230, 320),
      ears: r.pick(['point', 'round', 'none', 'long']),
      eye: r.u(44, 78),
      apart: r.u(0.38, 0.52),
      lids: r.chance(0.6),
      lashes: r.chance(0.4) ? 2 + r.i(3) : 0,
      whiskers: r.chance(0.5) ? 2 + r.i(2) : 0,
      muzzle: r.chance(0.6),
      teeth: r.chance(0.5),
      tongue: r.chance(0.6),
      freckles: r.i(4),
      tuft: r.i(4),
      patch: r.chance(0.4),
      bowtie: r.chance(0.4),
      colour: slots(r, [
        'skin',
        'ear',
        'inner',
        'white',
        'iris',
        'pupil',
        'light',
        'lid',
        'muzzle',
        'nose',
        'mouth',
        'tongue',
        'teeth',
        'tuft',
        'patch',
        'tie',
        'knot',
        'brow',
      ]),
    }),
    pose: () => ({
      x: 960,
      y: 560,
      tilt: 0,
      yaw: 0.1,
      nod: 0,
      sq: 1,
      blink: 1,
      wink: 1,
      look: 0,
      open: 0.4,
      wide: 1,
      ear: 0,
      brow: 0,
    }),
    draw: (fig, v, q) => {
      const K = v.colour;
      const { wide: w, high: h } = v;
      const T = X(q.x, q.y, q.tilt, 1 / q.sq, q.sq);
      // Where a place on the face goes when the head turns: across, down, and how much narrower it is seen.
      const on = (x, y) => {
        const angle = Math.asin(Math.max(-1, Math.min(1, x))) + q.yaw;
        return [w * Math.sin(angle) * 0.92, h * (y + q.nod * 0.5), Math.max(0, Math.cos(angle))];
      };
      const patch = (x, y) => {
        const [px, py, narrow] = on(x, y);
        return { narrow, at: ([dx, dy]) => T([px + dx * narrow, py + dy]) };
      };
      if (v.ears !== 'none')
        for (const s of [-1, 1]) {
          const [x, y] = [s * w * 0.72 + q.yaw * -40, -h * 0.7];
          const E = X(...T([x, y]), q.tilt + s * (0.4 + q.ear));
          const long = { point: 150, round: 110, long: 260 }[v.ears];
          const shape =
            v.ears === 'point'
              ? [
                  [-66, 30],
                  [66, 30],
                  [30, -long * 0.5],
                  [0, -long],
                  [-30, -long * 0.5],
                ]
              : [
                  [-50, 30],
                  [50, 30],
                  [64, -long * 0.5],
                  [0, -long],
                  [-64, -long * 0.5],
                ];
          fig.shape(`ear${s}`, 0.5, closedSpline(shape, 5).map(E), K.ear);
          fig.shape(
            `inner${s}`,
            0.55,
            closedSpline(
              shape.map(([a, b]) => [a * 0.55, b * 0.7]),
              5,
            ).map(E),
            K.inner,
          );
        }
      fig.shape(
        'skull',
        1,
        closedSpline(
          [
            [0, -h],
            [w * 0.7, -h * 0.8],
            [w, -h * 0.1],
            [w * 0.8, h * 0.65],
            [0, h * (0.95 + 0.12 * q.open)],
            [-w * 0.8, h * 0.65],
            [-w, -h * 0.1],
            [-w * 0.7, -h * 0.8],
          ],
          7,
        ).map(T),
        K.skin,
      );
      for (let i = 0; i < v.tuft; i++)
        fig.shape(
          `tuft${i}`,
          1.1,
          closedSpline(
            [
              [-22, 14],
              [22, 14],
              [16, -50],
              [0, -96],
              [-12, -44],
            ],
            5,
          ).map(X(...T([(i - (v.tuft - 1) / 2) * 50 - q.yaw * 30, -h * 0.95]), q.tilt + (i - 1) * 0.4 + q.ear * 0.5)),
          K.tuft,
        );
      for (const s of [-1, 1]) {
        const { narrow, at } = patch(s * v.apart, -0.22);
        if (narrow < 0.25) continue;
        const open = s > 0 ? q.blink : q.blink * q.wink;
        if (v.patch && s > 0) fig.shape('patch', 1.15, oval(v.eye * 1.5, v.eye * 1.7).map(at), K.patch);
        eye(fig, String(s), 1.3, at, v.eye, open, q.look, K);
        fig.shape(
          `light${s}`,
          1.33,
          oval(v.eye * 0.11, v.eye * 0.11, 7).map(([x, y]) =>
            at([x + v.eye * (0.42 * q.look - 0.1), y - v.eye * 0.22 * open]),
          ),
          K.light,
        );
        if (v.lids) {
          const e = v.eye;
          const lid = openSpline(
            [
              [-e * 1.05, 0],
              [-e * 0.6, -e * 0.95 * open - 14],
              [0, -e * 1.25 * open - 16],
              [e * 0.6, -e * 0.95 * open - 14],
              [e * 1.05, 0],
            ],
            6,
          );
          fig.line(`lid${s}`, 1.4, lid.map(at));
          for (let i = 0; i < v.lashes; i++)
            fig.line(
              `lash${s}${i}`,
              1.45,
              [
                [s * e * (0.6 + 0.2 * i), -e * 0.8 * open - 14],
                [s * e * (0.75 + 0.22 * i), -e * 0.95 * open - 24],
                [s * e * (0.88 + 0.25 * i), -e * open - 42],
              ].map(at),
            );
        }
        const brow = thick(
          openSpline(
            [
              [-v.eye * 0.8, 0],
              [0, -16],
              [v.eye * 0.8, 0],
            ].map(([x, y]) => [x, y - v.eye * 1.75 - 20 * q.brow - s * x * 0.2 * q.brow]),
            6,
          ),
          (k) => 9 * (1 - 0.5 * k),
        );
        fig.part(`brow${s}`, 1.5, brow.poly.map(at), K.brow, [
          { k: 'o', pts: [...brow.poly, brow.poly[0]].map(at), closed: true },
        ]);
      }
      const low = patch(0, 0.36);
      if (v.muzzle)
        fig.shape('muzzle', 1.6, oval(w * 0.42 * q.wide, h * (0.3 + 0.06 * q.open), 11).map(low.at), K.muzzle);
      const mouth = patch(0, 0.46);
      const [mw, mh] = [w * 0.3 * q.wide, h * 0.06 + h * 0.24 * q.open];
      const lips = closedSpline(
        [
          [-mw, -8],
          [-mw * 0.5, 4],
          [0, 8],
          [mw * 0.5, 4],
          [mw, -8],
          [mw * 0.6, mh * 0.75],
          [0, mh],
          [-mw * 0.6, mh * 0.75],
        ],
        5,
      );
      fig.shape('mouth', 1.8, lips.map(mouth.at), K.mouth);
      if (v.tongue && q.open > 0.3)
        fig.shape(
          'tongue',
          1.85,
          closedSpline(
            [
              [-mw * 0.45, mh * 0.78],
              [0, mh * 0.5],
              [mw * 0.45, mh * 0.78],
              [0, mh * 0.94],
            ],
            5,
          ).map(mouth.at),
          K.tongue,
        );
      if (v.teeth)
        fig.shape(
          'teeth',
          1.86,
          closedSpline(
            [
              [-mw * 0.5, 5],
              [0, 9],
              [mw * 0.5, 5],
              [mw * 0.42, 9 + mh * 0.16],
              [0, 12 + mh * 0.2],
              [-mw * 0.42, 9 + mh * 0.16],
            ],
            4,
          ).map(mouth.at),
          K.teeth,
        );
      fig.shape(
        'nose',
        2,
        closedSpline(
          [
            [-36, -18],
            [0, -26],
            [36, -18],
            [16, 20],
            [0, 28],
            [-16, 20],
          ],
          5,
        ).map(patch(0, 0.14).at),
        K.nose,
      );
      for (const s of [-1, 1]) {
        const cheek = patch(s * 0.55, 0.3);
        for (let i = 0; i < v.whiskers; i++)
          fig.line(
            `whisker${s}${i}`,
            2.1,
            openSpline(
              [
                [0, i * 18],
                [s * 70, i * 30 - 10],
                [s * 150, i * 46 - 6],
              ],
              6,
            ).map(cheek.at),
          );
        for (let i = 0; i < v.freckles; i++)
          fig.shape(
            `freckle${s}${i}`,
            1.2,
            oval(8, 8, 7).map(([x, y]) => cheek.at([x + s * 24 * i - 20, y - 70 + 20 * (i % 2)])),
            K.patch,
          );
      }
      if (v.bowtie) {
        const B = X(...T([0, h * 1.12]), q.tilt * 0.5);
        for (const s of [-1, 1])
          fig.shape(
            `tie${s}`,
            2.4,
            closedSpline(
              [
                [0, 0],
                [s * 90, -46],
                [s * 104, 0],
                [s * 90, 46],
              ],
              5,
            ).map(B),
            K.tie,
          );
        fig.shape('knot', 2.5, oval(22, 26, 8).map(B), K.knot);
      }
    },
    actions: {
      shout: (q, r) => [
        q,
        moved(q, { open: r.u(1, 1.4), sq: 1.08, blink: 0.5, brow: 1, ear: 0.3 }),
        moved(q, { open: 0.1, sq: 0.92, wide: 0.8 }),
      ],
      turn: (q, r) => {
        const g = r.sign();
        return [
          moved(q, { yaw: -g * r.u(0.4, 0.7) }),
          moved(q, { yaw: g * r.u(0.4, 0.8), tilt: g * 0.2, look: g * 0.6 }),
          moved(q, { nod: 0.2, yaw: 0 }),
        ];
      },
      wink: (q, r) => [
        q,
        moved(q, { wink: 0.15, tilt: r.u(0.1, 0.3), wide: 1.25, look: 0.4, brow: 0.6 }),
        moved(q, { blink: 0.1, nod: 0.15 }),
      ],
      nod: (q, r) => [
        moved(q, { nod: -0.25 }),
        moved(q, { nod: r.u(0.2, 0.4), blink: 0.4, y: q.y + 50, sq: 0.94 }),
        moved(q, { nod: 0, tilt: -0.25, ear: -0.4 }),
      ],
    },
  };
}
