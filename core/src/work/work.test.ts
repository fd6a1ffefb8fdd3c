import { describe, expect, it } from '@jest/globals';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { ItemId, type Fixture, type Job, type Point, type Reading } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, ceilingAt, outlet, smallHouse, wallAt, wanted } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { deadChain, deadState, diagnosePairs, outageOf, orderSteps, type Step } from './index.ts';
import { heard, said } from '../testing/said.ts';

const house = smallHouse();
const chain = deadChain(house, house.points[0]!);
let n = 0;
const at = (i: number) => `2026-11-25T10:${String(i).padStart(2, '0')}:00.000Z`;
const reading = (key: string, value: number | null, minute: number): Reading => ({
  id: ItemId.parse(`r${n++}`),
  testKey: key,
  says: key,
  text: String(value),
  value,
  takenAt: at(minute),
  planKey: 'p',
});
const full = (change: (key: string, value: number) => number | null = (_, v) => v): Reading[] =>
  chain.links.map(({ link, test }, i) =>
    reading(test.key, change(test.key, link === 'pairs' || link === 'breaker-off' ? 0 : 121), i),
  );

describe('a box that a cut only comes near', () => {
  const freezer = demoJobs().find((j) => j.name.includes('freezer'))!;
  const quarry = demoHouses().find((h) => h.id === freezer.houseId)!;
  const near = (change: (p: Point) => Point = (p) => p) => {
    const points = quarry.points.map((p) => (p.label === 'P1' ? change(p) : p));
    const { chosen } = evaluate({ house: { ...quarry, points }, job: freezer });
    const id = quarry.points.find((p) => p.label === 'P1')!.id;
    const keys = chosen!.chains.find((c) => c.pointId === id)!.links.map((l) => l.test.key);
    const step = chosen!.steps.find((s) => s.kind === 'prove-dead' && s.pointId === id)!;
    return { cables: keys.filter((k) => k.includes(':cable:')), says: said(step.detail), chosen: chosen! };
  };
  it('is measured in its slots and stays closed', () => {
    const { cables, says, chosen } = near();
    expect(cables).toEqual([]);
    expect(says).toContain('measure in its slots');
    // The box that is worked in is open: its cables are measured too.
    const opened = chosen.chains.find((c) => c.label === 'P2')!;
    expect(opened.links.some((l) => l.test.key.includes(':cable:'))).toBe(true);
  });
  it('has no slots where it is a switch: what it holds is drawn out, and its cables are measured', () => {
    const { cables, says } = near((p) => ({
      ...p,
      kind: 'switch' as const,
      devices: [{ kind: 'switch', amps: 15, grounded: true }],
    }));
    expect(cables.length).toBeGreaterThan(0);
    expect(says).toContain('draw out what it holds');
  });
});

describe('marking a box on a ceiling', () => {
  const light = (fixture?: Fixture) => {
    const want = {
      ...wanted(104, fixture ? { fixture } : {}),
      kind: 'luminaire' as const,
      at: ceilingAt(60, 72),
      devices: [{ kind: 'luminaire' as const }],
    };
    const { steps } = evaluate(bundle(smallHouse(), [want])).chosen!;
    return said(steps.find((s) => s.key.startsWith('mark:'))!.detail);
  };
  const row: Fixture = {
    lengthMm: inches(48),
    widthMm: inches(5),
    feedMm: inches(24),
    turn: 'x',
    linked: 2,
    mostLinked: 4,
    mountsMm: [inches(6), inches(42)],
  };
  it('measures from two walls, and says nothing of heights', () => {
    expect(light()).toContain('72 in out from the north wall and 60 in from its left end');
    expect(light()).not.toContain('height of its neighbors');
    expect(light()).not.toContain('row of');
  });
  it('hangs a row square: both ends from the same wall, and every screw', () => {
    const along = light(row);
    expect(along).toContain('row of 2 runs along that wall, from 36 in to 132 in from its left end');
    expect(along).toContain('both ends must measure 72 in from the north wall');
    expect(along).toContain('42 in, 78 in, 90 in, and 126 in');
    const out = light({ ...row, turn: 'y', linked: 1 });
    expect(out).toContain('light runs away from that wall, from 48 in to 96 in out');
    expect(out).toContain('both ends must measure 60 in from the wall at its left end');
    expect(out).toContain('54 in and 90 in');
  });
});

