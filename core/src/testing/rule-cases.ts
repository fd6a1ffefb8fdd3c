import {
  BreakerId,
  ItemId,
  makePoint,
  makeRoom,
  makeWant,
  PanelId,
  PointId,
  type Bundle,
  type Cable,
  type Device,
  type House,
  type Job,
  type Point,
  type RoomUse,
  type Want,
} from '../document/index.ts';
import {
  device,
  atBreaker,
  atPoint,
  bundle,
  ceilingAt,
  change,
  knownBox,
  loadAt,
  nm,
  outlet,
  panel,
  smallHouse,
  standing,
  wallAt,
  wanted,
} from './build.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { plan } from './judged.ts';
import { feet, inches } from '../units/index.ts';

/**
 * Every rule in both directions: a house in which it speaks against the plan, one in which it holds, one in which it asks, and one whose
 * verdict is another under another edition; or why there is none. Values are NEC, from memory, as in the tests of each rule.
 */

type Code = House['code'];
/** The cases of one rule. */
export interface RuleCases {
  /** Left out where it only asks. */
  readonly against?: () => Bundle;
  readonly holds: () => Bundle;
  /** Left out where nothing that it looks at can be unknown. */
  readonly asks?: () => Bundle;
  /** The same house under two editions; left out where all four say the same. */
  readonly flips?: { readonly house: () => Bundle; readonly from: Code; readonly to: Code };
}

const id = (s: string) => PointId.parse(s);
const cables = (first: Partial<Cable> = {}, second: Partial<Cable> = {}): House['cables'] => [
  nm('c1', atBreaker(), atPoint('r1'), first),
  nm('c2', atPoint('r1'), atPoint('r2'), second),
];
const twelve = { gauge: '12' } as const;
const on20 = (more: Partial<House> = {}): Partial<House> => ({
  panels: panel(20),
  cables: cables(twelve, twelve),
  ...more,
});
const room = (use: RoomUse, wall: Partial<House['rooms'][number]['walls'][number]> = {}): House['rooms'] => {
  const made = makeRoom('room', 'Room', use, feet(12), feet(10));
  return [
    {
      ...made,
      walls: made.walls.map((w, i) => ({
        ...w,
        framing: { ...w.framing, firstStudMm: inches(16) },
        ...(i === 0 ? wall : {}),
      })),
    },
  ];
};
const r2 = (more: Partial<Point>): House['points'] => [outlet('r1', 24), outlet('r2', 88, more)];
const asked = (wants: Want[], more: Partial<House> = {}, job: Partial<Job> = {}): Bundle =>
  bundle(smallHouse(more), wants, { protection: { groundFault: null, arcFault: 'at-breaker' }, ...job });
/** The same house under another edition. */
export const under = (b: Bundle, code: Code): Bundle => ({ ...b, house: { ...b.house, code } });

const lamp = (name: string, x: number, more: Partial<Point> = {}): Point =>
  makePoint(name, name.toUpperCase(), 'luminaire', ceilingAt(x, 60), {
    ...knownBox('old-round-20'),
    devices: [device('luminaire')],
    ...more,
  });
const switchAt = (
  name: string,
  x: number,
  kind: Device['kind'] = 'switch',
  more: Partial<Point> = {},
): Point =>
  makePoint(name, name.toUpperCase(), 'switch', wallAt(x, 48), {
    ...knownBox('new-1g-22'),
    devices: [device(kind)],
    ...more,
  });
