/**
 * Whose touch counts. A hand that rests on the glass must not draw: once a pen was seen fingers only move the paper, and
 * while a pen or the mouse draws they do nothing at all.
 */
export class Palm {
  private penSeen = false;

  /** A pointer comes down. */
  see({ pointerType }: Pick<PointerEvent, 'pointerType'>): void {
    if (pointerType === 'pen') this.penSeen = true;
  }

  /** What comes down is the hand at rest, while `drawing` is under way by something that is no finger. */
  rests({ pointerType }: Pick<PointerEvent, 'pointerType'>, drawing: boolean): boolean {
    return pointerType === 'touch' && drawing;
  }

  /** A single finger moves the paper instead of drawing. */
  moves({ pointerType }: Pick<PointerEvent, 'pointerType'>): boolean {
    return pointerType === 'touch' && this.penSeen;
  }
}
