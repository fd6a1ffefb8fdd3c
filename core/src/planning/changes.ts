import { boxModel, factsOf, replacements } from '../catalog/index.ts';
import { endAt, isMetalFed } from '../network/index.ts';
import { GANG_MM, onOpenFraming } from '../structure/index.ts';
import {
  boxOfKey,
  type BoxFunction,
  derivedId,
  isLowVoltage,
  madeOf,
  ItemId,
  isReceptacleDevice,
  isSwitchDevice,
  nthOf,
  switchedIn,
  type Cable,
  type Change,
  type Device,
  deviceFacts,
  type House,
  type Job,
  type Point,
  type PointId,
} from '../document/index.ts';
import { changesOf } from './partners.ts';
import { allOf, msg, type Text } from '../words/index.ts';

/** Changes of points that stay where they are: what the house is with them. */

/** Points that the changes of a job touch, each once. */
export function changedPoints(job: Pick<Job, 'changes'>): PointId[] {
  return [
    ...new Set(
      (job.changes ?? []).flatMap((c) => {
        if (c.kind === 'swap') return [c.pointId, c.withId];
        // The old switched conductor is taken off the switch: its box is opened as well.
        return c.kind === 'convert' ? [c.pointId, c.switchId] : [c.pointId];
      }),
    ),
  ];
}

/** The point whose devices a swap brings to this one; undefined where none does. The last swap of a point counts. */
export const swappedWith = (job: Pick<Job, 'changes'>, id: PointId): PointId | undefined =>
  (job.changes ?? [])
    .flatMap((c) =>
      c.kind !== 'swap' ? [] : c.pointId === id ? [c.withId] : c.withId === id ? [c.pointId] : [],
    )
    .at(-1);

/** What a box becomes with other devices in it: what most of them are. */
export function kindOf(devices: readonly Device[], old: Point['kind']): Point['kind'] {
  if (devices.every((d) => d.kind === 'blank')) return 'junction';
  const made = new Set(devices.map((d) => deviceFacts(d).makes));
  return (['receptacle', 'switch', 'fan', 'luminaire'] as const).find((k) => made.has(k)) ?? old;
}

/** A new duplex has its tab whole unless half of it was asked to be on a switch. */
const tabOf = ({ kind, tab }: BoxFunction): Pick<Device, 'tab'> =>
  kind === 'receptacle' ? { tab: tab ?? 'whole' } : {};

/** Some fields of a device, of those that it has. */
const fields = (of: Device, ...keys: (keyof Device)[]): Partial<Device> =>
  Object.fromEntries(keys.flatMap((key) => (of[key] === undefined ? [] : [[key, of[key]]])));

/** What goes in for an old device: what of it nothing else was asked of, it takes over. The volts, and the conductors that it was on. */
function inPlaceOf(old: Device, asked: BoxFunction): Device {
  const made = { ...madeOf(asked, old.amps), grounded: old.grounded };
  if (deviceFacts(asked).makes !== deviceFacts(old).makes) return made;
  if (old.volts === 240 && asked.plug === undefined && asked.volts === undefined)
    return { ...made, ...fields(old, 'volts', 'plug', 'gangs', 'kind') };
  if (asked.kind !== 'receptacle' || old.kind !== 'receptacle') return made;
  const said = asked.tab !== undefined || asked.switched !== undefined;
  return said
    ? { ...fields(old, 'by'), ...made, ...tabOf(asked) }
    : { ...made, ...fields(old, 'by', 'tab', 'switched') };
}

/** What stands where a device was taken out. */
export const BLANK: Device = { kind: 'blank', amps: 15, grounded: true };

/** A box that holds low voltage beside power gets a divider, of metal in a metal box. */
export const withDivider = (box: Point['box'], low: boolean): Point['box'] =>
  low && box.extras?.barrier === undefined
    ? { ...box, extras: { ...box.extras, barrier: box.metal ? 'metal' : 'nonmetallic' } }
    : box;

/** What decides which box takes the place of one: whether its ground comes by metal, and whether the framing is seen. */
interface Entry {
  readonly metalFed: boolean;
  readonly open: boolean;
}
const entryOf = (house: House, point: Point): Entry => ({
  metalFed: isMetalFed(house, point.id),
  open: onOpenFraming(house, point.at),
});

function withGangs(point: Point, gangs: number, devices: Device[], { metalFed, open }: Entry): Point {
  const kind = kindOf(devices, point.kind);
  if (gangs === point.box.gangs) return { ...point, kind, devices };
  // The largest box of that width, of metal where the ground comes through it: what it is enlarged to when nobody has chosen one.
  const { extras: _, ...old } = point.box;
  return {
    ...point,
    kind,
    devices,
    box: {
      ...old,
      ...factsOf(
        replacements(boxModel(point.box.model), gangs, metalFed, open)[0] ??
          replacements(undefined, gangs, metalFed, open)[0],
        gangs,
      ),
    },
  };
}

const gangsLike = ({ gangs }: Device): Pick<Device, 'gangs'> => (gangs === undefined ? {} : { gangs });
const gangsOf = (devices: readonly Device[]): number => devices.reduce((s, d) => s + (d.gangs ?? 1), 0);

