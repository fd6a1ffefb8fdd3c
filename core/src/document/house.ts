import { z } from 'zod';
import { PlugKey } from './plugs.ts';
import { CalendarFacts } from './calendar-facts.ts';
import { PaceRecord } from './log.ts';
import { WallPhoto } from './photo.ts';
import { MOST_HOUSE_STRIPS, StripLight } from './strip.ts';
import { BreakerId, CableId, HouseId, ItemId, PanelId, PointId, RoomId, WallId } from './ids.ts';

/** The house: what stands. Lengths in mm; wall positions from the wall's left corner as seen from inside. */

/** Along a wall: a wall is 100 m at most. */
const Mm = z.number().min(0).max(100_000);
/** Above the floor. */
const Height = z.number().min(0).max(30_000);
/** In the plan of the house: everything lies within 200 m of its origin. */
export const PLAN_REACH_MM = 200_000;
const Plan = z.number().min(-PLAN_REACH_MM).max(PLAN_REACH_MM);
const Spacing = (what: string) =>
  z.number().min(200, `${what} closer than 200 mm are not a spacing`).max(2500);
const Name = z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 characters');

export const RoomUse = z.enum([
  'living',
  'family',
  'dining',
  'bedroom',
  'den',
  'library',
  'recreation',
  'sunroom',
  'hall',
  'stair',
  'closet',
  'kitchen',
  'laundry',
  'bath',
  'garage',
  'workshop',
  'utility',
  'basement-finished',
  'basement-unfinished',
  'crawl',
  'attic',
  'outdoor',
]);
export type RoomUse = z.infer<typeof RoomUse>;

export const HitMethod = z.enum(['magnet', 'finder', 'probe', 'knock', 'photo', 'nothing']);
export type HitMethod = z.infer<typeof HitMethod>;

/** One reading of what is behind the board: wood at a place, or nothing there. `edges` for a finder that gave both edges. */
export const Hit = z.object({
  id: ItemId,
  method: HitMethod,
  atMm: Mm,
  edgesMm: z.tuple([Mm, Mm]).optional(),
});
export type Hit = z.infer<typeof Hit>;

export const Opening = z.object({
  id: ItemId,
  kind: z.enum(['door', 'window', 'cased']),
  leftMm: Mm,
  rightMm: Mm,
  bottomMm: Height,
  topMm: Height,
});
export type Opening = z.infer<typeof Opening>;

export const Obstacle = z.object({
  id: ItemId,
  kind: z.enum(['pipe', 'duct', 'return-air', 'flue', 'blocking', 'brace', 'cable', 'other']),
  leftMm: Mm,
  rightMm: Mm,
  bottomMm: Height,
  topMm: Height,
});
export type Obstacle = z.infer<typeof Obstacle>;

/** Furniture that decides where a box may be; `planned` when it is not there yet. */
export const Furniture = z.object({
  id: ItemId,
  name: Name,
  kind: z.enum(['furniture', 'cabinet', 'counter', 'sink', 'tub', 'hob', 'soffit']),
  leftMm: Mm,
  rightMm: Mm,
  bottomMm: Height,
  topMm: Height,
  depthMm: z.number().min(0).max(10_000),
  planned: z.boolean(),
  /** It hangs on the wall or stands before it and can be taken down for the work, with so much time and so many people. */
  comesDown: z.object({ minutes: z.number().min(0).max(600), people: z.int().min(1).max(4) }).optional(),
});
export type Furniture = z.infer<typeof Furniture>;

export const Framing = z.object({
  kind: z.enum(['wood', 'steel', 'masonry']),
  memberMm: z.number().min(10).max(300),
  depthMm: z.number().min(15).max(600),
  spacingMm: Spacing('studs'),
  /** Centre of the first regular stud from the left corner; null when it must come from the hits. */
  firstStudMm: Mm.nullable(),
  /** Masonry: solid, or block with hollow cores; left out, nobody has looked and it is taken for solid. Furred out, it is a wood frame as deep as the furring. */
  masonry: z.enum(['solid', 'hollow']).optional(),
});
export type Framing = z.infer<typeof Framing>;

