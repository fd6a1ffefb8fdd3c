import { describe, expect, it } from '@jest/globals';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, outlet, atBreaker, atPoint, nm, smallHouse, wanted } from '../testing/build.ts';
import { toolCents, toolsToHand } from './index.ts';

describe('tools that a job takes', () => {
  it('cost what is not there, at the owner’s price where there is one', () => {
    const tools = ['drill', 'level', 'staples', 'drill'] as const;
    const bare = toolsToHand(tools, {});
    // Staples are used up: they are parts.
    expect(bare.map((t) => [t.tool, t.owned])).toEqual([
      ['drill', false],
      ['level', false],
    ]);
    const prices = { 'tool:level': 999 };
    const some = toolsToHand(tools, { ownTools: ['drill'], prices });
    expect(some).toMatchObject([
      { tool: 'drill', owned: true, ownPrice: false },
      { tool: 'level', owned: false, ownPrice: true, cents: 999 },
    ]);
    expect(toolCents(some)).toBe(999);
    expect(toolCents(bare)).toBe(bare.reduce((s, t) => s + t.cents!, 0));
  });

  it('are those of all its steps, and what they use up is on the bill', () => {
    const house = smallHouse({ points: [outlet('r1', 24)], cables: [nm('c1', atBreaker(), atPoint('r1'))] });
    const { steps, bill } = evaluate(bundle(house, [wanted(60)])).chosen!;
    const asked = new Set(steps.flatMap((s) => s.tools));
    expect(asked.has('voltage-meter')).toBe(true);
    for (const t of toolsToHand([...asked], {})) expect(bill.tools).toContain(t.tool);
    if (asked.has('electrical-tape'))
      expect(bill.lines.find((l) => l.partKey === 'electrical-tape')).toMatchObject({ needed: 1 });
    expect(bill.tools).not.toContain('electrical-tape');
  });
});

describe('outlets and switches that look alike', () => {
  it('are bought with flat faces, and plates for them', () => {
    const keys = (style?: 'decorator') =>
      evaluate(
        bundle(smallHouse(), [wanted(104, { devices: [{ kind: 'receptacle' }, { kind: 'switch' }] })], {
          ...(style ? { preferences: { ...bundle(smallHouse(), []).job.preferences, style } } : {}),
        }),
      )
        .chosen!.bill.lines.map((l) => l.partKey)
        .filter((k) => /^(receptacle|switch|plate)/.test(k))
        .sort();
    expect(keys()).toEqual(['plate-combination-2', 'receptacle-15', 'switch']);
    expect(keys('decorator')).toEqual(['plate-decorator-2', 'receptacle-decorator-15', 'switch-decorator']);
  });
});
