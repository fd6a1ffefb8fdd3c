import { describe, expect, it } from '@jest/globals';
import { ToolKey, type Bundle, type House } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { settingOf, workMinutes } from '../evaluation/judge.ts';
import { atBreaker, atPoint, bundle, nm, outlet, smallHouse, wanted } from '../testing/build.ts';
import { gainText, isGain, methodGains, toolGains } from './index.ts';
import { said } from '../testing/said.ts';

/** One outlet, nothing over or under the room that can be entered: the way goes along the wall. */
const shut = (): House => {
  const house = smallHouse({ points: [outlet('r1', 24)], cables: [nm('c1', atBreaker(), atPoint('r1'))] });
  return {
    ...house,
    rooms: house.rooms.map((r) => ({
      ...r,
      above: { ...r.above, kind: 'finished' as const, canEnter: false },
    })),
  };
};
const lacking = (lacks: ToolKey[], x = 44): Bundle => {
  const b = bundle(shut(), [wanted(x)]);
  return { ...b, job: { ...b.job, preferences: { ...b.job.preferences, lacks } } };
};
const gains = (b: Bundle) => new Map(toolGains(settingOf(b), workMinutes).map((g) => [g.tool, g] as const));

describe('what one more tool would save', () => {
  it('is exactly the difference between the two plans', () => {
    const [without, withIt] = [lacking(['flexible-bit']), lacking([])].map((b) => evaluate(b).options[0]!);
    const gain = gains(lacking(['flexible-bit'])).get('flexible-bit')!;
    expect(gain.minutes).toBeCloseTo(without!.minutes - withIt!.minutes, 9);
    expect(gain.openedMm2).toBeCloseTo(without!.openedMm2 - withIt!.openedMm2, 6);
    expect(gain.openedMm2).toBeGreaterThan(0);
    expect(said(gainText(gain))).toMatch(/^with it .*less work.*less wall opened/);
  });
  it('says when it would change nothing', () => {
    const gain = gains(lacking(['masonry-bit'])).get('masonry-bit')!;
    expect(gain).toMatchObject({ opensAWay: false, minutes: 0, openedMm2: 0 });
    expect(said(gainText(gain))).toBe('it would change nothing here');
  });
  it('says when there is no way at all without it', () => {
    const house = shut();
    const masonry = {
      ...house,
      rooms: house.rooms.map((r) => ({
        ...r,
        walls: r.walls.map((w) => ({
          ...w,
          exterior: true,
          framing: { ...w.framing, kind: 'masonry' as const },
        })),
      })),
    };
    const out = bundle(masonry, [wanted(24, { at: { ...wanted(24).at, on: 'outside' } as never })], {
      method: 'EMT',
    });
    const b = {
      ...out,
      job: { ...out.job, preferences: { ...out.job.preferences, lacks: ['masonry-bit' as const] } },
    };
    const found = gains(b).get('masonry-bit');
    expect(evaluate(b).options).toEqual([]);
    expect(found).toMatchObject({ opensAWay: true });
    expect(said(gainText(found!))).toBe('with it there is a route');
  });
  it('asks nothing of a job that lacks none or wants none', () => {
    expect(toolGains(settingOf(lacking([])), workMinutes)).toEqual([]);
    const b = lacking([...ToolKey.options]);
    expect(toolGains(settingOf({ ...b, job: { ...b.job, wants: [] } }), workMinutes)).toEqual([]);
  });
});

describe('what another wiring method would save', () => {
  const costs = (b: Bundle) => evaluate(b).options[0]!;
  const of = (b: Bundle) =>
    new Map(methodGains(settingOf(b), workMinutes).map((g) => [g.method, g] as const));
  const b = lacking(['right-angle-drill', 'flexible-bit'], 100);
  it('is exactly the difference between the two plans, and is told where it is seen', () => {
    const seen = methodGains(settingOf(b), workMinutes).filter((g) => g.seen);
    // Everything that runs on the face goes the same way: told once.
    expect(seen).toHaveLength(1);
    const [gain] = seen;
    const then = costs({ ...b, job: { ...b.job, method: gain!.method } });
    expect(gain!.minutes).toBeCloseTo(costs(b).minutes - then.minutes, 9);
    expect(gain!.openedMm2).toBeCloseTo(costs(b).openedMm2 - then.openedMm2, 6);
    expect(isGain(gain!)).toBe(true);
    expect(said(gainText(gain!))).toMatch(/^with it .*less wall opened/);
  });
  it('leaves out the one that is planned with, and those that the place forbids', () => {
    const [seen] = methodGains(settingOf(b), workMinutes).filter((g) => g.seen);
    expect(of(b).has('NM-B')).toBe(false);
    expect(of({ ...b, job: { ...b.job, method: seen!.method } }).has(seen!.method)).toBe(false);
    const banned = { ...b, house: { ...b.house, bannedMethods: [seen!.method] } };
    expect(of(banned).has(seen!.method)).toBe(false);
  });
  it('methods that go the same way are not told, and nothing wanted gains nothing', () => {
    expect(of(b).has('MC')).toBe(false);
    expect(methodGains(settingOf({ ...b, job: { ...b.job, wants: [] } }), workMinutes)).toEqual([]);
  });
});

describe('what is worth a word', () => {
  const gain = { opensAWay: false, minutes: 0, openedMm2: 0, holes: 0 };
  it('a way where there was none, five minutes, or less wall opened; not a hole alone', () => {
    expect(isGain(gain)).toBe(false);
    expect(isGain({ ...gain, holes: 2 })).toBe(false);
    expect(isGain({ ...gain, opensAWay: true })).toBe(true);
    expect([4.9, 5, 6].map((minutes) => isGain({ ...gain, minutes }))).toEqual([false, true, true]);
    expect(isGain({ ...gain, openedMm2: 1 })).toBe(true);
  });
  it('each part is told where it is one', () => {
    const says = (more: Partial<typeof gain>) => said(gainText({ ...gain, ...more }));
    expect(says({ minutes: 30 })).toMatch(/^with it .*less work$/);
    expect(says({ holes: 1 })).toMatch(/hole/);
    expect(says({ minutes: 4.9 })).toBe('it would change nothing here');
    expect(says({ opensAWay: true, minutes: 30 })).toBe('with it there is a route');
  });
});
