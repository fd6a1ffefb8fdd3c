import {
  circuitsByCable,
  isOnLoad,
  isProtecting,
  isTravelerSwitch,
  switchedIn,
  type BreakerId,
  type Cable,
  type CableId,
  type House,
  type Job,
  type Point,
  type PointId,
  type SwitchKey,
} from '../document/index.ts';
import type { BoxFeed, Feed } from '../feed/index.ts';
import {
  conductorsOf,
  groundsByMetal,
  switchesOn,
  isMetalBox,
  partsOf,
  travelerEnds,
  type Conductor,
  type Splice,
  type SpliceMember,
  type Termination,
  type Wired,
  passesNeutral,
} from '../network/index.ts';
import { isLoose, isUnsure, leadsOf, type Lead } from './leads.ts';
import { capText, connectorFor, spliced, type Making } from './splices.ts';
import { msg, type Text } from '../words/index.ts';

export interface BoxWiring {
  readonly point: Point;
  /** The point as it stands; null for a new one. */
  readonly was: Point | null;
  readonly isNew: boolean;
  readonly cables: readonly {
    readonly cable: Cable;
    readonly isNew: boolean;
    readonly to: Text;
    readonly conductors: readonly Conductor[];
  }[];
  /** The cables as they were found; the conductors of `before` are theirs. */
  readonly cablesBefore: BoxWiring['cables'];
  readonly before: Wired | null;
  readonly after: Wired;
  readonly notes: readonly Text[];
}

/** The conductors in a box and what is known of them. */
interface Contents {
  readonly point: Point;
  readonly cables: readonly Cable[];
  readonly conductors: readonly Conductor[];
  /** Cables whose conductors hang on the LOAD side of the box's protecting device. */
  readonly onLoad: ReadonlySet<string>;
  /** Switches whose conductor goes on from LOAD. */
  readonly keysOnLoad: ReadonlySet<SwitchKey>;
  /** Conductors that stay as they were found, whatever they are: spares nobody has traced. */
  readonly asFound: (c: Conductor) => boolean;
  /** Armor or tubing comes in, and its metal is the ground. */
  readonly metalFed: boolean;
}

const EMPTY: Wired = { splices: [], terminations: [], caps: [] };

/** The travelers of a box: under the screws of the switch there, or pair by pair on to the next box. */
function travelersOf(
  point: Point,
  travelers: readonly Conductor[],
): { terminations: Termination[]; passed: SpliceMember[][] } {
  const terminations: Termination[] = [];
  const passed: SpliceMember[][] = [[], []];
  for (const [conductor, end] of travelerEnds(point, travelers) ?? []) {
    if (end.to === 'screw') terminations.push({ conductor, screw: end.screw, device: end.device });
    else passed[end.n]?.push({ kind: 'conductor', conductor });
  }
  return { terminations, passed: passed.filter((p) => p.length > 1) };
}

const groupOf = (c: Conductor, onLoad: boolean): string =>
  onLoad && (c.role === 'hot' || c.role === 'neutral') ? `${c.role}#load` : c.role;

/** The ends of the protecting device that a group behind it starts from. */
function loadLead(point: Point, group: string): Lead[] {
  const device = point.devices.findIndex(isProtecting);
  if (device < 0 || !group.endsWith('#load')) return [];
  return group.startsWith('hot')
    ? [{ group, screw: 'load brass', device, color: 'black' }]
    : [{ group, screw: 'load silver', device, color: 'white' }];
}

const pigtail = (l: Lead): SpliceMember => ({
  kind: 'pigtail',
  color: l.color,
  to: l.screw,
  device: l.device,
});

/** Both conductors of a run straight under the two screws of a plain duplex receptacle, where that is how power is passed on. */
function passesThrough(making: Making, group: readonly Conductor[], leads: readonly Lead[]): boolean {
  const [lead] = leads;
  const device = lead && making.point.devices[lead.device];
  return (
    making.job.preferences.passPower === 'through-device' &&
    group.length === 2 &&
    leads.length === 1 &&
    lead !== undefined &&
    device !== undefined &&
    partsOf(device).mostOn(lead.screw) >= 2
  );
}

