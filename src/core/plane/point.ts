/** A place in the plane. */
export interface Point {
  x: number;
  y: number;
}

/** The same as a pair, where many are made and passed on at once. */
export type XY = [x: number, y: number];