/** A way that is there already: a hole or an empty conduit from this wall to above, below or the other face. */
export const Passage = z.object({
  id: ItemId,
  kind: z.enum(['hole', 'conduit']),
  to: z.enum(['above', 'below', 'behind']),
  atMm: Mm,
  diameterMm: z.number().min(1).max(500),
});
export type Passage = z.infer<typeof Passage>;

/** What lies on the board: tile, panel, the back of a cabinet; there already or to come. Left out where, over the whole face. */
export const FaceLayer = z.object({
  id: ItemId,
  name: Name,
  thicknessMm: z.number().min(0).max(200),
  planned: z.boolean(),
  area: z.object({ leftMm: Mm, rightMm: Mm, bottomMm: Height, topMm: Height }).optional(),
});
export type FaceLayer = z.infer<typeof FaceLayer>;

export const Wall = z.object({
  id: WallId,
  name: Name,
  lengthMm: Mm.min(1, 'a wall needs a length'),
  /** How the next wall goes on, seen from inside going left to right. */
  turn: z.enum(['right', 'left']),
  exterior: z.boolean(),
  framing: Framing,
  boardMm: z.number().min(0).max(200),
  insulated: z.boolean(),
  openings: z.array(Opening).max(40),
  hits: z.array(Hit).max(200),
  obstacles: z.array(Obstacle).max(60),
  furniture: z.array(Furniture).max(60),
  /** What an exterior wall is clad with; left out, boards that a wood bit goes through. */
  outerFace: z.enum(['siding', 'masonry']).optional(),
  /** Whether a roof keeps the rain off the outer face, and what stands before it; left out, it is open with nothing before it. */
  outside: z.object({ covered: z.boolean(), furniture: z.array(Furniture).max(40) }).optional(),
  /** A baseboard that can come off and be put back: cable may go behind it. */
  baseboard: z.boolean().optional(),
  /** A crown molding, 4 in or more down the wall, that can come off and be put back: cable may go behind it, over doors and windows too. */
  crown: z.boolean().optional(),
  passages: z.array(Passage).max(20).optional(),
  /** Solid wood in the wall where a partition of the other side stands against it; left out, what the plan of the rooms says. */
  posts: z
    .array(z.object({ id: ItemId, leftMm: Mm, rightMm: Mm }))
    .max(20)
    .optional(),
  /** What it keeps fire from; left out, its rooms say: between a garage and the house it does. */
  separates: z.enum(['garage', 'party']).optional(),
  layers: z.array(FaceLayer).max(12).optional(),
  /** The casings of its doors can come off and be put back: cable from behind the baseboard may go around a door. */
  casing: z.boolean().optional(),
  /** What has to be mended where it was opened; left out, drywall. `none`: the studs are seen from this side. */
  finish: z.enum(['board', 'plaster', 'none']).optional(),
  /** What it looked like open, with the points that measure it; left out, nobody has kept one. */
  photo: WallPhoto.optional(),
});
export type Wall = z.infer<typeof Wall>;

/** What joists are made of: it decides whether and how a cable gets across them. */
export const JoistMembers = z.enum(['lumber', 'i-joist', 'truss', 'glued']);
export type JoistMembers = z.infer<typeof JoistMembers>;

/** What stands between the joists of a closed ceiling, in the plan from the room's place. */
export const JoistObstacle = z.object({
  id: ItemId,
  kind: Obstacle.shape.kind,
  leftMm: Mm,
  rightMm: Mm,
  /** From the first wall: y runs out from it. */
  nearMm: Mm,
  farMm: Mm,
});
export type JoistObstacle = z.infer<typeof JoistObstacle>;

