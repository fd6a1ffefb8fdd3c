import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { CABLE_ROLLS, rollKey } from '../catalog/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, ceilingAt, outlet, smallHouse, wanted } from '../testing/build.ts';
import { integerPrograms } from '../testing/integer-program.ts';
import { cutLength, diceOf, feet } from '../units/index.ts';
import { billCsv, cutRolls, type Piece } from './index.ts';
import { heard, said } from '../testing/said.ts';

const piece = (ft: number): Piece => ({
  label: `${ft} ft`,
  gauge: '14',
  conductors: 2,
  method: 'NM-B',
  lengthMm: feet(ft),
});
const rolls = CABLE_ROLLS.filter((r) => r.key === rollKey('14', 2));

describe('cutting rolls', () => {
  it('takes the cheapest roll that holds all', () =>
    expect(cutRolls([piece(12), piece(10)], rolls).map((c) => c.roll.holds)).toEqual([feet(25)]));
  it('goes up a size when a foot is missing', () =>
    expect(cutRolls([piece(16), piece(10)], rolls).map((c) => c.roll.holds)).toEqual([feet(50)]));
  it('never cuts more from a roll than it holds, and leaves no piece behind', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 240, noNaN: true }), { minLength: 1, maxLength: 20 }),
        (lengths) => {
          const cuts = cutRolls(lengths.map(piece), rolls);
          expect(cuts.flatMap((c) => c.pieces)).toHaveLength(lengths.length);
          for (const c of cuts)
            expect(c.pieces.reduce((s, p) => s + p.lengthMm, 0)).toBeLessThanOrEqual(c.roll.holds + 1e-6);
        },
      ),
    );
  });
  it('costs what a general solver of integer programs finds, in 200 small cases', async () => {
    const least = await integerPrograms();
    const { below } = diceOf(17);
    let several = 0;
    for (let n = 0; n < 200; n++) {
      const lengths = Array.from({ length: 1 + below(6) }, () => 5 + below(n % 2 === 0 ? 120 : 40));
      const kind = CABLE_ROLLS.filter(
        (r) => r.key === rollKey(n % 3 === 0 ? '12' : '14', n % 5 === 0 ? 3 : 2),
      );
      const sizes = kind.filter((r) => r.holds <= feet(250));
      const cuts = cutRolls(lengths.map(piece), kind);
      const bins = lengths.map((_, i) => i);
      const program = [
        'Minimize',
        ` cost: ${bins.flatMap((b) => sizes.map((r, k) => `${r.priceCents} y${b}_${k}`)).join(' + ')}`,
        'Subject To',
        ...lengths.map((_, p) => ` p${p}: ${bins.map((b) => `x${p}_${b}`).join(' + ')} = 1`),
        ...bins.map(
          (b) =>
            ` b${b}: ${lengths.map((l, p) => `${l} x${p}_${b}`).join(' + ')}${sizes
              .map((r, k) => ` - ${Math.round(r.holds / feet(1))} y${b}_${k}`)
              .join('')} <= 0`,
        ),
        ...bins.map((b) => ` o${b}: ${sizes.map((_, k) => `y${b}_${k}`).join(' + ')} <= 1`),
        'Binary',
        ` ${bins
          .flatMap((b) => [...sizes.map((_, k) => `y${b}_${k}`), ...lengths.map((_, p) => `x${p}_${b}`)])
          .join(' ')}`,
        'End',
      ].join('\n');
      expect(cuts.reduce((sum, c) => sum + c.roll.priceCents!, 0)).toBe(Math.round(least(program)));
      if (cuts.length > 1) several++;
    }
    expect(several).toBeGreaterThan(20);
  });
  it('counts what is cut, not what is measured: two runs that just fit a roll do not fit it to the next 6 in', () => {
    const ft = feet(1);
    const cut = [24.6, 25.3].map((x) => cutLength(x * ft, 'imperial'));
    expect(cut.reduce((s, mm) => s + mm, 0) / ft).toBeCloseTo(50.5, 9);
    const bought = cutRolls(
      cut.map((mm) => piece(mm / ft)),
      rolls,
    );
    expect(bought.map((c) => c.roll.holds)).not.toEqual([feet(50)]);
    expect(cutLength(3301, 'metric')).toBe(3400);
  });
  it('stops at a piece longer than every roll', () => expect(cutRolls([piece(1200)], rolls)).toEqual([]));
  it('buys a reel only for a run that no ordinary roll holds', () => {
    expect(cutRolls([piece(300)], rolls).map((c) => c.roll.holds)).toEqual([feet(1000)]);
    expect(cutRolls([piece(200), piece(200)], rolls).map((c) => c.roll.holds)).toEqual([
      feet(250),
      feet(250),
    ]);
  });
});