/** A switch with its light beside the outlets of the small house. */
const withSwitch = (kind: Device['kind'] = 'switch', lampMore: Partial<Point> = {}): Partial<House> => ({
  points: [outlet('r1', 24), outlet('r2', 88), switchAt('s', 100, kind), lamp('l', 60, lampMore)],
  cables: [
    ...cables(),
    nm('c3', atPoint('r2'), atPoint('s')),
    nm('c4', atPoint('s'), atPoint('l'), { carries: 'switched', switchedBy: id('s') }),
  ],
});
/** R2 on a constant and a switched conductor. */
const half = (tab?: Device['tab']): Partial<House> => ({
  points: [switchAt('s', 24), outlet('r2', 88, { devices: [device('receptacle', tab ? { tab } : {})] })],
  cables: [
    nm('c1', atBreaker(), atPoint('s')),
    nm('c2', atPoint('s'), atPoint('r2'), { carries: 'both', conductors: 3, switchedBy: id('s') }),
  ],
});
const tubing = (more: Partial<Cable> = {}): Partial<Cable> => ({
  type: 'EMT',
  ground: 'tubing',
  size: '1/2',
  ...more,
});
const metalBoxes: House['points'] = [24, 88].map((x, i) =>
  outlet(`r${i + 1}`, x, {
    box: { model: 'dev-3-1/2', markedCubicInches: null, gangs: 1, clamps: 'none', metal: true },
  }),
);
/** Breaker 2 beside breaker 1. */
const second = (more: Partial<House['panels'][number]['breakers'][number]> = {}): House['panels'] =>
  panel(20).map((p) => ({
    ...p,
    breakers: [...p.breakers, { ...p.breakers[0]!, id: BreakerId.parse('b2'), number: '2', ...more }],
  }));
const subPanel = (watts: number | null, amps = 30): Bundle => {
  const [own] = panel(20);
  const [main] = panel(amps, { id: BreakerId.parse('f1'), poles: 2 });
  return plan({
    panels: [
      { ...own!, fedFrom: BreakerId.parse('f1') },
      { ...main!, id: PanelId.parse('main'), label: 'Main' },
    ],
    cables: cables(twelve, twelve),
    loads: watts === null ? [] : [loadAt('r1', watts, { connection: 'light' })],
  });
};
const amended = (limit: string, value: number): Partial<House> => ({
  amendments: [{ limit, value, note: 'the town says so' }],
});
/** Without its outlets, as a room that gets its first one. */
const bare = (b: Bundle): Bundle => ({
  ...b,
  house: {
    ...b.house,
    points: b.house.points.map((p) => ({ ...p, kind: 'junction' as const, devices: [] })),
  },
});
const tub = (left: number, right: number, more: object = {}) =>
  room('bath', { furniture: [standing('tub', left, right, { topMm: inches(20), ...more })] });

/** Tubing to another wall. */
const roundTheCorner = (more: Partial<House>): Bundle =>
  asked(
    [makeWant('w1', 'new 1', wallAt(60, 15, 'room-w2'))],
    { points: metalBoxes, ...more },
    { method: 'EMT' },
  );
const stud = room('den')[0]!.walls[0]!.framing;
const tile = { id: ItemId.parse('tile'), name: 'tile', thicknessMm: 12, planned: true };
/** A wanted control with what it commands. */
const dimmed = (kind: Want['kind']): Want[] => {
  const s = makeWant('s', 'S', wallAt(104, 48), { kind: 'switch', devices: [{ kind: 'dimmer' }] });
  return [
    s,
    makeWant('l', 'L', kind === 'receptacle' ? wallAt(60) : ceilingAt(60, 60), {
      kind,
      control: { by: 'want', wantId: s.id },
    }),
  ];
};
/** A light of 9 W on a dimmer, both wanted. */
const dimmedLamp = (light: Partial<Device>): Bundle =>
  asked(
    dimmed('luminaire').map((w) =>
      w.kind === 'luminaire'
        ? {
            ...w,
            devices: [{ kind: 'luminaire', ...light }],
            loads: [loadAt('l', 9, { connection: 'light' })].map(({ id: _, pointId: __, ...facts }) => facts),
          }
        : w,
    ),
  );
/** A switch on a loop that moves. */
const loopMoved = (use: RoomUse): Bundle =>
  asked([makeWant('w1', 'S moved', wallAt(110, 48), { kind: 'switch', replaces: id('s') })], {
    rooms: room(use),
    points: [lamp('l', 60), switchAt('s', 100)],
    cables: [
      nm('c1', atBreaker(), atPoint('l')),
      nm('c2', atPoint('l'), atPoint('s'), { carries: 'loop', switchedBy: id('s') }),
    ],
  });
