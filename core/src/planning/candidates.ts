import {
  isOnLoad,
  isProtecting,
  isSmallAluminum,
  isBetweenHots,
  isTwoHot,
  needsHotToo,
  wantsNeutral,
  plugOf,
  voltsOf,
  switchCount,
  isLamp,
  isReceptacleDevice,
  isSwitchDevice,
  isTravelerSwitch,
  switchKey,
  switchNumbers,
  type Breaker,
  type BreakerId,
  type House,
  type Point,
  type Want,
} from '../document/index.ts';
import type { BoxFeed } from '../feed/index.ts';
import { onOpenFraming, placeOf } from '../structure/index.ts';
import type { Candidate, TapReason, WantGroup } from './candidate.ts';
import { cutInCandidate, cutIns } from './cut-in.ts';
import { panelCandidate } from './new-circuit.ts';
import { takesCables } from './own-cables.ts';
import { devicesTaken, switchTaken } from './moves.ts';
import { partnerKey, partnerReasons, threeWayRole } from './partners.ts';
import { groupRole, MOST_SWITCHED } from './units.ts';
import { roomInBox } from './tap-box.ts';
import { circuitReasons } from './tap-circuit.ts';
import { ask, FROM, no, work } from './tap-reasons.ts';
import type { PlanSetting } from './types.ts';
import { msg } from '../words/index.ts';

/** Where a want must get its power from, if that is not left to the search. */
function onlyFrom({ source, replaces, partner }: Want): WantGroup['only'] {
  if (partner?.by === 'switch') return partner.pointId;
  if (source?.from === 'point') return source.pointId;
  if (source?.from === 'panel') return source.panelId;
  if (source) return source.cableId;
  return replaces ?? null;
}

/** Wants between two hots part by their plugs: each has a rating and wires of its own. */
const isTwoHotWant = (want: Want): boolean => voltsOf(want) === 240;

/** What a want hangs on. A light on a wanted switch comes with that switch, which needs what is always live. */
export function groupWants(wants: readonly Want[]): WantGroup[] {
  const groups = new Map<string, Pick<WantGroup, 'only' | 'control' | 'partner'> & { wants: Want[] }>();
  for (const w of wants) {
    const control: WantGroup['control'] =
      w.control.by === 'switch' && switchCount(w) === 0
        ? { by: 'switch', pointId: w.control.pointId, nths: switchNumbers(w), hotToo: needsHotToo(w) }
        : { by: 'always' };
    const first = w.control.by === 'want' ? w.control : w.partner;
    const commands = first?.by === 'want' ? first.wantId : null;
    const partner = partnerKey(w);
    const only = onlyFrom(wants.find((x) => x.id === commands) ?? w);
    const on =
      control.by === 'always'
        ? 'always'
        : [
            ...control.nths.map((n) => switchKey(control.pointId, n)),
            ...(control.hotToo ? ['hot'] : []),
          ].join();
    const key = [
      on,
      voltsOf(w),
      only ?? '',
      w.replacesDevice ?? '',
      partner ?? '',
      isTwoHotWant(w) ? (plugOf(w) ?? '') : '',
    ].join('#');
    const group = groups.get(key) ?? { only, control, partner, wants: [] };
    group.wants.push(w);
    groups.set(key, group);
  }
  return [...groups.values()].map(({ only, control, partner, wants: list }) => ({
    control,
    only,
    partner,
    volts: list[0] ? voltsOf(list[0]) : 120,
    neutral: list[0] ? wantsNeutral(list[0]) : false,
    wants: list,
  }));
}

const TWO_CIRCUITS = msg('planning.tap.two-circuits');

