import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { demoHouses } from '../demo/index.ts';
import { makeBreaker, type Breaker, type Panel } from '../document/index.ts';
import { said } from '../testing/said.ts';
import { BREAKER_AMPS } from '../tape/index.ts';
import { speaker } from '../words/speaker.ts';
import { directoryCsv, readDirectory, withDirectory } from './directory.ts';

/** Tables are written by us and read back by a general reader of comma-separated values. */

const say = speaker('imperial');
const rowsOf = (text: string): string[][] => Papa.parse<string[]>(text.trim()).data;
const fresh = (number: string): Breaker => makeBreaker(`new-${number}`, number);
const panel: Panel = demoHouses()[0]!.panels[0]!;
const read = (text: string) => readDirectory(rowsOf(text));

describe('the directory of a panel as a table', () => {
  it('comes back as it went out, whatever the labels say', () => {
    const anyBreaker = fc.record({
      amps: fc.constantFrom(...BREAKER_AMPS),
      poles: fc.constantFrom(1 as const, 2 as const),
      protection: fc.constantFrom('none' as const, 'gfci' as const, 'afci' as const, 'dual' as const),
      label: fc.oneof(
        fc.string({ maxLength: 40 }).map((s) => s.trim()),
        fc.constantFrom('=SUM(A1)', '-dryer', '@home', '"quoted", and more', 'two\nlines'),
      ),
      proved: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(anyBreaker, { minLength: 1, maxLength: 20 }), (drawn) => {
        const breakers = drawn.map((b, i) => ({ ...fresh(String(i + 1)), ...b }));
        const { entries, faults } = read(directoryCsv({ ...panel, breakers }, () => 'R1, R2', say));
        expect(faults).toEqual([]);
        expect(entries).toEqual(
          breakers.map(({ number, amps, poles, protection, label, proved }) => ({
            number,
            amps,
            poles,
            protection,
            label: label.replace(/^'(?=[=+\-@])/, ''),
            proved,
          })),
        );
      }),
      { endOnFailure: true },
    );
  });
  it('is in the order of the numbers, and harmless to open', () => {
    const text = directoryCsv(
      { ...panel, breakers: [fresh('10'), fresh('2'), { ...fresh('1'), label: '=1+1' }] },
      () => '',
      say,
    );
    expect(rowsOf(text).map((r) => r[0])).toEqual(['number', '1', '2', '10']);
    expect(text).toContain("'=1+1");
  });
  it('reads a table of somebody else by the names of its columns, in any order', () => {
    expect(read('Description,Breaker,Rating\nDryer,2,30 A\n"Bath, hall",4,20').entries).toEqual([
      { number: '2', amps: 30, label: 'Dryer' },
      { number: '4', amps: 20, label: 'Bath, hall' },
    ]);
  });
  it('without names: number, rating, label', () => {
    expect(read('7,15,Sewing room\n9,20a').entries).toEqual([
      { number: '7', amps: 15, label: 'Sewing room' },
      { number: '9', amps: 20 },
    ]);
  });
  it('names each row that it can’t read, and takes the others', () => {
    const { entries, faults } = read('number,amps,label\n1,15,a\nmain,100,b\n2,17,c\n1,20,d\n,,\n3,20,e');
    expect(entries.map((e) => e.number)).toEqual(['1', '3']);
    expect(faults.map((f) => [f.row, said(f.why)])).toEqual([
      [3, '“MAIN” is no breaker number'],
      [4, '“17” is no standard rating'],
      [5, 'breaker 1 stands there twice'],
    ]);
    expect(readDirectory([])).toEqual({ entries: [], faults: [] });
  });
  it('changes the breakers of the same number, adds the others, and takes none out', () => {
    const before = { ...panel, breakers: [{ ...fresh('7'), label: 'old', proved: true }, fresh('8')] };
    const after = withDirectory(
      before,
      read('number,amps,label\n7,20,Sewing room\n9,15,Porch').entries,
      fresh,
    );
    expect(after.breakers.map((b) => [b.number, b.amps, b.label, b.proved])).toEqual([
      // The table doesn’t say whether it was tested: that stays.
      ['7', 20, 'Sewing room', true],
      ['8', 15, '', false],
      ['9', 15, 'Porch', false],
    ]);
    expect(after.breakers[0]!.id).toBe(before.breakers[0]!.id);
  });
});
