import {
  isProtecting,
  isSwitchDevice,
  makeCable,
  withPoint,
  type Cable,
  type CableEnd,
  type Device,
  type House,
  type Point,
  type PointId,
} from '../document/index.ts';
import { conductorsOf, endAt, isMetalBox } from '../network/index.ts';
import { insulated } from './beyond.ts';
import { emptyBox, hasHandle, type Seat, type SeenBox, type SeenCable, type SeenDevice } from './seen.ts';
import { LIKELY, type BoxTold, type CableDoes } from './told.ts';

/** From a house to a box that is to be read, and what was read back into the house. */

/** Of a device, what one sees who looks at it. */
export const seenOf = ({ kind, tab, volts, plug, motor, lightNth }: Device): SeenDevice => ({
  kind,
  ...(tab ? { tab } : {}),
  ...(volts ? { volts } : {}),
  ...(plug ? { plug } : {}),
  ...(motor ? { motor } : {}),
  ...(lightNth ? { lightNth } : {}),
});

/** A box of the house with its cables and devices as surveyed, and every wire's end still to be looked at. */
export function boxToRead(house: House, point: Point): SeenBox {
  const seat: Seat = { on: 'unknown' };
  return {
    ...emptyBox(point.label, isMetalBox(point)),
    devices: point.devices.map(seenOf),
    cables: house.cables
      .filter((c) => endAt(c, point.id) !== null)
      .map((c) => ({
        id: c.id,
        label: farLabel(house, c, point.id),
        type: c.type,
        gauge: c.gauge,
        ground: c.ground,
        wires: conductorsOf(c, false).map(({ color }) => ({ color, seat })),
      })),
  };
}

/** Where the survey has the other end of a cable. */
function farLabel({ points, panels }: House, cable: Cable, here: PointId): string {
  const far = cable.from.at === 'point' && cable.from.pointId === here ? cable.to : cable.from;
  if (far.at === 'point') return points.find((p) => p.id === far.pointId)?.label ?? '';
  const panel = panels.find((p) => p.breakers.some((b) => b.id === far.breakerId));
  const breaker = panel?.breakers.find((b) => b.id === far.breakerId);
  return [panel?.label, breaker?.number].filter(Boolean).join(' ');
}

interface Carried {
  readonly carries: Cable['carries'];
  /** Which end of the cable is here; null where it does not matter. */
  readonly here: 'from' | 'to' | null;
}

/** What a cable carries by what it does in this box; null where the house has no name for it. */
function carriedBy(does: CableDoes, neutral: boolean, common: boolean): Carried | null {
  const is = (carries: Cable['carries'], here: Carried['here']): Carried => ({ carries, here });
  switch (does) {
    case 'feeds':
      return is('feed', 'to');
    case 'goes-on':
      return is('feed', 'from');
    case 'to-switch':
      return is(neutral ? 'loop-neutral' : 'loop', 'from');
    case 'from-light':
      return is(neutral ? 'loop-neutral' : 'loop', 'to');
    case 'switched-in':
      return is('switched', 'to');
    case 'to-light':
      return is('switched', 'from');
    case 'both-in':
      return is('both', 'to');
    case 'both-out':
      return is('both', 'from');
    case 'multiwire-in':
      return is('two-hots-neutral', 'to');
    case 'multiwire-out':
      return is('two-hots-neutral', 'from');
    case 'two-hots-in':
      return is('two-hots', 'to');
    case 'two-hots-out':
      return is('two-hots', 'from');
    case 'travelers':
      return is('travelers', null);
    case 'three-way-end':
      return is(neutral ? 'common-travelers-neutral' : 'common-travelers', common ? 'from' : 'to');
    case 'four-way-end':
      return is('travelers-both-ways', null);
    case 'broken':
    case 'nothing':
    case 'several':
      return null;
  }
}

