import { msg, type Text } from '@elwand/core';
import { deviceText, type Seat, type SeenBox } from '@elwand/core/reading';

/** Where a wire ends, in words; the device is named where there are several. */
export function seatText(box: SeenBox, seat: Seat): Text {
  switch (seat.on) {
    case 'screw': {
      const screw = msg(`names.screw.${seat.screw}`);
      return box.devices.length > 1
        ? msg('screen.read.on-device', { screw, device: deviceText(box, seat.device) })
        : screw;
    }
    case 'splice':
      return msg('screen.read.splice', { n: seat.n });
    case 'cap':
      return msg('screen.read.capped');
    case 'box':
      return msg('screen.read.metal-screw');
    case 'unknown':
      return msg('screen.read.not-seen');
  }
}
