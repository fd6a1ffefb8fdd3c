import type { Job, Point } from '../document/index.ts';
import { joined, networkOf, touchedIn, type State } from '../network/index.ts';
import { networkAsDrawn, surveysOf } from './drawn.ts';
import { craft } from './craft.ts';
import {
  fault,
  whereItGoes,
  at,
  statesOf,
  openPoints,
  circuitsNear,
  handlesOn,
  isOn,
  pairsOf,
  type Labels,
  type Side,
  type Compared,
} from './compared.ts';
import { meetings, sameAsBefore, asWanted, putInWorks, beforeAsFound } from './supply.ts';
import { cappedOnce, grounded, protection, reidentified } from './hardware.ts';
import type { Fault, WiringPlan } from './plan.ts';
import { msg } from '../words/index.ts';

/**
 * The electrical replay: the boxes of a plan as they are drawn, the rest of the house as it was surveyed, and what every outlet,
 * lamp and piece of metal then gets in every position of the switches, against what it got before and what was wanted.
 */

/** Replays the wiring of a plan. Empty when nothing contradicts. */
export function proveWiring(plan: WiringPlan, job: Job): Fault[] {
  const labels: Labels = new Map(
    [...plan.before.points, ...plan.after.points].map((p) => [p.id as string, p.label] as const),
  );
  const surveys = surveysOf(plan);
  const { before: surveyed, after: surveyedAfter } = surveys;
  const goesTo = whereItGoes(job, plan.before, plan.made);
  const wasNet = networkOf(plan.before, new Map([...surveyed.boxes].map(([id, b]) => [id, b.groups])));
  const isNet = networkAsDrawn(plan, surveys);
  const was: Side = { joined: joined(wasNet), uses: wasNet.uses };
  const is: Side = { joined: joined(isNet), uses: isNet.uses };
  const touchedPoints = new Set(plan.boxes.map((b) => b.point.id));
  const near = circuitsNear(plan, touchedPoints);
  const handles = handlesOn(plan, near, goesTo);
  const pairs = pairsOf(plan, job);
  const states = statesOf(handles.map((h) => h.key)).map((s) => {
    const is: State = new Map(
      handles.flatMap((h) => (h.is === null ? [] : [[h.is, s.get(h.key) ?? 0] as const])),
    );
    // A switch that gets a second one stood, before, as the two of them stand together.
    const then = (h: (typeof handles)[number]) =>
      h.is !== null && pairs.has(h.is) ? (isOn(h.is, is, pairs) ? 1 : 0) : (s.get(h.key) ?? 0);
    return {
      is,
      was: new Map(handles.flatMap((h) => (h.was === null ? [] : [[h.was, then(h)] as const]))),
    };
  });
  const on = <T extends { point: Point }>(x: T) => near.has(x.point.id);
  const compared: Compared = {
    plan,
    job,
    labels,
    goesTo,
    pairs,
    states,
    wasAt: states.map((s) => touchedIn(was.joined, s.was)),
    isAt: states.map((s) => touchedIn(is.joined, s.is)),
    was: { ...was, uses: was.uses.filter(on) },
    is: { ...is, uses: is.uses.filter(on) },
    open: openPoints(plan.after, surveyedAfter),
  };
  const metBefore = new Set(meetings(was, compared.wasAt).map((m) => JSON.stringify(m.says)));
  const met = meetings(is, compared.isAt)
    .filter((m) => !metBefore.has(JSON.stringify(m.says)))
    .map((m) => fault('meet', m.subjects, m.says));
  const faults = unique([
    ...craft(plan, labels),
    ...met,
    ...sameAsBefore(compared),
    ...asWanted(compared),
    ...putInWorks(compared),
    ...grounded(compared),
    ...protection(compared),
    ...reidentified(compared),
    ...cappedOnce(compared),
    ...beforeAsFound(compared, surveyed),
  ]);
  const shared = [surveyed, surveyedAfter].flatMap((s) =>
    [...s.boxes].flatMap(([id, b]) => (b.open === 'shared' ? [id as string] : [])),
  );
  return asQuestions(faults, new Set(shared), labels);
}

/** What goes wrong in a box where two circuits come together is asked: which conductor is whose was never surveyed. */
function asQuestions(faults: readonly Fault[], shared: ReadonlySet<string>, labels: Labels): Fault[] {
  const asked = new Map<string, Fault>();
  const out: Fault[] = [];
  for (const f of faults) {
    const box = f.subjects.find((s) => shared.has(s));
    if (box === undefined) out.push(f);
    else
      asked.set(box, {
        replay: 'electrical',
        kind: 'question',
        what: 'two circuits in a box',
        subjects: [box],
        says: msg('proof.which-breaker', { box: at(labels, box) }),
      });
  }
  return [...out, ...asked.values()];
}

const unique = (faults: readonly Fault[]): Fault[] => [
  ...new Map(faults.map((f) => [`${f.what}|${JSON.stringify(f.says)}`, f] as const)).values(),
];