/** Devices that hang on the one switched conductor of their box keep it when a switch with a conductor of its own comes beside them. */
function pinned({ cables }: Pick<House, 'cables'>, { id, devices }: Point): Device[] {
  const keys = new Set(
    cables.flatMap((c) => (endAt(c, id) === null ? [] : switchedIn(c).map(({ key }) => key))),
  );
  const [only] = keys;
  if (only === undefined || keys.size > 1) return devices;
  const nth = nthOf(only);
  const by = { pointId: boxOfKey(only), ...(nth === 1 ? {} : { nth }) };
  return devices.map((d) => (d.by || isSwitchDevice(d) || d.kind === 'blank' ? d : { ...d, by }));
}

function changed(house: House, point: Point, change: Change, other: Point | undefined, entry: Entry): Point {
  const amps = point.devices[0]?.amps ?? 15;
  switch (change.kind) {
    case 'replace': {
      const devices = point.devices.map((d, i) => (i === change.index ? inPlaceOf(d, change.device) : d));
      return { ...point, kind: kindOf(devices, point.kind), devices };
    }
    case 'enlarge': {
      const devices = [
        ...pinned(house, point),
        ...change.devices.map((asked) => ({ ...madeOf(asked, amps), ...tabOf(asked) })),
      ].slice(0, 6);
      const wide = withGangs(point, Math.min(6, Math.max(point.box.gangs, gangsOf(devices))), devices, entry);
      return { ...wide, box: withDivider(wide.box, change.devices.some(isLowVoltage)) };
    }
    case 'reduce': {
      // The box stays with its ring and cables: a blank closes each gang that is left. One that loses everything is a junction.
      const devices = point.devices.map((d, i) =>
        change.drop.includes(i) ? { ...BLANK, ...gangsLike(d) } : d,
      );
      return devices.every((d) => d.kind === 'blank')
        ? { ...point, kind: 'junction', devices: [BLANK] }
        : { ...point, kind: kindOf(devices, point.kind), devices };
    }
    case 'retire':
      return { ...point, kind: 'junction', devices: [BLANK] };
    case 'convert':
      // Both halves on what is constant: the receptacle that goes in has its tab whole.
      return {
        ...point,
        devices: point.devices.map((d) => (isReceptacleDevice(d) ? { ...d, tab: 'whole' as const } : d)),
      };
    case 'shift':
    case 'seal':
      return point;
    case 'swap':
      return other ? { ...point, kind: other.kind, devices: other.devices } : point;
  }
}

/** Receptacles that changes put in: in place of another one, or as one more. They are new work. */
export interface PutIn {
  readonly replaced: readonly PointId[];
  readonly added: readonly PointId[];
}

const holdsReceptacle = (point: Pick<Point, 'devices'> | undefined): boolean =>
  point?.devices.some(isReceptacleDevice) ?? false;

/** What the changes of a job put in, told by the boxes as they were and as they are. */
function putIn(before: House, after: House, changes: readonly Change[]): PutIn {
  const was = new Map(before.points.map((p) => [p.id, p] as const));
  const replaced = new Set<PointId>();
  const added = new Set<PointId>();
  for (const { id, devices } of after.points) {
    const old = was.get(id);
    const own = changes.filter((c) => c.pointId === id || (c.kind === 'swap' && c.withId === id));
    if (own.length === 0 || !holdsReceptacle({ devices })) continue;
    const count = (list: Point['devices']) => list.filter(isReceptacleDevice).length;
    if (count(devices) > count(old?.devices ?? [])) added.add(id);
    const put = own.some(
      (c) =>
        c.kind === 'swap' || c.kind === 'convert' || (c.kind === 'replace' && isReceptacleDevice(c.device)),
    );
    if (put && holdsReceptacle(old)) replaced.add(id);
  }
  return { replaced: [...replaced], added: [...added] };
}

export interface Changed {
  readonly house: House;
  readonly putIn: PutIn;
  /** Points that were changed. */
  readonly touched: readonly PointId[];
  /** Cables that go out of use: disconnected at both ends, marked, and left or pulled. */
  readonly dead: readonly string[];
  /** Boxes at their other ends: opened to take them off. */
  readonly undone: readonly PointId[];
}

/** A retired point at the end of its run: the cable that fed only it. */
function endCable(house: House, id: PointId): string | null {
  const at = house.cables.filter((c) => [c.from, c.to].some((e) => e.at === 'point' && e.pointId === id));
  return at.length === 1 ? (at[0]?.id ?? null) : null;
}

/** A cable whose one switched conductor can come off its switch; with two in it their colors would change places. */
const isFreed = (c: Cable): boolean => (c.carries === 'both' || c.carries === 'switched') && !c.also;