/** Conductors: does the box have what the wants need? */
function conductorReasons(box: BoxFeed, group: WantGroup): TapReason[] {
  if (box.circuits.length === 0)
    return [
      no(box.cables.length === 0 ? msg('planning.tap.no-cable') : msg('planning.tap.no-feed'), FROM.survey),
    ];
  const out: TapReason[] = [];
  if (box.circuits.length > 1) return [no(TWO_CIRCUITS, FROM.survey)];
  const incoming = box.cables.filter((c) => c.direction === 'in').map((c) => c.cable);
  const twoHots = incoming.some(isTwoHot);
  if (group.volts === 240) {
    if (!twoHots) return [no(msg('planning.tap.no-240'), FROM.survey)];
    const neutral = incoming.some((c) => c.carries === 'two-hots-neutral');
    return group.neutral && !neutral ? [no(msg('planning.tap.no-neutral'), FROM.survey)] : out;
  }
  if (twoHots) return [no(msg('planning.tap.only-240'), FROM.survey)];
  if (group.control.by === 'switch') {
    const { pointId, nths, hotToo } = group.control;
    if (!nths.every((n) => box.switchedBy.includes(switchKey(pointId, n))))
      return [no(msg('planning.tap.no-switched'), FROM.survey)];
    if (hotToo && !box.constantHot) return [no(msg('planning.tap.no-hot-too'), FROM.survey)];
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
function movingReasons(box: BoxFeed, want: Want | undefined): TapReason[] {
  const { point } = box;
  const out: TapReason[] = [];
  const devices = devicesTaken(want ?? {}, point);
  const count = devices.filter(isSwitchDevice).length;
  if (box.circuits.length > 1) out.push(no(TWO_CIRCUITS, FROM.survey));
  if (devices.some(isTravelerSwitch)) {
    const own = want && switchTaken(want, point);
    // With others in its box it takes more than one cable can carry.
    if (count > 1 || threeWayRole(box, own ?? 1) === null)
      out.push(no(msg('planning.tap.three-way'), FROM.survey));
  } else if (count > MOST_SWITCHED) out.push(no(msg('planning.tap.switches', { count }), FROM.survey));
  if (devices.some(isProtecting) && box.cables.some(({ cable }) => isOnLoad(cable, point.id)))
    out.push(no(msg('planning.tap.load-side'), FROM.survey));
  if (count > 0 && devices.some((d) => isLamp(d) || d.tab === 'broken'))
    out.push(no(msg('planning.tap.too-mixed'), FROM.survey));
  // A device that goes alone needs what it runs on in the box that it leaves.
  const runs = devices.some((d) => d.volts !== 240 && (isLamp(d) || isReceptacleDevice(d)));
  if (want?.replacesDevice !== undefined && runs && !box.neutral)
    out.push(no(msg('planning.tap.no-neutral'), FROM.survey));
  if (devices.every((d) => d.kind === 'blank')) out.push(no(msg('planning.tap.only-splices'), FROM.survey));
  if (box.unread) out.push(ask(msg('planning.tap.cable-unread'), FROM.survey));
  return out;
}

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

type Setting = Omit<PlanSetting, 'job'>;

/** A group of wants, with what every place to tap is judged for. */
interface Asked {
  readonly group: WantGroup;
  /** How the places are used where the wants will be. */
  readonly uses: Parameters<typeof circuitReasons>[6];
  /** Conductors that the new cable has. */
  readonly conductors: number;
  /** Its cables are drawn out of the old box. */
  readonly drawn: boolean;
  readonly breakers: ReadonlyMap<BreakerId, Breaker>;
}

const firstBreaker = ({ breakers }: Asked, box: BoxFeed | undefined): Breaker | null => {
  const id = box?.circuits[0];
  return (id === undefined ? undefined : breakers.get(id)) ?? null;
};

/** One box as a place to tap. */
function boxCandidate(setting: Setting, asked: Asked, box: BoxFeed): Candidate {
  const { group, uses, conductors, drawn } = asked;
  const { house, feed, plan, pack } = setting;
  const breaker = firstBreaker(asked, box);
  const { point } = box;
  // A point that moves takes along what is in its box, whatever that is.
  const moves = group.wants.every((w) => w.replaces === point.id) && box.circuits.length > 0;
  const reasons: TapReason[] = [
    ...(moves
      ? movingReasons(box, group.wants[0])
      : group.partner !== null && group.only === point.id
        ? partnerReasons(box, group.partner, group.wants.length)
        : conductorReasons(box, group)),
    ...conditionReasons(point),
  ];
  let most = 1;
  if (box.circuits.length > 0) {
    reasons.push(...groundAndAge(box, house));
    // What moves keeps the voltage it has.
    const volts = moves
      ? isBetweenHots({ devices: devicesTaken(group.wants[0] ?? {}, point) })
        ? 240
        : 120
      : group.volts;
    if (breaker) reasons.push(...circuitReasons(house, plan, feed, pack, breaker, { ...group, volts }, uses));
    // A box that goes with its cables leaves nothing in the old place.
    if (!reasons.some((r) => r.kind === 'no') && !(moves && drawn)) {
      const room = roomInBox(box, pack, conductors, onOpenFraming(house, box.point.at));
      reasons.push(...room.reasons);
      most = room.most;
    }
  }
  if (point.at.on === 'somewhere') reasons.push(no(msg('planning.tap.unmeasured'), FROM.measured));
  if (group.only !== null && group.only !== point.id)
    reasons.push(no(msg('planning.tap.elsewhere'), FROM.asked));
  return candidate(point, breaker, reasons, most);
}

/** A cable that is cut into, with the boxes on both sides of the cut. */
function cableCandidate(setting: Setting, asked: Asked, cut: ReturnType<typeof cutIns>[number]): Candidate {
  const { group, uses } = asked;
  const { house, feed, plan, pack } = setting;
  const box = feed.boxes.get(cut.to.id);
  const breaker = firstBreaker(asked, box);
  const circuit = breaker
    ? [
        ...(box ? groundAndAge(box, house) : []),
        ...circuitReasons(house, plan, feed, pack, breaker, group, uses),
      ]
    : [];
  const { gauge, metal } = cut.cable;
  const carries = gauge && pack.breakerLimit(gauge, metal ?? 'Cu')?.value;
  if (breaker && carries && carries < breaker.amps)
    circuit.push(no(msg('planning.tap.cable-small', { amps: breaker.amps }), FROM.load));
  return cutInCandidate(feed, cut, breaker, circuit, group);
}

/** Judges every box of the house as a place to tap for one group of wants, and every panel as the start of a new circuit. */
export function judgeCandidates(
  setting: Setting,
  group: WantGroup,
  /** Spaces in a panel that circuits for the groups before this one may take. */
  taken = 0,
): Candidate[] {
  const { house, feed, plan, pack, frames } = setting;
  const asked: Asked = {
    group,
    uses: group.wants.flatMap((w) => placeOf(plan, w.at)?.use ?? []),
    conductors: groupRole(group, feed).conductors,
    drawn: takesCables({ house, frames }, group.wants[0]),
    breakers: new Map(house.panels.flatMap((p) => p.breakers.map((b) => [b.id, b] as const))),
  };
  const boxes = [...feed.boxes.values()].map((box) => boxCandidate(setting, asked, box));
  // A cable is only cut into where no box will do, or where that was asked for: it costs two more boxes that stay in sight.
  const named = house.cables.some((c) => c.id === group.only);
  const cuts = !named && boxes.some((b) => b.usable) ? [] : cutIns(house, feed, plan, group);
  return [
    ...boxes,
    ...cuts.map((cut) => cableCandidate(setting, asked, cut)),
    ...house.panels.map((panel) => panelCandidate(house, pack, panel, group, taken)),
  ];
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