describe('the bill', () => {
  const b = bundle(smallHouse({ points: [outlet('r1', 24), outlet('r2', 88)] }), [wanted(104)], {
    protection: { groundFault: null, arcFault: 'at-breaker' },
  });
  const bill = evaluate(b).chosen!.bill;
  it('holds cable, box, receptacle, plate and connectors', () => {
    expect(bill.lines.map((l) => l.partKey)).toEqual(
      expect.arrayContaining(['box:old-1g-20', 'receptacle-15', 'plate-1', 'twist-2-3']),
    );
    expect(said(bill.lines[0]!.name)).toContain('14-2');
  });
  it('adds up to the cent', () =>
    expect(bill.lines.reduce((s, l) => s + l.buy * l.unitPriceCents!, 0)).toBe(bill.totalCents));
  it('what nobody knows the price of is in no total, and is counted', () => {
    const light = bundle(smallHouse({ points: [outlet('r1', 24)] }), [
      { ...wanted(104), kind: 'luminaire', at: ceilingAt(60, 60), devices: [{ kind: 'luminaire' }] },
    ]);
    const { lines, totalCents, unpriced } = evaluate(light).chosen!.bill;
    const line = lines.find((l) => l.partKey === 'luminaire')!;
    expect(line).toMatchObject({ buy: 1, unitPriceCents: null, totalCents: null });
    expect(unpriced).toBe(1);
    expect(totalCents).toBe(lines.reduce((s, l) => s + (l.totalCents ?? 0), 0));
    const known = evaluate({ ...light, house: { ...light.house, prices: { luminaire: 4500 } } }).chosen!.bill;
    expect(known).toMatchObject({ unpriced: 0, totalCents: totalCents + 4500 });
    expect(billCsv(evaluate(light).chosen!.bill, said)).toMatch(/,each,,,/);
  });
  it('one’s own price goes before the estimate, and decides which roll is cut', () => {
    const [roll] = bill.lines.filter((l) => l.unit === 'roll');
    const smaller = roll!.partKey;
    const own = evaluate({
      ...b,
      house: { ...b.house, prices: { [smaller]: 99_900, 'plate-1': 125 } },
    }).chosen!.bill;
    expect(own.lines.find((l) => l.partKey === 'plate-1')).toMatchObject({
      unitPriceCents: 125,
      ownPrice: true,
    });
    expect(own.lines.find((l) => l.unit === 'roll')!.partKey).not.toBe(smaller);
    expect(bill.lines.every((l) => !l.ownPrice)).toBe(true);
  });
  it('takes from the shelf first', () => {
    const withShelf = evaluate({ ...b, job: { ...b.job, shelf: [{ partKey: 'plate-1', count: 3 }] } }).chosen!
      .bill;
    expect(withShelf.lines.find((l) => l.partKey === 'plate-1')).toMatchObject({
      needed: 1,
      onShelf: 3,
      buy: 0,
      totalCents: 0,
    });
  });
  it('a larger gauge by wish changes cable, not breaker', () => {
    const twelve = evaluate({
      ...b,
      job: { ...b.job, preferences: { ...b.job.preferences, gaugeOnFifteen: '12' } },
    });
    expect(said(twelve.chosen!.bill.lines[0]!.name)).toContain('12-2');
    expect(twelve.chosen!.applied.house.panels[0]?.breakers[0]?.amps).toBe(15);
  });
  it('writes a table that a spreadsheet reads, quotes and all', () => {
    const lines = billCsv(bill, said).trimEnd().split('\n');
    expect(lines).toHaveLength(bill.lines.length + 1);
    expect(lines[0]).toBe('part,needed,on hand,buy,unit,unit price,total,for');
    expect(lines.some((l) => l.startsWith('"Receptacle, 15 A, tamper-resistant"'))).toBe(true);
  });
});

describe('what the changes of a box and the method cost', () => {
  const tapped = (job: Parameters<typeof bundle>[2] = {}) =>
    evaluate(
      bundle(
        smallHouse({
          points: [
            outlet('r1', 24),
            outlet('r2', 88, {
              box: { model: 'oct-4-1-1/2', markedCubicInches: null, gangs: 1, clamps: 'inside', metal: true },
            }),
          ],
        }),
        [wanted(104)],
        job,
      ),
    ).chosen!.bill.lines;
  it('a ring is bought for the box that stays', () => {
    expect(tapped().some((l) => l.partKey.startsWith('ring:'))).toBe(false);
    const lines = tapped({ rings: { r2: 'ring-oct-1-1/2' } });
    expect(heard(lines.find((l) => l.partKey === 'ring:ring-oct-1-1/2'))).toMatchObject({
      needed: 1,
      why: ['R2'],
    });
  });
  it('connectors that clamp outside: one for each cable of that box', () => {
    const r2 = bundle(smallHouse(), []).house.points.find((p) => p.id === 'r2')!.id;
    const lines = tapped({ clampsOutside: [r2] });
    expect(heard(lines.find((l) => l.partKey === 'clamp-connector'))).toMatchObject({
      needed: 2,
      why: ['R2'],
    });
  });
  it.each([
    ['NM-B', 'NM-B 14-2'],
    ['UF-B', 'UF-B 14-2'],
    ['MC', 'MC with ground wire 14-2'],
    ['EMT', '1/2 in EMT with THWN 14-2'],
    ['PVC', '1/2 in PVC with THWN 14-2'],
  ] as const)('%s is bought as %s', (method, name) =>
    expect(tapped({ method }).filter((l) => said(l.name).startsWith(name))).toHaveLength(1),
  );
});

describe('the cover of a box on the wall', () => {
  it('a square box is closed by a raised cover for what is in it, a box in the wall by a plate', () => {
    const keys = (mounting?: 'surface') =>
      evaluate(bundle(smallHouse(), [wanted(104, mounting ? { mounting } : {})]))
        .chosen!.bill.lines.map((l) => l.partKey)
        .filter((k) => k.startsWith('plate'));
    expect(keys('surface')).toEqual(['plate-raised-duplex']);
    expect(keys()).toEqual(['plate-1']);
  });
});
