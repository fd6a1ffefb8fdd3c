import {
  derivedId,
  seenAtBox,
  seenPoint,
  withoutPoint,
  withPoint as withPointOf,
  isReceptacleDevice,
  letGo,
  ItemId,
  makeWant,
  MOST_WANTS,
  placeholderLabel,
  WantId,
  type BoxFunction,
  type Breaker,
  type Bundle,
  type CableId,
  type CableType,
  type Change,
  type DeviceKind,
  type DimmerMarking,
  type Gauge,
  type Job,
  type LampKind,
  type LetGo,
  type PointId,
  type Position,
  type Restriction,
  type Want,
} from '../document/index.ts';
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
  | { edit: 'move-on-ceiling'; wantId: WantId; xMm: number; yMm: number }
  | { edit: 'choose-option'; key: string }
  | { edit: 'set-gauge'; cableId: CableId; gauge: Gauge }
  | { edit: 'set-ground'; cableId: CableId; ground: 'wire' | 'none' }
  | { edit: 'set-condition'; pointId: PointId; condition: 'sound' | 'burnt' | 'short-conductors' }
  /** The cables of a box are as they were assumed. */
  | { edit: 'cables-seen'; pointId: PointId }
  /** A point that was assumed is there as drawn; or there is none. */
  | { edit: 'place-seen'; pointId: PointId }
  | { edit: 'not-there'; pointId: PointId }
  | { edit: 'new-gauge'; gauge: Gauge }
  | { edit: 'new-method'; method: CableType }
  | { edit: 'set-ring'; pointId: PointId; ring: string }
  | { edit: 'clamps-outside'; pointId: PointId }
  | { edit: 'set-raceway'; cableId: CableId; size: '3/8' | '1/2' | '3/4' }
  | { edit: 'ground-proved'; cableId: CableId }
  | { edit: 'set-listed'; pointId: PointId; listedFor: 'luminaire' | 'fan' }
  | { edit: 'same-load'; changeId: string }
  /** How far a plate is shifted, with one that hides more. */
  | { edit: 'shift-plate'; changeId: string; byMm: number; oversize: true }
  /** The outlets that a change puts in, on the switch whose conductor comes to their box, or hot at all times. */
  | { edit: 'ask-switched'; changeId: string; on: boolean }
  | { edit: 'set-divider'; pointId: PointId; barrier: 'metal' | 'nonmetallic' }
  | { edit: 'set-tab'; pointId: PointId; device: number; tab: 'whole' | 'broken' }
  | { edit: 'breaker-proved'; breakerId: string }
  /** What a circuit is set aside for. */
  | { edit: 'set-restriction'; breakerId: string; restriction: Restriction }
  /** Another kind of receptacle where a change of the job puts one in. */
  | { edit: 'change-device'; pointId: PointId; device: ProtectingReceptacle }
  /** Lamps of a light, and what stands on a dimmer, there or asked for. */
  | { edit: 'set-lamps'; pointId: PointId; index: number; lamps: LampKind }
  | { edit: 'mark-dimmer'; pointId: PointId; index: number; marked: DimmerMarking }
  /** Another device in one place of a box that is there. */
  | { edit: 'put-device'; pointId: PointId; index: number; device: DeviceKind }
  /** A wanted light, by the id of its point, on a switch: one that is there, or one that is wanted. */
  | { edit: 'switch-by'; subject: string; by: PointId }
  /** One more wanted switch, and the light, by the id of its point, on it. */
  | { edit: 'add-switch'; subject: string; at: Position }
  /** Another way to hold a wanted box. */
  | { edit: 'mount-want'; wantId: WantId; mounting: NonNullable<Want['mounting']> }
  /** Whether plastic cable may be used in a house that is wired in metal. */
  | { edit: 'cable-allowed'; allowed: boolean }
  /** Something that the person asked for and that leaves no way is left to the search again. */
  | { edit: 'let-go'; what: LetGo }
  /** Which hot of a multiwire circuit a load hangs on, there or wanted. */
  | { edit: 'set-leg'; loadId: string; leg: 1 | 2 }
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

