import { describe, expect, it } from '@jest/globals';
import {
  BreakerId,
  makeRoom,
  makeWant,
  PointId,
  type Breaker,
  type Bundle,
  type House,
  type RoomUse,
  type Want,
} from '../../../document/index.ts';
import { evaluate } from '../../../evaluation/evaluate.ts';
import { applyEdit } from '../../../findings/index.ts';
import {
  bundle,
  change,
  loadAt,
  panel,
  smallHouse,
  standing,
  wallAt,
  wanted,
} from '../../../testing/build.ts';
import { of, one } from '../../../testing/judged.ts';
import { said } from '../../../testing/said.ts';
import { feet } from '../../../units/index.ts';

/** Receptacles that need a circuit set aside for them, and what such a circuit may not feed: NEC 210.11(C), 210.52(B). */

const RULE = 'set-aside-circuit';
const other: Breaker = { ...panel(20)[0]!.breakers[0]!, id: BreakerId.parse('b2'), number: '2' };
interface Case {
  readonly use?: RoomUse;
  readonly breaker?: Partial<Breaker>;
  readonly second?: Partial<Breaker>;
  readonly code?: House['code'];
  readonly want?: Partial<Want>;
  readonly bare?: boolean;
  readonly furniture?: ReturnType<typeof standing>[];
}
function house({ use = 'kitchen', breaker, second, code = 'nec-2023', furniture = [] }: Case): House {
  const room = makeRoom('room', 'Room', use, feet(12), feet(10));
  const [main] = panel(20, breaker);
  return smallHouse({
    code,
    panels: [{ ...main!, breakers: [...main!.breakers, ...(second ? [{ ...other, ...second }] : [])] }],
    rooms: [{ ...room, walls: room.walls.map((w, i) => (i === 0 ? { ...w, furniture } : w)) }],
    cables: smallHouse().cables.map((c) => ({ ...c, gauge: '12' as const })),
  });
}
/** Without its outlets, as a room that gets its first one: R1 and R2 are blank boxes. */
const bare = (h: House): House => ({
  ...h,
  points: h.points.map((p) => ({ ...p, kind: 'junction' as const, devices: [] })),
});
const ask = (c: Case): Bundle =>
  bundle((c.bare ?? false) ? bare(house(c)) : house(c), [wanted(104, c.want)], {
    protection: { groundFault: 'at-breaker', arcFault: 'at-breaker' },
  });
const severity = (c: Case) => of(ask(c), RULE).map((f) => f.severity);

describe('a receptacle in a kitchen or dining room', () => {
  it.each(['kitchen', 'dining'] as const)('%s: holds on a small-appliance circuit', (use) =>
    expect(severity({ use, breaker: { restriction: 'kitchen-counter' } })).toEqual(['ok']),
  );
  it('does not on a 15 A one', () => {
    const b = bundle(smallHouse({ rooms: house({}).rooms }), [wanted(104)]);
    expect(one(b, RULE)).toMatchObject({ severity: 'fix', subjects: ['new-w1', 'b1'] });
  });
  it('asks of a 20 A one that nobody has marked, and the answer ends the question', () => {
    const b = ask({});
    const question = one(b, RULE);
    expect(question.severity).toBe('watch');
    expect(of(applyEdit(b, question.remedies[0]!.edit), RULE).map((f) => f.severity)).toEqual(['ok']);
  });
  it('is refused every other tap where the house has such a circuit, with the reason', () => {
    const e = evaluate(ask({ second: { restriction: 'kitchen-counter' } }));
    expect(e.options).toEqual([]);
    const reasons = e.planning.candidates.flatMap((c) => c.candidate.reasons.map((r) => said(r.says)));
    expect(reasons).toContain('a receptacle there needs a small-appliance circuit, and this isn’t one');
  });
  it('needs none high up, over 5 ft 6 in, where it serves nothing that is counted; at 5 ft 6 in exactly it does', () => {
    const at = (height: number) => severity({ want: { at: wallAt(104, height) } });
    expect(at(66)).toEqual(['watch']);
    expect(at(66.1)).toEqual([]);
  });
  it('a refrigerator may hang on another circuit', () =>
    expect(severity({ want: { loads: [loadAt('x', 600, { appliance: 'refrigerator' })] } })).toEqual([]));
  it('a bedroom asks for nothing of the kind', () => expect(severity({ use: 'bedroom' })).toEqual([]));
});

