/** Pieces that several families of figures are made of. @param tools the generator's geometry and pieces */
export function pieces({ cap, closedSpline, ellipse, straight }) {
  const oval = (rx, ry, count = 10) => closedSpline(ellipse(rx, ry, count), 5);
  return {
    oval,
    /** A pose with some of it changed. */
    moved: (pose, changes) => ({ ...pose, ...changes }),
    /** A rectangle as one closed line. */
    box: (x, y, w, h) =>
      straight(
        [
          [x, y],
          [x + w, y],
          [x + w, y + h],
          [x, y + h],
          [x, y],
        ],
        8,
      ),
    /** A four-sided part whose sides are lines of their own. */
    sided: (fig, name, z, colour, [a, b, c, d]) => {
      const sides = [
        [a, b],
        [b, c],
        [c, d],
        [d, a],
      ];
      fig.part(
        name,
        z,
        [a, b, c, d],
        colour,
        sides.map((pts, k) => ({ k, pts: straight(pts, 7) })),
      );
    },
    /** A limb drawn as one open line around its end. */
    paw: (fig, name, z, bent, colour, round) => {
      const last = bent.L.length - 1;
      const outline = [
        ...bent.L,
        ...cap(bent.L[last], bent.R[last], bent.ang, round).slice(1),
        ...[...bent.R].reverse(),
      ];
      fig.part(name, z, outline, colour, [{ k: 'o', pts: outline }]);
    },
    /** White, iris and pupil, one in another. @param at places points of the eye; @param open 1: wide; @param look to which side */
    eye: (fig, name, z, at, width, open, look, colour) => {
      fig.shape(`white${name}`, z, oval(width, Math.max(3, width * 1.1 * open)).map(at), colour.white);
      const inner = (part, share, least, count, aside) =>
        fig.shape(
          `${part}${name}`,
          z + 0.01 * count,
          oval(width * share, Math.max(least, width * (share + 0.05) * open), 12 - 2 * count).map(([x, y]) =>
            at([x + look * width * aside, y]),
          ),
          colour[part],
        );
      inner('iris', 0.55, 2, 1, 0.4);
      inner('pupil', 0.25, 1.5, 2, 0.45);
    },
  };
}
