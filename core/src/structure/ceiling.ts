import type { BoxModel } from '../catalog/index.ts';
import type { House, JoistObstacle, Room } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { msg, q, type Text } from '../words/index.ts';
import {
  acrossJoists,
  clearOfJoists,
  joistBayEnds,
  joistLayout,
  openCeiling,
  type JoistLayout,
} from './joists.ts';
import { outlineOf } from './outline.ts';
import type { Spot } from './plan.ts';

/** Wood beside the opening of a round retrofit box that its wings or ears need, mm: common practice. */
const EARS_MM = inches(0.25);
/** The clear widths between joists that a fan brace spreads in, mm: common practice. */
const BRACE_LEAST_MM = inches(14.5);
const BRACE_MOST_MM = inches(22.5);
/** Canopies of two boxes need this much from middle to middle, mm: common practice. */
const CANOPY_MM = inches(6);
/** A box that is screwed flat to the underside of a joist has its screws this near to the joist's middle, mm: common practice. */
const UNDER_JOIST_MM = inches(0.5);

/** What speaks against a place for a box on a ceiling. */
export type CeilingFault =
  | { kind: 'past-wall'; shortMm: number }
  | { kind: 'joist' }
  | { kind: 'no-joist' }
  | { kind: 'odds'; odds: number; wish: number }
  | { kind: 'brace'; bayMm: number }
  | { kind: 'obstacle'; what: JoistObstacle['kind'] }
  // The rule of the walls, spelled as its key has been since the first version.
  | { kind: 'neighbour'; label: string }
  | { kind: 'nothing-to-clamp' }
  | { kind: 'needs-open' };

/** A box that hangs, or is to hang, on the same ceiling; from the room's place. */
export interface Hanging extends Spot {
  readonly label: string;
}

export interface CeilingInput {
  readonly room: Room;
  readonly box: Pick<BoxModel, 'mounting' | 'widthMm' | 'depthMm'>;
  readonly hanging: readonly Hanging[];
  readonly bayWish: number;
}

export interface CeilingJudged {
  /** Chance that the box meets no joist, or sits on the one it needs. */
  readonly odds: number;
  readonly faults: readonly CeilingFault[];
}

/** Boxes that hang on a ceiling already, but for those that go. */
export const hangingIn = (house: House, room: Room, but: readonly string[] = []): Hanging[] =>
  house.points.flatMap(({ id, label, at }) =>
    at.on === 'ceiling' && at.roomId === room.id && !but.includes(id)
      ? [{ label, xMm: at.xMm, yMm: at.yMm }]
      : [],
  );

/** A box no deeper than the board sits flat on the underside of a joist. */
const flatBox = ({ mounting, depthMm }: CeilingInput['box']): boolean =>
  mounting === 'ceiling' && depthMm <= inches(0.75);
/** Boxes that are nailed or screwed to the side of a joist that can be seen. */
const sideBox = ({ mounting }: CeilingInput['box']): boolean => mounting === 'new-work';

/** What the joists say to a box over a closed ceiling. */
function againstJoists({ box, bayWish }: CeilingInput, layout: JoistLayout, across: number): CeilingJudged {
  const likely = (odds: number): CeilingJudged => ({
    odds,
    faults: odds < bayWish ? [{ kind: 'odds', odds, wish: bayWish }] : [],
  });
  if (flatBox(box)) {
    if (layout.atMm === undefined) return likely(Math.min(1, (2 * UNDER_JOIST_MM) / layout.spacingMm));
    const on = clearOfJoists(layout, across, 2 * UNDER_JOIST_MM - inches(1.5)) === 0;
    return on ? { odds: 1, faults: [] } : { odds: 0, faults: [{ kind: 'no-joist' }] };
  }
  const odds = clearOfJoists(layout, across, box.widthMm + 2 * EARS_MM);
  if (layout.atMm === undefined) return likely(odds);
  if (odds === 0) return { odds, faults: [{ kind: 'joist' }] };
  const bay = joistBayEnds(layout, across);
  const clear = bay ? bay.highMm - bay.lowMm : 0;
  if (box.mounting === 'brace' && (clear < BRACE_LEAST_MM - 1 || clear > BRACE_MOST_MM + 1))
    return { odds, faults: [{ kind: 'brace', bayMm: clear }] };
  return { odds, faults: [] };
}

