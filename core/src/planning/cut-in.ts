import { factsOf, replacements } from '../catalog/index.ts';
import { groundsByMetal } from '../network/index.ts';
import {
  CableId,
  derivedId,
  makePoint,
  PointId,
  type Breaker,
  type Cable,
  type House,
  type Point,
  type WallPosition,
} from '../document/index.ts';
import type { Feed } from '../feed/index.ts';
import { practice, published } from '../findings/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { BLANK } from './changes.ts';
import type { Candidate, CutIn, TapReason, WantGroup } from './candidate.ts';
import { msg, type Text, speaker } from '../words/index.ts';

/**
 * Cutting into a cable in the middle of its run. A cable has no slack to spare: it is cut, each end goes into a box of its own that
 * stays reachable behind a blank plate, and a short new cable bridges the two.
 */

/** Two old-work boxes beside each other with a stud's room between, mm. */
const APART_MM = inches(6);
/** Nearer to a box than this the box itself is the place to tap, mm. */
const FROM_BOX_MM = inches(16);
/** Exactly as far is far enough, mm. */
const EXACT_MM = 1e-6;
/** Opening, cutting, two boxes, a bridge and proving both ends: common practice. */
const CUT_IN_MINUTES = 90;

/** Id of the box at the end that power comes from: the new cable starts there. */
const cutInId = (cable: Pick<Cable, 'id'>): PointId => PointId.parse(derivedId('cut', cable.id));
const farId = (cable: Pick<Cable, 'id'>): PointId => PointId.parse(derivedId('cut-far', cable.id));
/** The far piece of a cable that is cut. */
export const restOf = (cable: Pick<Cable, 'id'>): CableId => CableId.parse(derivedId('cut-rest', cable.id));

/** Where a cable could be cut into: it runs in one wall, between two measured boxes, on a way that was seen or reckoned. */
export function cutIns(house: House, feed: Feed, plan: PlanOfHouse, group: WantGroup): CutIn[] {
  const points = new Map(house.points.map((p) => [p.id, p] as const));
  return house.cables.flatMap((cable): CutIn[] => {
    if (cable.from.at !== 'point' || cable.to.at !== 'point' || cable.way === 'unknown') return [];
    const ends = [points.get(cable.from.pointId), points.get(cable.to.pointId)];
    const [a, b] = ends;
    if (a?.at.on !== 'wall' || b?.at.on !== 'wall' || a.at.wallId !== b.at.wallId) return [];
    const wall = plan.lines.get(a.at.wallId)?.wall;
    const [low, high] = [
      Math.min(a.at.xMm, b.at.xMm) + FROM_BOX_MM,
      Math.max(a.at.xMm, b.at.xMm) - FROM_BOX_MM,
    ];
    if (!wall || high <= low) return [];
    const own = a.at.wallId;
    const upstream = feed.parent.get(b.id)?.from === a.id ? ([a, b] as const) : ([b, a] as const);
    const onward = (upstream[1] === b) === b.at.xMm > a.at.xMm ? 1 : -1;
    const near = group.wants.find((w) => w.at.on === 'wall' && w.at.wallId === own)?.at;
    // Beside the wanted box, so that three boxes stand clear of each other: before it, else after it.
    const xMm =
      near?.on === 'wall'
        ? [near.xMm - 2 * APART_MM * onward, near.xMm + APART_MM * onward].find(
            (x) => x >= low - EXACT_MM && x <= high + EXACT_MM,
          )
        : (low + high) / 2;
    if (xMm === undefined) return [];
    // Never in a door or a window: the cable goes round it, nobody knows where.
    const clear = APART_MM - EXACT_MM;
    if (wall.openings.some((o) => xMm > o.leftMm - clear && xMm < o.rightMm + clear)) return [];
    const share = (xMm - a.at.xMm) / (b.at.xMm - a.at.xMm);
    const heightMm = a.at.heightMm + share * (b.at.heightMm - a.at.heightMm);
    return [{ cable, from: upstream[0], to: upstream[1], at: { on: 'wall', wallId: own, xMm, heightMm } }];
  });
}

