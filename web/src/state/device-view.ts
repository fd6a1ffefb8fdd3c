import { deviceStorage, type DeviceStorage } from './device.ts';

/** What is a matter of this device and its hand, and stays with it: the dim screen, single keys, which hand, how high the walls are drawn. */
export interface DeviceView {
  readonly dim: boolean;
  readonly keys: boolean;
  /** Buttons of the phone on the side of the left hand. */
  readonly lefty: boolean;
  /** How high the walls of the unrolled room are drawn; 0 while they are folded away. */
  readonly stripPx: number;
}

export const DEVICE_VIEW = [
  'dim',
  'keys',
  'lefty',
  'stripPx',
] as const satisfies readonly (keyof DeviceView)[];

/** Heights that the walls may be drawn at, px. */
export const STRIP_PX = { least: 80, usual: 200, most: 400 } as const;

const KEY = 'elwand-device';

/** What was kept of it; what can't be read is as if nobody had chosen. */
export function readDeviceView(storage: DeviceStorage | null = deviceStorage()): Partial<DeviceView> {
  try {
    const kept = JSON.parse(storage?.getItem(KEY) ?? '{}') as Record<string, unknown>;
    const flag = (name: 'dim' | 'keys' | 'lefty'): Partial<DeviceView> =>
      typeof kept[name] === 'boolean' ? { [name]: kept[name] } : {};
    const high = kept.stripPx;
    const asBefore =
      typeof high === 'number' && (high === 0 || (high >= STRIP_PX.least && high <= STRIP_PX.most));
    return {
      ...flag('dim'),
      ...flag('keys'),
      ...flag('lefty'),
      ...(asBefore ? { stripPx: high } : {}),
    };
  } catch {
    return {};
  }
}

/** Keeps it; a device that keeps nothing is as it was at the next visit. */
export function keepDeviceView(
  { dim, keys, lefty, stripPx }: DeviceView,
  storage: DeviceStorage | null = deviceStorage(),
): void {
  try {
    storage?.setItem(KEY, JSON.stringify({ dim, keys, lefty, stripPx }));
  } catch {
    // Full: it is only a preference.
  }
}
