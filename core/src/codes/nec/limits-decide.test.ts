import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses, demoJobs } from '../../demo/index.ts';
import {
  ItemId,
  makePoint,
  makeRoom,
  makeWant,
  PointId,
  RoomId,
  WallId,
  type Bundle,
  type Furniture,
  type House,
} from '../../document/index.ts';
import { judge } from '../../evaluation/judge.ts';
import { placeBehind, wallLines } from '../../structure/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  loadAt,
  nm,
  outlet,
  placeOf,
  smallHouse,
  standing,
  wanted,
} from '../../testing/build.ts';
import { anyBundle } from '../../testing/random-house.ts';
import { feet, inches } from '../../units/index.ts';
import { LIMIT_KEYS, type LimitKey } from '../terms.ts';
import type { CodePack } from '../pack.ts';
import { necPack } from './pack.ts';
import { bathZoneNeed } from './protect.ts';
import { cutFault } from './rules/frame.ts';
import { counterCoverage, wallCoverage } from './spacing.ts';
import { limitRange } from './tables/limits.ts';

/**
 * Every limit decides something: changed as far as a house may change it, some verdict, step, part or route comes out otherwise.
 * A number on the page of rules that nothing compares with would be a promise that nobody keeps.
 */

/** What a bundle comes to with a limit changed, without what is said of the change itself. */
function outcome({ house, job }: Bundle, amendments: House['amendments']): string {
  const { findings, chosen } = judge({ house: { ...house, amendments }, job }, { prove: () => [] });
  return JSON.stringify([
    findings
      .filter((f) => f.rule !== 'local-amendment')
      .map((f) => [f.key, f.severity, f.says, f.detail])
      .sort(),
    chosen?.steps,
    chosen?.bill.lines,
    chosen?.option.legs,
  ]);
}

const room = (furniture: Furniture[] = []) => {
  const r = makeRoom('r', 'Kitchen', 'kitchen', feet(12), feet(10));
  return { ...r, walls: r.walls.map((w, i) => (i === 0 ? { ...w, furniture } : w)) };
};
/** A foot of wall between two doors. */
const stub = () => {
  const door = (id: string, left: number, right: number) => ({
    id: ItemId.parse(id),
    kind: 'door' as const,
    leftMm: feet(left),
    rightMm: feet(right),
    bottomMm: 0,
    topMm: 2000,
  });
  const r = room();
  return {
    ...r,
    walls: r.walls.map((w, i) => (i === 0 ? { ...w, openings: [door('a', 3, 6), door('b', 7, 10)] } : w)),
  };
};
const above = (xFeet: number, height: number) =>
  makePoint('p', 'R', 'receptacle', {
    on: 'wall',
    wallId: WallId.parse('r-w1'),
    xMm: feet(xFeet),
    heightMm: inches(height),
  });
const counter = (pack: CodePack) =>
  counterCoverage(room([standing('counter', 1, 6), standing('counter', 8, 9)]), [above(2, 46)], pack);

/** A room with a fire-rated wall to the next dwelling, a wanted box in it and one on its other face. */
function rated(): Bundle {
  const base = smallHouse().rooms[0]!;
  const front = {
    ...base,
    walls: base.walls.map((w, i) => (i === 0 ? { ...w, separates: 'party' as const } : w)),
  };
  const place = placeBehind(wallLines(front)[0]!, feet(12), feet(10), 0);
  return bundle(
    smallHouse({
      rooms: [front, makeRoom('rear', 'Rear', 'bedroom', feet(12), feet(10), { place })],
      points: [
        outlet('r1', 24),
        outlet('x1', 0, {
          at: { on: 'wall', wallId: WallId.parse('rear-w3'), xMm: inches(144 - 90), heightMm: inches(15) },
        }),
      ],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    }),
    [wanted(60)],
  );
}
const loaded = (...loads: House['loads']): Bundle => bundle(smallHouse({ loads }), [wanted(104)]);
/** A room air conditioner on a circuit of its own: the breaker feeds that outlet and nothing else. */
const alone = (): Bundle =>
  bundle(
    smallHouse({
      points: [outlet('r1', 24)],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
      loads: [loadAt('r1', 1300, { roomAirConditioner: true })],
    }),
    [],
  );
const bathWith = (want: Parameters<typeof makeWant>[3]): Bundle => {
  const house = smallHouse();
  const [first] = house.rooms;
  return bundle(
    {
      ...house,
      rooms: [
        {
          ...first!,
          use: 'bath',
          walls: first!.walls.map((w, i) =>
            i === 0
              ? {
                  ...w,
                  furniture: [{ ...standing('tub', 1, 6), topMm: inches(20) }, standing('sink', 9, 11)],
                }
              : w,
          ),
        },
      ],
    },
    [
      makeWant(
        'w1',
        'new 1',
        { on: 'ceiling', roomId: RoomId.parse('room'), xMm: feet(8), yMm: feet(1) },
        want,
      ),
    ],
  );
};

type Case = (pack: CodePack, amended: House['amendments']) => unknown;
const ofBundle =
  (make: () => Bundle): Case =>
  (_pack, amended) =>
    outcome(make(), amended);
