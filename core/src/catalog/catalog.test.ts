import { said } from '../testing/said.ts';
import { describe, expect, it } from '@jest/globals';
import { DeviceKind, LoadFacts } from '../document/index.ts';
import { LANGUAGES } from '../words/catalogs.ts';
import type { Tool } from '../words/index.ts';
import {
  APPLIANCES,
  BOXES,
  boxModel,
  CABLE_ROLLS,
  devicePart,
  isUsedUp,
  loadOf,
  PARTS,
  rollKey,
  TOOL_PARTS,
  toolKey,
  usedUpPart,
} from './index.ts';

describe('boxes', () => {
  it('have ids of their own, a size, a price and a source', () => {
    expect(new Set(BOXES.map((b) => b.id)).size).toBe(BOXES.length);
    for (const b of BOXES) {
      expect(Math.min(b.volumeCubicInches, b.widthMm, b.heightMm, b.depthMm, b.priceCents)).toBeGreaterThan(
        0,
      );
      const marked = b.mounting === 'weatherproof' || b.id.startsWith('pancake');
      expect(b.source.kind).toBe(b.metal && !marked ? 'published' : 'practice');
    }
  });
  // NEC Table 314.16(A), from memory: trade size of a metal box to its least volume, in3.
  it.each([
    ['dev-1-1/2', 7.5],
    ['dev-2', 10],
    ['dev-2-1/4', 10.5],
    ['dev-2-1/2', 12.5],
    ['dev-2-3/4', 14.0],
    ['dev-3-1/2', 18.0],
    ['sq-4-1-1/4', 18.0],
    ['wide-1-1/2', 29.5],
    ['wide-2-1/8', 42],
    ['utility-1-1/2', 10.3],
    ['utility-1-7/8', 13],
    ['utility-2-1/8', 14.5],
    ['masonry-1g-2-1/2', 14],
    ['masonry-1g-3-1/2', 21],
    ['masonry-2g-3-1/2', 42],
    ['oct-4-1-1/4', 12.5],
    ['sq-4-1-1/2', 21.0],
    ['sq-4-2-1/8', 30.3],
    ['oct-4-1-1/2', 15.5],
    ['oct-4-2-1/8', 21.5],
  ])('%s holds %d in3', (id, volume) => expect(boxModel(id)?.volumeCubicInches).toBe(volume));
  it('hold no more than their outer size allows', () => {
    for (const b of BOXES)
      expect(b.volumeCubicInches).toBeLessThanOrEqual(
        (b.widthMm * b.heightMm * b.depthMm) / 25.4 ** 3 + 0.01,
      );
  });
  it('old-work boxes need room for their wings, new-work boxes none', () => {
    for (const b of BOXES) expect(b.wingsMm > 0).toBe(b.mounting === 'old-work');
  });
  it('an unknown kind is none', () =>
    expect([boxModel('nope'), boxModel(null)]).toEqual([undefined, undefined]));
});

describe('parts', () => {
  it('every key is its own name', () => {
    for (const [key, part] of Object.entries(PARTS)) expect(part.key).toBe(key);
  });
  it('a longer roll costs more, and less by the foot', () => {
    for (const kind of new Set(CABLE_ROLLS.map((r) => r.key))) {
      const rolls = CABLE_ROLLS.filter((r) => r.key === kind).sort((a, b) => a.holds - b.holds);
      rolls.slice(1).forEach((r, i) => {
        const [more, less] = [r.priceCents!, rolls[i]!.priceCents!];
        expect(more).toBeGreaterThan(less);
        expect(more / r.holds).toBeLessThan(less / rolls[i]!.holds);
      });
    }
  });
  it('cable is named as it is printed: gauge, then insulated conductors', () =>
    expect(said(CABLE_ROLLS.find((r) => r.key === rollKey('12', 3))!.name)).toContain('12-3 with ground'));
  it('every kind of receptacle is a part on the list, in both ratings', () => {
    const kinds = DeviceKind.options.filter((k): k is Extract<typeof k, `receptacle${string}`> =>
      k.startsWith('receptacle'),
    );
    for (const k of kinds)
      for (const amps of [15, 20]) expect(PARTS[devicePart({ kind: k, amps }, false)!].name).toBeTruthy();
    expect(devicePart({ kind: 'receptacle', amps: 15 }, true)).toBe('receptacle-15-wr');
  });
});

describe('appliances', () => {
  it('are loads that a document would take', () => {
    for (const a of APPLIANCES) expect(LoadFacts.safeParse(loadOf(a, said)).success).toBe(true);
    expect(new Set(APPLIANCES.map((a) => said(a.name))).size).toBe(APPLIANCES.length);
  });
});

describe('tools', () => {
  it('every tool that a step can ask for is used up or has a price, and none is both', () => {
    const tools = Object.keys(LANGUAGES['en-US'])
      .filter((id) => id.startsWith('names.tool.'))
      .map((id) => id.slice('names.tool.'.length) as Tool);
    expect(tools.length).toBeGreaterThan(30);
    for (const tool of tools)
      expect([tool, isUsedUp(tool), TOOL_PARTS.some((p) => p.key === toolKey(tool))]).toEqual([
        tool,
        usedUpPart(tool) !== undefined,
        !isUsedUp(tool),
      ]);
  });
});
