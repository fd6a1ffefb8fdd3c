import { isReceptacleDevice } from '../document/index.ts';
import type { Bundle, CableId, CableType, Gauge, Job, PointId, WantId } from '../document/index.ts';
import type { Text } from '../words/index.ts';
import type { Source } from './source.ts';

/** stop = not with this plan; fix = to settle before cutting; watch = a fact is missing; ok = checked, holds. */
export type Severity = 'stop' | 'fix' | 'watch' | 'ok';
/** Only what is new or made worse holds the job up; what was already so is listed for the owner, advice is what no rule asks for. */
export type Origin = 'new' | 'worse' | 'standing' | 'advice';

/** The mark of the rod a finding belongs to. */
export type Mark = 'want' | 'site' | 'feed' | 'tap' | 'run' | 'wire' | 'buy' | 'do' | 'prove';
export const MARKS: readonly Mark[] = ['want', 'site', 'feed', 'tap', 'run', 'wire', 'buy', 'do', 'prove'];

/** The number behind a finding: what is needed, what is there. `have` null when the fact is missing. */
export interface Because {
  readonly need: number;
  readonly have: number | null;
  readonly unit: string;
  /** need <= have holds (a capacity), or have <= need holds (a limit). */
  readonly sense: 'at-least' | 'at-most';
}

/** A typed change of the documents that one click applies. */
export type Edit =
  | { edit: 'set-box'; subject: string; model: string }
  | { edit: 'protect'; which: 'groundFault'; how: NonNullable<Job['protection']['groundFault']> }
  | { edit: 'protect-arc'; how: NonNullable<Job['protection']['arcFault']> }
  | { edit: 'move-want'; wantId: WantId; xMm: number; heightMm: number }
  | { edit: 'choose-option'; key: string }
  | { edit: 'set-gauge'; cableId: CableId; gauge: Gauge }
  | { edit: 'set-ground'; cableId: CableId; ground: 'wire' | 'none' }
  | { edit: 'set-condition'; pointId: PointId; condition: 'sound' | 'burnt' | 'short-conductors' }
  | { edit: 'new-gauge'; gauge: Gauge }
  | { edit: 'new-method'; method: CableType }
  | { edit: 'set-ring'; pointId: PointId; ring: string }
  | { edit: 'clamps-outside'; pointId: PointId }
  | { edit: 'set-raceway'; cableId: CableId; size: '3/8' | '1/2' | '3/4' }
  | { edit: 'ground-proved'; cableId: CableId }
  | { edit: 'set-listed'; pointId: PointId; listedFor: 'luminaire' | 'fan' }
  | { edit: 'set-tab'; pointId: PointId; device: number; tab: 'whole' | 'broken' }
  | { edit: 'breaker-proved'; breakerId: string }
  /** Another kind of receptacle where a change of the job puts one in. */
  | { edit: 'change-device'; pointId: PointId; device: ProtectingReceptacle }
  | { edit: 'set-clamps'; pointId: PointId; clamps: 'inside' | 'outside' | 'none' };

type ProtectingReceptacle = 'receptacle-gfci' | 'receptacle-afci' | 'receptacle-dual';

export interface Remedy {
  readonly says: Text;
  /** What the part costs that it takes, about, in cents; left out where it takes none. */
  readonly priceCents?: number;
  readonly edit: Edit;
}

export interface Finding {
  readonly rule: string;
  /** Stable: the same fault of the same thing has the same key from one evaluation to the next. */
  readonly key: string;
  readonly severity: Severity;
  readonly origin: Origin;
  readonly mark: Mark;
  readonly subjects: readonly string[];
  readonly says: Text;
  readonly because?: Because;
  readonly detail: Text;
  /** Why the person goes on in spite of it. */
  readonly overridden?: Text;
  readonly sources: readonly Source[];
  readonly remedies: readonly Remedy[];
}

/**
 * A stop that one choice for the whole job settles, whichever option is taken: protection that is still to be chosen. It speaks
 * against none of the options.
 */
export const isChoiceOpen = (f: Pick<Finding, 'severity' | 'remedies'>): boolean =>
  f.severity === 'stop' &&
  f.remedies.some(({ edit }) => edit.edit === 'protect' || edit.edit === 'protect-arc');

const RANK: Record<Severity, number> = { stop: 0, fix: 1, watch: 2, ok: 3 };

/** The order of the checks column: what stops first; advice and standing faults after the job's own; then as found. */
export function bySeverity(a: Finding, b: Finding): number {
  const rank = ({ severity, origin }: Finding): number =>
    severity === 'ok' ? RANK.ok : origin === 'advice' ? 2.2 : origin === 'standing' ? 2.5 : RANK[severity];
  return rank(a) - rank(b);
}

