import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { said } from '../testing/said.ts';
import { carryList } from './carry.ts';
import { evaluate } from './evaluate.ts';

const listed = (job: ReturnType<typeof demoJobs>[number]) => {
  const e = evaluate({ house: demoHouses().find((h) => h.id === job.houseId)!, job });
  return carryList(e.plan, e.chosen!, e.given.job).map((c) => ({
    place: said(c.place),
    tools: c.tools.map((t) => t),
    parts: c.parts.map((p) => `${p.count} ${p.key}`),
  }));
};

describe('what is carried where', () => {
  it('goes to the room of its box, the attic, the panel, in the order of the work', () => {
    const list = listed(demoJobs().find((j) => j.id === 'keyboard')!);
    expect(list.map((l) => l.place)).toEqual(['Music room', 'attic', 'along the cable runs']);
    const [music, attic, along] = list;
    expect(music!.tools).toEqual(
      expect.arrayContaining(['level', 'jab-saw', 'wire-strippers', 'voltage-meter']),
    );
    expect(music!.parts.some((p) => p.includes(' receptacle'))).toBe(true);
    expect(attic!.parts).toEqual([]);
    expect(along!.parts.some((p) => p.endsWith('staple'))).toBe(true);
  });
  it('is everything that the bill needs, each once, in generated houses', () => {
    fc.assert(
      fc.property(anyWiring, (b) => {
        const e = evaluate(b);
        if (!e.chosen) return;
        const sums = new Map<string, number>();
        for (const { parts } of carryList(e.plan, e.chosen, b.job))
          for (const p of parts) sums.set(p.key, (sums.get(p.key) ?? 0) + p.count);
        const needed = new Map<string, number>();
        for (const n of e.chosen.bill.needed.parts)
          if (n.count > 0) needed.set(n.key, (needed.get(n.key) ?? 0) + n.count);
        expect([...sums].sort()).toEqual([...needed].sort());
        const tools = new Set(carryList(e.plan, e.chosen, b.job).flatMap((c) => c.tools));
        for (const s of e.chosen.steps)
          if (s.by === 'you') for (const t of s.tools) expect([t, tools.has(t)]).toEqual([t, true]);
      }),
      { numRuns: 60, seed: 17, endOnFailure: true },
    );
  });
});
