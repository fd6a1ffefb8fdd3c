import { boxModel, replacements, ringFor } from '../catalog/index.ts';
import { groundsByMetal } from '../network/index.ts';
import { practice, published, type Source } from '../findings/index.ts';
import { surveyBox, type CodePack } from '../codes/index.ts';
import {
  isOnLoad,
  isProtecting,
  isSmallAluminum,
  voltsOf,
  switchCount,
  switchesIn,
  switchKey,
  switchNumbers,
  type Breaker,
  type BreakerId,
  type House,
  type PanelId,
  type Point,
  type PointId,
  type Restriction,
  type RoomUse,
  type Want,
} from '../document/index.ts';
import type { BoxFeed, Feed } from '../feed/index.ts';
import { circuitLoad, countedWorst, countFactors, isContinuous, nominalVolts } from '../load/index.ts';
import { placeOf, type PlanOfHouse } from '../structure/index.ts';
import type { Candidate, TapReason, WantGroup } from './candidate.ts';
import { cutInCandidate, cutIns } from './cut-in.ts';
import { panelCandidate } from './new-circuit.ts';
import { groupRole, MOST_SWITCHED } from './units.ts';
import { msg, q, type Text } from '../words/index.ts';

/** Where a want must get its power from, if that is not left to the search. */
function onlyFrom(want: Want): PointId | PanelId | null {
  if (want.source) return want.source.from === 'point' ? want.source.pointId : want.source.panelId;
  return want.replaces ?? null;
}

/** What a want hangs on. A light on a wanted switch comes with that switch, which needs what is always live. */
export function groupWants(wants: readonly Want[]): WantGroup[] {
  const groups = new Map<
    string,
    { only: PointId | PanelId | null; control: WantGroup['control']; wants: Want[] }
  >();
  for (const w of wants) {
    const control: WantGroup['control'] =
      w.control.by === 'switch' && switchCount(w) === 0
        ? { by: 'switch', pointId: w.control.pointId, nths: switchNumbers(w) }
        : { by: 'always' };
    const commands = w.control.by === 'want' ? w.control.wantId : null;
    const only = onlyFrom(wants.find((x) => x.id === commands) ?? w);
    const on =
      control.by === 'always' ? 'always' : control.nths.map((n) => switchKey(control.pointId, n)).join();
    const key = [on, voltsOf(w), only ?? ''].join('#');
    const group = groups.get(key) ?? { only, control, wants: [] };
    group.wants.push(w);
    groups.set(key, group);
  }
  return [...groups.values()].map(({ only, control, wants: list }) => ({
    control,
    only,
    volts: list[0] ? voltsOf(list[0]) : 120,
    wants: list,
  }));
}

const no = (says: Text, source: Source): TapReason => ({ kind: 'no', says, minutes: 0, source });
const ask = (says: Text, source: Source): TapReason => ({ kind: 'ask', says, minutes: 10, source });
const work = (says: Text, minutes: number, source: Source): TapReason => ({
  kind: 'work',
  says,
  minutes,
  source,
});
const good = (says: Text, source: Source): TapReason => ({ kind: 'good', says, minutes: 0, source });

/** Where the reasons come from, one place for all of them. */
const FROM = {
  survey: practice(msg('planning.tap.from-survey')),
  look: practice(msg('planning.tap.from-look')),
  condition: practice(msg('planning.tap.from-condition')),
  ground: published('NEC 250.130(C), 406.4'),
  large: published('NEC 314.28(A)', undefined, 'fairly-sure'),
  oldWire: practice(msg('planning.tap.from-old-wire')),
  accessible: published('NEC 314.29'),
  smallAppliance: published('NEC 210.52(B), 210.11(C)(1)'),
  bath: published('NEC 210.11(C)(3)'),
  laundry: published('NEC 210.11(C)(2)'),
  garage: published('NEC 210.11(C)(4)', 2017),
  individual: published('NEC Article 100, individual branch circuit'),
  outlets: published('NEC 210.23'),
  load: published('NEC 210.19(A), 210.20(A)'),
  fill: published('NEC 314.16'),
  asked: practice(msg('planning.tap.from-asked')),
  measured: practice(msg('planning.tap.from-measured')),
} as const satisfies Record<string, Source>;

/** Circuits that may not feed whatever one likes: what they feed, from which edition on, and by which rule. */
const RESTRICTED: Record<
  Exclude<Restriction, 'none'>,
  { says: Text; unless: readonly RoomUse[]; outletsOnly: boolean; since: number; source: Source }
