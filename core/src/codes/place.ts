import {
  isReceptacleDevice,
  type House,
  type Point,
  type Position,
  type RoomUse,
} from '../document/index.ts';
import { counterAt, outlineOf, placeOf, reachTo, type PlanOfHouse } from '../structure/index.ts';
import { inches } from '../units/index.ts';
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

/** Rooms that people live in: living, sleeping, eating, cooking. Their wall line wants outlets (210.52(A)), their ceilings a box for a fan. */
export const HABITABLE: ReadonlySet<RoomUse> = new Set([
  'living',
  'family',
  'dining',
  'bedroom',
  'den',
  'library',
  'recreation',
  'sunroom',
  'kitchen',
  'basement-finished',
]);
/** From which edition on a ceiling box in such a room is made for a fan: 314.27(C). */
const FAN_BOX_SINCE = 2023;
/** Nearer to a wall than this no paddle fan hangs, mm: 18 in to the tip of a small blade; common practice. */
const FAN_CLEAR_MM = inches(30);

/** Is this a place of a ceiling where the code of that edition wants a box that can carry a fan? */
export function takesAFan(plan: PlanOfHouse, edition: number, at: Position): boolean {
  const room = plan.roomOf(at);
  const spot = plan.spotOf(at);
  if (edition < FAN_BOX_SINCE || at.on !== 'ceiling' || !room || !spot || !HABITABLE.has(room.use))
    return false;
  const { left, right, top, bottom } = outlineOf(room);
  return Math.min(spot.xMm - left, right - spot.xMm, spot.yMm - top, bottom - spot.yMm) >= FAN_CLEAR_MM;
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
