import { isParted, takesNeutral, type Device } from '../document/index.ts';

/** Where a conductor or a pigtail can end on a device: its screws and leads. */
export const SCREWS = [
  'brass',
  'other brass',
  'lower brass',
  'silver',
  'green',
  'line brass',
  'line silver',
  'load brass',
  'load silver',
  'switch screw',
  'other switch screw',
  'common screw',
  'traveler screw',
  'other traveler screw',
  'onward traveler screw',
  'other onward traveler screw',
  'lamp lead black',
  'lamp lead white',
  'fan lead black',
  'fan lead white',
  'light lead blue',
] as const;
export type Screw = (typeof SCREWS)[number];

/** A contact inside a device: closed while its switch stands in that position. */
export interface Contact {
  readonly a: Screw;
  readonly b: Screw;
  /** A handle that a person moves, or a relay that trips. */
  readonly by: 'handle' | 'trip';
  readonly closedAt: 0 | 1;
}

/** What uses power at a device: an outlet that something is plugged into, a lamp, a motor. */
export interface Use {
  readonly what:
    | 'top outlet'
    | 'bottom outlet'
    | 'outlet'
    | 'light'
    | 'fan motor'
    | 'pilot light'
    | 'appliance'
    | '120 V side'
    | 'other 120 V side';
  readonly line: Screw;
  readonly back: Screw;
}

export interface DeviceParts {
  /** One piece of metal inside: the tab of a duplex receptacle. */
  readonly links: readonly (readonly [Screw, Screw])[];
  readonly contacts: readonly Contact[];
  readonly uses: readonly Use[];
  /** Conductors that one screw takes; the pair of screws of a duplex receptacle takes two. */
  readonly mostOn: (screw: Screw) => number;
}

const ONE_EACH = () => 1;
const pairs = (screw: Screw): number => (screw === 'brass' || screw === 'silver' ? 2 : 1);
const NOTHING: DeviceParts = { links: [], contacts: [], uses: [], mostOn: ONE_EACH };

const receptacle = (split: boolean): DeviceParts => ({
  links: split ? [] : [['brass', 'lower brass']],
  contacts: [],
  uses: [
    { what: 'top outlet', line: 'brass', back: 'silver' },
    { what: 'bottom outlet', line: 'lower brass', back: 'silver' },
  ],
  // With the tab broken each half has one brass screw; the silver side keeps both.
  mostOn: (screw) => (split && screw === 'brass' ? 1 : pairs(screw)),
});
const SINGLE: DeviceParts = {
  ...NOTHING,
  uses: [{ what: 'outlet', line: 'brass', back: 'silver' }],
};
/** Its outlets hang behind its own relay, as what is on LOAD does. */
const PROTECTING: DeviceParts = {
  links: [],
  contacts: [
    { a: 'line brass', b: 'load brass', by: 'trip', closedAt: 0 },
    { a: 'line silver', b: 'load silver', by: 'trip', closedAt: 0 },
  ],
  uses: [
    { what: 'top outlet', line: 'load brass', back: 'load silver' },
    { what: 'bottom outlet', line: 'load brass', back: 'load silver' },
  ],
  mostOn: ONE_EACH,
};
const SWITCH: DeviceParts = {
  ...NOTHING,
  contacts: [{ a: 'switch screw', b: 'other switch screw', by: 'handle', closedAt: 1 }],
};
const THREE_WAY: DeviceParts = {
  ...NOTHING,
  contacts: [
    { a: 'common screw', b: 'traveler screw', by: 'handle', closedAt: 0 },
    { a: 'common screw', b: 'other traveler screw', by: 'handle', closedAt: 1 },
  ],
};
/** Two travelers come and two go on: straight through, or crossed. */
const FOUR_WAY: DeviceParts = {
  ...NOTHING,
  contacts: [
    { a: 'traveler screw', b: 'onward traveler screw', by: 'handle', closedAt: 0 },
    { a: 'other traveler screw', b: 'other onward traveler screw', by: 'handle', closedAt: 0 },
    { a: 'traveler screw', b: 'other onward traveler screw', by: 'handle', closedAt: 1 },
    { a: 'other traveler screw', b: 'onward traveler screw', by: 'handle', closedAt: 1 },
  ],
};
/** Its lamp burns while what it commands is on, and needs a neutral for that. */
const PILOT: DeviceParts = {
  ...SWITCH,
  uses: [{ what: 'pilot light', line: 'other switch screw', back: 'silver' }],
};
const lamp = (what: Use['what']): DeviceParts => ({
  ...NOTHING,
  uses: [{ what, line: 'lamp lead black', back: 'lamp lead white' }],
});
const FAN_WITH_LIGHT: DeviceParts = {
  ...NOTHING,
  uses: [
    { what: 'fan motor', line: 'fan lead black', back: 'fan lead white' },
    { what: 'light', line: 'light lead blue', back: 'fan lead white' },
  ],
};
const TWO_HOT_NEUTRAL: DeviceParts = {
  ...NOTHING,
  uses: [
    { what: 'appliance', line: 'brass', back: 'other brass' },
    { what: '120 V side', line: 'brass', back: 'silver' },
    { what: 'other 120 V side', line: 'other brass', back: 'silver' },
  ],
};
const TWO_HOT: DeviceParts = {
  ...NOTHING,
  uses: [{ what: 'appliance', line: 'brass', back: 'other brass' }],
};

/** What a device is inside, electrically. Common practice; the makers' instructions say the same. */
export function partsOf(device: Device): DeviceParts {
  if (device.volts === 240) return takesNeutral(device) ? TWO_HOT_NEUTRAL : TWO_HOT;
  switch (device.kind) {
    case 'receptacle':
      return receptacle(device.tab === 'broken');
    case 'receptacle-single':
      return SINGLE;
    case 'receptacle-gfci':
    case 'receptacle-afci':
    case 'receptacle-dual':
      return PROTECTING;
    case 'switch':
    case 'dimmer':
    case 'fan-control':
      return SWITCH;
    case 'switch-pilot':
      return PILOT;
    case 'switch-three-way':
      return THREE_WAY;
    case 'switch-four-way':
      return FOUR_WAY;
    case 'luminaire':
      return lamp('light');
    case 'fan':
      return isParted(device) ? FAN_WITH_LIGHT : lamp('fan motor');
    case 'appliance':
      return lamp('appliance');
    case 'low-voltage':
    case 'blank':
      return NOTHING;
  }
}

/** Every screw and lead of a device, the green one last; none where nothing of the house's power is on it. */
export function screwsOf(device: Device): Screw[] {
  if (device.kind === 'blank' || device.kind === 'low-voltage') return [];
  const { links, contacts, uses } = partsOf(device);
  const at = [
    ...links.flat(),
    ...contacts.flatMap((c) => [c.a, c.b]),
    ...uses.flatMap((u) => [u.line, u.back]),
  ];
  return [...SCREWS.filter((s) => at.includes(s)), 'green'];
}
