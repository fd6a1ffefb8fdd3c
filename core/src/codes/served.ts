import type { ApplianceKind, Position, Restriction } from '../document/index.ts';
import { published, type Source } from '../findings/index.ts';
import { counterAt, holds, holdsBoxes, reachTo, roomInside, type PlanOfHouse } from '../structure/index.ts';
import type { CodePack } from './pack.ts';

/** Circuits that are set aside for certain receptacles, seen from the receptacle: which one it must hang on, and which it may not. */

export type SetAside = Exclude<Restriction, 'none' | 'dedicated'>;

/** What a receptacle is for, as far as its circuit depends on it. */
export interface ServedOutlet {
  readonly at: Position;
  readonly volts: 120 | 240;
  readonly switched: boolean;
  readonly appliance: ApplianceKind | null;
  /** What it feeds is fastened in place: a disposer, a hood. */
  readonly fixed: boolean;
}

export interface Served {
  /** The kind of circuit that it must hang on; null where any will do. */
  readonly by: SetAside | null;
  /** It is enough that one receptacle of the room does, as for a laundry; a kitchen or dining room wants it of each. */
  readonly oneIsEnough: boolean;
  /** A counter circuit may not feed it, though it is in the kitchen: under the sink, for a disposer or a dishwasher. */
  readonly offTheCounter: boolean;
  readonly source: Source;
}

const SOURCE = {
  'kitchen-counter': published('NEC 210.52(B)(1), (2)'),
  bath: published('NEC 210.11(C)(3), 210.52(D)'),
  laundry: published('NEC 210.11(C)(2), 210.52(F)'),
  garage: published('NEC 210.11(C)(4), 210.52(G)(1)', 2017),
} as const satisfies Record<SetAside, Source>;

/** From which edition on a garage has a circuit of its own: 210.11(C)(4). */
const GARAGE_SINCE = 2017;

/** Appliances of a kitchen that are fastened in place, whatever they plug into. */
const BUILT_IN: ReadonlySet<ApplianceKind> = new Set([
  'dishwasher',
  'disposer',
  'range',
  'wall-oven',
  'cooktop',
  'water-heater',
]);

/** Is it inside a cabinet or under a counter or sink, where 210.52 does not count it? */
const insideCabinet = (plan: PlanOfHouse, at: Position): boolean =>
  at.on === 'wall' &&
  (plan.lines.get(at.wallId)?.wall.furniture ?? []).some(
    // What stands right on its top edge is over it.
    (f) => holdsBoxes(f) && holds(f, at) && at.heightMm < f.topMm,
  );

/** The set-aside circuit that a receptacle must hang on, and the one it may not: 210.11(C), 210.52(B), (D), (F), (G). */
export function servedBy(plan: PlanOfHouse, pack: CodePack, outlet: ServedOutlet): Served {
  const free = (source: Source, offTheCounter = false): Served => ({
    by: null,
    oneIsEnough: false,
    offTheCounter,
    source,
  });
  const room = roomInside(plan, outlet.at);
  const { at } = outlet;
  if (!room || outlet.volts === 240) return free(SOURCE['kitchen-counter']);
  const must = (by: SetAside, oneIsEnough: boolean): Served => ({
    by,
    oneIsEnough,
    offTheCounter: false,
    source: SOURCE[by],
  });
  switch (room.use) {
    case 'kitchen':
    case 'dining': {
      const builtIn = outlet.fixed || (outlet.appliance !== null && BUILT_IN.has(outlet.appliance));
      if (builtIn || insideCabinet(plan, at)) return free(SOURCE['kitchen-counter'], true);
      // A refrigerator may have a circuit of its own, a switched lamp outlet may hang on another one: exceptions 1 and 2.
      if (outlet.appliance === 'refrigerator' || outlet.switched) return free(SOURCE['kitchen-counter']);
      const counted = at.on === 'wall' && at.heightMm <= pack.limits.countedHeightMm.value + 1e-6;
      return counted || (room.use === 'kitchen' && counterAt(plan, at) !== undefined)
        ? must('kitchen-counter', false)
        : free(SOURCE['kitchen-counter']);
    }
    case 'bath': {
      const basin = reachTo(plan, at, 'sink', 'same');
      return basin && basin.asideMm <= pack.limits.basinReachMm.value + 1e-6
        ? must('bath', false)
        : free(SOURCE.bath);
    }
    case 'laundry':
      return must('laundry', true);
    case 'garage':
      return pack.edition >= GARAGE_SINCE ? must('garage', true) : free(SOURCE.garage);
    default:
      return free(SOURCE['kitchen-counter']);
  }
}
