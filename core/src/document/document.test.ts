import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { smallHouse, outlet, wallAt, nm, atPoint, bundle, wanted } from '../testing/build.ts';
import {
  type Job,
  makeWant,
  CableId,
  PointId,
  WallId,
  houseProblems,
  jobProblems,
  readBundle,
  readBundleText,
  upgradeDocument,
  writeBundle,
} from './index.ts';
import { heard, said } from '../testing/said.ts';

const problemsOf = (raw: unknown) => {
  const r = readBundle(raw);
  return r.ok ? [] : r.problems;
};
const file = () =>
  JSON.parse(writeBundle(demoHouses()[0]!, [demoJobs()[0]!])) as {
    house: Record<string, unknown> & { rooms: { walls: { lengthMm: unknown }[] }[] };
    jobs: unknown[];
    format: string;
    formatVersion: number;
  };

describe('a bundle file', () => {
  it('written and read again is equal', () => {
    for (const house of demoHouses()) {
      const jobs = demoJobs().filter((j) => j.houseId === house.id);
      const r = readBundleText(writeBundle(house, jobs));
      expect(heard(r)).toEqual({
        ok: true,
        value: { format: 'elwand-bundle', formatVersion: 2, house, jobs },
      });
    }
  });
  it('names the place of a nonsense length', () => {
    const f = file();
    f.house.rooms[0]!.walls[2]!.lengthMm = 'long';
    expect(problemsOf(f)[0]).toMatchObject({ where: 'house.rooms[0].walls[2].lengthMm' });
  });
  it('says that a truncated file is cut off', () => {
    const text = writeBundle(demoHouses()[0]!, []);
    const r = readBundleText(text.slice(0, text.length / 2));
    expect(heard(r)).toMatchObject({
      ok: false,
      problems: [{ where: 'the file', what: expect.stringContaining('cut off') }],
    });
  });
  it.each([
    ['[]', 'not an object'],
    ['{"name":"other"}', '"format"'],
    ['hello', 'not JSON'],
    ['', 'not JSON'],
    ['null', 'not an object'],
    ['{"format":"elwand-bundle","formatVersion":99}', 'Update Elwand'],
    ['{"format":"elwand-bundle","formatVersion":"1"}', 'whole number'],
  ])('refuses %s', (text, word) => {
    const r = readBundleText(text);
    expect(r.ok).toBe(false);
    if (!r.ok) expect(said(r.problems[0]!.what)).toContain(word);
  });
  it('a cable to nowhere is a finding, no reason to refuse the file', () => {
    const house = demoHouses()[0]!;
    const broken = { ...house, cables: [...house.cables, nm('lost', atPoint('r1'), atPoint('nowhere'))] };
    expect(heard(readBundleText(writeBundle(broken, [])))).toMatchObject({
      ok: true,
      value: { house: broken },
    });
    expect(heard(houseProblems(broken))).toContainEqual(
      expect.objectContaining({ where: 'cable lost', what: expect.stringContaining('nowhere') }),
    );
  });
  it('never throws, whatever JSON comes', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (v) => {
        expect(readBundle(v).ok).toBe(false);
      }),
    );
  });
});

describe('format versions', () => {
  it('goes up a step at a time and refuses a gap', () => {
    const steps = {
      1: (d: Record<string, unknown>) => ({ ...d, two: true }),
      2: (d: Record<string, unknown>) => ({ ...d, three: true }),
    };
    expect(heard(upgradeDocument({ format: 'f', formatVersion: 1 }, 'f', 3, steps, 'x'))).toEqual({
      ok: true,
      value: { format: 'f', formatVersion: 3, two: true, three: true },
    });
    expect(upgradeDocument({ format: 'f', formatVersion: 1 }, 'f', 2, {}, 'x')).toMatchObject({ ok: false });
  });
});

describe('integrity', () => {
  it('a sound house has no problem', () => expect(houseProblems(smallHouse())).toEqual([]));
  it('a point outside its wall', () =>
    expect(
      heard(houseProblems(smallHouse({ points: [outlet('r1', 24), outlet('r2', 300)] }))[0]),
    ).toMatchObject({
      where: 'box “R2”',
      what: expect.stringContaining('outside'),
    }));
  it('two boxes in one place', () =>
    expect(
      heard(houseProblems(smallHouse({ points: [outlet('r1', 24), outlet('r2', 25)] })).map((p) => p.what)),
    ).toContainEqual(expect.stringContaining('overlaps')));
  it('a wall that is not there', () =>
    expect(
      said(
        houseProblems(
          smallHouse({
            points: [
              outlet('r1', 24),
              outlet('r2', 88, { at: { on: 'wall', wallId: WallId.parse('ghost'), xMm: 1, heightMm: 1 } }),
            ],
          }),
        )[0]?.what ?? '',
      ),
    ).toContain('ghost'));
  it('both ends in one box, and one id twice', () => {
    const what = houseProblems(
      smallHouse({
        cables: [nm('c1', atPoint('r1'), atPoint('r1')), nm('c1', atPoint('r1'), atPoint('r2'))],
      }),
    )
      .map((p) => p.what)
      .map(said)
      .join();
    expect(what).toContain('same box');
    expect(what).toContain('same id');
  });
  it('a want outside its wall and a switch that is gone', () => {
    const want = { ...wanted(400), control: { by: 'switch' as const, pointId: PointId.parse('gone') } };
    expect(heard(jobProblems(bundle(smallHouse(), [want])).map((p) => p.what))).toEqual([
      expect.stringContaining('outside'),
      expect.stringContaining('switch'),
    ]);
  });
  it('ids take no spaces', () => {
    expect(CableId.safeParse('a b').success).toBe(false);
    expect(wallAt(1).wallId).toBe('room-w1');
  });
});

