import { BOXES } from '../catalog/index.ts';
import { practice, published, type Source } from '../findings/index.ts';
import { surveyBox, type CodePack } from '../codes/index.ts';
import {
  isSmallAluminium,
  type Breaker,
  type BreakerId,
  type House,
  type Point,
  type PointId,
  type Restriction,
  type RoomUse,
  type Want,
} from '../document/index.ts';
import type { BoxFeed, Feed } from '../feed/index.ts';
import { circuitLoad, countedWorst, isContinuous } from '../load/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import { amps, cubicInches } from '../units/index.ts';

/** Why a box can or cannot feed what is wanted. `no` rules it out, `ask` needs a look, `work` costs extra, `good` speaks for it. */
export interface TapReason {
  readonly kind: 'no' | 'ask' | 'work' | 'good';
  readonly says: string;
  readonly minutes: number;
  /** The rule or the practice behind it. */
  readonly source: Source;
}

export interface Candidate {
  readonly pointId: PointId;
  readonly label: string;
  readonly breaker: Breaker | null;
  readonly reasons: readonly TapReason[];
  readonly usable: boolean;
  /** Work that the box itself costs, minutes. */
  readonly minutes: number;
}

/** A group of wants that hang on the same conductor: always live, or on one switch. */
export interface WantGroup {
  readonly control: Want['control'];
  /** 240 V between two hots, or 120 V. */
  readonly volts: 120 | 240;
  readonly wants: readonly Want[];
}

export function groupWants(wants: readonly Want[]): WantGroup[] {
  const groups = new Map<string, Want[]>();
  for (const w of wants) {
    const key = `${w.control.by === 'always' ? 'always' : w.control.pointId}${w.volts === 240 ? '#240' : ''}`;
    groups.set(key, [...(groups.get(key) ?? []), w]);
  }
  return [...groups.values()].map((list) => ({
    control: list[0]?.control ?? { by: 'always' },
    volts: list[0]?.volts ?? 120,
    wants: list,
  }));
}

const no = (says: string, source: Source): TapReason => ({ kind: 'no', says, minutes: 0, source });
const ask = (says: string, source: Source): TapReason => ({ kind: 'ask', says, minutes: 10, source });
const work = (says: string, minutes: number, source: Source): TapReason => ({
  kind: 'work',
  says,
  minutes,
  source,
});
const good = (says: string, source: Source): TapReason => ({ kind: 'good', says, minutes: 0, source });

/** Where the reasons come from, one place for all of them. */
const FROM = {
  survey: practice('what the survey tells of conductors and cables in the box'),
  look: practice('look into the box before it is relied on'),
  condition: practice('mend the box before anything hangs on it'),
  ground: published('NEC 250.130(C), 406.4'),
  oldWire: practice('old wiring of these kinds is left to a specialist'),
  accessible: published('NEC 314.29'),
  smallAppliance: published('NEC 210.52(B), 210.11(C)(1)'),
  bath: published('NEC 210.11(C)(3)'),
  laundry: published('NEC 210.11(C)(2)'),
  garage: published('NEC 210.11(C)(4)', 2017),
  individual: published('NEC Article 100, individual branch circuit'),
  outlets: published('NEC 210.23'),
  load: published('NEC 210.19(A), 210.20(A)'),
  fill: published('NEC 314.16'),
  measured: practice('a way can only be found to a box that was measured'),
} as const satisfies Record<string, Source>;

/** Circuits that may not feed whatever one likes: what they feed, from which edition on, and by which rule. */
const RESTRICTED: Record<
  Exclude<Restriction, 'none'>,
  { says: string; unless: readonly RoomUse[]; outletsOnly: boolean; since: number; source: Source }