/** What each remedy makes of a bundle. */
const APPLIED: {
  readonly [K in Edit['edit']]: (bundle: Bundle, edit: Extract<Edit, { edit: K }>) => Bundle;
} = {
  'set-box': ({ house, job }, edit) => ({
    house,
    job: { ...job, boxes: { ...job.boxes, [edit.subject]: edit.model } },
  }),
  protect: ({ house, job }, edit) => ({
    house,
    job: { ...job, protection: { ...job.protection, groundFault: edit.how } },
  }),
  'protect-arc': ({ house, job }, edit) => ({
    house,
    job: { ...job, protection: { ...job.protection, arcFault: edit.how } },
  }),
  'move-want': ({ house, job }, edit) => ({
    house,
    job: {
      ...job,
      wants: job.wants.map((w) =>
        w.id === edit.wantId && (w.at.on === 'wall' || w.at.on === 'outside')
          ? { ...w, at: { ...w.at, xMm: edit.xMm, heightMm: edit.heightMm } }
          : w,
      ),
    },
  }),
  'move-on-ceiling': ({ house, job }, edit) => ({
    house,
    job: {
      ...job,
      wants: job.wants.map((w) =>
        w.id === edit.wantId && w.at.on === 'ceiling'
          ? { ...w, at: { ...w.at, xMm: edit.xMm, yMm: edit.yMm } }
          : w,
      ),
    },
  }),
  'change-device': ({ house, job }, edit) => ({
    house,
    job: { ...job, changes: withDevice(job.changes ?? [], edit) },
  }),
  'set-lamps': (bundle, edit) => withAsked(bundle, edit, { lamps: edit.lamps }),
  'mark-dimmer': (bundle, edit) => withAsked(bundle, edit, { marked: edit.marked }),
  'put-device': ({ house, job }, edit) => ({ house, job: withPut(job, edit) }),
  'switch-by': ({ house, job }, edit) => ({ house, job: { ...job, wants: switchedBy(job.wants, edit) } }),
  'add-switch': ({ house, job }, edit) => ({ house, job: { ...job, wants: withSwitch(job.wants, edit) } }),
  'choose-option': ({ house, job }, edit) => ({ house, job: { ...job, option: edit.key } }),
  'new-gauge': ({ house, job }, edit) => ({ house, job: { ...job, gauge: edit.gauge } }),
  'new-method': ({ house, job }, edit) => ({ house, job: { ...job, method: edit.method } }),
  'set-ring': ({ house, job }, edit) => ({
    house,
    job: { ...job, rings: { ...job.rings, [edit.pointId]: edit.ring } },
  }),
  'clamps-outside': ({ house, job }, edit) => ({
    house,
    job: { ...job, clampsOutside: [...job.clampsOutside, edit.pointId] },
  }),
  'set-raceway': (bundle, edit) => withCable(bundle, edit.cableId, { size: edit.size }),
  'ground-proved': (bundle, edit) => withCable(bundle, edit.cableId, { groundProved: true }),
  'set-listed': (bundle, edit) =>
    withPoint(bundle, edit.pointId, (p) => ({
      ...p,
      box: { ...p.box, listedFor: edit.listedFor },
    })),
  'set-gauge': (bundle, edit) => withCable(bundle, edit.cableId, { gauge: edit.gauge }),
  'set-ground': (bundle, edit) => withCable(bundle, edit.cableId, { ground: edit.ground }),
  'set-condition': (bundle, edit) =>
    withPoint(bundle, edit.pointId, (p) => ({ ...p, condition: edit.condition })),
  'cables-seen': ({ house, job }, edit) => ({ job, house: seenAtBox(house, edit.pointId) }),
  'place-seen': (bundle, edit) => withPoint(bundle, edit.pointId, (p) => seenPoint(p)),
  'not-there': ({ house, job }, edit) => ({ job, house: withoutPoint(house, edit.pointId) }),
  'set-clamps': (bundle, edit) =>
    withPoint(bundle, edit.pointId, (p) => ({ ...p, box: { ...p.box, clamps: edit.clamps } })),
  'same-load': ({ house, job }, edit) => ({
    house,
    job: { ...job, changes: withOldLoads(house, job.changes ?? [], edit.changeId) },
  }),
  'shift-plate': ({ house, job }, edit) => ({
    house,
    job: {
      ...job,
      changes: (job.changes ?? []).map((c) =>
        c.kind === 'shift' && c.id === edit.changeId ? { ...c, byMm: edit.byMm, oversize: edit.oversize } : c,
      ),
    },
  }),
  'ask-switched': ({ house, job }, edit) => ({
    house,
    job: { ...job, changes: withSwitched(job.changes ?? [], edit) },
  }),
  'set-divider': (bundle, edit) =>
    withPoint(bundle, edit.pointId, (p) => ({
      ...p,
      box: { ...p.box, extras: { ...p.box.extras, barrier: edit.barrier } },
    })),
  'set-tab': (bundle, edit) =>
    withPoint(bundle, edit.pointId, (p) => ({
      ...p,
      devices: p.devices.map((d, i) => (i === edit.device ? { ...d, tab: edit.tab } : d)),
    })),
  'breaker-proved': (bundle, edit) => withBreaker(bundle, edit.breakerId, { proved: true }),
  'set-leg': ({ house, job }, edit) => {
    const { loadId, leg } = edit;
    return {
      house: { ...house, loads: house.loads.map((l) => (l.id === loadId ? { ...l, leg } : l)) },
      job: {
        ...job,
        wants: job.wants.map((w) => ({
          ...w,
          loads: w.loads.map((l, i) => (derivedId('new-load', w.id, i) === loadId ? { ...l, leg } : l)),
        })),
      },
    };
  },
  'mount-want': ({ house, job }, edit) => ({
    house,
    job: {
      ...job,
      wants: job.wants.map((w) => (w.id === edit.wantId ? { ...w, mounting: edit.mounting } : w)),
    },
  }),
  'cable-allowed': ({ house, job }, edit) =>
    edit.allowed
      ? { job, house: { ...house, cableAllowed: true } }
      : {
          job,
          house: { ...house, bannedMethods: [...new Set([...house.bannedMethods, ...PLASTIC_CABLE])] },
        },
  'let-go': ({ house, job }, edit) => ({ house, job: letGo(job, edit.what) }),
  'set-restriction': (bundle, edit) => withBreaker(bundle, edit.breakerId, { restriction: edit.restriction }),
};

