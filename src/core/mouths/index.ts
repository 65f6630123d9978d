export * from './chart.ts';
export * from './guide.ts';
export * from './lay.ts';
export * from './plan.ts';
