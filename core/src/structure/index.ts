export * from './plan.ts';
export * from './studs.ts';
export * from './bays.ts';
export * from './placement.ts';
