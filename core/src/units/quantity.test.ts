import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  amps,
  clock,
  cubicInches,
  duration,
  roughMoney,
  roughTime,
  formatArea,
  money,
  percent,
  plain,
  tidy,
  volts,
} from './index.ts';

describe('hours of the day', () => {
  it.each([
    [0, '12 AM', '0:00'],
    [6.5, '6:30 AM', '6:30'],
    [12, '12 PM', '12:00'],
    [18.5, '6:30 PM', '18:30'],
    [23.75, '11:45 PM', '23:45'],
    [24, '12 AM', '24:00'],
  ])('%d', (hour, imperial, metric) =>
    expect([clock(hour, 'imperial'), clock(hour, 'metric')]).toEqual([imperial, metric]),
  );
});

describe('numbers as people read them', () => {
  it('hides the tail of binary arithmetic, never a real digit', () => {
    expect(tidy(0.1 + 0.2)).toBe(0.3);
    expect(tidy(30.375)).toBe(30.375);
    expect(plain(2.5)).toBe('2.5');
    expect(plain(2)).toBe('2');
  });
  it.each([
    [12.5, '12.5 A'],
    [0, '0.0 A'],
    [7.25, '7.3 A'],
  ])('%d amperes', (n, text) => expect(amps(n)).toBe(text));
  it('volts, shares, volumes', () => {
    expect(volts(6.176)).toBe('6.2 V');
    expect(percent(0.051467)).toBe('5.1%');
    expect(percent(0.9, 0)).toBe('90%');
    expect(cubicInches(14)).toBe('14.0 cu in');
    expect(cubicInches(20.3)).toBe('20.3 cu in');
    expect(cubicInches(17.25)).toBe('17.25 cu in');
  });
  it.each([
    [0, '0 min'],
    [50, '50 min'],
    [60, '1 h 00'],
    [190, '3 h 10'],
    [59.6, '1 h 00'],
  ])('%d minutes', (n, text) => expect(duration(n)).toBe(text));
  it('money is whole cents', () => {
    expect(money(84_40)).toBe('$84.40');
    expect(money(5)).toBe('$0.05');
  });
  it('areas in either system', () => {
    expect(formatArea(304.8 * 304.8 * 2)).toBe('2.0 ft²');
    expect(formatArea(1.5e6, 'metric')).toBe('1.50 m²');
  });
  it('tidying twice is tidying once', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (n) =>
        expect(tidy(tidy(n))).toBe(tidy(n)),
      ),
    );
  });
});

describe('estimates', () => {
  it.each([
    [0, '0 min'],
    [2, '5 min'],
    [37, '35 min'],
    [58, '1 h 00'],
    [157, '2 h 35'],
  ])('%d minutes are about %s', (minutes, text) => expect(roughTime(minutes)).toBe(text));
  it('totals are to the dollar', () => expect(roughMoney(8620)).toBe('$86'));
});
