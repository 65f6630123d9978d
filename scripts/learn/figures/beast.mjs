/** A beast on four legs, from the side. A family of figures in the generator's form. */

/** @param tools geometry and pieces of figures; @param slots gives colours */
export function beast({ X, closedSpline, limb, mid, openSpline, reach, straight, moved, oval, paw, eye }, slots) {
  return {
    design: (r) => ({
      long: r.u(330, 470),
      high: r.u(150, 230),
      leg: r.u(110, 190),
      thick: r.u(20, 36),
      neck: r.u(60, 170),
      head: r.u(60, 95),
      snout: r.u(0.7, 1.5),
      ear: r.pick(['point', 'hang', 'round']),
      tail: r.u(120, 260),
      spots: r.i(6),
      stripes: r.chance(0.4) ? 3 + r.i(4) : 0,
      mane: r.chance(0.35) ? 4 + r.i(5) : 0,
      collar: r.chance(0.5),
      saddle: r.chance(0.4),
      hoof: r.chance(0.5),
      hatch: r.chance(0.25) ? 6 + r.i(8) : 0,
      colour: slots(r, [
        'coat',
        'far',
        'belly',
        'snout',
        'nose',
        'white',
        'iris',
        'pupil',
        'ear',
        'mane',
        'spot',
        'hoof',
        'collar',
        'saddle',
        'mouth',
      ]),
    }),
    pose: () => ({
      x: 960,
      y: 560,
      lean: 0,
      stretch: 1,
      neck: 0.7,
      head: 0.1,
      open: 0.2,
      blink: 1,
      look: 0.3,
      tail: 0.4,
      curl: 0.3,
      a: -20,
      b: 30,
      c: 20,
      d: -30,
      lifta: 0,
      liftb: 0,
      ear: 0,
    }),
    draw: (fig, v, q) => {
      const K = v.colour;
      const [l, h] = [v.long / 2, v.high];
      const T = X(q.x, q.y, q.lean, q.stretch, 1 / q.stretch);
      const ground = 560 + h * 0.35 + v.leg * 1.7;
      const legs = [
        ['backfar', -0.78, q.c, 0, -2],
        ['frontfar', 0.54, q.d, 0, -1.9],
        ['back', -0.66, q.a, q.lifta, 3],
        ['front', 0.62, q.b, q.liftb, 3.1],
      ];
      for (const [name, where, step, lift, z] of legs) {
        const hip = T([where * l, h * 0.04]);
        const foot = [q.x + where * l + step, ground - lift];
        const [a1, a2] = reach(hip, foot, v.leg, v.leg, where < 0 ? -1 : 1);
        const bent = limb(hip, a1, v.leg, a2, v.leg, [v.thick * 1.5, v.thick, v.thick * 0.7]);
        paw(fig, name, z, bent, z < 0 ? K.far : K.coat, v.thick * 0.5);
        if (v.hoof)
          fig.shape(
            `hoof${name}`,
            z + 0.05,
            straight(
              [
                [-v.thick, -10],
                [v.thick, -10],
                [v.thick * 1.4, 22],
                [-v.thick * 1.1, 22],
                [-v.thick, -10],
              ],
              5,
            ).map(X(bent.end[0], bent.end[1], lift > 20 ? 0.5 : 0)),
            K.hoof,
          );
      }
      const root = T([-l * 0.98, -h * 0.2]);
      const tail = limb(root, -1.2 - q.tail, v.tail / 2, -1.6 - q.tail - q.curl * 2, v.tail / 2, [14, 11, 6]);
      paw(fig, 'tail', -0.5, tail, K.coat, 14);
      fig.shape(
        'body',
        1,
        closedSpline(
          [
            [-l, -h * 0.2],
            [-l * 0.7, -h * 0.5],
            [0, -h * 0.42],
            [l * 0.7, -h * 0.5],
            [l * 1.02, -h * 0.15],
            [l * 0.85, h * 0.3],
            [0, h * 0.42],
            [-l * 0.8, h * 0.36],
          ],
          6,
        ).map(T),
        K.coat,
      );
      fig.shape(
        'belly',
        1.1,
        closedSpline(
          [
            [-l * 0.6, h * 0.27],
            [0, h * 0.14],
            [l * 0.55, h * 0.22],
            [l * 0.4, h * 0.3],
            [0, h * 0.34],
            [-l * 0.5, h * 0.3],
          ],
          6,
        ).map(T),
        K.belly,
      );
      for (let i = 0; i < v.spots; i++)
        fig.shape(
          `spot${i}`,
          1.2,
          oval(l * (0.08 + 0.02 * (i % 3)), h * 0.1).map(([x, y]) =>
            T([x + l * (-0.6 + 0.24 * i), y - h * (0.1 + 0.12 * (i % 2))]),
          ),
          K.spot,
        );
      for (let i = 0; i < v.stripes; i++)
        fig.line(
          `stripe${i}`,
          1.25,
          openSpline(
            [
              [l * (-0.7 + 0.2 * i), -h * 0.42],
              [l * (-0.66 + 0.2 * i), -h * 0.2],
              [l * (-0.7 + 0.2 * i), h * 0.02],
            ],
            6,
          ).map(T),
        );
      if (v.hatch)
        fig.hatch(
          'hatch',
          1.15,
          [
            [-l * 0.6, h * 0.02],
            [l * 0.2, h * 0.05],
            [l * 0.2, h * 0.26],
            [-l * 0.6, h * 0.28],
          ].map(T),
          v.hatch,
        );
      if (v.saddle)
        fig.shape(
          'saddle',
          1.4,
          closedSpline(
            [
              [-l * 0.3, -h * 0.46],
              [0, -h * 0.5],
              [l * 0.3, -h * 0.46],
              [l * 0.24, h * 0.02],
              [-l * 0.24, h * 0.02],
            ],
            6,
          ).map(T),
          K.saddle,
        );
      const breast = T([l * 0.82, -h * 0.3]);
      const up = Math.PI - q.neck - q.lean;
      const neck = limb(breast, up, v.neck * 0.6, up - 0.15, v.neck * 0.6, [h * 0.32, h * 0.24, v.head * 0.5]);
      fig.part('neck', 1.6, neck.poly, K.coat, [
        { k: 'l', pts: neck.L },
        { k: 'r', pts: neck.R },
        { k: 's', pts: [neck.L[0], neck.c[0], neck.R[0]] },
      ]);
      for (let i = 0; i < v.mane; i++) {
        const k = Math.round(((i + 0.5) / v.mane) * (neck.R.length - 1));
        const [x, y] = neck.R[k];
        fig.shape(
          `mane${i}`,
          1.55,
          closedSpline(
            [
              [-12, 4],
              [12, 4],
              [16, 40],
              [0, 62],
              [-16, 40],
            ],
            4,
          ).map(X(x, y, q.neck + 0.9 + q.ear)),
          K.mane,
        );
      }
      if (v.collar) {
        const k = Math.round(neck.L.length * 0.45);
        fig.part('collar', 1.7, [neck.L[k], neck.R[k], neck.R[k + 4], neck.L[k + 4]], K.collar, [
          { k: 'a', pts: [neck.L[k], mid(neck.L[k], neck.R[k]), neck.R[k]] },
          { k: 'b', pts: [neck.L[k + 4], mid(neck.L[k + 4], neck.R[k + 4]), neck.R[k + 4]] },
        ]);
      }
      const H = X(neck.end[0], neck.end[1], q.head + q.lean);
      const s = v.head;
      const ears = {
        point: [
          [-14, 6],
          [14, 6],
          [4, -62],
        ],
        round: [
          [-20, 8],
          [20, 8],
          [26, -34],
          [0, -54],
          [-26, -34],
        ],
        hang: [
          [-14, -6],
          [14, -6],
          [22, 46],
          [0, 70],
          [-22, 46],
        ],
      }[v.ear];
      fig.shape('earfar', 1.75, closedSpline(ears, 5).map(X(...H([s * 0.05, -s * 0.75]), q.head - q.ear - 0.3)), K.far);
      fig.shape(
        'jaw',
        1.8,
        closedSpline(
          [
            [0, s * 0.3],
            [s * 0.6, s * 0.25],
            [s * (0.5 + v.snout), s * (0.35 + 0.5 * q.open)],
            [s * (0.4 + v.snout * 0.6), s * (0.6 + 0.5 * q.open)],
            [0, s * 0.62],
          ],
          5,
        ).map(H),
        K.mouth,
      );
      fig.shape(
        'head',
        2,
        closedSpline(
          [
            [-s * 0.75, 0],
            [-s * 0.5, -s * 0.72],
            [s * 0.3, -s * 0.78],
            [s * 0.6, -s * 0.2],
            [s * (0.6 + v.snout), s * 0.02],
            [s * (0.55 + v.snout), s * 0.34],
            [s * 0.3, s * 0.5],
            [-s * 0.5, s * 0.6],
          ],
          6,
        ).map(H),
        K.coat,
      );
      fig.shape(
        'nose',
        2.2,
        oval(s * 0.16, s * 0.12, 8).map(([x, y]) => H([x + s * (0.52 + v.snout), y + s * 0.06])),
        K.nose,
      );
      eye(fig, '', 2.1, ([x, y]) => H([x + s * 0.12, y - s * 0.3]), s * 0.22, q.blink, q.look, K);
      fig.shape('ear', 2.3, closedSpline(ears, 5).map(X(...H([-s * 0.4, -s * 0.62]), q.head + q.ear)), K.ear);
    },
    actions: {
      walk: (q, r) => [
        q,
        moved(q, { x: q.x + r.u(60, 140), a: 70, b: -60, c: -70, d: 60, lifta: 30, head: -0.1, tail: 0.9 }),
        moved(q, { x: q.x + 220, a: -60, b: 70, c: 60, d: -60, liftb: 40 }),
      ],
      leap: (q, r) => [
        moved(q, { y: q.y + 50, stretch: 0.9, neck: 1 }),
        moved(q, {
          y: q.y - r.u(60, 110),
          stretch: 1.15,
          lean: -0.18,
          a: -120,
          b: 130,
          lifta: 60,
          liftb: 120,
          tail: 1.2,
          ear: 0.5,
        }),
        moved(q, { y: q.y + 20, lean: 0.12 }),
      ],
      graze: (q, r) => [
        q,
        moved(q, { neck: r.u(1.9, 2.3), head: r.u(0.6, 1), blink: 0.4, tail: -0.2 }),
        moved(q, { neck: 1.2, head: 0.3, open: 0.9 }),
      ],
      call: (q, r) => [
        q,
        moved(q, { neck: r.u(0.1, 0.4), head: -r.u(0.4, 0.8), open: 1, ear: 0.6, curl: 1 }),
        moved(q, { head: 0.3, blink: 0.2 }),
      ],
    },
  };
}
