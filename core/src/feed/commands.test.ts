import { describe, expect, it } from '@jest/globals';
import { makePoint, PointId, type Device, type House, type Point } from '../document/index.ts';
import {
  device,
  atBreaker,
  atPoint,
  ceilingAt,
  knownBox,
  nm,
  outlet,
  smallHouse,
  wallAt,
} from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { buildFeed, switching } from './index.ts';

/** What switches what, as a person reads it. */

const by = (id: string) => PointId.parse(id);
const s = (id: string, x: number, ...kinds: Device['kind'][]): Point =>
  makePoint(id, id.toUpperCase(), 'switch', wallAt(x, 48), {
    ...knownBox('new-1g-22'),
    devices: kinds.map((k) => device(k)),
  });
const l = (id: string, kind: 'luminaire' | 'fan' = 'luminaire', more: Partial<Device> = {}): Point =>
  makePoint(id, id.toUpperCase(), kind, ceilingAt(60, 60), {
    ...knownBox('old-round-20'),
    devices: [device(kind, more)],
  });
const told = (points: Point[], cables: House['cables']) => {
  const { by: all, always } = switching(buildFeed(smallHouse({ points, cables })));
  return {
    by: all.map(
      (c) =>
        `${c.switches.map((x) => (x.of > 1 ? `${x.label}/${x.nth}` : x.label)).join('+')}: ${c.things.map(said).join(', ')}`,
    ),
    always,
  };
};

describe('what switches what', () => {
  it('a switch with its light, one with nothing, and a light that is always on', () =>
    expect(
      told(
        [s('s1', 20, 'switch'), l('l1'), s('s2', 40, 'switch'), l('l2')],
        [
          nm('c1', atBreaker(), atPoint('s1')),
          nm('c2', atPoint('s1'), atPoint('l1'), { carries: 'switched', switchedBy: by('s1') }),
          nm('c3', atPoint('s1'), atPoint('s2')),
          nm('c4', atPoint('s2'), atPoint('l2')),
        ],
      ),
    ).toEqual({ by: ['S1: L1', 'S2: '], always: ['L2'] }));
  it('two switches in one box, a fan apart from its light, half an outlet', () =>
    expect(
      told(
        [
          s('s1', 20, 'switch', 'switch'),
          l('f', 'fan', { lightNth: 2 }),
          s('s2', 40, 'dimmer'),
          outlet('r1', 70, { devices: [device('receptacle', { tab: 'broken' })] }),
        ],
        [
          nm('c1', atBreaker(), atPoint('s1')),
          nm('c2', atPoint('s1'), atPoint('f'), {
            carries: 'switched',
            conductors: 3,
            switchedBy: by('s1'),
            also: { switchedBy: by('s1'), nth: 2 },
          }),
          nm('c3', atPoint('s1'), atPoint('s2')),
          nm('c4', atPoint('s2'), atPoint('r1'), { carries: 'both', conductors: 3, switchedBy: by('s2') }),
        ],
      ).by,
    ).toEqual(['S1/1: the fan at F', 'S1/2: the light at F', 'S2: half of R1']));
  it('two three-ways are one, whichever of them has the conductor to the light', () => {
    const pair = (first: boolean) =>
      told(
        [s('s1', 20, 'switch-three-way'), s('s2', 40, 'switch-three-way'), l('l1')],
        [
          nm('c1', atBreaker(), atPoint('s1')),
          nm('c2', atPoint('s1'), atPoint('s2'), {
            carries: first ? 'common-travelers-neutral' : 'travelers',
            conductors: first ? 4 : 3,
          }),
          nm('c3', atPoint(first ? 's1' : 's2'), atPoint('l1'), {
            carries: 'switched',
            switchedBy: by(first ? 's1' : 's2'),
          }),
        ],
      ).by;
    expect([pair(true), pair(false)]).toEqual([['S1+S2: L1'], ['S1+S2: L1']]);
  });
});
