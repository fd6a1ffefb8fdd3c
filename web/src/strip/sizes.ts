import type { Point } from '@elwand/core';

/** Existing points are hollow and thin, new ones filled and double weight. Half sizes in px, for the label placer. */
export const SYMBOL_PX: Record<Point['kind'], { readonly w: number; readonly h: number }> = {
  receptacle: { w: 7, h: 10 },
  switch: { w: 7, h: 10 },
  luminaire: { w: 9, h: 9 },
  fan: { w: 9, h: 9 },
  junction: { w: 8, h: 8 },
  appliance: { w: 9, h: 9 },
};
