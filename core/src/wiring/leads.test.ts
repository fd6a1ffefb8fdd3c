import { describe, expect, it } from '@jest/globals';
import { PointId, switchKey, type Device, type Point } from '../document/index.ts';
import { bundle, device, outlet, smallHouse } from '../testing/build.ts';
import { MOST_IN_CONNECTOR } from '../catalog/index.ts';
import type { SpliceMember } from '../network/index.ts';
import { leadsOf, type Arriving } from './leads.ts';
import { spliced, type Making } from './splices.ts';

const point = (...devices: Device[]): Point => outlet('r1', 24, { devices });
const own = switchKey(PointId.parse('r1'), 1);
const far = switchKey(PointId.parse('s'), 1);
const arriving = (more: Partial<Arriving> = {}): Arriving => ({
  hot: true,
  switched: [],
  onLoad: new Set(),
  ...more,
});
/** What each screw takes, as `screw: group`. */
const takes = (p: Point, a: Arriving = arriving()): Record<string, string | null> =>
  Object.fromEntries(leadsOf(p, a).map((l) => [`${l.device} ${l.screw}`, l.group]));

/** Common practice, and the markings of the devices. */
describe('what each screw of a device takes', () => {
  it('between two hots: both, and a neutral only where its plug has one', () => {
    const big = takes(point(device('receptacle', { volts: 240, plug: '6-20' })));
    expect(big).toEqual({ '0 brass': 'hot', '0 other brass': 'second-hot', '0 green': 'ground' });
    const range = takes(point(device('receptacle', { volts: 240, plug: '14-50' })));
    expect(range).toEqual({ ...big, '0 silver': 'neutral' });
  });
  it('a split outlet takes the constant and the switched hot, each on its half', () =>
    expect(takes(point(device('receptacle', { tab: 'broken' })), arriving({ switched: [far] }))).toEqual({
      '0 brass': 'hot',
      '0 lower brass': `switched:${far}`,
      '0 silver': 'neutral',
      '0 green': 'ground',
    }));
  it.each(['luminaire', 'fan', 'appliance'] as const)(
    'a %s whose switch hangs on LOAD has its neutral there, on LINE otherwise',
    (kind) => {
      const neutral = (onLoad: boolean) => {
        const all = takes(
          point(device('receptacle-gfci'), device(kind)),
          arriving({ switched: [far], onLoad: new Set(onLoad ? [far] : []) }),
        );
        return Object.entries(all).find(
          ([screw, group]) => screw.startsWith('1 ') && group?.startsWith('neutral'),
        )?.[1];
      };
      expect([neutral(true), neutral(false)]).toEqual(['neutral#load', 'neutral']);
    },
  );
  it('a plain outlet beside a protecting one hangs behind it, a half-switched one does not', () => {
    const beside = (d: Device) => takes(point(device('receptacle-gfci'), d), arriving({ switched: [far] }));
    expect(beside(device('receptacle', { tab: 'whole' }))['1 silver']).toBe('neutral#load');
    expect(beside(device('receptacle', { tab: 'broken' }))['1 silver']).toBe('neutral');
  });
  it('a switch takes what is constant and gives what is its own', () => {
    const all = takes(point(device('switch')), arriving({ switched: [own] }));
    expect(all).toEqual({
      '0 switch screw': 'hot',
      '0 other switch screw': `switched:${own}`,
      '0 green': 'ground',
    });
    expect(takes(point(device('switch-pilot')), arriving({ switched: [own] }))['0 silver']).toBe('neutral');
  });
});

describe('ends in connectors', () => {
  const making: Making = {
    job: bundle(smallHouse(), []).job,
    point: point(device('blank')),
    labelOf: (id) => id,
    mixed: false,
  };
  const members = (n: number): SpliceMember[] =>
    Array.from({ length: n }, (_, i) => ({
      kind: 'pigtail' as const,
      to: 'brass' as const,
      color: 'black' as const,
      device: i,
    }));
  it.each([2, 3, 5, 6, 8, 9, 11, 12, 14, 17, 20])(
    '%d ends: none takes more than it holds, each is in one of them, and the connectors hang together',
    (n) => {
      const made = spliced('hot', members(n), 3, making);
      expect(made.every((s) => s.members.length <= MOST_IN_CONNECTOR && s.members.length >= 2)).toBe(true);
      expect(made.flatMap((s) => s.members).filter((m) => m.kind === 'pigtail')).toHaveLength(n);
      expect(made.map((s) => s.n)).toEqual(made.map((_, i) => 3 + i));
      // A jumper has its other end in the connector that it names.
      const jumps = made.flatMap((s) =>
        s.members.flatMap((m) => (m.kind === 'jumper' ? [`${s.n}>${m.to}`] : [])),
      );
      const back = jumps.map((j) => j.split('>').reverse().join('>'));
      expect([...back].sort()).toEqual([...jumps].sort());
      expect(jumps).toHaveLength(2 * (made.length - 1));
      // As few as can be: each further one takes two ends for its jumper.
      expect(made).toHaveLength(n <= MOST_IN_CONNECTOR ? 1 : Math.ceil((n - 2) / (MOST_IN_CONNECTOR - 2)));
    },
  );
});