> = {
  'kitchen-counter': {
    says: msg('planning.tap.kitchen'),
    unless: ['kitchen', 'dining'],
    outletsOnly: true,
    since: 0,
    source: FROM.smallAppliance,
  },
  bath: {
    says: msg('planning.tap.bath'),
    unless: ['bath'],
    outletsOnly: true,
    since: 0,
    source: FROM.bath,
  },
  laundry: {
    says: msg('planning.tap.laundry'),
    unless: ['laundry'],
    outletsOnly: true,
    since: 0,
    source: FROM.laundry,
  },
  garage: {
    says: msg('planning.tap.garage'),
    unless: ['garage', 'outdoor'],
    outletsOnly: true,
    since: 2017,
    source: FROM.garage,
  },
  dedicated: {
    says: msg('planning.tap.individual'),
    unless: [],
    outletsOnly: false,
    since: 0,
    source: FROM.individual,
  },
};

const TWO_CIRCUITS = msg('planning.tap.two-circuits');

/** Conductors: does the box have what the wants need? */
function conductorReasons(box: BoxFeed, group: WantGroup): TapReason[] {
  if (box.circuits.length === 0)
    return [
      no(box.cables.length === 0 ? msg('planning.tap.no-cable') : msg('planning.tap.no-feed'), FROM.survey),
    ];
  const out: TapReason[] = [];
  if (box.circuits.length > 1) return [no(TWO_CIRCUITS, FROM.survey)];
  const twoHots = box.cables.some((c) => c.cable.carries === 'two-hots' && c.direction === 'in');
  if (group.volts === 240) return twoHots ? out : [no(msg('planning.tap.no-240'), FROM.survey)];
  if (twoHots) return [no(msg('planning.tap.only-240'), FROM.survey)];
  if (group.control.by === 'switch') {
    const { pointId, nths } = group.control;
    if (!nths.every((n) => box.switchedBy.includes(switchKey(pointId, n))))
      return [no(msg('planning.tap.no-switched'), FROM.survey)];
  } else if (!box.constantHot)
    return [
      no(
        box.switchedBy.length > 0
          ? msg('planning.tap.only-switched')
          : box.unread
            ? msg('planning.tap.cables-unread')
            : msg('planning.tap.no-hot'),
        FROM.survey,
      ),
    ];
  if (!box.neutral)
    return [
      no(
        box.cables.some((c) => c.cable.carries === 'loop')
          ? msg('planning.tap.switch-loop')
          : msg('planning.tap.no-neutral'),
        FROM.survey,
      ),
    ];
  if (box.unread) out.push(ask(msg('planning.tap.cable-unread'), FROM.survey));
  return out;
}

/** What one cable cannot take along from a box that moves. */
function movingReasons(box: BoxFeed): TapReason[] {
  const { point } = box;
  const out: TapReason[] = [];
  const count = switchesIn(point).length;
  if (box.circuits.length > 1) out.push(no(TWO_CIRCUITS, FROM.survey));
  if (point.devices.some((d) => d.kind === 'switch-three-way'))
    out.push(no(msg('planning.tap.three-way'), FROM.survey));
  else if (count > MOST_SWITCHED) out.push(no(msg('planning.tap.switches', { count }), FROM.survey));
  if (point.devices.some(isProtecting) && box.cables.some(({ cable }) => isOnLoad(cable, point.id)))
    out.push(no(msg('planning.tap.load-side'), FROM.survey));
  if (count > 0 && point.devices.some((d) => isLamp(d) || d.tab === 'broken'))
    out.push(no(msg('planning.tap.too-mixed'), FROM.survey));
  if (point.devices.every((d) => d.kind === 'blank'))
    out.push(no(msg('planning.tap.only-splices'), FROM.survey));
  if (box.unread) out.push(ask(msg('planning.tap.cable-unread'), FROM.survey));
  return out;
}
const isLamp = (d: Point['devices'][number]): boolean => d.kind === 'luminaire' || d.kind === 'fan';

function groundAndAge(box: BoxFeed, house: House): TapReason[] {
  const out: TapReason[] = [];
  if (box.ground === 'no') out.push(no(msg('planning.tap.no-ground'), FROM.ground));
  if (box.ground === 'unknown') out.push(ask(msg('planning.tap.ground-unseen'), FROM.ground));
  const path = house.cables.filter((c) => box.path.includes(c.id));
  if (path.some((c) => c.type === 'knob-and-tube')) out.push(no(msg('planning.tap.knob'), FROM.oldWire));
  if (path.some(isSmallAluminum)) out.push(no(msg('planning.tap.aluminum'), FROM.oldWire));
  return out;
}

