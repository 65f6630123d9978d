/**
 * The sheet: when which drawing is seen. The words:
 *
 * - exposure: a cell held for whole frames. Cell: a drawing or a picture of a clip. Hold: an exposure of more than a frame.
 * - placed exposure: an exposure with the frame it begins on. Span: layers and frames that an edit is for.
 * - tray: drawings of a layer that stand nowhere on the sheet. Piece: exposures that were cut or copied.
 * - retiming: other holds for the same drawings, in the same order or another. Timing chart: where drawings lie between two keys,
 *   read from the exposures and `drawing.spacing`, and written there.
 *
 * A list of exposures is a value. Functions over lists are in `exposures`, `holds` and `retime`; edits of a shot run through
 * `onSheet`, and `setExposures` is the one way a layer gets another list.
 */
export * from './bring-shot.ts';
export * from './bundles.ts';
export * from './casts.ts';
export * from './chart-edits.ts';
export * from './charts.ts';
export * from './cleanup.ts';
export * from './drawing-edits.ts';
export * from './drawings.ts';
export * from './edit.ts';
export * from './exposures.ts';
export * from './holds.ts';
export * from './layers.ts';
export * from './length.ts';
export * from './moves/index.ts';
export * from './neighbours.ts';
export * from './notes.ts';
export * from './packed.ts';
export * from './picture-layers.ts';
export * from './pieces.ts';
export * from './retime.ts';
export * from './timing.ts';
