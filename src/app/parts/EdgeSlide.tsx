import { type ReactNode, useState } from 'react';
import { useView } from '../session/open-shot.ts';

const EDGES = {
  left: {
    zone: 'inset-y-0 left-0 flex-row',
    strip: 'h-full w-2.5',
    away: '-translate-x-full',
    full: 'h-full',
  },
  right: {
    zone: 'inset-y-0 right-0 flex-row-reverse',
    strip: 'h-full w-2.5',
    away: 'translate-x-full',
    full: 'h-full',
  },
  top: { zone: 'inset-x-0 top-0 flex-col', strip: 'h-2.5 w-full', away: '-translate-y-full', full: 'w-full' },
  bottom: {
    zone: 'inset-x-0 bottom-0 flex-col-reverse',
    strip: 'h-2.5 w-full',
    away: 'translate-y-full',
    full: 'w-full',
  },
} as const;

/**
 * A part of the desk at its place; where the paper has the whole window, it lies beyond the edge and slides in when the pen comes to
 * it, or the keyboard is taken there.
 */
export function EdgeSlide({ edge, children }: { edge: keyof typeof EDGES; children: ReactNode }) {
  const whole = useView((state) => state.wholeWindow);
  const [open, setOpen] = useState(false);
  const [focused, setFocused] = useState(false);
  if (!whole) return children;
  const { zone, strip, away, full } = EDGES[edge];
  return (
    <div
      data-edge={edge}
      className={`pointer-events-none absolute z-30 flex overflow-hidden ${zone}`}
      onPointerEnter={() => setOpen(true)}
      onPointerLeave={() => setOpen(false)}
      onFocus={() => setFocused(true)}
      onBlur={() => setFocused(false)}
    >
      <div className={`pointer-events-auto absolute ${strip}`} />
      <div
        className={`flex min-h-0 min-w-0 flex-col shadow-lg transition-transform duration-150 motion-reduce:transition-none ${full} ${open || focused ? 'pointer-events-auto' : `pointer-events-none ${away}`}`}
      >
        {children}
      </div>
    </div>
  );
}