/** Judges one place on a ceiling, from the room's place, for one box: joists, what is between them, what hangs there, the walls. */
export function judgeCeiling(input: CeilingInput, at: Spot): CeilingJudged {
  const { room, box, hanging } = input;
  const o = outlineOf(room);
  const [x, y] = [room.place.xMm + at.xMm, room.place.yMm + at.yMm];
  const half = box.widthMm / 2;
  const faults: CeilingFault[] = [];
  const short = Math.max(o.left - (x - half), x + half - o.right, o.top - (y - half), y + half - o.bottom);
  if (short > 0.5) faults.push({ kind: 'past-wall', shortMm: short });
  const near = hanging.find((h) => Math.hypot(h.xMm - at.xMm, h.yMm - at.yMm) < CANOPY_MM);
  if (near) faults.push({ kind: 'neighbour', label: near.label });
  if (openCeiling(room)) {
    if (box.mounting === 'old-work') faults.push({ kind: 'nothing-to-clamp' });
    return { odds: 1, faults };
  }
  if (sideBox(box)) return { odds: 1, faults: [...faults, { kind: 'needs-open' }] };
  const layout = joistLayout(room, 'above');
  const joists = againstJoists(input, layout, acrossJoists(layout, { xMm: x, yMm: y }));
  const met = (room.above.obstacles ?? []).find(
    (b) =>
      at.xMm + half > b.leftMm &&
      at.xMm - half < b.rightMm &&
      at.yMm + half > b.nearMm &&
      at.yMm - half < b.farMm,
  );
  return {
    odds: joists.odds,
    faults: [...faults, ...joists.faults, ...(met ? [{ kind: 'obstacle' as const, what: met.kind }] : [])],
  };
}

const STEP_MM = inches(0.5);
const SEARCH_MM = inches(24);

interface Aside extends Spot {
  readonly off: number;
  /** How much of it is along the joists. */
  readonly along: number;
}
const asides = new Map<JoistLayout['axis'], readonly Aside[]>();

/** Every step aside within reach, the nearest first; worked out once for each way that joists run. */
function stepsAside(axis: JoistLayout['axis']): readonly Aside[] {
  const before = asides.get(axis);
  if (before) return before;
  const n = Math.round(SEARCH_MM / STEP_MM);
  const steps = Array.from({ length: 2 * n + 1 }, (_, i) => (i - n) * STEP_MM);
  const all = steps
    .flatMap((xMm) =>
      steps.map((yMm): Aside => {
        const along = Math.abs(axis === 'xMm' ? yMm : xMm);
        return { xMm, yMm, off: Math.hypot(xMm, yMm), along };
      }),
    )
    .filter(({ off }) => off <= SEARCH_MM)
    .sort((a, b) => a.off - b.off || a.along - b.along);
  asides.set(axis, all);
  return all;
}

/**
 * The nearest place on a ceiling where everything holds; undefined when there is none within 2 ft. Across the joists before along
 * them where both are as near.
 */
export function nearestOnCeiling(input: CeilingInput, at: Spot): Spot | undefined {
  const { axis } = joistLayout(input.room, 'above');
  for (const { xMm, yMm } of stepsAside(axis)) {
    const spot = { xMm: at.xMm + xMm, yMm: at.yMm + yMm };
    if (judgeCeiling(input, spot).faults.length === 0) return spot;
  }
  return undefined;
}

export interface CeilingPlace {
  /** From the room's place, along the first wall and out from it. */
  readonly at: Spot;
  /** How far it was moved off the middle, mm; 0 when the middle does. */
  readonly shiftMm: number;
  readonly says: Text;
}

/** Where a ceiling box goes: the middle of the room, or the nearest place that works for it. */
export function ceilingPlace(input: CeilingInput): CeilingPlace {
  const { room } = input;
  const o = outlineOf(room);
  const middle: Spot = {
    xMm: (o.left + o.right) / 2 - room.place.xMm,
    yMm: (o.top + o.bottom) / 2 - room.place.yMm,
  };
  const stay = (says: Text): CeilingPlace => ({ at: middle, shiftMm: 0, says });
  const { faults } = judgeCeiling(input, middle);
  const [first] = faults;
  if (!first) return stay(msg('structure.ceiling.middle'));
  if (faults.every((f) => f.kind === 'odds')) return stay(msg('structure.ceiling.unknown'));
  const at = nearestOnCeiling({ ...input, bayWish: 0 }, middle);
  if (!at) return stay(msg('structure.ceiling.none', { reach: q.distance(SEARCH_MM) }));
  const why: Partial<Record<CeilingFault['kind'], Text>> = {
    joist: msg('structure.ceiling.off-joist'),
    'no-joist': msg('structure.ceiling.on-joist'),
    obstacle: msg('structure.ceiling.off-obstacle'),
    neighbour: msg('structure.ceiling.off-neighbor'),
  };
  return {
    at,
    shiftMm: Math.hypot(at.xMm - middle.xMm, at.yMm - middle.yMm),
    says: why[first.kind] ?? msg('structure.ceiling.moved'),
  };
}
