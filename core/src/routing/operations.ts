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
  | 'same-bay';

/** What one operation costs before the person's own wishes weigh it. */
export interface Operation {
  readonly kind: OperationKind;
  readonly minutes: number;
  readonly minutesPerMetre: number;
  readonly holes: number;
  /** Bit diameter, mm; 0 when nothing is drilled. */
  readonly holeMm: number;
  /** How likely it is to go wrong, 0 to 1, as a weight only. */
  readonly risk: number;
  readonly tools: readonly string[];
  readonly source: Source;
}

const source = practice('times of a careful amateur; your own logged times correct them');
const op = (
  kind: OperationKind,
  minutes: number,
  minutesPerMetre: number,
  holes: number,
  holeMm: number,
  risk: number,
  tools: readonly string[],
): Operation => ({
  kind,
  minutes,
  minutesPerMetre,
  holes,
  holeMm,
  risk,
  tools,
  source,
});

export const OPERATIONS: Readonly<Record<OperationKind, Operation>> = {
  fish: op('fish', 3, 3, 0, 0, 0.05, ['fish tape or rods', 'electrical tape']),
  'drill-plate-above': op('drill-plate-above', 15, 0, 1, inches(1), 0.1, [
    'drill',
    '1 in bit',
    'marker wire',
    'head lamp',
  ]),
  'drill-plate-below': op('drill-plate-below', 12, 0, 1, inches(1), 0.1, [
    'drill',
    '1 in bit',
    'marker wire',
  ]),
  'drill-stud': op('drill-stud', 10, 0, 1, inches(0.75), 0.1, [
    'right-angle drill or flexible bit',
    '3/4 in bit',
  ]),
  'slot-wall': op('slot-wall', 55, 0, 1, inches(0.75), 0.15, [
    'jab saw',
    'drill',
    '3/4 in bit',
    'patching tools',
  ]),
  'turn-corner': op('turn-corner', 80, 0, 2, inches(0.75), 0.25, [
    'jab saw',
    'drill',
    '3/4 in bit',
    'patching tools',
  ]),
  'run-attic': op('run-attic', 8, 4, 0, 0, 0.05, ['head lamp', 'hammer', 'staples']),
  'run-below': op('run-below', 5, 4, 0, 0, 0.03, ['ladder', 'hammer', 'staples']),
  'same-bay': op('same-bay', 2, 0, 0, 0, 0, []),
};

const KINDS = Object.keys(OPERATIONS) as OperationKind[];
/** One bit for each kind, so that a set of kinds is a number. */
export const OPERATION_BIT = Object.fromEntries(KINDS.map((k, i) => [k, 1 << i])) as Readonly<
  Record<OperationKind, number>
>;
export const maskOf = (kinds: readonly OperationKind[]): number =>
  kinds.reduce((m, k) => m | OPERATION_BIT[k], 0);

/** Height of the strip that is cut out of the board to cross studs, mm. */
export const SLOT_HEIGHT_MM = inches(4);
/** A stud is drilled by hand only this near to an open box hole, mm. */
export const ARM_REACH_MM = inches(20);
/** Two top plates, one bottom plate with its subfloor: wood that a cable passes, mm. */
export const TOP_PLATES_MM = inches(3);
export const BOTTOM_PLATE_MM = inches(2.25);
/** Cable left at each box end, mm: 12 in, with the 6 in of free conductor within it. */
export const END_SLACK_MM = inches(12);

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
