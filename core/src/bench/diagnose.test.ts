import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { demoHouses } from '../demo/index.ts';
import { PointId } from '../document/index.ts';
import { speaker } from '../words/index.ts';
import { atBreaker, atPoint, nm, outlet, smallHouse } from '../testing/build.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { seeded } from '../testing/seeded.ts';
import {
  caseBench,
  caseOf,
  diagnose,
  shownBy,
  type Case,
  type Diagnosis,
  type Look,
  type Taken,
} from './diagnose.ts';
import type { Fault } from './faults.ts';
import { readingsCsv, readReadings } from './readings-table.ts';
import { lookText, suspectText, valuesText } from './words.ts';

/** Readings that somebody goes on taking as long as one is named; no more than that. */
const PATIENCE = 16;

/** Takes the readings that are asked for on a bench with a fault, as a hand takes them: a little off. */
function workedThrough(
  of: Case,
  fault: Fault | null,
  noise: () => number,
): { readonly end: Diagnosis; readonly taken: readonly Taken[] } {
  const bench = caseBench(of.house, fault);
  let look: Look | null = of.looks.find((l) => l.point === fault?.point) ?? of.looks[0]!;
  const taken: Taken[] = [];
  let end = diagnose(of, taken);
  for (let i = 0; look && i < PATIENCE; i++) {
    const shown = shownBy(bench, look);
    const values = shown.values.map((v) => Math.max(0, v * (1 + 0.004 * noise()) + 0.1 * noise()));
    taken.push({ look, shown: { ...shown, values } });
    end = diagnose(of, taken);
    look = end.next;
  }
  return { end, taken };
}
const rankOf = (d: Diagnosis, fault: Fault): number =>
  d.suspects.findIndex((s) => s.fault === fault || s.alike.includes(fault));

describe('finding what is wrong', () => {
  it('names the fault first in 80 % and among the first three in 95 % of 2,000 cases', () => {
    const { normal } = seeded(16);
    const counted = { cases: 0, first: 0, three: 0, readings: 0, alone: 0 };
    const kinds = new Set<string>();
    for (const { house } of fc.sample(anyWiring, { numRuns: 60, seed: 44 })) {
      for (const breaker of house.panels.flatMap((p) => p.breakers)) {
        const of = caseOf(house, breaker.id);
        if (of.looks.length === 0) continue;
        for (const fault of of.faults) {
          if (!fault || counted.cases >= 2000) continue;
          const { end, taken } = workedThrough(of, fault, normal);
          const rank = rankOf(end, fault);
          counted.cases++;
          counted.readings += taken.length;
          kinds.add(fault.kind);
          if (rank === 0) counted.first++;
          if (rank === 0 && end.suspects[0]!.alike.length === 0) counted.alone++;
          if (rank >= 0 && rank < 3) counted.three++;
        }
      }
    }
    expect(counted.cases).toBe(2000);
    expect(counted.first / counted.cases).toBeGreaterThan(0.8);
    expect(counted.three / counted.cases).toBeGreaterThan(0.95);
    // Where several can't be told apart it says so; mostly one is left alone.
    expect(counted.alone / counted.cases).toBeGreaterThan(0.5);
    expect(counted.readings / counted.cases).toBeLessThan(8);
    expect(kinds.size).toBeGreaterThanOrEqual(20);
  });
});

describe('a circuit of two outlets', () => {
  const house = smallHouse({
    points: [outlet('a', 24), outlet('b', 88)],
    cables: [
      nm('c1', atBreaker(), atPoint('a'), { gauge: '12', lengthMm: 3000 }),
      nm('c2', atPoint('a'), atPoint('b'), { gauge: '12', lengthMm: 15_000 }),
    ],
  });
  const of = caseOf(house, house.panels[0]!.breakers[0]!.id);
  const fault = (kind: string, point: string) =>
    of.faults.find((f) => f?.kind === kind && f.point === PointId.parse(point))!;
  const say = speaker('imperial');
  it('nothing wrong is what is left when everything reads right', () => {
    const { end } = workedThrough(of, null, () => 0);
    expect([end.suspects[0]!.fault, ...end.suspects[0]!.alike]).toContain(null);
  });
  it('an open neutral before the first outlet: the reason is a reading beside what it should be', () => {
    const { end } = workedThrough(of, fault('open-neutral', 'a'), () => 0);
    const [first] = end.suspects;
    expect(first!.fault?.kind).toBe('open-neutral');
    const { taken, right } = first!.because!;
    expect(say(lookText(of.house, taken.look))).toMatch(/outlet: /);
    expect(say(valuesText(taken.look.what, right))).toMatch(/V/);
    expect(say(suspectText(of.house, first!.fault))).toMatch(/^open neutral, at .+, cable from the panel$/);
  });
  it('a swapped neutral and ground is told only with a load on and a clamp on the ground', () => {
    const { end, taken } = workedThrough(of, fault('neutral-ground-swapped', 'b'), () => 0);
    expect(end.suspects[0]!.fault?.kind).toBe('neutral-ground-swapped');
    expect(taken.some((t) => t.look.what === 'ground-amps' && t.shown.values[0]! > 5)).toBe(true);
  });
  it('readings go out as a table and come back the same', () => {
    const { taken } = workedThrough(of, fault('reversed', 'b'), () => 0);
    const rows = Papa.parse<string[]>(readingsCsv(of, taken)).data;
    const back = readReadings(of, rows);
    expect(back.bad).toEqual([]);
    expect(back.taken.map((t) => t.look.key).sort()).toEqual(taken.map((t) => t.look.key).sort());
    expect(diagnose(of, back.taken).suspects[0]!.fault?.kind).toBe('reversed');
    expect(readReadings(of, Papa.parse<string[]>(readingsCsv(of)).data).taken).toEqual([]);
  });
  it('a row that can’t be read is named', () => {
    const rows = Papa.parse<string[]>(readingsCsv(of)).data;
    const filled = rows.map((r, i) =>
      i === 1
        ? [...r.slice(0, 6), 'high', '0', '0', '']
        : i === 2
          ? [...r.slice(0, 6), '1', '2', '3', '4']
          : i === 3
            ? ['', 'attic', '1', 'top outlet', 'three', 'idle', '1', '2', '3', '']
            : r,
    );
    expect(readReadings(of, filled).bad.map((b) => b.row)).toEqual([2, 3, 4]);
  });
});

it('every circuit of the demo can be diagnosed', () => {
  for (const house of demoHouses())
    for (const b of house.panels.flatMap((p) => p.breakers)) {
      const of = caseOf(house, b.id);
      expect(diagnose(of, []).suspects.length).toBeGreaterThan(0);
    }
});