/** One more heater behind one that is there, on a breaker of so many poles. */
const heater = (poles: 1 | 2): Bundle =>
  asked(
    [
      makeWant('w1', 'new 1', wallAt(60), {
        kind: 'appliance',
        devices: [{ kind: 'appliance', volts: 240 }],
      }),
    ],
    {
      panels: panel(20, { poles }),
      points: [outlet('r1', 24, { kind: 'appliance', devices: [device('appliance', { volts: 240 })] })],
      cables: [nm('c1', atBreaker(), atPoint('r1'), { gauge: '12', carries: 'two-hots' })],
    },
  );
/** R1 with its tab broken, each half from a breaker of its own. */
const twoBreakers = (multiwire: boolean): Bundle =>
  bundle(
    smallHouse({
      panels: second({ multiwire }).map((p) => ({
        ...p,
        breakers: p.breakers.map((b) => ({ ...b, multiwire })),
      })),
      points: [outlet('r1', 24, { devices: [device('receptacle', { tab: 'broken' })] })],
      cables: ['b1', 'b2'].map((b, i) => nm(`c${i + 1}`, atBreaker(b), atPoint('r1'), twelve)),
    }),
    [],
    { changes: [change({ kind: 'seal', pointId: id('r1') })] },
  );
/** Two switches in a box; the conductor to the light is said to belong to the n-th. */
const nthOfTwo = (nth: number | null): Bundle =>
  bundle(
    smallHouse({
      points: [
        switchAt('s', 24, 'switch', {
          devices: [device('switch'), device('switch')],
          box: { ...outlet('x', 1).box, model: 'new-2g-34', gangs: 2 },
        }),
        lamp('l', 60),
        lamp('m', 90),
      ],
      cables: [
        nm('c1', atBreaker(), atPoint('s')),
        nm('c2', atPoint('s'), atPoint('l'), { carries: 'switched', switchedBy: id('s') }),
        nm('c3', atPoint('s'), atPoint('m'), {
          carries: 'switched',
          switchedBy: nth === null ? null : id('s'),
          ...(nth === null ? {} : { switchedNth: nth }),
        }),
      ],
    }),
    [],
    { changes: [change({ kind: 'seal', pointId: id('s') })] },
  );
/** A new circuit from a panel that is full but for a tandem. */
const fullPanel = (arcFault: 'at-breaker' | null): Bundle =>
  asked(
    [wanted(104, { source: { from: 'panel', panelId: PanelId.parse('p') } })],
    { panels: panel().map((p) => ({ ...p, at: wallAt(40, 60, 'room-w3'), spaces: 1, tandems: 1 })) },
    { protection: { groundFault: null, arcFault } },
  );
const withData = {
  box: { model: 'new-2g-34', markedCubicInches: null, gangs: 2, clamps: 'none', metal: false },
  devices: [device('receptacle'), device('low-voltage')],
} satisfies Partial<Point>;

