import fc from 'fast-check';
import type {
  Bundle,
  Cable,
  CableType,
  Hit,
  House,
  Job,
  Obstacle,
  Opening,
  Point,
  Room,
  RoomUse,
  Wall,
  Want,
} from '../document/index.ts';
import {
  ItemId,
  makeHouse,
  makeJob,
  makePoint,
  makeRoom,
  makeWant,
  RoomId,
  WallId,
} from '../document/index.ts';
import { buildingDraw, mirroredJoists, asBuilt, type BuildingDraw } from './random-building.ts';
import { feet, inches } from '../units/index.ts';
import { atBreaker, atPoint, nm, panel } from './build.ts';

/**
 * Houses that hang together but are otherwise as people's houses are: odd sizes, doors, unread cables, old boxes. Two rooms
 * back to back, one circuit, two wanted places at most: outlets, an outlet and a switch in one box with a light, or two switches
 * with a fan and its light.
 */

const BOXES = [
  'oct-4-1-1/2',
  'sq-4-1-1/2',
  'dev-2-1/2',
  'dev-2-3/4',
  'dev-3-1/2',
  'new-1g-18',
  'new-1g-22',
  'old-1g-16',
  null,
] as const;
const USES: readonly RoomUse[] = [
  'den',
  'bedroom',
  'garage',
  'utility',
  'hall',
  'kitchen',
  'workshop',
  'basement-unfinished',
];

interface Draw {
  readonly widthInches: number;
  readonly depthInches: number;
  readonly use: RoomUse;
  readonly attic: boolean;
  readonly basement: boolean;
  readonly amps: 15 | 20;
  readonly atticCelsius: number | null;
  readonly banned: readonly CableType[];
  readonly method: CableType | null;
  readonly code: House['code'];
  readonly door: number | null;
  readonly duct: number | null;
  readonly outlets: readonly {
    readonly wall: number;
    readonly at: number;
    readonly box: (typeof BOXES)[number];
    readonly gauge: '14' | '12' | null;
    readonly ground: 'wire' | 'none' | 'unknown';
    readonly alongside: number;
  }[];
  readonly wants: readonly {
    readonly wall: number;
    readonly at: number;
    readonly height: number;
    readonly voltAmperes: number;
    /** An outlet; an outlet with a switch and the light it commands; two switches and the fan with a light of its own. */
    readonly what: 'outlet' | 'mixed' | 'pair';
    readonly over: readonly [number, number];
  }[];
  /** How its walls are made, and what is in them. */
  readonly made: {
    readonly framing: 'two-by-four' | 'two-by-six' | 'furring' | 'steel' | 'masonry';
    readonly window: number | null;
    /** A row of fire blocks along a wall. */
    readonly blocks: number | null;
    readonly returnAir: number | null;
    readonly baseboard: boolean;
    readonly clad: 'siding' | 'masonry';
    readonly finish: 'board' | 'plaster';
  };
  /** Where the studs were read: a layout, where it begins anew, one stud more; how many readings of each wall. */
  readonly reads: {
    readonly spacing: 16 | 19.2 | 24;
    readonly first: number;
    readonly restart: number | null;
    readonly extra: number | null;
    readonly count: number;
    readonly off: readonly number[];
  };
  /** Joists, roof, and what is on the walls. */
  readonly built: BuildingDraw;
  /** A room over this one, fed from it: where its outlet is, and whether the first wanted place is up there. */
  readonly upstairs: { readonly at: number; readonly wanted: boolean } | null;
  /** Boxes on the other face of the wall between the two rooms, on the same circuit. */
  readonly behind: readonly {
    readonly at: number;
    readonly high: number;
    readonly box: (typeof BOXES)[number];
  }[];
  /** A soffit over part of a wall. */
  readonly soffit: { readonly wall: number; readonly from: number; readonly to: number } | null;
  readonly weigh: Job['preferences']['weigh'];
  readonly passPower: Job['preferences']['passPower'];
  readonly connector: Job['preferences']['connector'];
  readonly cutOrder: Job['preferences']['cutOrder'];
}

