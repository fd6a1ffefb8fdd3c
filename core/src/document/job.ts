import { z } from 'zod';
import { BoxFunction, CableType, Gauge, House, LoadFacts, Position, SwitchNumber } from './house.ts';
import { CableId, HouseId, ItemId, JobId, PanelId, PointId, WallId, WantId } from './ids.ts';
import { JobPhoto, MOST_PHOTOS } from './photo.ts';
import { DrawnSheet, MOST_DRAWINGS } from './drawn.ts';
import { MOST_HOUSE_STRIPS, MOST_STRIPS, StripLight } from './strip.ts';
import { CalendarFacts } from './calendar-facts.ts';
import { LogEntry, StepTimer, Surprise } from './log.ts';

/** The job: what is wanted, what was chosen, what was done and measured. */

const Name = z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 characters');
const Note = z.string().max(4000);

const Size = z.number().min(1).max(20_000);
/** A long luminaire or a row of them on a ceiling: its outline around the feed point, which is where the box goes. */
export const Fixture = z.object({
  lengthMm: Size,
  widthMm: Size,
  /** From its first end to where its wires come out. */
  feedMm: z.number().min(0).max(20_000),
  /** Which way it lies: along the first wall, or out from it. */
  turn: z.enum(['x', 'y']),
  /** How many hang end to end, and how many the maker allows on one feed. */
  linked: z.int().min(1).max(20),
  mostLinked: z.int().min(1).max(20),
  /** Where each is screwed up, from its first end. */
  mountsMm: z.array(z.number().min(0).max(20_000)).max(8),
});
export type Fixture = z.infer<typeof Fixture>;

export const Want = z.object({
  id: WantId,
  label: Name,
  kind: z.enum(['receptacle', 'switch', 'luminaire', 'fan', 'appliance']),
  at: Position,
  /** What its box holds, from the left; of a point that moves what it held when that was asked for, since its devices come along. */
  devices: z.array(BoxFunction).min(1).max(3),
  /** Gangs that its box has at least; left out, as many as its devices take. */
  gangs: z.int().min(1).max(3).optional(),
  /** Always live, or commanded by an existing switch. */
  control: z.discriminatedUnion('by', [
    z.object({ by: z.literal('always') }),
    z.object({ by: z.literal('switch'), pointId: PointId, nth: SwitchNumber.optional() }),
    /** A switch that is wanted in the same job. */
    z.object({ by: z.literal('want'), wantId: WantId, nth: SwitchNumber.optional() }),
  ]),
  /** The switch that its first switch works together with: both become three-ways, with travelers between them. */
  partner: z
    .discriminatedUnion('by', [
      z.object({ by: z.literal('switch'), pointId: PointId, nth: SwitchNumber.optional() }),
      z.object({ by: z.literal('want'), wantId: WantId, nth: SwitchNumber.optional() }),
    ])
    .optional(),
  /** Where its power must come from, when that is not left to the search: a box that is there, a cable between two, or a panel. */
  source: z
    .discriminatedUnion('from', [
      z.object({ from: z.literal('point'), pointId: PointId }),
      z.object({ from: z.literal('panel'), panelId: PanelId }),
      /** A cable that is cut into. */
      z.object({ from: z.literal('cable'), cableId: CableId }),
    ])
    .optional(),
  /** The point that moves here: its devices come along, its old box stays as a reachable junction. */
  replaces: PointId.optional(),
  /** The one device of that point that moves, while the others stay; left out, all of them. */
  replacesDevice: z.int().min(0).max(5).optional(),
  /** How far the cables of a point that moves can be drawn along, as somebody measured; left out, nobody has. */
  reachMm: z.number().min(0).max(5000).optional(),
  fixture: Fixture.optional(),
  /** How its box is held where the usual wings have no room: on the wall, or by screws through it into wood beside it. */
  mounting: z.enum(['surface', 'screwed']).optional(),
  /** Kept tight against air and smoke: gasket behind the plate, sealant around box and cables. */
  seal: z.literal(true).optional(),
  loads: z.array(LoadFacts).max(12),
  note: Note,
});
export type Want = z.infer<typeof Want>;

