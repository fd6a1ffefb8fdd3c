import { describe, expect, it } from '@jest/globals';
import {
  Carries,
  conductorsFor,
  DeviceKind,
  PointId,
  type Cable,
  type Device,
  type House,
} from '../document/index.ts';
import { buildFeed } from '../feed/index.ts';
import { atBreaker, atPoint, bundle, nm, outlet, smallHouse } from '../testing/build.ts';
import { conductorsOf } from '../network/index.ts';
import { wireBox, type BoxWiring } from './index.ts';
import { said } from '../testing/said.ts';

const { job } = bundle(smallHouse(), []);
const s1 = PointId.parse('s1');

/** Colors and roles of every kind of cable: the usual ones of cable with a ground (common practice). */
const EXPECTED: Readonly<Record<Cable['carries'], readonly string[]>> = {
  feed: ['black hot', 'white neutral', 'bare ground'],
  switched: ['black switched:s1', 'white neutral', 'bare ground'],
  loop: ['white hot', 'black switched:s1', 'bare ground'],
  'loop-neutral': ['black hot', 'red switched:s1', 'white neutral', 'bare ground'],
  both: ['black hot', 'red switched:s1', 'white neutral', 'bare ground'],
  travelers: ['black traveler', 'red traveler', 'white unread', 'bare ground'],
  'common-travelers': ['black switched:s1', 'red traveler', 'white traveler', 'bare ground'],
  'common-travelers-neutral': [
    'black switched:s1',
    'red traveler',
    'blue traveler',
    'white neutral',
    'bare ground',
  ],
  'travelers-both-ways': ['black traveler', 'red traveler', 'blue traveler', 'white traveler', 'bare ground'],
  'two-hots': ['black hot', 'white second-hot', 'bare ground'],
  'two-hots-neutral': ['black hot', 'red second-hot', 'white neutral', 'bare ground'],
  unknown: ['black unread', 'white unread', 'bare ground'],
};

describe('what each conductor of a cable is', () => {
  it.each(Carries.options)('%s', (carries) => {
    const list = conductorsOf(
      nm('c', atPoint('a'), atPoint('b'), { carries, switchedBy: s1, conductors: conductorsFor(carries, 1) }),
      false,
    );
    expect(list.map((c) => `${c.color} ${c.role}`)).toEqual(EXPECTED[carries]);
  });
  it('only a white that is hot is re-marked', () => {
    for (const carries of Carries.options) {
      const marked = conductorsOf(
        nm('c', atPoint('a'), atPoint('b'), { carries, switchedBy: s1 }),
        false,
      ).filter((c) => c.remark);
      expect(marked.map((c) => c.color)).toEqual(
        ['loop', 'two-hots', 'common-travelers', 'travelers-both-ways'].includes(carries) ? ['white'] : [],
      );
    }
  });
  it('to a three-way without a neutral the white supplies the switch and never comes back to the lamp', () => {
    // NEC 200.7(C), from memory: re-identified as the supply, not as the return.
    const roles = (switchedBy: PointId | null) =>
      conductorsOf(
        nm('c', atPoint('a'), atPoint('b'), { carries: 'common-travelers', switchedBy, conductors: 3 }),
        false,
      ).find((c) => c.color === 'white')?.role;
    expect([roles(null), roles(s1)]).toEqual(['hot', 'traveler']);
  });
  it('a cable without a ground has none; one nobody looked at is shown with it', () => {
    const grounds = (ground: Cable['ground']) =>
      conductorsOf(nm('c', atPoint('a'), atPoint('b'), { ground }), false).filter((c) => c.role === 'ground')
        .length;
    expect([
      grounds('wire'),
      grounds('unknown'),
      grounds('none'),
      grounds('armor'),
      grounds('tubing'),
    ]).toEqual([1, 1, 0, 0, 0]);
  });
});

/** A box with one device at the end of a run, or in the middle of one. */
function box(kind: Device['kind'], middle: boolean): BoxWiring {
  const house: House = smallHouse({
    points: [outlet('r1', 24, { devices: [{ kind, amps: 15, grounded: true }] }), outlet('r2', 88)],
    cables: [
      nm('c1', atBreaker(), atPoint('r1', 'line')),
      ...(middle ? [nm('c2', atPoint('r1'), atPoint('r2'))] : []),
    ],
  });
  const feed = buildFeed(house);
  return wireBox({ house, feed }, { house, feed }, job, PointId.parse('r1'))!;
}