const SpaceAbove = z.object({
  kind: z.enum(['attic', 'finished', 'none']),
  canEnter: z.boolean(),
  /** Which way the joists run in plan: x is along the first wall. */
  joists: z.enum(['x', 'y']),
  insulated: z.boolean(),
  /** Left out, sawn lumber. */
  members: JoistMembers.optional(),
  /** A ceiling joist that was found, across the joists from the room's place, and how far apart they are; left out, nobody has looked. */
  joistAtMm: Mm.optional(),
  joistSpacingMm: Spacing('joists').optional(),
  /** No ceiling under the joists: they are seen and worked on from the room; left out, there is one. */
  open: z.literal(true).optional(),
  obstacles: z.array(JoistObstacle).max(40).optional(),
  /** The roof over an attic: rise in 12 of run; a hip comes down on all sides; a raised heel leaves room over the outside plates. */
  roof: z
    .object({
      pitch: z.number().min(0).max(36).optional(),
      shape: z.enum(['gable', 'hip']).optional(),
      heel: z.enum(['raised', 'low']).optional(),
    })
    .optional(),
  /** Where the attic is entered, from the room's place in the plan; left out, elsewhere. */
  hatch: z.object({ xMm: Plan, yMm: Plan }).optional(),
});
const SpaceBelow = z.object({
  kind: z.enum(['basement', 'crawl', 'slab', 'finished']),
  canEnter: z.boolean(),
  joists: z.enum(['x', 'y']),
  /** Left out, sawn lumber. */
  members: JoistMembers.optional(),
  /** Clear height of a crawl space; left out, one can work on hands and knees. */
  clearMm: Height.optional(),
  /** A floor joist that was found, and how far apart they are, as above. */
  joistAtMm: Mm.optional(),
  joistSpacingMm: Spacing('joists').optional(),
  /** Depth of the floor joists; left out, 7-1/4 in. */
  joistDepthMm: z.number().min(50).max(1000).optional(),
});

export const Room = z.object({
  id: RoomId,
  name: Name,
  use: RoomUse,
  ceilingMm: Height.min(1500, 'a ceiling under 1500 mm is not a room'),
  /** Story: 0 is the lowest; left out, 0. */
  level: z.int().min(0).max(9).optional(),
  /** Left end of the first wall in the plan of the house. */
  place: z.object({ xMm: Plan, yMm: Plan }),
  above: SpaceAbove,
  below: SpaceBelow,
  /** How wet the place is; left out, its use says (outdoors is wet, the rest dry). */
  moisture: z.enum(['dry', 'damp', 'wet']).optional(),
  walls: z.array(Wall).min(1).max(40),
});
export type Room = z.infer<typeof Room>;

export const Position = z.discriminatedUnion('on', [
  z.object({ on: z.literal('wall'), wallId: WallId, xMm: Mm, heightMm: Height }),
  /** The outer face of an exterior wall, measured as seen from inside. */
  z.object({ on: z.literal('outside'), wallId: WallId, xMm: Mm, heightMm: Height }),
  z.object({ on: z.literal('ceiling'), roomId: RoomId, xMm: Plan, yMm: Plan }),
  z.object({ on: z.literal('attic'), roomId: RoomId, xMm: Plan, yMm: Plan }),
  z.object({ on: z.literal('basement'), roomId: RoomId, xMm: Plan, yMm: Plan }),
  z.object({ on: z.literal('somewhere'), roomId: RoomId }),
]);
export type Position = z.infer<typeof Position>;
export type WallPosition = Extract<Position, { on: 'wall' }>;

export const DeviceKind = z.enum([
  'receptacle',
  'receptacle-gfci',
  'receptacle-afci',
  'receptacle-dual',
  'receptacle-single',
  'switch',
  'switch-three-way',
  'switch-four-way',
  'switch-pilot',
  'dimmer',
  'fan-control',
  'luminaire',
  'fan',
  'appliance',
  'low-voltage',
  'blank',
]);
export type DeviceKind = z.infer<typeof DeviceKind>;

/** Sizes of conductors, thinnest first. Not `Gauge.options`: keys that look like numbers come out of an enum in their own order. */
export const GAUGES = ['14', '12', '10', '8', '6', '4'] as const;
export const Gauge = z.enum(GAUGES);
export type Gauge = z.infer<typeof Gauge>;
export const Metal = z.enum(['Cu', 'Al']);
export type Metal = z.infer<typeof Metal>;

/** A switch of a box that has several, counted from the left. */
export const SwitchNumber = z.int().min(1).max(6);

