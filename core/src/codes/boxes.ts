import { boxModel, groundIn } from '../catalog/index.ts';
import {
  deviceFacts,
  isBulky,
  isLowVoltage,
  isThicker,
  type Cable,
  type Gauge,
  type Point,
} from '../document/index.ts';
import type { BoxFeed } from '../feed/index.ts';
import type { BoxContents } from './pack.ts';

/** What a box holds and what nobody has looked at yet. */
export interface BoxSurvey {
  readonly contents: BoxContents;
  /** Volume in in3, with where it was read; null when the box was never looked at. */
  readonly volume: { readonly cubicInches: number; readonly from: 'marked' | 'catalog' } | null;
  readonly missing: readonly ('volume' | 'gauge' | 'clamps')[];
  readonly unknownGaugeCables: readonly Cable[];
}

const larger = (a: Gauge | null, b: Gauge): Gauge => (a === null || isThicker(b, a) ? b : a);
const hasWireGround = (cable: Cable): boolean => cable.ground === 'wire' || cable.ground === 'unknown';

/** Which part of a box is left to power: low voltage has its gangs to itself behind the divider. */
const powerShare = ({ box, devices }: Point): number => {
  const low = devices.filter(isLowVoltage).reduce((n, d) => n + (d.gangs ?? 1), 0);
  return Math.max(0, box.gangs - low) / box.gangs;
};

/** Volume of a box with the rings and covers on it, as far as it is for power. */
function boxVolume(point: Point): BoxSurvey['volume'] {
  const whole = wholeVolume(point);
  return whole && { ...whole, cubicInches: whole.cubicInches * powerShare(point) };
}

function wholeVolume(point: Point): BoxSurvey['volume'] {
  const extra = point.box.extras?.ringCubicInches ?? 0;
  if (point.box.markedCubicInches !== null)
    return { cubicInches: point.box.markedCubicInches + extra, from: 'marked' };
  const model = boxModel(point.box.model);
  return model ? { cubicInches: model.volumeCubicInches + extra, from: 'catalog' } : null;
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
      largestGround = larger(largestGround, groundIn(cable.gauge));
    }
  }
  const { point } = box;
  // A grounding wire of its own counts with the others, as thick as they are: 314.16(B)(5).
  if (point.groundRun) {
    grounds += 1;
    largestGround = larger(largestGround, groundIn(onDevice ?? '14'));
  }
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
      yokes: point.devices
        .filter((d) => deviceFacts(d).yoke)
        .map((d) => ({ gangs: d.gangs ?? 1, gauge: d.gauge ?? gauge })),
      ...(point.box.extras ? { extras: point.box.extras } : {}),
    },
  };
}

/** How crowded a box is beyond what the rule counts: connectors and bulky devices take room that no rule sees. */
export interface Crowding {
  readonly splices: number;
  readonly bulky: number;
  readonly state: 'easy' | 'snug' | 'crowded';
}

/** Room that a connector and a deep device take in practice, in3. */
const SPLICE_CUBIC_INCHES = 0.6;
const BULKY_CUBIC_INCHES = 3;

/**
 * The practical side of box fill, shown apart from the code's figure (common practice).
 * @param freeCubicInches what the rule's count leaves
 */
export function crowding(box: BoxFeed, freeCubicInches: number): Crowding {
  const splices = box.cables.length > 1 ? 3 : 0;
  const bulky = box.point.devices.filter(isBulky).length;
  const left = freeCubicInches - splices * SPLICE_CUBIC_INCHES - bulky * BULKY_CUBIC_INCHES;
  return { splices, bulky, state: left >= 1 ? 'easy' : left >= -2 ? 'snug' : 'crowded' };
}
