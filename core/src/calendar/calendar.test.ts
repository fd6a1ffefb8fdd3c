import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses, demoJobs } from '../demo/index.ts';
import type { CalendarFacts } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { anyBundle } from '../testing/random-house.ts';
import type { Step } from '../work/index.ts';
import { dateOf, dryingHours, momentOf, scheduleOf, waitBefore } from './index.ts';

const C = (f: number): number => ((f - 32) * 5) / 9;
const facts = (more: Partial<CalendarFacts> = {}): CalendarFacts => ({
  // A Monday.
  startOn: '2026-11-30',
  weekday: [18 * 60, 21 * 60],
  weekend: [9 * 60, 17 * 60],
  compound: 'ready-mixed',
  celsius: C(70),
  humidity: 40,
  notBefore: {},
  daysOff: [],
  ...more,
});

describe('drying of joint compound', () => {
  // The table that those who sell it print, from memory.
  it.each([
    [50, 20, 23],
    [90, 20, 5.5],
    [70, 40, 14],
    [60, 60, 29],
    [80, 80, 27],
  ])('%d deg F at %d %% under tape: %d h', (f, rh, hours) =>
    expect(dryingHours('ready-mixed', 'tape', C(f), rh)).toBeCloseTo(hours, 6),
  );
  it('lies between the values of the table, is held at its ends, and half for a thin coat', () => {
    expect(dryingHours('ready-mixed', 'tape', C(65), 40)).toBeCloseTo(17, 6);
    expect(dryingHours('ready-mixed', 'tape', C(70), 50)).toBeCloseTo(17, 6);
    expect(dryingHours('ready-mixed', 'tape', C(30), 5)).toBeCloseTo(23, 6);
    expect(dryingHours('ready-mixed', 'tape', C(120), 95)).toBeCloseTo(19, 6);
    expect(dryingHours('ready-mixed', 'thin', C(70), 40)).toBeCloseTo(7, 6);
  });
  it('warmer is faster, damper is slower', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 45, max: 95, noNaN: true }),
        fc.double({ min: 10, max: 90, noNaN: true }),
        (f, rh) => {
          const at = (a: number, b: number) => dryingHours('ready-mixed', 'tape', C(a), b);
          expect(at(f + 3, rh)).toBeLessThanOrEqual(at(f, rh) + 1e-9);
          expect(at(f, rh + 3)).toBeGreaterThanOrEqual(at(f, rh) - 1e-9);
        },
      ),
    );
  });
  it('primer and paint dry by the hour; setting-type compound stands a day before primer', () => {
    expect(dryingHours('ready-mixed', 'last', C(70), 40)).toBeCloseTo(7, 6);
    expect(dryingHours('setting-45', 'last', C(70), 40)).toBe(24);
    expect(dryingHours('setting-45', 'primer', C(50), 80)).toBe(2);
    expect(dryingHours('ready-mixed', 'paint', C(50), 80)).toBe(4);
  });
  it('setting-type waits as its bag says, whatever the weather', () => {
    for (const [kind, minutes] of [
      ['setting-20', 40],
      ['setting-45', 75],
      ['setting-90', 150],
    ] as const)
      expect(60 * dryingHours(kind, 'tape', C(50), 80)).toBeCloseTo(minutes, 9);
  });
});

const steps = (b: { house: (typeof demo)['house']; job: (typeof demo)['job'] }): readonly Step[] =>
  evaluate(b).chosen?.steps ?? [];
const demo = { house: demoHouses()[0]!, job: demoJobs()[0]! };
const some = steps(demo);

