import { boxToRead, SeenBox } from '@elwand/core/reading';
import type { House, PointId } from '@elwand/core';
import { deviceStorage, type DeviceStorage } from '../../state/device.ts';

const key = (houseId: string, pointId: string): string => `elwand-box:${houseId}:${pointId}`;

/** What was noted of a box on this device; the box as surveyed, every end still to be looked at, where nothing was. */
export function keptBox(
  house: House,
  pointId: PointId,
  storage: DeviceStorage | null = deviceStorage(),
): SeenBox {
  const point = house.points.find((p) => p.id === pointId);
  if (!point) throw new RangeError(`no box ${pointId}`);
  try {
    const kept = SeenBox.safeParse(JSON.parse(storage?.getItem(key(house.id, pointId)) ?? 'null'));
    if (kept.success) return kept.data;
  } catch {
    // Not to be read: as if nothing had been noted.
  }
  return boxToRead(house, point);
}

/** Keeps what was noted; null forgets it. */
export function keepBox(
  houseId: string,
  pointId: string,
  box: SeenBox | null,
  storage: DeviceStorage | null = deviceStorage(),
): void {
  try {
    if (box) storage?.setItem(key(houseId, pointId), JSON.stringify(box));
    else storage?.removeItem(key(houseId, pointId));
  } catch {
    // Full: it lasts as long as the page.
  }
}
