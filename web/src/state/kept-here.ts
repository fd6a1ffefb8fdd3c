import { deviceStorage, type DeviceStorage } from './device.ts';

/** Something unfinished that this device keeps: a phone that was put away has it still. */
export interface KeptHere<T> {
  /** What was kept; what can't be read is as if nothing had been. */
  readonly get: (place: readonly string[], storage?: DeviceStorage | null) => T | null;
  /** Keeps it; null forgets it. */
  readonly set: (place: readonly string[], value: T | null, storage?: DeviceStorage | null) => void;
}

/**
 * Keeps one kind of thing on this device.
 * @param kind names it among the others
 * @param read what was kept, or null where it is none
 */
export function keptHere<T>(kind: string, read: (value: unknown) => T | null): KeptHere<T> {
  const key = (place: readonly string[]): string => [`elwand-${kind}`, ...place].join(':');
  return {
    get(place, storage = deviceStorage()) {
      try {
        return read(JSON.parse(storage?.getItem(key(place)) ?? 'null'));
      } catch {
        return null;
      }
    },
    set(place, value, storage = deviceStorage()) {
      try {
        if (value === null) storage?.removeItem(key(place));
        else storage?.setItem(key(place), JSON.stringify(value));
      } catch {
        // Full: it lasts as long as the page.
      }
    },
  };
}
