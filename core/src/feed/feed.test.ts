import { describe, expect, it } from '@jest/globals';
import { PointId, makePoint } from '../document/index.ts';
import {
  atBreaker,
  atPoint,
  ceilingAt,
  knownBox,
  nm,
  outlet,
  panel,
  smallHouse,
  wallAt,
} from '../testing/build.ts';
import { beyond, buildFeed, feedTree, goesDark, protectionZones } from './index.ts';
import { heard, said } from '../testing/said.ts';

const id = (s: string) => PointId.parse(s);
const light = makePoint('l1', 'L1', 'luminaire', ceilingAt(60, 60), knownBox('oct-4-1-1/2'));
const wallSwitch = makePoint('s1', 'S1', 'switch', wallAt(110, 48), knownBox('new-1g-18'));

describe('what feeds what', () => {
  it('finds the circuit, the way from the panel and what hangs beyond', () => {
    const feed = buildFeed(smallHouse());
    expect(feed.boxes.get(id('r2'))?.path).toEqual(['c1', 'c2']);
    expect(feed.boxes.get(id('r2'))?.constantHot).toBe(true);
    expect(beyond(feed, id('r1'))).toEqual(['r2']);
    expect(goesDark(feed, panel()[0]!.breakers[0]!.id)).toEqual(['r1', 'r2']);
  });
  it('leaves a point without a cable unfed', () => {
    const house = smallHouse({ points: [outlet('r1', 24), outlet('r2', 88), outlet('r9', 120)] });
    expect(buildFeed(house).unfed).toEqual(['r9']);
  });
  it('does not run for ever in a ring', () => {
    const house = smallHouse();
    const ring = { ...house, cables: [...house.cables, nm('c3', atPoint('r2'), atPoint('r1'))] };
    expect(buildFeed(ring).circuits.get(panel()[0]!.breakers[0]!.id)?.points).toEqual(['r1', 'r2']);
  });
});

describe('conductors present in a box', () => {
  it('a switch loop has constant hot and no neutral; the light gets its switched hot back', () => {
    const house = smallHouse({
      points: [outlet('r1', 24), light, wallSwitch],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('l1')),
        nm('c3', atPoint('l1'), atPoint('s1'), { carries: 'loop', switchedBy: id('s1') }),
      ],
    });
    const feed = buildFeed(house);
    expect(feed.boxes.get(id('s1'))).toMatchObject({ constantHot: true, neutral: false, switchedBy: ['s1'] });
    expect(feed.boxes.get(id('l1'))).toMatchObject({ constantHot: true, neutral: true, switchedBy: ['s1'] });
  });
  it('power at the switch: the light has only a switched hot', () => {
    const house = smallHouse({
      points: [wallSwitch, light],
      cables: [
        nm('c1', atBreaker(), atPoint('s1')),
        nm('c2', atPoint('s1'), atPoint('l1'), { carries: 'switched', switchedBy: id('s1') }),
      ],
    });
    const feed = buildFeed(house);
    expect(feed.boxes.get(id('l1'))).toMatchObject({ constantHot: false, neutral: true, switchedBy: ['s1'] });
    expect(feed.boxes.get(id('s1'))).toMatchObject({ constantHot: true, neutral: true });
  });
  it('a cable whose entry was made from the far end works the same', () => {
    const house = smallHouse({
      cables: [nm('c1', atPoint('r1'), atBreaker()), nm('c2', atPoint('r2'), atPoint('r1'))],
    });
    expect(buildFeed(house).boxes.get(id('r2'))?.constantHot).toBe(true);
  });
  it('an unread cable is open, not guessed', () => {
    const house = smallHouse({ cables: [nm('c1', atBreaker(), atPoint('r1'), { carries: 'unknown' })] });
    expect(buildFeed(house).boxes.get(id('r1'))).toMatchObject({ constantHot: false, unread: true });
  });
});

describe('ground on the way', () => {
  it.each([
    ['wire', 'yes'],
    ['none', 'no'],
    ['unknown', 'unknown'],
  ] as const)('first cable %s: the far box says %s', (ground, says) => {
    const house = smallHouse({
      cables: [nm('c1', atBreaker(), atPoint('r1'), { ground }), nm('c2', atPoint('r1'), atPoint('r2'))],
    });
    expect(buildFeed(house).boxes.get(id('r2'))?.ground).toBe(says);
  });
});

describe('protection zones', () => {
  const gfci = outlet('r1', 24, { devices: [{ kind: 'receptacle-gfci', amps: 15, grounded: true }] });
  it('what hangs on LOAD inherits, what hangs on LINE does not', () => {
    const by = (on: 'line' | 'load') =>
      buildFeed(
        smallHouse({
          points: [gfci, outlet('r2', 88)],
          cables: [nm('c1', atBreaker(), atPoint('r1', 'line')), nm('c2', atPoint('r1', on), atPoint('r2'))],
        }),
      ).boxes.get(id('r2'))?.groundFaultBy;
    expect(by('load')).toBe('r1');
    expect(by('line')).toBeNull();
  });
  it('a protecting breaker covers the whole circuit', () => {
    const feed = buildFeed(smallHouse({ panels: panel(15, { protection: 'dual' }) }));
    expect(feed.boxes.get(id('r2'))).toMatchObject({ groundFaultBy: 'b1', arcFaultBy: 'b1' });
  });
});

describe('protection zones', () => {
  const gfci = { devices: [{ kind: 'receptacle-gfci' as const, amps: 15, grounded: true }] };
  const house = (on: 'line' | 'load') =>
    smallHouse({
      points: [outlet('r1', 24, gfci), outlet('r2', 88)],
      cables: [nm('c1', atBreaker(), atPoint('r1', 'line')), nm('c2', atPoint('r1', on), atPoint('r2'))],
    });
  it('a device protects itself and what hangs on its LOAD side, not what leaves from LINE', () => {
    expect(protectionZones(buildFeed(house('load')))).toEqual([
      { by: 'r1', kind: 'ground-fault', points: ['r1', 'r2'] },
    ]);
    expect(protectionZones(buildFeed(house('line')))).toEqual([
      { by: 'r1', kind: 'ground-fault', points: ['r1'] },
    ]);
  });
  it('a dual breaker has both zones, kept apart', () =>
    expect(protectionZones(buildFeed(smallHouse({ panels: panel(15, { protection: 'dual' }) })))).toEqual([
      { by: 'b1', kind: 'ground-fault', points: ['r1', 'r2'] },
      { by: 'b1', kind: 'arc-fault', points: ['r1', 'r2'] },
    ]));
  it('an unprotected house has none', () => expect(protectionZones(buildFeed(smallHouse()))).toEqual([]));
  it('the tree of a circuit goes from the breaker outwards, each box once', () => {
    const tree = feedTree(buildFeed(house('load')), panel()[0]!.breakers[0]!.id)!;
    expect(said(tree.label)).toBe('Breaker 1');
    expect(heard(tree.children)).toMatchObject([
      { label: 'R1', groundFaultBy: 'r1', children: [{ label: 'R2', groundFaultBy: 'r1', children: [] }] },
    ]);
  });
});
