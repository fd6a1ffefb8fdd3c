import { describe, expect, it } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import fc from 'fast-check';
import Papa from 'papaparse';
import { demoHouses } from '../demo/index.ts';
import { ItemId, PointId, type Reading } from '../document/index.ts';
import { speaker } from '../words/index.ts';
import { atBreaker, atPoint, nm, outlet, smallHouse } from '../testing/build.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { seeded } from '../units/seeded.ts';
import { dangerOf, SYMPTOMS, type Symptom } from './belief.ts';
import { caseOf, diagnose, type Case, type Diagnosis } from './diagnose.ts';
import { caseBench, shownBy, type Look, type ShownAll, type Taken } from './looks.ts';
import type { Fault } from './faults.ts';
import { takenFromTests } from './from-tests.ts';
import { readingsCsv, readReadings } from './readings-table.ts';
import { lookText, suspectText, symptomText, valuesText } from './words.ts';

/** Readings that somebody goes on taking as long as one is named; no more than that. */
const PATIENCE = 16;

/** What a hand reads: a little off. */
const byHand = (shown: ShownAll, noise: () => number): ShownAll => ({
  ...shown,
  values: shown.values.map((v) => Math.max(0, v * (1 + 0.004 * noise()) + 0.1 * noise())),
});

/** Takes the readings that are asked for on a bench with a fault. */
function workedThrough(
  of: Case,
  faults: readonly Fault[],
  noise: () => number,
): { readonly end: Diagnosis; readonly taken: readonly Taken[] } {
  const bench = caseBench(of.house, faults);
  let look: Look | null = of.looks.find((l) => l.point === faults[0]?.point) ?? of.looks[0]!;
  const taken: Taken[] = [];
  let end = diagnose(of, taken);
  for (let i = 0; look && i < PATIENCE; i++) {
    const shown = shownBy(bench, look);
    taken.push({ look, shown: byHand(shown, noise) });
    end = diagnose(of, taken);
    look = end.next;
  }
  return { end, taken };
}
const isSame = (a: readonly Fault[], b: readonly Fault[]): boolean =>
  a.length === b.length && a.every((f) => b.includes(f));
const rankOf = (d: Diagnosis, faults: readonly Fault[]): number =>
  d.suspects.findIndex((s) => [s.faults, ...s.alike].some((f) => isSame(f, faults)));

describe('finding what is wrong', () => {
  // Of 2,000 in the long run.
  it('names the fault first in 80 % and among the first three in 95 % of the cases', () => {
    const { normal } = seeded(16);
    const counted = { cases: 0, first: 0, three: 0, readings: 0, alone: 0 };
    const kinds = new Set<string>();
    for (const { house } of fc.sample(anyWiring, { numRuns: runs(60), seed: 44 })) {
      for (const breaker of house.panels.flatMap((p) => p.breakers)) {
        const of = caseOf(house, breaker.id);
        if (of.looks.length === 0) continue;
        for (const { faults } of of.singles) {
          const [fault] = faults;
          if (!fault || counted.cases >= runs(2000)) continue;
          const { end, taken } = workedThrough(of, faults, normal);
          const rank = rankOf(end, faults);
          counted.cases++;
          counted.readings += taken.length;
          kinds.add(fault.kind);
          if (rank === 0) counted.first++;
          if (rank === 0 && end.suspects[0]!.alike.length === 0) counted.alone++;
          if (rank >= 0 && rank < 3) counted.three++;
        }
      }
    }
    expect(counted.cases).toBe(runs(2000));
    expect(counted.first / counted.cases).toBeGreaterThan(0.8);
    expect(counted.three / counted.cases).toBeGreaterThan(0.95);
    // Where several can't be told apart it says so; mostly one is left alone.
    expect(counted.alone / counted.cases).toBeGreaterThan(0.5);
    expect(counted.readings / counted.cases).toBeLessThan(8);
    expect(kinds.size).toBeGreaterThanOrEqual(20);
  });
});

