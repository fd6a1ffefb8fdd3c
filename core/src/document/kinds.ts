import {
  GAUGES,
  type Cable,
  type CableType,
  type Device,
  type DeviceKind,
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

/** What may stand in one gang of a wanted box. */
export type GangKind = Want['kind'] | NonNullable<Want['beside']>[number];

/** What a wanted box has in its gangs, from the left. */
export const gangKinds = ({ kind, gangs, beside }: Pick<Want, 'kind' | 'gangs' | 'beside'>): GangKind[] =>
  Array.from({ length: gangs }, (_, i) => (i === 0 ? kind : (beside?.[i - 1] ?? kind)));

/** The device that is asked for in a gang of a wanted box; undefined where the usual one of its kind will do. */
export const askedDevice = (
  want: Pick<Want, 'kind' | 'gangs' | 'beside' | 'devices'>,
  gang: number,
): DeviceKind | undefined => {
  const kind = want.devices?.[gang];
  return kind && deviceFacts({ kind }).makes === gangKinds(want)[gang] ? kind : undefined;
};

/** The voltage that a want is planned for: only appliances and receptacles are had for two hots. */
export const voltsOf = ({ kind, volts, plug }: Pick<Want, 'kind' | 'volts' | 'plug'>): 120 | 240 =>
  kind === 'receptacle' && plug !== undefined
    ? plugFacts(plug).volts
    : volts === 240 && (kind === 'appliance' || kind === 'receptacle')
      ? 240
      : 120;

/** Does a want need what is hot at all times beside the conductor of its switch: a fan with its motor on it, half an outlet? */
export const needsHotToo = ({
  kind,
  motor,
  half,
  control,
}: Pick<Want, 'kind' | 'motor' | 'half' | 'control'>): boolean =>
  control.by !== 'always' &&
  ((kind === 'fan' && motor === 'always') || (kind === 'receptacle' && half === true));

/** Gangs that the box of a want has at least: a receptacle of 30 A and more is as wide as two. */
export const boxGangs = ({ kind, gangs, plug }: Pick<Want, 'kind' | 'gangs' | 'plug'>): number =>
  Math.max(gangs, kind === 'receptacle' && plug !== undefined ? plugGangs(plug) : 1);

/** Gangs that the receptacle of a plug takes: the flush ones of 30 A and more are wider than 2 in. */
export const plugGangs = (plug: PlugKey): 1 | 2 => (plugFacts(plug).amps > 20 ? 2 : 1);

/** Does a device between two hots take a neutral as well: its plug has four blades? */
export const takesNeutral = ({ volts, plug }: Pick<Device, 'volts' | 'plug'>): boolean =>
  volts === 240 && plug !== undefined && plugFacts(plug).neutral;

/** Does a want between two hots take a neutral as well? */
export const wantsNeutral = (want: Pick<Want, 'kind' | 'volts' | 'plug'>): boolean =>
  voltsOf(want) === 240 && want.plug !== undefined && plugFacts(want.plug).neutral;

/** Does something in a box hang between two hots? */
export const isBetweenHots = ({ devices }: { readonly devices: readonly Pick<Device, 'volts'>[] }): boolean =>
  devices.some((d) => d.volts === 240);

/** Does a cable bring two hots, with or without a neutral? */
export const isTwoHot = ({ carries }: Pick<Cable, 'carries'>): boolean =>
  carries === 'two-hots' || carries === 'two-hots-neutral';

/** Switches in a wanted box. */
export const switchCount = (want: Pick<Want, 'kind' | 'gangs' | 'beside'>): number =>
  gangKinds(want).filter((k) => k === 'switch').length;

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
