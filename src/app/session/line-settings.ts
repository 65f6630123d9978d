/** What a line tool is set to: its brush, and how the line follows the hand. */
import { FIRST_BRUSHES, type NamedBrush, type Steadying } from '../../core/ink/index.ts';
import type { Brush, BrushKind } from '../../core/shot/index.ts';

export interface LineSettings {
  brush: Brush;
  /** The named brush it was taken from. */
  named: string;
  steady: 'smooth' | 'string';
  /** 0..1 */
  smooth: number;
  /** Screen pixels. */
  string: number;
}

const settingsOf = ({ name, brush }: NamedBrush, smooth: number): LineSettings => ({
  brush,
  named: name,
  steady: 'smooth',
  smooth,
  string: 32,
});

export const FIRST_LINES: Record<BrushKind, LineSettings> = {
  pencil: settingsOf(FIRST_BRUSHES.pencil, 0.25),
  pen: settingsOf(FIRST_BRUSHES.pen, 0.4),
  brush: settingsOf(FIRST_BRUSHES.brush, 0.3),
  trace: settingsOf(FIRST_BRUSHES.trace, 0.4),
};

export function steadyingOf({ steady, smooth, string }: LineSettings): Steadying {
  return steady === 'smooth' ? { smooth, string: 0 } : { smooth: 0.1, string };
}

/** Settings read back; those kept before tools held brushes give the first ones in their width. */
export function mendLine(
  kept: (Partial<LineSettings> & { width?: number }) | undefined,
  first: LineSettings,
): LineSettings {
  if (kept?.brush) return { ...first, ...kept };
  return kept?.width ? { ...first, brush: { ...first.brush, width: kept.width } } : first;
}
