import fc from 'fast-check';
import {
  BreakerId,
  type BoxFunction,
  type DimmerMarking,
  type Fixture,
  type LampKind,
  isTravelerSwitch,
  ItemId,
  makeHouse,
  makeJob,
  makeRoom,
  makeWant,
  PanelId,
  RoomId,
  WallId,
  type Bundle,
  type Cable,
  type Change,
  type DeviceKind,
  type House,
  type Job,
  type Point,
  type Shelf,
  type StripLight,
  type Want,
} from '../document/index.ts';
import { buildFeed } from '../feed/index.ts';
import { feet, inches } from '../units/index.ts';
import { atBreaker, Circuits, device, type Station } from '../training/circuits.ts';
import { panel } from './build.ts';

/**
 * Houses as they are wired: chains of outlets, switch loops, three-ways, half-switched outlets, protecting receptacles, fans with
 * two switches, boxes with several devices or two circuits, in plastic and metal boxes, cable, armor and tubing; and jobs of every
 * kind in them.
 */

const STATIONS: readonly Station[] = [
  'outlet',
  'outlet',
  'outlet-metal',
  'gfci-load',
  'gfci-line',
  'switch-light',
  'light-loop',
  'light-loop-neutral',
  'half',
  'three-way',
  'three-way-end',
  'fan-two',
  'combo',
  'junction',
  'shared',
];

type Ask =
  | 'outlet'
  | 'two-gang'
  | 'mixed'
  | 'pair-fan'
  | 'switched-outlet'
  | 'on-switch'
  | 'move'
  | 'heater'
  | 'big-outlet'
  | 'outside'
  | 'from-point'
  | 'change'
  | 'change-and-outlet'
  | 'dimmed';
const ASKS: readonly Ask[] = [
  'outlet',
  'two-gang',
  'mixed',
  'pair-fan',
  'switched-outlet',
  'on-switch',
  'move',
  'move',
  'heater',
  'big-outlet',
  'outside',
  'from-point',
  'change',
  'change',
  'change-and-outlet',
  'dimmed',
];

interface Draw {
  readonly wiring: 'cable' | 'armor' | 'tubing';
  readonly stations: readonly Station[];
  /** Where the circuit starts: at a breaker, at a tied pair with one neutral, in a panel behind another. */
  readonly start: 'plain' | 'multiwire' | 'sub-panel';
  readonly amps: 15 | 20;
  readonly ask: Ask;
  readonly pick: number;
  readonly other: number;
  readonly at: number;
  readonly change: Change['kind'];
  readonly device: DeviceKind;
  readonly protection: Job['protection'];
  readonly passPower: Job['preferences']['passPower'];
  readonly connector: Job['preferences']['connector'];
  readonly method: Job['method'];
  readonly use: 'den' | 'kitchen' | 'garage' | 'bath';
  /** Pieces of cable that are left of earlier jobs, feet each. */
  readonly left: readonly number[];
  /** Strip lighting over the counter, feet from the left corner; null for none. */
  readonly strip:
    (Pick<StripLight, 'kind' | 'volts' | 'dimming' | 'channel'> & { readonly ft: number }) | null;
  /** What dimmers are marked for, null for nobody knows, and the lamps of a light on one. */
  readonly marked: DimmerMarking['lamps'] | null;
  readonly lamps: LampKind;
  readonly style: Job['preferences']['style'];
}

