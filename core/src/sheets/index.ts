export * from './drawing.ts';
export * from './plans.ts';
export * from './house-view.ts';
export * from './svg.ts';
export * from './dxf.ts';
export * from './floor-plan.ts';
export * from './all.ts';
export * from './plan-file.ts';
