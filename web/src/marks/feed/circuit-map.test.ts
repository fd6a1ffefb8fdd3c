import { describe, expect, it } from '@jest/globals';
import { BreakerId, evaluate } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { circuitMap, turnedOff } from './circuit-map.ts';

const [house] = demoHouses();
const job = demoJobs().find((j) => j.id === 'keyboard');
const evaluation = evaluate({ house: house!, job: job! });

describe('a circuit on the floor plan', () => {
  const stops = circuitMap(evaluation, BreakerId.parse('b7'));
  it('has its boxes in the order in which power reaches them, then what the job adds', () => {
    expect(stops.filter((s) => !s.fresh).map((s) => [s.order, s.point.label])).toEqual([
      [1, 'R1'],
      [2, 'R2'],
      [3, 'L1'],
      [4, 'R3'],
      [5, 'S1'],
    ]);
    expect(
      stops
        .filter((s) => s.fresh)
        .map((s) => s.point.label)
        .sort(),
    ).toEqual(['new 1', 'new 2', 'new 3']);
    expect(stops[0]!.from).toBeNull();
    const known = new Set(stops.map((s) => s.point.id));
    for (const s of stops.slice(1)) expect(s.from !== null && known.has(s.from)).toBe(true);
  });
  it('tells what goes off, and what stays on in the same rooms', () => {
    const { off, on, unknown } = turnedOff(evaluation, stops);
    expect(off.map((p) => p.label)).toEqual(['R1', 'R2', 'L1', 'R3', 'S1']);
    expect(on).toEqual([]);
    expect(unknown).toEqual([]);
    const hall = circuitMap(evaluation, BreakerId.parse('b9'));
    const { off: hallOff } = turnedOff(evaluation, hall);
    expect(hallOff.map((p) => p.label)).toEqual(expect.arrayContaining(['J1', 'H1', 'S2', 'L2']));
  });
  it('a box whose feed nobody has entered is told apart', () => {
    const cut = {
      ...evaluation.bundle.house,
      cables: evaluation.bundle.house.cables.filter(
        (c) => !(c.to.at === 'point' && ['r3'].includes(c.to.pointId)),
      ),
    };
    const without = evaluate({ house: cut, job: { ...evaluation.bundle.job, wants: [] } });
    expect(
      turnedOff(without, circuitMap(without, BreakerId.parse('b7'))).unknown.map((p) => p.label),
    ).toEqual(['R3']);
  });
});