it('two faults at once, everything read: both, or what reads the same, come first in 75 % and among three in 80 %', () => {
  const { normal, uniform } = seeded(17);
  const one = <T>(of: readonly T[]): T => of[Math.floor(uniform() * of.length)]!;
  const counted = { cases: 0, first: 0, three: 0 };
  for (const { house } of fc.sample(anyWiring, { numRuns: runs(40), seed: 45 })) {
    for (const breaker of house.panels.flatMap((p) => p.breakers)) {
      const of = caseOf(house, breaker.id);
      const faults = of.singles.flatMap((s) => s.faults);
      if (of.looks.length < 10 || of.looks.length > 80) continue;
      for (let i = 0; i < 3; i++) {
        const two = [one(faults), one(faults)];
        if (two[0]!.point === two[1]!.point) continue;
        const bench = caseBench(of.house, two);
        const taken = of.looks.map((look): Taken => ({ look, shown: byHand(shownBy(bench, look), normal) }));
        const truth = of.line({ key: JSON.stringify(two), faults: two });
        const rank = diagnose(of, taken).suspects.findIndex(
          (s) => of.line({ key: JSON.stringify(s.faults), faults: s.faults }) === truth,
        );
        counted.cases++;
        if (rank === 0) counted.first++;
        if (rank >= 0 && rank < 3) counted.three++;
      }
    }
  }
  expect(counted.cases).toBeGreaterThan(runs(50));
  expect(counted.first / counted.cases).toBeGreaterThan(0.75);
  expect(counted.three / counted.cases).toBeGreaterThan(0.8);
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
    of.singles.flatMap((s) => s.faults).find((f) => f.kind === kind && f.point === PointId.parse(point))!;
  const say = speaker('imperial');
  it('nothing wrong is what is left when everything reads right', () => {
    const { end } = workedThrough(of, [], () => 0);
    expect(rankOf(end, [])).toBe(0);
  });
  it('an open neutral before the first outlet: the reason is a reading beside what it should be', () => {
    const { end } = workedThrough(of, [fault('open-neutral', 'a')], () => 0);
    const [first] = end.suspects;
    expect(first!.faults[0]?.kind).toBe('open-neutral');
    const { taken, right } = first!.because!;
    expect(say(lookText(of.house, taken.look))).toMatch(/outlet: /);
    expect(say(valuesText(taken.look.what, right))).toMatch(/V/);
    expect(say(suspectText(of.house, first!.faults))).toMatch(/^open neutral, at .+, cable from the panel$/);
  });
  it('a swapped neutral and ground is told only with a load on and a clamp on the ground', () => {
    const { end, taken } = workedThrough(of, [fault('neutral-ground-swapped', 'b')], () => 0);
    expect(end.suspects[0]!.faults[0]?.kind).toBe('neutral-ground-swapped');
    expect(taken.some((t) => t.look.what === 'ground-amps' && t.shown.values[0]! > 5)).toBe(true);
  });
  it('readings go out as a table and come back the same', () => {
    const { taken } = workedThrough(of, [fault('reversed', 'b')], () => 0);
    const rows = Papa.parse<string[]>(readingsCsv(of, taken)).data;
    const back = readReadings(of, rows);
    expect(back.bad).toEqual([]);
    expect(back.taken.map((t) => t.look.key).sort()).toEqual(taken.map((t) => t.look.key).sort());
    expect(diagnose(of, back.taken).suspects[0]!.faults[0]?.kind).toBe('reversed');
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
  it('what somebody noticed counts before anything is read', () => {
    const kinds = (...symptoms: Symptom[]) =>
      diagnose(of, [], symptoms)
        .suspects.slice(0, 2)
        .map((s) => s.faults[0]?.kind);
    expect(kinds('flickers').sort()).toEqual(['loose-hot', 'loose-neutral']);
    expect(kinds('trips-in-rain')).toContain('leakage');
    for (const s of SYMPTOMS) expect(say(symptomText(s))).not.toBe('');
  });
  it('a live frame ends the reading: somebody is called', () => {
    const frame = of.looks.find((l) => l.what === 'frame' && l.point === PointId.parse('b'))!;
    const taken = (volts: number): Taken[] => [{ look: frame, shown: { values: [volts], trips: [] } }];
    expect(diagnose(of, taken(118))).toMatchObject({ callNow: true, next: null });
    expect(diagnose(of, taken(0)).callNow).toBe(false);
    expect(diagnose(of, []).callNow).toBe(false);
    expect(dangerOf([fault('reversed-bootleg', 'b'), fault('open-hot', 'a')])).toBe('call');
    expect(dangerOf([fault('open-neutral', 'a')])).toBe('stop');
    expect(dangerOf([])).toBeNull();
  });
  it('takes the readings of the test sheet over, the newest of each', () => {
    const reading = (testKey: string, value: number | null, n: number): Reading => ({
      id: ItemId.parse(`r${n}`),
      testKey,
      says: '',
      text: value === null ? 'OL' : String(value),
      value,
      takenAt: '2026-11-28T10:00:00.000Z',
      planKey: 'p',
    });
    const taken = takenFromTests(of, [
      reading('prove:b:top:hot-neutral', 3, 1),
      reading('prove:b:top:hot-neutral', 119.8, 2),
      reading('prove:b:top:hot-ground', 0.2, 3),
      reading('prove:b:top:neutral-ground', 119.7, 4),
      reading('prove:b:bottom:hot-neutral', 120.1, 5),
      reading('prove:b:bottom:hot-ground', null, 6),
      reading('prove:c:top:hot-ground', 120, 7),
      reading('dead:b:top:hot-neutral', 0, 8),
    ]);
    expect(taken.map((t) => [t.look.use, ...t.shown.values])).toEqual([
      ['top outlet', 119.8, 0.2, 119.7],
      ['bottom outlet', 120.1, null, null],
    ]);
    expect(diagnose(of, taken).suspects[0]!.faults[0]).toMatchObject({ kind: 'reversed', point: 'b' });
  });
  it('cables that were noted the other way round make no difference', () => {
    const turned = {
      ...house,
      cables: house.cables.map((c) => ({ ...c, from: c.to, to: c.from })),
    };
    const other = caseOf(turned, house.panels[0]!.breakers[0]!.id);
    const names = (c: Case) => c.singles.map((s) => say(suspectText(c.house, s.faults))).sort();
    expect(names(other)).toEqual(names(of));
    expect(other.looks.map((l) => say(lookText(other.house, l)))).toEqual(
      of.looks.map((l) => say(lookText(of.house, l))),
    );
    const open = other.singles.find(
      (s) => s.faults[0]?.kind === 'open-neutral' && s.faults[0].point === 'a',
    )!;
    expect(workedThrough(other, open.faults, () => 0).end.suspects[0]!.faults).toEqual(open.faults);
  });
});

it('devices of another circuit in the same box are left out', () => {
  const shared = smallHouse({
    points: [
      outlet('a', 24, {
        devices: [
          { kind: 'receptacle', amps: 15, grounded: true },
          { kind: 'receptacle', amps: 15, grounded: true },
        ],
      }),
    ],
    cables: [nm('c1', atBreaker(), atPoint('a'), { lengthMm: 3000 })],
  });
  const of = caseOf(shared, shared.panels[0]!.breakers[0]!.id);
  expect(of.looks.length).toBeGreaterThan(0);
  const devices = new Set(of.looks.map((l) => l.device));
  expect(
    of.singles.flatMap((s) => s.faults).every((f) => f.device === undefined || devices.has(f.device)),
  ).toBe(true);
});

it('every circuit of the demo can be diagnosed', () => {
  for (const house of demoHouses())
    for (const b of house.panels.flatMap((p) => p.breakers)) {
      const of = caseOf(house, b.id);
      expect(diagnose(of, []).suspects.length).toBeGreaterThan(0);
    }
});
