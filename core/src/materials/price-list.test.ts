import { describe, expect, it } from '@jest/globals';
import papa from 'papaparse';
import { PARTS } from '../catalog/index.ts';
import { heard, said } from '../testing/said.ts';
import { allParts, partOf, priceCsv, priceRows, readPrices, substitutesFor, withPrices } from './index.ts';

const parsed = (csv: string) => papa.parse<string[]>(csv.trim()).data;
const own = { prices: { luminaire: 4500, 'plate-1': 125 } };

describe('the price list', () => {
  it('comes back from a table as it went out', () => {
    const read = readPrices(parsed(priceCsv(own, said)), { prices: {} }, said);
    expect(read.faults).toEqual([]);
    expect(withPrices({}, read)).toEqual(own.prices);
    expect(read.changed).toBe(2);
    expect(readPrices(parsed(priceCsv(own, said)), own, said).changed).toBe(0);
  });
  it('has every part once, with a name and a price or none', () => {
    const rows = priceRows({}, said).slice(1);
    expect(new Set(rows.map((r) => r[0])).size).toBe(allParts().length);
    expect(new Set(rows.map((r) => r[1])).size).toBe(rows.length);
    expect(rows.filter((r) => r[3] === '').map((r) => r[0])).toEqual(['fan', 'luminaire']);
  });
  it('finds parts by name, passes over empty prices, and takes the estimate for no price of one’s own', () => {
    const name = said(PARTS['plate-1'].name);
    const read = readPrices(
      [
        ['Item', 'Cost'],
        [name.toUpperCase(), '$1,234.5'],
        [said(PARTS.fan.name), ''],
        [said(PARTS['gfci-15'].name), String((PARTS['gfci-15'].priceCents ?? 0) / 100)],
      ],
      { prices: { 'gfci-15': 1 } },
      said,
    );
    expect(read.faults).toEqual([]);
    expect([...read.prices]).toEqual([
      ['plate-1', 123_450],
      ['gfci-15', null],
    ]);
    expect(withPrices({ 'gfci-15': 1, fan: 2 }, read)).toEqual({ 'plate-1': 123_450, fan: 2 });
  });
  it.each([
    ['12,50', /not a price/],
    ['-3', /not a price/],
    ['1e5', /not a price/],
    ['12.345', /not a price/],
    ['100000.01', /not a price/],
    ['free', /not a price/],
  ])('a price of %s is named with its row, and the rest is read', (text, why) => {
    const read = readPrices(
      [
        ['key', 'price'],
        ['plate-1', text],
        ['fan', '99'],
      ],
      {},
      said,
    );
    expect(heard(read.faults)).toEqual([{ row: 2, why: expect.stringMatching(why) }]);
    expect([...read.prices]).toEqual([['fan', 9900]]);
  });
  it('names a part that is not sold, and a table without names of columns', () => {
    const unknown = readPrices(
      [
        ['part', 'price'],
        ['Left-handed outlet', '3'],
      ],
      {},
      said,
    );
    expect(said(unknown.faults[0]!.why)).toContain('Left-handed outlet');
    expect(readPrices([['plate-1', '3']], {}, said).faults).toHaveLength(1);
    expect(readPrices([], {}, said).faults).toHaveLength(1);
  });
  it('a bill and its price list mean the same part by a key', () => {
    for (const p of allParts()) expect(partOf(p.key)).toBe(p);
  });
});

describe('what may be bought instead', () => {
  const line = (partKey: string, needed: number, buy: number) => {
    const part = partOf(partKey)!;
    const roll = part.unit === 'roll';
    return {
      partKey,
      needed,
      onShelf: 0,
      unit: part.unit,
      totalCents: (roll ? needed : buy) * part.priceCents!,
    };
  };
  const cents = (key: string): number => partOf(key)!.priceCents!;
  it('names only what is sold, and never the part itself', () => {
    let some = 0;
    for (const p of allParts()) {
      if (p.priceCents === null) continue;
      for (const s of substitutesFor(line(p.key, 1, 1), {})) {
        some++;
        expect(partOf(s.key)).toBeDefined();
        expect(s.key).not.toBe(p.key);
        expect(said(s.says).length).toBeGreaterThan(10);
      }
    }
    expect(some).toBeGreaterThan(30);
  });
  it('tells what the line costs more, by the packs that it takes and one’s own price', () => {
    const [levers] = substitutesFor(line('twist-2-3', 26, 2), {});
    expect(levers).toMatchObject({
      key: 'lever-3',
      moreCents: 3 * cents('lever-3') - 2 * cents('twist-2-3'),
    });
    const [own] = substitutesFor(line('twist-2-3', 26, 2), { prices: { 'lever-3': 100 } });
    expect(own!.moreCents).toBe(300 - 2 * cents('twist-2-3'));
    const [fan] = substitutesFor({ ...line('plate-1', 1, 1), totalCents: null }, {});
    expect(fan!.moreCents).toBeNull();
  });
  it('a deeper box goes into the same opening; thicker cable is as long', () => {
    const [box] = substitutesFor(line('box:old-1g-14', 1, 1), {});
    expect(box!.key).toBe('box:old-1g-16');
    expect(substitutesFor(line('box:old-1g-20', 1, 1), {})).toEqual([]);
    const roll = allParts().find((p) => p.key.startsWith('nm-14-2/'))!;
    const [twelve] = substitutesFor(line(roll.key, 1, 1), {});
    expect(partOf(twelve!.key)!.holds).toBe(roll.holds);
  });
});
