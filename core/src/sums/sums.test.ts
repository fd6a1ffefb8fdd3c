import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { sourceLine } from '../findings/index.ts';
import { doSum, SUMS, sumById, type SumResult } from './index.ts';
import { readValues, Values } from './field.ts';
import { heard, said } from '../testing/said.ts';

const result = (id: string, given: Record<string, string> = {}): SumResult => {
  const done = doSum(sumById(id)!, given);
  if (!done.ok) throw new Error(done.problems.map((p) => `${p.key}: ${said(p.says)}`).join('; '));
  return done.result;
};

describe('worked examples (values from memory)', () => {
  it('BF1: six 12-2 in a 30.3 in3 box: 30.375 from 2020, 29.25 before', () => {
    const box = { volume: '30.3', n14: '0', n12: '12', grounds: '6', ground: '12', devices: '0' };
    expect(result('box-fill', box)).toMatchObject({ verdict: 'fails' });
    expect(said(result('box-fill', box).lines.at(-1)?.value ?? '')).toBe('30.375 cu in');
    expect(result('box-fill', { ...box, edition: '2017' })).toMatchObject({ verdict: 'holds' });
    expect(said(result('box-fill', { ...box, edition: '2017' }).lines.at(-1)?.value ?? '')).toBe(
      '29.25 cu in',
    );
  });
  it('BF2: 18.00 in3 needed, in 14.0 it fails, in 18.0 it holds with nothing to spare', () => {
    const box = { n14: '0', n12: '4', grounds: '2', ground: '12', clamps: 'yes', deviceGauge: '12' };
    expect(result('box-fill', { ...box, volume: '14' }).verdict).toBe('fails');
    expect(said(result('box-fill', { ...box, volume: '18' }).says)).toContain('0.0 cu in to spare');
  });
  it('VD1: 12 AWG, 100 ft, 16 A, 120 V: 6.176 V, 5.1467%', () => {
    const r = result('voltage-drop', { gauge: '12', length: "100'", amps: '16' });
    expect(r.verdict).toBe('fails');
    expect(heard(r.lines.map((l) => l.value))).toEqual(['1.93 Ω per 1000 ft', '6.176 V', '5.1467%']);
  });
  it('L80: 1500 W on 15 A fails, on 20 A it is the 15 A receptacle that limits it', () => {
    expect(said(result('load-share', { watts: '1500', breaker: '15' }).says)).toContain(
      '12.5 A, 12.0 A allowed',
    );
    expect(result('load-share', { watts: '1500', breaker: '20' }).verdict).toBe('fails');
    expect(result('load-share', { watts: '1500', breaker: '20', receptacle: '20' }).verdict).toBe('holds');
    expect(result('load-share', { watts: '1440', breaker: '15' }).verdict).toBe('holds');
  });
  it('a 10 A room air conditioner fails on a shared 15 A circuit, limit 7.5 A, and holds alone', () => {
    const unit = { watts: '1200', kind: 'room-air-conditioner', breaker: '15' };
    expect(said(result('load-share', unit).says)).toContain('10.0 A, 7.5 A allowed');
    expect(result('load-share', { ...unit, alone: 'yes' }).verdict).toBe('holds');
  });
  it('continuous: 12 A for hours counts 15 A, exactly a 15 A breaker', () => {
    expect(result('load-share', { watts: '1440', breaker: '15', continuous: 'yes' }).verdict).toBe('holds');
    expect(
      result('load-share', { watts: '1441', breaker: '20', kind: 'fixed', alone: 'yes', continuous: 'yes' })
        .verdict,
    ).toBe('holds');
  });
  it('1/2 in tubing: 12, 9, 5', () => {
    for (const [g, n] of [
      ['n14', 12],
      ['n12', 9],
      ['n10', 5],
    ] as const) {
      const none = { n14: '0', n12: '0', n10: '0' };
      expect(result('conduit-fill', { ...none, [g]: String(n) }).verdict).toBe('holds');
      expect(result('conduit-fill', { ...none, [g]: String(n + 1) }).verdict).toBe('fails');
    }
    expect(said(result('conduit-fill', { size: '3/8' }).says)).toContain('isn’t made');
  });
  it('a conductor for a breaker, in an attic with others beside it', () => {
    expect(result('gauge', { gauge: '12', breaker: '20' }).verdict).toBe('holds');
    expect(said(result('gauge', { gauge: '14', breaker: '20' }).says)).toContain('12 AWG would do');
    expect(result('gauge', { gauge: '14', breaker: '15', celsius: '50', carrying: '8' }).verdict).toBe(
      'fails',
    );
    expect(said(result('gauge', { gauge: '14', metal: 'Al', breaker: '15' }).says)).toContain('no 14 AWG');
  });
  it('breaker against wire: 14 AWG behind 20 A fails, 12 AWG holds', () => {
    expect(heard(result('trip', { gauge: '14', breaker: '20' }))).toMatchObject({
      verdict: 'fails',
      says: expect.stringContaining('°F'),
    });
    expect(result('trip', { gauge: '12', breaker: '20' }).verdict).toBe('holds');
    expect(said(result('trip', { gauge: '14', breaker: '15', fault: '5000' }).says)).toContain(
      'short circuit',
    );
  });
  it('holes and notches', () => {
    expect(said(result('hole').says)).toContain('no nail plate');
    expect(said(result('hole', { edge: '1' }).says)).toContain('nail plate');
    expect(result('hole', { cut: '2 1/4', edge: '5/8' }).verdict).toBe('fails');
    expect(result('hole', { member: 'joist', depth: '9 1/4', kind: 'notch', cut: '2' }).verdict).toBe(
      'fails',
    );
  });
  it('outlets along a line', () => {
    expect(result('spacing').verdict).toBe('holds');
    expect(said(result('spacing', { at: "2'" }).says)).toContain('8\' 0" to 14\' 0"');
    expect(result('spacing', { line: 'counter', length: "8'", at: "2'; 6'" }).verdict).toBe('holds');
    expect(said(result('spacing', { length: '1\' 11"', at: '' }).says)).toContain('Too short');
    expect(
      said(result('spacing', { line: 'island', length: "6'", depth: "3'", edition: '2020' }).says),
    ).toContain('2 outlets');
    expect(said(result('spacing', { line: 'island' }).says)).toContain('Optional from 2023');
  });
  it('replacing', () => {
    expect(said(result('replace', { ground: 'no', use: 'bath' }).says)).not.toContain('Two-slot');
    expect(said(result('replace', { ground: 'no' }).says)).toContain('Two-slot');
    expect(said(result('replace', { use: 'outdoor' }).lines.at(-1)?.value ?? '')).toBe('yes');
  });
  it('units', () =>
    expect(said(result('units', { length: '88 3/8' }).says)).toBe('7\' 4 3/8" = 88 3/8 in = 2244.7 mm'));
});

