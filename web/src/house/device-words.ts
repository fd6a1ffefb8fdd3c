import type { DeviceKind, ToolKey } from '@elwand/core';
import { options } from './words.ts';

/** Words that only windows and lists opened later need. */
export const DEVICE_KINDS = options<DeviceKind>({
  receptacle: 'outlet',
  'receptacle-gfci': 'GFCI receptacle',
  'receptacle-afci': 'AFCI receptacle',
  'receptacle-dual': 'dual-function AFCI/GFCI receptacle',
  'receptacle-single': 'single outlet',
  switch: 'switch',
  'switch-three-way': 'three-way switch',
  dimmer: 'dimmer',
  luminaire: 'light',
  fan: 'fan',
  appliance: 'fixed appliance',
  blank: 'blank plate',
});
export const TOOL_WORDS: Readonly<Record<ToolKey, string>> = {
  'right-angle-drill': 'right-angle drill',
  'flexible-bit': 'flexible bit, 54 in',
  'fish-rods': 'fish rods',
  'masonry-bit': 'rotary hammer and masonry bit',
  'tubing-bender': 'tubing bender',
  'pry-bar': 'pry bar for trim',
};
