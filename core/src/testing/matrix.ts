import {
  CableId,
  ItemId,
  makePoint,
  makeWant,
  PanelId,
  PointId,
  type Cable,
  type Change,
  type Device,
  type House,
  type Job,
  type Point,
  type Position,
  type Want,
} from '../document/index.ts';
import { device, atBreaker, atPoint, ceilingAt, loadAt, nm, panel, smallHouse, wallAt } from './build.ts';

/**
 * Every kind of house against everything that can be asked of it: the box that is worked at is of plastic or metal, fed by each kind of
 * cable, holds each kind of thing, and is in each kind of place.
 */

const AXES = {
  box: ['plastic', 'metal'],
  cable: ['NM-B', 'EMT', 'AC', 'MC'],
  holds: ['plain', 'half-switched', 'switched', 'gfci'],
  place: ['indoors', 'outer-face', 'below-floor', 'ceiling'],
} as const;
export interface Kind {
  readonly box: (typeof AXES.box)[number];
  readonly cable: (typeof AXES.cable)[number];
  readonly holds: (typeof AXES.holds)[number];
  readonly place: (typeof AXES.place)[number];
}
export const KINDS: readonly Kind[] = AXES.box.flatMap((box) =>
  AXES.cable.flatMap((cable) =>
    AXES.holds.flatMap((holds) => AXES.place.map((place) => ({ box, cable, holds, place }))),
  ),
);
export const kindName = ({ box, cable, holds, place }: Kind): string => `${box} ${cable} ${holds} ${place}`;

const CABLE: Record<Kind['cable'], Partial<Cable>> = {
  'NM-B': { type: 'NM-B', ground: 'wire' },
  EMT: { type: 'EMT', ground: 'tubing', size: '1/2' },
  AC: { type: 'AC', ground: 'armor' },
  MC: { type: 'MC', ground: 'wire' },
};

const AT: Record<Kind['place'], Position> = {
  indoors: wallAt(70, 15),
  'outer-face': { ...wallAt(70, 18), on: 'outside' },
  'below-floor': { ...ceilingAt(70, 40), on: 'basement' },
  ceiling: ceilingAt(70, 40),
};

const facts = (model: string, metal: boolean, gangs = 1): Pick<Point, 'box' | 'condition'> => ({
  condition: 'sound',
  box: { model, markedCubicInches: null, gangs, clamps: 'none', metal },
});
function boxOf({ box, place }: Kind): Pick<Point, 'box' | 'condition'> {
  const metal = box === 'metal';
  if (place === 'outer-face') return facts('wp-1g-18', true);
  if (place === 'ceiling' || place === 'below-floor')
    return metal ? facts('oct-4-2-1/8', true) : facts('old-round-20', false);
  return metal ? facts('dev-3-1/2', true) : facts('new-1g-22', false);
}
const id = (s: string) => PointId.parse(s);

/** The house of one kind: the box T is worked at; S commands what is switched, R2 hangs beyond T, L is a light where T is its switch. */
export function houseOf(kind: Kind): House {
  const base = smallHouse();
  const metal = kind.box === 'metal';
  const cable = CABLE[kind.cable];
  const plain = metal ? facts('dev-3-1/2', true) : facts('new-1g-22', false);
  const at = kind.holds === 'switched' && kind.place === 'indoors' ? wallAt(70, 48) : AT[kind.place];
  const t = (what: Point['kind'], devices: Device[]): Point =>
    makePoint('t', 'T', what, at, { ...boxOf(kind), devices });
  const r2 = makePoint('r2', 'R2', 'receptacle', wallAt(120), plain);
  const s = makePoint('s', 'S', 'switch', wallAt(30, 48), plain);
  const lamp = makePoint(
    'l',
    'L',
    'luminaire',
    ceilingAt(40, 80),
    facts(metal ? 'oct-4-2-1/8' : 'old-round-20', metal),
  );
  const run = (name: string, from: Cable['from'], to: Cable['to'], more: Partial<Cable> = {}): Cable =>
    nm(name, from, to, { ...cable, ...more });
  // The cable from T on was seen in the attic.
  const seen = { seenAt: [{ ...ceilingAt(100, 50), on: 'attic' as const }] };
  const made = (points: Point[], cables: Cable[]): House => ({
    ...base,
    rooms: base.rooms.map((room) => ({
      ...room,
      below: { kind: 'basement', canEnter: true, joists: 'y' },
      walls: room.walls.map((w, i) => (i === 0 ? { ...w, exterior: true } : w)),
    })),
    panels: panel().map((p) => ({ ...p, at: wallAt(20, 60, 'room-w4'), spaces: 12 })),
    points,
    cables,
  });
  switch (kind.holds) {
    case 'plain':
      return made(
        [t('receptacle', [device('receptacle')]), r2],
        [run('c1', atBreaker(), atPoint('t')), run('c2', atPoint('t'), atPoint('r2'), seen)],
      );
    case 'half-switched':
      return made(
        [s, t('receptacle', [device('receptacle', { tab: 'broken' })]), r2],
        [
          run('c1', atBreaker(), atPoint('s')),
          run('c2', atPoint('s'), atPoint('t'), {
            carries: 'both',
            conductors: 3,
            switchedBy: id('s'),
            ...seen,
          }),
          run('c3', atPoint('t'), atPoint('r2')),
        ],
      );
    case 'switched':
      return made(
        [t('switch', [device('switch')]), lamp, r2],
        [
          run('c1', atBreaker(), atPoint('t')),
          run('c2', atPoint('t'), atPoint('l'), { carries: 'switched', switchedBy: id('t'), ...seen }),
          run('c3', atPoint('t'), atPoint('r2')),
        ],
      );
    case 'gfci':
      return made(
        [t('receptacle', [device('receptacle-gfci')]), r2],
        [run('c1', atBreaker(), atPoint('t', 'line')), run('c2', atPoint('t', 'load'), atPoint('r2'), seen)],
      );
  }
}

