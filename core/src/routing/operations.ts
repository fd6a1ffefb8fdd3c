import type { Preferences, ToolKey, Tune } from '../document/index.ts';
import { practice, type Source } from '../findings/index.ts';
import { inches } from '../units/index.ts';

export type OperationKind =
  | 'fish'
  | 'drill-plate-above'
  | 'drill-plate-below'
  | 'drill-stud'
  | 'slot-wall'
  | 'turn-corner'
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
  readonly name: string;
  readonly minutes: number;
  readonly minutesPerMetre: number;
  readonly holes: number;
  /** Bit diameter for a cable, mm; 0 when nothing is drilled. */
  readonly holeMm: number;
  /** How likely it is to go wrong, 0 to 1, as a weight only. */
  readonly risk: number;
  readonly tools: readonly string[];
  /** A tool that not everybody has, without which it is not done. */
  readonly needs: ToolKey | null;
  readonly source: Source;
}

const source = practice('times of a careful amateur; your own logged times correct them');

interface Facts {
  readonly name: string;
  readonly minutes: number;
  readonly perMetre?: number;
  readonly holes?: number;
  readonly holeMm?: number;
  readonly risk: number;
  readonly tools?: readonly string[];
  readonly needs?: ToolKey;
}
const OPENING_TOOLS: readonly string[] = ['jab saw', 'drill', '3/4 in bit', 'patching tools'];