describe('every sum', () => {
  it.each(SUMS.map((s) => [s.id, s] as const))(
    '%s: presets give an answer with working and a source',
    (_, sum) => {
      const done = doSum(sum, {});
      expect(done.ok).toBe(true);
      if (!done.ok) return;
      expect(said(done.result.says).length).toBeGreaterThan(8);
      expect(done.result.sources.map(sourceLine).every((s) => said(s).length > 5)).toBe(true);
      expect(JSON.stringify(done.result)).not.toMatch(/undefined|NaN/);
    },
  );
  it('keys are their own within a sum, and sums among themselves', () => {
    expect(new Set(SUMS.map((s) => s.id)).size).toBe(SUMS.length);
    for (const s of SUMS) expect(new Set(s.fields.map((f) => f.key)).size).toBe(s.fields.length);
  });
  it('any text gives an answer or names the field, never throws', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SUMS), fc.string(), fc.nat(), (sum, text, n) => {
        const field = sum.fields[n % sum.fields.length]!;
        const done = doSum(sum, { [field.key]: text });
        if (!done.ok) expect(done.problems.map((p) => p.key)).toEqual([field.key]);
      }),
    );
  });
  it.each([
    ['gauge', { gauge: '13' }, 'gauge', 'not one of'],
    ['voltage-drop', { amps: '' }, 'amps', 'missing'],
    ['voltage-drop', { amps: 'ten' }, 'amps', 'not a number'],
    ['voltage-drop', { amps: '500' }, 'amps', 'at most'],
    ['voltage-drop', { length: '-5' }, 'length', 'negative'],
    ['box-fill', { clamps: 'maybe' }, 'clamps', 'yes or no'],
    ['spacing', { at: '3 ft; x' }, 'at', 'not a length'],
    ['units', { lenght: '5' }, 'lenght', 'no “lenght”'],
  ] as const)('%s with %o is refused at %s', (id, given, key, says) => {
    const done = doSum(sumById(id)!, given);
    expect(done.ok).toBe(false);
    if (!done.ok) expect(heard(done.problems)).toMatchObject([{ key, says: expect.stringContaining(says) }]);
  });
  it('a decimal comma is a decimal point', () =>
    expect(said(result('voltage-drop', { amps: '7,5' }).lines[1]?.how ?? '')).toContain('7.5 A'));
  it('a value that a sum does not have is a mistake of the program', () => {
    const values = new Values(new Map());
    for (const ask of [
      () => values.number('x'),
      () => values.yes('x'),
      () => values.lengths('x'),
      () => values.choice('x', ['a']),
    ])
      expect(ask).toThrow('x');
    expect(readValues([], {}).ok).toBe(true);
  });
});