/** The cases of every rule, by its id. */
export const RULE_CASES: Readonly<Record<string, RuleCases>> = {
  'cable-material': {
    against: () => plan({ cables: cables({ type: 'knob-and-tube' }) }),
    holds: () => plan(),
  },
  ground: {
    // Three slots without a ground, put in anew.
    against: () =>
      bundle(smallHouse({ cables: cables({ ground: 'none' }, { ground: 'none' }) }), [], {
        changes: [change({ kind: 'replace', pointId: id('r1'), index: 0, device: { kind: 'receptacle' } })],
      }),
    holds: () => plan(),
    asks: () => plan({ cables: cables({ ground: 'unknown' }) }),
  },
  'ground-path': {
    against: () =>
      plan({ points: metalBoxes, cables: cables({ type: 'FMC', ground: 'tubing', lengthMm: feet(7) }) }),
    holds: () => plan({ points: metalBoxes, cables: cables(tubing(), tubing()) }),
    asks: () => plan({ points: metalBoxes, cables: cables({ type: 'old-AC', ground: 'armor' }) }),
  },
  'box-condition': {
    against: () => plan({ points: r2({ condition: 'burnt' }) }),
    holds: () => plan(),
    asks: () => plan({ points: r2({ condition: 'not-looked' }) }),
  },
  'gauge-for-breaker': {
    against: () => plan({ panels: panel(20), cables: cables(twelve) }),
    holds: () => plan(),
    asks: () => plan({ cables: cables({ gauge: null }) }),
  },
  ampacity: {
    against: () => plan({ cables: cables({ surroundings: { celsius: 60, alongside: 6 } }) }),
    holds: () => plan({ cables: cables({ surroundings: { celsius: 60, alongside: 0 } }) }),
    asks: () => plan({ cables: cables({ surroundings: { celsius: null, alongside: 6 } }) }),
  },
  'trip-before-damage': {
    // A large fault current wants the curve of the breaker; what is too small is the gauge's to say.
    holds: () => plan(),
    asks: () => plan({ faultAmps: 22_000 }),
  },
  load: {
    against: () => plan({ loads: [loadAt('r1', 1200, { name: 'a' }), loadAt('r2', 1200, { name: 'b' })] }),
    holds: () => plan({ loads: [loadAt('r1', 600)] }),
    asks: () => plan(),
  },
  'cord-share': {
    against: () => plan({ loads: [loadAt('r1', 1500)] }),
    holds: () => plan({ loads: [loadAt('r1', 1440)] }),
  },
  'fixed-share': {
    against: () =>
      plan({ loads: [loadAt('r1', 1000, { connection: 'fixed' }), loadAt('r2', 100, { name: 'lamp' })] }),
    holds: () =>
      plan({ loads: [loadAt('r1', 800, { connection: 'fixed' }), loadAt('r2', 100, { name: 'lamp' })] }),
  },
  'room-air-conditioner': {
    against: () => plan({ loads: [loadAt('r1', 1200, { roomAirConditioner: true, motor: true })] }),
    holds: () => plan({ loads: [loadAt('r1', 900, { roomAirConditioner: true, motor: true })] }),
  },
  feeder: {
    against: () => subPanel(1201, 10),
    holds: () => subPanel(1200, 10),
    asks: () => subPanel(null),
  },
  'receptacle-rating': {
    against: () =>
      plan(
        on20({
          points: [outlet('r1', 24, { devices: [device('receptacle', { amps: 30 })] }), outlet('r2', 88)],
        }),
      ),
    holds: () => plan(on20()),
  },
  'set-aside-circuit': {
    against: () => plan({ rooms: room('kitchen') }),
    holds: () =>
      plan(on20({ rooms: room('kitchen'), panels: panel(20, { restriction: 'kitchen-counter' }) })),
    asks: () => plan(on20({ rooms: room('kitchen') })),
    flips: {
      house: () => bare(plan(on20({ rooms: room('garage') }))),
      from: 'nec-2014',
      to: 'nec-2017',
    },
  },
  'box-fill': {
    against: () =>
      plan({
        points: r2({ box: { model: null, markedCubicInches: 12, gangs: 1, clamps: 'none', metal: false } }),
      }),
    holds: () => plan(),
    asks: () =>
      plan({
        points: r2({ box: { model: null, markedCubicInches: null, gangs: 1, clamps: 'none', metal: false } }),
      }),
  },
  'box-listing': {
    against: () =>
      bundle(smallHouse(withSwitch('switch', { box: { ...lamp('x', 1).box, listedFor: 'luminaire' } })), [], {
        changes: [change({ kind: 'replace', pointId: id('l'), index: 0, device: { kind: 'fan' } })],
      }),
    holds: () =>
      bundle(smallHouse(withSwitch('switch', { box: { ...lamp('x', 1).box, listedFor: 'fan' } })), [], {
        changes: [change({ kind: 'replace', pointId: id('l'), index: 0, device: { kind: 'fan' } })],
      }),
    asks: () =>
      bundle(smallHouse(withSwitch()), [], {
        changes: [change({ kind: 'replace', pointId: id('l'), index: 0, device: { kind: 'fan' } })],
      }),
    flips: {
      house: () => asked([makeWant('w1', 'new 1', ceilingAt(72, 60), { kind: 'luminaire' })]),
      from: 'nec-2020',
      to: 'nec-2023',
    },
  },
  'box-material': {
    against: () => asked([wanted(104)], {}, { method: 'EMT' }),
    holds: () => asked([wanted(104)], { points: metalBoxes }, { method: 'EMT' }),
  },
  'raceway-fill': {
    against: () =>
      plan({
        points: metalBoxes,
        cables: cables(tubing({ size: '3/8', type: 'FMC', conductors: 4, gauge: '10' }), tubing()),
      }),
    holds: () => plan({ points: metalBoxes, cables: cables(tubing(), tubing()) }),
  },
  'raceway-bends': {
    against: () => roundTheCorner(amended('bendDegrees', 100)),
    holds: () => roundTheCorner({}),
  },
  'wiring-method': {
    against: () => asked([wanted(104)], { bannedMethods: ['NM-B'] }, { method: 'NM-B' }),
    holds: () => plan(),
  },
  holes: {
    against: () => asked([wanted(104)], amended('studHoleShare', 0.1)),
    holds: () => asked([wanted(104)]),
  },
  boring: {
    // Where no drill fits between the studs it asks for another way; there is no wood that it forbids.
    holds: () => asked([wanted(60)]),
    asks: () => {
      const close = { ...stud, spacingMm: inches(9), firstStudMm: inches(9) };
      const b = asked([wanted(104)], { rooms: room('den', { framing: close }) });
      const through = evaluate(b).options.find((o) =>
        o.legs.some((l) => l.route.moves.some((m) => m.op === 'drill-stud')),
      );
      return { ...b, job: { ...b.job, option: through?.key ?? null } };
    },
  },
  'ground-fault': {
    against: () => asked([wanted(104)], { rooms: room('garage') }),
    holds: () => asked([wanted(104)], { rooms: room('garage'), panels: panel(15, { protection: 'dual' }) }),
    flips: {
      house: () => asked([wanted(104)], { rooms: room('basement-finished') }),
      from: 'nec-2017',
      to: 'nec-2020',
    },
  },
  'arc-fault': {
    against: () => asked([wanted(104)], {}, { protection: { groundFault: null, arcFault: null } }),
    holds: () => plan(),
    // 10 A circuits came in with 2023.
    flips: {
      house: () =>
        asked([wanted(104)], { panels: panel(10) }, { protection: { groundFault: null, arcFault: null } }),
      from: 'nec-2020',
      to: 'nec-2023',
    },
  },
  'bath-zone': {
    against: () => asked([wanted(104)], { rooms: tub(8, 10) }),
    holds: () =>
      asked([wanted(132)], {
        rooms: tub(0, 4),
        points: [outlet('r2', 120)],
        cables: [nm('c1', atBreaker(), atPoint('r2'))],
      }),
    flips: { house: () => asked([wanted(104)], { rooms: tub(7, 8.5) }), from: 'nec-2017', to: 'nec-2020' },
  },
  'replaced-device': {
    // What the new device must be is told; what it lacks is told by ground and protection.
    holds: () =>
      bundle(smallHouse(), [], {
        changes: [
          change({ kind: 'replace', pointId: id('r1'), index: 0, device: { kind: 'receptacle-dual' } }),
        ],
      }),
  },
  'device-kind': {
    // What is bought for the place is told; there is none that is forbidden.
    holds: () => plan(),
  },
  multiwire: {
    against: () => plan({ panels: panel(15, { multiwire: true }) }),
    holds: () => plan({ panels: panel(15, { multiwire: true, poles: 2 }) }),
  },
  're-marked-white': {
    against: () => heater(1),
    holds: () => heater(2),
  },
  halves: {
    against: () => twoBreakers(false),
    holds: () => twoBreakers(true),
    asks: () => asked([wanted(104)], { ...half() }),
  },
  switches: {
    against: () => nthOfTwo(3),
    holds: () => nthOfTwo(2),
    asks: () => nthOfTwo(null),
  },
  'dimmed-outlet': {
    against: () => asked(dimmed('receptacle')),
    holds: () => asked(dimmed('luminaire')),
  },
  'right-control': {
    against: () => asked(dimmed('fan')),
    holds: () => asked(dimmed('luminaire')),
  },
  'dimmer-load': {
    against: () => dimmedLamp({ lamps: 'fluorescent' }),
    holds: () => dimmedLamp({ lamps: 'led' }),
    asks: () => dimmedLamp({}),
  },
  'switch-neutral': {
    against: () => loopMoved('den'),
    holds: () => asked(dimmed('luminaire')),
    flips: { house: () => loopMoved('hall'), from: 'nec-2017', to: 'nec-2020' },
  },
  divider: {
    against: () => plan({ points: r2(withData) }),
    holds: () =>
      plan({ points: r2({ ...withData, box: { ...withData.box, extras: { barrier: 'nonmetallic' } } }) }),
  },
  'unswitched-light': {
    holds: () => asked(dimmed('luminaire')),
    asks: () => asked([makeWant('w1', 'new 1', ceilingAt(72, 60), { kind: 'luminaire' })]),
  },
  'idle-switch': {
    holds: () => asked(dimmed('luminaire')),
    asks: () => asked([makeWant('w1', 'new 1', wallAt(104, 48), { kind: 'switch' })]),
  },
  'voltage-drop': {
    // Advice, never in the way.
    against: () =>
      plan({ cables: cables({ lengthMm: feet(90) }, { lengthMm: feet(90) }), loads: [loadAt('r2', 1400)] }),
    holds: () => plan({ loads: [loadAt('r2', 600)] }),
    asks: () => plan({ cables: cables({ lengthMm: null }), loads: [loadAt('r2', 1400)] }),
  },
  accessible: {
    against: () => plan({ points: r2({ accessible: false }) }),
    holds: () => plan(),
  },
  'surface-to-come': {
    // A box that nobody brings forward, and one that the job does.
    against: () => asked([wanted(40)], { rooms: room('den', { layers: [tile] }) }, {}),
    holds: () => asked([wanted(104)]),
  },
  'switch-height': {
    against: () => asked([makeWant('w1', 'new 1', wallAt(104, 80), { kind: 'switch' })]),
    holds: () => asked([makeWant('w1', 'new 1', wallAt(104, 79), { kind: 'switch' })]),
  },
  'outlet-spacing': {
    against: () => plan(),
    holds: () => plan({ rooms: room('closet') }),
  },
  'outlet-required': {
    against: () =>
      plan({
        rooms: room('bath', { furniture: [standing('sink', 0.5, 1)] }),
        points: [outlet('r2', 88)],
        cables: [nm('c1', atBreaker(), atPoint('r2'))],
      }),
    holds: () => plan({ rooms: room('bath', { furniture: [standing('sink', 7, 8)] }) }),
  },
  separation: {
    against: () => asked([wanted(104, { gangs: 3 })], { rooms: room('den', { separates: 'party' }) }),
    holds: () => asked([wanted(104)], { rooms: room('den', { separates: 'party' }) }),
  },
  tandem: {
    against: () => fullPanel('at-breaker'),
    holds: () => fullPanel(null),
  },
  'breaker-proved': {
    holds: () => plan(),
    asks: () => plan({ panels: panel(15, { proved: false }) }),
  },
  'local-amendment': {
    against: () => plan(amended('noSuchLimit', 3)),
    holds: () => plan(amended('freeConductorMm', 203)),
  },
};