describe('what a counter circuit may not feed', () => {
  const counter = [standing('counter', 8, 10)];
  it.each<[string, Partial<Want>]>([
    ['a disposer', { loads: [loadAt('x', 600, { appliance: 'disposer' })] }],
    ['a dishwasher', { loads: [loadAt('x', 1200, { appliance: 'dishwasher' })] }],
    ['a hood that is wired in place', { loads: [loadAt('x', 200, { connection: 'fixed' })] }],
  ])('%s: no box on it is offered', (_, want) => {
    const e = evaluate(ask({ breaker: { restriction: 'kitchen-counter' }, want }));
    expect(e.options).toEqual([]);
    expect(severity({ want })).toEqual([]);
  });
  it('a receptacle inside the cabinet neither; over the counter it is what the circuit is for', () => {
    const at = (height: number) =>
      evaluate(
        ask({
          breaker: { restriction: 'kitchen-counter' },
          furniture: counter,
          want: { at: wallAt(104, height) },
        }),
      ).options.length;
    expect(at(20)).toBe(0);
    expect(at(42)).toBeGreaterThan(0);
  });
});

describe('a basin, a laundry, a garage', () => {
  const basin = [standing('sink', 8, 9)];
  it('the receptacle within 3 ft of a basin is on a bathroom circuit', () => {
    expect(severity({ use: 'bath', furniture: basin, breaker: { restriction: 'bath' } })).toEqual(['ok']);
    expect(severity({ use: 'bath', furniture: basin, breaker: { amps: 15 } })).toEqual(['fix']);
    const far = [standing('sink', 0, 8.6667 - 3 - 0.01)];
    expect(severity({ use: 'bath', furniture: far, breaker: { amps: 15 } })).toEqual([]);
  });
  it('the first receptacle of a laundry is on its circuit; one more may hang elsewhere', () => {
    const laundry = { use: 'laundry' as const, bare: true };
    expect(severity({ ...laundry, breaker: { restriction: 'laundry' } })).toEqual(['ok']);
    expect(severity({ ...laundry, breaker: { amps: 15 } })).toEqual(['fix']);
    expect(severity({ ...laundry, bare: false, breaker: { amps: 15 } })).toEqual([]);
  });
  it('a garage has its circuit from 2017 on', () => {
    expect(severity({ use: 'garage', bare: true, code: 'nec-2014' })).toEqual([]);
    expect(severity({ use: 'garage', bare: true, code: 'nec-2017' })).toEqual(['watch']);
  });
  it('one that is replaced or only moves stays on the circuit that it has', () => {
    const moved = bundle(house({}), [wanted(104, { replaces: PointId.parse('r2') })]);
    expect(of(moved, RULE)).toEqual([]);
    const replaced = change({
      kind: 'replace',
      pointId: PointId.parse('r2'),
      index: 0,
      device: { kind: 'receptacle-gfci' },
    });
    expect(of(bundle(house({}), [], { changes: [replaced] }), RULE)).toEqual([]);
    const added = change({
      kind: 'enlarge',
      pointId: PointId.parse('r2'),
      devices: [{ kind: 'receptacle' }],
    });
    expect(of(bundle(house({}), [], { changes: [added] }), RULE).map((f) => f.severity)).toEqual(['watch']);
  });
  it('a light asks for none of them', () => {
    const b = ask({});
    const light = makeWant('w1', 'new 1', wallAt(104, 60), { kind: 'luminaire' });
    expect(of({ ...b, job: { ...b.job, wants: [light] } }, RULE)).toEqual([]);
  });
});