/**
 * Applies a remedy to a bundle; pure. Ids that are gone leave the bundle as it was.
 */
export function applyEdit(bundle: Bundle, edit: Edit): Bundle {
  return (APPLIED[edit.edit] as (b: Bundle, e: Edit) => Bundle)(bundle, edit);
}

/** What goes in draws what was there: what was wired in or hung at the point, or nothing that anybody has entered. */
const withOldLoads = (
  house: Bundle['house'],
  changes: NonNullable<Job['changes']>,
  changeId: string,
): NonNullable<Job['changes']> =>
  changes.map((c) =>
    c.kind === 'replace' && c.id === changeId
      ? {
          ...c,
          loads: house.loads.flatMap(({ id: _, pointId, ...facts }) =>
            pointId === c.pointId && facts.connection !== 'cord' ? [facts] : [],
          ),
        }
      : c,
  );

/** A change with what it puts in asked for otherwise. */
function withFunctions(c: Change, put: (asked: BoxFunction) => BoxFunction): Change {
  if (c.kind === 'replace') return { ...c, device: put(c.device) };
  return c.kind === 'enlarge' ? { ...c, devices: c.devices.map(put) } : c;
}

function withSwitched(
  changes: NonNullable<Job['changes']>,
  { changeId, on }: Extract<Edit, { edit: 'ask-switched' }>,
): NonNullable<Job['changes']> {
  const put = ({ tab: _, ...asked }: BoxFunction): BoxFunction =>
    isReceptacleDevice(asked) ? { ...asked, switched: on } : asked;
  return changes.map((c) => (c.id === changeId ? withFunctions(c, put) : c));
}

