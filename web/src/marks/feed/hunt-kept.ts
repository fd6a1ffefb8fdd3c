import type { BreakerId, HuntWalk } from '@elwand/core';
import { deviceStorage, type DeviceStorage } from '../../state/device.ts';

/** A hunt that goes on: a phone that was put away between two walks has it still. */
export interface KeptHunt {
  readonly walks: readonly HuntWalk[];
  /** Breakers that must not be turned off. */
  readonly keptOn: readonly BreakerId[];
}
const NEW: KeptHunt = { walks: [], keptOn: [] };

const key = (houseId: string, pointId: string): string => `elwand-hunt:${houseId}:${pointId}`;

const isId = (v: unknown): v is BreakerId => typeof v === 'string';
const isWalk = (v: unknown): v is HuntWalk => {
  const { off, answer } = (v ?? {}) as { off?: unknown; answer?: unknown };
  return (
    Array.isArray(off) && off.every(isId) && (answer === 'dead' || answer === 'on' || answer === 'unsure')
  );
};

/** What was kept of a hunt; what can’t be read is as if none had begun. */
export function keptHunt(
  houseId: string,
  pointId: string,
  storage: DeviceStorage | null = deviceStorage(),
): KeptHunt {
  try {
    const { walks, keptOn } = JSON.parse(storage?.getItem(key(houseId, pointId)) ?? '{}') as Record<
      string,
      unknown
    >;
    return Array.isArray(walks) && walks.every(isWalk) && Array.isArray(keptOn) && keptOn.every(isId)
      ? { walks, keptOn }
      : NEW;
  } catch {
    return NEW;
  }
}

/** Keeps a hunt on this device; one with nothing in it is forgotten. */
export function keepHunt(
  houseId: string,
  pointId: string,
  hunt: KeptHunt,
  storage: DeviceStorage | null = deviceStorage(),
): void {
  try {
    if (hunt.walks.length === 0 && hunt.keptOn.length === 0) storage?.removeItem(key(houseId, pointId));
    else storage?.setItem(key(houseId, pointId), JSON.stringify(hunt));
  } catch {
    // Full: it lasts as long as the page.
  }
}