const draw: fc.Arbitrary<Draw> = fc.record({
  wiring: fc.constantFrom<Draw['wiring']>('cable', 'cable', 'cable', 'armor', 'tubing'),
  stations: fc.array(fc.constantFrom(...STATIONS), { minLength: 1, maxLength: 5 }),
  start: fc.constantFrom<Draw['start']>('plain', 'plain', 'plain', 'multiwire', 'sub-panel'),
  amps: fc.constantFrom<15 | 20>(15, 20),
  ask: fc.constantFrom(...ASKS),
  pick: fc.nat(30),
  other: fc.nat(30),
  at: fc.integer({ min: 0, max: 20 }),
  change: fc.constantFrom<Change['kind']>(
    'replace',
    'enlarge',
    'reduce',
    'retire',
    'shift',
    'convert',
    'swap',
    'seal',
  ),
  device: fc.constantFrom<DeviceKind>(
    'receptacle',
    'receptacle-gfci',
    'receptacle-dual',
    'switch',
    'dimmer',
    'blank',
    'switch-three-way',
    'switch-pilot',
  ),
  protection: fc.record({
    groundFault: fc.constantFrom<Job['protection']['groundFault']>(null, 'at-breaker', 'at-first', 'at-new'),
    arcFault: fc.constantFrom<Job['protection']['arcFault']>(null, 'at-breaker', 'at-first'),
  }),
  passPower: fc.constantFrom<Draw['passPower']>('pigtails', 'through-device'),
  connector: fc.constantFrom<Draw['connector']>('twist-on', 'lever'),
  method: fc.constantFrom<Job['method']>(null, null, null, 'EMT', 'MC'),
  use: fc.constantFrom<Draw['use']>('den', 'den', 'kitchen', 'garage', 'bath'),
  left: fc.array(fc.integer({ min: 2, max: 40 }), { maxLength: 4 }),
  strip: fc.option(
    fc.record({
      ft: fc.integer({ min: 1, max: 12 }),
      kind: fc.constantFrom<StripLight['kind']>('accent', 'cabinet', 'task', 'bright'),
      volts: fc.constantFrom<12 | 24>(12, 24),
      dimming: fc.constantFrom<StripLight['dimming']>('none', 'phase', 'pwm', '0-10v'),
      channel: fc.constantFrom<StripLight['channel']>('none', 'surface', 'corner'),
    }),
    { freq: 2 },
  ),
  marked: fc.constantFrom<Draw['marked']>(null, 'led', 'incandescent', 'low-voltage-electronic'),
  lamps: fc.constantFrom<LampKind>('led', 'led', 'incandescent', 'low-voltage-electronic', 'fluorescent'),
  style: fc.constantFrom<Draw['style']>(undefined, undefined, 'decorator'),
});

/** Two pieces on one wall with a gap between them, the driver at their left end. */
const stripsOf = ({ strip }: Draw): StripLight[] => {
  if (strip === null) return [];
  const { ft, ...more } = strip;
  const wallId = WallId.parse('room-w1');
  const piece = (n: number, leftMm: number, rightMm: number) => ({
    id: ItemId.parse(`piece-${n}`),
    wallId,
    leftMm,
    rightMm,
    heightMm: inches(54),
    zone: n,
  });
  const half = feet(ft / 2);
  return [
    {
      ...more,
      id: ItemId.parse('strip'),
      label: 'Counter light',
      widthMm: 10,
      wires: 2,
      corners: 'jumper',
      pieces: [piece(1, 0, half), piece(2, half + inches(9), 2 * half + inches(9))],
      driver: { wallId, xMm: 0, heightMm: inches(60), spot: 'cabinet', connection: 'cord' },
    },
  ];
};

/** What is at hand: cable of the kinds that such houses take, and small parts. */
const shelfOf = ({ left }: Draw): Shelf | undefined =>
  left.length < 2
    ? undefined
    : {
        parts: { 'plate-1': 2, staple: 7, 'twist-2-3': 3 },
        cable: left.map((ft, i) => ({
          id: ItemId.parse(`left-${i}`),
          method: (['NM-B', 'NM-B', 'MC', 'AC'] as const)[i] ?? 'NM-B',
          gauge: i % 2 === 0 ? '14' : '12',
          conductors: 2,
          lengthMm: feet(ft),
        })),
      };

const FEEDER = BreakerId.parse('feeder');
/** The panel at the service, with the breaker that feeds the other one. */
const service = (breaker: House['panels'][number]['breakers'][number]): House['panels'][number] => ({
  id: PanelId.parse('main'),
  label: 'Main panel',
  place: 'garage',
  breakers: [{ ...breaker, id: FEEDER, number: '2', poles: 2, amps: 60, label: 'Panel' }],
});

