import {
  GAUGES,
  type BoxFunction,
  type Cable,
  type CableType,
  type Device,
  type Gauge,
  type Point,
} from './house.ts';
import type { Want } from './job.ts';
import { plugFacts, type PlugKey } from './plugs.ts';

/** What kinds of devices and cables are, asked in one place by rules, plan, wiring and screens. */

type Kind = Pick<Device, 'kind'>;

/** What a device is; everything that asks what a kind does asks here. */
export interface DeviceFacts {
  /** What it makes of its box, as a point of the house. */
  readonly makes: Exclude<Point['kind'], 'junction'> | null;
  /** A yoke that stands in the box and takes room in it (314.16(B)(4)); what hangs outside takes none. */
  readonly yoke: boolean;
  /** Deeper than what the count of its volume sees. */
  readonly bulky: boolean;
  /** Protection that it gives at itself and on its LOAD side. */
  readonly protects: 'gfci' | 'afci' | 'dual' | null;
}
const facts = (
  makes: DeviceFacts['makes'],
  yoke: boolean,
  { bulky = false, protects = null }: Partial<Pick<DeviceFacts, 'bulky' | 'protects'>> = {},
): DeviceFacts => ({ makes, yoke, bulky, protects });
const DEVICES: Readonly<Record<Device['kind'], DeviceFacts>> = {
  receptacle: facts('receptacle', true),
  'receptacle-gfci': facts('receptacle', true, { bulky: true, protects: 'gfci' }),
  'receptacle-afci': facts('receptacle', true, { bulky: true, protects: 'afci' }),
  'receptacle-dual': facts('receptacle', true, { bulky: true, protects: 'dual' }),
  'receptacle-single': facts('receptacle', true),
  switch: facts('switch', true),
  'switch-three-way': facts('switch', true),
  'switch-four-way': facts('switch', true),
  'switch-pilot': facts('switch', true),
  dimmer: facts('switch', true, { bulky: true }),
  'fan-control': facts('switch', true, { bulky: true }),
  luminaire: facts('luminaire', false),
  fan: facts('fan', false),
  appliance: facts('appliance', false),
  // In a compartment of its own behind a divider.
  'low-voltage': facts(null, false),
  blank: facts(null, false),
};
export const deviceFacts = ({ kind }: Kind): DeviceFacts => DEVICES[kind];

export const isReceptacleDevice = <D extends Kind>(
  device: D,
): device is D & { kind: Extract<Device['kind'], `receptacle${string}`> } =>
  deviceFacts(device).makes === 'receptacle';

export const givesGroundFault = (device: Kind): boolean =>
  ['gfci', 'dual'].includes(deviceFacts(device).protects ?? '');
export const givesArcFault = (device: Kind): boolean =>
  ['afci', 'dual'].includes(deviceFacts(device).protects ?? '');

/** A receptacle with LINE and LOAD terminals: it protects what hangs on its LOAD side. */
export const isProtecting = (device: Kind): boolean => deviceFacts(device).protects !== null;

/** Kinds of device that protect what comes after them. */
export type ProtectingKind = `receptacle-${NonNullable<DeviceFacts['protects']>}`;
/** The protecting device of a box; a GFCI where it is known to protect and nothing else. */
export function protectingKind({ devices }: { readonly devices: readonly Kind[] }): ProtectingKind {
  const given = new Set(devices.map((d) => deviceFacts(d).protects));
  return given.has('dual') ? 'receptacle-dual' : given.has('afci') ? 'receptacle-afci' : 'receptacle-gfci';
}

/** What hangs on a box and is on or off: it has no outlet for anything else. */
export const isLamp = ({ kind }: Kind): boolean => kind === 'luminaire' || kind === 'fan';

/** A fan whose motor and light hang on different conductors. */
export const isParted = ({ kind, lightNth, motor }: Pick<Device, 'kind' | 'lightNth' | 'motor'>): boolean =>
  kind === 'fan' && (lightNth !== undefined || motor === 'always');

/** Deep devices, which crowd a box beyond what the count of its volume sees. */
export const isBulky = (device: Kind): boolean => deviceFacts(device).bulky;

export const isSwitchDevice = (device: Kind): boolean => deviceFacts(device).makes === 'switch';

/** Is one size thicker than the other? */
export const isThicker = (a: Gauge, b: Gauge): boolean => GAUGES.indexOf(a) > GAUGES.indexOf(b);

/** A switch that works together with another one: what it is connected to are travelers. */
export const isTravelerSwitch = ({ kind }: Kind): boolean =>
  kind === 'switch-three-way' || kind === 'switch-four-way';

/** Something of low voltage: behind a divider, and nothing of the branch circuit. */
export const isLowVoltage = ({ kind }: Kind): boolean => kind === 'low-voltage';

/** The receptacles, switches and other things that a wanted box holds, from the left. */
export type GangKind = Want['kind'] | 'low-voltage';
const gangKind = (device: Kind): GangKind | null =>
  isLowVoltage(device) ? 'low-voltage' : deviceFacts(device).makes;

/** Does a wanted box hold something of this kind? */
export const holds = ({ devices }: Pick<Want, 'devices'>, kind: GangKind): boolean =>
  devices.some((d) => gangKind(d) === kind);

