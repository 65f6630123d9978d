import type { ReactNode } from 'react';
import { useView } from '../session/open-shot.ts';

const EDGES = {
  left: {
    zone: 'inset-y-0 left-0 flex-row',
    strip: 'h-full w-2.5',
    away: 'h-full -translate-x-full',
  },
  right: {
    zone: 'inset-y-0 right-0 flex-row-reverse',
    strip: 'h-full w-2.5',
    away: 'h-full translate-x-full',
  },
  top: { zone: 'inset-x-0 top-0 flex-col', strip: 'h-2.5 w-full', away: 'w-full -translate-y-full' },
  bottom: { zone: 'inset-x-0 bottom-0 flex-col-reverse', strip: 'h-2.5 w-full', away: 'w-full translate-y-full' },
} as const;

/**
 * A part of the desk at its place; where the paper has the whole window, it lies beyond the edge and slides in when the pen comes to
 * it, or the keyboard is taken there.
 */
export function EdgeSlide({ edge, children }: { edge: keyof typeof EDGES; children: ReactNode }) {
  const whole = useView((state) => state.wholeWindow);
  if (!whole) return children;
  const { zone, strip, away } = EDGES[edge];
  return (
    <div data-edge={edge} className={`group pointer-events-none absolute z-30 flex overflow-hidden ${zone}`}>
      <div className={`pointer-events-auto absolute ${strip}`} />
      <div
        className={`pointer-events-none flex min-h-0 min-w-0 flex-col shadow-lg transition-transform duration-150 group-focus-within:pointer-events-auto group-focus-within:translate-x-0 group-focus-within:translate-y-0 group-hover:pointer-events-auto group-hover:translate-x-0 group-hover:translate-y-0 motion-reduce:transition-none ${away}`}
      >
        {children}
      </div>
    </div>
  );
}
