import { chance } from '../src/core/picture/chance.ts';

/** Chance that can be had again: the same seed, the same throws. */
export class Dice {
  private readonly next: () => number;

  constructor(seed: number) {
    this.next = chance(seed);
  }

  /** A whole number from `from` to `to`, both included. */
  whole(from: number, to: number): number {
    return from + Math.floor(this.next() * (to - from + 1));
  }

  of<T>(all: readonly T[]): T {
    return all[Math.min(all.length - 1, Math.floor(this.next() * all.length))];
  }

  /** Happens in so many of cases, 0..1. */
  happens(share: number): boolean {
    return this.next() < share;
  }
}
