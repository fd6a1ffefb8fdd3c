import {
  isProtecting,
  type Cable,
  type House,
  type Job,
  type Point,
  type PointId,
} from '../document/index.ts';
import type { BoxFeed, Feed } from '../feed/index.ts';
import { conductorsOf, type Colour, type Conductor, type Role } from './conductors.ts';

export type Screw =
  | 'brass'
  | 'other brass'
  | 'silver'
  | 'green'
  | 'line brass'
  | 'line silver'
  | 'load brass'
  | 'load silver'
  | 'switch screw'
  | 'other switch screw'
  | 'lamp lead black'
  | 'lamp lead white';

/** What one end is made to: a conductor of a cable, or a pigtail to a device. */
export type JoinMember =
  | { readonly kind: 'conductor'; readonly conductor: Conductor }
  | { readonly kind: 'pigtail'; readonly colour: Colour; readonly to: Screw };

export interface Join {
  readonly n: number;
  readonly role: Role;
  readonly says: string;
  readonly members: readonly JoinMember[];
  readonly connector: string;
  readonly strip: string;
  readonly isNew: boolean;
}

export interface Termination {
  readonly conductor: Conductor;
  readonly screw: Screw;
}

export interface Wired {
  readonly joins: readonly Join[];
  readonly terminations: readonly Termination[];
}

export interface BoxWiring {
  readonly point: Point;
  readonly isNew: boolean;
  readonly cables: readonly {
    readonly cable: Cable;
    readonly isNew: boolean;
    readonly to: string;
    readonly conductors: readonly Conductor[];
  }[];
  readonly before: Wired | null;
  readonly after: Wired;
  readonly notes: readonly string[];
}

interface Lead {
  readonly role: 'hot' | 'second-hot' | 'neutral' | 'ground' | 'switched';
  readonly screw: Screw;
}

const RECEPTACLE: readonly Lead[] = [
  { role: 'hot', screw: 'brass' },
  { role: 'neutral', screw: 'silver' },
  { role: 'ground', screw: 'green' },
];
const PROTECTING: readonly Lead[] = [
  { role: 'hot', screw: 'line brass' },
  { role: 'neutral', screw: 'line silver' },
  { role: 'ground', screw: 'green' },
];
const SWITCH: readonly Lead[] = [
  { role: 'hot', screw: 'switch screw' },
  { role: 'switched', screw: 'other switch screw' },
  { role: 'ground', screw: 'green' },
];
const LAMP: readonly Lead[] = [
  { role: 'switched', screw: 'lamp lead black' },
  { role: 'neutral', screw: 'lamp lead white' },
  { role: 'ground', screw: 'green' },
];

const TWO_HOT: readonly Lead[] = [
  { role: 'hot', screw: 'brass' },
  { role: 'second-hot', screw: 'other brass' },
  { role: 'ground', screw: 'green' },
];

function leadsOf(point: Point): readonly Lead[] {
  return point.devices.flatMap((d): readonly Lead[] => {
    if (d.volts === 240) return TWO_HOT;
    switch (d.kind) {
      case 'receptacle':
      case 'receptacle-single':
        return RECEPTACLE;
      case 'receptacle-gfci':
      case 'receptacle-afci':
      case 'receptacle-dual':
        return PROTECTING;
      case 'switch':
      case 'switch-three-way':
      case 'dimmer':
        return SWITCH;
      case 'luminaire':
      case 'fan':
      case 'appliance':
        return LAMP;
      case 'blank':
        return [];
    }
  });
}

const COLOUR: Record<Lead['role'], Colour> = {
  hot: 'black',
  'second-hot': 'red',
  neutral: 'white',
  ground: 'bare',
  switched: 'black',
};

const roleWords = (role: Role): string =>
  role === 'hot'
    ? 'constant hot'
    : role === 'second-hot'
      ? 'the other hot'
      : role.startsWith('switched')
        ? 'switched hot'
        : role;

function connectorFor(count: number, job: Job, short: boolean, mixed: boolean): string {
  // Levers where conductors are short or gauges differ; else as the person likes.
  if (job.preferences.connector === 'lever' || short || mixed)
    return count <= 2 ? 'lever-2' : count <= 3 ? 'lever-3' : 'lever-5';
  return count <= 3 ? 'twist-2-3' : 'twist-4-5';
}

interface Setting {
  readonly job: Job;
  readonly point: Point;
  readonly labelOf: (cableId: string) => string;
  readonly mixed: boolean;
}

function joinWords(members: readonly JoinMember[], setting: Setting): string {
  return members
    .map((m) =>
      m.kind === 'pigtail'
        ? `pigtail to ${m.to}`
        : `${m.conductor.colour} ${setting.labelOf(m.conductor.cableId)}`,
    )
    .join(', ');
}

/** The leads of the devices that a group of conductors with one role goes to. */
function leadsFor(role: Role, leads: readonly Lead[], hasSwitched: boolean): Lead[] {
  return leads.filter((l) => {
    if (role === 'hot')
      return l.role === 'hot' || (l.role === 'switched' && l.screw === 'lamp lead black' && !hasSwitched);
    if (role.startsWith('switched')) return l.role === 'switched';
    return l.role === role;
  });
}

