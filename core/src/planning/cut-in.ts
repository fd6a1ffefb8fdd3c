import { boxesOf, factsOf, replacements } from '../catalog/index.ts';
import { groundsByMetal } from '../network/index.ts';
import {
  CableId,
  derivedId,
  isRaceway,
  makePoint,
  PointId,
  switchedIn,
  switchKey,
  type Breaker,
  type Cable,
  type House,
  type Point,
  type Position,
} from '../document/index.ts';
import type { Feed } from '../feed/index.ts';
import { practice, published } from '../findings/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { BLANK } from './changes.ts';
import type { Candidate, CutIn, TapReason, WantGroup } from './candidate.ts';
import { msg, type Text, speaker } from '../words/index.ts';

/**
 * Cutting into a cable in the middle of its run. A cable that is stapled has no slack to spare: it is cut, each end goes into a box of its
 * own that stays reachable behind a blank plate, and a short new cable bridges the two. Where enough of it hangs loose, both ends reach
 * into one box.
 */

/** Two boxes beside each other with a stud's room between, mm. */
const APART_MM = inches(6);
/** Nearer to a box than this the box itself is the place to tap, mm. */
const FROM_BOX_MM = inches(16);
/** Exactly as far is far enough, mm. */
const EXACT_MM = 1e-6;
/** Opening, cutting, two boxes, a bridge and proving both ends: common practice. */
const CUT_IN_MINUTES = 90;
/** The same with one box: common practice. */
const ONE_BOX_MINUTES = 60;
/** Loose cable that brings both ends into one box, mm: 6 in of free conductor at each (NEC 300.14). */
const SLACK_MM = inches(12);

/** Id of the box at the end that power comes from: the new cable starts there. */
const cutInId = (cable: Pick<Cable, 'id'>): PointId => PointId.parse(derivedId('cut', cable.id));
const farId = (cable: Pick<Cable, 'id'>): PointId => PointId.parse(derivedId('cut-far', cable.id));
/** The far piece of a cable that is cut. */
export const restOf = (cable: Pick<Cable, 'id'>): CableId => CableId.parse(derivedId('cut-rest', cable.id));

/** The new cable between the two boxes of a cut; there is none where one box holds both ends. */
export const bridgeOf = (cable: Pick<Cable, 'id'>): CableId =>
  CableId.parse(derivedId('cut-bridge', cable.id));

const hasSlack = ({ slackMm }: Pick<Cable, 'slackMm'>): boolean => (slackMm ?? 0) >= SLACK_MM - EXACT_MM;

/** The ends of a cable in the order of power: boxes, or null for the breaker that it comes from. */
function endsOf(house: House, feed: Feed, cable: Cable): { from: Point | null; to: Point } | undefined {
  const [a, b] = [cable.from, cable.to].map((e) =>
    e.at === 'point' ? (house.points.find((p) => p.id === e.pointId) ?? undefined) : null,
  );
  if (a === undefined || b === undefined) return undefined;
  if (a === null) return b === null ? undefined : { from: null, to: b };
  if (b === null) return { from: null, to: a };
  return feed.parent.get(b.id)?.from === a.id ? { from: a, to: b } : { from: b, to: a };
}

const fromLabel = (house: House, cable: Cable): Text => {
  const id = [cable.from, cable.to].flatMap((e) => (e.at === 'breaker' ? [e.breakerId] : []))[0];
  const breaker = house.panels.flatMap((p) => p.breakers).find((b) => b.id === id);
  return msg('names.breaker', { number: breaker?.number ?? '?' });
};

/** Where it was seen, nearest to what is wanted: there it can be reached. */
function whereSeen(plan: PlanOfHouse, cable: Cable, group: WantGroup): Position | undefined {
  const want = group.wants[0] && plan.spotOf(group.wants[0].at);
  const off = (at: Position): number => {
    const spot = plan.spotOf(at);
    return spot && want ? Math.abs(spot.xMm - want.xMm) + Math.abs(spot.yMm - want.yMm) : 0;
  };
  return [...(cable.seenAt ?? [])].filter((at) => plan.spotOf(at)).sort((p, q) => off(p) - off(q))[0];
}