function houseOf(d: Draw): House {
  const w = new Circuits(d);
  let from: Cable['from'] = atBreaker();
  for (const s of d.stations) from = w.station(s, from);
  const heater = w.box('appliance', [device('appliance', { volts: 240, amps: 20 })]);
  w.cable(atBreaker('b2'), heater, { carries: 'two-hots', gauge: '12' });
  const [one] = panel(d.amps);
  if (!one?.breakers[0]) throw new Error('the panel of the builders has a breaker');
  const breaker = one.breakers[0];
  const room = makeRoom('room', 'Room', d.use, feet(15), feet(13), {
    above: { kind: 'attic', canEnter: true, joists: 'y', insulated: false },
    below: { kind: 'basement', canEnter: true, joists: 'x' },
  });
  return makeHouse('house', 'Generated', {
    rooms: [
      {
        ...room,
        walls: room.walls.map((x) => ({
          ...x,
          exterior: true,
          outerFace: 'siding' as const,
          // Half of the houses have a roof over their walls.
          ...(d.other % 2 === 0 ? { outside: { covered: true, furniture: [] } } : {}),
        })),
      },
    ],
    panels: [
      ...(d.start === 'sub-panel' ? [service(breaker)] : []),
      {
        ...one,
        ...(d.start === 'sub-panel' ? { fedFrom: FEEDER } : {}),
        breakers: [
          d.start === 'multiwire' ? { ...breaker, poles: 2, multiwire: true } : breaker,
          { ...breaker, id: BreakerId.parse('b2'), number: '2', poles: 2, amps: 20 },
          { ...breaker, id: BreakerId.parse('b3'), number: '3' },
        ],
      },
    ],
    points: w.points,
    // The home run of a multiwire circuit has both its hots.
    cables:
      d.start === 'multiwire'
        ? w.cables.map((c) =>
            c.from.at === 'breaker' && c.from.breakerId === breaker.id ? { ...c, conductors: 3 } : c,
          )
        : w.cables,
  });
}

/** Lights of 2 ft end to end, each held near its ends. */
const rowOf = (linked: number): Fixture => ({
  lengthMm: feet(2),
  widthMm: inches(5),
  feedMm: feet(1),
  turn: 'y',
  linked,
  mostLinked: 4,
  mountsMm: [inches(3), inches(21)],
});

/** A device of a kind; a dimmer with what is drawn to stand on it. */
const markedAs = (kind: DeviceKind, { marked, other }: Draw): BoxFunction =>
  kind === 'dimmer' && marked !== null
    ? { kind, marked: { lamps: marked, ...(other % 2 === 0 ? { watts: 150 + 25 * other } : {}) } }
    : { kind };

function changeOf(d: Draw, points: readonly Point[]): Change | null {
  const point = points[d.pick % points.length];
  const other = points[d.other % points.length];
  if (!point || !other) return null;
  const base = { id: ItemId.parse('ch'), pointId: point.id };
  const index = d.other % Math.max(1, point.devices.length);
  switch (d.change) {
    case 'replace':
      return { ...base, kind: 'replace', index, device: markedAs(d.device, d) };
    case 'enlarge':
      return {
        ...base,
        kind: 'enlarge',
        devices: [markedAs(d.device === 'blank' ? 'receptacle' : d.device, d)],
      };
    case 'reduce':
      return { ...base, kind: 'reduce', drop: [index] };
    case 'retire':
      return { ...base, kind: 'retire' };
    case 'shift':
      return { ...base, kind: 'shift', byMm: inches(1), ...(d.other % 2 === 0 ? {} : { oversize: true }) };
    case 'convert': {
      const half = points.find((p) => p.devices.some((x) => x.tab === 'broken'));
      const s = half && points[points.indexOf(half) - 1];
      return half && s
        ? { ...base, kind: 'convert', pointId: half.id, switchId: s.id }
        : { ...base, kind: 'seal' };
    }
    case 'seal':
      return { ...base, kind: 'seal' };
    case 'swap':
      return other.id === point.id ? { ...base, kind: 'seal' } : { ...base, kind: 'swap', withId: other.id };
  }
}

