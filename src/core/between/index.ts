export * from './match.ts';
export * from './pairing.ts';
export * from './shape.ts';
export * from './tween.ts';
