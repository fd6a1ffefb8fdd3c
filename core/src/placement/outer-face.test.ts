import { describe, expect, it } from '@jest/globals';
import { makeWant, type Bundle, type House, type Opening, type Wall, ItemId } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { applyEdit } from '../findings/index.ts';
import { bundle, outlet, smallHouse, standing, wallAt } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { said } from '../testing/said.ts';

/** Boxes on the outer face: clear of openings and of what stands there, damp under a roof and wet in the open. */

const north = (more: Partial<Wall>): House['rooms'] =>
  smallHouse().rooms.map((r) => ({
    ...r,
    walls: r.walls.map((w, i) => (i === 0 ? { ...w, exterior: true, ...more } : w)),
  }));
const outside = (x: number, height = 18) => ({ ...wallAt(x, height), on: 'outside' as const });
const ask = (x: number, more: Partial<Wall> = {}, house: Partial<House> = {}): Bundle =>
  bundle(smallHouse({ rooms: north(more), ...house }), [makeWant('w1', 'new 1', outside(x))], {
    protection: { groundFault: 'at-new', arcFault: 'at-breaker' },
  });
const rules = (b: Bundle) =>
  evaluate(b)
    .findings.filter((f) => f.rule.startsWith('place-outside') || f.rule === 'covered')
    .map((f) => `${f.rule} ${f.severity}`);
const opening = (kind: Opening['kind'], bottom: number): Opening => ({
  id: ItemId.parse('o'),
  kind,
  leftMm: inches(50),
  rightMm: inches(80),
  bottomMm: inches(bottom),
  topMm: inches(80),
});

describe('a box on the outer face', () => {
  it.each<[string, number, Partial<Wall>, string[]]>([
    ['nothing in the way', 60, {}, []],
    ['in a door', 60, { openings: [opening('door', 0)] }, ['place-outside-opening fix']],
    ['on its casing', 82, { openings: [opening('door', 0)] }, ['place-outside-opening fix']],
    ['beside it', 86, { openings: [opening('door', 0)] }, []],
    ['under a window', 60, { openings: [opening('window', 36)] }, []],
    [
      'behind an air conditioner',
      60,
      { outside: { covered: false, furniture: [standing('furniture', 4, 6)] } },
      ['place-outside-thing fix'],
    ],
    [
      'behind a screen that comes down',
      60,
      {
        outside: {
          covered: false,
          furniture: [standing('furniture', 4, 6, { comesDown: { minutes: 10, people: 1 } })],
        },
      },
      ['covered ok'],
    ],
    // What stands inside is no matter outside.
    ['behind a wall from a sofa', 60, { furniture: [standing('furniture', 4, 6)] }, []],
  ])('%s', (_, x, wall, told) => expect(rules(ask(x, wall))).toEqual(told));
  it('keeps apart from another one', () => {
    const there = outlet('x1', 60, { at: outside(61) });
    const b = ask(60, {}, { points: [...smallHouse().points, there] });
    expect(rules(b)).toEqual(['place-outside-neighbor fix']);
  });
  it('the nearest good place is offered, and it is one', () => {
    const b = ask(52, { openings: [opening('door', 0)] });
    const f = evaluate(b).findings.find((x) => x.rule === 'place-outside-opening')!;
    expect(said(f.remedies[0]!.says)).toMatch(/^Move new 1 to .* from the left corner, as seen from inside$/);
    expect(rules(applyEdit(b, f.remedies[0]!.edit))).toEqual([]);
  });
});

describe('the weather at the outer face', () => {
  const cover = (covered: boolean) =>
    evaluate(ask(60, { outside: { covered, furniture: [] } }))
      .chosen!.bill.lines.map((l) => l.partKey)
      .find((k) => k.startsWith('cover-'));
  it('in the open a cover that closes over a plug, under a roof one that closes (NEC 406.9, from memory)', () => {
    expect(cover(false)).toBe('cover-in-use-1');
    expect(cover(true)).toBe('cover-damp-1');
  });
  it('takes a weather-resistant GFCI in either', () => {
    for (const covered of [false, true]) {
      const e = evaluate(ask(60, { outside: { covered, furniture: [] } }));
      expect(e.chosen!.bill.lines.map((l) => l.partKey)).toContain('gfci-15-wr');
      expect(e.findings.filter((f) => f.rule === 'proof')).toEqual([]);
    }
  });
  it('its test button is out of reach behind what stands there', () => {
    const b = ask(
      60,
      {},
      {
        rooms: north({
          outside: {
            covered: false,
            furniture: [standing('furniture', 4, 6, { comesDown: { minutes: 5, people: 1 } })],
          },
        }),
      },
    );
    expect(evaluate(b).findings.find((f) => f.rule === 'ground-fault-reach')).toMatchObject({
      severity: 'fix',
      subjects: ['new-w1'],
    });
  });
});
