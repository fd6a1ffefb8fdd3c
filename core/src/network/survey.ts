import {
  cablesByPoint,
  circuitsByCable,
  isProtecting,
  isReceptacleDevice,
  isSwitchDevice,
  nthOf,
  onCommon,
  takenBy,
  takesNeutral,
  switchesIn,
  type BreakerId,
  type Cable,
  type CableId,
  type Device,
  type House,
  type Point,
  type PointId,
} from '../document/index.ts';
import { conductorsOf, switchesOn, type Conductor } from './conductors.ts';
import { partsOf, type Screw } from './devices.ts';
import { travelerEnds } from './travelers.ts';
import { endAt, endOf, groundRunOf, isMetalBox, screwOf, shellOf, type NodeId } from './network.ts';

/**
 * What is spliced to what in a box as it stands, read from the survey alone: which conductors come, what they carry, which
 * devices hang there. Where the survey leaves something open nothing is joined.
 */

export interface SurveyedBox {
  readonly groups: readonly (readonly NodeId[])[];
  /** More than one circuit comes together here, or something was never read: what hangs on it is not claimed. */
  readonly open: 'shared' | 'unread' | null;
}

interface InBox {
  readonly conductor: Conductor;
  readonly node: NodeId;
  readonly onLoad: boolean;
}

/** What a three-way switch has on its common: a switched conductor, or what is constant. */
function commonOf(device: Device, own: string | undefined, keys: readonly string[]): string {
  const taken = takenBy(device, own === undefined ? keys : onCommon(own, keys));
  return taken === 'none' ? 'hot' : taken === 'unclear' ? 'open' : `switched:${taken.key}`;
}

/** Screws with the group of conductors that each takes. */
type Screws = readonly (readonly [Screw, string])[];

const GROUND = ['green', 'ground'] as const;

/** The one switched conductor that a device takes, if it is clear which. */
const onlyOf = (taken: ReturnType<typeof takenBy>): string | undefined =>
  typeof taken === 'string' ? undefined : `switched:${taken.key}`;

function receptacleScrews(
  device: Device,
  {
    has,
    hot,
    taken,
    only,
  }: {
    readonly has: (group: string) => boolean;
    readonly hot: boolean;
    readonly taken: ReturnType<typeof takenBy>;
    readonly only: string | undefined;
  },
): Screws {
  if (only && (!hot || device.switched === true)) return [['brass', only], ['silver', 'neutral'], GROUND];
  return device.tab === 'broken'
    ? [
        ['brass', 'hot'],
        // With no switch on it a split outlet takes the other hot of a multiwire circuit.
        ['lower brass', only ?? (taken !== 'none' ? 'open' : has('second-hot') ? 'second-hot' : 'hot')],
        ['silver', 'neutral'],
        GROUND,
      ]
    : [['brass', 'hot'], ['silver', 'neutral'], GROUND];
}

function switchScrews(device: Device, own: string | undefined, switchedKeys: readonly string[]): Screws {
  const key =
    own !== undefined && switchedKeys.includes(own)
      ? own
      : switchedKeys.includes('unknown')
        ? 'unknown'
        : undefined;
  return [
    ['switch screw', 'hot'],
    ...(key === undefined ? [] : ([['other switch screw', `switched:${key}`]] as const)),
    ...(device.kind === 'switch-pilot' ? ([['silver', 'neutral']] as const) : []),
    GROUND,
  ];
}

function fanScrews(
  device: Device,
  taken: ReturnType<typeof takenBy>,
  switchedKeys: readonly string[],
): Screws {
  const only = onlyOf(taken);
  if (device.motor === 'always')
    return [
      ['fan lead black', 'hot'],
      ['light lead blue', only ?? 'open'],
      ['fan lead white', 'neutral'],
      GROUND,
    ];
  if (device.lightNth !== undefined) {
    const of = (light: boolean) => {
      const found = switchedKeys.filter((k) => (nthOf(k) === device.lightNth) === light);
      return found.length === 1 ? `switched:${found[0]}` : found.length === 0 ? 'hot' : 'open';
    };
    return [
      ['fan lead black', of(false)],
      ['light lead blue', of(true)],
      ['fan lead white', 'neutral'],
      GROUND,
    ];
  }
  return [
    ['lamp lead black', only ?? (taken === 'none' ? 'hot' : 'open')],
    ['lamp lead white', 'neutral'],
    GROUND,
  ];
}

/** The screws of a device by what they are for, and which switched conductor each of those takes. */
function attach(
  device: Device,
  own: string | undefined,
  has: (group: string) => boolean,
  switchedKeys: readonly string[],
): Screws {
  if (device.volts === 240)
    return [
      ['brass', 'hot'],
      ['other brass', 'second-hot'],
      ...(takesNeutral(device) ? ([['silver', 'neutral']] as const) : []),
      GROUND,
    ];
  const hot = has('hot');
  const taken = takenBy(device, switchedKeys);
  const only = onlyOf(taken);
  switch (device.kind) {
    case 'receptacle':
    case 'receptacle-single':
      return receptacleScrews(device, { has, hot, taken, only });
    case 'receptacle-gfci':
    case 'receptacle-afci':
    case 'receptacle-dual':
      return [
        ['line brass', only && (!hot || device.switched === true) ? only : 'hot'],
        ['line silver', 'neutral'],
        ['load brass', 'hot#load'],
        ['load silver', 'neutral#load'],
        GROUND,
      ];
    case 'switch':
    case 'switch-pilot':
    case 'fan-control':
    case 'dimmer':
      return switchScrews(device, own, switchedKeys);
    case 'switch-three-way':
      return [['common screw', commonOf(device, own, switchedKeys)], GROUND];
    case 'switch-four-way':
      return [GROUND];
    case 'fan':
      return fanScrews(device, taken, switchedKeys);
    case 'luminaire':
    case 'appliance':
      return [
        ['lamp lead black', only ?? (taken === 'none' ? 'hot' : 'open')],
        ['lamp lead white', 'neutral'],
        GROUND,
      ];
    case 'low-voltage':
    case 'blank':
      return [];
  }
}

