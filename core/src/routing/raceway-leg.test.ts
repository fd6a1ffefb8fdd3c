import { describe, expect, it } from '@jest/globals';
import { necPack } from '../codes/index.ts';
import type { House } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { atBreaker, atPoint, bundle, nm, outlet, wallAt, wanted } from '../testing/build.ts';
import { way, withWalls } from '../testing/ways.ts';
import { inches } from '../units/index.ts';
import { GAIN_MM, racewayLeg } from './index.ts';

const masonry = withWalls((w) => ({ framing: { ...w.framing, kind: 'masonry' } }));
const leg = (
  from: ReturnType<typeof wallAt>,
  to: ReturnType<typeof wallAt>,
  method: 'EMT' | 'LFNC' = 'EMT',
) => racewayLeg(way(masonry, from, to, { surface: true })!, method)!;

describe('one run of raceway', () => {
  it('a right angle of 4 in saves 2r less a quarter circle: 1.717 in (geometry; radius from NEC chapter 9, table 2)', () =>
    expect(GAIN_MM / 25.4).toBeCloseTo(8 - 2 * Math.PI, 9));
  it('straight and level: no right angle, two offsets of two bends of 10 degrees', () => {
    const r = leg(wallAt(24), wallAt(84));
    expect(r).toMatchObject({ bends: 0, offsets: 2, degrees: 40, sticks: 1, couplings: 0, connectors: 2 });
    expect(r.cutMm).toBeCloseTo(inches(60), 6);
    expect(r.wireMm).toBeCloseTo(inches(60 + 24), 6);
  });
  it('up and across is one right angle, round a corner of the room another', () => {
    expect(leg(wallAt(24), wallAt(84, 40)).bends).toBe(1);
    const r = leg(wallAt(100), wallAt(30, 40, 'room-w2'));
    expect(r.bends).toBe(2);
    expect(r.degrees).toBe(220);
    expect(r.cutMm).toBeCloseTo(inches(44 + 30 + 25) - 2 * GAIN_MM, 6);
  });
  it('longer than 10 ft it is coupled', () =>
    expect(leg(wallAt(10), wallAt(134))).toMatchObject({ sticks: 2, couplings: 1 }));
  it('a flexible one has neither offsets nor couplings', () =>
    expect(leg(wallAt(10), wallAt(134), 'LFNC')).toMatchObject({ offsets: 0, couplings: 0, degrees: 0 }));
  it('a cable in the wall is none', () =>
    expect(
      racewayLeg(
        way(
          withWalls(() => ({})),
          wallAt(24),
          wallAt(40),
        )!,
        'EMT',
      ),
    ).toBeUndefined());
});

/** Fastening, from memory: EMT 358.30, PVC 352.30, liquid-tight plastic 356.30, MC 330.30, plastic cable 334.30. */
describe('how it is fastened', () => {
  it.each([
    ['EMT', 10, 36],
    ['PVC', 3, 36],
    ['LFNC', 3, 12],
    ['LFMC', 4.5, 12],
    ['FMC', 4.5, 12],
    ['MC', 6, 12],
    ['AC', 4.5, 12],
    ['NM-B', 4.5, 12],
    ['UF-B', 4.5, 12],
  ] as const)('%s every %d ft, the first within %d in of the box', (method, every, first) => {
    const s = necPack(2023).support(method);
    expect(s.everyMm).toBeCloseTo(every * 304.8, 6);
    expect(s.fromBoxMm).toBeCloseTo(inches(first), 6);
  });
  it('a local value for plastic cable holds for plastic cable alone', () => {
    const pack = necPack(2023, [{ limit: 'supportEveryMm', value: 900, note: 'the county' }]);
    expect(pack.support('NM-B')).toMatchObject({ everyMm: 900, source: { kind: 'local' } });
    expect(pack.support('EMT').everyMm).toBe(necPack(2023).support('EMT').everyMm);
  });
  it('a run of tubing takes fewer straps than one of plastic conduit, and none is too far from the next', () => {
    const straps = (method: 'EMT' | 'PVC') => {
      const e = evaluate(
        bundle(
          { ...masonry, points: [outlet('r1', 10)], cables: [nm('c1', atBreaker(), atPoint('r1'))] },
          [wanted(0, { at: wallAt(130) })],
          { method },
        ),
      );
      const move = e.chosen!.option.legs[0]!.route.moves.find((m) => m.op === 'surface-run')!;
      const { everyMm, fromBoxMm } = e.pack.support(method);
      const at = [0, ...move.supportsMm, move.cableMm];
      at.slice(1).forEach((x, i) =>
        expect(x - at[i]!).toBeLessThanOrEqual((i === 0 || i === at.length - 2 ? fromBoxMm : everyMm) + 1e-6),
      );
      return move.supportsMm.length;
    };
    expect(straps('EMT')).toBeLessThan(straps('PVC'));
  });
});

describe('in the plan', () => {
  const house: House = {
    ...masonry,
    points: [outlet('r1', 24)],
    cables: [nm('c1', atBreaker(), atPoint('r1'))],
  };
  const judged = (at: ReturnType<typeof wallAt>) =>
    evaluate(bundle(house, [wanted(0, { at })], { method: 'EMT' }));
  it('its bends hold up to a full circle (NEC 358.26), its fittings are on the bill', () => {
    const e = judged(wallAt(100, 40));
    expect(e.findings.find((f) => f.rule === 'raceway-bends')).toMatchObject({
      severity: 'ok',
      because: { need: 130, have: 360 },
    });
    const bill = new Map(e.chosen!.bill.lines.map((l) => [l.partKey, l.needed] as const));
    expect(bill.get('raceway-connector')).toBe(2);
    expect(bill.get('raceway-strap')).toBeGreaterThan(1);
    expect(bill.has('staple')).toBe(false);
  });
  it('more than that needs a place to pull from', () => {
    // Round three corners, a step in height on the way and a door to pass over: more than four right angles.
    const doors = {
      ...house,
      rooms: house.rooms.map((r) => ({
        ...r,
        walls: r.walls.map((w, i) => ({
          ...w,
          openings:
            i === 1 || i === 3
              ? [
                  {
                    id: `d${i}` as never,
                    kind: 'door' as const,
                    leftMm: 800,
                    rightMm: 1600,
                    bottomMm: 0,
                    topMm: 2032,
                  },
                ]
              : [],
        })),
      })),
    };
    const e = evaluate(bundle(doors, [wanted(0, { at: wallAt(72, 40, 'room-w3') })], { method: 'EMT' }));
    expect(e.findings.find((f) => f.rule === 'raceway-bends')).toMatchObject({ severity: 'fix' });
  });
  it('a cable has no such finding', () =>
    expect(
      evaluate(bundle({ ...house, rooms: withWalls(() => ({})).rooms }, [wanted(40)])).findings.filter(
        (f) => f.rule === 'raceway-bends',
      ),
    ).toEqual([]));
});
