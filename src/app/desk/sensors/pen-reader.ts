/**
 * Pointer events as samples of a hand: where they lie for what is drawn on, pressure as this person presses, tilt, time.
 * One way for every place a pen draws on. Where the element stands in the window is measured once a gesture.
 */

import { handPressure, type PenSample, pressureOf } from '../../../core/ink/index.ts';
import type { Point } from '../../../core/plane/index.ts';
import { hand } from '../../session/hand.ts';

const RADIANS = Math.PI / 180;
/** The button that the other end of a pen presses. */
const ERASER_END = 5;

/** From CSS pixels of an element to the places that are drawn on. */
export type ToPlace = (x: number, y: number) => readonly [x: number, y: number];

type PointerLike = Pick<
  PointerEvent,
  'clientX' | 'clientY' | 'pointerType' | 'pressure' | 'tiltX' | 'tiltY' | 'timeStamp'
>;

export class PenReader {
  private readonly toPlace: ToPlace;
  private readonly asReported: boolean;
  private box = { left: 0, top: 0 };
  private beganAt = 0;

  /** `asReported`: pressure is not mapped to how hard this person presses. */
  constructor(toPlace: ToPlace, asReported = false) {
    this.toPlace = toPlace;
    this.asReported = asReported;
  }

  /** A gesture begins, or the element may have moved: it is measured, time counts from here. */
  begin(element: Element, event: Pick<PointerEvent, 'timeStamp'>): void {
    this.box = element.getBoundingClientRect();
    this.beganAt = event.timeStamp;
  }

  /** Where an event is, CSS pixels from the element's corner. */
  screen({ clientX, clientY }: Pick<PointerEvent, 'clientX' | 'clientY'>): Point {
    return { x: clientX - this.box.left, y: clientY - this.box.top };
  }

  sample(event: PointerLike): PenSample {
    const at = this.screen(event);
    const [x, y] = this.toPlace(at.x, at.y);
    const reported = pressureOf(event.pointerType, event.pressure);
    return {
      x,
      y,
      pressure: event.pointerType === 'pen' && !this.asReported ? handPressure(hand.get(), reported) : reported,
      tiltX: (event.tiltX || 0) * RADIANS,
      tiltY: (event.tiltY || 0) * RADIANS,
      time: Math.max(0, (event.timeStamp - this.beganAt) / 1000),
    };
  }

  /** All that the pen did since the last event, not only where it is now. */
  samples(event: PointerEvent): PenSample[] {
    return allOf(event).map((each) => this.sample(each));
  }
}

/** The events that came together as one. */
function allOf(event: PointerEvent): PointerEvent[] {
  const coalesced = event.getCoalescedEvents?.() ?? [];
  return coalesced.length > 0 ? coalesced : [event];
}

export function isEraserEnd({ button, buttons }: Pick<PointerEvent, 'button' | 'buttons'>): boolean {
  return button === ERASER_END || (buttons & 32) !== 0;
}

/** Keeps a pointer's events coming to an element; one that is gone already cannot be kept, its events still arrive. */
export function capture(element: Element, pointer: number): void {
  try {
    element.setPointerCapture(pointer);
  } catch {
    // Nothing to keep.
  }
}
