/**
 * Mouths are drawings: those of a chart carry the chart's id for a layer, those on the sheet say which mouth of which chart they are
 * and where they sit (`drawing.mouth`). `plan` chooses them by the trade's rules as the best sum over the frames; `lay` puts them down
 * and, when their place on the head changes, moves what is laid with whatever the hand changed on it.
 */
export * from './chart.ts';
export * from './guide.ts';
export * from './lay.ts';
export * from './plan.ts';
export * from './written.ts';