describe('documents of version 1', () => {
  const old = () => {
    const f = file();
    const house = Object.fromEntries(
      Object.entries(f.house).filter(
        ([k]) => !['amendments', 'bannedMethods', 'atticCelsius', 'faultAmps'].includes(k),
      ),
    );
    const job = Object.fromEntries(
      Object.entries(f.jobs[0] as object).filter(([k]) => !['method', 'rings', 'clampsOutside'].includes(k)),
    );
    return { ...f, house: { ...house, formatVersion: 1 }, jobs: [{ ...job, formatVersion: 1 }] };
  };
  it('are brought up to date: nothing is changed here, no method chosen by hand', () => {
    const r = readBundle(old());
    expect(r.ok).toBe(true);
    if (!r.ok) return;
    expect(r.value.house).toMatchObject({
      formatVersion: 3,
      amendments: [],
      bannedMethods: [],
      atticCelsius: null,
      faultAmps: null,
    });
    expect(r.value.jobs[0]).toMatchObject({ formatVersion: 4, method: null, rings: {}, clampsOutside: [] });
    expect(heard(r.value)).toEqual(
      readBundle(file()).ok ? (readBundle(file()) as { value: unknown }).value : null,
    );
  });
  it('of version 3 tell what a box holds in one list, device by device', () => {
    const f = file();
    const job = f.jobs[0] as Job;
    const { devices: _, ...asked } = makeWant('w1', 'new 1', job.wants[0]!.at);
    const was = (fields: object, changes: object[] = []) => {
      const wants = [{ ...asked, gangs: 1, ...fields }];
      const r = readBundle({ ...f, jobs: [{ ...job, wants, changes, formatVersion: 3 }] });
      return r.ok ? r.value.jobs[0]! : r.problems;
    };
    const held = (fields: object) => (was(fields) as Job).wants[0]!;
    expect(held({}).devices).toEqual([{ kind: 'receptacle' }]);
    expect(held({ gangs: 3, beside: ['switch'], devices: ['receptacle-gfci', 'dimmer', 'fan'] })).toEqual({
      ...asked,
      devices: [{ kind: 'receptacle-gfci' }, { kind: 'dimmer' }, { kind: 'receptacle' }],
    });
    expect(held({ half: true, gangs: 2 }).devices).toEqual([
      { kind: 'receptacle', tab: 'broken' },
      { kind: 'receptacle', tab: 'broken' },
    ]);
    expect(held({ plug: '14-50' }).devices).toEqual([{ kind: 'receptacle', plug: '14-50' }]);
    expect(held({ kind: 'appliance', volts: 240 }).devices).toEqual([{ kind: 'appliance', volts: 240 }]);
    expect(held({ kind: 'fan', lightNth: 2, weightKg: 9 }).devices).toEqual([
      { kind: 'fan', lightNth: 2, weightKg: 9 },
    ]);
    expect(held({ kind: 'fan', motor: 'always', half: true }).devices).toEqual([
      { kind: 'fan', motor: 'always' },
    ]);
    const change = { id: 'c1', pointId: demoHouses()[0]!.points[0]!.id };
    expect(
      was({}, [
        { ...change, kind: 'replace', index: 0, device: 'luminaire', weightKg: 3 },
        { ...change, kind: 'enlarge', devices: ['switch', 'low-voltage'] },
        { ...change, kind: 'retire' },
      ]),
    ).toMatchObject({
      changes: [
        { kind: 'replace', device: { kind: 'luminaire', weightKg: 3 } },
        { kind: 'enlarge', devices: [{ kind: 'switch' }, { kind: 'low-voltage' }] },
        { kind: 'retire' },
      ],
    });
    // What is no want is left for the reader to name.
    expect(was({ gangs: 'two', kind: 7 })).toEqual(
      expect.arrayContaining([expect.objectContaining({ where: 'jobs[0].wants[0].kind' })]),
    );
  });
  it('an amendment without a reason, or of a negative value, is refused at its place', () => {
    const f = file();
    expect(
      problemsOf({
        ...f,
        house: { ...f.house, amendments: [{ limit: 'switchHeightMm', value: -1, note: 'x' }] },
      }).map((p) => p.where),
    ).toEqual(['house.amendments[0].value', 'house.amendments[0].note']);
  });
});