const TABLE: Readonly<Record<OperationKind, Facts>> = {
  fish: {
    name: 'fish through a bay',
    minutes: 3,
    perMetre: 3,
    risk: 0.05,
    tools: ['fish tape or rods', 'electrical tape'],
  },
  'drill-plate-above': {
    name: 'drill a top plate from the attic',
    minutes: 15,
    holes: 1,
    holeMm: inches(1),
    risk: 0.1,
    tools: ['drill', '1 in bit', 'marker wire', 'head lamp'],
  },
  'drill-plate-below': {
    name: 'drill a bottom plate from below',
    minutes: 12,
    holes: 1,
    holeMm: inches(1),
    risk: 0.1,
    tools: ['drill', '1 in bit', 'marker wire'],
  },
  'drill-stud': {
    name: 'drill a stud through a box hole',
    minutes: 10,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.1,
    tools: ['right-angle drill or flexible bit', '3/4 in bit'],
    needs: 'right-angle-drill',
  },
  'slot-wall': {
    name: 'open a strip of wall',
    minutes: 55,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.15,
    tools: OPENING_TOOLS,
  },
  'turn-corner': {
    name: 'open a corner',
    minutes: 80,
    holes: 2,
    holeMm: inches(0.75),
    risk: 0.25,
    tools: OPENING_TOOLS,
  },
  'run-attic': {
    name: 'run through the attic',
    minutes: 8,
    perMetre: 4,
    risk: 0.05,
    tools: ['head lamp', 'hammer', 'staples'],
  },
  'run-below': {
    name: 'run below the floor',
    minutes: 5,
    perMetre: 4,
    risk: 0.03,
    tools: ['ladder', 'hammer', 'staples'],
  },
  'same-bay': { name: 'come out on the other face', minutes: 2, risk: 0 },
  'cross-blocking': {
    name: 'drill a block in the bay',
    minutes: 40,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.2,
    tools: ['flexible bit, 54 in', 'bit guide'],
    needs: 'flexible-bit',
  },
  'between-floors': {
    name: 'drill from one floor to the next inside the wall',
    minutes: 50,
    holes: 2,
    holeMm: inches(0.75),
    risk: 0.3,
    tools: ['flexible bit, 54 in', 'bit guide', 'fish tape or rods'],
    needs: 'flexible-bit',
  },
  'open-ceiling-edge': {
    name: 'open where wall and ceiling meet',
    minutes: 75,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.2,
    tools: OPENING_TOOLS,
  },
  'fish-joists': {
    name: 'fish along a joist bay',
    minutes: 8,
    perMetre: 3,
    risk: 0.1,
    tools: ['rods', 'electrical tape'],
    needs: 'fish-rods',
  },
  'slot-ceiling': {
    name: 'open a strip of ceiling',
    minutes: 65,
    holes: 1,
    holeMm: inches(0.75),
    risk: 0.2,
    tools: OPENING_TOOLS,
  },
  'behind-baseboard': {
    name: 'make a hole behind the baseboard',
    minutes: 6,
    risk: 0.05,
    tools: ['jab saw'],
    needs: 'pry-bar',
  },
  'trim-chase': {
    name: 'run behind the baseboard',
    minutes: 15,
    perMetre: 12,
    risk: 0.1,
    tools: ['pry bar', 'chisel', 'steel plates', 'caulk'],
    needs: 'pry-bar',
  },
  'open-soffit': {
    name: 'open a soffit',
    minutes: 45,
    risk: 0.15,
    tools: OPENING_TOOLS,
  },
  'run-soffit': {
    name: 'run inside a soffit',
    minutes: 0,
    perMetre: 6,
    risk: 0.1,
    tools: ['rods', 'electrical tape'],
    needs: 'fish-rods',
  },
  'use-passage': {
    name: 'use a hole or conduit that is there',
    minutes: 4,
    risk: 0.02,
    tools: ['fish tape or rods'],
  },
  'through-siding': {
    name: 'drill out through the siding',
    minutes: 15,
    holes: 1,
    holeMm: inches(0.875),
    risk: 0.1,
    tools: ['drill', '7/8 in bit', 'outdoor sealant'],
  },
  'through-masonry': {
    name: 'drill out through masonry',
    minutes: 45,
    holes: 1,
    holeMm: inches(0.875),
    risk: 0.15,
    tools: ['rotary hammer', '7/8 in masonry bit', 'outdoor sealant'],
    needs: 'masonry-bit',
  },
  'conduit-outside': {
    name: 'run conduit on the outside',
    minutes: 20,
    perMetre: 12,
    risk: 0.05,
    tools: ['saw for conduit', 'level', 'straps'],
  },
  'surface-run': {
    name: 'run on the surface of the wall',
    minutes: 20,
    perMetre: 14,
    risk: 0.03,
    tools: ['tubing bender', 'straps', 'level'],
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
      minutesPerMetre: f.perMetre ?? 0,
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
/** One bit for each kind, so that a set of kinds is a number. */
export const OPERATION_BIT = Object.fromEntries(OPERATION_KINDS.map((k, i) => [k, 1 << i])) as Readonly<
  Record<OperationKind, number>
>;
export const maskOf = (kinds: readonly OperationKind[]): number =>
  kinds.reduce((m, k) => m | OPERATION_BIT[k], 0);

/** Work that opens a finished surface which has to be closed and painted again. */
export const OPENS: readonly OperationKind[] = [
  'slot-wall',
  'turn-corner',
  'slot-ceiling',
  'open-ceiling-edge',
  'open-soffit',
];
/** Work above the ceiling, priced by how much the person wants to stay out of the attic. */
const ATTIC: ReadonlySet<OperationKind> = new Set(['run-attic', 'drill-plate-above']);
export const isAttic = (op: OperationKind): boolean => ATTIC.has(op);

/** Height of the strip that is cut out of the board to cross studs, mm. */
export const SLOT_HEIGHT_MM = inches(4);
/** A stud is drilled by hand only this near to an open box hole, mm. */
export const ARM_REACH_MM = inches(20);
/** Two top plates, one bottom plate with its subfloor: wood that a cable passes, mm. */
export const TOP_PLATES_MM = inches(3);
export const BOTTOM_PLATE_MM = inches(2.25);
/** Cable left at each box end, mm: 12 in, with the 6 in of free conductor within it. */
export const END_SLACK_MM = inches(12);
export const JOIST_DEPTH_MM = inches(7.25);
export const JOIST_HOLE_MM = inches(0.75);

export interface Weights {
  readonly minute: number;
  readonly cableMetre: number;
  readonly openedSquareMetre: number;
  readonly hole: number;
  readonly risk: number;
  readonly atticMinute: number;
}

/** What a person's wish does to the price of an operation; units are "minutes worth". */
export const WEIGHTS: Readonly<
  Record<'balanced' | 'least-patching' | 'least-cable' | 'least-attic' | 'least-time', Weights>
> = {
  balanced: { minute: 1, cableMetre: 1.5, openedSquareMetre: 300, hole: 2, risk: 30, atticMinute: 1.2 },
  'least-patching': {
    minute: 0.6,
    cableMetre: 0.5,
    openedSquareMetre: 3000,
    hole: 2,
    risk: 20,
    atticMinute: 0.6,
  },
  'least-cable': {
    minute: 0.2,
    cableMetre: 100,
    openedSquareMetre: 20,
    hole: 0.5,
    risk: 10,
    atticMinute: 0.2,
  },
  'least-attic': { minute: 1, cableMetre: 1.5, openedSquareMetre: 200, hole: 2, risk: 30, atticMinute: 12 },
  'least-time': { minute: 2, cableMetre: 0.2, openedSquareMetre: 50, hole: 0.5, risk: 20, atticMinute: 2 },
};

export const EVEN_TUNE: Tune = { patching: 1, cable: 1, attic: 1, time: 1, holes: 1, risk: 1 };

/** Prices as the person set them: a ready wish, with each part moved up or down. */
export function weightsOf({ weigh, tune = EVEN_TUNE }: Pick<Preferences, 'weigh' | 'tune'>): Weights {
  const w = WEIGHTS[weigh];
  return {
    minute: w.minute * tune.time,
    atticMinute: w.atticMinute * tune.attic,
    cableMetre: w.cableMetre * tune.cable,
    openedSquareMetre: w.openedSquareMetre * tune.patching,
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