/** Works out splices and terminations of one box from the conductors in it and the devices on it. */
function wire(contents: Contents, making: Making): Wired {
  const { point, conductors } = contents;
  const switched = switchesOn(conductors);
  const leads = leadsOf(point, {
    hot: conductors.some((c) => c.role === 'hot'),
    switched,
    onLoad: contents.keysOnLoad,
  });
  const unsure = isUnsure(leads);
  // What was never read may be a traveler, or belong to the common, of the switch that is there.
  const untold = point.devices.some(isTravelerSwitch) && conductors.some((c) => c.role === 'unread');
  const metal = isMetalBox(point) ?? contents.metalFed;
  const splices: Splice[] = [];
  const terminations: Termination[] = [];
  const caps: Wired['caps'][number][] = [];
  const cap = (c: Conductor) =>
    caps.push({ conductor: c, says: capText(c, making), connector: connectorFor(1, making) });

  const groups = new Map<string, Conductor[]>();
  const put = (key: string, c?: Conductor) =>
    groups.set(key, [...(groups.get(key) ?? []), ...(c ? [c] : [])]);
  for (const c of conductors) {
    // What was never read stays as it is.
    if (c.role === 'unread' || contents.asFound(c)) continue;
    if (c.role === 'spare') cap(c);
    else put(groupOf(c, contents.onLoad.has(c.cableId)), c);
  }
  // A device behind the protecting one in the same box makes a group of its own, and so does the ground of a metal box.
  for (const l of leads)
    if (l.group?.endsWith('#load') || (l.group === 'ground' && (metal || point.groundRun))) put(l.group);

  for (const [key, group] of groups) {
    const role =
      group[0]?.role ?? (key.startsWith('hot') ? 'hot' : key.startsWith('neutral') ? 'neutral' : 'ground');
    if (role === 'traveler') {
      const { terminations: screwed, passed } = travelersOf(point, group);
      terminations.push(...screwed);
      for (const pair of passed) splices.push(...spliced(role, pair, splices.length + 1, making));
      continue;
    }
    const own = [...loadLead(point, key), ...leads.filter((l) => l.group === key)];
    const tail: SpliceMember[] =
      role === 'ground'
        ? [
            ...(point.groundRun ? [{ kind: 'ground-run' as const }] : []),
            ...(metal ? [{ kind: 'box-tail' as const }] : []),
          ]
        : [];
    const direct = group.length === 1 && own.length === 1 && tail.length === 0;
    if ((direct || passesThrough(making, group, own)) && own[0] && !isLoose(own[0].screw)) {
      for (const conductor of group)
        terminations.push({ conductor, screw: own[0].screw, device: own[0].device });
      continue;
    }
    const members: SpliceMember[] = [
      ...group.map((conductor): SpliceMember => ({ kind: 'conductor', conductor })),
      ...own.map(pigtail),
      ...tail,
    ];
    if (members.length >= 2) splices.push(...spliced(role, members, splices.length + 1, making));
    // A lone conductor that may be a traveler by another name, or the lamp's own, is left and not capped.
    else if (!untold && !unsure) group.forEach(cap);
  }
  return { splices, terminations, caps };
}

function notesFor({ point, conductors, onLoad, cables }: Contents, wired: Wired, shared: boolean): Text[] {
  const travelers = new Set<string>(cables.filter((c) => c.carries === 'travelers').map((c) => c.id));
  if (shared) return [msg('wiring.note-two-circuits')];
  const notes: Text[] = [msg('wiring.note-one-screw')];
  if (conductors.some((c) => c.remark)) notes.push(msg('wiring.note-white'));
  if (conductors.some((c) => c.role === 'unread')) notes.push(msg('wiring.note-unread'));
  if (conductors.some((c) => c.role === 'neutral' && travelers.has(c.cableId)))
    notes.push(msg('wiring.note-travelers-white'));
  if (point.devices.some(isTravelerSwitch)) {
    const travelers = conductors.filter((c) => c.role === 'traveler');
    const told = travelers.some((c) => c.isNew) && travelerEnds(point, travelers) !== null;
    const four = point.devices.some((d) => d.kind === 'switch-four-way');
    notes.push(
      msg(told ? (four ? 'wiring.note-four-way' : 'wiring.note-travelers') : 'wiring.note-three-way'),
    );
  }
  if (isUnsure(leadsOf(point, { hot: true, switched: switchesOn(conductors), onLoad: new Set() })))
    notes.push(msg('wiring.note-two-switches'));
  if (point.devices.some(isProtecting))
    notes.push(
      onLoad.size > 0 ||
        wired.splices.some((j) => j.members.some((m) => m.kind === 'pigtail' && m.to.startsWith('load')))
        ? msg('wiring.note-load')
        : msg('wiring.note-line'),
    );
  if (wired.splices.some((j) => j.members.some((m) => m.kind === 'box-tail')))
    notes.push(msg('wiring.note-box-ground'));
  return notes;
}

function otherEnd(cable: Cable, id: PointId, house: House): Text {
  const end = cable.from.at === 'point' && cable.from.pointId === id ? cable.to : cable.from;
  if (end.at === 'breaker')
    return msg('wiring.panel', {
      number: house.panels.flatMap((p) => p.breakers).find((b) => b.id === end.breakerId)?.number ?? '?',
    });
  return house.points.find((p) => p.id === end.pointId)?.label ?? '?';
}

