import { PointId, type Bundle, type WantId } from './document/index.ts';
import type { Finding } from './findings/index.ts';
import { newPointId, restOf, type Applied } from './planning/index.ts';
import { proveWiring, type BoxDrawing, type Fault, type WiringPlan } from './proof/index.ts';

/** What an option puts out, as the replays take it. */
export function wiringPlanOf(
  { house, job }: Bundle,
  applied: Applied,
  boxes: readonly BoxDrawing[],
): WiringPlan {
  const { feed } = applied;
  const points = new Map(applied.house.points.map((p) => [p.id as string, p] as const));
  const claims: WiringPlan['claims'][number][] = [];
  for (const kind of ['ground fault', 'arc fault'] as const) {
    const by = new Map<PointId, PointId[]>();
    for (const box of feed.boxes.values()) {
      const giver = kind === 'ground fault' ? box.groundFaultBy : box.arcFaultBy;
      const point = giver === null ? undefined : points.get(giver);
      if (point) by.set(point.id, [...(by.get(point.id) ?? []), box.point.id]);
    }
    for (const [giver, covered] of by) claims.push({ by: giver, kind, points: covered });
  }
  return {
    before: house,
    after: applied.house,
    boxes,
    made: new Map(job.wants.map((w): readonly [WantId, PointId] => [w.id, newPointId(w)])),
    pieces: new Map(applied.cuts.map(({ cable }) => [restOf(cable), cable.id] as const)),
    claims,
  };
}

/** Faults of an option: where what it puts out contradicts itself or the house. */
export const proveOption = (bundle: Bundle, applied: Applied, boxes: readonly BoxDrawing[]): Fault[] =>
  proveWiring(wiringPlanOf(bundle, applied, boxes), bundle.job);

/** The rule that a fault of a replay is listed under. */
export const PROOF = 'proof';

/** Faults of an option as findings: a contradiction stops it, a missing fact is asked. */
export function proofFindings(faults: readonly Fault[]): Finding[] {
  return faults.map((f): Finding => {
    const question = f.kind === 'question';
    return {
      rule: PROOF,
      key: `${PROOF}:${f.what}:${f.subjects.join()}:${f.says}`,
      severity: question ? 'watch' : 'stop',
      origin: 'new',
      mark: MARK_OF[f.replay],
      subjects: f.subjects,
      says: question ? f.says : `This plan doesn’t work: ${f.says}`,
      detail: question
        ? 'Turn one breaker off at a time and test each device and splice. Until then the plan can’t be checked here.'
        : 'Every plan is traced through wire by wire before it is shown, and this one fails. Choose another option, or change what you asked for.',
      sources: [{ kind: 'computed', from: 'the wiring traced through in every switch position' }],
      remedies: [],
    };
  });
}
const MARK_OF = { electrical: 'wire', work: 'do', parts: 'buy' } as const;