function conditionReasons(point: Point): TapReason[] {
  if (!point.accessible) return [no(msg('planning.tap.buried'), FROM.accessible)];
  switch (point.condition) {
    case 'burnt-beyond-reach':
      return [no(msg('planning.tap.beyond-reach'), FROM.condition)];
    case 'burnt':
      return [work(msg('planning.tap.burnt'), 30, FROM.condition)];
    case 'loose':
      return [work(msg('planning.tap.loose'), 15, FROM.condition)];
    case 'short-conductors':
      return [work(msg('planning.tap.short'), 10, FROM.condition)];
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
    out.push(no(msg('planning.tap.no-240-neutral'), FROM.survey));
  if (breaker.amps > 20 && group.volts === 120)
    out.push(no(msg('planning.tap.too-large', { amps: breaker.amps }), FROM.outlets));
  out.push(...loadReasons(house, feed, pack, breaker, group));
  return out;
}

/** What would run at the worst hour on a breaker with these wants on it, A. */
export function worstWith(
  house: House,
  feed: Feed,
  pack: CodePack,
  breaker: Breaker,
  wants: readonly Want[],
): number {
  const load = circuitLoad(house, feed, breaker.id);
  const volts = load?.volts ?? nominalVolts(breaker.poles);
  const added = wants
    .flatMap((w) => w.loads)
    .map((l) => ({ ...l, continuous: isContinuous(l), amps: l.voltAmperes / volts }));
  return countedWorst([...(load?.loads ?? []), ...added], countFactors(pack)).amps;
}

function loadReasons(
  house: House,
  feed: Feed,
  pack: CodePack,
  breaker: Breaker,
  group: WantGroup,
): TapReason[] {
  const worst = worstWith(house, feed, pack, breaker, group.wants);
  if (worst <= breaker.amps)
    return [
      good(
        msg('planning.tap.to-spare', { left: q.amps(breaker.amps - worst), rating: breaker.amps }),
        FROM.load,
      ),
    ];
  const some = group.wants.filter(
    (w) => w.loads.length > 0 && worstWith(house, feed, pack, breaker, [w]) <= breaker.amps,
  );
  return some.length > 0 && group.wants.length > 1
    ? [good(msg('planning.tap.some', { amps: q.amps(worst), rating: breaker.amps }), FROM.load)]
    : [no(msg('planning.tap.over', { amps: q.amps(worst), rating: breaker.amps }), FROM.load)];
}

/** Time to take a box out and put a larger old-work one in. */
const REPLACE_BOX_MINUTES = 40;

/** New cables of so many conductors and a ground that fit in a box volume, from none to four. */
function cablesThatFit(
  survey: ReturnType<typeof surveyBox>,
  pack: CodePack,
  conductors: number,
  there: number,
): number {
  let n = 0;
  while (n < MOST_CABLES && filled(survey, pack, conductors, n + 1) <= there + 1e-9) n++;
  return n;
}
const MOST_CABLES = 4;

function filled(
  survey: ReturnType<typeof surveyBox>,
  pack: CodePack,
  conductors: number,
  cables: number,
): number {
  const gauge = (Object.keys(survey.contents.conductors)[0] ?? '14') as '14' | '12' | '10';
  return pack.fill({
    ...survey.contents,
    conductors: {
      ...survey.contents.conductors,
      [gauge]: (survey.contents.conductors[gauge] ?? 0) + conductors * cables,
    },
    grounds: survey.contents.grounds + cables,
    largestGround: survey.contents.largestGround ?? gauge,
  }).cubicInches;
}

/** Room for one more cable; and for how many, in this box or in the largest that can take its place. */
function roomInBox(box: BoxFeed, pack: CodePack, conductors: number): { reasons: TapReason[]; most: number } {
  const survey = surveyBox(box);
  if (!survey.volume) return { reasons: [ask(msg('planning.tap.box-unknown'), FROM.look)], most: 1 };
  if (survey.missing.includes('gauge'))
    return { reasons: [ask(msg('planning.tap.conductors-unread'), FROM.look)], most: 1 };
  if (pack.fill(survey.contents).bySize)
    return {
      most: 0,
      reasons: [no(msg('planning.tap.by-size'), FROM.large)],
    };
  const { cubicInches: there } = survey.volume;
  const needed = filled(survey, pack, conductors, 1);
  const model = boxModel(box.point.box.model);
  // An extension ring gives room as well as another box does.
  const ring = box.point.box.extras?.ringCubicInches ? undefined : ringFor(model);
  const largest = Math.max(
    there,
    there + (ring?.volumeCubicInches ?? 0),
    ...replacements(
      model,
      box.point.box.gangs,
      box.cables.some((c) => groundsByMetal(c.cable)),
    ).map((b) => b.volumeCubicInches),
  );
  const most = cablesThatFit(survey, pack, conductors, largest);
  if (needed <= there + 1e-9)
    return {
      most: Math.max(1, cablesThatFit(survey, pack, conductors, there)),
      reasons: [
        good(msg('planning.tap.fill', { needed: q.volume(needed), available: q.volume(there) }), FROM.fill),
      ],
    };
  return {
    most,
    reasons: [
      most > 0
        ? work(
            msg('planning.tap.too-small', { needed: q.volume(needed), available: q.volume(there) }),
            REPLACE_BOX_MINUTES,
            FROM.fill,
          )
        : no(msg('planning.tap.full', { needed: q.volume(needed) }), FROM.fill),
    ],
  };
}

/** Judges every box of the house as a place to tap for one group of wants, and every panel as the start of a new circuit. */
export function judgeCandidates(
  house: House,
  feed: Feed,
  plan: PlanOfHouse,
  pack: CodePack,
  group: WantGroup,
): Candidate[] {
  const uses = group.wants.flatMap((w) => placeOf(plan, w.at)?.use ?? []);
  const breakers = new Map<BreakerId, Breaker>(
    house.panels.flatMap((p) => p.breakers.map((b) => [b.id, b] as const)),
  );
  const { conductors } = groupRole(group, feed);
  const boxes = [...feed.boxes.values()].map((box): Candidate => {
    const { point } = box;
    const breaker = (box.circuits[0] === undefined ? undefined : breakers.get(box.circuits[0])) ?? null;
    // A point that moves takes along what is in its box, whatever that is.
    const moves = group.wants.every((w) => w.replaces === point.id) && box.circuits.length > 0;
    const reasons: TapReason[] = [
      ...(moves ? movingReasons(box) : conductorReasons(box, group)),
      ...conditionReasons(point),
    ];
    let most = 1;
    if (box.circuits.length > 0) {
      reasons.push(...groundAndAge(box, house));
      // What moves keeps the voltage it has.
      const volts = moves ? (point.devices.some((d) => d.volts === 240) ? 240 : 120) : group.volts;
      if (breaker) reasons.push(...circuitReasons(house, feed, pack, breaker, { ...group, volts }, uses));
      if (!reasons.some((r) => r.kind === 'no')) {
        const room = roomInBox(box, pack, conductors);
        reasons.push(...room.reasons);
        most = room.most;
      }
    }
    if (point.at.on === 'somewhere') reasons.push(no(msg('planning.tap.unmeasured'), FROM.measured));
    if (group.only !== null && group.only !== point.id)
      reasons.push(no(msg('planning.tap.elsewhere'), FROM.asked));
    return candidate(point, breaker, reasons, most);
  });
  // A cable is only cut into where no box will do: it costs two more boxes that stay in sight.
  const cuts = boxes.some((b) => b.usable) ? [] : cutIns(house, feed, plan, group);
  const cables = cuts.map((cut) => {
    const id = feed.boxes.get(cut.from.id)?.circuits[0];
    const breaker = (id === undefined ? undefined : breakers.get(id)) ?? null;
    const box = feed.boxes.get(cut.to.id);
    const circuit = breaker
      ? [...(box ? groundAndAge(box, house) : []), ...circuitReasons(house, feed, pack, breaker, group, uses)]
      : [];
    const { gauge, metal } = cut.cable;
    const carries = gauge && pack.breakerLimit(gauge, metal ?? 'Cu')?.value;
    if (breaker && carries && carries < breaker.amps)
      circuit.push(no(msg('planning.tap.cable-small', { amps: breaker.amps }), FROM.load));
    return cutInCandidate(feed, cut, breaker, circuit, group);
  });
  return [...boxes, ...cables, ...house.panels.map((panel) => panelCandidate(house, pack, panel, group))];
}

function candidate(
  { id, label, at }: Point,
  breaker: Breaker | null,
  reasons: readonly TapReason[],
  most: number,
): Candidate {
  return {
    pointId: id,
    label,
    at,
    cut: null,
    breaker,
    reasons,
    most,
    atPanel: false,
    usable: !reasons.some((r) => r.kind === 'no'),
    minutes: reasons.reduce((s, r) => s + r.minutes, 0),
  };
}
