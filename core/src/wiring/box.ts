import {
  isProtecting,
  isSwitchDevice,
  nthOf,
  switchesIn,
  type Cable,
  type Device,
  type House,
  type Job,
  type Point,
  type PointId,
  type SwitchKey,
} from '../document/index.ts';
import type { BoxFeed, Feed } from '../feed/index.ts';
import { conductorsOf, type Colour, type Conductor, type Role } from './conductors.ts';

export type Screw =
  | 'brass'
  | 'other brass'
  | 'lower brass'
  | 'silver'
  | 'green'
  | 'line brass'
  | 'line silver'
  | 'load brass'
  | 'load silver'
  | 'switch screw'
  | 'other switch screw'
  | 'common screw'
  | 'traveler screw'
  | 'other traveler screw'
  | 'lamp lead black'
  | 'lamp lead white'
  | 'fan lead black'
  | 'fan lead white'
  | 'light lead blue';

/** What one end is made to: a conductor of a cable, or a pigtail to a device. */
export type JoinMember =
  | { readonly kind: 'conductor'; readonly conductor: Conductor }
  | {
      readonly kind: 'pigtail';
      readonly colour: Colour;
      readonly to: Screw;
      /** Which device of the box, from 0. */
      readonly device: number;
    };

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
  /** Which device of the box, from 0. */
  readonly device: number;
}

export interface Wired {
  readonly joins: readonly Join[];
  readonly terminations: readonly Termination[];
  /** Conductors that nothing here uses: each ends under a connector of its own. */
  readonly caps: readonly {
    readonly conductor: Conductor;
    readonly says: string;
    readonly connector: string;
  }[];
}