/** A cable as a place to tap, with what speaks for and against it. */
export function cutInCandidate(
  feed: Feed,
  cut: CutIn,
  breaker: Breaker | null,
  circuit: readonly TapReason[],
  group: WantGroup,
): Candidate {
  const { cable, from, to } = cut;
  const box = feed.boxes.get(from.id);
  const reasons: TapReason[] = [...circuit];
  const no = (says: Text) =>
    reasons.push({ kind: 'no', says, minutes: 0, source: practice(msg('planning.cut-in.practice')) });
  if (group.control.by !== 'always' || group.volts !== 120) no(msg('planning.cut-in.wrong'));
  if (cable.carries !== 'feed') no(msg('planning.cut-in.unknown'));
  if (!box?.constantHot || !box.neutral) no(msg('planning.cut-in.no-power', { from: from.label }));
  if (box?.ground === 'no') no(msg('planning.cut-in.no-ground'));
  if (group.only !== null) no(msg('planning.tap.elsewhere'));
  reasons.push(
    {
      kind: 'ask',
      says: msg('planning.cut-in.trace', {
        seen: cable.way === 'seen' ? 'seen' : 'guessed',
        from: from.label,
        to: to.label,
      }),
      minutes: 15,
      source: practice(msg('planning.cut-in.trace-practice')),
    },
    {
      kind: 'work',
      says: msg('planning.cut-in.bridge'),
      minutes: CUT_IN_MINUTES,
      source: published('NEC 300.15, 314.29'),
    },
  );
  return {
    pointId: cutInId(cable),
    label: msg('planning.cut-in.label', { from: from.label, to: to.label }),
    breaker,
    reasons,
    at: cut.at,
    cut,
    most: 2,
    atPanel: false,
    usable: breaker !== null && !reasons.some((r) => r.kind === 'no'),
    minutes: reasons.reduce((s, r) => s + r.minutes, 0),
  };
}

const blankBox = (id: PointId, label: string, at: WallPosition, metal: boolean): Point =>
  makePoint(id, label, 'junction', at, {
    condition: 'sound',
    devices: [BLANK],
    box: factsOf(replacements(undefined, 1, metal)[0], 1),
  });

/** The house with its cut cables: each end in its box, the bridge between. */
export function withCutIns(house: House, cuts: readonly CutIn[]): House {
  const say = speaker(house.units);
  return cuts.reduce((h, { cable, from, to, at }): House => {
    const [near, far] = [cutInId(cable), farId(cable)];
    const toRight = to.at.on === 'wall' && to.at.xMm > at.xMm;
    const bridge = APART_MM + 2 * inches(12);
    const end = (id: PointId): Cable['from'] => ({ at: 'point', pointId: id, on: 'splice' });
    const side = (p: Point): Cable['from'] =>
      cable.from.at === 'point' && cable.from.pointId === p.id ? cable.from : cable.to;
    const part = (id: string, a: Cable['from'], b: Cable['from'], lengthMm: number | null): Cable => ({
      ...cable,
      id: CableId.parse(id),
      from: a,
      to: b,
      lengthMm,
    });
    const run = from.at.on === 'wall' && to.at.on === 'wall' ? Math.abs(to.at.xMm - from.at.xMm) : 0;
    // The pieces share the length as their way along the wall does.
    const share = from.at.on === 'wall' && run > 0 ? Math.abs(at.xMm - from.at.xMm) / run : 0.5;
    const piece = (part: number) => (cable.lengthMm === null ? null : cable.lengthMm * part);
    return {
      ...h,
      points: [
        ...h.points,
        blankBox(near, say(msg('planning.cut-in.from', { box: from.label })), at, groundsByMetal(cable)),
        blankBox(
          far,
          say(msg('planning.cut-in.to', { box: to.label })),
          { ...at, xMm: at.xMm + (toRight ? APART_MM : -APART_MM) },
          groundsByMetal(cable),
        ),
      ],
      cables: [
        ...h.cables.filter((c) => c.id !== cable.id),
        part(`${cable.id}`, side(from), end(near), piece(share)),
        {
          ...part(derivedId('cut-bridge', cable.id), end(near), end(far), bridge),
          type: 'NM-B',
          ground: 'wire',
          way: 'seen',
        },
        part(restOf(cable), end(far), side(to), piece(1 - share)),
      ],
    };
  }, house);
}

/** Both boxes of a cut. */
export const cutBoxes = ({ cable }: CutIn): readonly PointId[] => [cutInId(cable), farId(cable)];