/** Along one wall between two measured boxes: on the way that the cable takes there. */
function alongWall(plan: PlanOfHouse, group: WantGroup, a: Point, b: Point): Position | undefined {
  if (a.at.on !== 'wall' || b.at.on !== 'wall' || a.at.wallId !== b.at.wallId) return undefined;
  const wall = plan.lines.get(a.at.wallId)?.wall;
  const [low, high] = [
    Math.min(a.at.xMm, b.at.xMm) + FROM_BOX_MM,
    Math.max(a.at.xMm, b.at.xMm) - FROM_BOX_MM,
  ];
  if (!wall || high <= low) return undefined;
  const own = a.at.wallId;
  const onward = b.at.xMm > a.at.xMm ? 1 : -1;
  const near = group.wants.find((w) => w.at.on === 'wall' && w.at.wallId === own)?.at;
  // Beside the wanted box, so that three boxes stand clear of each other: before it, else after it.
  const xMm =
    near?.on === 'wall'
      ? [near.xMm - 2 * APART_MM * onward, near.xMm + APART_MM * onward].find(
          (x) => x >= low - EXACT_MM && x <= high + EXACT_MM,
        )
      : (low + high) / 2;
  if (xMm === undefined) return undefined;
  // Never in a door or a window: the cable goes round it, nobody knows where.
  const clear = APART_MM - EXACT_MM;
  if (wall.openings.some((o) => xMm > o.leftMm - clear && xMm < o.rightMm + clear)) return undefined;
  const share = (xMm - a.at.xMm) / (b.at.xMm - a.at.xMm);
  return { on: 'wall', wallId: own, xMm, heightMm: a.at.heightMm + share * (b.at.heightMm - a.at.heightMm) };
}

/** Where a cable could be cut into: where it was seen, or in one wall between two boxes on a way that was seen or reckoned. */
export function cutIns(house: House, feed: Feed, plan: PlanOfHouse, group: WantGroup): CutIn[] {
  return house.cables.flatMap((cable): CutIn[] => {
    const ends = endsOf(house, feed, cable);
    if (!ends) return [];
    const { from, to } = ends;
    const at =
      whereSeen(plan, cable, group) ??
      (from && cable.way !== 'unknown' ? alongWall(plan, group, from, to) : undefined);
    return at ? [{ cable, from, to, fromLabel: from?.label ?? fromLabel(house, cable), at }] : [];
  });
}

