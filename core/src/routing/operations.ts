import type { Preferences, ToolKey, Tune } from '../document/index.ts';
import { practice, type Source } from '../findings/index.ts';
import { inches } from '../units/index.ts';
import { msg, type Tool, type Text } from '../words/index.ts';

export type OperationKind =
  | 'fish'
  | 'drill-plate-above'
  | 'drill-plate-open'
  | 'drill-eave-above'
  | 'drill-eave-below'
  | 'drill-plate-below'
  | 'drill-stud'
  | 'bore-open'
  | 'slot-wall'
  | 'turn-corner'
  | 'turn-outside'
  | 'run-attic'
  | 'run-below'
  | 'same-bay'
  | 'cross-blocking'
  | 'between-floors'
  | 'open-ceiling-edge'
  | 'fish-joists'
  | 'slot-ceiling'
  | 'behind-baseboard'
  | 'trim-chase'
  | 'casing-chase'
  | 'behind-crown'
  | 'crown-chase'
  | 'open-soffit'
  | 'run-soffit'
  | 'use-passage'
  | 'through-siding'
  | 'through-masonry'
  | 'conduit-outside'
  | 'surface-run';

/** What one operation costs before the person's own wishes weigh it. */
export interface Operation {
  readonly kind: OperationKind;
  /** What it is called in a list of kinds of work. */
  readonly name: Text;
  readonly minutes: number;
  readonly minutesPerMeter: number;
  readonly holes: number;
  /** Bit diameter for a cable, mm; 0 when nothing is drilled. */
  readonly holeMm: number;
  /** How likely it is to go wrong, 0 to 1, as a weight only. */
  readonly risk: number;
  readonly tools: readonly Tool[];
  /** A tool that not everybody has, without which it is not done. */
  readonly needs: ToolKey | null;
  readonly source: Source;
}

const source = practice(msg('routing.operation.practice'));

interface Facts {
  readonly name: Text;
  readonly minutes: number;
  readonly perMeter?: number;
  readonly holes?: number;
  readonly holeMm?: number;
  readonly risk: number;
  readonly tools?: readonly Tool[];
  readonly needs?: ToolKey;
}
const OPENING_TOOLS: readonly Tool[] = ['jab-saw', 'right-angle-drill', 'bit-3-4', 'patching-tools'];

