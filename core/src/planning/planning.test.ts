import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { ItemId, PointId, makePoint, makeWant, type Bundle } from '../document/index.ts';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { signOff } from '../evaluation/sign-off.ts';
import { applyEdit, holdsUp, sourceLine } from '../findings/index.ts';
import { readHouse, houseProblems } from '../document/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  ceilingAt,
  knownBox,
  loadAt,
  nm,
  outlet,
  panel,
  smallHouse,
  wallAt,
  wanted,
  SIGNER,
} from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { planOfHouse } from '../structure/index.ts';
import { WEIGHTS, buildGraph, framesOf } from '../routing/index.ts';
import { cheapestForest } from './forest.ts';
import { Closure } from './legs.ts';
import { heard, said } from '../testing/said.ts';

const reason = (b: Bundle, label: string) =>
  evaluate(b).planning.candidates.find((c) => said(c.candidate.label) === label)!.candidate;

describe('tap points', () => {
  const lit = smallHouse({
    points: [
      outlet('r1', 24),
      makePoint('l1', 'L1', 'luminaire', ceilingAt(60, 60), knownBox('oct-4-2-1/8')),
      makePoint('s1', 'S1', 'switch', wallAt(110, 48), knownBox('new-1g-18')),
    ],
    cables: [
      nm('c1', atBreaker(), atPoint('r1')),
      nm('c2', atPoint('r1'), atPoint('l1')),
      nm('c3', atPoint('l1'), atPoint('s1'), { carries: 'loop', switchedBy: PointId.parse('s1') }),
    ],
  });
  it('a switch loop without a neutral is refused with that reason', () => {
    const c = reason(bundle(lit, [wanted(40)]), 'S1');
    expect(c.usable).toBe(false);
    expect(said(c.reasons.find((r) => r.kind === 'no')?.says ?? '')).toContain('switch loop');
  });
  it('a light fed only through its switch cannot feed an outlet', () => {
    const house = smallHouse({
      points: lit.points,
      cables: [
        nm('c1', atBreaker(), atPoint('s1')),
        nm('c2', atPoint('s1'), atPoint('l1'), { carries: 'switched', switchedBy: PointId.parse('s1') }),
      ],
    });
    expect(
      said(reason(bundle(house, [wanted(40)]), 'L1').reasons.find((r) => r.kind === 'no')?.says ?? ''),
    ).toContain('only a switched conductor');
  });
  it('a light commanded by that switch is fed from where its switched hot is', () => {
    const want = makeWant('w1', 'new lamp', wallAt(40, 60), {
      kind: 'luminaire',
      control: { by: 'switch', pointId: PointId.parse('s1') },
    });
    const e = evaluate(bundle(lit, [want]));
    expect(e.chosen?.option.taps[0]?.pointId).toBe('l1');
    expect(e.chosen?.applied.house.cables.at(-1)).toMatchObject({ carries: 'switched', switchedBy: 's1' });
    expect(e.chosen?.applied.feed.boxes.get(PointId.parse('new-w1'))?.switchedBy).toEqual(['s1']);
  });
  it.each([
    ['kitchen-counter', 'kitchen counter'],
    ['dedicated', 'one appliance'],
    ['bath', 'bathroom'],
    ['laundry', 'laundry'],
  ] as const)('a %s circuit is not extended, and the reason says why', (restriction, word) => {
    const c = reason(bundle(smallHouse({ panels: panel(20, { restriction }) }), [wanted(104)]), 'R1');
    expect(c.usable).toBe(false);
    expect(
      c.reasons
        .map((r) => r.says)
        .map(said)
        .join(),
    ).toContain(word);
  });
  const restrictedIn = (
    restriction: 'kitchen-counter' | 'garage' | 'bath',
    use: 'kitchen' | 'garage' | 'bath' | 'den' | 'outdoor',
    more: { code?: 'nec-2014' | 'nec-2023'; kind?: 'receptacle' | 'luminaire' } = {},
  ) => {
    const house = smallHouse({ panels: panel(20, { restriction }), code: more.code ?? 'nec-2023' });
    const rooms = house.rooms.map((r) => ({ ...r, use }));
    return reason(bundle({ ...house, rooms }, [wanted(104, { kind: more.kind ?? 'receptacle' })]), 'R1')
      .usable;
  };
  it('restricted circuits feed what they are for: counter circuits kitchen outlets but no lights, garage circuits garage and outdoors', () => {
    expect(restrictedIn('kitchen-counter', 'kitchen')).toBe(true);
    expect(restrictedIn('kitchen-counter', 'kitchen', { kind: 'luminaire' })).toBe(false);
    expect(restrictedIn('kitchen-counter', 'den')).toBe(false);
    expect(restrictedIn('bath', 'bath')).toBe(true);
    expect(restrictedIn('bath', 'bath', { kind: 'luminaire' })).toBe(false);
    expect(restrictedIn('garage', 'garage')).toBe(true);
    expect(restrictedIn('garage', 'den')).toBe(false);
  });
  it('the garage circuit is restricted from 2017 on', () =>
    expect(restrictedIn('garage', 'den', { code: 'nec-2014' })).toBe(true));
  it('every reason of every box names where it comes from', () => {
    for (const { candidate } of evaluate({ house: demoHouses()[0]!, job: demoJobs()[0]! }).planning
      .candidates)
      for (const r of candidate.reasons) expect(said(sourceLine(r.source)).length).toBeGreaterThan(8);
  });
  it('a point that was never measured has no known way', () => {
    const house = smallHouse({
      points: [outlet('r1', 24, { at: { on: 'somewhere', roomId: smallHouse().rooms[0]!.id } })],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    });
    expect(said(reason(bundle(house, [wanted(104)]), 'R1').reasons.at(-1)?.says ?? '')).toContain(
      'hasn’t been measured',
    );
  });
  it('tells a place that no way leads to from a house where nothing can feed it', () => {
    const door = smallHouse();
    const rooms = door.rooms.map((r) => ({
      ...r,
      walls: r.walls.map((w) =>
        w.id === 'room-w1'
          ? {
              ...w,
              openings: [
                {
                  id: ItemId.parse('d'),
                  kind: 'door' as const,
                  leftMm: inches(90),
                  rightMm: inches(124),
                  bottomMm: 0,
                  topMm: inches(80),
                },
              ],
            }
          : w,
      ),
    }));
    const dead = (e: ReturnType<typeof evaluate>) => e.findings.find((f) => f.rule === 'no-way');
    expect(said(dead(evaluate(bundle({ ...door, rooms }, [wanted(104)])))!.says)).toBe(
      'No cable route leads to new 1',
    );
    const unfed = evaluate(bundle({ ...door, cables: [] }, [wanted(104)]));
    expect(heard(dead(unfed))).toMatchObject({ says: 'No box here can feed this' });
    // The three nearest, each with what stands in its way.
    expect(said(dead(unfed)!.detail)).toMatch(/^Closest: R1: .*; R2: .*\./);
    const inDoor = dead(evaluate(bundle({ ...door, rooms }, [wanted(104)])))!;
    expect(said(inDoor.detail)).toContain('new 1 is measured inside a door');
    const one = wanted(60, { loads: [loadAt('x', 1200)] });
    const other = makeWant('w2', 'new 2', wallAt(120), { loads: [loadAt('y', 1200)] });
    expect(evaluate(bundle(door, [one])).options.length).toBeGreaterThan(0);
    expect(said(dead(evaluate(bundle(door, [one, other])))!.says)).toBe('No plan does all of this at once');
  });
  it.each([
    ['source', {}, { source: { from: 'point' as const, pointId: PointId.parse('r2') } }],
    ['avoid', { avoid: [{ op: 'fish', wallId: null }] }, {}],
  ] as const)('what leaves no way is offered to be let go: %s', (what, job, want) => {
    // R2 has lost its cable; without fishing nothing gets into a wall.
    const [c1] = smallHouse().cables;
    // No raceway on the wall either.
    const house = smallHouse({
      bannedMethods: ['EMT', 'PVC', 'LFNC'],
      ...(what === 'source' ? { cables: [c1!] } : {}),
    });
    const b = bundle(house, [wanted(104, want)], { ...job, avoid: 'avoid' in job ? [...job.avoid] : [] });
    const stuck = evaluate(b);
    expect(stuck.options).toEqual([]);
    const remedy = stuck.findings
      .find((f) => f.rule === 'no-way')!
      .remedies.find((r) => r.edit.edit === 'let-go' && r.edit.what === what)!;
    expect(evaluate(applyEdit(b, remedy.edit)).options.length).toBeGreaterThan(0);
  });
  it('says so when nothing at all can feed it', () => {
    const e = evaluate(bundle(smallHouse({ points: [], cables: [] }), [wanted(104)]));
    expect(e.chosen).toBeNull();
    expect(e.findings[0]).toMatchObject({ severity: 'stop', rule: 'no-way' });
  });
});