> = {
  'kitchen-counter': {
    says: 'a kitchen counter circuit feeds no outlets outside kitchen and dining, and no lights',
    unless: ['kitchen', 'dining'],
    outletsOnly: true,
    since: 0,
    source: FROM.smallAppliance,
  },
  bath: {
    says: 'the bathroom circuit feeds nothing but bathroom outlets',
    unless: ['bath'],
    outletsOnly: true,
    since: 0,
    source: FROM.bath,
  },
  laundry: {
    says: 'the laundry circuit feeds nothing but laundry outlets',
    unless: ['laundry'],
    outletsOnly: true,
    since: 0,
    source: FROM.laundry,
  },
  garage: {
    says: 'the garage circuit feeds nothing but garage and outdoor outlets',
    unless: ['garage', 'outdoor'],
    outletsOnly: true,
    since: 2017,
    source: FROM.garage,
  },
  dedicated: {
    says: 'its circuit belongs to one appliance',
    unless: [],
    outletsOnly: false,
    since: 0,
    source: FROM.individual,
  },
};

/** Conductors: does the box have what the wants need? */
function conductorReasons(box: BoxFeed, group: WantGroup): TapReason[] {
  if (box.circuits.length === 0)
    return [
      no(
        box.cables.length === 0
          ? 'no cable is entered for it'
          : 'nothing feeds it, as far as the survey tells',
        FROM.survey,
      ),
    ];
  const out: TapReason[] = [];
  if (box.circuits.length > 1)
    out.push(ask('two circuits are in this box: find out which conductor is whose', FROM.survey));
  const twoHots = box.cables.some((c) => c.cable.carries === 'two-hots' && c.direction === 'in');
  if (group.volts === 240) return twoHots ? out : [no('no 240 V circuit with two hots is here', FROM.survey)];
  if (twoHots) return [no('two hots and no neutral are here: 240 V only', FROM.survey)];
  if (group.control.by === 'switch') {
    if (!box.switchedBy.includes(group.control.pointId))
      return [no('the switched conductor of that switch is not here', FROM.survey)];
  } else if (!box.constantHot)
    return [
      no(
        box.switchedBy.length > 0
          ? 'only a switched conductor is here: dead whenever the switch is off'
          : box.unread
            ? 'its cables were never read'
            : 'no constant hot is here',
        FROM.survey,
      ),
    ];
  if (!box.neutral)
    return [
      no(
        box.cables.some((c) => c.cable.carries === 'loop')
          ? 'no neutral in the box: it is a switch loop'
          : 'no neutral in the box',
        FROM.survey,
      ),
    ];
  if (box.unread) out.push(ask('one of its cables was never read', FROM.survey));
  return out;
}

function groundAndAge(box: BoxFeed, house: House): TapReason[] {
  const out: TapReason[] = [];
  if (box.ground === 'no') out.push(no('no ground comes with its circuit', FROM.ground));
  if (box.ground === 'unknown') out.push(ask('nobody has seen a ground here', FROM.ground));
  const path = house.cables.filter((c) => box.path.includes(c.id));
  if (path.some((c) => c.type === 'knob-and-tube'))
    out.push(no('knob-and-tube wiring feeds it', FROM.oldWire));
  if (path.some(isSmallAluminium)) out.push(no('small aluminium wiring feeds it', FROM.oldWire));
  return out;
}

function conditionReasons(point: Point): TapReason[] {
  if (!point.accessible) return [no('the box is buried', FROM.accessible)];
  switch (point.condition) {
    case 'burnt-beyond-reach':
      return [no('burnt beyond reach', FROM.condition)];
    case 'burnt':
      return [work('burnt conductor: cut back and renew the device', 30, FROM.condition)];
    case 'loose':
      return [work('loose: fasten it first', 15, FROM.condition)];
    case 'short-conductors':
      return [work('short conductors: lever connectors', 10, FROM.condition)];
    case 'not-looked':
    case 'sound':
      return [];
  }
}

