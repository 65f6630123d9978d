/** A plant in a pot, and what flies about it. A family of figures in the generator's form. */

/** @param tools geometry and pieces of figures; @param slots gives colours */
export function plant({ X, closedSpline, limb, openSpline, straight, moved, oval }, slots) {
  return {
    design: (r) => ({
      high: r.u(330, 480),
      stems: 2 + r.i(3),
      leaves: 2 + r.i(3),
      leaf: r.u(80, 140),
      shape: r.pick(['long', 'heart', 'oak']),
      petals: 4 + r.i(4),
      ribs: r.i(3),
      pot: r.pick(['round', 'straight']),
      bands: 1 + r.i(3),
      zigzag: r.chance(0.4),
      visitor: r.chance(0.4),
      berries: r.i(4),
      colour: slots(r, [
        'leaf',
        'leaf2',
        'stem',
        'petal',
        'heart',
        'pot',
        'band',
        'soil',
        'berry',
        'body',
        'wing',
        'spot',
      ]),
    }),
    pose: () => ({
      x: 960,
      y: 760,
      wind: 0.1,
      twist: 0,
      grow: 1,
      droop: 0,
      bloom: 1,
      tilt: 0,
      shift: 0,
      fly: 0,
      flap: 0,
    }),
    draw: (fig, v, q) => {
      const K = v.colour;
      const P = X(q.x + q.shift, q.y, q.tilt);
      const leafShape = {
        long: [
          [0, 0],
          [20, -30],
          [24, -80],
          [0, -130],
          [-24, -80],
          [-20, -30],
        ],
        heart: [
          [0, 0],
          [56, -30],
          [50, -86],
          [0, -120],
          [-50, -86],
          [-56, -30],
        ],
        oak: [
          [0, 0],
          [34, -24],
          [18, -50],
          [46, -70],
          [20, -92],
          [0, -126],
          [-20, -92],
          [-46, -70],
          [-18, -50],
          [-34, -24],
        ],
      }[v.shape];
      const leaf = (name, z, at, turn, size, colour) => {
        const L = X(at[0], at[1], turn, size / 120, size / 120);
        fig.shape(name, z, closedSpline(leafShape, 5).map(L), colour);
        fig.line(
          `${name}rib`,
          z + 0.01,
          openSpline(
            [
              [0, -8],
              [3, -55],
              [0, -105],
            ],
            6,
          ).map(L),
        );
        for (let i = 0; i < v.ribs; i++)
          for (const s of [-1, 1])
            fig.line(
              `${name}side${s}${i}`,
              z + 0.01,
              [
                [s, -24 - 26 * i],
                [s * 10, -36 - 26 * i],
                [s * 18, -44 - 26 * i],
              ].map(L),
            );
      };
      for (let i = 0; i < v.stems; i++) {
        const lean = (i - (v.stems - 1) / 2) * 0.42 + q.wind * (0.6 + 0.3 * (i % 2));
        const high = v.high * q.grow * (1 - 0.14 * (i % 3));
        const bend = lean + q.droop * Math.sign(lean || 1) + q.wind * 0.5;
        const stem = limb(
          P([(i - (v.stems - 1) / 2) * 44, -20]),
          Math.PI - lean * 0.5,
          high / 2,
          Math.PI - bend,
          high / 2,
          [11, 9, 6],
        );
        const z = 1 + i * 0.3;
        fig.part(`stem${i}`, z, stem.poly, K.stem, [
          { k: 'l', pts: stem.L },
          { k: 'r', pts: stem.R },
        ]);
        for (let j = 0; j < v.leaves; j++) {
          const k = Math.round(((j + 1) / (v.leaves + 1)) * 30);
          const s = j % 2 ? 1 : -1;
          leaf(
            `leaf${i}${j}`,
            z + 0.05 + 0.02 * j,
            stem.c[k],
            bend * 0.6 + s * (0.9 + 0.4 * q.droop) + q.wind * 0.4 * s + q.twist * 0.3,
            v.leaf * (0.8 + 0.1 * j),
            (i + j) % 3 ? K.leaf : K.leaf2,
          );
        }
        const F = X(stem.end[0], stem.end[1], bend + q.twist, 1, 0.75 + 0.25 * q.bloom);
        for (let p = 0; p < v.petals; p++) {
          const a = (6.283 * p) / v.petals + 0.3;
          const open = 0.4 + 0.6 * q.bloom;
          fig.shape(
            `petal${i}${p}`,
            z + 0.15 + 0.005 * p,
            closedSpline(
              [
                [-10, -8],
                [10, -8],
                [26, -44 * open],
                [0, -74 * open],
                [-26, -44 * open],
              ],
              4,
            )
              .map(X(0, 0, a))
              .map(F),
            K.petal,
          );
        }
        fig.shape(`heart${i}`, z + 0.22, oval(20, 20, 9).map(F), K.heart);
      }
      for (let i = 0; i < v.berries; i++)
        fig.shape(
          `berry${i}`,
          4,
          oval(20, 22, 9).map(([x, y]) => P([x - 120 + 80 * i + 20 * q.wind, y - 40 + 14 * (i % 2)])),
          K.berry,
        );
      const sides =
        v.pot === 'round'
          ? [
              [-120, -30],
              [-150, 60],
              [-110, 170],
            ]
          : [
              [-130, -30],
              [-116, 60],
              [-96, 170],
            ];
      const [left, right] = [-1, 1].map((s) =>
        openSpline(
          sides.map(([x, y]) => [-s * x, y]),
          7,
        ).map(P),
      );
      const base = straight([right[right.length - 1], left[left.length - 1]], 8);
      fig.part('pot', 3, [...right, ...base, ...[...left].reverse()], K.pot, [
        { k: 'l', pts: left },
        { k: 'r', pts: right },
        { k: 'base', pts: base },
      ]);
      fig.shape(
        'rim',
        3.3,
        straight(
          [
            [-146, -58],
            [146, -58],
            [138, -16],
            [-138, -16],
            [-146, -58],
          ],
          8,
        ).map(P),
        K.pot,
      );
      for (let i = 0; i < v.bands; i++) {
        const y = 20 + 42 * i;
        const zig =
          v.zigzag && i === 0
            ? [
                [-112, y],
                [-70, y + 22],
                [-28, y],
                [14, y + 22],
                [56, y],
                [98, y + 22],
                [112, y],
              ]
            : [
                [-116, y],
                [0, y + 10],
                [116, y],
              ];
        fig.line(`band${i}`, 3.1, (v.zigzag && i === 0 ? straight(zig, 5) : openSpline(zig, 8)).map(P));
      }
      if (v.visitor) {
        const at = [q.x - 60 + q.fly * 320, q.y - v.high * 0.9 - 60 * Math.sin(3 * q.fly)];
        for (const s of [-1, 1]) {
          const W = X(at[0], at[1], s * (0.5 + q.flap) - 0.2 * q.fly);
          fig.shape(
            `wing${s}`,
            6 + s * 0.1,
            closedSpline(
              [
                [0, 0],
                [s * 20, -50],
                [s * 84, -70],
                [s * 70, -10],
                [s * 60, 40],
                [s * 14, 24],
              ],
              5,
            ).map(W),
            K.wing,
          );
          fig.shape(
            `eyelet${s}`,
            6.15 + s * 0.1,
            oval(12, 12, 7).map(([x, y]) => W([x + s * 54, y - 34])),
            K.spot,
          );
        }
        fig.shape('body', 6.4, oval(9, 40, 9).map(X(at[0], at[1], 0.2 * q.fly)), K.body);
      }
    },
    actions: {
      wind: (q, r) => [
        moved(q, { wind: -0.3 }),
        moved(q, { wind: r.u(0.4, 0.8), twist: 0.3, tilt: 0.04, fly: 0.4, flap: 0.5 }),
        moved(q, { wind: -0.1, fly: 0.8 }),
      ],
      grow: (q, r) => [
        moved(q, { grow: r.u(0.55, 0.7), bloom: 0.2, droop: 0.2 }),
        moved(q, { grow: 1.05, bloom: 1, fly: 0.3 }),
        moved(q, { grow: 1.1, twist: 0.5 }),
      ],
      wilt: (q, r) => [
        q,
        moved(q, { droop: r.u(0.5, 0.9), bloom: 0.5, grow: 0.92 }),
        moved(q, { droop: 1.1, wind: 0.3 }),
      ],
      push: (q, r) => [
        q,
        moved(q, { shift: r.u(80, 200) * r.sign(), tilt: r.u(0.1, 0.25), wind: 0.5, flap: 0.6 }),
        moved(q, { tilt: -0.1, shift: 60 }),
      ],
    },
  };
}