/** Volts that something asked for is made for: its plug says so, or the person. */
export const functionVolts = ({ volts, plug }: Pick<BoxFunction, 'volts' | 'plug'>): 120 | 240 =>
  plug === undefined ? (volts ?? 120) : plugFacts(plug).volts;

/** The plug of the receptacle that a want is for; undefined for an ordinary one. */
export const plugOf = ({ devices }: Pick<Want, 'devices'>): PlugKey | undefined =>
  devices.find((d) => d.plug !== undefined)?.plug;

/** The voltage that a want is planned for: only appliances and receptacles are had for two hots. */
export const voltsOf = ({ devices }: Pick<Want, 'devices'>): 120 | 240 =>
  devices.some((d) => (isReceptacleDevice(d) || d.kind === 'appliance') && functionVolts(d) === 240)
    ? 240
    : 120;

/** Is all of a wanted device, one part of it or nothing on the switch that its box is commanded by? */
export const onSwitch = ({ kind, tab, switched, motor }: BoxFunction): 'all' | 'part' | 'nothing' =>
  (kind === 'fan' && motor === 'always') || (kind === 'receptacle' && tab === 'broken')
    ? 'part'
    : isReceptacleDevice({ kind }) && switched === false
      ? 'nothing'
      : 'all';

/** Does a want need what is hot at all times beside the conductor of its switch: a fan with its motor on it, half an outlet, one of two? */
export const needsHotToo = ({ devices, control }: Pick<Want, 'devices' | 'control'>): boolean =>
  control.by !== 'always' && devices.some((d) => onSwitch(d) !== 'all');

/** What is put in where this is asked for: its plug says volts, amps and width. */
export function madeOf({ plug, ...asked }: BoxFunction, amps: number): Device {
  if (plug === undefined) return { ...asked, amps, grounded: true };
  const facts = plugFacts(plug);
  return {
    ...asked,
    amps: facts.amps,
    grounded: true,
    ...(facts.volts === 240
      ? { volts: 240, plug, ...(plugGangs(plug) > 1 ? { gangs: plugGangs(plug) } : {}) }
      : {}),
  };
}

/** Gangs that the box of a want has at least: a receptacle of 30 A and more is as wide as two. */
export const boxGangs = ({ devices, gangs }: Pick<Want, 'devices' | 'gangs'>): number =>
  Math.max(
    gangs ?? 1,
    devices.reduce((n, { plug }) => n + (plug === undefined ? 1 : plugGangs(plug)), 0),
  );

/** Gangs that the receptacle of a plug takes: the flush ones of 30 A and more are wider than 2 in. */
const plugGangs = (plug: PlugKey): 1 | 2 => (plugFacts(plug).amps > 20 ? 2 : 1);

/** Does a device between two hots take a neutral as well: its plug has four blades? */
export const takesNeutral = ({ volts, plug }: Pick<Device, 'volts' | 'plug'>): boolean =>
  volts === 240 && plug !== undefined && plugFacts(plug).neutral;

/** Does a want between two hots take a neutral as well? */
export const wantsNeutral = (want: Pick<Want, 'devices'>): boolean =>
  want.devices.some((d) => functionVolts(d) === 240 && takesNeutral({ ...d, volts: 240 }));

/** Does something in a box hang between two hots? */
export const isBetweenHots = ({ devices }: { readonly devices: readonly Pick<Device, 'volts'>[] }): boolean =>
  devices.some((d) => d.volts === 240);

/** Does a cable bring two hots, with or without a neutral? */
export const isTwoHot = ({ carries }: Pick<Cable, 'carries'>): boolean =>
  carries === 'two-hots' || carries === 'two-hots-neutral';

/** Switches in a wanted box. */
export const switchCount = ({ devices }: Pick<Want, 'devices'>): number =>
  devices.filter(isSwitchDevice).length;

/** Old small aluminum branch wiring, which is not extended; large aluminum feeders are ordinary. */
export const isSmallAluminum = ({ metal, gauge }: Pick<Cable, 'metal' | 'gauge'>): boolean =>
  metal === 'Al' && (gauge === '14' || gauge === '12' || gauge === '10');

const LETTER: Record<Point['kind'], string> = {
  receptacle: 'R',
  switch: 'S',
  luminaire: 'L',
  fan: 'F',
  junction: 'J',
  appliance: 'A',
};

/** What a wanted point is called until somebody names it. */
export const placeholderLabel = (n: number): string => `new ${n}`;
export const isPlaceholder = (label: string): boolean => /^new \d+$/.test(label);

/** The next name of its kind that no point has: R1, R2, S1 and so on. */
export function freeLabel(points: readonly Pick<Point, 'label'>[], kind: Point['kind']): string {
  const taken = new Set(points.map((p) => p.label));
  for (let n = 1; ; n++) if (!taken.has(`${LETTER[kind]}${n}`)) return `${LETTER[kind]}${n}`;
}

/** Methods that may be seen on a wall: conductors in a pipe. */
const RACEWAYS: ReadonlySet<CableType> = new Set(['EMT', 'PVC', 'LFNC', 'LFMC', 'FMC']);
export const isRaceway = (method: CableType): boolean => RACEWAYS.has(method);
/** Tubing and pipe that do not bend by hand: nobody fishes them through a wall that has its boards on. */
export const isStiff = (method: CableType): boolean => method === 'EMT' || method === 'PVC';
