import { boxModel } from '../catalog/index.ts';
import type { Cable, Gauge, Point } from '../document/index.ts';
import type { BoxFeed } from '../feed/index.ts';
import type { BoxContents } from './pack.ts';

/** What a box holds and what nobody has looked at yet. */
export interface BoxSurvey {
  readonly contents: BoxContents;
  /** Volume in in3, with where it was read; null when the box was never looked at. */
  readonly volume: { readonly cubicInches: number; readonly from: 'marked' | 'catalogue' } | null;
  readonly missing: readonly ('volume' | 'gauge' | 'clamps')[];
  readonly unknownGaugeCables: readonly Cable[];
}

const ORDER: readonly Gauge[] = ['14', '12', '10', '8', '6', '4'];
const larger = (a: Gauge | null, b: Gauge): Gauge =>
  a === null || ORDER.indexOf(b) > ORDER.indexOf(a) ? b : a;
const hasWireGround = (cable: Cable): boolean => cable.ground === 'wire' || cable.ground === 'unknown';

/** Yokes that stand in the box: a luminaire or an appliance hangs outside it and takes no room. */
const YOKES = new Set([
  'receptacle',
  'receptacle-gfci',
  'receptacle-afci',
  'receptacle-dual',
  'receptacle-single',
  'switch',
  'switch-three-way',
  'dimmer',
]);

export function boxVolume(point: Point): BoxSurvey['volume'] {
  if (point.box.markedCubicInches !== null)
    return { cubicInches: point.box.markedCubicInches, from: 'marked' };
  const model = boxModel(point.box.model);
  return model ? { cubicInches: model.volumeCubicInches, from: 'catalogue' } : null;
}

/** Counts what is in a box from the cables that enter it and the devices on it. */
export function surveyBox(box: BoxFeed): BoxSurvey {
  const conductors: Partial<Record<Gauge, number>> = {};
  let grounds = 0;
  let largestGround: Gauge | null = null;
  let onDevice: Gauge | null = null;
  const unknownGaugeCables: Cable[] = [];
  for (const { cable } of box.cables) {
    if (cable.gauge === null) {
      unknownGaugeCables.push(cable);
      continue;
    }
    conductors[cable.gauge] = (conductors[cable.gauge] ?? 0) + cable.conductors;
    onDevice = larger(onDevice, cable.gauge);
    if (hasWireGround(cable)) {
      grounds += 1;
      largestGround = larger(largestGround, cable.gauge);
    }
  }
  const { point } = box;
  const missing: ('volume' | 'gauge' | 'clamps')[] = [];
  const volume = boxVolume(point);
  if (!volume) missing.push('volume');
  if (unknownGaugeCables.length > 0) missing.push('gauge');
  if (point.box.clamps === 'unknown') missing.push('clamps');
  const gauge = onDevice ?? '14';
  return {
    volume,
    missing,
    unknownGaugeCables,
    contents: {
      conductors,
      grounds,
      largestGround,
      clampsInside: point.box.clamps === 'inside',
      yokes: point.devices.filter((d) => YOKES.has(d.kind)).map(() => ({ gangs: 1, gauge })),
    },
  };
}
