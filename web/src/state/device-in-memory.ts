import type { DeviceStorage } from './device.ts';

/** The storage of a device, for tests: in memory, with what it keeps in sight. */
export function deviceInMemory(
  first: Readonly<Record<string, string>> = {},
): DeviceStorage & { readonly kept: ReadonlyMap<string, string> } {
  const kept = new Map(Object.entries(first));
  return {
    kept,
    getItem: (k) => kept.get(k) ?? null,
    setItem: (k, v) => void kept.set(k, v),
    removeItem: (k) => void kept.delete(k),
  };
}