/** Does this finding hold the job up? */
export const holdsUp = (f: Finding): boolean =>
  f.severity !== 'ok' && f.origin !== 'standing' && f.origin !== 'advice';

export const worst = (findings: readonly Finding[]): Severity =>
  findings.filter(holdsUp).reduce<Severity>((w, f) => (RANK[f.severity] < RANK[w] ? f.severity : w), 'ok');

/**
 * Applies a remedy to a bundle; pure. Ids that are gone leave the bundle as it was.
 */
export function applyEdit(bundle: Bundle, edit: Edit): Bundle {
  const { house, job } = bundle;
  switch (edit.edit) {
    case 'set-box':
      return { house, job: { ...job, boxes: { ...job.boxes, [edit.subject]: edit.model } } };
    case 'protect':
      return { house, job: { ...job, protection: { ...job.protection, groundFault: edit.how } } };
    case 'protect-arc':
      return { house, job: { ...job, protection: { ...job.protection, arcFault: edit.how } } };
    case 'move-want':
      return {
        house,
        job: {
          ...job,
          wants: job.wants.map((w) =>
            w.id === edit.wantId && w.at.on === 'wall'
              ? { ...w, at: { ...w.at, xMm: edit.xMm, heightMm: edit.heightMm } }
              : w,
          ),
        },
      };
    case 'change-device':
      return { house, job: { ...job, changes: withDevice(job.changes ?? [], edit) } };
    case 'choose-option':
      return { house, job: { ...job, option: edit.key } };
    case 'new-gauge':
      return { house, job: { ...job, gauge: edit.gauge } };
    case 'new-method':
      return { house, job: { ...job, method: edit.method } };
    case 'set-ring':
      return { house, job: { ...job, rings: { ...job.rings, [edit.pointId]: edit.ring } } };
    case 'clamps-outside':
      return { house, job: { ...job, clampsOutside: [...job.clampsOutside, edit.pointId] } };
    case 'set-raceway':
      return withCable(bundle, edit.cableId, { size: edit.size });
    case 'ground-proved':
      return withCable(bundle, edit.cableId, { groundProved: true });
    case 'set-listed':
      return withPoint(bundle, edit.pointId, (p) => ({
        ...p,
        box: { ...p.box, listedFor: edit.listedFor },
      }));
    case 'set-gauge':
      return withCable(bundle, edit.cableId, { gauge: edit.gauge });
    case 'set-ground':
      return withCable(bundle, edit.cableId, { ground: edit.ground });
    case 'set-condition':
      return withPoint(bundle, edit.pointId, (p) => ({ ...p, condition: edit.condition }));
    case 'set-clamps':
      return withPoint(bundle, edit.pointId, (p) => ({ ...p, box: { ...p.box, clamps: edit.clamps } }));
    case 'set-tab':
      return withPoint(bundle, edit.pointId, (p) => ({
        ...p,
        devices: p.devices.map((d, i) => (i === edit.device ? { ...d, tab: edit.tab } : d)),
      }));
    case 'breaker-proved':
      return {
        job,
        house: {
          ...house,
          panels: house.panels.map((panel) => ({
            ...panel,
            breakers: panel.breakers.map((b) => (b.id === edit.breakerId ? { ...b, proved: true } : b)),
          })),
        },
      };
  }
}

/** The changes of a job with every receptacle that they put in at a point of another kind; an outlet that is converted is replaced. */
function withDevice(
  changes: NonNullable<Job['changes']>,
  { pointId, device }: Extract<Edit, { edit: 'change-device' }>,
): NonNullable<Job['changes']> {
  return changes.map((c) => {
    if (c.pointId !== pointId) return c;
    if (c.kind === 'replace' && isReceptacleDevice({ kind: c.device })) return { ...c, device };
    if (c.kind === 'enlarge')
      return { ...c, devices: c.devices.map((kind) => (isReceptacleDevice({ kind }) ? device : kind)) };
    return c;
  });
}

type HouseOf = Bundle['house'];
function withCable({ house, job }: Bundle, id: CableId, change: Partial<HouseOf['cables'][number]>): Bundle {
  return {
    job,
    house: { ...house, cables: house.cables.map((c) => (c.id === id ? { ...c, ...change } : c)) },
  };
}
function withPoint(
  { house, job }: Bundle,
  id: PointId,
  change: (p: HouseOf['points'][number]) => HouseOf['points'][number],
): Bundle {
  return { job, house: { ...house, points: house.points.map((p) => (p.id === id ? change(p) : p)) } };
}
