import { type DeviceKind, type ToolKey, msg, type Message } from '@elwand/core';
import { options } from './words.ts';

/** Words that only windows and lists opened later need. */
export const DEVICE_KINDS = options<DeviceKind>({
  receptacle: msg('screen.kinds.outlet'),
  'receptacle-gfci': msg('screen.kinds.gfci-receptacle'),
  'receptacle-afci': msg('screen.kinds.afci-receptacle'),
  'receptacle-dual': msg('screen.kinds.dual-function-afci-gfci-receptacle'),
  'receptacle-single': msg('screen.kinds.single-outlet'),
  switch: msg('screen.kinds.switch'),
  'switch-three-way': msg('screen.kinds.three-way-switch'),
  'switch-four-way': msg('screen.kinds.four-way-switch'),
  'switch-pilot': msg('screen.kinds.pilot-switch'),
  dimmer: msg('screen.kinds.dimmer'),
  'fan-control': msg('screen.kinds.fan-control'),
  luminaire: msg('screen.kinds.light'),
  fan: msg('screen.kinds.fan'),
  appliance: msg('screen.kinds.fixed-appliance'),
  'low-voltage': msg('screen.kinds.low-voltage'),
  blank: msg('screen.kinds.blank-plate'),
});
export const TOOL_WORDS: Readonly<Record<ToolKey, Message>> = {
  'right-angle-drill': msg('screen.kinds.right-angle-drill'),
  'flexible-bit': msg('screen.kinds.flexible-bit-54-in'),
  'fish-rods': msg('screen.kinds.fish-rods'),
  'masonry-bit': msg('screen.kinds.rotary-hammer-and-masonry-bit'),
  'tubing-bender': msg('screen.kinds.tubing-bender'),
  'pry-bar': msg('screen.kinds.pry-bar-for-trim'),
};