/** The cable to a half-switched outlet once its switched conductor is joined to the constant hot at the switch, or capped. */
function alwaysLive(cable: Cable, outlet: PointId, by: PointId): Cable {
  const there = [cable.from, cable.to].some((e) => e.at === 'point' && e.pointId === outlet);
  if (!there || cable.switchedBy !== by || !isFreed(cable)) return cable;
  const { switchedNth: _, ...rest } = cable;
  return { ...rest, carries: 'feed', switchedBy: null };
}

/** Switches whose switched conductor comes to a point: what can be taken off it. */
export const switchesOf = ({ cables }: Pick<House, 'cables'>, id: PointId): PointId[] => [
  ...new Set(
    cables.flatMap((c) =>
      c.switchedBy !== null &&
      c.switchedBy !== id &&
      isFreed(c) &&
      [c.from, c.to].some((e) => e.at === 'point' && e.pointId === id)
        ? [c.switchedBy]
        : [],
    ),
  ),
];

/** How far a plate can stand beside the middle of its box, mm: half a pitch for each gang that it does not fill. */
export const shiftRoomMm = (point: Pick<Point, 'box' | 'devices'>): number =>
  (Math.max(0, point.box.gangs - Math.max(1, gangsOf(point.devices))) * GANG_MM) / 2;

/** The house with the changes of a job. What hangs on a retired point goes with it; what is beyond it stays spliced. */
export function applyChanges(house: House, job: Parameters<typeof changesOf>[1]): Changed {
  const changes = changesOf(house, job);
  if (changes.length === 0)
    return { house, putIn: { replaced: [], added: [] }, touched: [], dead: [], undone: [] };
  let { points, cables, loads } = house;
  const dead: string[] = [];
  for (const change of changes) {
    const find = (id: PointId) => points.find((p) => p.id === id);
    const [one, two] = [find(change.pointId), change.kind === 'swap' ? find(change.withId) : undefined];
    if (!one || (change.kind === 'swap' && !two)) continue;
    points = points.map((p) =>
      p.id === one.id
        ? changed({ ...house, cables }, one, change, two, entryOf(house, one))
        : two && p.id === two.id
          ? changed({ ...house, cables }, two, change, one, entryOf(house, two))
          : p,
    );
    if (change.kind === 'swap') {
      const swapped = (id: PointId) => (id === one.id ? (two?.id ?? id) : id === two?.id ? one.id : id);
      loads = loads.map((l) => ({ ...l, pointId: swapped(l.pointId) }));
    }
    if (change.kind === 'replace' && change.loads !== undefined)
      loads = [
        // What is plugged in stays; what hung there or was wired in goes with it.
        ...loads.filter((l) => l.pointId !== one.id || l.connection === 'cord'),
        ...change.loads.map((l, i) => ({
          ...l,
          id: ItemId.parse(derivedId('changed-load', change.id, i)),
          pointId: one.id,
        })),
      ];
    if (change.kind === 'convert') cables = cables.map((c) => alwaysLive(c, change.pointId, change.switchId));
    if (change.kind !== 'retire') continue;
    loads = loads.filter((l) => l.pointId !== one.id);
    const cable = endCable({ ...house, cables }, one.id);
    if (cable === null) continue;
    // At the end of a run the box comes out of use whole: its cable is made dead at the other end.
    dead.push(cable);
    cables = cables.filter((c) => c.id !== cable);
    points = points.filter((p) => p.id !== one.id);
  }
  const undone = house.cables.flatMap((c) =>
    dead.includes(c.id) ? [c.from, c.to].flatMap((e) => (e.at === 'point' ? [e.pointId] : [])) : [],
  );
  const after = { ...house, points, cables, loads };
  return {
    house: after,
    putIn: putIn(house, after, changes),
    touched: changedPoints({ changes }),
    dead,
    undone: [...new Set(undone)].filter((id) => points.some((p) => p.id === id)),
  };
}

/** A change in words, for steps and lists. */
export function changeText(house: Pick<House, 'points'>, change: Change): Text {
  const label = (id: PointId) => house.points.find((p) => p.id === id)?.label ?? '?';
  const name = (asked: BoxFunction): Text => {
    const device = msg(`names.a-device.${asked.kind}`);
    const part = asked.tab === 'broken' ? 'part' : asked.switched === true ? 'all' : null;
    return part === null ? device : msg('planning.change.on-switch', { device, part });
  };
  const own = label(change.pointId);
  switch (change.kind) {
    case 'replace':
      return msg('planning.change.replace', { point: own, device: name(change.device) });
    case 'enlarge':
      return msg('planning.change.enlarge', { point: own, devices: allOf(change.devices.map(name)) });
    case 'reduce':
      return msg('planning.change.reduce', { count: change.drop.length, point: own });
    case 'retire':
      return msg('planning.change.retire', { point: own });
    case 'shift':
      return msg('planning.change.shift', {
        point: own,
        way: change.byMm < 0 ? 'left' : 'right',
        oversize: change.oversize ? 'yes' : 'no',
      });
    case 'convert':
      return msg('planning.change.convert', { point: own, switch: label(change.switchId) });
    case 'seal':
      return msg('planning.change.seal', { point: own });
    case 'swap':
      return msg('planning.change.swap', { point: own, other: label(change.withId) });
  }
}