describe('proving dead', () => {
  it('measures both halves of a duplex, three pairs each, and each cable, between two known-live readings', () => {
    expect(chain.links.map((l) => l.link)).toEqual([
      'known-live-before',
      'target-live',
      'breaker-off',
      'pairs',
      'pairs',
      'pairs',
      'pairs',
      'pairs',
      'pairs',
      // Each of its two cables by itself.
      'pairs',
      'pairs',
      'known-live-after',
    ]);
  });
  it('is proved only after the last known-live reading', () => {
    expect(deadState(chain, full().slice(0, -1))).toMatchObject({
      state: 'open',
      next: { key: 'dead:r1:known-2' },
    });
    expect(deadState(chain, full())).toEqual({ state: 'proved', next: null });
  });
  it('is void when the meter fails on the known live point afterwards', () =>
    expect(
      deadState(
        chain,
        full((k, v) => (k.endsWith('known-2') ? 0 : v)),
      ).state,
    ).toBe('void'));
  it('one live pair stops everything', () =>
    expect(
      deadState(
        chain,
        full((k, v) => (k.endsWith('bottom:hot-ground') ? 120 : v)),
      ).state,
    ).toBe('live'));
  it('a ghost of 3 V is not dead; exactly 1 V is', () => {
    expect(
      deadState(
        chain,
        full((k, v) => (k.endsWith('top:hot-neutral') ? 3 : v)),
      ).state,
    ).toBe('live');
    expect(
      deadState(
        chain,
        full((k, v) => (k.endsWith('top:hot-neutral') ? 1 : v)),
      ).state,
    ).toBe('proved');
  });
  it('OL is no proof', () =>
    expect(
      deadState(
        chain,
        full((k, v) => (k.endsWith('top:hot-neutral') ? null : v)),
      ).state,
    ).toBe('live'));
  it('a pair measured before the breaker went off proves nothing', () => {
    const r = full();
    const early = r.map((x) => (x.testKey.endsWith('top:hot-neutral') ? { ...x, takenAt: at(0) } : x));
    expect(deadState(chain, early)).toMatchObject({
      state: 'open',
      next: { key: 'dead:r1:top:hot-neutral' },
    });
  });
  it('a skipped link stays open however much follows', () =>
    expect(
      deadState(
        chain,
        full().filter((r) => !r.testKey.endsWith(':off')),
      ).next?.key,
    ).toBe('dead:r1:off'));
});

describe('reading three pairs together (common practice)', () => {
  it.each([
    [121, 120.8, 0.3, true, 'Correct'],
    [0, 0, 0, false, 'No power'],
    [35, 121, 0, false, 'Open neutral'],
    [121, 0.2, 121, false, 'swapped'],
    [121, 30, 0, false, 'Open ground'],
    [0, 121, 121, false, 'Hot on both'],
    [104, 104, 0, false, 'unusual'],
  ] as const)('%d / %d / %d', (hn, hg, ng, ok, word) => {
    const v = diagnosePairs(hn, hg, ng);
    expect(v.ok).toBe(ok);
    expect(said(v.says)).toContain(word);
  });
  it('needs all three', () => expect(diagnosePairs(121, null, 0).ok).toBeNull());
});

const stepsOf = (job: Partial<Job> = {}, x = 104): readonly Step[] => {
  const b = bundle(smallHouse({ points: [outlet('r1', 24), outlet('r2', 88)] }), [wanted(x)], {
    protection: { groundFault: null, arcFault: 'at-breaker' },
    ...job,
  });
  return evaluate(b).chosen!.steps;
};
const index = (steps: readonly Step[], key: string) => steps.findIndex((s) => s.key === key);

