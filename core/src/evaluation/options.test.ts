import { describe, expect, it } from '@jest/globals';
import { demoHouses, demoJobs } from '../demo/index.ts';
import type { Bundle } from '../document/index.ts';
import { evaluate } from './evaluate.ts';
import { holdsUp } from '../findings/index.ts';

const demos: readonly Bundle[] = demoJobs().map((job) => ({
  house: demoHouses().find((h) => h.id === job.houseId)!,
  job,
}));
const keysOf = (b: Bundle): string[] => evaluate(b).options.map((o) => o.key);

describe('options side by side', () => {
  it('cost in money what their own bill says when they are chosen', () => {
    for (const { house, job } of demos)
      for (const o of evaluate({ house, job }).options) {
        const { chosen } = evaluate({ house, job: { ...job, option: o.key } });
        expect([o.key, o.priceCents]).toEqual([chosen!.option.key, chosen!.bill.totalCents]);
        expect(o.priceCents).toBeGreaterThan(0);
      }
  });
  it('are held up by what the checks say when they are chosen', () => {
    for (const { house, job } of demos)
      for (const o of evaluate({ house, job }).options) {
        const { findings } = evaluate({ house, job: { ...job, option: o.key } });
        const held = findings.filter(holdsUp).map((f) => f.key);
        for (const f of o.open) expect(held).toContain(f.key);
      }
  });
});

describe('a kept option', () => {
  const keyboard = demos.find((d) => d.job.id === 'keyboard')!;
  const usual = keysOf(keyboard);
  const without = { ...keyboard.job, avoid: [{ op: 'run-attic', wallId: null }] };
  it('stays in the list beside the four that are shown', () => {
    // Ways that only come up when others are forbidden: they are found every time, but not shown.
    const hidden = keysOf({ ...keyboard, job: without }).filter((k) => !usual.includes(k));
    expect(hidden.length).toBeGreaterThan(0);
    const pinned = hidden.map((key) => ({ key, label: 'kept' }));
    const now = keysOf({ ...keyboard, job: { ...keyboard.job, pinned } });
    expect(now).toEqual(expect.arrayContaining(usual));
    expect(now.length).toBeGreaterThan(usual.length);
    expect(now.filter((k) => !usual.includes(k)).every((k) => hidden.includes(k))).toBe(true);
  });
  it('that is found no more is not made up', () =>
    expect(
      keysOf({ ...keyboard, job: { ...keyboard.job, pinned: [{ key: 'nowhere|mixed', label: 'x' }] } }),
    ).toEqual(usual));
  it('can be chosen', () => {
    const hidden = keysOf({ ...keyboard, job: without }).find((k) => !usual.includes(k))!;
    const job = { ...keyboard.job, pinned: [{ key: hidden, label: 'kept' }], option: hidden };
    expect(evaluate({ ...keyboard, job }).chosen?.option.key).toBe(hidden);
  });
});
