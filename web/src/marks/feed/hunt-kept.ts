import type { BreakerId, HuntWalk } from '@elwand/core';
import type { DeviceStorage } from '../../state/device.ts';
import { keptHere } from '../../state/kept-here.ts';

/** A hunt that goes on between two walks. */
export interface KeptHunt {
  readonly walks: readonly HuntWalk[];
  /** Breakers that must not be turned off. */
  readonly keptOn: readonly BreakerId[];
}
const NEW: KeptHunt = { walks: [], keptOn: [] };

const isId = (v: unknown): v is BreakerId => typeof v === 'string';
const isWalk = (v: unknown): v is HuntWalk => {
  const { off, answer } = (v ?? {}) as { off?: unknown; answer?: unknown };
  return (
    Array.isArray(off) && off.every(isId) && (answer === 'dead' || answer === 'on' || answer === 'unsure')
  );
};

const hunts = keptHere<KeptHunt>('hunt', (value) => {
  const { walks, keptOn } = value as Record<string, unknown>;
  return Array.isArray(walks) && walks.every(isWalk) && Array.isArray(keptOn) && keptOn.every(isId)
    ? { walks, keptOn }
    : null;
});

/** What was kept of a hunt; what can’t be read is as if none had begun. */
export const keptHunt = (houseId: string, pointId: string, storage?: DeviceStorage | null): KeptHunt =>
  hunts.get([houseId, pointId], storage) ?? NEW;

/** Keeps a hunt on this device; one with nothing in it is forgotten. */
export const keepHunt = (
  houseId: string,
  pointId: string,
  hunt: KeptHunt,
  storage?: DeviceStorage | null,
): void => hunts.set([houseId, pointId], hunt.walks.length + hunt.keptOn.length === 0 ? null : hunt, storage);
