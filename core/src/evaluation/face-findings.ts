import type { House, Job, WallId } from '../document/index.ts';
import { practice, type Finding } from '../findings/index.ts';
import type { PlannedLeg } from '../planning/index.ts';
import { onWall } from '../routing/index.ts';
import { conflictWalls, faceConflicts } from '../structure/index.ts';
import { msg, q } from '../words/index.ts';

/** Walls that a job works in: where something is wanted, and where a run goes. */
function worked(job: Pick<Job, 'wants'>, legs: readonly PlannedLeg[]): ReadonlySet<WallId> {
  return new Set([
    ...job.wants.flatMap(({ at }) => (at.on === 'wall' || at.on === 'outside' ? [at.wallId] : [])),
    ...legs.flatMap((l) =>
      l.route.moves.flatMap((m) => [m.from, m.to].flatMap((p) => (onWall(p) ? [p.wallId] : []))),
    ),
  ]);
}

/**
 * What the two faces of a wall contradict each other in. In a wall that the job works in it has to be found out; elsewhere it stands
 * as it is.
 * @param house as it was given: each thing at the face where it was measured
 */
export function faceFindings(house: House, job: Pick<Job, 'wants'>, legs: readonly PlannedLeg[]): Finding[] {
  const conflicts = faceConflicts(house);
  if (conflicts.length === 0) return [];
  const walls = worked(job, legs);
  return conflicts.map((conflict): Finding => {
    const [a, b] = conflict.faces;
    const names = { wall: a.name.toLowerCase(), other: b.name.toLowerCase() };
    const says = {
      studs: () => msg('evaluation.faces.studs', names),
      opening: () => msg('evaluation.faces.opening', { ...names, apart: q.length(conflict.apartMm) }),
      framing: () => msg('evaluation.faces.framing', names),
    }[conflict.kind]();
    return {
      rule: 'faces',
      key: `faces:${conflict.kind}:${a.id}:${b.id}`,
      severity: 'watch',
      origin: conflictWalls(conflict).some((id) => walls.has(id)) ? 'new' : 'standing',
      mark: 'site',
      subjects: [...conflictWalls(conflict)],
      says,
      detail: msg('evaluation.faces.why'),
      because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
      sources: [practice(msg('evaluation.faces.practice'))],
      remedies: [],
    };
  });
}
