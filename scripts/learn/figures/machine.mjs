/** A machine with jointed arms. A family of figures in the generator's form. */

/** @param tools geometry and pieces of figures; @param slots gives colours */
export function machine(
  { cap, X, closedSpline, limb, openSpline, reach, straight, thick, moved, oval, box, sided },
  slots,
) {
  return {
    design: (r) => ({
      wide: r.u(200, 300),
      high: r.u(240, 340),
      thick: r.u(24, 38),
      arm: r.u(130, 180),
      leg: r.u(110, 160),
      claw: r.pick(['two', 'three', 'ball']),
      buttons: 2 + r.i(5),
      grille: r.i(5),
      dial: r.chance(0.6),
      gear: r.chance(0.5) ? 6 + r.i(5) : 0,
      aerial: 1 + r.i(2),
      rivets: r.i(6),
      wheels: r.chance(0.4),
      hose: r.chance(0.5),
      visor: r.chance(0.5),
      colour: slots(r, [
        'body',
        'head',
        'arm',
        'joint',
        'claw',
        'screen',
        'light',
        'button',
        'dial',
        'gear',
        'leg',
        'foot',
        'visor',
        'hose',
        'panel',
      ]),
    }),
    pose: () => ({
      x: 960,
      y: 560,
      lean: 0,
      turn: 0,
      head: 0,
      lift: 0,
      h1x: -300,
      h1y: 160,
      h2x: 300,
      h2y: 160,
      f1: 0,
      f2: 0,
      claw: 0.4,
      gear: 0,
      needle: 0,
      sway: 0,
      sq: 1,
    }),
    draw: (fig, v, q) => {
      const K = v.colour;
      const [w, h] = [v.wide / 2, v.high];
      const T = X(q.x, q.y, q.lean, 1 / q.sq, q.sq);
      const shift = q.turn * w * 0.4;
      for (const [s, f] of [
        [-1, q.f1],
        [1, q.f2],
      ]) {
        const hip = T([s * w * 0.55, h * 0.42]);
        const foot = [q.x + s * w * 0.6 + f, q.y + h * 0.42 + v.leg * 1.85 - Math.abs(f) * 0.2];
        const [a1, a2] = reach(hip, foot, v.leg, v.leg, s);
        const bent = limb(hip, a1, v.leg, a2, v.leg, [v.thick, v.thick * 0.8, v.thick * 0.8]);
        fig.part(`leg${s}`, 0, bent.poly, K.leg, [
          { k: 'l', pts: bent.L },
          { k: 'r', pts: bent.R },
          { k: 's', pts: [bent.L[0], bent.c[0], bent.R[0]] },
          { k: 'e', pts: [bent.L.at(-1), bent.c.at(-1), bent.R.at(-1)] },
        ]);
        fig.shape(`knee${s}`, 0.1, oval(v.thick * 0.9, v.thick * 0.9, 9).map(X(...bent.elbow)), K.joint);
        if (v.wheels) {
          fig.shape(`wheel${s}`, 0.2, oval(56, 56, 12).map(X(...bent.end)), K.foot);
          for (let i = 0; i < 3; i++) {
            const a = q.gear + i * 2.094;
            fig.line(
              `spoke${s}${i}`,
              0.25,
              [
                [0.2, 0.2],
                [0.85, 0.85],
              ].map(([k]) => [bent.end[0] + 52 * k * Math.cos(a), bent.end[1] + 52 * k * Math.sin(a)]),
            );
          }
        } else
          sided(
            fig,
            `foot${s}`,
            0.2,
            K.foot,
            [
              [-50, -14],
              [64, -14],
              [72, 34],
              [-56, 34],
            ].map(X(bent.end[0], bent.end[1], f > 40 ? 0.3 : 0)),
          );
      }
      sided(
        fig,
        'body',
        1,
        K.body,
        [
          [-w, -h * 0.5],
          [w, -h * 0.5],
          [w * 0.86, h * 0.46],
          [-w * 0.86, h * 0.46],
        ].map(T),
      );
      fig.shape('panel', 1.1, box(-w * 0.6 + shift, -h * 0.36, w * 1.2, h * 0.44).map(T), K.panel);
      for (let i = 0; i < v.buttons; i++)
        fig.shape(
          `button${i}`,
          1.2,
          oval(13, 13, 8).map(([x, y]) =>
            T([x + shift + w * (-0.45 + 0.3 * (i % 4)), y - h * (0.26 - 0.14 * Math.floor(i / 4))]),
          ),
          K.button,
        );
      for (let i = 0; i < v.grille; i++)
        fig.line(
          `grille${i}`,
          1.2,
          straight(
            [
              [-w * 0.4 + shift, h * (0.16 + 0.055 * i)],
              [w * 0.4 + shift, h * (0.16 + 0.055 * i)],
            ],
            7,
          ).map(T),
        );
      for (let i = 0; i < v.rivets; i++)
        fig.shape(
          `rivet${i}`,
          1.15,
          oval(6, 6, 7).map(([x, y]) => T([x - w * 0.86 + i * w * 0.34, y - h * 0.44])),
          K.joint,
        );
      if (v.dial) {
        const D = X(...T([w * 0.2 + shift, -h * 0.08]), q.lean);
        fig.shape('dial', 1.3, oval(40, 40, 11).map(D), K.dial);
        fig.line(
          'needle',
          1.35,
          [
            [0, 4],
            [24 * Math.sin(q.needle), -24 * Math.cos(q.needle)],
            [34 * Math.sin(q.needle), -34 * Math.cos(q.needle)],
          ].map(D),
        );
      }
      if (v.gear) {
        const tooth = Array.from({ length: v.gear * 4 }, (_, i) => {
          const a = (6.283 * i) / (v.gear * 4) + q.gear;
          const k = i % 4 < 2 ? 62 : 46;
          return [k * Math.cos(a), k * Math.sin(a)];
        });
        const G = X(...T([-w * 0.95, h * 0.1]));
        fig.shape('gear', 0.8, straight([...tooth, tooth[0]], 4).map(G), K.gear);
        fig.shape('axle', 0.85, oval(18, 18, 8).map(G), K.joint);
      }
      if (v.hose) {
        const hose = thick(
          openSpline(
            [
              [w * 0.9, h * 0.3],
              [w * 1.5, h * 0.4 + 20 * q.sway],
              [w * 1.4, h * 0.05],
              [w * 0.8, -h * 0.1],
            ].map(T),
            8,
          ),
          () => 14,
        );
        fig.part('hose', 0.7, hose.poly, K.hose, [
          { k: 'l', pts: hose.L },
          { k: 'r', pts: hose.R },
          { k: 's', pts: [hose.L[0], hose.c[0], hose.R[0]] },
          { k: 'e', pts: [hose.L.at(-1), hose.c.at(-1), hose.R.at(-1)] },
        ]);
        for (let i = 1; i < 6; i++) fig.line(`rib${i}`, 0.75, [hose.L[i * 4], hose.c[i * 4], hose.R[i * 4]]);
      }
      const H = X(...T([0, -h * 0.56 - q.lift]), q.lean + q.head);
      sided(
        fig,
        'neck',
        0.9,
        K.joint,
        [
          [-26, 40 + q.lift],
          [26, 40 + q.lift],
          [26, -20],
          [-26, -20],
        ].map(H),
      );
      sided(
        fig,
        'head',
        1.5,
        K.head,
        [
          [-w * 0.62, -150],
          [w * 0.62, -150],
          [w * 0.7, -10],
          [-w * 0.7, -10],
        ].map(H),
      );
      if (v.visor)
        fig.shape(
          'visor',
          1.6,
          closedSpline(
            [
              [-w * 0.5 + shift, -116],
              [w * 0.5 + shift, -116],
              [w * 0.54 + shift, -66],
              [-w * 0.54 + shift, -66],
            ],
            5,
          ).map(H),
          K.visor,
        );
      for (const s of [-1, 1]) {
        fig.shape(
          `eye${s}`,
          1.7,
          oval(26, 26, 10).map(([x, y]) => H([x + s * w * 0.26 + shift, y - 92])),
          K.light,
        );
        fig.shape(
          `lens${s}`,
          1.75,
          oval(10, 10, 8).map(([x, y]) => H([x + s * w * 0.26 + shift * 1.2, y - 92])),
          K.screen,
        );
      }
      fig.shape('mouth', 1.7, box(-w * 0.3 + shift, -48, w * 0.6, 22).map(H), K.screen);
      for (let i = 1; i < 4; i++)
        fig.line(
          `tooth${i}`,
          1.75,
          straight(
            [
              [-w * 0.3 + shift + w * 0.15 * i, -48],
              [-w * 0.3 + shift + w * 0.15 * i, -26],
            ],
            4,
          ).map(H),
        );
      for (let i = 0; i < v.aerial; i++) {
        const at = H([(i - (v.aerial - 1) / 2) * 90, -150]);
        const tip = [at[0] + 60 * Math.sin(q.head + q.sway), at[1] - 80 * Math.cos(q.head + q.sway)];
        fig.line(
          `aerial${i}`,
          1.4,
          openSpline([at, [(at[0] + tip[0]) / 2 + 8 * q.sway, (at[1] + tip[1]) / 2], tip], 6),
        );
        fig.shape(`knob${i}`, 1.45, oval(14, 14, 8).map(X(...tip)), K.button);
      }
      for (const [s, x, y] of [
        [-1, q.h1x, q.h1y],
        [1, q.h2x, q.h2y],
      ]) {
        const p = T([s * w * 0.98, -h * 0.36]);
        const [a1, a2] = reach(p, [q.x + x, q.y + y], v.arm, v.arm, s);
        const up = limb(p, a1, v.arm * 0.5, a1, v.arm * 0.5, [v.thick, v.thick * 0.9, v.thick * 0.85]);
        const low = limb(up.end, a2, v.arm * 0.5, a2, v.arm * 0.5, [v.thick * 0.75, v.thick * 0.7, v.thick * 0.6]);
        const z = 2 + (s > 0 ? 1 : 0);
        for (const [name, bent, over] of [
          ['upper', up, 0],
          ['lower', low, 0.1],
        ])
          fig.part(`${name}${s}`, z + over, bent.poly, K.arm, [
            { k: 'l', pts: bent.L },
            { k: 'r', pts: bent.R },
            { k: 's', pts: [bent.L[0], bent.c[0], bent.R[0]] },
          ]);
        fig.shape(`shoulder${s}`, z + 0.2, oval(v.thick * 1.2, v.thick * 1.2, 10).map(X(...p)), K.joint);
        fig.shape(`elbow${s}`, z + 0.3, oval(v.thick, v.thick, 9).map(X(...up.end)), K.joint);
        if (v.claw === 'ball') fig.shape(`hand${s}`, z + 0.4, oval(36, 36, 10).map(X(...low.end)), K.claw);
        else {
          const count = v.claw === 'two' ? 2 : 3;
          for (let i = 0; i < count; i++) {
            const a = a2 + (i - (count - 1) / 2) * (0.5 + q.claw);
            const finger = limb(low.end, a, 40, a - (i - (count - 1) / 2) * 0.8, 40, [14, 12, 7]);
            const n = finger.L.length - 1;
            const outline = [
              ...finger.L,
              ...cap(finger.L[n], finger.R[n], finger.ang, 8).slice(1),
              ...[...finger.R].reverse(),
            ];
            fig.part(`claw${s}${i}`, z + 0.35 + 0.01 * i, outline, K.claw, [{ k: 'o', pts: outline }]);
          }
          fig.shape(`wrist${s}`, z + 0.45, oval(20, 20, 8).map(X(...low.end)), K.joint);
        }
      }
    },
    actions: {
      wave: (q, r) => [
        q,
        moved(q, { h1x: -r.u(180, 280), h1y: -r.u(120, 230), claw: 0.9, head: -0.15, turn: -0.4 }),
        moved(q, { h1x: -120, h1y: -240, head: 0.2, sway: 0.4 }),
      ],
      lift: (q, r) => [
        moved(q, { h1x: -90, h1y: 160, h2x: 90, h2y: 160 }),
        moved(q, {
          h1x: -r.u(60, 140),
          h1y: -60,
          h2x: r.u(60, 140),
          h2y: -80,
          sq: 1.06,
          lift: 40,
          needle: 1.2,
          gear: 0.3,
        }),
        moved(q, { h2x: 200, h2y: -200, lean: 0.1 }),
      ],
      roll: (q, r) => {
        const d = r.u(120, 260) * r.sign();
        return [
          q,
          moved(q, {
            x: q.x + d,
            lean: 0.08 * Math.sign(d),
            gear: d / 150,
            f1: 50,
            f2: -30,
            turn: 0.5 * Math.sign(d),
            sway: -0.3,
          }),
          moved(q, { x: q.x + d * 1.4, f1: -40, f2: 60, gear: d / 110 }),
        ];
      },
      fold: (q, r) => [
        q,
        moved(q, { h1x: r.u(0, 80), h1y: 40, h2x: -r.u(0, 80), h2y: 60, head: 0.3, lift: -10, sq: 0.9 }),
        moved(q, { needle: -1, claw: 1.1 }),
      ],
    },
  };
}
