/** How hard a person presses: learned from a test stroke, so that light is light and heavy is heavy for every hand. */

export interface Hand {
  /** Pressures the pen reports at this person's lightest and heaviest. */
  light: number;
  heavy: number;
  /** Exponent that brings the pressure most drawn with to the middle. */
  bend: number;
}

export const PLAIN_HAND: Hand = { light: 0, heavy: 1, bend: 1 };

/** Samples a test stroke needs, and how much they must differ, to say anything. */
const FEWEST = 12;
const LEAST_RANGE = 0.08;

/** What a pressure means for this hand, 0..1. */
export function handPressure({ light, heavy, bend }: Hand, pressure: number): number {
  return Math.max(0, Math.min(1, (pressure - light) / (heavy - light))) ** bend;
}

/**
 * The hand that drew a test stroke from as lightly to as heavily as it draws. The 4th and 96th percentiles are its
 * range, the median its middle. Null when the stroke is too short or the pen reports no change of pressure.
 */
export function handFrom(pressures: number[]): Hand | null {
  const sorted = pressures.filter(Number.isFinite).sort((a, b) => a - b);
  if (sorted.length < FEWEST) return null;
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))];
  const [light, heavy] = [at(0.04), at(0.96)];
  if (heavy - light < LEAST_RANGE) return null;
  const middle = Math.max(0.05, Math.min(0.95, (at(0.5) - light) / (heavy - light)));
  return { light, heavy, bend: Math.max(0.4, Math.min(2.5, Math.log(0.5) / Math.log(middle))) };
}