/** A place on one of the four walls, and one on the ceiling, by a number. */
export const wall = (n: number, h = 16): Want['at'] => ({
  on: 'wall',
  wallId: WallId.parse(`room-w${(n % 4) + 1}`),
  xMm: inches(30 + 5 * (n % 23)),
  heightMm: inches(h),
});
export const over = (n: number): Want['at'] => ({
  on: 'ceiling',
  roomId: RoomId.parse('room'),
  xMm: inches(33 + 7 * (n % 16)),
  yMm: inches(44 + 5 * (n % 11)),
});

/** What is at hand for a job: a want of its own, what a want is commanded by, a change, a point. */
interface Hand {
  readonly house: House;
  readonly own: (more?: Partial<Want>) => Want;
  readonly by: (id: Want['id'], nth?: number) => Pick<Want, 'control'>;
  readonly change: Change | null;
  readonly picked: Point | undefined;
}

const ASKED: Readonly<Record<Draw['ask'], (d: Draw, hand: Hand) => Pick<Job, 'wants' | 'changes'>>> = {
  outlet: (_d, { own }) => ({ wants: [own()] }),
  'two-gang': (_d, { own }) => ({
    wants: [own({ devices: [{ kind: 'receptacle' }, { kind: 'receptacle' }] })],
  }),
  mixed: (d, { own, by }) => {
    const box = own({ devices: [{ kind: 'receptacle' }, { kind: 'switch' }] });
    return { wants: [box, makeWant('w2', 'light', over(d.at), { kind: 'luminaire', ...by(box.id) })] };
  },
  'pair-fan': (d, { own, by }) => {
    const box = own({
      kind: 'switch',
      devices: [{ kind: 'switch' }, { kind: 'switch' }],
      at: wall(d.at, 48),
    });
    return {
      wants: [
        box,
        makeWant('w2', 'fan', over(d.at), {
          kind: 'fan',
          ...by(box.id),
          devices: [{ kind: 'fan', lightNth: 2 }],
        }),
      ],
    };
  },
  'switched-outlet': (d, { own, by }) => {
    const box = own({ kind: 'switch', at: wall(d.at, 48) });
    return { wants: [box, makeWant('w2', 'lamp outlet', wall(d.at + 1 + d.other), by(box.id))] };
  },
  'on-switch': (d, { house, own }) => {
    const s = house.points.find((p) => p.devices.some((x) => x.kind === 'switch'));
    return {
      wants: [
        own({
          kind: d.other % 2 ? 'luminaire' : 'receptacle',
          at: d.other % 2 ? over(d.at) : wall(d.at),
          ...(s ? { control: { by: 'switch' as const, pointId: s.id } } : {}),
        }),
      ],
    };
  },
  move: (d, { own, picked }) => {
    if (!picked) return { wants: [own()] };
    const ceiling = picked.kind === 'luminaire' || picked.kind === 'fan';
    const kind = picked.kind === 'junction' ? 'receptacle' : picked.kind;
    return {
      wants: [
        own({
          kind,
          gangs: Math.min(3, picked.box.gangs),
          at: ceiling ? over(d.at) : wall(d.at, kind === 'switch' ? 48 : 16),
          replaces: picked.id,
          // Of some somebody has measured how far their cables can be drawn along.
          ...(d.at % 3 === 0 ? { reachMm: feet(2 + (d.at % 4)) } : {}),
        }),
      ],
    };
  },
  heater: (_d, { own }) => ({
    wants: [own({ kind: 'appliance', devices: [{ kind: 'appliance', volts: 240 }] })],
  }),
  'big-outlet': (_d, { own }) => ({ wants: [own({ devices: [{ kind: 'receptacle', volts: 240 }] })] }),
  outside: (d, { own }) => ({
    wants: [
      own({
        devices: Array.from({ length: 1 + (d.other % 2) }, () => ({ kind: 'receptacle' as const })),
        at: {
          on: 'outside',
          wallId: WallId.parse(`room-w${(d.at % 4) + 1}`),
          xMm: inches(40 + d.other),
          heightMm: inches(20),
        },
      }),
    ],
  }),
  'from-point': (_d, { own, picked }) => ({
    wants: [own(picked ? { source: { from: 'point', pointId: picked.id } } : {})],
  }),
  dimmed: (d, { own, by }) => {
    const beside = Array.from({ length: d.other % 3 }, (): BoxFunction => ({ kind: 'switch' }));
    const devices = [markedAs('dimmer', d), ...beside];
    const box = own({ kind: 'switch', devices, at: wall(d.at, 48) });
    const light = makeWant('w2', 'light', over(d.at), {
      kind: 'luminaire',
      // Some are a long one, or two of them end to end.
      ...(d.other % 2 === 0 ? { fixture: rowOf(1 + (d.other % 3)) } : {}),
      ...by(box.id),
      devices: [{ kind: 'luminaire', ...(d.pick % 4 === 0 ? {} : { lamps: d.lamps }) }],
    });
    return { wants: [box, light] };
  },
  change: (_d, { change }) => ({ wants: [], ...(change ? { changes: [change] } : {}) }),
  'change-and-outlet': (_d, { own, change }) => ({
    wants: [own()],
    ...(change ? { changes: [change] } : {}),
  }),
};

