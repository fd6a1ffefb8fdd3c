import {
  deviceFacts,
  isLamp,
  isReceptacleDevice,
  switchPlaces,
  withSwitch,
  withSwitches,
  type Device,
  type House,
  type Job,
  type Point,
  type PointId,
  type SwitchAt,
  type Want,
} from '../document/index.ts';
import { BLANK, kindOf, swappedWith } from './changes.ts';
import { newPointId } from './types.ts';

/** Points that move: with everything in them, or one of their devices alone while the others stay. */

/** Devices that a want takes along from the point that it moves. */
export const devicesTaken = (
  { replacesDevice }: Pick<Want, 'replacesDevice'>,
  { devices }: Pick<Point, 'devices'>,
): readonly Device[] =>
  replacesDevice === undefined ? devices : devices.slice(replacesDevice, replacesDevice + 1);

/**
 * Devices that are there already for a point of the plan and are not bought again: what stays in its box, what moves to it, what
 * a swap brings.
 */
export function devicesThere(
  { points }: Pick<House, 'points'>,
  job: Pick<Job, 'wants' | 'changes'>,
  id: PointId,
): readonly Device[] {
  const at = (of: PointId | undefined): Point | undefined => points.find((p) => p.id === of);
  const want = job.wants.find((w) => newPointId(w) === id);
  const from = at(want?.replaces);
  if (want && from) return devicesTaken(want, from);
  const gone = new Set(job.wants.flatMap((w) => (w.replaces === id ? [w.replacesDevice] : [])));
  return (at(swappedWith(job, id)) ?? at(id))?.devices.filter((_, i) => !gone.has(i)) ?? [];
}

/** What a moved device makes of its new box. */
export const kindTaken = (want: Pick<Want, 'replacesDevice'>, point: Point): Point['kind'] => {
  const [device] = devicesTaken(want, point);
  return want.replacesDevice === undefined || !device
    ? point.kind
    : (deviceFacts(device).makes ?? 'junction');
};

interface Moves {
  /** Where a whole point goes, by its old id. */
  readonly whole: ReadonlyMap<string, PointId>;
  /** Where single devices go, by the id of their point and their place in it. */
  readonly single: ReadonlyMap<string, ReadonlyMap<number, PointId>>;
}

function movesOf(job: Pick<Job, 'wants'>): Moves {
  const whole = new Map<string, PointId>();
  const single = new Map<string, Map<number, PointId>>();
  for (const w of job.wants) {
    if (w.replaces === undefined) continue;
    if (w.replacesDevice === undefined) whole.set(w.replaces, newPointId(w));
    else
      single.set(
        w.replaces,
        (single.get(w.replaces) ?? new Map<number, PointId>()).set(w.replacesDevice, newPointId(w)),
      );
  }
  return { whole, single };
}

/** Points that take over what was at an old one. */
export const movedPoints = (job: Pick<Job, 'wants'>): ReadonlySet<string> =>
  new Set(job.wants.flatMap((w) => (w.replaces === undefined ? [] : [newPointId(w)])));

/** Where each switch is afterwards: in its new box, or under another number in the box that another one left. */
export function switchGoes(
  { points }: Pick<House, 'points'>,
  job: Pick<Job, 'wants'>,
): (at: SwitchAt) => SwitchAt {
  const { whole, single } = movesOf(job);
  const places = new Map(points.map((p) => [p.id, switchPlaces(p).map(({ index }) => index)] as const));
  return ({ by, nth }) => {
    const to = whole.get(by);
    if (to) return { by: to, nth };
    const gone = single.get(by);
    const own = places.get(by) ?? [];
    const place = own[nth - 1];
    if (!gone || place === undefined) return { by, nth };
    const moved = gone.get(place);
    if (moved) return { by: moved, nth: 1 };
    return { by, nth: nth - own.slice(0, nth - 1).filter((i) => gone.has(i)).length };
  };
}

/** A box without the devices that move out of it: a blank stands in the place of each. */
function without(point: Point, gone: ReadonlyMap<number, PointId>): Point {
  const devices = point.devices.map((d, i) =>
    gone.has(i) ? { ...BLANK, ...(d.gangs === undefined ? {} : { gangs: d.gangs }) } : d,
  );
  return devices.every((d) => d.kind === 'blank')
    ? { ...point, kind: 'junction', devices: [BLANK] }
    : { ...point, kind: kindOf(devices, point.kind), devices };
}

/** Where the loads of a point go: with the only thing in it that they can hang on. */
function loadsGo(point: Point, gone: ReadonlyMap<number, PointId>): PointId {
  const loaded = point.devices.flatMap((d, i) =>
    isReceptacleDevice(d) || isLamp(d) || d.kind === 'appliance' ? [i] : [],
  );
  const [only] = loaded;
  return (loaded.length === 1 && only !== undefined ? gone.get(only) : undefined) ?? point.id;
}

/** Points that move leave their old box as a junction that stays reachable; what they commanded and carried goes along. */
export function withMoved(house: House, job: Pick<Job, 'wants'>): House {
  const { whole, single } = movesOf(job);
  if (whole.size === 0 && single.size === 0) return house;
  const goes = switchGoes(house, job);
  const points = house.points.map((p): Point => {
    if (whole.has(p.id)) return { ...p, kind: 'junction', devices: [BLANK] };
    const gone = single.get(p.id);
    const left = gone ? without(p, gone) : p;
    return { ...left, devices: left.devices.map((d) => withSwitch(d, goes)) };
  });
  const loadAt = new Map<string, PointId>([
    ...whole,
    ...house.points.flatMap((p) => {
      const gone = single.get(p.id);
      return gone ? [[p.id, loadsGo(p, gone)] as const] : [];
    }),
  ]);
  return {
    ...house,
    points,
    loads: house.loads.map((l) => ({ ...l, pointId: loadAt.get(l.pointId) ?? l.pointId })),
    cables: house.cables.map((c) => withSwitches(c, goes)),
  };
}

/** The number of a switch that moves by itself, in the box that it leaves; undefined where it is no switch. */
export function switchTaken(want: Pick<Want, 'replacesDevice'>, point: Point): number | undefined {
  return switchPlaces(point).find(({ index }) => index === want.replacesDevice)?.nth;
}
