export * from './plan.ts';
export * from './faces.ts';
export * from './studs.ts';
export * from './bays.ts';
export * from './placement.ts';
export * from './ceiling.ts';
export * from './posterior.ts';
export * from './transfer.ts';
