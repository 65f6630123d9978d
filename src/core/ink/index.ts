/**
 * Lines. A stroke is what the hand did (place, pressure, tilt, time) and the brush it held; `response` says what a drive gives along
 * its curve, `LineSampler` turns points and brush into samples of place, radius and opacity. For a line that still grows, what later
 * points cannot move is kept. Brushes are values: strokes share them, a changed brush is another one.
 */
export * from './brushes.ts';
export * from './curve.ts';
export * from './erase.ts';
export * from './guides.ts';
export * from './hand.ts';
export * from './knead.ts';
export * from './lines.ts';
export * from './mirror.ts';
export * from './outline.ts';
export * from './pen.ts';
export * from './pick.ts';
export * from './quality.ts';
export * from './redraw.ts';
export * from './response.ts';
export * from './shapes.ts';
export * from './swell.ts';
export * from './transform.ts';
export * from './warp.ts';