const cut = (member: 'stud' | 'joist', bearing: boolean, along?: 'end'): Case => {
  const notch = { kind: 'notch', member, bearing, along, cutMm: 12, depthMm: 89, edgeMm: 0 } as const;
  return (pack) => cutFault(pack, notch as Parameters<typeof cutFault>[1]);
};
const tub: Case = (pack) =>
  bathZoneNeed(
    placeOf('bath', { toTub: { mm: feet(4), asideMm: feet(2), aboveRimMm: feet(4) } }),
    2023,
    pack.limits,
  ).needed;

/** What shows it where houses drawn at random seldom do. */
/** R2 moves 3 ft along its wall, and nothing is added. */
const moved = (): Bundle =>
  bundle(smallHouse(), [wanted(110, { replaces: PointId.parse('r2') })], {
    protection: { groundFault: null, arcFault: null },
  });

/** A light and a fan of so many kilograms. */
const heavy = (kind: 'luminaire' | 'fan', weightKg: number): Bundle =>
  bundle(smallHouse(), [
    makeWant(
      'w1',
      'new 1',
      { on: 'ceiling', roomId: RoomId.parse('room'), xMm: feet(6), yMm: feet(5) },
      { kind, devices: [{ kind, weightKg }] },
    ),
  ]);

/** A hall of 8 ft with a light and no outlet: a town may ask for one in it. */
const hall = (): Bundle => {
  const { rooms, points } = smallHouse();
  const room = makeRoom('hall', 'Hall', 'hall', feet(8), feet(4));
  const light = { on: 'ceiling' as const, roomId: room.id, xMm: feet(4), yMm: feet(2) };
  return bundle(
    smallHouse({
      rooms: [...rooms, room],
      points: [...points, makePoint('l1', 'L1', 'luminaire', light)],
    }),
    [wanted(104)],
  );
};

const CASES: Partial<Record<LimitKey, Case>> = {
  hallLengthMm: ofBundle(hall),
  arcFaultMoveMm: ofBundle(moved),
  fixedShare: ofBundle(() => loaded(loadAt('r1', 700, { connection: 'fixed' }))),
  motorFactor: ofBundle(() => loaded(loadAt('r1', 700, { connection: 'fixed', motor: true }))),
  airConditionerShared: ofBundle(() => loaded(loadAt('r1', 700, { roomAirConditioner: true }))),
  airConditionerAlone: ofBundle(alone),
  wallSpaceMm: (pack) => wallCoverage(stub(), [], new Set(), pack).spaces,
  counterReachMm: (pack) => counter(pack).uncoveredMm,
  counterWidthMm: (pack) => counter(pack).spaces,
  counterHeightMm: (pack) => counter(pack).without,
  basinReachMm: ofBundle(() => bathWith({ kind: 'luminaire' })),
  bathZoneMm: tub,
  bathZoneHeightMm: tub,
  luminaireZoneMm: ofBundle(() => bathWith({ kind: 'fan' })),
  luminaireZoneHeightMm: ofBundle(() => bathWith({ kind: 'fan' })),
  luminaireWeightKg: ofBundle(() => heavy('luminaire', 15)),
  wallLuminaireWeightKg: ofBundle(() =>
    bundle(smallHouse(), [wanted(104, { kind: 'luminaire', devices: [{ kind: 'luminaire', weightKg: 2 }] })]),
  ),
  fanWeightKg: ofBundle(() => heavy('fan', 20)),
  fanMarkedWeightKg: ofBundle(() => heavy('fan', 10)),
  joistNotchShare: cut('joist', false),
  joistEndNotchShare: cut('joist', false, 'end'),
  studNotchShare: cut('stud', false),
  studNotchBearingShare: cut('stud', true),
  oppositeBoxesMm: ofBundle(rated),
  ratedBoxIn2: ofBundle(rated),
  ratedBoxesShare: ofBundle(rated),
};

const DRAWN: readonly Bundle[] = [
  ...demoJobs().map((job) => ({ house: demoHouses().find((h) => h.id === job.houseId)!, job })),
  ...fc.sample(anyBundle, { seed: 7, numRuns: 14 }),
];
const AS_IS = new Map<Bundle, string>();
const asIs = (b: Bundle): string => {
  const known = AS_IS.get(b) ?? outcome(b, []);
  AS_IS.set(b, known);
  return known;
};
const general: Case = (_pack, amended) =>
  amended.length > 0 && DRAWN.some((b) => outcome(b, amended) !== asIs(b));

describe('each limit, changed as far as a house may, decides', () => {
  it.each(LIMIT_KEYS)('%s', (key) => {
    const show = CASES[key] ?? general;
    const { least, most } = limitRange(key);
    const with_ = (value?: number) => {
      const amended = value === undefined ? [] : [{ limit: key, value, note: 'the town' }];
      return JSON.stringify(show(necPack(2023, amended), amended) ?? null);
    };
    expect([with_(least), with_(most)].some((changed) => changed !== with_())).toBe(true);
  });
});
