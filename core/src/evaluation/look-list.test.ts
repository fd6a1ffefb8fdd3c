import { describe, expect, it } from '@jest/globals';
import { applyEdit } from '../findings/index.ts';
import { makeRoom } from '../document/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  nm,
  outlet,
  panel,
  smallHouse,
  wallAt,
  wanted,
} from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { feet } from '../units/index.ts';
import { evaluate } from './evaluate.ts';
import { lookList } from './look-list.ts';

const walkOf = (b: ReturnType<typeof bundle>) => {
  const { findings, plan } = evaluate(b);
  return lookList({ house: b.house, plan, findings });
};
const unread = bundle(
  smallHouse({
    panels: panel(15, { proved: false }),
    points: [outlet('r1', 24, { condition: 'not-looked' }), outlet('r2', 88)],
    cables: [
      { ...nm('c1', atBreaker(), atPoint('r1')), gauge: null },
      { ...nm('c2', atPoint('r1'), atPoint('r2')), assumed: true },
    ],
  }),
  [wanted(60)],
);

describe('everything still to be looked at, as one walk', () => {
  it('goes box by box, the panel last, each with what to look for', () => {
    const stops = walkOf(unread);
    expect(said(stops.at(-1)!.label)).toBe('Panel');
    const looks = stops.flatMap((s) => s.items.map((i) => `${s.key} ${i.at}`));
    expect(looks).toEqual(expect.arrayContaining(['r1 jacket', 'panel breaker']));
    expect(new Set(stops.map((s) => s.key)).size).toBe(stops.length);
  });
  it('an answer takes its question off, and every question has one', () => {
    let b = unread;
    const first = walkOf(b).flatMap((s) => s.items).length;
    expect(first).toBeGreaterThan(1);
    for (let left = first, turns = 0; left > 0 && turns < 12; turns++) {
      const [item] = walkOf(b).flatMap((s) => s.items);
      b = applyEdit(b, item!.finding.remedies[0]!.edit);
      left = walkOf(b).flatMap((s) => s.items).length;
    }
    expect(walkOf(b)).toEqual([]);
  });
  it('in the order of the rooms', () => {
    const hall = makeRoom('hall', 'Hall', 'hall', feet(4), feet(10), { place: { xMm: feet(20), yMm: 0 } });
    const house = {
      ...unread.house,
      rooms: [hall, ...unread.house.rooms],
      points: [
        ...unread.house.points,
        outlet('h1', 20, { at: wallAt(20, 15, 'hall-w2'), condition: 'not-looked' }),
      ],
      cables: [...unread.house.cables, { ...nm('c3', atPoint('r2'), atPoint('h1')), gauge: null }],
    };
    const stops = walkOf(
      bundle(house, [
        wanted(30, { at: wallAt(30, 15, 'hall-w2') }),
        { ...wanted(60), id: 'w2' as never, label: 'new 2' },
      ]),
    );
    const keys = stops.map((s) => s.key);
    expect(keys.indexOf('h1')).toBe(0);
    expect(keys.indexOf('r1')).toBeGreaterThan(0);
    expect(keys.at(-1)).toBe('panel');
  });
});
