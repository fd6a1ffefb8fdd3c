import type { CableId, House, PointId } from '../document/index.ts';
import { wayUp, type Feed } from '../feed/index.ts';
import type { CodePack } from '../codes/pack.ts';
import { circuitVolts, dayOf } from './load.ts';

export interface DropSegment {
  readonly cableId: CableId;
  readonly lengthMm: number | null;
  readonly gauge: string | null;
  readonly amps: number;
  readonly volts: number | null;
}

export interface Drop {
  readonly segments: readonly DropSegment[];
  /** Over the known segments. */
  readonly volts: number;
  readonly share: number;
  /** Cables on the way whose length (or only whose gauge) nobody has read. */
  readonly unknownLength: readonly CableId[];
  readonly unknownGauge: readonly CableId[];
  /** What the unknown part may add in length of the smallest known gauge and still stay within the limit, mm; null when nothing runs and any length would do. */
  readonly roomMm: number | null;
  readonly celsius: number;
  readonly smallest: string | null;
}

/** Conductor temperature that the arithmetic assumes, C: the warm side for cable limited to 60 C terminals. */
const DROP_CELSIUS = 75;

/** Volts lost in a two-wire run: there and back. `meters` one way, ohm per meter, A. */
export const twoWireDrop = (meters: number, ohmPerMeter: number, amps: number): number =>
  2 * meters * ohmPerMeter * amps;

/** Points at or beyond a point, by the feed tree. */
function downstream(feed: Feed): Map<PointId, PointId[]> {
  const below = new Map<PointId, PointId[]>();
  for (const id of feed.boxes.keys())
    for (const at of wayUp(feed, id)) below.set(at, [...(below.get(at) ?? []), id]);
  return below;
}

/**
 * Voltage lost from the breaker to a point, segment by segment: each carries what is connected at or beyond its far end,
 * at the hour when that is most. Unknown segments are named, not guessed.
 */
export function voltageDrop(house: House, feed: Feed, pack: CodePack, pointId: PointId): Drop | undefined {
  const box = feed.boxes.get(pointId);
  const circuit = box?.circuits[0] === undefined ? undefined : feed.circuits.get(box.circuits[0]);
  if (!box || !circuit || box.path.length === 0) return undefined;
  const volts = circuitVolts(circuit.breaker);
  const below = downstream(feed);
  const cables = new Map(house.cables.map((c) => [c.id, c] as const));
  const on = wayUp(feed, pointId).reverse();
  const unknownLength: CableId[] = [];
  const unknownGauge: CableId[] = [];
  let smallest: { gauge: string; ohm: number } | null = null;
  const segments = box.path.map((cableId, i): DropSegment => {
    const cable = cables.get(cableId);
    const beyondIds = new Set(below.get(on[i] ?? pointId) ?? []);
    const loads = house.loads.filter((l) => beyondIds.has(l.pointId));
    const amps = Math.max(
      0,
      ...dayOf(loads.map((l) => ({ ...l, amps: l.voltAmperes / volts }))).map((d) => d.amps),
    );
    if (!cable || cable.gauge === null || cable.metal === null || cable.lengthMm === null) {
      (cable?.lengthMm == null ? unknownLength : unknownGauge).push(cableId);
      return { cableId, lengthMm: cable?.lengthMm ?? null, gauge: cable?.gauge ?? null, amps, volts: null };
    }
    const ohm = pack.resistance(cable.gauge, cable.metal, DROP_CELSIUS).value;
    if (!smallest || ohm > smallest.ohm) smallest = { gauge: cable.gauge, ohm };
    return {
      cableId,
      lengthMm: cable.lengthMm,
      gauge: cable.gauge,
      amps,
      volts: twoWireDrop(cable.lengthMm / 1000, ohm, amps),
    };
  });
  const total = segments.reduce((s, x) => s + (x.volts ?? 0), 0);
  const spare = pack.limits.voltageDrop.value * volts - total;
  const first = segments[0]?.amps ?? 0;
  const known = smallest as { gauge: string; ohm: number } | null;
  const ohm = known?.ohm ?? pack.resistance('14', 'Cu', DROP_CELSIUS).value;
  return {
    segments,
    volts: total,
    share: total / volts,
    unknownLength,
    unknownGauge,
    celsius: DROP_CELSIUS,
    smallest: known?.gauge ?? null,
    roomMm: first > 0 ? Math.max(0, (spare / (2 * ohm * first)) * 1000) : null,
  };
}