export interface BoxWiring {
  readonly point: Point;
  /** The point as it stands; null for a new one. */
  readonly was: Point | null;
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
  /** Which switched conductors it takes; left out, any. */
  readonly takes?: (key: SwitchKey) => boolean;
  /** Runs on the constant hot where no switched conductor comes. */
  readonly elseHot?: boolean;
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
const LAMP: readonly Lead[] = [
  { role: 'switched', screw: 'lamp lead black', elseHot: true },
  { role: 'neutral', screw: 'lamp lead white' },
  { role: 'ground', screw: 'green' },
];
/** A lamp in a box with the conductors of two switches: which it hangs on is only seen there. */
const UNSURE_LAMP: readonly Lead[] = LAMP.filter((l) => l.role !== 'switched');
/** A duplex whose tab is broken: one half on what is constant, the other on its switch. */
const HALVES: readonly Lead[] = [
  { role: 'hot', screw: 'brass' },
  { role: 'switched', screw: 'lower brass', elseHot: true },
  { role: 'neutral', screw: 'silver' },
  { role: 'ground', screw: 'green' },
];
/** A receptacle to which only a switched conductor comes. */
const SWITCHED_WHOLE: readonly Lead[] = [
  { role: 'switched', screw: 'brass' },
  { role: 'neutral', screw: 'silver' },
  { role: 'ground', screw: 'green' },
];

/** A fan whose light has a switch of its own: the light takes that conductor, the motor the other. */
const fanLeads = (light: number): readonly Lead[] => [
  { role: 'switched', screw: 'fan lead black', elseHot: true, takes: (key) => nthOf(key) !== light },
  { role: 'switched', screw: 'light lead blue', elseHot: true, takes: (key) => nthOf(key) === light },
  { role: 'neutral', screw: 'fan lead white' },
  { role: 'ground', screw: 'green' },
];

/** One switch of a box: the conductor that it commands is its own, or one of which nobody has said whose it is. */
const switchLeads = (own: SwitchKey): readonly Lead[] => [
  { role: 'hot', screw: 'switch screw' },
  { role: 'switched', screw: 'other switch screw', takes: (key) => key === own || key === 'unknown' },
  { role: 'ground', screw: 'green' },
];
/** A three-way switch: its common screw takes what is fed or what goes to the light, whichever comes here; its travelers stay. */
const THREE_WAY: readonly Lead[] = [
  { role: 'switched', screw: 'common screw', elseHot: true },
  { role: 'ground', screw: 'green' },
];

const TWO_HOT: readonly Lead[] = [
  { role: 'hot', screw: 'brass' },
  { role: 'second-hot', screw: 'other brass' },
  { role: 'ground', screw: 'green' },
];

interface DeviceLead extends Lead {
  readonly device: number;
}

function leadsOf(point: Point, hasHot: boolean, unsure: boolean): readonly DeviceLead[] {
  const own = switchesIn(point);
  const lamp = unsure ? UNSURE_LAMP : LAMP;
  const leads = (d: Device): readonly Lead[] => {
    if (d.volts === 240) return TWO_HOT;
    switch (d.kind) {
      case 'receptacle':
      case 'receptacle-single':
        if (!hasHot) return SWITCHED_WHOLE;
        return d.tab === 'broken' ? HALVES : RECEPTACLE;
      case 'receptacle-gfci':
      case 'receptacle-afci':
      case 'receptacle-dual':
        return PROTECTING;
      case 'switch':
      case 'dimmer':
        return switchLeads(own[point.devices.filter(isSwitchDevice).indexOf(d)] ?? point.id);
      case 'switch-three-way':
        return THREE_WAY;
      case 'fan':
        return d.lightNth === undefined ? lamp : fanLeads(d.lightNth);
      case 'luminaire':
      case 'appliance':
        return lamp;
      case 'blank':
        return [];
    }
  };
  return point.devices.flatMap((d, device) => leads(d).map((l) => ({ ...l, device })));
}

const COLOUR: Record<Lead['role'], Colour> = {
  hot: 'black',
  'second-hot': 'red',
  neutral: 'white',
  ground: 'bare',
  switched: 'black',
};

/** Wires of a lamp or a fan end in a join, not under a screw. */
const isLoose = (screw: Screw | undefined): boolean => screw?.includes(' lead ') ?? false;

const roleWords = (role: Role): string =>
  role === 'hot'
    ? 'constant hot'
    : role === 'second-hot'
      ? 'the other hot'
      : role.startsWith('switched')
        ? `switched hot${nthOf(role) > 1 ? ` of switch ${nthOf(role)}` : ''}`
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

/** The end at a device, with the device where there are several. */
export const endWords = (screw: Screw, device: number, point: Pick<Point, 'devices'>): string =>
  point.devices.length > 1 ? `${screw} of device ${device + 1}` : screw;

function joinWords(members: readonly JoinMember[], setting: Setting): string {
  return members
    .map((m) =>
      m.kind === 'pigtail'
        ? `${isLoose(m.to) ? '' : 'pigtail to '}${endWords(m.to, m.device, setting.point)}`
        : `${m.conductor.colour} ${setting.labelOf(m.conductor.cableId)}`,
    )
    .join(', ');
}

/** The leads of the devices that a group of conductors with one role goes to. */
function leadsFor(role: Role, leads: readonly DeviceLead[], switched: readonly SwitchKey[]): DeviceLead[] {
  const takes = (l: Lead, key: SwitchKey) => l.takes?.(key) ?? true;
  return leads.filter((l) => {
    if (role === 'hot')
      return l.role === 'hot' || (l.elseHot === true && !switched.some((key) => takes(l, key)));
    if (role.startsWith('switched:')) return l.role === 'switched' && takes(l, role.slice(9));
    return l.role === role;
  });
}

/** The switches whose conductors are among these, each once. */
const switchesOn = (conductors: readonly Conductor[]): SwitchKey[] => [
  ...new Set(conductors.flatMap((c) => (c.role.startsWith('switched:') ? [c.role.slice(9)] : []))),
];

/** Does a lamp hang in a box to which several switches send a conductor, and nobody has said which is its own? */
const isUnsure = ({ devices }: Point, switched: readonly SwitchKey[]): boolean =>
  switched.length > 1 &&
  devices.some(
    (d) => d.kind === 'luminaire' || d.kind === 'appliance' || (d.kind === 'fan' && d.lightNth === undefined),
  );

/** The two travelers of the one cable that comes to a three-way switch; more of them are told apart at the wall alone. */
function travelersOf({ devices }: Point, travelers: readonly Conductor[]): Termination[] {
  const device = devices.findIndex((d) => d.kind === 'switch-three-way');
  const [one, other] = travelers;
  if (device < 0 || !one || !other || travelers.length > 2) return [];
  return [
    { conductor: one, screw: 'traveler screw', device },
    { conductor: other, screw: 'other traveler screw', device },
  ];
}

/** Works out joins and terminations of one box from the conductors in it and the devices on it. */
function wire(conductors: readonly Conductor[], setting: Setting, onLoad: ReadonlySet<string>): Wired {
  const { point, job } = setting;
  const switched = switchesOn(conductors);
  const unsure = isUnsure(point, switched);
  const leads = leadsOf(
    point,
    conductors.some((c) => c.role === 'hot'),
    unsure,
  );
  const protecting = point.devices.some(isProtecting);
  const threeWay = point.devices.some((d) => d.kind === 'switch-three-way');
  const joins: Join[] = [];
  const terminations: Termination[] = [];
  const caps: Wired['caps'][number][] = [];
  const loadSide = (c: Conductor) => protecting && onLoad.has(c.cableId) && c.role !== 'ground';
  const groups = new Map<string, Conductor[]>();
  for (const c of conductors) {
    // Spares end each for itself.
    const key =
      c.role === 'spare' ? `spare#${c.cableId}${c.colour}` : `${c.role}${loadSide(c) ? '#load' : ''}`;
    groups.set(key, [...(groups.get(key) ?? []), c]);
  }
  for (const [key, group] of groups) {
    const role = group[0]?.role ?? 'unread';
    // What was never read stays as it is, and so do travelers.
    if (role === 'unread') continue;
    if (role === 'traveler') {
      terminations.push(...travelersOf(point, group));
      continue;
    }
    const load = key.endsWith('#load');
    const own = load
      ? [
          {
            role: role === 'neutral' ? ('neutral' as const) : ('hot' as const),
            screw: role === 'neutral' ? ('load silver' as const) : ('load brass' as const),
            device: point.devices.findIndex(isProtecting),
          },
        ]
      : leadsFor(role, leads, switched);
    const direct = group.length === 1 && own.length === 1 && !isLoose(own[0]?.screw);
    const through =
      job.preferences.passPower === 'through-device' &&
      group.length === 2 &&
      own.length === 1 &&
      role !== 'ground' &&
      !protecting &&
      !isLoose(own[0]?.screw);
    if (direct || through) {
      for (const conductor of group)
        if (own[0]) terminations.push({ conductor, screw: own[0].screw, device: own[0].device });
      continue;
    }
    const members: JoinMember[] = [
      ...group.map((conductor): JoinMember => ({ kind: 'conductor', conductor })),
      ...own.map((l): JoinMember => ({
        kind: 'pigtail',
        colour: l.screw === 'light lead blue' ? 'blue' : COLOUR[l.role],
        to: l.screw,
        device: l.device,
      })),
    ];
    if (members.length < 2) {
      // A lone conductor that may be a traveler by another name, or the lamp's own, is left and not capped.
      if (threeWay || unsure) continue;
      for (const conductor of group)
        caps.push({
          conductor,
          says: `${conductor.colour} ${setting.labelOf(conductor.cableId)}: ${roleWords(role)}, ${role === 'neutral' ? 'kept for what may need it later' : 'not used here'}`,
          connector: connectorFor(1, job, false, setting.mixed),
        });
      continue;
    }
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
  return { joins, terminations, caps };
}

function notesFor(point: Point, conductors: readonly Conductor[], onLoad: ReadonlySet<string>): string[] {
  const notes: string[] = ['One conductor under a screw; loop it clockwise.'];
  if (conductors.some((c) => c.remark))
    notes.push('A white conductor is hot here: mark it black or red at both ends.');
  if (conductors.some((c) => c.role === 'unread'))
    notes.push('A cable here was never read: leave its conductors as they are until they are.');
  if (point.devices.some((d) => d.kind === 'switch-three-way'))
    notes.push('A three-way switch stays as it is: mark common and travelers before anything is moved.');
  if (isUnsure(point, switchesOn(conductors)))
    notes.push('Two switches send a conductor here: see which one the lamp hangs on, and leave it there.');
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
    was: old?.point ?? null,
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
