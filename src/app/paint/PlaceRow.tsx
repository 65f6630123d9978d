import type { ReactNode } from 'react';
import { drawingName } from '../../core/sheet/index.ts';
import { colourOf, type Drawing, type Swatch } from '../../core/shot/index.ts';

/** A chip for no paint: crossed out. */
const NOTHING = {
  background:
    'linear-gradient(to top right, transparent calc(50% - 1px), #a33a1f calc(50% - 1px), #a33a1f calc(50% + 1px), transparent calc(50% + 1px)) white',
};

interface PlaceRowProps {
  /** What lies there; none: nothing does. */
  swatch?: Swatch;
  name: string;
  drawing?: Drawing;
  /** From 0. */
  frame: number;
  /** It is the place in hand. */
  current: boolean;
  onGo: () => void;
  /** What else is told of it. */
  children?: ReactNode;
}

/** A place on a drawing in a list of places to look at. */
export function PlaceRow({ swatch, name, drawing, frame, current, onGo, children }: PlaceRowProps) {
  return (
    <li>
      <button
        type="button"
        aria-current={current}
        className={`flex h-8 w-full items-center gap-2 rounded-md px-2 text-left ${current ? 'bg-wash' : 'hover:bg-lower'}`}
        onClick={onGo}
      >
        <span
          className="h-4 w-4 shrink-0 rounded-sm border border-ink/30"
          style={swatch ? { background: colourOf(swatch) } : NOTHING}
        />
        <span className="min-w-0 flex-1 truncate">{name}</span>
        <span className="font-mono text-xs text-second">
          drawing {drawing ? drawingName(drawing) : ''}, frame {frame + 1}
        </span>
        {children}
      </button>
    </li>
  );
}