const TABLE: Readonly<Record<OperationKind, Facts>> = {
  fish: {
    name: msg('routing.operation.fish'),
    minutes: 3,
    perMeter: 3,
    risk: 0.05,
    tools: ['fish-tape', 'electrical-tape'],
  },
  'drill-plate-above': {
    name: msg('routing.operation.drill-plate-above'),
    minutes: 15,
    holes: 1,
    holeMm: inches(1),
    risk: 0.1,
    tools: ['drill', 'bit-1', 'marker-wire', 'head-lamp'],
  },
  'drill-plate-open': {
    name: msg('routing.operation.drill-plate-open'),
    minutes: 12,
    holes: 1,
    holeMm: inches(1),
    risk: 0.1,
    tools: ['right-angle-drill', 'bit-1', 'ladder'],
    needs: 'right-angle-drill',
  },
  'drill-eave-above': {
    name: msg('routing.operation.drill-eave-above'),
    minutes: 40,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.3,
    tools: ['drill', 'flexible-bit', 'rods', 'head-lamp'],
    needs: 'flexible-bit',
  },
  'drill-eave-below': {
    name: msg('routing.operation.drill-eave-below'),
    minutes: 45,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.35,
    tools: ['drill', 'flexible-bit', 'bit-guide', 'rods', 'head-lamp'],
    needs: 'flexible-bit',
  },
  'drill-plate-below': {
    name: msg('routing.operation.drill-plate-below'),
    minutes: 12,
    holes: 1,
    holeMm: inches(1),
    risk: 0.1,
    tools: ['drill', 'bit-1', 'marker-wire'],
  },
  'drill-stud': {
    name: msg('routing.operation.drill-stud'),
    minutes: 12,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.3,
    tools: ['drill', 'flexible-bit', 'bit-guide'],
    needs: 'flexible-bit',
  },
  'bore-open': {
    name: msg('routing.operation.bore-open'),
    minutes: 4,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.02,
    tools: ['right-angle-drill', 'bit-3-4'],
    needs: 'right-angle-drill',
  },
  'slot-wall': {
    name: msg('routing.operation.slot-wall'),
    minutes: 55,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.15,
    tools: OPENING_TOOLS,
  },
  'turn-corner': {
    name: msg('routing.operation.turn-corner'),
    minutes: 80,
    holes: 2,
    holeMm: inches(0.75),
    risk: 0.25,
    tools: OPENING_TOOLS,
  },
  'turn-outside': {
    name: msg('routing.operation.turn-outside'),
    minutes: 100,
    holes: 2,
    holeMm: inches(0.75),
    risk: 0.3,
    tools: [...OPENING_TOOLS, 'corner-bead'],
  },
  'run-attic': {
    name: msg('routing.operation.run-attic'),
    minutes: 8,
    perMeter: 4,
    risk: 0.05,
    tools: ['head-lamp', 'hammer', 'staples'],
  },
  'run-below': {
    name: msg('routing.operation.run-below'),
    minutes: 5,
    perMeter: 4,
    risk: 0.03,
    tools: ['ladder', 'hammer', 'staples'],
  },
  'same-bay': { name: msg('routing.operation.same-bay'), minutes: 2, risk: 0 },
  'cross-blocking': {
    name: msg('routing.operation.cross-blocking'),
    minutes: 40,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.2,
    tools: ['drill', 'flexible-bit', 'bit-guide'],
    needs: 'flexible-bit',
  },
  'between-floors': {
    name: msg('routing.operation.between-floors'),
    minutes: 50,
    holes: 2,
    holeMm: inches(0.75),
    risk: 0.3,
    tools: ['drill', 'flexible-bit', 'bit-guide', 'fish-tape'],
    needs: 'flexible-bit',
  },
  'open-ceiling-edge': {
    name: msg('routing.operation.open-ceiling-edge'),
    minutes: 75,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.2,
    tools: OPENING_TOOLS,
  },
  'fish-joists': {
    name: msg('routing.operation.fish-joists'),
    minutes: 8,
    perMeter: 3,
    risk: 0.1,
    tools: ['rods', 'electrical-tape'],
    needs: 'fish-rods',
  },
  'slot-ceiling': {
    name: msg('routing.operation.slot-ceiling'),
    minutes: 65,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.2,
    tools: OPENING_TOOLS,
  },
  'behind-baseboard': {
    name: msg('routing.operation.behind-baseboard'),
    minutes: 6,
    risk: 0.05,
    tools: ['jab-saw'],
    needs: 'pry-bar',
  },
  'trim-chase': {
    name: msg('routing.operation.trim-chase'),
    minutes: 15,
    perMeter: 12,
    risk: 0.1,
    tools: ['pry-bar', 'chisel', 'nail-plates', 'caulk'],
    needs: 'pry-bar',
  },
  'casing-chase': {
    name: msg('routing.operation.casing-chase'),
    minutes: 60,
    perMeter: 12,
    risk: 0.15,
    tools: ['pry-bar', 'chisel', 'nail-plates', 'caulk'],
    needs: 'pry-bar',
  },
  'behind-crown': {
    name: msg('routing.operation.behind-crown'),
    minutes: 10,
    risk: 0.05,
    tools: ['jab-saw', 'ladder'],
    needs: 'pry-bar',
  },
  'crown-chase': {
    name: msg('routing.operation.crown-chase'),
    minutes: 20,
    perMeter: 15,
    risk: 0.12,
    tools: ['pry-bar', 'ladder', 'nail-plates', 'caulk'],
    needs: 'pry-bar',
  },
  'open-soffit': {
    name: msg('routing.operation.open-soffit'),
    minutes: 45,
    risk: 0.15,
    tools: OPENING_TOOLS,
  },
  'run-soffit': {
    name: msg('routing.operation.run-soffit'),
    minutes: 0,
    perMeter: 6,
    risk: 0.1,
    tools: ['rods', 'electrical-tape'],
    needs: 'fish-rods',
  },
  'use-passage': {
    name: msg('routing.operation.use-passage'),
    minutes: 4,
    risk: 0.02,
    tools: ['fish-tape'],
  },
  'through-siding': {
    name: msg('routing.operation.through-siding'),
    minutes: 15,
    holes: 1,
    holeMm: inches(0.875),
    risk: 0.1,
    tools: ['drill', 'bit-7-8', 'outdoor-sealant'],
  },
  'through-masonry': {
    name: msg('routing.operation.through-masonry'),
    minutes: 45,
    holes: 1,
    holeMm: inches(0.875),
    risk: 0.15,
    tools: ['rotary-hammer', 'masonry-bit', 'outdoor-sealant'],
    needs: 'masonry-bit',
  },
  'conduit-outside': {
    name: msg('routing.operation.conduit-outside'),
    minutes: 20,
    perMeter: 12,
    risk: 0.05,
    tools: ['conduit-saw', 'level', 'straps'],
  },
  'surface-run': {
    name: msg('routing.operation.surface-run'),
    minutes: 20,
    perMeter: 14,
    risk: 0.03,
    tools: ['tubing-bender', 'straps', 'level'],
    needs: 'tubing-bender',
  },
};