/** Weight of what hangs on a box, kg. */
const WeightKg = z.number().positive().max(500);

/** Lamps of a luminaire, as far as what dims them has to know. */
export const LampKind = z.enum([
  'incandescent',
  'led',
  'led-not-dimmable',
  'fluorescent',
  'low-voltage-magnetic',
  'low-voltage-electronic',
]);
export type LampKind = z.infer<typeof LampKind>;

/** What a dimmer is marked for: the lamps, and how many watts of them with its sides whole; left out, nobody has read it. */
export const DimmerMarking = z.object({
  lamps: LampKind.exclude(['led-not-dimmable', 'fluorescent']),
  watts: z.number().min(1).max(5000).optional(),
});
export type DimmerMarking = z.infer<typeof DimmerMarking>;

/** One function of a box: a device, and what of it does what. The survey says what is there, a want or a change what is asked for. */
export const BoxFunction = z.object({
  kind: DeviceKind,
  /** 240 for a device between two hots; left out, 120. */
  volts: z.literal([120, 240]).optional(),
  /** The shape of its slots, where it is not an ordinary duplex: what may be plugged in. */
  plug: PlugKey.optional(),
  /** The tab between the two brass screws of a duplex receptacle: broken where one half is on its switch; left out, nobody has looked. */
  tab: z.enum(['whole', 'broken']).optional(),
  /** Whether all of a receptacle is on a switch where its box has a constant hot as well; left out, a surveyed one is not, a wanted one is. */
  switched: z.boolean().optional(),
  /** Which switch of the box that commands a fan commands its light; left out, the light goes with the fan. */
  lightNth: SwitchNumber.optional(),
  /** A fan whose motor is hot at all times: its switch is for its light. */
  motor: z.literal('always').optional(),
  /** The switch that it hangs on, of a duplex with its tab broken the half that does; left out, the only one whose conductor comes here. */
  by: z.object({ pointId: PointId, nth: SwitchNumber.optional() }).optional(),
  /** Weight of a luminaire or fan, kg; left out, nobody has said. */
  weightKg: WeightKg.optional(),
  /** Lamps in a luminaire; left out, nobody has said. */
  lamps: LampKind.optional(),
  /** What stands on a dimmer; left out, nobody has read it. */
  marked: DimmerMarking.optional(),
});
export type BoxFunction = z.infer<typeof BoxFunction>;

export const Device = BoxFunction.extend({
  amps: z.number().positive().max(60),
  grounded: z.boolean(),
  /** Gangs its mounting takes; left out, one. */
  gangs: z.int().min(1).max(4).optional(),
  /** Largest conductor on its terminals; left out, the largest in the box is reckoned. */
  gauge: Gauge.optional(),
});
export type Device = z.infer<typeof Device>;

/** What else takes or gives room in a box. Everything that is left out is not there. */
export const BoxExtras = z.object({
  /** Marked volume of rings, extension and domed covers, in3. */
  ringCubicInches: z.number().min(0).max(200).optional(),
  barrier: z.enum(['metal', 'nonmetallic']).optional(),
  /** Kinds of luminaire support fittings inside: stud, hickey. */
  fittings: z.int().min(0).max(2).optional(),
  /** Conductors that run through unbroken; `coiled` when 12 in or more of each lies looped in the box. */
  unbroken: z
    .array(z.object({ gauge: Gauge, count: z.int().min(1).max(40), coiled: z.boolean() }))
    .max(8)
    .optional(),
  /** Luminaire wires smaller than 14 AWG that end in the box; under a domed canopy up to four may be left out. */
  fixtureWires: z.int().min(0).max(12).optional(),
  domedCanopy: z.boolean().optional(),
  terminalBlocks: z.int().min(0).max(4).optional(),
});
export type BoxExtras = z.infer<typeof BoxExtras>;