const outlet = fc.record({
  wall: fc.integer({ min: 0, max: 3 }),
  at: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
  box: fc.constantFrom(...BOXES),
  gauge: fc.constantFrom<'14' | '12' | null>('14', '14', '12', null),
  ground: fc.constantFrom<'wire' | 'none' | 'unknown'>('wire', 'wire', 'wire', 'unknown', 'none'),
  alongside: fc.constantFrom(0, 0, 0, 4, 8),
});
const want = fc.record({
  wall: fc.integer({ min: 0, max: 3 }),
  at: fc.double({ min: 0.08, max: 0.92, noNaN: true }),
  height: fc.integer({ min: 10, max: 60 }),
  voltAmperes: fc.integer({ min: 0, max: 1500 }),
  what: fc.constantFrom<Draw['wants'][number]['what']>('outlet', 'outlet', 'outlet', 'mixed', 'pair'),
  // Odd bounds: a light right between two joist bays could be in either.
  over: fc.tuple(
    fc.double({ min: 0.1137, max: 0.8871, noNaN: true }),
    fc.double({ min: 0.1137, max: 0.8871, noNaN: true }),
  ),
});

const draw: fc.Arbitrary<Draw> = fc.record({
  widthInches: fc.integer({ min: 80, max: 220 }),
  depthInches: fc.integer({ min: 80, max: 220 }),
  use: fc.constantFrom(...USES),
  attic: fc.boolean(),
  basement: fc.boolean(),
  amps: fc.constantFrom<15 | 20>(15, 20),
  atticCelsius: fc.constantFrom(null, 35, 50, 65),
  banned: fc.constantFrom<readonly CableType[]>([], [], ['NM-B'], ['NM-B', 'UF-B']),
  method: fc.constantFrom<CableType | null>(null, null, null, 'EMT', 'NM-B'),
  code: fc.constantFrom<House['code']>('nec-2014', 'nec-2017', 'nec-2020', 'nec-2023', 'nec-2023'),
  door: fc.option(fc.double({ min: 0.1, max: 0.5, noNaN: true })),
  duct: fc.option(fc.double({ min: 0.1, max: 0.8, noNaN: true })),
  outlets: fc.array(outlet, { minLength: 1, maxLength: 4 }),
  wants: fc.array(want, { minLength: 1, maxLength: 2 }),
  made: fc.record({
    framing: fc.constantFrom<Draw['made']['framing']>(
      'two-by-four',
      'two-by-four',
      'two-by-four',
      'two-by-six',
      'furring',
      'steel',
      'masonry',
    ),
    window: fc.option(fc.double({ min: 0.1, max: 0.6, noNaN: true })),
    blocks: fc.option(fc.integer({ min: 0, max: 3 })),
    returnAir: fc.option(fc.double({ min: 0.05, max: 0.8, noNaN: true }), { freq: 2 }),
    baseboard: fc.boolean(),
    clad: fc.constantFrom<Draw['made']['clad']>('siding', 'siding', 'masonry'),
    finish: fc.constantFrom<Draw['made']['finish']>('board', 'board', 'plaster'),
  }),
  reads: fc.record({
    spacing: fc.constantFrom<16 | 19.2 | 24>(16, 16, 19.2, 24),
    first: fc.double({ min: 0, max: 1, noNaN: true }),
    restart: fc.option(fc.double({ min: 0.3, max: 0.7, noNaN: true }), { freq: 2 }),
    extra: fc.option(fc.double({ min: 0.1, max: 0.9, noNaN: true }), { freq: 2 }),
    count: fc.integer({ min: 0, max: 8 }),
    off: fc.array(fc.double({ min: -0.4, max: 0.4, noNaN: true }), { minLength: 8, maxLength: 8 }),
  }),
  built: buildingDraw,
  upstairs: fc.option(
    fc.record({ at: fc.double({ min: 0.05, max: 0.95, noNaN: true }), wanted: fc.boolean() }),
    { freq: 3 },
  ),
  behind: fc.array(
    fc.record({
      at: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      high: fc.constantFrom(12, 15, 15, 20, 48),
      box: fc.constantFrom(...BOXES),
    }),
    { maxLength: 3 },
  ),
  soffit: fc.option(
    fc.record({
      wall: fc.integer({ min: 0, max: 3 }),
      from: fc.double({ min: 0, max: 0.4, noNaN: true }),
      to: fc.double({ min: 0.6, max: 1, noNaN: true }),
    }),
  ),
  weigh: fc.constantFrom<Draw['weigh']>(
    'balanced',
    'least-patching',
    'least-cable',
    'least-attic',
    'least-time',
  ),
  passPower: fc.constantFrom<Draw['passPower']>('pigtails', 'through-device'),
  connector: fc.constantFrom<Draw['connector']>('twist-on', 'lever'),
  cutOrder: fc.constantFrom<Draw['cutOrder']>('shortest-outage', 'power-off-first'),
});

