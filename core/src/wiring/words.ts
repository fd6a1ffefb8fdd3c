import type { Point } from '../document/index.ts';
import type { Screw } from '../network/index.ts';

/** The end at a device, with the device where there are several. */
export const endWords = (screw: Screw, device: number, point: Pick<Point, 'devices'>): string =>
  point.devices.length > 1 ? `${screw} of device ${device + 1}` : screw;
