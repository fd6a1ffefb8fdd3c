export * from './box.ts';
export * from './conductors.ts';
export * from './devices.ts';
export * from './network.ts';
export * from './touched.ts';
export * from './travelers.ts';
export * from './survey.ts';