const lengthOf = (d: Draw, wall: number): number => inches(wall % 2 === 0 ? d.widthInches : d.depthInches);
const position = (d: Draw, wall: number, at: number, heightMm: number) => ({
  on: 'wall' as const,
  wallId: WallId.parse(`room-w${wall + 1}`),
  xMm: at * lengthOf(d, wall),
  heightMm,
});

const FRAMES = {
  'two-by-four': { kind: 'wood', depthMm: inches(3.5) },
  'two-by-six': { kind: 'wood', depthMm: inches(5.5) },
  furring: { kind: 'wood', depthMm: inches(1.5) },
  steel: { kind: 'steel', depthMm: inches(3.625) },
  masonry: { kind: 'masonry', depthMm: inches(8) },
} as const;

/** Studs, boards and what may come off, the same on both faces of a wall. */
const framed = (
  { framing }: Pick<Room['walls'][number], 'framing'>,
  { made }: Draw,
): Pick<Room['walls'][number], 'framing' | 'baseboard' | 'casing' | 'crown' | 'finish'> => ({
  framing: { ...framing, ...FRAMES[made.framing] },
  baseboard: made.baseboard,
  casing: made.baseboard,
  // Half of the walls have one, with a baseboard that stays and without.
  crown: made.baseboard !== (made.finish === 'plaster'),
  finish: made.finish,
});

/** What somebody read of a wall, from its left; nothing where it is masonry. */
function readings({ reads, made }: Draw, name: string, lengthMm: number): Hit[] {
  if (made.framing === 'masonry') return [];
  const spacing = inches(reads.spacing);
  const restart = reads.restart === null ? lengthMm : reads.restart * lengthMm;
  const first = reads.first * spacing;
  const studs: number[] = [];
  for (let x = first; x < restart; x += spacing) studs.push(x);
  for (let x = restart + inches(3); x < lengthMm; x += spacing) studs.push(x);
  if (reads.extra !== null) studs.push(reads.extra * lengthMm);
  return studs
    .sort((a, b) => a - b)
    .slice(0, reads.count)
    .map((x, i) => ({
      id: ItemId.parse(`${name}-h${i}`),
      method: i % 3 === 0 ? 'finder' : 'magnet',
      atMm: Math.min(lengthMm, Math.max(0, x + inches(reads.off[i] ?? 0))),
    }));
}

/** Some of the same studs read again from the next room: its wall runs the other way. */
const fromBehind = (d: Draw, { id, lengthMm }: Room['walls'][number]): Hit[] =>
  d.reads.count % 2 === 0
    ? []
    : readings(d, id, lengthMm)
        .slice(0, 2)
        .map((h) => ({ ...h, atMm: lengthMm - h.atMm }));

const holeIn = (
  id: string,
  kind: Opening['kind'],
  leftMm: number,
  wideMm: number,
  bottomMm: number,
): Opening => ({
  id: ItemId.parse(id),
  kind,
  leftMm,
  rightMm: leftMm + wideMm,
  bottomMm,
  topMm: inches(80),
});

