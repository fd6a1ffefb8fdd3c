import type { Cable, Device, Point } from './house.ts';
import { PointId } from './ids.ts';
import type { Want } from './job.ts';
import { isSwitchDevice } from './kinds.ts';

/** A switched conductor is known by the switch that commands it: the box, and which of the switches in it. */
export type SwitchKey = string;

/** The name of the n-th switch of a box, counted from the left from 1; the first goes by its box alone. */
export const switchKey = (by: PointId, nth = 1): SwitchKey => (nth === 1 ? by : `${by}/${nth}`);

/** Which switch of its box a key means, from 1. */
export const nthOf = (key: SwitchKey): number => Number(key.split('/')[1] ?? 1);

/** The box of the switch that a key means. */
export const boxOfKey = (key: SwitchKey): PointId => PointId.parse(key.split('/')[0]);

/** Insulated conductors of a cable that carries this for so many switches: what is constant, and one for each switch. */
export function conductorsFor(carries: Cable['carries'], switches: number): Cable['conductors'] {
  if (carries === 'common-travelers-neutral' || carries === 'travelers-both-ways') return 4;
  const three = ['both', 'loop-neutral', 'travelers', 'common-travelers', 'two-hots-neutral'].includes(
    carries,
  );
  return switches > 1 ? (three ? 4 : 3) : three ? 3 : 2;
}

/** Does a cable have travelers in it, which go between two switches for one light? */
export const carriesTravelers = ({ carries }: Pick<Cable, 'carries'>): boolean =>
  carries === 'travelers' ||
  carries === 'common-travelers' ||
  carries === 'common-travelers-neutral' ||
  carries === 'travelers-both-ways';

/** The switched conductors of a cable, in the order of their colors; none where its switch is not known. */
export const switchedIn = (
  cable: Pick<Cable, 'switchedBy' | 'switchedNth' | 'also'>,
): { by: PointId; key: SwitchKey }[] => [
  ...(cable.switchedBy === null
    ? []
    : [{ by: cable.switchedBy, key: switchKey(cable.switchedBy, cable.switchedNth) }]),
  ...(cable.also
    ? [{ by: cable.also.switchedBy, key: switchKey(cable.also.switchedBy, cable.also.nth) }]
    : []),
];

/** Does a cable have the conductor of that switch? */
export const hasSwitched = (cable: Parameters<typeof switchedIn>[0], key: SwitchKey): boolean =>
  switchedIn(cable).some((s) => s.key === key);

/** The switched conductor that a device takes, of those that come into its box: the one it is said to hang on, else the only one. */
export function takenBy(
  { by }: Pick<Device, 'by'>,
  keys: readonly SwitchKey[],
): { readonly key: SwitchKey } | 'none' | 'unclear' {
  const named = by && switchKey(by.pointId, by.nth);
  if (named !== undefined) return keys.includes(named) ? { key: named } : 'unclear';
  const [only] = keys;
  if (only === undefined) return 'none';
  return keys.length === 1 ? { key: only } : 'unclear';
}

/** The switched conductors that a three-way switch may have on its common: its own, else those that no switch beside it sends. */
export const onCommon = (own: SwitchKey, keys: readonly SwitchKey[]): readonly SwitchKey[] =>
  keys.includes(own) ? [own] : keys.filter((key) => boxOfKey(key) !== boxOfKey(own));

/** The keys of the switches in a box, from the left. */
export const switchesIn = (point: Pick<Point, 'id' | 'devices'>): SwitchKey[] =>
  switchPlaces(point).map(({ key }) => key);

/** The switches in a box, from the left: each with its key, its number and its place among the devices. */
export const switchPlaces = ({
  id,
  devices,
}: Pick<Point, 'id' | 'devices'>): { key: SwitchKey; nth: number; index: number; device: Device }[] =>
  devices
    .flatMap((device, index) => (isSwitchDevice(device) ? [{ device, index }] : []))
    .map((at, i) => ({ ...at, nth: i + 1, key: switchKey(id, i + 1) }));

/** The switches, by their number in their box, that a want hangs on: its own, and that of a fan's light. */
export function switchNumbers(want: Pick<Want, 'control' | 'devices'>): number[] {
  const own = want.control.by === 'always' ? 1 : (want.control.nth ?? 1);
  const light = want.devices.find(({ kind }) => kind === 'fan')?.lightNth;
  return light === undefined || light === own ? [own] : [own, light];
}

/** A switch: its box, and which of the switches in it. */
export interface SwitchAt {
  readonly by: PointId;
  readonly nth: number;
}

/** The same switched conductors where their switches are elsewhere: a point that moves, or that gets its place in the house. */
export function withSwitches(cable: Cable, goes: (at: SwitchAt) => SwitchAt): Cable {
  const { switchedNth, also, ...rest } = cable;
  const own = rest.switchedBy === null ? null : goes({ by: rest.switchedBy, nth: switchedNth ?? 1 });
  const second = also && goes({ by: also.switchedBy, nth: also.nth });
  return {
    ...rest,
    switchedBy: own?.by ?? null,
    ...(own && own.nth !== 1 ? { switchedNth: own.nth } : {}),
    ...(second ? { also: { switchedBy: second.by, nth: second.nth } } : {}),
  };
}

/** The same device where the switch that it hangs on is elsewhere. */
export function withSwitch(device: Device, goes: (at: SwitchAt) => SwitchAt): Device {
  if (!device.by) return device;
  const { by, nth } = goes({ by: device.by.pointId, nth: device.by.nth ?? 1 });
  return { ...device, by: { pointId: by, ...(nth === 1 ? {} : { nth }) } };
}
