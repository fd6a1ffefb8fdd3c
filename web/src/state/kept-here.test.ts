import { describe, expect, it } from '@jest/globals';
import {
  findings,
  NEW_FINDING,
  withoutReading,
  withReading,
  withSymptoms,
} from '../marks/fault/finding-kept.ts';
import { keptHere } from './kept-here.ts';
import { deviceInMemory } from './device-in-memory.ts';

describe('what a device keeps', () => {
  const numbers = keptHere<number>('number', (v) => (typeof v === 'number' ? v : null));
  it('gives back what was kept in that place, and forgets it', () => {
    const d = deviceInMemory();
    numbers.set(['h', 'p'], 7, d);
    expect([numbers.get(['h', 'p'], d), numbers.get(['h', 'q'], d)]).toEqual([7, null]);
    numbers.set(['h', 'p'], null, d);
    expect([numbers.get(['h', 'p'], d), d.kept.size]).toEqual([null, 0]);
  });
  it('what can’t be read is as if nothing had been kept, and a device that keeps nothing does no harm', () => {
    const d = deviceInMemory();
    d.setItem('elwand-number:h', '{');
    expect(numbers.get(['h'], d)).toBeNull();
    d.setItem('elwand-number:h', '"seven"');
    expect(numbers.get(['h'], d)).toBeNull();
    expect(() => numbers.set(['h'], 8, null)).not.toThrow();
    expect(() =>
      numbers.set(['h'], 8, {
        ...d,
        setItem: () => {
          throw new Error('full');
        },
      }),
    ).not.toThrow();
  });
});

describe('a search for a fault', () => {
  const one = { look: 'a', values: [120, null, 0], trips: [] };
  it('has each reading once, the newest, and what was left out stays out', () => {
    const two = withReading(withReading(NEW_FINDING, one), { ...one, values: [0, 0, 0] });
    expect(two.taken).toEqual([{ ...one, values: [0, 0, 0] }]);
    const gone = withoutReading(withoutReading(two, 'a'), 'a');
    expect([gone.taken, gone.left]).toEqual([[], ['a']]);
    expect(withSymptoms(two, ['dead']).symptoms).toEqual(['dead']);
  });
  it('is kept, and something else in its place is none', () => {
    const d = deviceInMemory();
    const kept = withReading(NEW_FINDING, one);
    findings.set(['h', 'b'], kept, d);
    expect(findings.get(['h', 'b'], d)).toEqual(kept);
    d.setItem('elwand-fault:h:b', JSON.stringify({ ...kept, symptoms: ['hums'] }));
    expect(findings.get(['h', 'b'], d)).toBeNull();
  });
});