/** A job with one device otherwise where it is asked for: in a wanted box, in a change that puts one there; undefined where it is in neither. */
function whereAsked(
  job: Job,
  { pointId, index }: { readonly pointId: PointId; readonly index: number },
  put: (asked: BoxFunction) => BoxFunction,
): Job | undefined {
  if (job.wants.some((w) => isSubject(w, pointId)))
    return {
      ...job,
      wants: job.wants.map((w) =>
        isSubject(w, pointId) ? { ...w, devices: w.devices.map((d, i) => (i === index ? put(d) : d)) } : w,
      ),
    };
  const changes = job.changes ?? [];
  const own = changes.find((c) => c.kind === 'replace' && c.pointId === pointId && c.index === index);
  return own && { ...job, changes: changes.map((c) => (c === own ? withFunctions(c, put) : c)) };
}

/** One device told more closely where it is asked for; else in the box that is there. */
function withAsked(
  bundle: Bundle,
  at: { readonly pointId: PointId; readonly index: number },
  more: Pick<BoxFunction, 'lamps' | 'marked'>,
): Bundle {
  const job = whereAsked(bundle.job, at, (d) => ({ ...d, ...more }));
  if (job) return { house: bundle.house, job };
  return withPoint(bundle, at.pointId, (p) => ({
    ...p,
    devices: p.devices.map((d, i) => (i === at.index ? { ...d, ...more } : d)),
  }));
}

/** A job with another device in one place: where it is asked for; else it is one more change. */
function withPut(job: Job, edit: Extract<Edit, { edit: 'put-device' }>): Job {
  const { pointId, index, device } = edit;
  const asked = whereAsked(job, edit, () => ({ kind: device }));
  if (asked) return asked;
  const id = ItemId.parse(derivedId('put', pointId, index));
  const others = (job.changes ?? []).filter((c) => c.id !== id);
  return { ...job, changes: [...others, { kind: 'replace', id, pointId, index, device: { kind: device } }] };
}

const isSubject = (want: Want, subject: string): boolean => derivedId('new', want.id) === subject;

function switchedBy(wants: readonly Want[], { subject, by }: Extract<Edit, { edit: 'switch-by' }>): Want[] {
  const wanted = wants.find((w) => isSubject(w, by));
  const control: Want['control'] = wanted ? { by: 'want', wantId: wanted.id } : { by: 'switch', pointId: by };
  return wants.map((w) => (isSubject(w, subject) ? { ...w, control } : w));
}

function withSwitch(wants: readonly Want[], { subject, at }: Extract<Edit, { edit: 'add-switch' }>): Want[] {
  const light = wants.find((w) => isSubject(w, subject));
  if (!light || wants.length >= MOST_WANTS) return [...wants];
  const id = WantId.parse(derivedId('switch-of', light.id));
  const taken = new Set(wants.map((w) => w.label));
  const free = wants.map((_, i) => placeholderLabel(i + 1)).find((l) => !taken.has(l));
  const control = { by: 'want' as const, wantId: id };
  return [
    ...wants.filter((w) => w.id !== id).map((w) => (w === light ? { ...w, control } : w)),
    makeWant(id, free ?? placeholderLabel(wants.length + 1), at, { kind: 'switch' }),
  ];
}

/** Cables without metal around them. */
const PLASTIC_CABLE: readonly CableType[] = ['NM-B', 'UF-B'];

const withBreaker = ({ house, job }: Bundle, id: string, facts: Partial<Breaker>): Bundle => ({
  job,
  house: {
    ...house,
    panels: house.panels.map((panel) => ({
      ...panel,
      breakers: panel.breakers.map((b) => (b.id === id ? { ...b, ...facts } : b)),
    })),
  },
});

/** The changes of a job with every receptacle that they put in at a point of another kind; an outlet that is converted is replaced. */
function withDevice(
  changes: NonNullable<Job['changes']>,
  { pointId, device }: Extract<Edit, { edit: 'change-device' }>,
): NonNullable<Job['changes']> {
  const other = (d: BoxFunction): BoxFunction => (isReceptacleDevice(d) ? { ...d, kind: device } : d);
  return changes.map((c) => (c.pointId === pointId ? withFunctions(c, other) : c));
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
  return { job, house: withPointOf(house, id, change) };
}
