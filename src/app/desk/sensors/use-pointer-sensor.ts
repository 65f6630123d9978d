import { type RefObject, useEffect, useRef } from 'react';
import { PointerSensor, type PointerWishes } from './pointer-sensor.ts';

/** A pen on an element of React's. The wishes may be other ones at every render. */
export function usePointerSensor(ref: RefObject<HTMLElement | null>, wishes: PointerWishes): void {
  const now = useRef(wishes);
  now.current = wishes;
  useEffect(() => {
    if (!ref.current) return;
    const sensor = new PointerSensor(ref.current, {
      toPlace: (x, y) => now.current.toPlace(x, y),
      asReported: now.current.asReported,
      down: (sample, down) => now.current.down(sample, down),
      move: (samples, screen, shift) => now.current.move(samples, screen, shift),
      up: () => now.current.up(),
      cancel: () => now.current.cancel(),
    });
    return () => sensor.close();
  }, [ref]);
}
