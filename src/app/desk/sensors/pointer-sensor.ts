/** Pen, finger, mouse and wheel on an element: told as gestures of a hand, with fingers and a resting palm sorted out. */
import type { PenSample } from '../../../core/ink/index.ts';
import { FingerTap } from './finger-tap.ts';
import { Palm } from './palm.ts';
import { capture, isEraserEnd, PenReader, type ToPlace } from './pen-reader.ts';
import type { Finger } from './pinch.ts';

interface Screen {
  x: number;
  y: number;
}

/** What came down. */
export interface PointerDown {
  device: string;
  shift: boolean;
  /** The other end of the pen. */
  eraser: boolean;
  /** Moves the paper whatever is in hand: the middle button, a finger where a pen is in use. */
  moves: boolean;
  screen: Screen;
}

export interface PointerWishes {
  toPlace: ToPlace;
  /** Pressure as the device reports it, not as this person presses. */
  asReported?: boolean;
  /** False when nothing begins: then nothing more is told of this pointer. */
  down(sample: PenSample, down: PointerDown): boolean;
  move(samples: PenSample[], screen: Screen, shift: boolean): void;
  up(): void;
  /** The gesture is taken back: fingers pinch, or a pen came where a finger drew. */
  cancel(): void;
  /** The pen is over the element, in hand or not; null: it left. */
  hover?(screen: Screen | null): void;
  /** Two fingers came down, moved, or fewer are left (null). Without it fingers only draw. */
  pinch?(fingers: [Finger, Finger] | null): void;
  /** So many fingers touched and left again without moving. */
  tap?(fingers: number): void;
  wheel?(event: WheelEvent, screen: Screen): void;
}

export class PointerSensor {
  private readonly element: HTMLElement;
  private readonly wishes: PointerWishes;
  private readonly reader: PenReader;
  private readonly palm = new Palm();
  private readonly listening = new AbortController();
  private readonly fingers = new Map<number, Finger>();
  private readonly taps = new FingerTap();
  /** The pointer whose gesture is under way; -1: none. */
  private pointer = -1;
  private byFinger = false;
  private pinching = false;

  constructor(element: HTMLElement, wishes: PointerWishes) {
    this.element = element;
    this.wishes = wishes;
    this.reader = new PenReader(wishes.toPlace, wishes.asReported);
    const { signal } = this.listening;
    const on = <K extends keyof HTMLElementEventMap>(name: K, run: (event: HTMLElementEventMap[K]) => void) =>
      element.addEventListener(name, run, { signal, passive: false });
    // Time and place of a gesture count from where it began, whatever else comes over the element meanwhile.
    on('pointerenter', (event) => {
      if (!this.busy) this.reader.begin(element, event);
    });
    on('pointerdown', (event) => this.down(event));
    on('pointermove', (event) => this.moved(event));
    on('pointerup', (event) => this.lifted(event));
    on('pointercancel', (event) => this.lost(event));
    on('lostpointercapture', (event) => this.lifted(event));
    on('pointerleave', () => wishes.hover?.(null));
    on('contextmenu', (event) => event.preventDefault());
    if (wishes.wheel)
      on('wheel', (event) => {
        event.preventDefault();
        if (!this.busy) this.reader.begin(element, event);
        wishes.wheel?.(event, this.reader.screen(event));
      });
  }

  /** A gesture is under way. */
  get busy(): boolean {
    return this.pointer !== -1;
  }

  close(): void {
    if (this.busy) this.wishes.cancel();
    this.listening.abort();
  }

  private takeBack(): void {
    if (this.busy) this.wishes.cancel();
    this.pointer = -1;
  }

  private down(event: PointerEvent): void {
    const { wishes, reader, palm, element } = this;
    if (palm.rests(event, this.busy && !this.byFinger)) return;
    if (!this.busy && this.fingers.size === 0) reader.begin(element, event);
    if (event.pointerType === 'touch' && wishes.pinch) {
      const at = reader.screen(event);
      this.fingers.set(event.pointerId, at);
      this.taps.down(event.pointerId, at, event.timeStamp);
      if (this.fingers.size === 2) {
        this.takeBack();
        this.pinching = true;
        wishes.pinch([...this.fingers.values()] as [Finger, Finger]);
        return;
      }
      if (this.fingers.size > 2) return;
    }
    palm.see(event);
    if (event.pointerType === 'pen') {
      // Fingers that rest there already neither draw nor move the paper from now on.
      this.fingers.clear();
      this.taps.forget();
      this.endPinch();
      if (this.byFinger) this.takeBack();
    }
    if (this.busy) return;
    const moves = event.button === 1 || palm.moves(event);
    const eraser = isEraserEnd(event);
    if (event.button !== 0 && !moves && !eraser) return;
    event.preventDefault();
    (document.activeElement as HTMLElement | null)?.blur();
    reader.begin(element, event);
    const screen = reader.screen(event);
    const down = { device: event.pointerType, shift: event.shiftKey, eraser, moves, screen };
    if (!wishes.down(reader.sample(event), down)) return;
    this.byFinger = event.pointerType === 'touch';
    this.pointer = event.pointerId;
    capture(element, event.pointerId);
  }

  private moved(event: PointerEvent): void {
    const { wishes, reader } = this;
    const screen = reader.screen(event);
    if (this.fingers.has(event.pointerId)) {
      this.fingers.set(event.pointerId, screen);
      this.taps.moved(event.pointerId, screen);
      if (this.pinching) {
        const [a, b] = [...this.fingers.values()];
        if (a && b) wishes.pinch?.([a, b]);
        return;
      }
    }
    if (event.pointerType !== 'touch') wishes.hover?.(screen);
    if (event.pointerId === this.pointer) wishes.move(reader.samples(event), screen, event.shiftKey);
  }

  private endPinch(): void {
    if (this.pinching) this.wishes.pinch?.(null);
    this.pinching = false;
  }

  private lifted(event: PointerEvent): void {
    this.fingers.delete(event.pointerId);
    if (this.fingers.size < 2) this.endPinch();
    const tapped = this.taps.lifted(event.pointerId, event.timeStamp);
    if (tapped > 0) this.wishes.tap?.(tapped);
    if (event.pointerId !== this.pointer) return;
    this.pointer = -1;
    this.wishes.up();
  }

  /** The system took the pointer away: what a pen drew is kept, what a finger began is not. */
  private lost(event: PointerEvent): void {
    if (event.pointerType !== 'touch') {
      this.lifted(event);
      return;
    }
    this.fingers.delete(event.pointerId);
    this.taps.forget();
    this.endPinch();
    if (event.pointerId === this.pointer) this.takeBack();
  }
}