export const OPERATIONS = Object.fromEntries(
  Object.entries(TABLE).map(([kind, f]) => [
    kind,
    {
      kind,
      name: f.name,
      minutes: f.minutes,
      minutesPerMeter: f.perMeter ?? 0,
      holes: f.holes ?? 0,
      holeMm: f.holeMm ?? 0,
      risk: f.risk,
      tools: f.tools ?? [],
      needs: f.needs ?? null,
      source,
    },
  ]),
) as Readonly<Record<OperationKind, Operation>>;

export const OPERATION_KINDS = Object.keys(OPERATIONS) as OperationKind[];
/** One bit for each kind, so that a set of kinds is a number: there is room for 32 of them. */
export const OPERATION_BIT = Object.fromEntries(OPERATION_KINDS.map((k, i) => [k, 1 << i])) as Readonly<
  Record<OperationKind, number>
>;
export const maskOf = (kinds: readonly OperationKind[]): number =>
  kinds.reduce((m, k) => m | OPERATION_BIT[k], 0);

/** Work that opens a finished surface which has to be closed and painted again. */
export const OPENS: readonly OperationKind[] = [
  'slot-wall',
  'turn-corner',
  'turn-outside',
  'slot-ceiling',
  'open-ceiling-edge',
  'open-soffit',
];
/** Work that is done once for all cables that come by: what is drilled or opened, a baseboard that is taken off. */
export const SHARED_WORK: ReadonlySet<OperationKind> = new Set([
  'drill-plate-above',
  'drill-plate-open',
  'drill-eave-above',
  'drill-eave-below',
  'drill-plate-below',
  'drill-stud',
  'bore-open',
  'cross-blocking',
  'between-floors',
  'behind-baseboard',
  'behind-crown',
  ...OPENS,
]);
/**
 * Two cables of two current-carrying conductors in one sealed hole keep their breaker (NEC 334.80); a third one gets a hole of its
 * own.
 */
export const MOST_IN_HOLE = 2;
/** Threading a second cable through a hole that is there, minutes: common practice. */
export const THREAD_MINUTES = 3;
/** Work above the ceiling, priced by how much the person wants to stay out of the attic. */
const ATTIC: ReadonlySet<OperationKind> = new Set(['run-attic', 'drill-plate-above', 'drill-eave-above']);
export const isAttic = (op: OperationKind): boolean => ATTIC.has(op);

