import { describe, expect, it } from '@jest/globals';
import { BreakerId } from '@elwand/core';
import { keepHunt, keptHunt, type KeptHunt } from './hunt-kept.ts';
import { deviceInMemory } from '../../state/device-in-memory.ts';

const b = BreakerId.parse('b1');
const hunt: KeptHunt = { walks: [{ off: [b], answer: 'on' }], keptOn: [] };

describe('a hunt between two walks', () => {
  it('comes back for its own box, and is forgotten when it is over', () => {
    const device = deviceInMemory();
    keepHunt('h', 'p', hunt, device);
    expect(keptHunt('h', 'p', device)).toEqual(hunt);
    expect(keptHunt('h', 'q', device)).toEqual({ walks: [], keptOn: [] });
    keepHunt('h', 'p', { walks: [], keptOn: [] }, device);
    expect(device.kept.size).toBe(0);
  });
  it('what can’t be read is as if none had begun', () => {
    for (const text of [
      '{',
      '{"walks":[{"off":"b1","answer":"on"}],"keptOn":[]}',
      '{"walks":[{"off":[],"answer":"?"}]}',
    ]) {
      const device = deviceInMemory();
      device.setItem('elwand-hunt:h:p', text);
      expect(keptHunt('h', 'p', device)).toEqual({ walks: [], keptOn: [] });
    }
    expect(keptHunt('h', 'p', null)).toEqual({ walks: [], keptOn: [] });
  });
});
