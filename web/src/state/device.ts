/** What this browser lets us keep. Private windows and strict settings forbid it: then everything works, and nothing is claimed. */
export type DeviceStorage = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

const PROBE = 'elwand-probe';

/** The storage of this device; null where it is blocked or gone. Merely touching it may throw. */
export function deviceStorage(): DeviceStorage | null {
  try {
    const storage = window.localStorage;
    storage.setItem(PROBE, '1');
    storage.removeItem(PROBE);
    return storage;
  } catch {
    try {
      // Full is not blocked: what is there can be read, and a smaller draft may still fit.
      return window.localStorage;
    } catch {
      return null;
    }
  }
}
