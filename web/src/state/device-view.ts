import { deviceStorage, type DeviceStorage } from './device.ts';

/** What is a matter of this device and its hand, and stays with it: the dim screen, single keys, which hand. */
export interface DeviceView {
  readonly dim: boolean;
  readonly keys: boolean;
  /** Buttons of the phone on the side of the left hand. */
  readonly lefty: boolean;
}

const KEY = 'elwand-device';

/** What was kept of it; what can't be read is as if nobody had chosen. */
export function readDeviceView(storage: DeviceStorage | null = deviceStorage()): Partial<DeviceView> {
  try {
    const kept = JSON.parse(storage?.getItem(KEY) ?? '{}') as Record<string, unknown>;
    const flag = (name: keyof DeviceView): Partial<DeviceView> =>
      typeof kept[name] === 'boolean' ? { [name]: kept[name] } : {};
    return { ...flag('dim'), ...flag('keys'), ...flag('lefty') };
  } catch {
    return {};
  }
}

/** Keeps it; a device that keeps nothing is as it was at the next visit. */
export function keepDeviceView(
  { dim, keys, lefty }: DeviceView,
  storage: DeviceStorage | null = deviceStorage(),
): void {
  try {
    storage?.setItem(KEY, JSON.stringify({ dim, keys, lefty }));
  } catch {
    // Full: it is only a preference.
  }
}
