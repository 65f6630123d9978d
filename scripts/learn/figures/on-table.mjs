/** What stands on the table, hangs behind it or sits there. @param tools geometry and pieces of figures */
export function onTable({ X, closedSpline, limb, openSpline, straight, thick, oval }) {
  return {
    frame({ fig, q, K, w }) {
      const F = X(q.x - w * 0.4, 250, q.frame);
      fig.shape(
        'frame',
        -2,
        straight(
          [
            [-120, -90],
            [120, -90],
            [120, 90],
            [-120, 90],
            [-120, -90],
          ],
          8,
        ).map(F),
        K.frame,
      );
      fig.shape(
        'picture',
        -1.9,
        straight(
          [
            [-94, -64],
            [94, -64],
            [94, 64],
            [-94, 64],
            [-94, -64],
          ],
          8,
        ).map(F),
        K.picture,
      );
      fig.line(
        'hill',
        -1.8,
        openSpline(
          [
            [-94, 30],
            [-30, -16],
            [20, 24],
            [60, -6],
            [94, 20],
          ],
          6,
        ).map(F),
      );
      fig.shape(
        'sun',
        -1.8,
        oval(18, 18, 8).map(([x, y]) => F([x + 46, y - 34])),
        K.label,
      );
    },
    lamp({ fig, v, q, K, T, w }) {
      const foot = T([w * 0.22, 0]);
      fig.shape(
        'base',
        2,
        closedSpline(
          [
            [-62, 0],
            [-50, -22],
            [50, -22],
            [62, 0],
          ],
          5,
        ).map(X(...foot, q.lean)),
        K.stand,
      );
      const stand = limb(
        [foot[0], foot[1] - 20],
        Math.PI - q.swing * 0.6,
        120,
        Math.PI - q.swing * 1.4 - 0.3,
        120,
        [9, 8, 8],
      );
      fig.part('stand', 2.1, stand.poly, K.stand, [
        { k: 'l', pts: stand.L },
        { k: 'r', pts: stand.R },
      ]);
      const S = X(...stand.end, q.swing * 1.2);
      const shade =
        v.shade === 'cone'
          ? straight(
              [
                [-40, -50],
                [40, -50],
                [100, 60],
                [-100, 60],
                [-40, -50],
              ],
              7,
            )
          : closedSpline(
              [
                [0, -66],
                [70, -40],
                [96, 50],
                [0, 62],
                [-96, 50],
                [-70, -40],
              ],
              6,
            );
      fig.shape(
        'bulb',
        2.15,
        oval(24, 30, 9).map(([x, y]) => S([x, y + 66])),
        K.label,
      );
      fig.shape('shade', 2.2, shade.map(S), K.shade);
      fig.line(
        'trim',
        2.25,
        openSpline(
          [
            [-82, 34],
            [0, 46],
            [82, 34],
          ],
          7,
        ).map(S),
      );
      fig.line(
        'chain',
        2.3,
        openSpline(
          [
            [60, 56],
            [60 - 14 * q.swing, 90],
            [60 - 26 * q.swing, 124],
          ],
          5,
        ).map(S),
      );
    },
    bottle({ fig, q, K, T, w }) {
      const B = X(...T([-w * 0.16 + q.slide, 0]), q.lean + q.tip);
      fig.shape(
        'bottle',
        3,
        closedSpline(
          [
            [-42, -4],
            [42, -4],
            [46, -100],
            [16, -150],
            [16, -200],
            [-16, -200],
            [-16, -150],
            [-46, -100],
          ],
          5,
        ).map(B),
        K.bottle,
      );
      fig.shape(
        'label',
        3.1,
        straight(
          [
            [-44, -84],
            [44, -84],
            [44, -34],
            [-44, -34],
            [-44, -84],
          ],
          6,
        ).map(B),
        K.label,
      );
      fig.shape(
        'cork',
        3.05,
        straight(
          [
            [-12, -226],
            [12, -226],
            [13, -196],
            [-13, -196],
            [-12, -226],
          ],
          4,
        ).map(B),
        K.knob,
      );
    },
    cup({ fig, q, K, T, w }) {
      const C = X(...T([w * 0.52 + q.slide * 0.5, 0]), q.lean - q.tip * 0.6);
      fig.shape(
        'handle',
        3.15,
        closedSpline(
          [
            [40, -66],
            [84, -60],
            [80, -16],
            [38, -20],
            [42, -32],
            [62, -34],
            [64, -50],
            [42, -54],
          ],
          4,
        ).map(C),
        K.cup,
      );
      fig.shape(
        'cup',
        3.2,
        closedSpline(
          [
            [-48, -80],
            [48, -80],
            [42, -10],
            [0, 0],
            [-42, -10],
          ],
          6,
        ).map(C),
        K.cup,
      );
      fig.shape(
        'drink',
        3.25,
        oval(44, 10, 10).map(([x, y]) => C([x, y - 76])),
        K.picture,
      );
    },
    clock({ fig, q, K, w }) {
      const D = X(q.x + w * 0.55, 250 + 10 * q.sq, q.frame * -0.5);
      fig.shape('clock', -1, oval(98, 98, 13).map(D), K.clock);
      fig.shape('face', -0.9, oval(78, 78, 13).map(D), K.face);
      for (let i = 0; i < 12; i++)
        fig.line(
          `mark${i}`,
          -0.8,
          [
            [0, -72],
            [0, -64],
            [0, -56],
          ]
            .map(X(0, 0, i * 0.5236))
            .map(D),
        );
      for (const [name, a, long] of [
        ['hour', q.hour, 40],
        ['minute', q.hand, 60],
      ])
        fig.line(
          name,
          -0.7,
          [
            [0, 6],
            [0, -long / 2],
            [0, -long],
          ]
            .map(X(0, 0, a))
            .map(D),
        );
    },
    cat({ fig, q, K, T, w }) {
      const C = T([-w * 0.3, -6]);
      const tail = thick(
        openSpline(
          [
            [C[0] - 60, C[1] - 14],
            [C[0] - 120, C[1] - 30 * q.tail],
            [C[0] - 140, C[1] - 90 - 40 * q.tail],
          ],
          8,
        ),
        () => 11,
      );
      fig.part('tail', 3.9, tail.poly, K.cat, [
        { k: 'l', pts: tail.L },
        { k: 'r', pts: tail.R },
      ]);
      fig.shape(
        'sitting',
        4,
        closedSpline(
          [
            [-74, 0],
            [-66, -70],
            [-20, -110],
            [36, -90],
            [66, 0],
          ],
          6,
        ).map(X(...C, q.lean)),
        K.cat,
      );
      const H = X(C[0] + 30, C[1] - 130 + 10 * q.tail, 0.2 * q.tail);
      for (const s of [-1, 1])
        fig.shape(
          `ear${s}`,
          4.1,
          straight(
            [
              [s * 14, -40],
              [s * 50, -70],
              [s * 50, -22],
              [s * 14, -40],
            ],
            5,
          ).map(H),
          K.cat,
        );
      fig.shape('catface', 4.2, oval(56, 48, 11).map(H), K.cat);
      for (const s of [-1, 1]) {
        fig.shape(
          `eye${s}`,
          4.3,
          oval(13, 11, 8).map(([x, y]) => H([x + s * 22, y - 8])),
          K.white,
        );
        fig.shape(
          `slit${s}`,
          4.35,
          oval(4, 8, 7).map(([x, y]) => H([x + s * 22 + 4 * q.tail, y - 8])),
          K.pupil,
        );
      }
    },
  };
}