/** Ends that a device offers, by kind. */
const LEADS: Readonly<Record<Device['kind'], readonly string[]>> = {
  receptacle: ['brass', 'silver', 'green'],
  'receptacle-single': ['brass', 'silver', 'green'],
  'receptacle-gfci': ['line brass', 'line silver', 'green'],
  'receptacle-afci': ['line brass', 'line silver', 'green'],
  'receptacle-dual': ['line brass', 'line silver', 'green'],
  switch: ['switch screw', 'green'],
  'switch-three-way': ['common screw', 'green'],
  'switch-four-way': ['green'],
  'switch-pilot': ['switch screw', 'silver', 'green'],
  dimmer: ['switch screw', 'green'],
  'fan-control': ['switch screw', 'green'],
  luminaire: ['lamp lead black', 'lamp lead white', 'green'],
  fan: ['lamp lead black', 'lamp lead white', 'green'],
  appliance: ['lamp lead black', 'lamp lead white', 'green'],
  'low-voltage': [],
  blank: [],
};

const ends = (b: BoxWiring): string[] => [
  ...b.after.terminations.map((t) => t.screw),
  ...b.after.splices.flatMap((j) => j.members.flatMap((m) => (m.kind === 'pigtail' ? [m.to] : []))),
];

describe('every device at the end of a run and in the middle of one', () => {
  it.each(DeviceKind.options.flatMap((k) => [[k, false] as const, [k, true] as const]))(
    '%s, in the middle: %s',
    (kind, middle) => {
      const b = box(kind, middle);
      expect([...ends(b)].sort()).toEqual([...LEADS[kind]].sort());
      // What is hot goes to hot, neutral to neutral, ground to ground: by the name of the end.
      for (const j of b.after.splices)
        for (const m of j.members)
          if (m.kind === 'pigtail') {
            const wanted = /green/.test(m.to) ? 'ground' : /silver|white/.test(m.to) ? 'neutral' : 'hot';
            expect(j.role).toBe(wanted);
          }
      for (const t of b.after.terminations)
        expect(t.conductor.role).toBe(
          /green/.test(t.screw) ? 'ground' : /silver/.test(t.screw) ? 'neutral' : 'hot',
        );
    },
  );
  it('in the middle of a run a device that is taken out leaves the rest fed: pigtails for every role', () => {
    const b = box('receptacle', true);
    expect(b.after.terminations).toEqual([]);
    expect(b.after.splices.every((j) => j.members.filter((m) => m.kind === 'conductor').length === 2)).toBe(
      true,
    );
  });
  it('neutral and ground never meet', () => {
    for (const kind of DeviceKind.options) {
      for (const j of box(kind, true).after.splices) {
        const roles = new Set(j.members.flatMap((m) => (m.kind === 'conductor' ? [m.conductor.role] : [])));
        expect(roles.size).toBe(1);
      }
    }
  });
});

describe('notes', () => {
  it('tell the usual mistake of each box', () => {
    expect(box('receptacle', false).notes.map(said).join()).toContain('One conductor under each screw');
    expect(box('receptacle-gfci', false).notes.map(said).join()).toContain('LOAD stays empty');
    expect(box('receptacle-gfci', true).notes.map(said).join()).toContain('LINE');
  });
  it('a metal box takes a ground itself', () => {
    const house = smallHouse({
      points: [
        outlet('r1', 24, {
          box: { model: 'dev-2-3/4', markedCubicInches: null, gangs: 1, clamps: 'inside', metal: true },
        }),
      ],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    });
    const feed = buildFeed(house);
    expect(
      wireBox({ house, feed }, { house, feed }, job, PointId.parse('r1'))!.notes.map(said).join(),
    ).toContain('metal box');
  });
  it('a box that is not there has no wiring', () => {
    const house = smallHouse();
    const feed = buildFeed(house);
    expect(wireBox({ house, feed }, { house, feed }, job, PointId.parse('none'))).toBeUndefined();
  });
});
