import { describe, expect, it } from '@jest/globals';
import { said } from '../testing/said.ts';
import { BREAKER_AMPS, parseBreaker } from './index.ts';

const fault = (text: string) => {
  const read = parseBreaker(text);
  return 'why' in read ? said(read.why) : null;
};

describe('a breaker as the directory has it', () => {
  it.each([
    ['7 15 sewing room', { number: '7', amps: 15, poles: 1, label: 'sewing room' }],
    ['2 30 2p dryer', { number: '2', amps: 30, poles: 2, label: 'dryer' }],
    ['12a 20A', { number: '12A', amps: 20, poles: 1, label: '' }],
    ['  9   20 a  kitchen, north ', { number: '9', amps: 20, poles: 1, label: 'kitchen, north' }],
  ])('%s', (text, read) => expect(parseBreaker(text)).toEqual(read));
  it('says what is wrong', () => {
    expect(fault('sewing room')).toContain('its number');
    expect(fault('7')).toContain('amps');
    expect(fault('7 17 attic')).toContain('17 A');
  });
  // NEC 240.6(A), the standard ratings up to 100 A.
  it('knows the standard ratings', () =>
    expect(BREAKER_AMPS).toEqual([15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100]));
});
