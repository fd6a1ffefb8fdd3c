import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { said } from '../testing/said.ts';
import { lengthFault } from '../words/index.ts';
import { feet, formatCable, formatLength, formatMark, inches, parseLength } from './length.ts';

const mm = (text: string, system: 'imperial' | 'metric' = 'imperial') => {
  const r = parseLength(text, system);
  if (!r.ok) throw new Error(r.fault);
  return r.value;
};

describe('reading lengths as people write them', () => {
  it.each([
    [`7' 4 3/8"`, feet(7) + inches(4.375)],
    ['88 3/8', inches(88.375)],
    ['7ft4', feet(7) + inches(4)],
    [`7'`, feet(7)],
    ['3/8', inches(0.375)],
    ['15.5', inches(15.5)],
    ['12 in', 304.8],
    [`6'-3"`, feet(6) + inches(3)],
    ['2.25 m', 2250],
    ['45 cm', 450],
    ['750 mm', 750],
  ])('%s', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 6));

  it('takes a bare number as millimeters in a metric house', () => expect(mm('750', 'metric')).toBe(750));
  it('takes a decimal comma in metric', () => expect(mm('2,25 m', 'metric')).toBe(2250));

  it.each(['', '   ', 'abc', '7x', '-5', '1/0', `7' 4 1/0"`, '12 furlongs', '3 3', 'NaN', '1e400'])(
    'refuses %j, and says why',
    (text) => {
      const r = parseLength(text);
      expect(r.ok).toBe(false);
      if (!r.ok) expect(said(lengthFault(r)).length).toBeGreaterThan(5);
    },
  );

  it.each(['imperial', 'metric'] as const)('quotes what was typed, %s', (system) => {
    const r = parseLength('12 furlongs', system);
    expect(!r.ok && said(lengthFault(r))).toContain('12 furlongs');
  });
});

describe('printing lengths', () => {
  it.each([
    [feet(7) + inches(4.375), `7' 4 3/8"`],
    [inches(0.5), `1/2"`],
    [0, `0"`],
    [feet(12), `12' 0"`],
    [inches(11.99), `1' 0"`],
    [-inches(2), `-2"`],
  ])('%d mm', (value, text) => expect(formatLength(value)).toBe(text));
  it('prints a tape reading in inches', () =>
    expect(formatLength(inches(103.25), 'imperial', 'inches')).toBe('103 1/4 in'));
  it.each([
    [inches(103.2), '103 1/4 in'],
    [inches(47.93), '47 7/8 in'],
    [inches(48), '48 in'],
  ])('a mark at %d mm is read to an eighth', (mm, text) => expect(formatMark(mm)).toBe(text));
  it('marks metric to the millimeter', () => expect(formatMark(812.6, 'metric')).toBe('813 mm'));
  it.each([
    [inches(72), '6\' 0"'],
    [inches(72.01), '6\' 6"'],
    [inches(139.3), '12\' 0"'],
    [inches(1), '6"'],
  ])('cable of %d mm is cut to the next 6 in', (mm, text) => expect(formatCable(mm)).toBe(text));
  it('cable is cut to the next 0.1 m', () =>
    expect([formatCable(3301, 'metric'), formatCable(3300, 'metric')]).toEqual(['3.4 m', '3.3 m']));
  it('prints metric to the millimeter', () => expect(formatLength(1234.4, 'metric')).toBe('1234 mm'));

  it('reads back what it prints, to half of a sixteenth', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 50_000, noNaN: true }),
        fc.constantFrom<'feet' | 'inches'>('feet', 'inches'),
        (value, style) => {
          expect(Math.abs(mm(formatLength(value, 'imperial', style)) - value)).toBeLessThanOrEqual(
            inches(1 / 32) + 1e-6,
          );
        },
      ),
    );
  });
  it('never throws on any text', () => {
    fc.assert(fc.property(fc.string(), (text) => typeof parseLength(text).ok === 'boolean'));
  });
});
