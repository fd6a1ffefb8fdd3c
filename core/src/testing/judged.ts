import { expect } from '@jest/globals';
import type { Bundle, House } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import type { Finding } from '../findings/index.ts';
import { bundle, smallHouse, wanted } from './build.ts';
import { said } from './said.ts';
import { inShort } from './verdict-text.ts';

/** One outlet wanted in the bay next to R2, arc-fault protection settled: the plan taps R2. */
export const plan = (more: Partial<House> = {}, job: Parameters<typeof bundle>[2] = {}): Bundle =>
  bundle(smallHouse(more), [wanted(104)], {
    protection: { groundFault: null, arcFault: 'at-breaker' },
    ...job,
  });

/** Everything that a finding can be about, before and after the work. */
function subjectsOf({ bundle: { house, job }, chosen }: Evaluation): Set<string> {
  const houses = [house, ...(chosen ? [chosen.applied.house] : [])];
  return new Set<string>([
    ...houses.flatMap((h) => [
      ...[...h.points, ...h.cables, ...h.loads, ...h.panels].map((x) => x.id),
      ...h.panels.flatMap((p) => p.breakers.map((b) => b.id)),
      ...h.rooms.flatMap((r) => [r.id, ...r.walls.map((w) => w.id)]),
      ...h.amendments.map((a) => a.limit),
      ...(h.waivers ?? []).map((w) => w.what),
      h.id,
    ]),
    ...job.wants.map((w) => w.id),
  ]);
}

/** What holds of every finding of a rule, whatever it says: it is about something that is there, has a source and words. */
function sound(e: Evaluation, f: Finding): Finding {
  const known = subjectsOf(e);
  const faults = [
    ...(f.subjects.length === 0 ? ['is about nothing'] : []),
    ...f.subjects.filter((s) => !known.has(s)).map((s) => `is about ${s}, which is not there`),
    ...(f.sources.length === 0 ? ['has no source'] : []),
    ...(said(f.says) === '' ? ['says nothing'] : []),
    ...f.remedies.filter((r) => said(r.says) === '').map(() => 'has a remedy without words'),
  ];
  if (faults.length > 0) throw new Error(`${f.key} ${faults.join('; ')}`);
  return f;
}

/** What one rule says of a bundle. All of it is kept with the test that asks, in short: also what the test does not look at. */
export function of(b: Bundle, rule: string): Finding[] {
  const e = evaluate(b);
  const isRule = e.pack.rules.some((r) => r.id === rule);
  const found = e.findings.filter((f) => f.rule === rule).map((f) => (isRule ? sound(e, f) : f));
  if (expect.getState().currentTestName !== undefined)
    expect(found.map(inShort).join('\n')).toMatchSnapshot();
  return found;
}

/** The first thing that a rule says, of one subject if that is named; the test ends where it says nothing. */
export function one(b: Bundle, rule: string, subject?: string): Finding {
  const found = of(b, rule).find((f) => subject === undefined || f.subjects.includes(subject));
  if (!found) throw new Error(`no finding of ${rule}${subject === undefined ? '' : ` on ${subject}`}`);
  return found;
}
