import { isReceptacleDevice, type House, type Point, type Position } from '../document/index.ts';
import { counterAt, placeOf, reachTo, type PlanOfHouse } from '../structure/index.ts';
import type { OutletFacts, PlaceFacts } from './pack.ts';

/** What surrounds a place, for the rules that go by it; undefined when its room is not known. */
export function placeFacts(plan: PlanOfHouse, at: Position, volts: 120 | 240 = 120): PlaceFacts | undefined {
  const room = plan.roomOf(at);
  if (!room) return undefined;
  const place = placeOf(plan, at);
  if (!place) return undefined;
  const { use, moisture } = place;
  if (at.on === 'outside')
    return {
      use,
      moisture,
      heightMm: at.heightMm,
      toSinkMm: null,
      toSinkStraightMm: null,
      toTub: null,
      overCounter: false,
      volts,
    };
  const tub = reachTo(plan, at, 'tub', 'same');
  return {
    use,
    moisture,
    heightMm: at.on === 'wall' ? at.heightMm : room.ceilingMm,
    toSinkMm: reachTo(plan, at, 'sink', 'same')?.mm ?? null,
    toSinkStraightMm: reachTo(plan, at, 'sink', 'all')?.mm ?? null,
    toTub: tub ? { mm: tub.mm, asideMm: tub.asideMm, aboveRimMm: tub.aboveRimMm } : null,
    overCounter: room.use === 'kitchen' && counterAt(plan, at) !== undefined,
    volts,
  };
}

/** What is connected at a point, for the rules that go by that. */
export function outletFacts(
  house: Pick<House, 'loads'>,
  point: Pick<Point, 'id' | 'kind' | 'devices'>,
): OutletFacts {
  const appliance = house.loads.find((l) => l.pointId === point.id && l.appliance)?.appliance ?? null;
  const kind = point.devices.some(isReceptacleDevice)
    ? 'receptacle'
    : point.kind === 'appliance'
      ? 'appliance'
      : ('light' as const);
  return { kind, appliance, amps: Math.max(0, ...point.devices.map((d) => d.amps)) };
}
