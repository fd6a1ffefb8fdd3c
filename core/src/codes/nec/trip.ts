import { USUAL_FAULT_AMPS } from '../../catalog/index.ts';
import type { Breaker, Cable, House } from '../../document/index.ts';
import type { Feed } from '../../feed/index.ts';
import {
  faultAt,
  faultCurrent,
  isHeated,
  circuitVolts,
  overload,
  type FaultAt,
  type HeatedConductor,
  type Overload,
} from '../../load/index.ts';
import type { CodePack } from '../pack.ts';
import { ampacityOf, insulationC } from './tables/ampacity.ts';
import { CIRCULAR_MILS } from './tables/conductors.ts';

export interface CableTrip {
  readonly cable: Cable;
  readonly conductor: HeatedConductor;
  readonly breaker: Breaker;
  readonly overload: Overload;
  /** At the near end of the cable, where the current is largest; lengths nobody knows are taken as none. */
  readonly near: FaultAt;
  /** At its far end, conductors hot; null when a length on the way is not known. */
  readonly far: FaultAt | null;
  readonly panelFaultAmps: number;
  readonly faultAsked: boolean;
}

/** Conductors are cold when the largest fault current flows, C, and warm when the smallest does. */
const COLD_C = 20;
const RATED_C = 60;

/** A cable's conductor as a heated body; undefined for sizes and insulations that the curves do not cover. */
export function heatedConductor(
  cable: Pick<Cable, 'gauge' | 'metal' | 'type'>,
  pack: CodePack,
): HeatedConductor | undefined {
  const { gauge, metal, type } = cable;
  if (gauge === null || metal === null || !isHeated(gauge)) return undefined;
  const ampacity = ampacityOf(gauge, metal, RATED_C);
  const insulation = insulationC(type);
  if (ampacity === undefined || insulation === undefined) return undefined;
  return {
    gauge,
    metal,
    ampacity,
    ratedC: RATED_C,
    insulationC: insulation,
    ohmPerMeter: pack.resistance(gauge, metal, RATED_C).value,
    circularMils: CIRCULAR_MILS[gauge],
  };
}

/** Ohms there and back over cables of known size and length; null when one is not known. */
function loopOhms(cables: readonly Cable[], pack: CodePack, celsius: number): number | null {
  let ohms = 0;
  for (const c of cables) {
    if (c.gauge === null || c.metal === null || c.lengthMm === null) return null;
    ohms += 2 * (c.lengthMm / 1000) * pack.resistance(c.gauge, c.metal, celsius).value;
  }
  return ohms;
}

/** Both questions for one cable on the way from its breaker; undefined where the curves do not reach. */
export function tripOfCable(
  house: House,
  feed: Feed,
  pack: CodePack,
  breaker: Breaker,
  cable: Cable,
): CableTrip | undefined {
  const conductor = heatedConductor(cable, pack);
  if (!conductor) return undefined;
  const ends = [cable.from, cable.to].flatMap((e) =>
    e.at === 'point' ? (feed.boxes.get(e.pointId) ?? []) : [],
  );
  const far = ends.find((b) => b.path.at(-1) === cable.id);
  const byId = new Map(house.cables.map((c) => [c.id, c] as const));
  const path = (far?.path ?? [cable.id]).flatMap((id) => byId.get(id) ?? []);
  const volts = circuitVolts(breaker);
  const panelFaultAmps = house.faultAmps ?? USUAL_FAULT_AMPS;
  const upstream = path.slice(0, -1);
  const known = upstream.filter((c) => c.gauge !== null && c.metal !== null && c.lengthMm !== null);
  const nearOhms = loopOhms(known, pack, COLD_C) ?? 0;
  const farOhms = loopOhms(path, pack, RATED_C);
  const at = (ohms: number) => faultAt(conductor, breaker.amps, faultCurrent(volts, panelFaultAmps, ohms));
  return {
    cable,
    conductor,
    breaker,
    overload: overload(conductor, breaker.amps),
    near: at(nearOhms),
    far: farOhms === null ? null : at(farOhms),
    panelFaultAmps,
    faultAsked: house.faultAmps !== null,
  };
}