export interface Ask {
  readonly name: string;
  readonly wants?: readonly Want[];
  readonly changes?: readonly Omit<Change, 'id'>[];
  readonly job?: Partial<Job>;
  /** Kinds for which the question has a meaning; left out, all. */
  readonly of?: (kind: Kind) => boolean;
  /** What it would break, in the words of the replay: it is stopped with that reason. */
  readonly breaks?: (kind: Kind) => string | undefined;
}

const lampLost = (k: Kind): string | undefined =>
  k.holds === 'switched' ? 'L would have no power' : undefined;

const T = id('t');
const want = (name: string, at: Position, more: Partial<Want> = {}): Want =>
  makeWant(name, `new ${name}`, at, more);
const near = wallAt(90);
const fromT = { source: { from: 'point' as const, pointId: T } };
const newSwitch = want('s', wallAt(100, 48), { kind: 'switch' });
const second = want('z', wallAt(40, 48, 'room-w3'), {
  kind: 'switch',
  partner: { by: 'want', wantId: newSwitch.id },
});
const bySwitch = { control: { by: 'want' as const, wantId: newSwitch.id } };
const isSwitch = (k: Kind): boolean => k.holds === 'switched';
const isHalf = (k: Kind): boolean => k.holds === 'half-switched';
const hasReceptacle = (k: Kind): boolean => !isSwitch(k);
const lightAt = ceilingAt(60, 70);
const change = (c: Record<string, unknown>): Omit<Change, 'id'> =>
  ({ pointId: T, ...c }) as Omit<Change, 'id'>;
const pair = want('s', wallAt(100, 48), {
  kind: 'switch',
  devices: [{ kind: 'switch' }, { kind: 'switch' }],
});

