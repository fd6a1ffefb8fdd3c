import { describe, expect, it } from '@jest/globals';
import { ToolKey, type Bundle, type House } from '../document/index.ts';
import { evaluate, settingOf } from '../evaluate.ts';
import { atBreaker, atPoint, bundle, nm, outlet, smallHouse, wanted } from '../testing/build.ts';
import { gainWords, toolGains } from './index.ts';

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
const gains = (b: Bundle) => new Map(toolGains(settingOf(b)).map((g) => [g.tool, g] as const));

describe('what one more tool would save', () => {
  it('is exactly the difference between the two plans', () => {
    const [without, withIt] = [lacking(['right-angle-drill']), lacking([])].map(
      (b) => evaluate(b).options[0]!,
    );
    const gain = gains(lacking(['right-angle-drill'])).get('right-angle-drill')!;
    expect(gain.minutes).toBeCloseTo(without!.minutes - withIt!.minutes, 9);
    expect(gain.openedMm2).toBeCloseTo(without!.openedMm2 - withIt!.openedMm2, 6);
    expect(gain.openedMm2).toBeGreaterThan(0);
    expect(gainWords(gain, 'imperial')).toMatch(/^with it .*less work.*less wall opened/);
  });
  it('says when it would change nothing', () => {
    const gain = gains(lacking(['masonry-bit'])).get('masonry-bit')!;
    expect(gain).toMatchObject({ opensAWay: false, minutes: 0, openedMm2: 0 });
    expect(gainWords(gain, 'imperial')).toBe('it would change nothing here');
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
    expect(gainWords(found!, 'imperial')).toBe('with it there is a way');
  });
  it('asks nothing of a job that lacks none or wants none', () => {
    expect(toolGains(settingOf(lacking([])))).toEqual([]);
    const b = lacking([...ToolKey.options]);
    expect(toolGains(settingOf({ ...b, job: { ...b.job, wants: [] } }))).toEqual([]);
  });
});