describe('the work order', () => {
  it('never touches a conductor before the tap is proved dead', () => {
    const steps = stepsOf();
    const proved = index(steps, 'dead:r2');
    expect(index(steps, 'off')).toBeLessThan(proved);
    for (const s of steps.filter((x) => x.key.startsWith('wire:') || x.window === 'off'))
      if (s.key !== 'off') expect(index(steps, s.key)).toBeGreaterThanOrEqual(proved);
  });
  it('every step comes after what it waits for', () => {
    for (const cutOrder of ['shortest-outage', 'power-off-first'] as const) {
      const b = bundle(smallHouse(), [wanted(60, { at: wallAt(60, 15, 'room-w3') })]);
      const steps = evaluate({ ...b, job: { ...b.job, preferences: { ...b.job.preferences, cutOrder } } })
        .chosen!.steps;
      const keys = new Set(steps.map((s) => s.key));
      for (const s of steps)
        for (const a of s.after) if (keys.has(a)) expect(index(steps, a)).toBeLessThan(index(steps, s.key));
    }
  });
  it('power off first makes the outage longer', () => {
    const b = bundle(smallHouse(), [wanted(60, { at: wallAt(60, 15, 'room-w3') })]);
    const minutes = (cutOrder: 'shortest-outage' | 'power-off-first') =>
      outageOf(
        evaluate({ ...b, job: { ...b.job, preferences: { ...b.job.preferences, cutOrder } } }).chosen!.steps,
      );
    expect(minutes('power-off-first')).toBeGreaterThan(minutes('shortest-outage'));
  });
  it('cuts beside an existing box only with the power off', () => {
    expect(stepsOf({}, 104).find((s) => s.key === 'cut:new-w1')?.window).toBe('before');
    expect(stepsOf({}, 98).find((s) => s.key === 'cut:new-w1')?.window).toBe('off');
  });
  it('hands panel work to the electrician unless a qualified person does it', () => {
    expect(stepsOf().find((s) => s.key === 'panel')?.by).toBe('electrician');
  });
  it('patches over several days with drying between', () => {
    const b = bundle(
      smallHouse({
        rooms: smallHouse().rooms.map((r) => ({ ...r, above: { ...r.above, kind: 'finished' } })),
      }),
      [wanted(136)],
    );
    const patch = evaluate(b).chosen!.steps.filter((s) => s.kind === 'patch');
    expect(patch.map((s) => s.key)).toEqual(['patch1', 'patch2', 'patch3', 'prime', 'paint1', 'paint2']);
    expect(patch.map((s) => s.dries)).toEqual([null, 'tape', 'thin', 'last', 'primer', 'paint']);
    expect(patch.reduce((s, p) => s + p.waitDays, 0)).toBe(3);
  });
  it('a circle of steps still ends', () => {
    const s = (key: string, after: string[]): Step => ({
      key,
      after,
      title: key,
      detail: '',
      place: '',
      kind: 'work',
      window: 'before',
      minutes: 1,
      tools: [],
      cautions: [],
      checks: [],
      pointId: null,
      waitDays: 0,
      dries: null,
      by: 'you',
      does: [],
      same: '',
      ways: [],
      pace: null,
      tableMinutes: 1,
    });
    expect(orderSteps([s('a', ['b']), s('b', ['a'])])).toHaveLength(2);
  });
});

describe('the test sheet', () => {
  it('measures every pair of every new outlet and looks at every darkened point', () => {
    const e = evaluate(bundle(smallHouse(), [wanted(104)]));
    expect(e.chosen!.tests.filter((t) => t.pointId === 'new-w1' && t.expect).length).toBe(6);
    expect(e.chosen!.tests.filter((t) => t.key.endsWith(':alive')).map((t) => t.pointId)).toEqual([
      'r1',
      'r2',
    ]);
  });
  it('presses the button where something protects', () => {
    const garage = smallHouse({ rooms: smallHouse().rooms.map((r) => ({ ...r, use: 'garage' })) });
    const e = evaluate(
      bundle(garage, [wanted(104)], { protection: { groundFault: 'at-new', arcFault: null } }),
    );
    expect(heard(e.chosen!.tests.find((t) => t.key === 'prove:new-w1:trip'))).toMatchObject({
      says: 'Press the test button of the GFCI at new 1',
      see: expect.stringContaining('new 1 goes dead and nothing else does'),
    });
  });
});