/**
 * What hangs behind the protecting device of its own box: its ordinary receptacles, and switches and lamps whose conductor is on
 * LOAD. Common practice; a neighbor on LINE is not protected, and a survey cannot tell.
 */
function behind(
  point: Point,
  device: Device,
  own: string | undefined,
  group: string,
  onLoad: ReadonlySet<string>,
): string {
  if (isProtecting(device) || !point.devices.some(isProtecting) || (group !== 'hot' && group !== 'neutral'))
    return group;
  if (isReceptacleDevice(device))
    return device.tab === 'broken' || device.switched === true ? group : `${group}#load`;
  const switched = isSwitchDevice(device) ? own !== undefined && onLoad.has(own) : onLoad.size > 0;
  return switched ? `${group}#load` : group;
}

/** The white of a cable with two travelers usually carries the neutral on: common practice. */
export const passesNeutral = (
  cables: readonly Pick<Cable, 'id' | 'carries'>[],
  { cableId, color }: Conductor,
): boolean => color === 'white' && cables.some((c) => c.id === cableId && c.carries === 'travelers');

/** One box as surveyed. */
function surveyedBox(
  point: Point,
  cables: readonly Cable[],
  circuits: ReadonlyMap<CableId, ReadonlySet<BreakerId>>,
): SurveyedBox {
  const here = cables.flatMap((cable): InBox[] => {
    const end = endAt(cable, point.id);
    if (!end) return [];
    const side = cable[end];
    const onLoad = side.at === 'point' && side.on === 'load' && point.devices.some(isProtecting);
    return conductorsOf(cable, false).map((conductor) => ({
      conductor,
      node: endOf(cable, conductor.color, end),
      onLoad,
    }));
  });
  const feeding = new Set(cables.flatMap((c) => [...(circuits.get(c.id) ?? [])]));
  const shared = feeding.size > 1;
  const unread = here.some((x) => x.conductor.role === 'unread' && !passesNeutral(cables, x.conductor));
  const ends = travelerEnds(
    point,
    here.flatMap(({ conductor }) => (conductor.role === 'traveler' ? [conductor] : [])),
  );
  const groups = new Map<string, NodeId[]>();
  const add = (key: string, node: NodeId) => groups.set(key, [...(groups.get(key) ?? []), node]);
  for (const { conductor, node, onLoad } of here) {
    const { role } = conductor;
    if (role === 'unread' && passesNeutral(cables, conductor)) {
      add('neutral', node);
      continue;
    }
    if (role === 'spare' || role === 'unread') continue;
    if (role === 'traveler') {
      const end = ends?.get(conductor);
      if (!end) continue;
      const key = end.to === 'screw' ? `traveler ${end.screw}` : `passed ${end.n}`;
      add(key, node);
      if (end.to === 'screw') add(key, screwOf(point.id, end.device, end.screw));
    } else if (role === 'ground') add('ground', node);
    else {
      // Two circuits in one box stay apart.
      const of = circuits.get(conductor.cableId as CableId);
      const circuit = shared ? ` of ${of?.size === 1 ? [...of].join('') : conductor.cableId}` : '';
      const load = onLoad && (role === 'hot' || role === 'neutral');
      add(`${role}${load ? '#load' : ''}${circuit}`, node);
    }
  }
  if (isMetalBox(point) !== false) add('ground', shellOf(point.id));
  if (point.groundRun) add('ground', groundRunOf(point.id));
  if (!shared) {
    const own = switchesIn(point);
    const loadKeys = new Set(switchesOn(here.flatMap((x) => (x.onLoad ? [x.conductor] : []))));
    const keys = switchesOn(here.map((x) => x.conductor));
    point.devices.forEach((d, i) => {
      const key = isSwitchDevice(d) ? own[point.devices.filter(isSwitchDevice).indexOf(d)] : undefined;
      for (const [screw, group] of attach(d, key, (g) => groups.has(g), keys))
        if (group !== 'open') add(behind(point, d, key, group, loadKeys), screwOf(point.id, i, screw));
    });
  } else {
    point.devices.forEach((d, i) => {
      if (partsOf(d).uses.length > 0 || isSwitchDevice(d)) add('ground', screwOf(point.id, i, 'green'));
    });
  }
  return {
    groups: [...groups.values()].filter((g) => g.length > 1),
    open: shared ? 'shared' : unread ? 'unread' : null,
  };
}

export interface Surveyed {
  readonly boxes: ReadonlyMap<PointId, SurveyedBox>;
  readonly circuits: ReadonlyMap<CableId, ReadonlySet<BreakerId>>;
}

/** Every box of a house as surveyed. */
export function surveyHouse(house: House): Surveyed {
  const circuits = circuitsByCable(house);
  const at = cablesByPoint(house.cables);
  return {
    circuits,
    boxes: new Map(house.points.map((p) => [p.id, surveyedBox(p, at.get(p.id) ?? [], circuits)])),
  };
}