describe('options', () => {
  it('differ in tap or kind of way, lightest first, each with why', () => {
    const e = evaluate({ house: demoHouses()[0]!, job: demoJobs()[0]! });
    expect(e.options.length).toBeGreaterThanOrEqual(3);
    expect(new Set(e.options.map((o) => o.key)).size).toBe(e.options.length);
    expect(e.options.every((o) => said(o.why).length > 0)).toBe(true);
    const costs = e.options.filter((o) => o.state !== 'stop').map((o) => o.cost);
    expect([...costs].sort((a, b) => a - b)).toEqual(costs);
  });
  it('a chosen option stays chosen; one that is gone falls back to the best', () => {
    const b = { house: demoHouses()[0]!, job: demoJobs()[0]! };
    const second = evaluate(b).options[1]!.key;
    expect(evaluate({ ...b, job: { ...b.job, option: second } }).chosen?.option.key).toBe(second);
    expect(evaluate({ ...b, job: { ...b.job, option: 'gone|nowhere' } }).chosen?.option.key).toBe(
      evaluate(b).options[0]!.key,
    );
  });
  it('the same input gives the same output, byte for byte', () => {
    const text = () => JSON.stringify(evaluate({ house: demoHouses()[0]!, job: demoJobs()[0]! }).options);
    expect(text()).toBe(text());
  });
  it('legs from one tap are the least tree: no other tree over the points costs less', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 4, max: 140 }), { minLength: 3, maxLength: 4 }),
        fc.integer({ min: 10, max: 60 }),
        (xs, h) => {
          const house = smallHouse();
          const ids = ['tap', 'a', 'b', 'c'].slice(0, xs.length);
          const graph = buildGraph({
            house,
            plan: planOfHouse(house),
            frames: framesOf(house),
            weights: WEIGHTS.balanced,
            alone: true,
            terminals: ids.map((id, i) => ({ id, at: wallAt(xs[i]!, i === 0 ? 15 : h) })),
          });
          const closure = new Closure(graph);
          const wants = ids.slice(1);
          const found = cheapestForest({
            wants: wants.length,
            taps: [{ id: 'tap', fixed: 0, circuit: 'c', most: 9 }],
            fromTap: (_, w) => closure.cost(wants[w]!, 'tap') + 8,
            onward: (u, w) => closure.cost(wants[w]!, wants[u]!) + 8,
            fits: () => true,
          });
          // Every labelled tree that hangs on the tap: each want picks a parent, circles dropped.
          const parents = wants.map((w) => ids.filter((i) => i !== w));
          let best = Number.POSITIVE_INFINITY;
          const walk = (i: number, pick: string[]) => {
            if (i === wants.length) {
              const rooted = wants.every((w) => {
                let at = w;
                for (let n = 0; n < 5 && at !== 'tap'; n++) at = pick[wants.indexOf(at)]!;
                return at === 'tap';
              });
              if (rooted)
                best = Math.min(
                  best,
                  pick.reduce((s, p, k) => s + closure.cost(wants[k]!, p) + 8, 0),
                );
              return;
            }
            for (const p of parents[i]!) walk(i + 1, [...pick, p]);
          };
          walk(0, []);
          expect(found!.cost).toBeCloseTo(best, 6);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('remedies', () => {
  const start = fc.record({
    house: fc.integer({ min: 0, max: 1 }),
    x: fc.integer({ min: 6, max: 130 }),
    h: fc.integer({ min: 10, max: 70 }),
    wall: fc.integer({ min: 1, max: 4 }),
  });
  it('applying any offered remedy removes its finding and adds no stop', () => {
    fc.assert(
      fc.property(start, ({ house: n, x, h, wall }) => {
        const house = demoHouses()[n]!;
        const room = house.rooms[0]!;
        const length = room.walls[wall - 1]!.lengthMm / 25.4;
        const b = bundle(house, [
          makeWant('w1', 'new 1', wallAt(Math.min(x, length - 2), h, `${room.id}-w${wall}`)),
        ]);
        const before = evaluate(b);
        const stops = before.findings.filter((f) => f.severity === 'stop' && holdsUp(f)).map((f) => f.key);
        for (const finding of before.findings.filter(holdsUp))
          for (const remedy of finding.remedies) {
            // An honest "none" or "burnt" answers a question; it does not promise good news.
            if (['set-ground', 'set-condition', 'set-gauge', 'set-clamps'].includes(remedy.edit.edit))
              continue;
            const after = evaluate(applyEdit(b, remedy.edit));
            expect(
              after.findings.filter(
                (f) => f.key === finding.key && holdsUp(f) && said(f.says) === said(finding.says),
              ),
            ).toEqual([]);
            for (const f of after.findings.filter((f) => f.severity === 'stop' && holdsUp(f)))
              expect(stops).toContain(f.key);
          }
      }),
      { numRuns: 40 },
    );
  });
});

describe('the demo', () => {
  const views = demoJobs().map((job) =>
    evaluate({ house: demoHouses().find((h) => h.id === job.houseId)!, job }),
  );
  it('hangs together', () => {
    for (const house of demoHouses()) {
      expect(houseProblems(house)).toEqual([]);
      expect(readHouse(JSON.parse(JSON.stringify(house))).ok).toBe(true);
    }
  });
  it('one job has its tap to change and its protection to choose', () => {
    const freezer = views[2]!.findings.filter(holdsUp);
    expect(freezer.map((f) => `${f.severity} ${f.rule}`).sort()).toEqual([
      'fix box-fill',
      'stop gauge-for-breaker',
      'stop ground-fault',
    ]);
  });
  it('one is settled and under way', () => {
    expect(views[1]!.findings.filter(holdsUp)).toEqual([]);
    expect(views[1]!.next.mark).toBe('do');
  });
});

describe('signing off', () => {
  it('writes points and cables into the house under names of their own, and the house still hangs together', () => {
    const e = evaluate({ house: demoHouses()[0]!, job: demoJobs()[1]! });
    const { house, job } = signOff(e, '2026-11-25T10:00:00.000Z', SIGNER);
    expect(house.points).toHaveLength(e.bundle.house.points.length + 1);
    expect(house.points.at(-1)?.label).toBe('R4');
    const [job1] = demoJobs().slice(1);
    const called = (label: string) =>
      signOff(
        evaluate({
          house: demoHouses()[0]!,
          job: { ...job1!, wants: job1!.wants.map((w) => ({ ...w, label })) },
        }),
        '2026-11-25T10:00:00.000Z',
        SIGNER,
      ).house.points.at(-1)?.label;
    // A name that somebody gave stays; one that is taken does not.
    expect(called('aquarium')).toBe('aquarium');
    expect(called('R1')).toBe('R4');
    expect([...house.points, ...house.cables, ...house.loads].filter((x) => x.id.startsWith('new-'))).toEqual(
      [],
    );
    expect(houseProblems(house)).toEqual([]);
    expect(readHouse(JSON.parse(JSON.stringify(house))).ok).toBe(true);
    expect(job.signedOff).toBe('2026-11-25T10:00:00.000Z');
    const after = evaluate({ house, job });
    expect([after.chosen, after.next.mark, after.findings.filter(holdsUp)]).toEqual([null, 'prove', []]);
  });
});