function jobOf(d: Draw, house: House): Pick<Job, 'wants' | 'changes'> {
  const own = (more: Partial<Want> = {}) => makeWant('w1', 'new 1', wall(d.at), more);
  const by = (id: Want['id'], nth?: number): Pick<Want, 'control'> => ({
    control: { by: 'want', wantId: id, ...(nth === undefined ? {} : { nth }) },
  });
  const points = house.points.filter((p) => p.devices.some((x) => x.volts !== 240));
  const change = changeOf(d, points);
  const picked = points[d.pick % points.length];
  return ASKED[d.ask](d, { house, own, by, change, picked });
}

/** Bundles for the replays: how houses are wired, and every kind of job in them. */
export const anyWiring: fc.Arbitrary<Bundle> = draw.map((d) => {
  const house = houseOf(d);
  const job = makeJob('job', house.id, 'Generated', {
    ...jobOf(d, house),
    protection: d.protection,
    method: d.method,
  });
  const shelf = shelfOf(d);
  return {
    house: shelf ? { ...house, shelf } : house,
    job: {
      ...job,
      ...(d.strip ? { strips: stripsOf(d) } : {}),
      preferences: {
        ...job.preferences,
        passPower: d.passPower,
        connector: d.connector,
        ...(d.style ? { style: d.style } : {}),
      },
    },
  };
});

/** Changes that take away what somebody uses when they are asked for: refused with the reason, and no fault of the planner. */
const TAKES: ReadonlySet<Change['kind']> = new Set(['retire', 'reduce', 'replace', 'swap']);
const WITHOUT_NEUTRAL: ReadonlySet<Cable['carries']> = new Set([
  'loop',
  'travelers',
  'common-travelers',
  'two-hots',
]);
/** So is an outlet in a box that no neutral comes to. */
const asksForNeutral = ({ cables }: House, { pointId }: Change): boolean =>
  cables
    .filter((c) => [c.from, c.to].some((e) => e.at === 'point' && e.pointId === pointId))
    .every((c) => WITHOUT_NEUTRAL.has(c.carries));
/** A three-way without its partner, and a pilot light where nothing is always hot. */
const asksForMore = (house: House, c: Change): boolean =>
  c.kind === 'enlarge' &&
  c.devices.some(
    (d) =>
      isTravelerSwitch(d) ||
      (d.kind === 'switch-pilot' && buildFeed(house).boxes.get(c.pointId)?.constantHot !== true),
  );
export const takesAway = ({ house, job }: Bundle): boolean =>
  (job.changes ?? []).some(
    (c) => TAKES.has(c.kind) || (c.kind === 'enlarge' && asksForNeutral(house, c)) || asksForMore(house, c),
  );
