import { describe, expect, it } from '@jest/globals';
import type { StepTimer } from '../document/index.ts';
import { minutesOn, started, stopped, takenOff } from './index.ts';

const at = (minute: number, second = 0) => new Date(Date.UTC(2026, 10, 28, 9, minute, second)).toISOString();

describe('the timer of a step', () => {
  it('runs from its start, and stops with what is on it', () => {
    const one = started([], 'cut:L1', at(0));
    expect(minutesOn(one[0]!, at(7, 30))).toBe(7.5);
    const [still] = stopped(one, at(10));
    expect(still).toEqual({ stepKey: 'cut:L1', startedAt: null, minutes: 10 });
    expect(minutesOn(still!, at(50))).toBe(10);
  });
  it('stops when another step is begun, and goes on where it was', () => {
    const two = started(started([], 'a', at(0)), 'b', at(4));
    expect(two.map((t) => [t.stepKey, t.startedAt === null])).toEqual([
      ['a', true],
      ['b', false],
    ]);
    const again = started(two, 'a', at(9));
    const on = (key: string): StepTimer => again.find((t) => t.stepKey === key)!;
    expect(minutesOn(on('a'), at(11))).toBe(6);
    expect(minutesOn(on('b'), at(11))).toBe(5);
  });
  it('is taken off with the step, in tenths of a minute; a step that was not timed took nobody knows how long', () => {
    const { timers, minutes } = takenOff(started([], 'a', at(0)), 'a', at(2, 20));
    expect(timers).toEqual([]);
    expect(minutes).toBe(2.3);
    expect(takenOff([], 'a', at(1)).minutes).toBeNull();
  });
  it('counts nothing where the clock of the device was set back', () => {
    expect(minutesOn(started([], 'a', at(10))[0]!, at(3))).toBe(0);
  });
});