const circuits = new WeakMap<House, ReadonlyMap<CableId, ReadonlySet<BreakerId>>>();
/** Which breakers feed each cable of a house, worked out once per house. */
function circuitsOf(house: House): ReadonlyMap<CableId, ReadonlySet<BreakerId>> {
  const known = circuits.get(house) ?? circuitsByCable(house);
  circuits.set(house, known);
  return known;
}

/** Do the conductors of more than one breaker come together in a box? */
const isShared = (house: House, box: BoxFeed): boolean =>
  new Set(box.cables.flatMap(({ cable }) => [...(circuitsOf(house).get(cable.id) ?? [])])).size > 1;

function contentsOf(box: BoxFeed, conductors: readonly Conductor[], asFound: Contents['asFound']): Contents {
  const cables = box.cables.map((c) => c.cable);
  const { point } = box;
  const load = point.devices.some(isProtecting) ? cables.filter((c) => isOnLoad(c, point.id)) : [];
  return {
    point,
    cables,
    conductors,
    asFound,
    onLoad: new Set(load.map((c) => c.id)),
    keysOnLoad: new Set(load.flatMap(switchedIn).map(({ key }) => key)),
    metalFed: cables.some(groundsByMetal),
  };
}

/** A splice needs new connectors unless the very same conductors were in one before. */
function markNew(after: Wired, before: Wired | null): Wired {
  const names = ({ members, connector }: Splice): string =>
    [
      connector,
      ...members.map((m) => (m.kind === 'conductor' ? `${m.conductor.cableId}${m.conductor.color}` : m.kind)),
    ].join();
  const stood = new Set(before?.splices.map(names));
  return { ...after, splices: after.splices.map((j) => ({ ...j, isNew: j.isNew || !stood.has(names(j)) })) };
}

/** Before and after of a house and its feed. */
export interface Stage {
  readonly house: House;
  readonly feed: Feed;
}

/** Wiring of one touched box, before and after, as data; drawings and the parts list follow it. */
export function wireBox(after: Stage, before: Stage, job: Job, id: PointId): BoxWiring | undefined {
  const box = after.feed.boxes.get(id);
  if (!box) return undefined;
  const old = before.feed.boxes.get(id);
  const stood = new Set<string>(before.house.cables.map((c) => c.id));
  const cables = box.cables.map(({ cable }) => {
    const isNew = !stood.has(cable.id) && !cable.id.startsWith('cut-rest-');
    // A box that goes along with its cables is wired anew: what went on in the old one goes on in it.
    const goesOn = (c: Conductor): Conductor =>
      !old && !isNew && c.role === 'unread' && passesNeutral([cable], c) ? { ...c, role: 'neutral' } : c;
    const conductors = conductorsOf(cable, isNew).map(goesOn);
    return { cable, isNew, to: otherEnd(cable, id, after.house), conductors };
  });
  const names = new Map<string, Text>(cables.map((c) => [c.cable.id, c.to]));
  const making: Making = {
    job,
    point: box.point,
    labelOf: (c) => names.get(c) ?? '?',
    mixed: new Set(cables.map((c) => c.cable.gauge)).size > 1,
  };
  const cablesBefore = (old?.cables ?? []).map(({ cable }) => ({
    cable,
    isNew: false,
    to: otherEnd(cable, id, before.house),
    conductors: conductorsOf(cable, false),
  }));
  const found = cablesBefore.flatMap((c) => c.conductors);
  const spare = new Set(found.flatMap((c) => (c.role === 'spare' ? [`${c.cableId}${c.color}`] : [])));
  const all = cables.flatMap((c) => c.conductors);
  // A spare that was there is left alone: nobody has traced where it goes, and it may be a hot of its own.
  const contents = contentsOf(box, all, (c) => c.role === 'spare' && spare.has(`${c.cableId}${c.color}`));
  const shared = isShared(after.house, box) || (old !== undefined && isShared(before.house, old));
  const oldNames = new Map<string, Text>(cablesBefore.map((c) => [c.cable.id, c.to]));
  const was = old
    ? shared
      ? EMPTY
      : wire(
          contentsOf(old, found, (c) => c.role === 'spare'),
          { ...making, point: old.point, mixed: false, labelOf: (c) => oldNames.get(c) ?? '?' },
        )
    : null;
  const is = shared ? EMPTY : markNew(wire(contents, making), was);
  return {
    point: box.point,
    was: old?.point ?? null,
    isNew: !old,
    cables,
    cablesBefore,
    notes: notesFor(contents, is, shared),
    before: was,
    after: is,
  };
}

export { endText } from './words.ts';
