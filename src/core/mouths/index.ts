export * from './chart.ts';
export * from './guide.ts';
export * from './plan.ts';
