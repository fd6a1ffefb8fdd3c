import { boxToRead, SeenBox } from '@elwand/core/reading';
import type { House, PointId } from '@elwand/core';
import type { DeviceStorage } from '../../state/device.ts';
import { keptHere } from '../../state/kept-here.ts';

const boxes = keptHere<SeenBox>('box', (value) => SeenBox.safeParse(value).data ?? null);

/** What was noted of a box on this device; the box as surveyed, every end still to be looked at, where nothing was. */
export function keptBox(house: House, pointId: PointId, storage?: DeviceStorage | null): SeenBox {
  const point = house.points.find((p) => p.id === pointId);
  if (!point) throw new RangeError(`no box ${pointId}`);
  return boxes.get([house.id, pointId], storage) ?? boxToRead(house, point);
}

/** Keeps what was noted; null forgets it. */
export const keepBox = (
  houseId: string,
  pointId: string,
  box: SeenBox | null,
  storage?: DeviceStorage | null,
): void => boxes.set([houseId, pointId], box, storage);