/** Everything that somebody asks for, by kind. */
export const ASKS: readonly Ask[] = [
  { name: 'an outlet', wants: [want('r', near)] },
  { name: 'an outlet from T', wants: [want('r', near, fromT)] },
  { name: 'an outlet on the outer face', wants: [want('r', { ...wallAt(90, 18), on: 'outside' })] },
  { name: 'an outlet below the floor', wants: [want('r', { ...ceilingAt(90, 60), on: 'basement' })] },
  { name: 'an outlet on the ceiling', wants: [want('r', lightAt)] },
  { name: 'two outlets', wants: [want('r', near), want('q', wallAt(40, 15, 'room-w3'))] },
  {
    name: 'a light with its switch',
    wants: [newSwitch, want('l', lightAt, { kind: 'luminaire', ...bySwitch })],
  },
  {
    name: 'a light on the switch that is there',
    wants: [want('l', lightAt, { kind: 'luminaire', control: { by: 'switch', pointId: id('t') } })],
    of: isSwitch,
  },
  {
    name: 'a light on the switch of half an outlet',
    wants: [want('l', lightAt, { kind: 'luminaire', control: { by: 'switch', pointId: id('s') } })],
    of: isHalf,
  },
  {
    name: 'a fan with a light on two switches',
    wants: [
      pair,
      want('f', lightAt, {
        kind: 'fan',
        control: { by: 'want', wantId: pair.id },
        devices: [{ kind: 'fan', lightNth: 2 }],
      }),
    ],
  },
  {
    name: 'a fan with its motor always hot, its light on a new switch',
    wants: [
      newSwitch,
      want('f', lightAt, { kind: 'fan', devices: [{ kind: 'fan', motor: 'always' }], ...bySwitch }),
    ],
  },
  {
    name: 'a fan with its motor always hot, its light on the switch that is there',
    wants: [
      want('f', lightAt, {
        kind: 'fan',
        devices: [{ kind: 'fan', motor: 'always' }],
        control: { by: 'switch', pointId: id('t') },
      }),
    ],
    of: isSwitch,
  },
  {
    name: 'half an outlet made always hot, its switch for a fan with its motor always hot',
    changes: [change({ kind: 'convert', switchId: id('s') })],
    wants: [
      want('f', lightAt, {
        kind: 'fan',
        devices: [{ kind: 'fan', motor: 'always' }],
        control: { by: 'switch', pointId: id('s') },
      }),
    ],
    of: isHalf,
  },
  {
    name: 'half an outlet on a new switch',
    wants: [newSwitch, want('r', near, { devices: [{ kind: 'receptacle', tab: 'broken' }], ...bySwitch })],
  },
  {
    name: 'half an outlet on the switch that is there',
    wants: [
      want('r', near, {
        devices: [{ kind: 'receptacle', tab: 'broken' }],
        control: { by: 'switch', pointId: id('t') },
      }),
    ],
    of: isSwitch,
  },
  {
    name: 'two outlets in one box: half of one on a new switch, the other hot at all times',
    wants: [
      newSwitch,
      want('r', near, {
        devices: [
          { kind: 'receptacle', tab: 'broken' },
          { kind: 'receptacle', switched: false },
        ],
        ...bySwitch,
      }),
    ],
  },
  {
    name: 'two outlets in one box, one of them on a new switch, the other a GFCI hot at all times',
    wants: [
      newSwitch,
      want('r', near, {
        devices: [{ kind: 'receptacle' }, { kind: 'receptacle-gfci', switched: false }],
        ...bySwitch,
      }),
    ],
  },
  {
    name: 'three outlets in one box on the switch that is there, each otherwise',
    wants: [
      want('r', near, {
        devices: [
          { kind: 'receptacle' },
          { kind: 'receptacle', tab: 'broken' },
          { kind: 'receptacle', switched: false },
        ],
        control: { by: 'switch', pointId: id('t') },
      }),
    ],
    of: isSwitch,
  },
  {
    name: 'half an outlet, a fan and a light on one new switch',
    wants: [
      newSwitch,
      want('r', near, { devices: [{ kind: 'receptacle', tab: 'broken' }], ...bySwitch }),
      want('f', lightAt, { kind: 'fan', devices: [{ kind: 'fan', motor: 'always' }], ...bySwitch }),
      want('l', ceilingAt(90, 50), { kind: 'luminaire', ...bySwitch }),
    ],
  },
  {
    name: 'an outlet and a switch in one box with its light',
    wants: [
      want('r', wallAt(100, 48), { devices: [{ kind: 'receptacle' }, { kind: 'switch' }] }),
      want('l', lightAt, { kind: 'luminaire', control: { by: 'want', wantId: want('r', near).id } }),
    ],
  },
  {
    name: 'a fixed heater on a circuit of its own',
    wants: [
      want('h', near, {
        kind: 'appliance',
        devices: [{ kind: 'appliance', volts: 240 }],
        source: { from: 'panel', panelId: PanelId.parse('p') },
        loads: [loadAt('x', 2000, { connection: 'fixed', continuous: true })],
      }),
    ],
  },
  {
    name: 'an outlet for two hots',
    wants: [
      want('h', near, {
        devices: [{ kind: 'receptacle', volts: 240 }],
        source: { from: 'panel', panelId: PanelId.parse('p') },
        loads: [loadAt('x', 3000)],
      }),
    ],
  },
  ...(['6-20', '14-30', '14-50'] as const).map((plug): Ask => ({
    name: `an outlet for a ${plug} plug`,
    wants: [
      want('h', near, {
        devices: [{ kind: 'receptacle', plug }],
        source: { from: 'panel', panelId: PanelId.parse('p') },
      }),
    ],
  })),
  {
    name: 'outlets for two plugs, and one more from a box',
    wants: [
      want('h', near, {
        devices: [{ kind: 'receptacle', plug: '14-30' }],
        source: { from: 'panel', panelId: PanelId.parse('p') },
      }),
      want('g', wallAt(40, 15, 'room-w3'), {
        devices: [{ kind: 'receptacle', plug: '6-20' }],
        source: { from: 'panel', panelId: PanelId.parse('p') },
      }),
      want('r', wallAt(80, 15, 'room-w3')),
    ],
  },
  {
    name: 'a dimmer with its light',
    wants: [
      { ...newSwitch, devices: [{ kind: 'dimmer' }] },
      want('l', lightAt, { kind: 'luminaire', ...bySwitch }),
    ],
  },
  {
    name: 'a GFCI with another outlet behind it',
    wants: [want('r', near, { devices: [{ kind: 'receptacle-gfci' }], ...fromT }), want('q', wallAt(96, 15))],
  },
  {
    name: 'a second switch for what T commands',
    wants: [want('s', wallAt(130, 48), { kind: 'switch', partner: { by: 'switch', pointId: T } })],
    of: isSwitch,
  },
  {
    name: 'a second switch for what T commands, and one more light on it',
    wants: [
      want('s', wallAt(130, 48), { kind: 'switch', partner: { by: 'switch', pointId: T } }),
      want('l', lightAt, { kind: 'luminaire', ...bySwitch }),
      want('k', ceilingAt(90, 50), { kind: 'luminaire', control: { by: 'switch', pointId: T } }),
    ],
    of: isSwitch,
  },
  {
    name: 'two new switches for a new light',
    wants: [newSwitch, second, want('l', lightAt, { kind: 'luminaire', ...bySwitch })],
  },
  {
    name: 'two new switches for a fan with its motor always hot, one of them beside an outlet',
    wants: [
      newSwitch,
      { ...second, kind: 'receptacle', devices: [{ kind: 'receptacle' }, { kind: 'switch' }] },
      want('f', lightAt, { kind: 'fan', devices: [{ kind: 'fan', motor: 'always' }], ...bySwitch }),
    ],
  },
  {
    name: 'a switch with a pilot light, and its light',
    wants: [
      { ...newSwitch, devices: [{ kind: 'switch-pilot' }] },
      want('l', lightAt, { kind: 'luminaire', ...bySwitch }),
    ],
  },
  {
    name: 'a fan on a speed control',
    wants: [
      { ...newSwitch, devices: [{ kind: 'fan-control' }] },
      want('f', lightAt, { kind: 'fan', ...bySwitch }),
    ],
  },
  {
    name: 'T swapped for a switch with a pilot light',
    changes: [change({ kind: 'replace', index: 0, device: { kind: 'switch-pilot' } })],
    of: isSwitch,
  },
  {
    name: 'an outlet with something of low voltage beside it',
    wants: [want('r', near, { devices: [{ kind: 'receptacle' }, { kind: 'low-voltage' }] })],
  },
  {
    name: 'an outlet from T with something of low voltage beside it, and another behind',
    wants: [
      want('r', near, { devices: [{ kind: 'receptacle' }, { kind: 'low-voltage' }], ...fromT }),
      want('q', wallAt(40, 15, 'room-w3')),
    ],
  },
  { name: 'a single outlet', wants: [want('r', near, { devices: [{ kind: 'receptacle-single' }] })] },
  {
    name: 'a GFCI and an outlet in one box',
    wants: [want('r', near, { devices: [{ kind: 'receptacle-gfci' }, { kind: 'receptacle' }] })],
  },
  {
    name: 'T moved',
    wants: [want('m', wallAt(100, 48), { replaces: T })],
  },
  {
    name: 'T moved with its own cables',
    wants: [want('m', wallAt(74, 30), { replaces: T, reachMm: 900 })],
    of: (k) => k.place === 'indoors',
  },
  {
    name: 'T moved farther than its own cables reach',
    wants: [want('m', wallAt(74, 40), { replaces: T, reachMm: 100 })],
    of: (k) => k.place === 'indoors',
  },
  {
    name: 'T moved with its own cables, and an outlet from it there',
    wants: [want('m', wallAt(74, 30), { replaces: T, reachMm: 900 }), want('r', near)],
    of: (k) => k.place === 'indoors',
  },
  {
    name: 'T moved, and an outlet from R2',
    wants: [want('m', wallAt(100, 48), { replaces: T }), want('r', wallAt(40, 15, 'room-w3'))],
  },
  {
    name: 'one of two devices at T moved',
    changes: [change({ kind: 'enlarge', devices: [{ kind: 'receptacle' }] })],
    wants: [want('m', wallAt(100, 48), { replaces: T, replacesDevice: 0 })],
  },
  {
    name: 'an outlet from a cable that is cut into in the attic',
    wants: [want('r', near, { source: { from: 'cable', cableId: CableId.parse('c2') } })],
    of: hasReceptacle,
  },
  {
    name: 'a light from a switched cable that is cut into in the attic',
    wants: [
      want('l', lightAt, {
        kind: 'luminaire',
        control: { by: 'switch', pointId: T },
        source: { from: 'cable', cableId: CableId.parse('c2') },
      }),
    ],
    of: isSwitch,
  },
  {
    name: 'T swapped for a GFCI',
    changes: [change({ kind: 'replace', index: 0, device: { kind: 'receptacle-gfci' } })],
    of: hasReceptacle,
  },
  {
    name: 'T swapped for a plain outlet',
    changes: [change({ kind: 'replace', index: 0, device: { kind: 'receptacle' } })],
    of: hasReceptacle,
  },
  {
    name: 'T swapped for a dimmer',
    changes: [change({ kind: 'replace', index: 0, device: { kind: 'dimmer' } })],
    of: isSwitch,
  },
  {
    name: 'T enlarged by an outlet',
    changes: [change({ kind: 'enlarge', devices: [{ kind: 'receptacle' }] })],
  },
  ...(
    [
      ['on its switch', { switched: true }],
      ['with half of it on its switch', { tab: 'broken' }],
      ['hot at all times', { switched: false, tab: 'whole' }],
    ] as const
  ).flatMap(([how, part]): Ask[] => [
    {
      name: `T enlarged by an outlet ${how}`,
      changes: [change({ kind: 'enlarge', devices: [{ kind: 'receptacle', ...part }] })],
      of: isHalf,
    },
    {
      name: `the outlet T replaced by one ${how}`,
      changes: [change({ kind: 'replace', index: 0, device: { kind: 'receptacle', ...part } })],
      of: isHalf,
    },
  ]),
  {
    name: 'the outlet T replaced by one for 20 A',
    changes: [change({ kind: 'replace', index: 0, device: { kind: 'receptacle', plug: '5-20' } })],
    of: hasReceptacle,
  },
  {
    name: 'T enlarged by a switch for a new light',
    changes: [change({ kind: 'enlarge', devices: [{ kind: 'switch' }] })],
    wants: [
      want('l', lightAt, {
        kind: 'luminaire',
        control: { by: 'switch', pointId: T, nth: 2 },
      }),
    ],
    of: isSwitch,
  },
  {
    name: 'T enlarged by a switch for a new light, beside an outlet',
    changes: [change({ kind: 'enlarge', devices: [{ kind: 'switch' }] })],
    wants: [
      want('l', lightAt, {
        kind: 'luminaire',
        control: { by: 'switch', pointId: T, nth: 1 },
      }),
    ],
    of: hasReceptacle,
  },
  {
    name: 'T enlarged, and an outlet from it',
    changes: [change({ kind: 'enlarge', devices: [{ kind: 'receptacle' }] })],
    wants: [want('r', near, fromT)],
  },
  {
    name: 'T reduced to a junction',
    changes: [change({ kind: 'reduce', drop: [0] })],
    of: (k) => k.holds === 'plain' || k.holds === 'gfci',
  },
  { name: 'T retired', changes: [change({ kind: 'retire' })], breaks: lampLost },
  {
    name: 'T retired, and an outlet beside it',
    changes: [change({ kind: 'retire' })],
    wants: [want('r', near)],
    breaks: lampLost,
  },
  {
    name: 'R2 retired, and an outlet beside it',
    changes: [change({ kind: 'retire', pointId: id('r2') })],
    wants: [want('r', near)],
  },
  { name: 'T sealed', changes: [change({ kind: 'seal' })] },
  {
    name: 'T made always hot',
    changes: [change({ kind: 'convert', switchId: id('s') })],
    of: isHalf,
  },
  {
    name: 'T made always hot, its switch for a new light',
    changes: [change({ kind: 'convert', switchId: id('s') })],
    wants: [want('l', lightAt, { kind: 'luminaire', control: { by: 'switch', pointId: id('s') } })],
    of: isHalf,
  },
  { name: 'T and R2 swapped', changes: [change({ kind: 'swap', withId: id('r2') })], breaks: lampLost },
  {
    name: 'protection at the first receptacle',
    wants: [want('r', near)],
    job: { protection: { groundFault: 'at-first', arcFault: 'at-first' } },
  },
  {
    name: 'protection at the new receptacle',
    wants: [want('r', near)],
    job: { protection: { groundFault: 'at-new', arcFault: 'at-breaker' } },
  },
];

/** The changes of a question as a job has them. */
export const changesOf = (ask: Ask): Change[] =>
  (ask.changes ?? []).map((c, i) => ({ ...c, id: ItemId.parse(`c${i + 1}`) }) as Change);