export const BoxFacts = z.object({
  /** Catalogue id when the box is known by kind; null when it was never looked at. */
  model: z.string().max(60).nullable(),
  /** Volume marked in the box, when it can be read: it wins over the catalog. */
  markedCubicInches: z.number().positive().max(400).nullable(),
  gangs: z.int().min(1).max(6),
  clamps: z.enum(['inside', 'outside', 'none', 'unknown']),
  metal: z.boolean().nullable(),
  extras: BoxExtras.optional(),
  /** What the box may carry, as marked or listed; left out, nobody has looked. */
  listedFor: z.enum(['luminaire', 'fan', 'neither']).optional(),
});
export type BoxFacts = z.infer<typeof BoxFacts>;

/** Where a grounding wire of its own ends: in the panel, on the grounding electrode conductor, on the ground of another circuit. */
const GroundRun = z.enum(['panel', 'electrode', 'circuit']);

export const Point = z.object({
  id: PointId,
  label: Name,
  kind: z.enum(['receptacle', 'switch', 'luminaire', 'fan', 'junction', 'appliance']),
  at: Position,
  box: BoxFacts,
  devices: z.array(Device).max(6),
  /** A grounding wire of its own that was run to this box, and where it ends: NEC 250.130(C); left out, there is none. */
  groundRun: GroundRun.optional(),
  condition: z.enum(['sound', 'not-looked', 'burnt', 'loose', 'short-conductors', 'burnt-beyond-reach']),
  accessible: z.boolean(),
  /** Drawn where such a room usually has one: nobody has measured it yet, or knows that it is there. */
  assumed: z.literal(true).optional(),
});
export type Point = z.infer<typeof Point>;

/** Cables, and raceways with their conductors: the wiring method of a run. */
export const CableType = z.enum([
  'NM-B',
  'old-NM',
  'UF-B',
  'AC',
  'old-AC',
  'MC',
  'EMT',
  'FMC',
  'LFMC',
  'LFNC',
  'PVC',
  'knob-and-tube',
]);
export type CableType = z.infer<typeof CableType>;

export const CableEnd = z.discriminatedUnion('at', [
  z.object({ at: z.literal('breaker'), breakerId: BreakerId }),
  z.object({
    at: z.literal('point'),
    pointId: PointId,
    /** Which terminals of a protecting receptacle this cable is on. */
    on: z.enum(['line', 'load', 'splice']),
  }),
]);
export type CableEnd = z.infer<typeof CableEnd>;

/**
 * What the conductors of a cable carry, as surveyed:
 * feed = constant hot + neutral; switched = switched hot + neutral; loop = constant hot out, switched hot back, no neutral;
 * loop-neutral = the same with a neutral; both = constant + switched + neutral; travelers = between three-ways;
 * common-travelers = to a three-way that hangs at the end: two travelers and what is on its common, which is the constant hot or, where
 * a switch is named, its switched hot; common-travelers-neutral = the same with a neutral;
 * travelers-both-ways = to a four-way that hangs at the end: two travelers out, two back;
 * two-hots = 240 V, both conductors hot, no neutral; two-hots-neutral = the same with a neutral beside them.
 */
export const Carries = z.enum([
  'feed',
  'switched',
  'loop',
  'loop-neutral',
  'both',
  'travelers',
  'common-travelers',
  'common-travelers-neutral',
  'travelers-both-ways',
  'two-hots',
  'two-hots-neutral',
  'unknown',
]);
export type Carries = z.infer<typeof Carries>;

export const Cable = z.object({
  id: CableId,
  type: CableType,
  gauge: Gauge.nullable(),
  metal: Metal.nullable(),
  conductors: z.union([z.literal(2), z.literal(3), z.literal(4)]),
  ground: z.enum(['wire', 'armor', 'tubing', 'none', 'unknown']),
  from: CableEnd,
  to: CableEnd,
  carries: Carries,
  /** The switch that commands the switched conductor of this cable. */
  switchedBy: PointId.nullable(),
  /** Which of the switches in that box; left out, the first. */
  switchedNth: SwitchNumber.optional(),
  /** A second switched conductor in the same cable. */
  also: z.object({ switchedBy: PointId, nth: SwitchNumber }).optional(),
  lengthMm: Mm.nullable(),
  /** Places where it was seen and can be reached: it may be cut into there. */
  seenAt: z.array(Position).max(6).optional(),
  /** How much of it hangs loose where it was seen. */
  slackMm: Mm.optional(),
  way: z.enum(['seen', 'reckoned', 'unknown']),
  /** Nobody has looked: it is entered as such a cable usually runs. */
  assumed: z.literal(true).optional(),
  /** What is around it where it runs hottest; left out, 30 C and on its own. */
  surroundings: z
    .object({
      celsius: z.number().min(-40).max(85).nullable(),
      /** Current-carrying conductors of other runs beside it for more than 24 in, or in one foamed hole, or in its raceway. */
      alongside: z.int().min(0).max(60),
    })
    .optional(),
  /** Trade size of a raceway, in. */
  size: z.enum(['3/8', '1/2', '3/4']).optional(),
  /** A continuity reading has proved that armor or tubing really leads back as a ground. */
  groundProved: z.boolean().optional(),
});
export type Cable = z.infer<typeof Cable>;

