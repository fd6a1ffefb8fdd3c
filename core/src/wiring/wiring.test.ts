import { describe, expect, it } from '@jest/globals';
import { PointId, makePoint, type Cable, type Device, type House } from '../document/index.ts';
import { buildFeed } from '../feed/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  ceilingAt,
  knownBox,
  nm,
  outlet,
  smallHouse,
  wallAt,
  wanted,
} from '../testing/build.ts';
import { wireBox } from './index.ts';
import { kept } from '../testing/kept.ts';
import { said } from '../testing/said.ts';

const empty = smallHouse({ cables: [] });
const job = (
  passPower: 'pigtails' | 'through-device' = 'pigtails',
  connector: 'twist-on' | 'lever' = 'twist-on',
) => {
  const b = bundle(empty, [wanted(40)]);
  return { ...b.job, preferences: { ...b.job.preferences, passPower, connector } };
};
const staged = (house: House) => ({ house, feed: buildFeed(house) });
const wired = (house: House, id: string, j = job()) =>
  kept(
    wireBox(
      staged(house),
      staged({ ...house, cables: house.cables.filter((c) => c.id !== 'c3') }),
      j,
      PointId.parse(id),
    )!,
  );
const screws = (house: House, id: string, j = job()) =>
  wired(house, id, j).after.terminations.map((t) => `${t.conductor.color} ${t.screw}`);
const middle = (
  device: Device['kind'] = 'receptacle',
  on: 'splice' | 'load' = 'splice',
  c2: Partial<Cable> = {},
) =>
  smallHouse({
    points: [outlet('r1', 24, { devices: [{ kind: device, amps: 15, grounded: true }] }), outlet('r2', 88)],
    cables: [nm('c1', atBreaker(), atPoint('r1', 'line')), nm('c2', atPoint('r1', on), atPoint('r2'), c2)],
  });

describe('end of the run', () => {
  it('hot to brass, neutral to silver, ground to green, no joins', () => {
    expect(screws(middle(), 'r2')).toEqual(['black brass', 'white silver', 'bare green']);
    expect(wired(middle(), 'r2').after.splices).toEqual([]);
  });
});

describe('passing power on', () => {
  it('pigtails: three joins of three, nothing but pigtails on the screws', () => {
    const b = wired(middle(), 'r1');
    expect(b.after.terminations).toEqual([]);
    expect(b.after.splices.map((j) => [j.role, j.members.length, j.connector])).toEqual([
      ['hot', 3, 'twist-2-3'],
      ['neutral', 3, 'twist-2-3'],
      ['ground', 3, 'twist-2-3'],
    ]);
  });
  it('through the device: both pairs of screws, grounds still joined', () => {
    expect(screws(middle(), 'r1', job('through-device'))).toEqual([
      'black brass',
      'black brass',
      'white silver',
      'white silver',
    ]);
    expect(wired(middle(), 'r1', job('through-device')).after.splices.map((j) => j.role)).toEqual(['ground']);
  });
  it('a third cable is never put through the device', () => {
    const house = smallHouse({
      points: [outlet('r1', 24), outlet('r2', 88), outlet('r4', 120)],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('r2')),
        nm('c3', atPoint('r1'), atPoint('r4')),
      ],
    });
    const b = wired(house, 'r1', job('through-device'));
    expect(b.after.splices.map((j) => j.members.length)).toEqual([4, 4, 4]);
    expect(b.after.splices.map((j) => j.connector)).toEqual(['twist-4-5', 'twist-4-5', 'twist-4-5']);
    expect(b.before?.terminations.length).toBe(4);
  });
});

describe('protecting receptacle', () => {
  it('feed on LINE, what it protects on LOAD', () => {
    expect(screws(middle('receptacle-gfci', 'load'), 'r1').sort()).toEqual([
      'black line brass',
      'black load brass',
      'white line silver',
      'white load silver',
    ]);
  });
  it('what must stay unprotected is pigtailed to LINE', () => {
    expect(
      said(
        wired(middle('receptacle-gfci', 'splice'), 'r1').after.splices.find((j) => j.role === 'hot')?.says ??
          '',
      ),
    ).toContain('pigtail to LINE brass screw');
  });
});

describe('switches and lights', () => {
  const light = makePoint('l1', 'L1', 'luminaire', ceilingAt(60, 60), knownBox('oct-4-1-1/2'));
  const sw = makePoint('s1', 'S1', 'switch', wallAt(110, 48), knownBox('new-1g-18'));
  const loop = smallHouse({
    points: [light, sw],
    cables: [
      nm('c1', atBreaker(), atPoint('l1')),
      nm('c2', atPoint('l1'), atPoint('s1'), { carries: 'loop', switchedBy: PointId.parse('s1') }),
    ],
  });
  it('a loop sends constant hot down on the white, re-marked, and brings it back on the black', () => {
    const b = wired(loop, 's1');
    expect(
      b.after.terminations.map(
        (t) => `${t.conductor.color}${t.conductor.remark ? ' re-marked' : ''} ${t.screw}`,
      ),
    ).toEqual(['white re-marked switch screw', 'black other switch screw', 'bare green']);
    expect(b.notes.map(said).join()).toContain('white conductor is hot');
  });
  it('the light hangs on the switched conductor, not on the constant one', () => {
    const b = wired(loop, 'l1');
    expect(said(b.after.splices.find((j) => j.role === 'hot')?.says ?? '')).toBe(
      'always hot: black panel, breaker 1, white S1',
    );
    expect(said(b.after.splices.find((j) => j.role.startsWith('switched'))?.says ?? '')).toContain(
      'black light lead',
    );
  });
  it('an unread cable is left alone', () => {
    const house = smallHouse({
      points: [outlet('r1', 24)],
      cables: [nm('c1', atBreaker(), atPoint('r1'), { carries: 'unknown' })],
    });
    expect(wired(house, 'r1').notes.map(said).join()).toContain('hasn’t been identified');
  });
});

