import { describe, expect, it } from '@jest/globals';
import { priceRows, readPrices, speaker, withPrices } from '@elwand/core';
import { read } from '@e965/xlsx';
import { rowsOf, workbookOf } from './sheet-file.ts';

const say = speaker('imperial');
const own = { prices: { luminaire: 4500, 'plate-1': 125 } };
const file = (bytes: BlobPart, name: string): File => new File([bytes], name);

describe('tables in files', () => {
  it('the price list goes into a workbook and comes back', async () => {
    const rows = await rowsOf(file(await workbookOf('Prices', priceRows(own, say)), 'prices.xlsx'));
    const found = readPrices(rows ?? [], {}, say);
    expect(found.faults).toEqual([]);
    expect(withPrices({}, found)).toEqual(own.prices);
  });
  it('keeps text as text, whatever it begins with, and numbers as numbers', async () => {
    const bytes = await workbookOf('Prices', [['=1+2', 3.5]]);
    const sheet = read(bytes).Sheets.Prices;
    expect(sheet?.A1).toMatchObject({ t: 's', v: '=1+2' });
    expect(sheet?.A1).not.toHaveProperty('f');
    expect(sheet?.B1).toMatchObject({ t: 'n', v: 3.5 });
    expect(await rowsOf(file(bytes, 'x.xlsx'))).toEqual([['=1+2', '3.5']]);
  });
  it('reads what is separated by commas', async () =>
    expect(await rowsOf(file('key,price\n"plate-1","1,250.00"\n', 'a.csv'))).toEqual([
      ['key', 'price'],
      ['plate-1', '1,250.00'],
    ]));
  it('is nothing where the file is too large, or no workbook', async () => {
    expect(await rowsOf(file(new Uint8Array(4_000_001), 'big.csv'))).toBeNull();
    expect(await rowsOf(file('PK\u0003\u0004 not really', 'broken.xlsx'))).toBeNull();
  });
});