/** Height of the strip that is cut out of the board to cross studs, mm. */
export const SLOT_HEIGHT_MM = inches(4);
/** A stud is drilled through an open box hole with a flexible bit only this far from it, mm; nearer than the other it does not bend. */
export const ARM_REACH_MM = inches(20);
export const BEND_MM = inches(3);
/** A wall shallower than this has no room to bend a bit in, mm: common practice. */
export const BEND_DEPTH_MM = inches(2.5);
/** Two top plates, one bottom plate with its subfloor: wood that a cable passes, mm. */
export const TOP_PLATES_MM = inches(3);
export const BOTTOM_PLATE_MM = inches(2.25);
/** Cable left at each box end, mm: 12 in, with the 6 in of free conductor within it. */
export const END_SLACK_MM = inches(12);
/** What a cable takes beyond its measured way, for rises over framing, bends and sag; and what it is cut to. Common practice. */
export const SAG_SHARE = 0.05;
export const CUT_STEP_MM = inches(6);
/** Length of cable to cut for a run, mm: with sag and what is left at both boxes, up to the next 6 in. */
export const cutLengthMm = (runMm: number): number =>
  Math.ceil((runMm * (1 + SAG_SHARE) + 2 * END_SLACK_MM) / CUT_STEP_MM - 1e-6) * CUT_STEP_MM;

export const JOIST_DEPTH_MM = inches(7.25);
export const JOIST_HOLE_MM = inches(0.75);

export interface Weights {
  readonly minute: number;
  readonly cableMeter: number;
  readonly openedSquareMeter: number;
  readonly hole: number;
  readonly risk: number;
  readonly atticMinute: number;
}

/** What a person's wish does to the price of an operation; units are "minutes worth". */
export const WEIGHTS: Readonly<
  Record<'balanced' | 'least-patching' | 'least-cable' | 'least-attic' | 'least-time', Weights>
> = {
  balanced: { minute: 1, cableMeter: 1.5, openedSquareMeter: 300, hole: 2, risk: 30, atticMinute: 1.2 },
  'least-patching': {
    minute: 0.6,
    cableMeter: 0.5,
    openedSquareMeter: 3000,
    hole: 2,
    risk: 20,
    atticMinute: 0.6,
  },
  'least-cable': {
    minute: 0.2,
    cableMeter: 100,
    openedSquareMeter: 20,
    hole: 0.5,
    risk: 10,
    atticMinute: 0.2,
  },
  'least-attic': { minute: 1, cableMeter: 1.5, openedSquareMeter: 200, hole: 2, risk: 30, atticMinute: 12 },
  'least-time': { minute: 2, cableMeter: 0.2, openedSquareMeter: 50, hole: 0.5, risk: 20, atticMinute: 2 },
};

export const EVEN_TUNE: Tune = { patching: 1, cable: 1, attic: 1, time: 1, holes: 1, risk: 1 };

/** Prices as the person set them: a ready wish, with each part moved up or down. */
export function weightsOf({ weigh, tune = EVEN_TUNE }: Pick<Preferences, 'weigh' | 'tune'>): Weights {
  const w = WEIGHTS[weigh];
  return {
    minute: w.minute * tune.time,
    atticMinute: w.atticMinute * tune.attic,
    cableMeter: w.cableMeter * tune.cable,
    openedSquareMeter: w.openedSquareMeter * tune.patching,
    hole: w.hole * tune.holes,
    risk: w.risk * tune.risk,
  };
}

/** Operations that cannot be done without the tools that are lacking. */
export const withoutTools = (lacks: readonly ToolKey[]): OperationKind[] =>
  OPERATION_KINDS.filter((k) => {
    const { needs } = OPERATIONS[k];
    return needs !== null && lacks.includes(needs);
  });

/** Outside diameter of 1/2 in tubing and its couplings asks for this bit, mm. */
export const RACEWAY_HOLE_MM = inches(0.875);

/** Diameter of the hole that an operation needs, mm: for the cable and its fish, or for a raceway with its fittings. */
export const holeDiameterMm = (op: OperationKind, raceway = false): number => {
  const { holeMm } = OPERATIONS[op];
  return holeMm > 0 && raceway ? Math.max(holeMm, RACEWAY_HOLE_MM) : holeMm;
};