/** What a cable was read to carry; null while it is open or has no name in the house. */
export function readCarried(read: BoxTold, cable: number): Carried | null {
  const does = read.cables[cable];
  if (!does || does.how === 'open') return null;
  const roles = read.wires.filter((w) => w.at.cable === cable);
  const common = read.commons[cable] === true;
  return carriedBy(
    does.is,
    roles.some((w) => w.is === 'neutral'),
    common,
  );
}

/** Where what was read and what was surveyed do not go together. */
export interface Contradiction {
  readonly cable: Cable;
  readonly surveyed: Cable['carries'];
  readonly read: CableDoes;
  /** Ruled out by everything that was seen, or only against what is likely. */
  readonly how: 'certain' | 'likely';
}

/** Cables of the house whose survey says something else than what was read in one of its boxes. */
export function contradictions(
  house: House,
  pointId: PointId,
  seen: SeenBox,
  read: BoxTold,
): Contradiction[] {
  return house.cables.flatMap((cable): Contradiction[] => {
    const here = endAt(cable, pointId);
    const i = seen.cables.findIndex((c) => c.id === cable.id);
    const does = read.cables[i];
    if (!here || !does || cable.carries === 'unknown') return [];
    const fits = does.odds
      .filter(({ is }) => isAsSurveyed(cable, here, is))
      .reduce((s, o) => s + o.chance, 0);
    if (fits > 1 - LIKELY) return [];
    const how = fits === 0 ? 'certain' : 'likely';
    return [{ cable, surveyed: cable.carries, read: does.is, how }];
  });
}

function isAsSurveyed(cable: Cable, here: 'from' | 'to', does: CableDoes): boolean {
  return [true, false].some((neutral) =>
    [true, false].some((common) => {
      const of = carriedBy(does, neutral, common);
      return (
        of !== null &&
        of.carries.replace('-neutral', '') === cable.carries.replace('-neutral', '') &&
        (of.here === null || of.here === here)
      );
    }),
  );
}

/** Where a cable goes that the house does not have yet. */
export type FarEnd = CableEnd;

/** Which terminals of a protecting device a cable is on, by its hot wire. */
function onOf(seen: SeenBox, cable: SeenCable): 'line' | 'load' | 'splice' {
  const screws = insulated(cable).flatMap(({ seat }) => {
    if (seat.on === 'screw') return [seat.screw];
    if (seat.on !== 'splice') return [];
    return seen.pigtails.flatMap((p) => (p.splice === seat.n && p.to.on === 'screw' ? [p.to.screw] : []));
  });
  if (screws.includes('load brass')) return 'load';
  const direct = insulated(cable).some(({ seat }) => seat.on === 'screw' && seat.screw === 'line brass');
  return direct ? 'line' : 'splice';
}

/** Which switch of the box, from 1, a cable's switched wire hangs on; undefined for the first or none. */
function switchNth(seen: SeenBox, cable: SeenCable): number | undefined {
  const devices = insulated(cable).flatMap(({ seat }) => {
    if (seat.on === 'screw') return [seat.device];
    if (seat.on !== 'splice') return [];
    return seen.pigtails.flatMap((p) => (p.splice === seat.n && p.to.on === 'screw' ? [p.to.device] : []));
  });
  const handles = seen.devices.flatMap((d, i) => (hasHandle(d) ? [i] : []));
  const nth = handles.findIndex((i) => devices.includes(i)) + 1;
  return nth > 1 ? nth : undefined;
}