/** A door in the first wall, a window in the third. */
function openingsOf(d: Draw, i: number): Opening[] {
  const { window } = d.made;
  if (i === 0 && d.door !== null) return [holeIn('door', 'door', d.door * lengthOf(d, 0), inches(32), 0)];
  if (i !== 2 || window === null) return [];
  const leftMm = Math.min(window * lengthOf(d, 2), lengthOf(d, 2) - inches(35));
  return [holeIn('window', 'window', leftMm, inches(34), inches(36))];
}

/** A duct in the second wall, a return in the third, blocks in any. */
function obstaclesOf(d: Draw, i: number): Obstacle[] {
  const { blocks, returnAir } = d.made;
  const at = (id: string, kind: Obstacle['kind'], leftMm: number, wideMm: number, up: [number, number]) => ({
    id: ItemId.parse(id),
    kind,
    leftMm,
    rightMm: leftMm + wideMm,
    bottomMm: inches(up[0]),
    topMm: inches(up[1]),
  });
  return [
    ...(i === 1 && d.duct !== null
      ? [at('duct', 'duct', d.duct * lengthOf(d, 1), inches(14), [30, 80])]
      : []),
    ...(blocks === i ? [at('blocks', 'blocking', 0, lengthOf(d, i), [44, 45.5])] : []),
    ...(i === 2 && returnAir !== null
      ? [at('return', 'return-air', returnAir * lengthOf(d, 2), inches(14), [6, 90])]
      : []),
  ];
}

function soffitOf(d: Draw, w: Wall, ceilingMm: number, i: number): Wall['furniture'] {
  if (d.soffit?.wall !== i) return [];
  return [
    {
      id: ItemId.parse('soffit'),
      name: 'Soffit',
      kind: 'soffit',
      leftMm: d.soffit.from * w.lengthMm,
      rightMm: d.soffit.to * w.lengthMm,
      bottomMm: ceilingMm - inches(12),
      topMm: ceilingMm,
      depthMm: inches(12),
      planned: false,
    },
  ];
}

const walls = (room: Room, d: Draw): Room => ({
  ...room,
  walls: room.walls.map((w, i) => ({
    ...w,
    ...framed(w, d),
    outerFace: d.made.clad,
    hits: readings(d, w.id, w.lengthMm),
    openings: openingsOf(d, i),
    obstacles: obstaclesOf(d, i),
    furniture: soffitOf(d, w, room.ceilingMm, i),
  })),
});

function pointsOf(d: Draw): Point[] {
  const points: Point[] = [];
  d.outlets.forEach((o, i) => {
    const at = position(d, o.wall, o.at, inches(15));
    // Two boxes in one place are no house.
    if (
      points.some(
        (p) => p.at.on === 'wall' && p.at.wallId === at.wallId && Math.abs(p.at.xMm - at.xMm) < inches(6),
      )
    )
      return;
    points.push(
      makePoint(`r${i}`, `R${i + 1}`, 'receptacle', at, {
        // Some are only drawn where such a room usually has one.
        ...(o.at * 1000 - Math.floor(o.at * 1000) < 0.15 ? { assumed: true as const } : {}),
        condition: 'sound',
        box: {
          model: o.box,
          markedCubicInches: null,
          gangs: 1,
          clamps: o.box?.startsWith('dev') || o.box?.startsWith('oct') ? 'inside' : 'none',
          metal: null,
        },
      }),
    );
  });
  if (d.upstairs !== null)
    points.push(
      makePoint(
        'up0',
        'U1',
        'receptacle',
        {
          on: 'wall',
          wallId: WallId.parse('up-w1'),
          xMm: d.upstairs.at * inches(d.widthInches),
          heightMm: inches(15),
        },
        {
          condition: 'sound',
          box: { model: 'new-1g-18', markedCubicInches: null, gangs: 1, clamps: 'none', metal: null },
        },
      ),
    );
  d.behind.forEach((o, i) => {
    const xMm = o.at * inches(d.depthInches);
    const near = (p: Point) =>
      p.at.on === 'wall' && p.at.wallId === 'next-w4' && Math.abs(p.at.xMm - xMm) < inches(6);
    if (points.some(near)) return;
    points.push(
      makePoint(
        `x${i}`,
        `B${i + 1}`,
        o.high === 48 ? 'switch' : 'receptacle',
        { on: 'wall', wallId: WallId.parse('next-w4'), xMm, heightMm: inches(o.high) },
        {
          condition: 'sound',
          box: { model: o.box, markedCubicInches: null, gangs: 1, clamps: 'none', metal: null },
        },
      ),
    );
  });
  return points;
}