/** Works out joins and terminations of one box from the conductors in it and the devices on it. */
function wire(conductors: readonly Conductor[], setting: Setting, onLoad: ReadonlySet<string>): Wired {
  const { point, job } = setting;
  const leads = leadsOf(point);
  const protecting = point.devices.some(isProtecting);
  const joins: Join[] = [];
  const terminations: Termination[] = [];
  const loadSide = (c: Conductor) => protecting && onLoad.has(c.cableId) && c.role !== 'ground';
  const groups = new Map<string, Conductor[]>();
  for (const c of conductors) {
    const key = `${c.role}${loadSide(c) ? '#load' : ''}`;
    groups.set(key, [...(groups.get(key) ?? []), c]);
  }
  const hasSwitched = conductors.some((c) => c.role.startsWith('switched'));
  for (const [key, group] of groups) {
    const role = group[0]?.role ?? 'unread';
    if (role === 'unread') continue;
    const load = key.endsWith('#load');
    const own = load
      ? [
          {
            role: role === 'neutral' ? ('neutral' as const) : ('hot' as const),
            screw: role === 'neutral' ? ('load silver' as const) : ('load brass' as const),
          },
        ]
      : leadsFor(role, leads, hasSwitched);
    const direct = group.length === 1 && own.length === 1 && !own[0]?.screw.startsWith('lamp');
    const through =
      job.preferences.passPower === 'through-device' &&
      group.length === 2 &&
      own.length === 1 &&
      role !== 'ground' &&
      !protecting &&
      own[0]?.screw !== 'lamp lead black';
    if (direct || through) {
      for (const conductor of group) if (own[0]) terminations.push({ conductor, screw: own[0].screw });
      continue;
    }
    const members: JoinMember[] = [
      ...group.map((conductor): JoinMember => ({ kind: 'conductor', conductor })),
      ...own.map((l): JoinMember => ({ kind: 'pigtail', colour: COLOUR[l.role], to: l.screw })),
    ];
    if (members.length < 2) continue;
    joins.push({
      n: joins.length + 1,
      role,
      members,
      says: `${roleWords(role)}: ${joinWords(members, setting)}`,
      connector: connectorFor(members.length, job, point.condition === 'short-conductors', setting.mixed),
      strip:
        job.preferences.connector === 'lever' || point.condition === 'short-conductors'
          ? 'strip to the gauge on the connector'
          : 'strip 1/2 in, pull each one to test',
      isNew: group.some((c) => c.isNew),
    });
  }
  return { joins, terminations };
}

function notesFor(point: Point, conductors: readonly Conductor[], onLoad: ReadonlySet<string>): string[] {
  const notes: string[] = ['One conductor under a screw; loop it clockwise.'];
  if (conductors.some((c) => c.remark))
    notes.push('A white conductor is hot here: mark it black or red at both ends.');
  if (conductors.some((c) => c.role === 'unread'))
    notes.push('A cable here was never read: leave its conductors as they are until they are.');
  const protecting = point.devices.some(isProtecting);
  if (protecting)
    notes.push(
      onLoad.size > 0
        ? 'What is to be protected goes on LOAD; on LINE it would be live but unprotected.'
        : 'Feed on LINE; LOAD stays empty, its tape stays on.',
    );
  if (point.box.metal)
    notes.push('The metal box itself takes a ground: a pigtail to a green screw in the box.');
  return notes;
}

function otherEnd(cable: Cable, id: PointId, house: House): string {
  const end = cable.from.at === 'point' && cable.from.pointId === id ? cable.to : cable.from;
  if (end.at === 'breaker')
    return `panel, breaker ${house.panels.flatMap((p) => p.breakers).find((b) => b.id === end.breakerId)?.number ?? '?'}`;
  return house.points.find((p) => p.id === end.pointId)?.label ?? '?';
}

const loadCables = (box: BoxFeed): Set<string> =>
  new Set(
    box.cables
      .filter(({ cable }) =>
        [cable.from, cable.to].some((e) => e.at === 'point' && e.pointId === box.point.id && e.on === 'load'),
      )
      .map((c) => c.cable.id),
  );

/** Wiring of one touched box, before and after, as data; drawings and the parts list follow it. */
export function wireBox(
  house: House,
  feed: Feed,
  before: Feed,
  job: Job,
  id: PointId,
): BoxWiring | undefined {
  const box = feed.boxes.get(id);
  if (!box) return undefined;
  const old = before.boxes.get(id);
  const known = new Set<string>(old?.cables.map((c) => c.cable.id));
  const cables = box.cables.map(({ cable }) => ({
    cable,
    isNew: !known.has(cable.id),
    to: otherEnd(cable, id, house),
    conductors: conductorsOf(cable, !known.has(cable.id)),
  }));
  const names = new Map<string, string>(cables.map((c) => [c.cable.id, c.to]));
  const gauges = new Set(cables.map((c) => c.cable.gauge));
  const setting: Setting = {
    job,
    point: box.point,
    labelOf: (c) => names.get(c) ?? '?',
    mixed: gauges.size > 1,
  };
  const all = cables.flatMap((c) => c.conductors);
  const onLoad = loadCables(box);
  return {
    point: box.point,
    isNew: !old,
    cables,
    notes: notesFor(box.point, all, onLoad),
    before: old
      ? wire(
          all.filter((c) => !c.isNew),
          { ...setting, point: old.point, mixed: false },
          loadCables(old),
        )
      : null,
    after: wire(all, setting, onLoad),
  };
}