/** What commands a switched conductor of a cable: a switch here, at its other end, or what the survey has. */
function commandedBy(
  house: House,
  pointId: PointId,
  seen: SeenBox,
  cable: SeenCable,
  does: CableDoes,
  was: Cable,
): Pick<Cable, 'switchedBy' | 'switchedNth'> {
  const far = was.from.at === 'point' && was.from.pointId !== pointId ? was.from : was.to;
  const farId = far.at === 'point' ? far.pointId : null;
  const hasSwitch = (id: PointId | null) =>
    id !== null && house.points.some((p) => p.id === id && p.devices.some(isSwitchDevice));
  const kept = { switchedBy: was.switchedBy, ...(was.switchedNth ? { switchedNth: was.switchedNth } : {}) };
  switch (does) {
    case 'from-light': {
      const nth = switchNth(seen, cable);
      return { switchedBy: pointId, ...(nth ? { switchedNth: nth } : {}) };
    }
    case 'to-light':
    case 'both-out': {
      if (!seen.devices.some(hasHandle)) return kept;
      const nth = switchNth(seen, cable);
      return { switchedBy: pointId, ...(nth ? { switchedNth: nth } : {}) };
    }
    case 'to-switch':
      return was.switchedBy === null && hasSwitch(farId) ? { switchedBy: farId } : kept;
    case 'switched-in':
    case 'both-in':
      return was.switchedBy === null && hasSwitch(farId) ? { switchedBy: farId } : kept;
    case 'three-way-end':
      return kept;
    default:
      return { switchedBy: null };
  }
}

/** A device of the house as it was seen; what only a label tells stays as it was. */
function deviceSeen(seen: SeenBox['devices'][number], was: Device | undefined): Device {
  const { amps = 15, grounded = true, ...rest } = was?.kind === seen.kind ? was : { ...was, kind: seen.kind };
  return { ...rest, ...seen, amps, grounded };
}

/**
 * The house with what was seen and read in one of its boxes: devices, cables and what they carry, as far as that is certain or likely.
 * @param far where cables go that the house does not have; one without an answer is left out
 */
export function withReading(
  house: House,
  pointId: PointId,
  seen: SeenBox,
  read: BoxTold | null,
  far: ReadonlyMap<string, FarEnd> = new Map(),
): House {
  const devices = house.points.find((p) => p.id === pointId)?.devices ?? [];
  const withBox = withPoint(house, pointId, (p) => ({
    ...p,
    box: { ...p.box, metal: seen.metal ?? p.box.metal },
    devices: seen.devices.map((d, i) => deviceSeen(d, devices[i])),
    condition: p.condition === 'not-looked' ? 'sound' : p.condition,
  }));
  const here = (on: 'line' | 'load' | 'splice'): CableEnd => ({ at: 'point', pointId, on });
  const protects = seen.devices.some((d) => isProtecting(d));
  return seen.cables.reduce((h, cable, i): House => {
    const known = h.cables.find((c) => c.id === cable.id);
    const end = far.get(cable.id);
    if (!known && !end) return h;
    const carried = read ? readCarried(read, i) : null;
    const does = read?.cables[i];
    const on = protects ? onOf(seen, cable) : 'splice';
    const base: Cable =
      known ?? makeCable(cable.id, end ?? here(on), here(on), { ground: cable.ground, carries: 'unknown' });
    const count = insulated(cable).length;
    const next: Cable = {
      ...base,
      type: cable.type,
      gauge: cable.gauge ?? base.gauge,
      ground: cable.ground === 'unknown' ? base.ground : cable.ground,
      conductors: count >= 2 && count <= 4 ? (count as 2 | 3 | 4) : base.conductors,
    };
    const side = endAt(next, pointId);
    if (side) next[side] = here(on);
    delete next.assumed;
    if (carried && does) {
      next.carries = carried.carries;
      const { switchedBy, switchedNth } = commandedBy(h, pointId, seen, cable, does.is, next);
      next.switchedBy = switchedBy;
      if (switchedNth) next.switchedNth = switchedNth;
      else delete next.switchedNth;
      // The supply is at the end called from.
      const now = endAt(next, pointId);
      const between = next.from.at === 'point' && next.to.at === 'point';
      if (between && carried.here && now && now !== carried.here) [next.from, next.to] = [next.to, next.from];
    }
    return { ...h, cables: known ? h.cables.map((c) => (c.id === next.id ? next : c)) : [...h.cables, next] };
  }, withBox);
}

/** Cables that were seen and are not in the house: where they go must be said before they can be entered. */
export const newCables = (house: House, seen: SeenBox): SeenCable[] =>
  seen.cables.filter((c) => !house.cables.some((h) => h.id === c.id));