export const Restriction = z.enum(['none', 'kitchen-counter', 'bath', 'laundry', 'garage', 'dedicated']);
export type Restriction = z.infer<typeof Restriction>;

export const Breaker = z.object({
  id: BreakerId,
  number: z.string().trim().min(1).max(8),
  amps: z.number().positive().max(200),
  poles: z.union([z.literal(1), z.literal(2)]),
  protection: z.enum(['none', 'gfci', 'afci', 'dual']),
  label: z.string().max(120),
  restriction: Restriction,
  multiwire: z.boolean(),
  /** True when switching it off was seen to kill what the label says. */
  proved: z.boolean(),
  /** One half of a tandem: it shares its space with the breaker beside it. */
  tandem: z.literal(true).optional(),
});
export type Breaker = z.infer<typeof Breaker>;

export const Panel = z.object({
  id: PanelId,
  label: Name,
  place: z.string().max(120),
  breakers: z.array(Breaker).max(84),
  /** Where it stands, when it was measured: a new circuit can start there. */
  at: Position.optional(),
  /** Places for single-pole breakers in all; left out, nobody has counted. */
  spaces: z.int().min(1).max(84).optional(),
  /** Spaces that the panel’s label allows a tandem in and that hold a single breaker; left out, none. */
  tandems: z.int().min(0).max(84).optional(),
  /** The breaker in another panel that feeds this one; left out, it is fed from the service. */
  fedFrom: BreakerId.optional(),
});
export type Panel = z.infer<typeof Panel>;

/** Appliances that the rules name. */
export const ApplianceKind = z.enum([
  'dishwasher',
  'range',
  'wall-oven',
  'cooktop',
  'dryer',
  'microwave',
  'sump-pump',
  'water-heater',
  'refrigerator',
  'disposer',
]);
export type ApplianceKind = z.infer<typeof ApplianceKind>;

const Hour = z.number().min(0).max(24);
export const LoadFacts = z.object({
  name: Name,
  voltAmperes: z.number().min(0).max(20_000),
  connection: z.enum(['cord', 'fixed', 'light']),
  /** Runs three hours or more at a stretch. */
  continuous: z.boolean(),
  motor: z.boolean(),
  roomAirConditioner: z.boolean(),
  /** Set when it is one of the appliances that the rules treat by name. */
  appliance: ApplianceKind.optional(),
  hours: z.array(z.tuple([Hour, Hour])).max(12),
  /** Which hot of a multiwire circuit it hangs on: the black one is 1, the red one 2; left out, nobody has looked. */
  leg: z.literal([1, 2]).optional(),
  /** Where it stands and how long its own cord is, for what is plugged in. */
  cord: z.object({ lengthMm: Mm, at: ItemId }).optional(),
});
export type LoadFacts = z.infer<typeof LoadFacts>;
export const Load = LoadFacts.extend({ id: ItemId, pointId: PointId });
export type Load = z.infer<typeof Load>;

/** A value of the rules that the place has changed: its key in the table of limits, what it is here, and who says so. */
export const Amendment = z.object({
  limit: z.string().max(60),
  value: z.number().min(0).max(100_000),
  note: z.string().trim().min(3, 'say who asks for it').max(240),
});
export type Amendment = z.infer<typeof Amendment>;

