import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses } from '../demo/index.ts';
import { BreakerId, makeBreaker, type Breaker, type House } from '../document/index.ts';
import { said } from '../testing/said.ts';
import { buildFeed } from './feed.ts';
import {
  huntCandidates,
  huntEnd,
  nextWalk,
  surveyedOtherwise,
  suspects,
  withFound,
  type HuntCandidate,
  type HuntWalk,
} from './hunt.ts';

const breaker = (n: number): Breaker => makeBreaker(`b${n}`, String(n));
const panel = (weights: readonly number[]): HuntCandidate[] =>
  weights.map((weight, i) => ({ breaker: breaker(i + 1), weight, why: [] }));

/** Goes through a hunt in which the answers are what they really are, but for those that are lies. */
function hunted(candidates: readonly HuntCandidate[], truth: string, lies: ReadonlySet<number> = new Set()) {
  const walks: HuntWalk[] = [];
  while (walks.length < 60) {
    const off = nextWalk(candidates, walks);
    if (!off) break;
    const dead = off.some((id) => id === truth) !== lies.has(walks.length);
    walks.push({ off, answer: dead ? 'dead' : 'on' });
  }
  return { walks, end: huntEnd(candidates, walks) };
}

/**
 * The least walks on the average, by exact search over everything that may be known: each breaker undoubted, doubted or out; written for
 * itself, with the share of wrong answers that the hunt reckons with.
 */
const WRONG = 0.05;
function optimum(weights: readonly number[]): number {
  const n = weights.length;
  const known = new Map<string, number>();
  const worth = (state: readonly number[]): number => {
    const left = state.flatMap((s, i) => (s < 2 ? [i] : []));
    if (left.length < 2) return 0;
    const key = state.join('');
    const was = known.get(key);
    if (was !== undefined) return was;
    known.set(key, Infinity);
    const weight = (i: number) => (weights[i] ?? 0) * (state[i] === 1 ? WRONG / (1 - WRONG) : 1);
    const sum = left.reduce((s, i) => s + weight(i), 0);
    let best = Infinity;
    for (let off = 1; off < 2 ** n; off++) {
      const isOff = (i: number) => ((off >> i) & 1) === 1;
      if (left.every((i) => !isOff(i))) continue;
      const after = (dead: boolean) =>
        state.map((s, i) => (s < 2 && isOff(i) !== dead ? (s === 1 ? 2 : 1) : s));
      const pDead =
        left.reduce((s, i) => {
          const right = state[i] === 1 ? 1 : 1 - WRONG;
          return s + weight(i) * (isOff(i) ? right : 1 - right);
        }, 0) / sum;
      const [dead, on] = [after(true), after(false)];
      // A walk that may leave all as it was is none.
      if (dead.join('') === key || on.join('') === key) continue;
      best = Math.min(best, 1 + pDead * worth(dead) + (1 - pDead) * worth(on));
    }
    known.set(key, best);
    return best;
  };
  return worth(weights.map(() => 0));
}
/** The walks of the hunt on the average, over all answers. */
function average(candidates: readonly HuntCandidate[]): number {
  const from = (walks: readonly HuntWalk[]): number => {
    const off = nextWalk(candidates, walks);
    if (!off) return 0;
    const left = suspects(candidates, walks);
    const pDead = left.reduce((s, x) => {
      const right = x.doubted ? 1 : 1 - WRONG;
      return s + x.chance * (off.includes(x.breaker.id) ? right : 1 - right);
    }, 0);
    const on = (answer: 'dead' | 'on', p: number) => (p < 1e-12 ? 0 : p * from([...walks, { off, answer }]));
    return 1 + on('dead', pDead) + on('on', 1 - pDead);
  };
  return from([]);
}

