import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { makePoint, makeWant, RoomId, type Fixture, type House, type Want } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { joistPlan } from '../sheets/index.ts';
import { fixtureOutline, joistsUnder, mountSpots, onJoist } from '../structure/index.ts';
import { bundle, ceilingAt, knownBox, smallHouse } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { said } from '../testing/said.ts';

const strip = (more: Partial<Fixture> = {}): Fixture => ({
  lengthMm: inches(48),
  widthMm: inches(5),
  feedMm: inches(24),
  turn: 'x',
  linked: 1,
  mostLinked: 3,
  mountsMm: [inches(6), inches(42)],
  ...more,
});
const feed = { xMm: inches(72), yMm: inches(60) };
/** The den: 12 ft along its first wall, 10 ft out from it; joists run out from it, the first one found at 8 in. */
const found = (): House => {
  const house = smallHouse();
  return {
    ...house,
    rooms: house.rooms.map((r) => ({
      ...r,
      above: { ...r.above, joists: 'y' as const, joistAtMm: inches(8) },
    })),
  };
};
const light = (f: Fixture, x = 72, y = 60): Want =>
  makeWant(
    'l',
    'new row',
    { on: 'ceiling', roomId: RoomId.parse('room'), xMm: inches(x), yMm: inches(y) },
    { kind: 'luminaire', fixture: f },
  );
const judged = (f: Fixture, house = found(), x = 72, y = 60) =>
  evaluate(bundle(house, [light(f, x, y)])).findings.filter((r) => r.rule.startsWith('fixture'));

describe('the outline of a row', () => {
  it('lies around its feed point, the box under it', () => {
    const o = fixtureOutline(feed, strip());
    expect([o.left, o.right, o.top, o.bottom].map((mm) => Number((mm / 25.4).toFixed(6)))).toEqual([
      48, 96, 57.5, 62.5,
    ]);
    const out = fixtureOutline(feed, strip({ turn: 'y' }));
    expect(out.top).toBeCloseTo(inches(36), 6);
    expect(out.bottom).toBeCloseTo(inches(84), 6);
  });
  it('of several grows away from the first', () =>
    expect(fixtureOutline(feed, strip({ linked: 2 })).right).toBeCloseTo(inches(144), 6));
  it('holds every screw, whatever its size, turn and number', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('x' as const, 'y' as const),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 12, max: 96 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (turn, linked, long, share) => {
          const f = strip({
            turn,
            linked,
            lengthMm: inches(long),
            feedMm: inches(long) * share,
            mountsMm: [0, inches(long)],
          });
          const o = fixtureOutline(feed, f);
          const spots = mountSpots(feed, f);
          expect(spots).toHaveLength(2 * linked);
          for (const s of spots) {
            expect(s.xMm).toBeGreaterThanOrEqual(o.left - 1e-6);
            expect(s.xMm).toBeLessThanOrEqual(o.right + 1e-6);
            expect(s.yMm).toBeGreaterThanOrEqual(o.top - 1e-6);
            expect(s.yMm).toBeLessThanOrEqual(o.bottom + 1e-6);
          }
        },
      ),
    ));
});

describe('a row and the joists', () => {
  const room = found().rooms[0]!;
  it('knows which screw meets one, and says nothing where none was found', () => {
    expect(onJoist(room, { xMm: inches(8 + 32), yMm: 0 })).toBe(true);
    expect(onJoist(room, { xMm: inches(8 + 32.6), yMm: 0 })).toBe(false);
    expect(onJoist(smallHouse().rooms[0]!, { xMm: 0, yMm: 0 })).toBeUndefined();
  });
  it('counts those that it passes under', () => {
    // Joists at 56, 72 and 88 in between 48 and 96 in.
    expect(joistsUnder(room, fixtureOutline(feed, strip()))).toBe(3);
    expect(
      joistsUnder(room, fixtureOutline({ xMm: inches(64), yMm: inches(60) }, strip({ turn: 'y' }))),
    ).toBe(0);
  });
});

describe('what is said of it', () => {
  it('fits: screws and links are told', () => {
    // Joists at 56, 72 and 88 in: screws at 54 and 90 in meet none of them, at 56 and 88 in both do.
    expect(judged(strip())).toMatchObject([{ rule: 'fixture', severity: 'ok' }]);
    expect(said(judged(strip({ mountsMm: [inches(8), inches(40)] }))[0]!.detail)).toContain(
      '2 of 2 screws hit a joist',
    );
    expect(
      said(judged(strip({ linked: 2, lengthMm: inches(30), feedMm: inches(15), mountsMm: [] }))[0]!.detail),
    ).toContain('no cable, no hole');
    expect(said(judged(strip(), smallHouse())[0]!.detail)).toContain('Find the joists');
  });
  it('equal to the ceiling it fits, longer it does not', () => {
    const whole = (long: number) => judged(strip({ lengthMm: inches(long), feedMm: inches(72) }));
    expect(whole(144)).toMatchObject([{ severity: 'ok' }]);
    expect(whole(145)).toMatchObject([{ rule: 'fixture-room', severity: 'fix' }]);
    expect(whole(145)[0]!.because!.need / 25.4).toBeCloseTo(1, 6);
  });
  it('more in a row than the maker allows', () => {
    const short = { lengthMm: inches(20), feedMm: inches(10), mountsMm: [] };
    expect(judged(strip({ ...short, linked: 3 }))).toMatchObject([{ severity: 'ok' }]);
    expect(judged(strip({ ...short, linked: 4 }))).toMatchObject([
      { rule: 'fixture-row', because: { need: 4, have: 3 } },
    ]);
  });
  it('a box that it covers is asked about', () => {
    const house = found();
    const old = makePoint('l1', 'L1', 'luminaire', ceilingAt(90, 60), knownBox('oct-4-2-1/8'));
    const f = judged(strip(), { ...house, points: [...house.points, old] }).find(
      (x) => x.rule === 'fixture-covers',
    );
    expect(f).toMatchObject({ severity: 'watch', subjects: ['l', 'l1'] });
  });
  it('is drawn on the joist plan with its screws', () => {
    const e = evaluate(bundle(found(), [light(strip())]));
    const shapes = joistPlan(e, 0, 'above').shapes;
    expect(shapes.filter((s) => s.kind === 'line' && s.layer === 'new' && s.closed)).toHaveLength(1);
    expect(shapes.filter((s) => s.kind === 'circle' && s.radius < inches(1))).toHaveLength(2);
  });
  it('a plain light is not asked', () =>
    expect(
      evaluate(bundle(found(), [{ ...light(strip()), fixture: undefined }])).findings.filter((f) =>
        f.rule.startsWith('fixture'),
      ),
    ).toEqual([]));
});