/** Protection that the code asks for and that this place does not, with who says so: the only way round it besides giving it. */
export const Waiver = z.object({
  what: z.enum(['ground-fault', 'arc-fault']),
  note: z.string().trim().min(3, 'say who says so').max(240),
});
export type Waiver = z.infer<typeof Waiver>;

export const HOUSE_FORMAT = 'elwand-house';
export const HOUSE_VERSION = 3;

/** Bodies of rules that a house can be under, by edition. */
export const HOUSE_CODES = ['nec-2014', 'nec-2017', 'nec-2020', 'nec-2023'] as const;

/** Parts that one may have prices of one's own for. */
const MOST_PRICES = 1000;
const Prices = z
  .record(z.string().max(120), z.int().min(0).max(10_000_000))
  .refine((r) => Object.keys(r).length <= MOST_PRICES, `more than ${MOST_PRICES} prices`);

/** Pieces of cable and counted parts that one may have at hand. */
export const MOST_LEFTOVERS = 200;
/** What is left of earlier jobs: it is used before anything is bought. */
export const Shelf = z.object({
  /** How many of a part, by its key. */
  parts: z
    .record(z.string().max(120), z.number().positive().max(100_000))
    .refine((r) => Object.keys(r).length <= MOST_PRICES, `more than ${MOST_PRICES} parts`),
  /** Pieces of cable: the wiring method with its size, and how long each is. */
  cable: z
    .array(
      z.object({
        id: ItemId,
        method: CableType,
        gauge: Gauge,
        conductors: z.union([z.literal(2), z.literal(3), z.literal(4)]),
        lengthMm: Mm.min(1, 'a piece of cable needs a length'),
      }),
    )
    .max(MOST_LEFTOVERS),
});
export type Shelf = z.infer<typeof Shelf>;

/** Percent of sales tax that anybody pays at most. */
const MOST_TAX = 30;

export const House = z.object({
  format: z.literal(HOUSE_FORMAT),
  formatVersion: z.literal(HOUSE_VERSION),
  id: HouseId,
  name: Name,
  units: z.enum(['imperial', 'metric']),
  yearBuilt: z.int().min(1700).max(2100).nullable(),
  code: z.enum(HOUSE_CODES),
  supplyVolts: z.number().min(90).max(260),
  panelWorkBy: z.enum(['electrician', 'qualified-person']),
  rooms: z.array(Room).max(100),
  panels: z.array(Panel).max(6),
  points: z.array(Point).max(600),
  cables: z.array(Cable).max(900),
  loads: z.array(Load).max(900),
  /** Strip lighting that is there; left out, there is none. */
  strips: z.array(StripLight).max(MOST_HOUSE_STRIPS).optional(),
  amendments: z.array(Amendment).max(40),
  waivers: z.array(Waiver).max(2).optional(),
  /** Wiring methods that a local rule forbids here. */
  bannedMethods: z.array(CableType).max(12),
  /** Somebody has asked, and plastic cable may be used though the house is wired in metal; left out, nobody has. */
  cableAllowed: z.literal(true).optional(),
  /** What parts cost where the owner buys, cents a sale unit, by the key of the part: instead of the estimates. */
  prices: Prices.optional(),
  /** Sales tax where the owner buys, percent; left out, totals are without. */
  salesTaxPercent: z.number().min(0).max(MOST_TAX).optional(),
  shelf: Shelf.optional(),
  /** Tools that are there, by their keys; left out, nobody has said. */
  ownTools: z.array(z.string().max(40)).max(100).optional(),
  /** How long work really takes here; left out, nothing was timed. */
  pace: PaceRecord.optional(),
  /** When work is done here, for all jobs together; left out, evenings and weekends. */
  calendar: CalendarFacts.optional(),
  /** How hot the attic gets, C; null when nobody has said. */
  atticCelsius: z.number().min(-40).max(85).nullable(),
  /** Fault current that the supply can give at the panel, A; null when nobody has asked the utility. */
  faultAmps: z.number().min(100).max(100_000).nullable(),
});
export type House = z.infer<typeof House>;
