import { describe, expect, it } from '@jest/globals';
import { keepDeviceView, readDeviceView } from './device-view.ts';
import { deviceInMemory } from './device-in-memory.ts';

describe('what a device keeps of its hand and its light', () => {
  it('comes back as it was', () => {
    const device = deviceInMemory();
    keepDeviceView({ dim: true, keys: false, lefty: true, stripPx: 260 }, device);
    expect(readDeviceView(device)).toEqual({ dim: true, keys: false, lefty: true, stripPx: 260 });
  });
  it('what can not be read is as if nobody had chosen', () => {
    expect(readDeviceView(deviceInMemory({ 'elwand-device': '{' }))).toEqual({});
    expect(readDeviceView(deviceInMemory({ 'elwand-device': '{"dim":"yes","lefty":true}' }))).toEqual({
      lefty: true,
    });
    for (const [px, read] of [
      [0, { stripPx: 0 }],
      [260, { stripPx: 260 }],
      [12, {}],
      [9000, {}],
      ['"tall"', {}],
    ] as const)
      expect(readDeviceView(deviceInMemory({ 'elwand-device': `{"stripPx":${px}}` }))).toEqual(read);
    expect(readDeviceView(null)).toEqual({});
  });
  it('a full device breaks nothing', () => {
    const full = {
      ...deviceInMemory(),
      setItem: () => {
        throw new Error('full');
      },
    };
    expect(() => keepDeviceView({ dim: true, keys: true, lefty: true, stripPx: 0 }, full)).not.toThrow();
  });
});
