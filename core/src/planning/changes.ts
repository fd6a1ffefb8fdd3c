import { boxModel, factsOf, replacements } from '../catalog/index.ts';
import { endAt, isMetalFed } from '../network/index.ts';
import { practice, published, type Finding } from '../findings/index.ts';
import { GANG_MM } from '../structure/index.ts';
import {
  boxOfKey,
  derivedId,
  isLamp,
  ItemId,
  isReceptacleDevice,
  isSwitchDevice,
  nthOf,
  switchedIn,
  type Cable,
  type Change,
  type Device,
  deviceFacts,
  type DeviceKind,
  type House,
  type Job,
  type Point,
  type PointId,
} from '../document/index.ts';
import { changesOf } from './partners.ts';
import { allOf, msg, q, type Text } from '../words/index.ts';

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

const deviceOf = (kind: DeviceKind, amps: number): Device => ({ kind, amps, grounded: true });
/** What stands where a device was taken out. */
export const BLANK: Device = { kind: 'blank', amps: 15, grounded: true };

/** A box that holds low voltage beside power gets a divider, of metal in a metal box. */
export const withDivider = (box: Point['box'], low: boolean): Point['box'] =>
  low && box.extras?.barrier === undefined
    ? { ...box, extras: { ...box.extras, barrier: box.metal ? 'metal' : 'nonmetallic' } }
    : box;

function withGangs(point: Point, gangs: number, devices: Device[], metalFed: boolean): Point {
  const kind = kindOf(devices, point.kind);
  if (gangs === point.box.gangs) return { ...point, kind, devices };
  // The largest old-work box of that width, of metal where the ground comes through it: what it is enlarged to when nobody has chosen one.
  const { extras: _, ...old } = point.box;
  return {
    ...point,
    kind,
    devices,
    box: {
      ...old,
      ...factsOf(
        replacements(boxModel(point.box.model), gangs, metalFed)[0] ??
          replacements(undefined, gangs, metalFed)[0],
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

function changed(
  house: House,
  point: Point,
  change: Change,
  other: Point | undefined,
  metalFed: boolean,
): Point {
  const amps = point.devices[0]?.amps ?? 15;
  switch (change.kind) {
    case 'replace': {
      const devices = point.devices.map((d, i) =>
        i === change.index
          ? {
              ...deviceOf(change.device, d.amps),
              grounded: d.grounded,
              ...(change.weightKg === undefined ? {} : { weightKg: change.weightKg }),
            }
          : d,
      );
      return { ...point, kind: kindOf(devices, point.kind), devices };
    }
    case 'enlarge': {
      const devices = [...pinned(house, point), ...change.devices.map((k) => deviceOf(k, amps))].slice(0, 6);
      const wide = withGangs(
        point,
        Math.min(6, Math.max(point.box.gangs, gangsOf(devices))),
        devices,
        metalFed,
      );
      return { ...wide, box: withDivider(wide.box, change.devices.includes('low-voltage')) };
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
        c.kind === 'swap' ||
        c.kind === 'convert' ||
        (c.kind === 'replace' && isReceptacleDevice({ kind: c.device })),
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

/** Slots in a yoke let a plate give this much, mm: common practice. */
const SHIFT_PLAY_MM = 3;

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
        ? changed({ ...house, cables }, one, change, two, isMetalFed(house, one.id))
        : two && p.id === two.id
          ? changed({ ...house, cables }, two, change, one, isMetalFed(house, two.id))
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

/** A light, fan or appliance that takes the place of another draws what it draws: it is asked once. */
function newLoads(house: House, job: Pick<Job, 'changes'>): Finding[] {
  return (job.changes ?? []).flatMap((change): Finding[] => {
    const point = house.points.find((p) => p.id === change.pointId);
    if (!point || change.kind !== 'replace' || change.loads !== undefined) return [];
    const { device } = change;
    if (!isLamp({ kind: device }) && device !== 'appliance') return [];
    return [
      {
        rule: 'new-load',
        key: `new-load:${change.id}`,
        severity: 'watch',
        origin: 'new',
        mark: 'want',
        subjects: [point.id],
        says: msg('planning.change.new-load', { thing: msg(`names.device.${device}`), point: point.label }),
        detail: msg('planning.change.new-load-why'),
        because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
        sources: [published('NEC 210.19(A), 210.20(A)')],
        remedies: [
          {
            says: msg('planning.change.same-load'),
            edit: { edit: 'same-load', changeId: change.id },
          },
        ],
      },
    ];
  });
}

/** What stands against a change, or is to be asked: a plate can only be shifted as far as its box reaches, a new light draws what it draws. */
export function changeFindings(house: House, job: Pick<Job, 'changes'>): Finding[] {
  return [...newLoads(house, job), ...shiftFindings(house, job)];
}

function shiftFindings(house: House, job: Pick<Job, 'changes'>): Finding[] {
  return (job.changes ?? []).flatMap((change): Finding[] => {
    const point = change.kind === 'shift' && house.points.find((p) => p.id === change.pointId);
    if (!point || change.kind !== 'shift') return [];
    const have = shiftRoomMm(point);
    const need = Math.abs(change.byMm);
    if (need <= have + SHIFT_PLAY_MM) return [];
    return [
      {
        rule: 'shift',
        key: `shift:${change.id}`,
        severity: 'fix',
        origin: 'new',
        mark: 'want',
        subjects: [point.id],
        says:
          have > 0
            ? msg('planning.change.shift-most', { point: point.label, most: q.length(have) })
            : msg('planning.change.shift-none', { point: point.label }),
        detail: msg('planning.change.shift-why'),
        because: { need, have, unit: 'mm', sense: 'at-least' },
        sources: [practice(msg('planning.change.shift-practice'))],
        remedies: [],
      },
    ];
  });
}

/** A change in words, for steps and lists. */
export function changeText(house: Pick<House, 'points'>, change: Change): Text {
  const label = (id: PointId) => house.points.find((p) => p.id === id)?.label ?? '?';
  const name = (k: DeviceKind) => msg(`names.a-device.${k}`);
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
      return msg('planning.change.shift', { point: own, way: change.byMm < 0 ? 'left' : 'right' });
    case 'convert':
      return msg('planning.change.convert', { point: own, switch: label(change.switchId) });
    case 'seal':
      return msg('planning.change.seal', { point: own });
    case 'swap':
      return msg('planning.change.swap', { point: own, other: label(change.withId) });
  }
}