describe('the walks of a hunt', () => {
  it('are on the average within a tenth of the fewest that any order of walks comes to', () => {
    const panels = [
      [1, 1],
      [1, 1, 1],
      [1, 1, 1, 1],
      [1, 1, 1, 1, 1],
      [8, 1, 1, 1, 1],
      [8, 4, 2, 1, 1],
      [20, 1, 1, 0.1, 0.1],
      [6, 6, 1, 1, 1, 1],
      [1, 1, 1, 1, 1, 1],
    ];
    const ratios = panels.map((weights) => average(panel(weights)) / optimum(weights));
    for (const r of ratios) expect(r).toBeGreaterThanOrEqual(1 - 1e-9);
    expect(ratios.reduce((s, r) => s + r, 0) / ratios.length).toBeLessThan(1.05);
    expect(Math.max(...ratios)).toBeLessThan(1.1);
  });
  it('end at the right breaker, also when one answer is wrong', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.05, max: 20, noNaN: true }), { minLength: 2, maxLength: 24 }),
        fc.nat(),
        fc.option(fc.nat({ max: 9 })),
        (weights, pick, lie) => {
          const candidates = panel(weights);
          const truth = `b${(pick % weights.length) + 1}`;
          const { end } = hunted(candidates, truth, new Set(lie === null ? [] : [lie]));
          expect(end).toMatchObject({ end: 'found', breaker: { id: truth } });
        },
      ),
      { numRuns: 400, endOnFailure: true },
    );
  });
  it('are few in a full panel: a half each time, and one to be sure', () => {
    const candidates = panel(Array.from({ length: 20 }, () => 1));
    const counts = candidates.map(({ breaker: b }) => hunted(candidates, b.id).walks.length);
    // log2 20 = 4.3, and the walk that speaks against every other one once more.
    expect(counts.reduce((s, n) => s + n, 0) / counts.length).toBeLessThan(7);
    expect(Math.max(...counts)).toBeLessThanOrEqual(8);
  });
  it('begin with the likely one where its label says so', () => {
    const [first] = hunted(panel([50, 1, 1, 1, 1, 1]), 'b1').walks;
    expect(first?.off).toEqual(['b1']);
  });
  it('say so when the answers speak twice against each', () => {
    const candidates = panel([1, 1]);
    const on = (n: number): HuntWalk => ({ off: [BreakerId.parse(`b${n}`)], answer: 'on' });
    expect(huntEnd(candidates, [on(1), on(1), on(2), on(2)])).toEqual({ end: 'none' });
    expect(suspects(candidates, [on(1)])).toMatchObject([
      { breaker: { id: 'b2' }, doubted: false },
      { breaker: { id: 'b1' }, doubted: true },
    ]);
  });
  it('an answer that nobody is sure of changes nothing', () => {
    const candidates = panel([3, 1, 1]);
    const off = nextWalk(candidates, [])!;
    expect(suspects(candidates, [{ off, answer: 'unsure' }])).toEqual(suspects(candidates, []));
  });
  it('never turn off what must stay on, and say what can’t be told apart then', () => {
    const candidates = panel([1, 1, 1, 1]);
    const keptOn = [BreakerId.parse('b1'), BreakerId.parse('b2')];
    const walks: HuntWalk[] = [];
    while (walks.length < 30) {
      const off = nextWalk(candidates, walks, keptOn);
      if (!off) break;
      expect(off.some((id) => keptOn.includes(id))).toBe(false);
      walks.push({ off, answer: 'on' });
      if (huntEnd(candidates, walks, keptOn)?.end === 'kept-on') break;
    }
    expect(
      suspects(candidates, walks)
        .map((s) => s.breaker.id)
        .slice(0, 2)
        .sort(),
    ).toEqual(['b1', 'b2']);
    expect(nextWalk(candidates, walks, [...keptOn, BreakerId.parse('b3'), BreakerId.parse('b4')])).toBeNull();
    expect(
      huntEnd(
        candidates,
        [],
        candidates.map((c) => c.breaker.id),
      ),
    ).toMatchObject({ end: 'kept-on' });
  });
});

describe('which breaker is likely', () => {
  const house: House = demoHouses()[0]!;
  const id = (label: string) => house.points.find((p) => p.label === label)!.id;
  it('is the one whose label names the room, or that feeds what is beside it', () => {
    const [first] = huntCandidates(house, id('R1'));
    expect(buildFeed(house).boxes.get(id('R1'))!.circuits).toEqual([first!.breaker.id]);
    expect(first!.why.map(said).join(' ')).toMatch(/room|beside|survey/i);
  });
  it('is hardly one of two poles, a large one or a spare', () => {
    const odd = (change: Partial<Breaker>): number => {
      const plain = house.panels[0]!;
      const added = { ...breaker(90), ...change };
      const panels = [{ ...plain, breakers: [...plain.breakers, breaker(91), added] }];
      const all = huntCandidates({ ...house, panels }, id('R1'));
      const of = (n: string) => all.find((c) => c.breaker.id === n)!.weight;
      return of('b90') / of('b91');
    };
    expect(odd({})).toBe(1);
    for (const change of [{ poles: 2 as const }, { amps: 40 }, { label: 'Spare' }])
      expect(odd(change)).toBeLessThan(0.2);
  });
  it('leaves the feeders of other panels out', () => {
    const [main] = house.panels;
    const feeder = main!.breakers[0]!;
    const sub = { ...main!, id: 'sub' as never, label: 'Sub', breakers: [breaker(95)], fedFrom: feeder.id };
    const all = huntCandidates({ ...house, panels: [main!, sub] }, id('R1'));
    expect(all.some((c) => c.breaker.id === feeder.id)).toBe(false);
    expect(all.some((c) => c.breaker.id === 'b95')).toBe(true);
  });
});

describe('what was found', () => {
  const house: House = demoHouses()[0]!;
  const point = house.points.find((p) => p.label === 'R1')!.id;
  const other = house.panels[0]!.breakers.find(
    (b) => !buildFeed(house).boxes.get(point)!.circuits.includes(b.id),
  )!;
  it('marks the breaker as tested, and feeds the boxes that nothing fed, by cables that are assumed', () => {
    const bare = { ...house, cables: [] };
    let n = 0;
    const others = house.points.filter((p) => ['R2', 'R3'].includes(p.label)).map((p) => p.id);
    const now = withFound(bare, other.id, [point, ...others], () => `new-${n++}`);
    expect(now.panels[0]!.breakers.find((b) => b.id === other.id)!.proved).toBe(true);
    const feed = buildFeed(now);
    for (const id of [point, ...others]) expect(feed.boxes.get(id)!.circuits).toEqual([other.id]);
    expect(now.cables).toHaveLength(3);
    expect(now.cables.every((c) => c.assumed && c.gauge === null && c.way === 'unknown')).toBe(true);
  });
  it('changes no cable that somebody surveyed, and says where the survey has another breaker', () => {
    const now = withFound(house, other.id, [point], () => 'x');
    expect(now.cables).toEqual(house.cables);
    const [told, ...more] = surveyedOtherwise(house, other.id, [point]);
    expect(more).toEqual([]);
    expect(told!.point.id).toBe(point);
    expect(told!.breakers.map((b) => b.id)).toEqual(buildFeed(house).boxes.get(point)!.circuits);
    const [mine] = buildFeed(house).boxes.get(point)!.circuits;
    expect(surveyedOtherwise(house, mine!, [point])).toEqual([]);
    expect(surveyedOtherwise({ ...house, cables: [] }, other.id, [point])).toEqual([]);
  });
});
