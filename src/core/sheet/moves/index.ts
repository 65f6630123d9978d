/**
 * Moves of layers and of the camera. The words:
 *
 * - place: where a layer lies at a frame, and its way on. Lie: how it lies at any frame. Way: from one place to the next.
 * - leader: the layer whose moves another goes along with. Motion: what all moves together do to a layer's points.
 * - bend: how far the points of a layer's grid are pushed.
 */
export * from './camera.ts';
export * from './camera-edits.ts';
export * from './edits.ts';
export * from './layer-at.ts';
export * from './layer-box.ts';
export * from './lie.ts';
export * from './place-frames.ts';
export * from './spacing.ts';