/** A change of a point that stays where it is. */
export const Change = z.discriminatedUnion('kind', [
  /** Another device in the place of one that is there. */
  z.object({
    kind: z.literal('replace'),
    id: ItemId,
    pointId: PointId,
    index: z.int().min(0).max(5),
    device: BoxFunction,
    /** What the new light, fan or appliance draws, a row of lights as one; left out, nobody has said. */
    loads: z.array(LoadFacts).max(12).optional(),
  }),
  /** A wider box with more devices in it. */
  z.object({
    kind: z.literal('enlarge'),
    id: ItemId,
    pointId: PointId,
    devices: z.array(BoxFunction).min(1).max(3),
  }),
  /** Devices taken out; the box keeps its place and gets a narrower one or blanks. */
  z.object({
    kind: z.literal('reduce'),
    id: ItemId,
    pointId: PointId,
    drop: z.array(z.int().min(0).max(5)).min(1).max(5),
  }),
  /** Taken out of use: what hangs beyond stays spliced behind a blank plate, else its cable is made dead. */
  z.object({ kind: z.literal('retire'), id: ItemId, pointId: PointId }),
  /** The plate stands elsewhere over a box that stays: the device goes to another gang of it. */
  z.object({
    kind: z.literal('shift'),
    id: ItemId,
    pointId: PointId,
    byMm: z.number().min(-200).max(200),
    /** A plate larger all round: it hides more wall on each side. */
    oversize: z.literal(true).optional(),
  }),
  /** A half-switched outlet becomes live at all times: the switch is free for something else. */
  z.object({ kind: z.literal('convert'), id: ItemId, pointId: PointId, switchId: PointId }),
  /** Air and smoke kept from passing through the box: gasket behind the plate, sealant round box and cables. */
  z.object({ kind: z.literal('seal'), id: ItemId, pointId: PointId }),
  /** Two points change their devices. */
  z.object({ kind: z.literal('swap'), id: ItemId, pointId: PointId, withId: PointId }),
]);
export type Change = z.infer<typeof Change>;

/** Operations that a person may have to buy or hire a tool for. */
export const ToolKey = z.enum([
  'right-angle-drill',
  'flexible-bit',
  'fish-rods',
  'masonry-bit',
  'tubing-bender',
  'pry-bar',
]);
export type ToolKey = z.infer<typeof ToolKey>;

const Factor = z.number().min(0.05).max(20);
/** How much more or less than usual each thing weighs; 1 is as usual. */
export const Tune = z.object({
  patching: Factor,
  cable: Factor,
  attic: Factor,
  time: Factor,
  holes: Factor,
  risk: Factor,
});
export type Tune = z.infer<typeof Tune>;

/** A kind of work that the person will not do, everywhere or at one wall. */
const Avoid = z.object({ op: z.string().max(40), wallId: WallId.nullable() });
export type Avoid = z.infer<typeof Avoid>;

export const Preferences = z.object({
  passPower: z.enum(['pigtails', 'through-device']),
  connector: z.enum(['twist-on', 'lever']),
  gaugeOnFifteen: z.enum(['14', '12']),
  /** How the new outlets and switches look, and so their plates: left out, with the round faces and toggles that most houses have. */
  style: z.literal('decorator').optional(),
  cutOrder: z.enum(['shortest-outage', 'power-off-first']),
  weigh: z.enum(['balanced', 'least-patching', 'least-cable', 'least-attic', 'least-time']),
  boxMarginCubicInches: z.number().min(0).max(20),
  bayWish: z.number().min(0.5).max(0.999),
  alone: z.boolean(),
  eveningMinutes: z.number().min(30).max(600),
  tune: Tune.optional(),
  /** Tools that are neither there nor to be bought or hired. */
  lacks: z.array(ToolKey).max(10).optional(),
});
export type Preferences = z.infer<typeof Preferences>;

export const defaultPreferences: Preferences = {
  passPower: 'pigtails',
  connector: 'twist-on',
  gaugeOnFifteen: '14',
  cutOrder: 'shortest-outage',
  weigh: 'balanced',
  boxMarginCubicInches: 1,
  bayWish: 0.9,
  alone: true,
  eveningMinutes: 180,
};

