import {
  isReceptacleDevice,
  isSwitchDevice,
  isTravelerSwitch,
  switchPlaces,
  type BoxFunction,
  type Job,
  type Point,
  type PointId,
} from '../document/index.ts';
import {
  handleOf,
  joined,
  networkOf,
  screwOf,
  supplyOf,
  supplyWords,
  touchedIn,
  type Supply,
  type Surveyed,
  type UseAt,
} from '../network/index.ts';
import { asDrawn } from './drawn.ts';
import { fault, isOn, useName, type Side, type Looked, type Compared } from './compared.ts';
import type { Fault } from './plan.ts';
import { allOf, msg, row, type Message, type Text } from '../words/index.ts';

/** What outlets, lamps and motors get: as before, as wanted, as the drawing of before says. */

/** What meets and must not, and the terminals it was found at. */
export interface Meeting {
  readonly says: Message;
  readonly subjects: readonly string[];
}

/** Two circuits made one, hot on neutral, neutral on ground: what must not meet anywhere. */
export function meetings({ joined: { network } }: Side, states: readonly Looked[]): Meeting[] {
  const found = new Map<string, Meeting>();
  const add = (says: Message, subjects: readonly string[]) =>
    void found.set(JSON.stringify(says), { says, subjects });
  for (const touched of states) {
    for (const { node } of network.terminals) {
      const t = touched(node);
      const told = [...t.hots, ...t.neutrals, ...t.grounds];
      if (t.hots.length > 1) add(msg('proof.two-hots', { hots: allOf(t.hots) }), told);
      if (t.hots.length > 0 && t.neutrals.length > 0)
        add(msg('proof.hot-neutral', { hots: row(t.hots), neutrals: row(t.neutrals) }), told);
      if (t.hots.length > 0 && t.grounds.length > 0)
        add(msg('proof.hot-ground', { hots: row(t.hots) }), told);
      if (t.neutrals.length > 0 && t.grounds.length > 0)
        add(msg('proof.neutral-ground', { neutrals: row(t.neutrals) }), told);
      if (t.neutrals.length > 1) add(msg('proof.two-neutrals', { neutrals: allOf(t.neutrals) }), told);
    }
  }
  return [...found.values()];
}

/** What a use gets in every state; and the same as one comparable text. */
const course = (use: UseAt, states: readonly Looked[]): Supply[] =>
  states.map((touched) => supplyOf(use, touched));
const told = (course: readonly Supply[]): string => course.map(supplyWords).join('; ');

/** Changes that mean another supply at a place: what was asked for is not held against what was there. */
function asked(job: Job): { outlets: Set<string>; gone: Set<string> } {
  const outlets = new Set<string>();
  const gone = new Set<string>();
  for (const c of job.changes ?? []) {
    if (c.kind === 'convert') outlets.add(c.pointId);
    if (c.kind === 'replace') gone.add(`${c.pointId}#${c.index}`);
    if (c.kind === 'swap') [c.pointId, c.withId].forEach((id) => gone.add(id));
  }
  return { outlets, gone };
}

/** How something works otherwise than before. */
function otherwise(before: readonly Supply[], after: readonly Supply[]): Text {
  const live = (list: readonly Supply[]) => list.filter((s) => s.is === 'live').length;
  if (live(after) === 0) return msg('proof.lost.dead');
  if (live(after) === after.length && live(before) < before.length) return msg('proof.lost.on');
  const same = after.every((s, i) => s.is === before[i]?.is);
  return same ? msg('proof.lost.other') : msg('proof.lost.free');
}

/** What worked before works after, and answers to the same switches. */
export function sameAsBefore(c: Compared): Fault[] {
  const { outlets, gone } = asked(c.job);
  const { wasAt, isAt } = c;
  const after = new Map(c.is.uses.map((u) => [`${u.point.id}#${u.device}:${u.what}`, u] as const));
  return c.was.uses.flatMap((use): Fault[] => {
    const { id } = use.point;
    if (outlets.has(id) || gone.has(id) || gone.has(`${id}#${use.device}`)) return [];
    const to = c.goesTo({ point: id, device: use.device });
    if (!to) return [];
    const before = course(use, wasAt);
    // What the survey itself leaves dead is not known well enough to be held against the plan.
    if (before.every((s) => s.is !== 'live')) return [];
    const now = after.get(`${to.point}#${to.device}:${use.what}`);
    const name = useName(use, c.labels);
    if (!now) return [fault('gone', [id], msg('proof.gone', { what: name }))];
    const then = course(now, isAt);
    if (told(then) === told(before)) return [];
    return [
      fault(
        'works otherwise',
        [id, to.point],
        msg('proof.otherwise', { what: name, how: otherwise(before, then) }),
      ),
    ];
  });
}

/** The half of an outlet that hangs on a switch is the lower one. */
const HALF: UseAt['what'] = 'bottom outlet';

/** Is the common of a three-way hot? Where that one hangs at the end of two, its conductor to the light is. */
const commonLive = (point: Point, index: number, touched: Looked | undefined): boolean =>
  touched !== undefined && touched(screwOf(point.id, index, 'common screw')).hots.length > 0;

const noPower = (c: Compared, use: UseAt, { is }: Supply): Message =>
  msg('proof.no-power', { use: useName(use, c.labels), is });
const liveOff = (c: Compared, use: UseAt): Message => msg('proof.live-off', { use: useName(use, c.labels) });

