import {
  isProtecting,
  isParted,
  isReceptacleDevice,
  isSwitchDevice,
  onCommon,
  nthOf,
  switchesIn,
  takenBy,
  takesNeutral,
  type Device,
  type Point,
  type SwitchKey,
} from '../document/index.ts';
import type { Color, Screw } from '../network/index.ts';

/** One screw or lead of a device in a box, and the group of conductors that it belongs to. */
export interface Lead {
  /** A role; `#load` behind it for what hangs behind a protecting device. Null where nobody has said which conductor it takes. */
  readonly group: string | null;
  readonly screw: Screw;
  readonly device: number;
  readonly color: Color;
}

/** What comes into a box: whether something is always hot, and which switches send a conductor. */
export interface Arriving {
  readonly hot: boolean;
  readonly switched: readonly SwitchKey[];
  /** Switches whose conductor hangs behind the protecting device of the box. */
  readonly onLoad: ReadonlySet<SwitchKey>;
}

type Ends = readonly (readonly [Screw, string | null, Color])[];

const GREEN = ['green', 'ground', 'bare'] as const;

/** The switched conductor of a device; what is constant where there is none; unknown where several could be meant. */
const switchedOf = (device: Device, { switched }: Arriving): string | null => {
  const taken = takenBy(device, switched);
  if (taken === 'none') return 'hot';
  return taken === 'unclear' ? null : `switched:${taken.key}`;
};

const lampEnds = (group: string | null): Ends => [
  ['lamp lead black', group, 'black'],
  ['lamp lead white', 'neutral', 'white'],
  GREEN,
];

/** A fan whose light has a switch of its own: the light takes that conductor, the motor the other, or what is always hot. */
function fanEnds(device: Device, arriving: Arriving): Ends {
  const { lightNth: light } = device;
  const { switched } = arriving;
  const of = (own: boolean): string | null => {
    const found = switched.filter((key) => (nthOf(key) === light) === own);
    if (found.length === 0) return 'hot';
    return found.length === 1 ? `switched:${found[0]}` : null;
  };
  return [
    ['fan lead black', device.motor === 'always' ? 'hot' : of(false), 'black'],
    ['light lead blue', device.motor === 'always' ? switchedOf(device, arriving) : of(true), 'blue'],
    ['fan lead white', 'neutral', 'white'],
    GREEN,
  ];
}

/** Does a receptacle hang on a switch: because nothing else comes, or because it is meant to? */
const onSwitch = (device: Device, { hot, switched }: Arriving): boolean =>
  switched.length > 0 && (!hot || device.switched === true);

function receptacleEnds(device: Device, arriving: Arriving): Ends {
  const only = switchedOf(device, arriving);
  const switched = onSwitch(device, arriving);
  if (device.tab === 'broken' && arriving.hot)
    return [['brass', 'hot', 'black'], ['lower brass', only, 'black'], ['silver', 'neutral', 'white'], GREEN];
  return [['brass', switched ? only : 'hot', 'black'], ['silver', 'neutral', 'white'], GREEN];
}

function endsOf(device: Device, own: SwitchKey, arriving: Arriving): Ends {
  if (device.volts === 240)
    return [
      ['brass', 'hot', 'black'],
      ['other brass', 'second-hot', 'red'],
      ...(takesNeutral(device) ? ([['silver', 'neutral', 'white']] as const) : []),
      GREEN,
    ];
  switch (device.kind) {
    case 'receptacle':
    case 'receptacle-single':
      return receptacleEnds(device, arriving);
    case 'receptacle-gfci':
    case 'receptacle-afci':
    case 'receptacle-dual':
      return [
        ['line brass', onSwitch(device, arriving) ? switchedOf(device, arriving) : 'hot', 'black'],
        ['line silver', 'neutral', 'white'],
        GREEN,
      ];
    case 'switch':
    case 'switch-pilot':
    case 'fan-control':
    case 'dimmer': {
      // A conductor of which nobody has said whose it is goes with the one switch there is.
      const key = arriving.switched.find((k) => k === own) ?? arriving.switched.find((k) => k === 'unknown');
      return [
        ['switch screw', 'hot', 'black'],
        ...(key === undefined ? [] : ([['other switch screw', `switched:${key}`, 'black']] as const)),
        ...(device.kind === 'switch-pilot' ? ([['silver', 'neutral', 'white']] as const) : []),
        GREEN,
      ];
    }
    case 'switch-three-way':
      return [
        [
          'common screw',
          switchedOf(device, { ...arriving, switched: onCommon(own, arriving.switched) }),
          'black',
        ],
        GREEN,
      ];
    case 'switch-four-way':
      return [GREEN];
    case 'fan':
      return isParted(device) ? fanEnds(device, arriving) : lampEnds(switchedOf(device, arriving));
    case 'luminaire':
    case 'appliance':
      return lampEnds(switchedOf(device, arriving));
    case 'low-voltage':
    case 'blank':
      return [];
  }
}

/** Behind the protecting device of a box hang its ordinary receptacles, and the switches whose conductor goes on from LOAD. */
function behindDevice(
  device: Device,
  group: string | null,
  own: SwitchKey,
  arriving: Arriving,
): string | null {
  if (group !== 'hot' && group !== 'neutral') return group;
  // One with a half or a whole on a switch takes its hot elsewhere: both its conductors stay on LINE.
  if (isReceptacleDevice(device))
    return device.tab === 'broken' || onSwitch(device, arriving) ? group : `${group}#load`;
  if (isSwitchDevice(device) && arriving.onLoad.has(own)) return `${group}#load`;
  const lamp = device.kind === 'luminaire' || device.kind === 'fan' || device.kind === 'appliance';
  return lamp && arriving.switched.some((k) => arriving.onLoad.has(k)) ? `${group}#load` : group;
}

/** Every screw and lead of the devices of a box, with what it takes. */
export function leadsOf(point: Point, arriving: Arriving): Lead[] {
  const switches = point.devices.filter(isSwitchDevice);
  const keys = switchesIn(point);
  const protecting = point.devices.findIndex(isProtecting);
  return point.devices.flatMap((d, device) => {
    const own = keys[switches.indexOf(d)] ?? point.id;
    return endsOf(d, own, arriving).map(([screw, group, color]) => ({
      screw,
      color,
      device,
      group: protecting < 0 || device === protecting ? group : behindDevice(d, group, own, arriving),
    }));
  });
}

/** Does something in the box take one of several switched conductors, and nobody has said which? */
export const isUnsure = (leads: readonly Lead[]): boolean => leads.some((l) => l.group === null);

/** Wires of a lamp or a fan end in a splice, not under a screw. */
export const isLoose = (screw: Screw): boolean => screw.includes(' lead ');