/** Ways to give protection; null means not chosen yet. */
const ProtectionChoice = z.object({
  groundFault: z.enum(['at-breaker', 'at-first', 'at-new']).nullable(),
  arcFault: z.enum(['at-breaker', 'at-first']).nullable(),
});
export type ProtectionChoice = z.infer<typeof ProtectionChoice>;

/** A reading at the wall. `value` is null for a word reading such as OL; the raw text is always kept. */
export const Reading = z.object({
  id: ItemId,
  testKey: z.string().max(160),
  /** What was asked, in words: the record stays readable when the plan is gone. */
  says: z.string().max(240),
  text: z.string().max(60),
  value: z.number().min(-1e6).max(1e6).nullable(),
  takenAt: z.iso.datetime(),
  planKey: z.string().max(200),
});
export type Reading = z.infer<typeof Reading>;

/** On what somebody goes on against a Fix: who or what says that it may be so. */
export const OverrideBasis = z.enum(['inspector', 'electrician', 'exception', 'site', 'own']);
export type OverrideBasis = z.infer<typeof OverrideBasis>;

const Override = z.object({
  rule: z.string().max(80),
  subject: z.string().max(80),
  /** Left out where a question was answered in words. */
  basis: OverrideBasis.optional(),
  reason: z.string().trim().min(3).max(400),
});

const Line = z.string().max(600);
const MOST_BUILT = 400;
/** What was built, in words and numbers, for the inspector and the next owner. */
export const BuiltRecord = z.object({
  circuits: z
    .array(
      z.object({
        panel: z.string().max(120),
        breaker: z.string().max(8),
        amps: z.number(),
        poles: z.int(),
        protection: z.enum(['none', 'gfci', 'afci', 'dual']),
        feeds: z.string().max(120),
      }),
    )
    .max(MOST_BUILT),
  cables: z
    .array(
      z.object({
        from: z.string().max(130),
        to: z.string().max(130),
        method: CableType,
        gauge: Gauge.nullable(),
        conductors: z.int(),
        ground: z.enum(['wire', 'armor', 'tubing', 'none', 'unknown']),
        lengthMm: z.number().nullable(),
      }),
    )
    .max(MOST_BUILT),
  boxes: z
    .array(
      z.object({
        label: Name,
        place: Line,
        box: Line,
        devices: z.array(Line).max(12),
        neededCubicInches: z.number().nullable(),
        availableCubicInches: z.number().nullable(),
        sums: Line,
      }),
    )
    .max(MOST_BUILT),
  /** Everything that was checked and found in order, with the article it was checked against. */
  checks: z.array(z.object({ rule: z.string().max(80), says: Line, source: Line })).max(2000),
  /** Walls and joists with the way of the cable in them; left out in records that were made before these were kept. */
  drawings: z.array(DrawnSheet).max(MOST_DRAWINGS).optional(),
});
export type BuiltRecord = z.infer<typeof BuiltRecord>;

/** What was there before a sign-off and how it was left, so that it can be taken back while nobody has changed it since. */
const Restored = <T extends z.ZodType>(what: T) =>
  z.array(
    z.object({
      id: z.string().max(80),
      /** Null where it was not there. */
      was: what.nullable(),
      /** Fingerprint of how the sign-off left it; null where it took it away. */
      left: z.string().max(20).nullable(),
    }),
  );
export const SignOffUndo = z.object({
  points: Restored(House.shape.points.element).max(700),
  cables: Restored(House.shape.cables.element).max(1000),
  loads: Restored(House.shape.loads.element).max(1000),
  panels: Restored(House.shape.panels.element).max(12),
  /** Left out in sign-offs from before strips went into the house. */
  strips: Restored(StripLight)
    .max(2 * MOST_HOUSE_STRIPS)
    .optional(),
  shelf: House.shape.shelf,
  jobShelf: z.array(z.object({ partKey: z.string().max(120), count: z.number() })).max(200),
  option: z.string().max(300).nullable(),
});
export type SignOffUndo = z.infer<typeof SignOffUndo>;