/** What is wanted gets what was asked for: always live, or live exactly when its switch is on. */
export function asWanted(c: Compared): Fault[] {
  const points = new Map(c.plan.after.points.map((p) => [p.id, p] as const));
  const { isAt } = c;
  const fresh = new Map<PointId, (use: UseAt, i: number) => boolean>();
  for (const want of c.job.wants) {
    const id = c.plan.made.get(want.id);
    const point = id && points.get(id);
    if (!point || want.replaces !== undefined) continue;
    const { control } = want;
    const box =
      control.by === 'want'
        ? c.plan.made.get(control.wantId)
        : control.by === 'switch'
          ? control.pointId
          : null;
    const switchBox = box === null || box === undefined ? undefined : points.get(box);
    // A box with switches in it is fed always; what is beside them is not commanded.
    const commanded = control.by !== 'always' && switchBox && !point.devices.some(isSwitchDevice);
    const own = commanded ? (control.nth ?? 1) : 0;
    // The motor of such a fan, and the other half of such an outlet, are live whatever the switch does.
    const always = ({ device, what }: UseAt): boolean => {
      const asked = want.devices[device];
      return (
        (asked?.motor === 'always' && what === 'fan motor') ||
        (asked?.tab === 'broken' && what !== HALF) ||
        asked?.switched === false
      );
    };
    fresh.set(point.id, (use, i) => {
      const state = c.states[i]?.is ?? new Map();
      // Burns with what its own switch commands.
      if (use.what === 'pilot light') return isOn(handleOf(point.id, use.device), state, c.pairs);
      if (!commanded || always(use)) return true;
      const nth = use.what === 'light' ? (want.devices[use.device]?.lightNth ?? own) : own;
      const place = switchPlaces(switchBox)[nth - 1];
      if (!place) return false;
      const key = handleOf(switchBox.id, place.index);
      // One of two that were there: what it commands is live when its common is.
      return isTravelerSwitch(place.device) && c.pairs.get(key)?.crosses !== false
        ? commonLive(switchBox, place.index, isAt[i])
        : isOn(key, state, c.pairs);
    });
  }
  for (const change of c.job.changes ?? [])
    if (change.kind === 'convert') fresh.set(change.pointId, () => true);
  return c.is.uses.flatMap((use): Fault[] => {
    const expected = fresh.get(use.point.id);
    if (!expected || c.open.has(use.point.id)) return [];
    const got = course(use, isAt);
    const n = got.findIndex((s, i) => (s.is === 'live') !== expected(use, i));
    const bad = got[n];
    if (!bad) return [];
    return [
      fault('not as wanted', [use.point.id], expected(use, n) ? noPower(c, use, bad) : liveOff(c, use)),
    ];
  });
}

/** Devices that changes put in, by point and place in the box, each with what was asked for. */
function putIn({ job, plan }: Compared): Map<string, BoxFunction> {
  const out = new Map<string, BoxFunction>();
  const stood = new Map(plan.before.points.map((p) => [p.id, p.devices.length] as const));
  for (const c of job.changes ?? []) {
    if (c.kind === 'replace') out.set(`${c.pointId}#${c.index}`, c.device);
    if (c.kind === 'enlarge')
      c.devices.forEach((asked, i) => out.set(`${c.pointId}#${(stood.get(c.pointId) ?? 0) + i}`, asked));
  }
  return out;
}

/** Was an outlet, or a half of one, that a change puts in asked to be hot at all times, or on a switch? Null where nothing was said. */
function askedOf(asked: BoxFunction, what: UseAt['what']): 'hot' | 'switched' | null {
  if (asked.tab === 'broken') return what === HALF ? 'switched' : 'hot';
  return asked.switched === undefined ? null : asked.switched ? 'switched' : 'hot';
}

/** What a change puts in works: it is never left without its neutral, and burns with its own switch where it is a pilot light. */
export function putInWorks(c: Compared): Fault[] {
  const fresh = putIn(c);
  return c.is.uses.flatMap((use): Fault[] => {
    const { point, device } = use;
    const wanted = fresh.get(`${point.id}#${device}`);
    if (!wanted || c.open.has(point.id)) return [];
    const got = course(use, c.isAt);
    const asked = isReceptacleDevice(wanted) ? askedOf(wanted, use.what) : null;
    if (asked === 'switched' && got.every((s) => s.is === 'live'))
      return [fault('not as wanted', [point.id], liveOff(c, use))];
    const dead = asked === 'hot' && got.find((s) => s.is === 'dead');
    if (dead) return [fault('not as wanted', [point.id], noPower(c, use, dead))];
    const pilot = use.what === 'pilot light';
    const bad = got.find((s, i) =>
      pilot
        ? s.is !== (isOn(handleOf(point.id, device), c.states[i]?.is ?? new Map(), c.pairs) ? 'live' : 'dead')
        : s.is !== 'live' && s.is !== 'dead',
    );
    return bad ? [fault('put in without power', [point.id], noPower(c, use, bad))] : [];
  });
}

/** "Before" is what was surveyed: the same things live from the same places. */
export function beforeAsFound(c: Compared, survey: Surveyed): Fault[] {
  const made = asDrawn(c.plan.before, survey, c.plan.boxes, 'before', () => true);
  const side = joined(networkOf(c.plan.before, made));
  return c.states.flatMap(({ was }, i) => {
    const found = c.wasAt[i] ?? touchedIn(c.was.joined, was);
    const shown = touchedIn(side, was);
    return c.was.uses.flatMap((use): Fault[] => {
      const [a, b] = [supplyWords(supplyOf(use, found)), supplyWords(supplyOf(use, shown))];
      return a === b
        ? []
        : [
            fault(
              'before is not what is there',
              [use.point.id],
              msg('proof.before', { use: useName(use, c.labels), is: a, drawn: b }),
            ),
          ];
    });
  });
}