/** Everything that has to hold of a calendar. */
function holds(of: readonly Step[], f: CalendarFacts, done: ReadonlySet<string> = new Set()): void {
  const { visits, off, runsOver, noHours } = scheduleOf(of, done, f);
  expect(noHours).toBe(false);
  const slots = visits.flatMap((v) => v.slots);
  const at = new Map(slots.map((s) => [s.key, s] as const));
  const left = of.filter((s) => !done.has(s.key));
  expect([...at.keys()].sort()).toEqual(left.map((s) => s.key).sort());
  // One person does one thing at a time.
  [...slots]
    .sort((a, b) => a.from - b.from)
    .forEach((s, i, all) => {
      if (i > 0) expect(s.from).toBeGreaterThanOrEqual(all[i - 1]!.to - 1e-6);
    });
  const long = (...of: CalendarFacts['weekday'][]) => Math.max(...of.map((h) => (h ? h[1] - h[0] : 0)));
  for (const step of left) {
    const slot = at.get(step.key)!;
    expect(slot.to - slot.from).toBeCloseTo(step.minutes, 6);
    for (const k of step.after) {
      const before = at.get(k);
      if (before) expect(slot.from).toBeGreaterThanOrEqual(before.to + waitBefore(step, f) - 1e-6);
    }
    const day = f.notBefore[step.key];
    if (day) expect(dateOf(f.startOn, slot.from) >= day).toBe(true);
    // What follows in the same piece of work with the power off runs over where that is longer than any stretch.
    if (runsOver && step.window === 'off' && slot.from !== off?.[0]) continue;
    const weekday = new Date(`${dateOf(f.startOn, slot.from)}T00:00:00Z`).getUTCDay();
    const free = weekday === 0 || weekday === 6;
    // What is done in one piece with an electrician is done when one comes, and so is an inspection.
    const oneGo = step.window === 'off' ? left.filter((s) => s.window === 'off') : [step];
    const trades =
      f.trades && oneGo.some((s) => s.by === 'electrician' || (s.kind === 'hold' && s.window === 'after'));
    const hours = trades ? (free ? null : f.trades!) : free ? f.weekend : f.weekday;
    expect(f.daysOff).not.toContain(dateOf(f.startOn, slot.from));
    expect(hours).not.toBeNull();
    expect(slot.from % 1440).toBeGreaterThanOrEqual(hours![0] - 1e-6);
    const longest = trades ? long(f.trades!) : long(f.weekday, f.weekend);
    if (!runsOver && step.minutes <= longest)
      expect((slot.from % 1440) + step.minutes).toBeLessThanOrEqual(hours![1] + 1e-6);
  }
  // The power is off for as long as the work in it takes, and no longer.
  const dark = left.filter((s) => s.window === 'off');
  expect(off === null).toBe(dark.length === 0);
  if (off)
    expect(off[1] - off[0]).toBeCloseTo(
      dark.reduce((sum, s) => sum + s.minutes, 0),
      6,
    );
}

const anyFacts = fc
  .record({
    weekday: fc.option(fc.tuple(fc.integer({ min: 360, max: 1000 }), fc.integer({ min: 30, max: 400 })), {
      freq: 5,
    }),
    weekend: fc.tuple(fc.integer({ min: 360, max: 800 }), fc.integer({ min: 60, max: 600 })),
    compound: fc.constantFrom<CalendarFacts['compound']>(
      'ready-mixed',
      'setting-20',
      'setting-45',
      'setting-90',
    ),
    fahrenheit: fc.integer({ min: 45, max: 95 }),
    humidity: fc.integer({ min: 10, max: 95 }),
    later: fc.integer({ min: 0, max: 30 }),
    trades: fc.option(fc.constantFrom<[number, number]>([480, 960], [540, 720])),
  })
  .map(({ weekday, weekend, compound, fahrenheit, humidity, later, trades }) =>
    facts({
      ...(trades ? { trades } : {}),
      weekday: weekday && [weekday[0], weekday[0] + weekday[1]],
      weekend: [weekend[0], weekend[0] + weekend[1]],
      compound,
      celsius: C(fahrenheit),
      humidity,
      notBefore: { inspect: dateOf('2026-11-30', later * 1440) },
      daysOff: ['2026-12-05', '2026-12-08'],
    }),
  );

