import type { Point } from '../document/index.ts';
import type { Screw } from '../network/index.ts';
import { msg, type Text } from '../words/index.ts';

/** The end at a device, with the device where there are several. */
export const endText = (screw: Screw, device: number, point: Pick<Point, 'devices'>): Text =>
  point.devices.length > 1
    ? msg('wiring.end-of-device', { end: msg(`names.screw.${screw}`), device: device + 1 })
    : msg(`names.screw.${screw}`);
