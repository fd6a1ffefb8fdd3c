import type { Cable, CableType, Device, Point } from './house.ts';
import type { Want } from './job.ts';

/** What kinds of devices and cables are, asked in one place by rules, plan, wiring and screens. */

type Kind = Pick<Device, 'kind'>;

export const isReceptacleDevice = <D extends Kind>(
  device: D,
): device is D & { kind: Extract<Device['kind'], `receptacle${string}`> } =>
  device.kind.startsWith('receptacle');

export const givesGroundFault = ({ kind }: Kind): boolean =>
  kind === 'receptacle-gfci' || kind === 'receptacle-dual';
export const givesArcFault = ({ kind }: Kind): boolean =>
  kind === 'receptacle-afci' || kind === 'receptacle-dual';

/** A receptacle with LINE and LOAD terminals: it protects what hangs on its LOAD side. */
export const isProtecting = (device: Kind): boolean => givesGroundFault(device) || givesArcFault(device);

/** Kinds of device that protect what comes after them. */
export type ProtectingKind = 'receptacle-gfci' | 'receptacle-afci' | 'receptacle-dual';
/** The protecting device of a box; a GFCI where it is known to protect and nothing else. */
export const protectingKind = ({ devices }: { readonly devices: readonly Kind[] }): ProtectingKind =>
  devices.some((d) => d.kind === 'receptacle-dual')
    ? 'receptacle-dual'
    : devices.some((d) => d.kind === 'receptacle-afci')
      ? 'receptacle-afci'
      : 'receptacle-gfci';

/** Deep devices, which crowd a box beyond what the count of its volume sees. */
export const isBulky = (device: Kind): boolean => isProtecting(device) || device.kind === 'dimmer';

export const isSwitchDevice = ({ kind }: Kind): boolean =>
  kind === 'switch' || kind === 'switch-three-way' || kind === 'dimmer';

/** What a wanted box has in its gangs, from the left. */
export const gangKinds = ({ kind, gangs, beside }: Pick<Want, 'kind' | 'gangs' | 'beside'>): Want['kind'][] =>
  Array.from({ length: gangs }, (_, i) => (i === 0 ? kind : (beside?.[i - 1] ?? kind)));

/** The voltage that a want is planned for: only appliances and receptacles are had for two hots. */
export const voltsOf = ({ kind, volts }: Pick<Want, 'kind' | 'volts'>): 120 | 240 =>
  volts === 240 && (kind === 'appliance' || kind === 'receptacle') ? 240 : 120;

/** Switches in a wanted box. */
export const switchCount = (want: Pick<Want, 'kind' | 'gangs' | 'beside'>): number =>
  gangKinds(want).filter((k) => k === 'switch').length;

/** Old small aluminium branch wiring, which is not extended; large aluminium feeders are ordinary. */
export const isSmallAluminium = ({ metal, gauge }: Pick<Cable, 'metal' | 'gauge'>): boolean =>
  metal === 'Al' && (gauge === '14' || gauge === '12' || gauge === '10');

const LETTER: Record<Point['kind'], string> = {
  receptacle: 'R',
  switch: 'S',
  luminaire: 'L',
  fan: 'F',
  junction: 'J',
  appliance: 'A',
};

/** The next name of its kind that no point has: R1, R2, S1 and so on. */
export function freeLabel(points: readonly Pick<Point, 'label'>[], kind: Point['kind']): string {
  const taken = new Set(points.map((p) => p.label));
  for (let n = 1; ; n++) if (!taken.has(`${LETTER[kind]}${n}`)) return `${LETTER[kind]}${n}`;
}

/** Methods that may be seen on a wall: conductors in a pipe. */
const RACEWAYS: ReadonlySet<CableType> = new Set(['EMT', 'PVC', 'LFNC', 'LFMC', 'FMC']);
export const isRaceway = (method: CableType): boolean => RACEWAYS.has(method);