describe('steps over the hours that somebody has', () => {
  it('keep their order, dry long enough, stay in those hours, with the power off in one piece', () => {
    fc.assert(
      fc.property(anyBundle, anyFacts, (b, f) => {
        const of = steps(b);
        if (of.length > 0) holds(of, f);
      }),
      { numRuns: 60, seed: 11, endOnFailure: true },
    );
  });
  it('an electrician and an inspector come on weekdays by day, where that is said; the rest keeps its hours', () => {
    const house = { ...demo.house, panelWorkBy: 'electrician' as const };
    const job = { ...demo.job, protection: { ...demo.job.protection, arcFault: 'at-breaker' as const } };
    const of = steps({ house, job });
    expect(of.some((s) => s.by === 'electrician')).toBe(true);
    const f = facts({ trades: [8 * 60, 16 * 60] });
    holds(of, f);
    const at = (f2: CalendarFacts) => {
      const slots = scheduleOf(of, new Set(), f2).visits.flatMap((v) => v.slots);
      const panel = slots.find((s) => of.find((x) => x.key === s.key)?.by === 'electrician')!;
      const { from } = panel;
      return { hour: (from % 1440) / 60, day: new Date(`${dateOf(f2.startOn, from)}T00:00:00Z`).getUTCDay() };
    };
    expect(at(f).hour).toBeLessThan(16);
    expect([1, 2, 3, 4, 5]).toContain(at(f).day);
    expect(at(facts()).hour).toBeGreaterThanOrEqual(9);
  });
  it('what is done is not planned again', () => {
    const done = new Set(some.slice(0, 4).map((s) => s.key));
    holds(some, facts(), done);
    expect(scheduleOf(some, new Set(some.map((s) => s.key)), facts()).visits).toEqual([]);
  });
  it('a day that is moved moves what depends on it, and nothing before it', () => {
    const plain = scheduleOf(some, new Set(), facts());
    const last = plain.visits.at(-1)!.slots.at(-1)!.key;
    const moved = scheduleOf(some, new Set(), facts({ notBefore: { [last]: '2026-12-24' } }));
    holds(some, facts({ notBefore: { [last]: '2026-12-24' } }));
    expect(dateOf('2026-11-30', moved.visits.at(-1)!.from)).toBe('2026-12-24');
    expect(moved.visits[0]).toEqual(plain.visits[0]);
  });
  it('power-off work longer than any evening is told, and there may be no hours at all', () => {
    const off = some.filter((s) => s.window === 'off').reduce((m, s) => m + s.minutes, 0);
    const short = facts({ weekday: [1080, 1080 + Math.max(30, Math.floor(off / 2))], weekend: null });
    expect(scheduleOf(some, new Set(), short).runsOver).toBe(true);
    expect(scheduleOf(some, new Set(), facts({ weekday: null, weekend: null }))).toMatchObject({
      noHours: true,
      visits: [],
    });
  });
  it('slower drying ends later, setting-type the same day', () => {
    const patches = some.some((s) => s.key === 'patch2') ? some : patched;
    const end = (more: Partial<CalendarFacts>) =>
      scheduleOf(patches, new Set(), facts(more)).visits.at(-1)!.to;
    expect(end({ humidity: 80, celsius: C(50) })).toBeGreaterThan(end({}));
    expect(end({ compound: 'setting-20' })).toBeLessThan(end({}));
  });
  it('tells moments in wall-clock time', () => {
    expect(momentOf('2026-11-30', 18 * 60 + 5)).toBe('2026-11-30T18:05');
    expect(momentOf('2026-12-31', 1440 + 61)).toBe('2027-01-01T01:01');
  });
});

/** Three coats and paint after one another, as a patch is. */
const patched: Step[] = ['patch1', 'patch2', 'patch3', 'patch4'].map((key, i) => ({
  ...some[0]!,
  key,
  window: 'after',
  minutes: 30,
  after: i === 0 ? [] : [`patch${i}`],
  waitDays: i === 0 ? 0 : 1,
  dries: ([null, 'tape', 'thin', 'last'] as const)[i]!,
}));