/** Permit and inspections: the dates that other people set. */
export const Permit = z.object({
  number: z.string().max(60),
  /** Name of the authority or the inspector. */
  by: z.string().max(120),
  inspections: z
    .array(
      z.object({
        id: ItemId,
        kind: z.enum(['rough', 'final']),
        on: z.iso.date().nullable(),
        result: z.enum(['open', 'passed', 'failed']),
        note: z.string().max(400),
      }),
    )
    .max(20),
});
export type Permit = z.infer<typeof Permit>;

/** What stays of a sign-off: who, why in spite of what was open, and the verdicts as they stood. */
export const SignOffRecord = z.object({
  by: Name,
  reason: z.string().trim().min(1).max(1000).nullable(),
  tests: z
    .array(
      z.object({
        key: z.string().max(200),
        says: z.string().max(400),
        expected: z.string().max(400),
        reading: z.string().max(60).nullable(),
        takenAt: z.iso.datetime().nullable(),
        verdict: z.enum(['ok', 'failed', 'missing']),
      }),
    )
    .max(2000),
  findings: z
    .array(
      z.object({
        rule: z.string().max(80),
        severity: z.enum(['stop', 'fix', 'watch', 'ok']),
        says: z.string().max(600),
        overridden: z.string().max(400).nullable(),
      }),
    )
    .max(2000),
  /** Left out in records that were made before this was kept. */
  built: BuiltRecord.optional(),
  /** What was found otherwise than planned, and what was left open at first and why. */
  deviations: z
    .array(z.object({ at: z.iso.datetime(), says: z.string().max(600) }))
    .max(2400)
    .optional(),
});
export type SignOffRecord = z.infer<typeof SignOffRecord>;

/** Something chosen by hand for a box, by the id of its point. */
const ByPoint = z
  .record(z.string().max(80), z.string().max(60))
  .refine((r) => Object.keys(r).length <= 660, 'more entries than a house can have boxes');

/** Wants that one job may have. */
export const MOST_WANTS = 20;

export const JOB_FORMAT = 'elwand-job';
export const JOB_VERSION = 4;

export const Job = z.object({
  format: z.literal(JOB_FORMAT),
  formatVersion: z.literal(JOB_VERSION),
  id: JobId,
  houseId: HouseId,
  name: Name,
  wants: z.array(Want).max(MOST_WANTS),
  preferences: Preferences,
  changes: z.array(Change).max(40).optional(),
  avoid: z.array(Avoid).max(40).optional(),
  strips: z.array(StripLight).max(MOST_STRIPS).optional(),
  /** Options that stay in the list whatever else is found, with what they were called. */
  pinned: z
    .array(z.object({ key: z.string().max(300), label: Name }))
    .max(8)
    .optional(),
  protection: ProtectionChoice,
  /** Key of the chosen option; null follows the best one. */
  option: z.string().max(300).nullable(),
  /** Box chosen by hand for a want, or a new box for a tap point, by its id. */
  boxes: ByPoint,
  /** New cable gauge by hand; null matches breaker and wall. */
  gauge: Gauge.nullable(),
  /** Wiring method of the new run by hand; null takes the usual one that the places allow. */
  method: CableType.nullable(),
  /** Extension ring for a box that stays, by point id. */
  rings: ByPoint,
  /** Boxes whose clamps come out for connectors that clamp outside. */
  clampsOutside: z.array(PointId).max(60),
  shelf: z.array(z.object({ partKey: z.string().max(120), count: z.number().min(0).max(100_000) })).max(200),
  overrides: z.array(Override).max(60),
  readings: z.array(Reading).max(2000),
  log: z.array(LogEntry).max(2000),
  timers: z.array(StepTimer).max(400).optional(),
  surprises: z.array(Surprise).max(200).optional(),
  photos: z.array(JobPhoto).max(MOST_PHOTOS).optional(),
  note: Note,
  signedOff: z.iso.datetime().nullable(),
  /** Missing in jobs that were signed off before records were kept. */
  record: SignOffRecord.optional(),
  /** Takes the sign-off back; left out in jobs that were signed off before this was kept. */
  undo: SignOffUndo.optional(),
  permit: Permit.optional(),
  calendar: CalendarFacts.optional(),
});
export type Job = z.infer<typeof Job>;

/** What the engine works on: one house and one job. */
export interface Bundle {
  readonly house: House;
  readonly job: Job;
}
