/** Several fingers that touch and leave without moving: two take the last edit back, three do it again. */
import type { Finger } from './pinch.ts';

/** Longer is resting, farther is moving. Milliseconds, CSS pixels. */
const SHORT = 350;
const NEAR = 14;

export class FingerTap {
  private began = 0;
  private most = 0;
  private still = true;
  private readonly from = new Map<number, Finger>();

  down(id: number, at: Finger, time: number): void {
    if (this.from.size === 0) {
      this.began = time;
      this.most = 0;
      this.still = true;
    }
    this.from.set(id, at);
    this.most = Math.max(this.most, this.from.size);
  }

  moved(id: number, { x, y }: Finger): void {
    const from = this.from.get(id);
    if (from && Math.hypot(x - from.x, y - from.y) > NEAR) this.still = false;
  }

  /** How many fingers have tapped, once the last of them leaves; 0: they have not. */
  lifted(id: number, time: number): number {
    if (!this.from.delete(id) || this.from.size > 0) return 0;
    return this.still && this.most > 1 && time - this.began <= SHORT ? this.most : 0;
  }

  /** The system took a finger away, or a pen came: what the fingers do is no tap. */
  forget(): void {
    this.still = false;
    this.from.clear();
  }
}