describe('connectors', () => {
  it('levers by wish, and by need where gauges differ or conductors are short', () => {
    expect(wired(middle(), 'r1', job('pigtails', 'lever')).after.splices[0]?.connector).toBe('lever-3');
    expect(wired(middle('receptacle', 'splice', { gauge: '12' }), 'r1').after.splices[0]?.connector).toBe(
      'lever-3',
    );
    const short = smallHouse({
      points: [outlet('r1', 24, { condition: 'short-conductors' }), outlet('r2', 88)],
    });
    expect(wired(short, 'r1').after.splices[0]?.connector).toBe('lever-3');
  });
});

describe('a three-way switch', () => {
  const s3 = (id: string, x: number) =>
    outlet(id, x, { kind: 'switch', devices: [{ kind: 'switch-three-way', amps: 15, grounded: true }] });
  const pair = (more: Cable[] = []): House =>
    smallHouse({
      points: [
        s3('r1', 24),
        s3('r2', 88),
        outlet('l1', 120, { devices: [{ kind: 'luminaire', amps: 15, grounded: true }] }),
      ],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('r2'), { carries: 'travelers', conductors: 3 }),
        nm('c4', atPoint('r2'), atPoint('l1'), { carries: 'switched', switchedBy: PointId.parse('r2') }),
        ...more,
      ],
    });
  it('keeps its two travelers apart, each on its own screw, and the feed on the common one', () => {
    const b = wired(pair(), 'r1');
    expect(screws(pair(), 'r1')).toEqual(
      expect.arrayContaining(['black common screw', 'black traveler screw', 'red other traveler screw']),
    );
    for (const j of b.after.splices) expect(j.role).not.toBe('traveler');
    expect(b.notes.map(said).join(' ')).toContain('label the common and the travelers');
  });
  it('at the other end the common screw has what goes to the light', () =>
    expect(wired(pair(), 'r2').after.terminations.map((t) => [t.conductor.role, t.screw])).toContainEqual([
      'switched:r2',
      'common screw',
    ]));
  it('with more travelers than two they are left as they are, never joined', () => {
    const house = pair([nm('c5', atPoint('r2'), atPoint('l1'), { carries: 'travelers', conductors: 3 })]);
    const b = wired(house, 'r2');
    expect(b.after.splices.some((j) => j.role === 'traveler')).toBe(false);
    expect(b.after.terminations.some((t) => t.screw.includes('traveler'))).toBe(false);
    expect(b.after.caps).toEqual([]);
  });
});

describe('a lamp where two switches send a conductor', () => {
  it('is left on the one it hangs on: neither is guessed, neither is capped', () => {
    const s1 = PointId.parse('r1');
    const house = smallHouse({
      points: [
        outlet('r1', 24, {
          devices: [1, 2].map(() => ({ kind: 'switch' as const, amps: 15, grounded: true })),
        }),
        outlet('r2', 88, { devices: [{ kind: 'luminaire', amps: 15, grounded: true }] }),
      ],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('r2'), {
          carries: 'switched',
          conductors: 3,
          switchedBy: s1,
          also: { switchedBy: s1, nth: 2 },
        }),
      ],
    });
    const b = wired(house, 'r2');
    const told = [
      ...b.after.terminations.map((t) => t.screw),
      ...b.after.splices.map((j) => said(j.says)),
    ].join(' ');
    expect(told).not.toContain('lead black');
    expect(b.after.caps).toEqual([]);
    expect(b.notes.map(said).join(' ')).toContain('Find out which one controls the light');
    // The switches themselves have each its own.
    expect(screws(house, 'r1').filter((x) => x.includes('other switch screw'))).toEqual([
      'black other switch screw',
      'red other switch screw',
    ]);
  });
});

describe('a conductor that a cable has more than it carries', () => {
  it('is a spare: left as it was found, nobody has traced it, and never joined with another one', () => {
    const house = smallHouse({
      points: [outlet('r1', 24), outlet('r2', 88)],
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { conductors: 3 }),
        nm('c2', atPoint('r1'), atPoint('r2'), { conductors: 3 }),
      ],
    });
    const b = wired(house, 'r1');
    expect(b.after.caps).toEqual([]);
    expect(b.after.splices.map((j) => j.role).sort()).toEqual(['ground', 'hot', 'neutral']);
  });
});