function circuitReasons(
  house: House,
  feed: Feed,
  pack: CodePack,
  breaker: Breaker,
  group: WantGroup,
  uses: readonly RoomUse[],
): TapReason[] {
  const out: TapReason[] = [];
  if (breaker.restriction !== 'none') {
    const rule = RESTRICTED[breaker.restriction];
    if (
      pack.edition >= rule.since &&
      (uses.length === 0 ||
        uses.some((u) => !rule.unless.includes(u)) ||
        (rule.outletsOnly && group.wants.some((w) => w.kind !== 'receptacle')))
    )
      out.push(no(rule.says, rule.source));
  }
  if (breaker.poles === 2 && !breaker.multiwire && group.volts === 120)
    out.push(no('a 240 V circuit without a neutral to use', FROM.survey));
  if (breaker.amps > 20 && group.volts === 120)
    out.push(no(`a ${breaker.amps} A circuit is not for ordinary outlets`, FROM.outlets));
  const load = circuitLoad(house, feed, breaker.id);
  const more = group.wants.flatMap((w) => w.loads);
  const factor = pack.limits.continuousFactor.value;
  if (load) {
    const added = more.map((l) => ({
      ...l,
      continuous: isContinuous(l),
      amps: l.voltAmperes / load.volts,
    }));
    const worst = countedWorst([...load.loads, ...added], factor).amps;
    if (worst > breaker.amps)
      out.push(
        no(
          `with the new load ${amps(worst)} would run on a ${breaker.amps} A breaker at the worst hour`,
          FROM.load,
        ),
      );
    else
      out.push(
        good(`${amps(breaker.amps - worst)} of ${breaker.amps} A to spare at the worst hour`, FROM.load),
      );
  }
  return out;
}

/** Time to take a box out and put a larger old-work one in. */
export const REPLACE_BOX_MINUTES = 40;

function roomInBox(box: BoxFeed, pack: CodePack, newConductors: number): TapReason[] {
  const survey = surveyBox(box);
  if (!survey.volume) return [ask('the size of its box is not known', FROM.look)];
  if (survey.missing.includes('gauge')) return [ask('its conductors were never read', FROM.look)];
  const gauge = (Object.keys(survey.contents.conductors)[0] ?? '14') as '14' | '12' | '10';
  const after = pack.fill({
    ...survey.contents,
    conductors: {
      ...survey.contents.conductors,
      [gauge]: (survey.contents.conductors[gauge] ?? 0) + newConductors,
    },
    grounds: survey.contents.grounds + 1,
    largestGround: survey.contents.largestGround ?? gauge,
  });
  if (after.cubicInches <= survey.volume.cubicInches + 1e-9)
    return [
      good(
        `room in the box: ${cubicInches(after.cubicInches)} of ${cubicInches(survey.volume.cubicInches)}`,
        FROM.fill,
      ),
    ];
  const bigger = BOXES.some(
    (b) => b.volumeCubicInches >= after.cubicInches && b.gangs === box.point.box.gangs,
  );
  return bigger
    ? [
        work(
          `box too small: ${cubicInches(after.cubicInches)} needed, ${cubicInches(survey.volume.cubicInches)} there`,
          REPLACE_BOX_MINUTES,
          FROM.fill,
        ),
      ]
    : [no(`full: ${cubicInches(after.cubicInches)} needed and no box of its kind is that big`, FROM.fill)];
}

/** Judges every box of the house as a place to tap for one group of wants. */
export function judgeCandidates(
  house: House,
  feed: Feed,
  plan: PlanOfHouse,
  pack: CodePack,
  group: WantGroup,
): Candidate[] {
  const uses = group.wants.flatMap((w) => plan.roomOf(w.at)?.use ?? []);
  const breakers = new Map<BreakerId, Breaker>(
    house.panels.flatMap((p) => p.breakers.map((b) => [b.id, b] as const)),
  );
  return [...feed.boxes.values()].map((box) => {
    const { point } = box;
    const breaker = (box.circuits[0] === undefined ? undefined : breakers.get(box.circuits[0])) ?? null;
    const reasons: TapReason[] = [...conductorReasons(box, group), ...conditionReasons(point)];
    if (box.circuits.length > 0) {
      reasons.push(...groundAndAge(box, house));
      if (breaker) reasons.push(...circuitReasons(house, feed, pack, breaker, group, uses));
      if (!reasons.some((r) => r.kind === 'no')) reasons.push(...roomInBox(box, pack, 2));
    }
    if (point.at.on === 'somewhere')
      reasons.push(no('where it is was never measured, so no way to it is known', FROM.measured));
    return {
      pointId: point.id,
      label: point.label,
      breaker,
      reasons,
      usable: !reasons.some((r) => r.kind === 'no'),
      minutes: reasons.reduce((s, r) => s + r.minutes, 0),
    };
  });
}
