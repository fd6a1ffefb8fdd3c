export * from './plan-strip.ts';
export * from './strip-findings.ts';
export * from './strip-needs.ts';
export * from './strip-steps.ts';
export { alongWalls, makeOf } from './strip-run.ts';
export { driverVoltAmperes, stripWatts } from './strip-values.ts';