function cablesOf(d: Draw, points: readonly Point[]): Cable[] {
  return points.map((p, i) => {
    const facts = p.id.startsWith('r') ? d.outlets[Number(p.id.slice(1))] : undefined;
    const before = points[i - 1];
    return nm(`c${i}`, before ? atPoint(before.id) : atBreaker(), atPoint(p.id), {
      gauge: facts ? facts.gauge : '14',
      ground: facts?.ground ?? 'wire',
      // Whose size nobody has read, nobody has seen.
      ...(facts?.gauge === null ? { assumed: true as const } : {}),
      lengthMm: feet(12 + i),
      ...(facts && facts.alongside > 0
        ? { surroundings: { celsius: d.atticCelsius, alongside: facts.alongside } }
        : {}),
    });
  });
}

function wantsOf(d: Draw, w: Draw['wants'][number], i: number): Want[] {
  const here = position(d, w.wall, w.at, inches(w.height));
  const upstairs = i === 0 && w.what === 'outlet' && d.upstairs?.wanted === true;
  const at = upstairs ? { ...here, wallId: WallId.parse(`up-w${w.wall + 1}`) } : here;
  const loads: Want['loads'] = [
    {
      name: 'Thing',
      voltAmperes: w.voltAmperes,
      connection: 'cord',
      continuous: false,
      motor: false,
      roomAirConditioner: false,
      hours: [],
    },
  ];
  const own = (more: Partial<Want>) => makeWant(`w${i}`, `new ${i + 1}`, at, more);
  if (w.what === 'outlet') return [own({ loads })];
  const box =
    w.what === 'mixed'
      ? own({ devices: [{ kind: 'receptacle' }, { kind: 'switch' }], loads })
      : own({ kind: 'switch', devices: [{ kind: 'switch' }, { kind: 'switch' }] });
  const ceiling = {
    on: 'ceiling' as const,
    roomId: RoomId.parse('room'),
    xMm: w.over[0] * lengthOf(d, 0),
    yMm: w.over[1] * lengthOf(d, 1),
  };
  const control = { by: 'want' as const, wantId: box.id };
  const led =
    w.what === 'mixed'
      ? makeWant(`w${i}l`, `light ${i + 1}`, ceiling, { kind: 'luminaire', control })
      : makeWant(`w${i}l`, `fan ${i + 1}`, ceiling, {
          kind: 'fan',
          control,
          devices: [{ kind: 'fan', lightNth: 2 }],
        });
  return [box, led];
}

/** The room over the first one. */
const over = (d: Draw): Room => {
  const up = makeRoom('up', 'Upstairs', 'bedroom', inches(d.widthInches), inches(d.depthInches), {
    level: 1,
    above: { kind: d.attic ? 'attic' : 'finished', canEnter: d.attic, joists: 'y', insulated: true },
    below: { kind: 'finished', canEnter: false, joists: 'x' },
  });
  return { ...up, walls: up.walls.map((w) => ({ ...w, ...framed(w, d) })) };
};

