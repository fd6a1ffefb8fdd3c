import { chance, msg, speaker, type House } from '@elwand/core';
import {
  caseOf,
  diagnose,
  lookText,
  readingsCsv,
  readReadings,
  suspectText,
  SYMPTOMS,
  dangerOf,
  dangerText,
  remedyText,
  valuesText,
  type Case,
  type Suspected,
  type Taken,
} from '@elwand/core/bench';
import Papa from 'papaparse';
import { unusable, type Outcome } from './outcome.ts';

export interface Diagnosing {
  /** The breaker of the circuit, by number; null where the house has one only. */
  readonly breaker: string | null;
  /** Text of the table of readings; null for the blank table. */
  readonly readings: string | null;
  /** What somebody noticed, by name. */
  readonly noticed: readonly string[];
  readonly json: boolean;
}

/** Suspects that are shown. */
const SHOWN = 5;

/** What may be wrong with a circuit by a table of readings; without one the blank table to fill in. */
export function diagnosis(house: House, asked: Diagnosing): Outcome {
  const breakers = house.panels.flatMap((p) => p.breakers);
  const breaker =
    asked.breaker === null && breakers.length === 1
      ? breakers[0]
      : breakers.find((b) => b.number === asked.breaker);
  if (!breaker)
    return unusable(
      `elwand: diagnose needs --breaker N; there is: ${breakers.map((b) => b.number).join(', ')}`,
    );
  const symptoms = SYMPTOMS.filter((s) => asked.noticed.includes(s));
  const unknown = asked.noticed.filter((n) => !symptoms.some((s) => s === n));
  if (unknown.length > 0)
    return unusable(`elwand: --noticed: ${unknown.join(', ')}; there is: ${SYMPTOMS.join(', ')}`);
  const of = caseOf(house, breaker.id);
  if (asked.readings === null) return { code: 0, out: readingsCsv(of), err: '' };
  const say = speaker(house.units);
  const { taken, bad } = readReadings(of, Papa.parse<string[]>(asked.readings.trim()).data);
  if (bad.length > 0)
    return unusable(bad.map((b) => `elwand: readings, row ${b.row}: ${say(b.says)}`).join('\n'));
  const { suspects, next, callNow } = diagnose(of, taken, symptoms);
  const shown = suspects.slice(0, SHOWN);
  const call = callNow ? say(msg('bench.call-now')) : null;
  if (asked.json)
    return {
      code: 0,
      out: `${JSON.stringify(
        {
          suspects: shown.map((s) => ({
            faults: s.faults.map((f) => f.kind),
            danger: dangerOf(s.faults),
            says: say(suspectText(of.house, s.faults)),
            chance: Math.round(s.chance * 1000) / 1000,
            alike: s.alike.map((f) => say(suspectText(of.house, f))),
          })),
          callNow,
          next: next && say(lookText(of.house, next)),
        },
        null,
        2,
      )}\n`,
      err: '',
    };
  const say1 = (s: Suspected) => lines(of, s, taken, say);
  return {
    code: 0,
    out: [
      ...(call ? [`  ${call}`] : []),
      ...shown.flatMap(say1),
      ...(next ? [`  Next: ${say(lookText(of.house, next))}`] : []),
      '',
    ].join('\n'),
    err: '',
  };
}

function lines(of: Case, s: Suspected, taken: readonly Taken[], say: ReturnType<typeof speaker>): string[] {
  const why = s.because;
  const danger = dangerOf(s.faults);
  return [
    `  ${chance(s.chance).padStart(6)} ${say(suspectText(of.house, s.faults))}`,
    ...(s.alike.length > 0
      ? [
          `         can't be told apart here from: ${s.alike.map((f) => say(suspectText(of.house, f))).join('; ')}`,
        ]
      : []),
    ...(why && taken.length > 0
      ? [
          `         ${say(
            msg('bench.because', {
              look: lookText(of.house, why.taken.look),
              read: valuesText(why.taken.look.what, why.taken.shown.values),
              right: valuesText(why.taken.look.what, why.right),
            }),
          )}`,
        ]
      : []),
    ...(danger
      ? [`         ${say(dangerText(danger))}: ${s.faults.map((f) => say(remedyText(f))).join(' ')}`]
      : []),
  ];
}
