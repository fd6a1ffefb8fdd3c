import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { CABLE_ROLLS, CABLE_SORTS, leftoverPart, rollKey } from '../catalog/index.ts';
import { ItemId } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, ceilingAt, outlet, smallHouse, wanted } from '../testing/build.ts';
import { integerPrograms } from '../testing/integer-program.ts';
import { cutLength, diceOf, feet, inches } from '../units/index.ts';
import { billCsv, cutRolls, shelfAfter, tripBill, type Piece } from './index.ts';
import { heard, said } from '../testing/said.ts';

const piece = (ft: number): Piece => ({
  label: `${ft} ft`,
  gauge: '14',
  conductors: 2,
  method: 'NM-B',
  lengthMm: feet(ft),
});
const NM_14_2 = CABLE_SORTS.find((s) => s.method === 'NM-B' && s.gauge === '14' && s.conductors === 2)!;
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
  it('costs what a general solver of integer programs finds, in 200 small cases, half of them with pieces at hand', async () => {
    const least = await integerPrograms();
    const { below } = diceOf(17);
    const count = { several: 0, cutInto: 0, both: 0 };
    for (let n = 0; n < 200; n++) {
      const lengths = Array.from({ length: 1 + below(6) }, () => 5 + below(n % 2 === 0 ? 120 : 40));
      const kind = CABLE_ROLLS.filter(
        (r) => r.key === rollKey(n % 3 === 0 ? '12' : '14', n % 5 === 0 ? 3 : 2),
      );
      const sizes = kind.filter((r) => r.holds <= feet(250));
      const left = Array.from({ length: n % 4 < 2 ? 0 : 1 + below(4) }, () => 4 + below(70));
      const cuts = cutRolls(
        lengths.map(piece),
        kind,
        left.map((ft, i) => ({ id: `l${i}`, part: leftoverPart(NM_14_2, feet(ft)) })),
      );
      const bins = lengths.map((_, i) => i);
      // Bins that are bought, and the pieces at hand as bins that cost nothing.
      const program = [
        'Minimize',
        ` cost: ${bins.flatMap((b) => sizes.map((r, k) => `${r.priceCents} y${b}_${k}`)).join(' + ')}`,
        'Subject To',
        ...lengths.map(
          (_, p) =>
            ` p${p}: ${[...bins.map((b) => `x${p}_${b}`), ...left.map((_l, k) => `z${p}_${k}`)].join(' + ')} = 1`,
        ),
        ...bins.map(
          (b) =>
            ` b${b}: ${lengths.map((l, p) => `${l} x${p}_${b}`).join(' + ')}${sizes
              .map((r, k) => ` - ${Math.round(r.holds / feet(1))} y${b}_${k}`)
              .join('')} <= 0`,
        ),
        ...bins.map((b) => ` o${b}: ${sizes.map((_, k) => `y${b}_${k}`).join(' + ')} <= 1`),
        ...left.map((ft, k) => ` l${k}: ${lengths.map((l, p) => `${l} z${p}_${k}`).join(' + ')} <= ${ft}`),
        'Binary',
        ` ${bins
          .flatMap((b) => [...sizes.map((_, k) => `y${b}_${k}`), ...lengths.map((_, p) => `x${p}_${b}`)])
          .concat(left.flatMap((_, k) => lengths.map((_l, p) => `z${p}_${k}`)))
          .join(' ')}`,
        'End',
      ].join('\n');
      const bought = cuts.filter((c) => c.leftover === undefined);
      const used = cuts.filter((c) => c.leftover !== undefined);
      expect(bought.reduce((sum, c) => sum + c.roll.priceCents!, 0)).toBe(Math.round(least(program)));
      // Each piece at hand is cut into once, and no further than it goes.
      expect(new Set(used.map((c) => c.leftover)).size).toBe(used.length);
      for (const c of cuts)
        expect(c.pieces.reduce((s, p) => s + p.lengthMm, 0)).toBeLessThanOrEqual(c.roll.holds + 1e-6);
      expect(cuts.flatMap((c) => c.pieces)).toHaveLength(lengths.length);
      if (bought.length > 1) count.several++;
      if (used.length > 0) count.cutInto++;
      if (used.length > 0 && bought.length > 0) count.both++;
    }
    for (const n of Object.values(count)) expect(n).toBeGreaterThan(20);
  });
  it('cuts into as little of what is at hand as does it, and buys a reel only where nothing else holds a run', () => {
    const hand = (...ft: number[]) =>
      ft.map((f, i) => ({ id: `l${i}`, part: leftoverPart(NM_14_2, feet(f)) }));
    const use = (runs: number[], ...ft: number[]) =>
      cutRolls(runs.map(piece), rolls, hand(...ft)).map((c) => [c.leftover, Math.round(c.leftMm / feet(1))]);
    expect(use([12], 40, 15)).toEqual([['l1', 3]]);
    expect(use([12, 14], 40, 15)).toEqual([['l0', 14]]);
    expect(use([300], 310)).toEqual([['l0', 10]]);
    // A reel that is needed anyway takes both.
    expect(use([300, 300], 310)).toEqual([[undefined, 400]]);
    expect(use([30], 5)).toEqual([[undefined, 20]]);
    expect(use([1200], 10)).toEqual([]);
  });
  it('many runs take what is at hand first', () => {
    const runs = Array.from({ length: 16 }, (_, i) => piece(6 + i));
    const cuts = cutRolls(runs, rolls, [{ id: 'l', part: leftoverPart(NM_14_2, feet(30)) }]);
    expect(cuts[0]).toMatchObject({ leftover: 'l' });
    expect(cuts.flatMap((c) => c.pieces)).toHaveLength(16);
    for (const c of cuts) expect(c.leftMm).toBeGreaterThanOrEqual(0);
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
  it('takes what the house has at hand, cable too, and adds sales tax', () => {
    const cable = [
      {
        id: ItemId.parse('end'),
        method: 'NM-B' as const,
        gauge: '14' as const,
        conductors: 2 as const,
        lengthMm: feet(240),
      },
    ];
    const house = { ...b.house, salesTaxPercent: 8.25, shelf: { parts: { 'plate-1': 1 }, cable } };
    const own = evaluate({ ...b, house }).chosen!.bill;
    expect(own.lines.some((l) => l.unit === 'roll')).toBe(false);
    expect(own.cuts.map((c) => c.leftover)).toEqual(['end']);
    expect(said(own.cuts[0]!.roll.name)).toBe('NM-B 14-2, 240\' 0" on hand');
    expect(own.lines.find((l) => l.partKey === 'plate-1')).toMatchObject({ onShelf: 1, buy: 0 });
    expect(own.taxCents).toBe(Math.round(own.totalCents * 0.0825));
    expect(bill.taxCents).toBe(0);
    expect(evaluate({ ...b, house }).findings.filter((f) => f.rule === 'proof')).toEqual([]);
  });
  it('leaves what is left over for the next job, and what was there stays', () => {
    const kept = { 'plate-1': 2, fan: 1 };
    const house = { ...b.house, shelf: { parts: kept, cable: [] } };
    const job = { ...b.job, shelf: [{ partKey: 'lever-2', count: 4 }] };
    const used = evaluate({ house, job }).chosen!.bill;
    const after = shelfAfter(house, job, used);
    const [cut] = used.cuts;
    expect(after.cable).toEqual([
      expect.objectContaining({ method: 'NM-B', gauge: '14', conductors: 2, lengthMm: cut!.leftMm }),
    ]);
    expect(after.parts).toMatchObject({ 'plate-1': 1, fan: 1, 'lever-2': 4 });
    const nuts = used.lines.find((l) => l.partKey === 'twist-2-3')!;
    expect(after.parts['twist-2-3']).toBe(25 * nuts.buy - nuts.needed);
    // The same job again takes them.
    const again = evaluate({ house: { ...house, shelf: after }, job: b.job }).chosen!.bill;
    expect(again.lines.find((l) => l.partKey === 'twist-2-3')).toMatchObject({ buy: 0 });
    // A short end is scrap; what somebody wrote down stays until it is used.
    const short = { ...used, lines: [], cuts: [{ ...cut!, leftMm: feet(2) }] };
    const own = [{ ...after.cable[0]!, id: ItemId.parse('own'), lengthMm: feet(1) }];
    expect(shelfAfter({ shelf: { parts: {}, cable: own } }, b.job, short).cable).toEqual(own);
  });
  it('a trip for two jobs shares packs and rolls, and says which job each part is for', () => {
    const other = { ...b.job, name: 'Second' };
    const trip = tripBill(b.house, [
      { job: b.job, needed: bill.needed },
      { job: other, needed: bill.needed },
    ]);
    const find = (key: string) => trip.lines.find((l) => l.partKey === key)!;
    expect(find('receptacle-15')).toMatchObject({
      buy: 2 * bill.lines.find((l) => l.partKey === 'receptacle-15')!.buy,
    });
    expect(find('twist-2-3').buy).toBe(1);
    expect(heard(find('receptacle-15').why).some((w) => String(w).startsWith('Second: '))).toBe(true);
    expect(trip.cuts.flatMap((c) => c.pieces)).toHaveLength(2 * bill.cuts.flatMap((c) => c.pieces).length);
    expect(trip.totalCents).toBeLessThan(2 * bill.totalCents);
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

describe('a row of lights', () => {
  const needed = (joists: Record<string, unknown> = {}) => {
    const house = smallHouse();
    const rooms = house.rooms.map((r) => ({ ...r, above: { ...r.above, ...joists } }));
    const want = {
      ...wanted(104, {
        fixture: {
          lengthMm: inches(24),
          widthMm: inches(5),
          feedMm: inches(12),
          turn: 'x',
          linked: 3,
          mostLinked: 4,
          mountsMm: [inches(4), inches(20)],
        },
      }),
      kind: 'luminaire' as const,
      at: ceilingAt(48, 60),
      devices: [{ kind: 'luminaire' as const }],
    };
    const { lines } = evaluate(bundle({ ...house, rooms }, [want])).chosen!.bill;
    const of = (key: string) => lines.find((l) => l.partKey === key)?.needed ?? 0;
    return ['luminaire', 'luminaire-link', 'hanging-screws', 'toggle-bolts', 'luminaire-bushing'].map(of);
  };
  it('has all its lights, a link between each two, and something at each of its six places', () =>
    expect(needed()).toEqual([3, 2, 6, 0, 1]));
  it('hangs by toggle bolts wherever no joist is over it', () =>
    // Its places are 40, 56, 64, 80, 88 and 104 in from the wall; the joists lie at every 16 in.
    expect(needed({ joists: 'y', joistAtMm: inches(16) })).toEqual([3, 2, 2, 4, 1]));
});