/** Does the cable carry what a group of wants needs? */
function carriesIt(cable: Cable, { control, volts, neutral }: WantGroup): boolean {
  if (volts === 240)
    return cable.carries === 'two-hots-neutral' || (cable.carries === 'two-hots' && !neutral);
  if (control.by === 'always') return cable.carries === 'feed' || cable.carries === 'both';
  const keys = new Set(switchedIn(cable).map(({ key }) => key));
  return (
    (cable.carries === 'both' || (cable.carries === 'switched' && !control.hotToo)) &&
    control.nths.every((n) => keys.has(switchKey(control.pointId, n)))
  );
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
  const box = from && feed.boxes.get(from.id);
  const reasons: TapReason[] = [...circuit];
  const named = { from: cut.fromLabel, to: to.label };
  const no = (says: Text) =>
    reasons.push({ kind: 'no', says, minutes: 0, source: practice(msg('planning.cut-in.practice')) });
  if (cable.carries === 'unknown' || cable.carries === 'travelers') no(msg('planning.cut-in.unknown'));
  else if (!carriesIt(cable, group)) no(msg('planning.cut-in.wrong'));
  if (isRaceway(cable.type)) no(msg('planning.cut-in.raceway'));
  // What comes straight from the breaker has both as soon as the cable carries them.
  if (
    from &&
    (group.volts === 240 ? !box : group.control.by === 'always' && (!box?.constantHot || !box.neutral))
  )
    no(msg('planning.cut-in.no-power', { from: from.label }));
  if (box?.ground === 'no' || cable.ground === 'none') no(msg('planning.cut-in.no-ground'));
  if (group.only !== null && group.only !== cable.id) no(msg('planning.tap.elsewhere'));
  const one = hasSlack(cable);
  reasons.push(
    {
      kind: 'ask',
      says: msg('planning.cut-in.trace', {
        seen: (cable.seenAt ?? []).length > 0 || cable.way === 'seen' ? 'seen' : 'guessed',
        ...named,
      }),
      minutes: 15,
      source: practice(msg('planning.cut-in.trace-practice')),
    },
    {
      kind: 'work',
      says: one ? msg('planning.cut-in.one-box') : msg('planning.cut-in.bridge'),
      minutes: one ? ONE_BOX_MINUTES : CUT_IN_MINUTES,
      source: published('NEC 300.15, 314.29'),
    },
  );
  return {
    pointId: cutInId(cable),
    label: msg('planning.cut-in.label', named),
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

/** The box of a cut: an old-work one in a wall, one that is screwed to the framing where that is open. */
function blankBox(id: PointId, label: string, at: Position, metal: boolean): Point {
  const inWall = at.on === 'wall';
  const model = inWall ? replacements(undefined, 1, metal)[0] : boxesOf('surface', 1, { metal: true })[0];
  return makePoint(id, label, 'junction', at, {
    condition: 'sound',
    devices: [BLANK],
    box: factsOf(model, 1),
  });
}

/** The place of the second box: beyond the first, seen from where power comes. */
function besideIt({ at, to }: CutIn): Position {
  if (at.on === 'somewhere') return at;
  const there = at.on === 'wall' && to.at.on === 'wall' && to.at.wallId === at.wallId ? to.at.xMm : null;
  const way = there !== null && there < at.xMm ? -1 : 1;
  return { ...at, xMm: at.xMm + way * APART_MM };
}

/** Which share of its length lies before the cut: as far as its way along one wall tells. */
function shareBefore({ from, to, at }: CutIn): number {
  if (from?.at.on !== 'wall' || to.at.on !== 'wall' || at.on !== 'wall') return 0.5;
  const run = Math.abs(to.at.xMm - from.at.xMm);
  return run > 0 ? Math.min(1, Math.abs(at.xMm - from.at.xMm) / run) : 0.5;
}

/** The kind of the bridge between the two boxes: as the cable, or plain cable where that is no longer made. */
const bridgeKind = ({ type }: Cable): Pick<Cable, 'type' | 'ground'> =>
  type === 'AC'
    ? { type, ground: 'armor' }
    : type === 'MC'
      ? { type, ground: 'wire' }
      : { type: 'NM-B', ground: 'wire' };

/** The house with its cut cables: each end in its box, the bridge between; or both ends in one box. */
export function withCutIns(house: House, cuts: readonly CutIn[]): House {
  const say = speaker(house.units);
  return cuts.reduce((h, cut): House => {
    const { cable, from, to, at } = cut;
    const one = hasSlack(cable);
    const near = cutInId(cable);
    const far = one ? near : farId(cable);
    const end = (id: PointId): Cable['from'] => ({ at: 'point', pointId: id, on: 'splice' });
    const isTo = (e: Cable['from']): boolean => e.at === 'point' && e.pointId === to.id;
    const [upstream, downstream] = isTo(cable.to) ? [cable.from, cable.to] : [cable.to, cable.from];
    const { seenAt: _, slackMm: __, ...plain } = cable;
    const part = (id: string, a: Cable['from'], b: Cable['from'], lengthMm: number | null): Cable => ({
      ...plain,
      id: CableId.parse(id),
      from: a,
      to: b,
      lengthMm,
    });
    const share = shareBefore(cut);
    const piece = (part: number) => (cable.lengthMm === null ? null : cable.lengthMm * part);
    const metal = groundsByMetal(cable) || cable.type === 'MC';
    return {
      ...h,
      points: [
        ...h.points,
        blankBox(
          near,
          say(msg('planning.cut-in.from', { box: from?.label ?? say(cut.fromLabel) })),
          at,
          metal,
        ),
        ...(one
          ? []
          : [blankBox(far, say(msg('planning.cut-in.to', { box: to.label })), besideIt(cut), metal)]),
      ],
      cables: [
        ...h.cables.filter((c) => c.id !== cable.id),
        part(`${cable.id}`, upstream, end(near), piece(share)),
        ...(one
          ? []
          : [
              {
                ...part(bridgeOf(cable), end(near), end(far), APART_MM + 2 * inches(12)),
                ...bridgeKind(cable),
                way: 'seen' as const,
              },
            ]),
        part(restOf(cable), end(far), downstream, piece(1 - share)),
      ],
    };
  }, house);
}

/** The boxes of a cut: two, or one where the cable has slack. */
export const cutBoxes = ({ cable }: CutIn): readonly PointId[] =>
  hasSlack(cable) ? [cutInId(cable)] : [cutInId(cable), farId(cable)];