function bundleOf(d: Draw): Bundle {
  const room = makeRoom('room', 'Room', d.use, inches(d.widthInches), inches(d.depthInches), {
    above: {
      kind: d.attic && !d.upstairs ? 'attic' : 'finished',
      canEnter: d.attic,
      joists: 'y',
      insulated: true,
    },
    below: { kind: d.basement ? 'basement' : 'slab', canEnter: d.basement, joists: 'x' },
  });
  const built = (r: Room) => asBuilt(r, d.built);
  const next = makeRoom('next', 'Next room', 'hall', feet(6), inches(d.depthInches), {
    place: { xMm: inches(d.widthInches + 4.5), yMm: 0 },
    above: room.above,
    below: room.below,
  });
  const points = pointsOf(d);
  const house: House = makeHouse('house', 'Generated', {
    rooms: [
      walls(room, d),
      {
        ...next,
        walls: next.walls.map((w) => ({
          ...w,
          ...framed(w, d),
          hits: w.id === 'next-w4' ? fromBehind(d, w) : [],
        })),
      },
      ...(d.upstairs === null ? [] : [over(d)]),
    ].map(built),
    panels: panel(d.amps),
    points,
    cables: cablesOf(d, points),
    code: d.code,
    atticCelsius: d.atticCelsius,
    bannedMethods: [...d.banned],
  });
  const wants = d.wants.flatMap((w, i) => wantsOf(d, w, i));
  const job = makeJob('job', house.id, 'Generated', { wants });
  return {
    house,
    job: {
      ...job,
      method: d.method,
      preferences: {
        ...job.preferences,
        weigh: d.weigh,
        passPower: d.passPower,
        connector: d.connector,
        cutOrder: d.cutOrder,
      },
    },
  };
}

/** Bundles for property tests. */
export const anyBundle: fc.Arbitrary<Bundle> = draw.map(bundleOf);

/** The same house in a mirror: every wall runs the other way and every position counts from its other end. */
export function mirrored({ house, job }: Bundle): Bundle {
  const lengths = new Map(
    house.rooms.flatMap((r) => r.walls.map((w) => [w.id as string, w.lengthMm] as const)),
  );
  const widths = new Map(house.rooms.map((r) => [r.id as string, r.walls[0]?.lengthMm ?? 0] as const));
  const flip = <T extends Point['at']>(at: T): T => {
    if (at.on === 'wall') return { ...at, xMm: (lengths.get(at.wallId) ?? 0) - at.xMm };
    return at.on === 'ceiling' ? { ...at, xMm: (widths.get(at.roomId) ?? 0) - at.xMm } : at;
  };
  const rooms = house.rooms.map((r) => ({
    ...r,
    place: { xMm: -r.place.xMm - (r.walls[0]?.lengthMm ?? 0), yMm: r.place.yMm },
    above: mirroredJoists(r.above, r.walls[0]?.lengthMm ?? 0),
    below: mirroredJoists(r.below, r.walls[0]?.lengthMm ?? 0),
    // Seen from inside, a mirror swaps the walls at left and right of the first one.
    walls: [r.walls[0], r.walls[3], r.walls[2], r.walls[1]].flatMap((w) =>
      w
        ? [
            {
              ...w,
              framing: {
                ...w.framing,
                firstStudMm: w.framing.firstStudMm === null ? null : w.lengthMm - w.framing.firstStudMm,
              },
              openings: w.openings.map((o) => ({
                ...o,
                leftMm: w.lengthMm - o.rightMm,
                rightMm: w.lengthMm - o.leftMm,
              })),
              obstacles: w.obstacles.map((o) => ({
                ...o,
                leftMm: w.lengthMm - o.rightMm,
                rightMm: w.lengthMm - o.leftMm,
              })),
              layers: (w.layers ?? []).map((l) =>
                l.area
                  ? {
                      ...l,
                      area: {
                        ...l.area,
                        leftMm: w.lengthMm - l.area.rightMm,
                        rightMm: w.lengthMm - l.area.leftMm,
                      },
                    }
                  : l,
              ),
              furniture: w.furniture.map((f) => ({
                ...f,
                leftMm: w.lengthMm - f.rightMm,
                rightMm: w.lengthMm - f.leftMm,
              })),
            },
          ]
        : [],
    ),
  }));
  return {
    house: { ...house, rooms, points: house.points.map((p) => ({ ...p, at: flip(p.at) })) },
    job: { ...job, wants: job.wants.map((w) => ({ ...w, at: flip(w.at) })) },
  };
}
