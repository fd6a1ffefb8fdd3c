export * from './drawing.ts';
export * from './plans.ts';
export * from './house-view.ts';
export * from './svg.ts';
export * from './dxf.ts';
export * from './floor-plan.ts';
export type { WallFound } from './plan-walls.ts';
export * from './transfer-sheet.ts';
export * from './all.ts';
export * from './as-built.ts';
export * from './move-sheet.ts';
export * from './box-layout.ts';
export * from './drill-table.ts';
export * from './paper-kinds.ts';
export * from './plan-file.ts';

export * from './joist-sheet.ts';
