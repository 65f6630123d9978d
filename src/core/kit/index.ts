/**
 * The kit: what a shot can begin with. Drawn by this project in code, so that it fits any paper and is as sharp as what is drawn beside it;
 * put into a shot as an edit of its own and changed freely from then on.
 */
export * from './figure.ts';
export * from './holds.ts';
export * from './mouths.ts';
export * from './swatches.ts';
