import type { BreakerId, House, Reading } from '@elwand/core';
import {
  caseOf,
  diagnose,
  readingsCsv,
  readReadings,
  takenFromTests,
  type BadRow,
  type Case,
  type Diagnosis,
  type Look,
  type Taken,
} from '@elwand/core/bench';
import { expose } from 'comlink';
import type { KeptFinding, KeptReading } from './finding-kept.ts';

/** What a circuit says by now. */
export interface FaultAnswer {
  readonly looks: readonly Look[];
  /** What was read, newest last; what came from the test sheet first. */
  readonly taken: readonly Taken[];
  readonly diagnosis: Diagnosis;
}
/** Which circuit is looked at, and what is known of it. */
export interface FaultQuestion {
  readonly house: House;
  readonly breaker: BreakerId;
  readonly finding: KeptFinding;
  /** Readings of the test sheet. */
  readonly tests: readonly Reading[];
}

let last: { readonly house: string; readonly breaker: BreakerId; readonly of: Case } | null = null;

/** The case of a circuit, kept as long as it is the same: what was worked out once for a fault is there. */
function caseFor({ house, breaker }: Pick<FaultQuestion, 'house' | 'breaker'>): Case {
  const text = JSON.stringify(house);
  if (last?.house !== text || last.breaker !== breaker)
    last = { house: text, breaker, of: caseOf(house, breaker) };
  return last.of;
}

function takenOf(of: Case, { finding, tests }: FaultQuestion): Taken[] {
  const own = finding.taken.flatMap((t): Taken[] => {
    const look = of.looks.find((l) => l.key === t.look);
    return look ? [{ look, shown: { values: t.values, trips: t.trips } }] : [];
  });
  const isOwn = (key: string) => finding.left.includes(key) || own.some((t) => t.look.key === key);
  return [...takenFromTests(of, tests).filter((t) => !isOwn(t.look.key)), ...own];
}

const worker = {
  find(question: FaultQuestion): FaultAnswer {
    const of = caseFor(question);
    const taken = takenOf(of, question);
    return { looks: of.looks, taken, diagnosis: diagnose(of, taken, question.finding.symptoms) };
  },
  /** The readings as a table. */
  csv: (question: FaultQuestion): string => {
    const of = caseFor(question);
    return readingsCsv(of, takenOf(of, question));
  },
  /** Readings out of a table, with the rows that can't be read. */
  fromCsv(
    question: FaultQuestion,
    rows: readonly (readonly string[])[],
  ): { readonly taken: readonly KeptReading[]; readonly bad: readonly BadRow[] } {
    const { taken, bad } = readReadings(caseFor(question), rows);
    return {
      taken: taken.map(({ look, shown }) => ({
        look: look.key,
        values: [...shown.values],
        trips: [...shown.trips],
      })),
      bad,
    };
  },
};
export type FaultWorker = typeof worker;
expose(worker);
