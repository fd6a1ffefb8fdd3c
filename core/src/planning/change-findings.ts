import {
  boxOfKey,
  functionVolts,
  isBetweenHots,
  isLamp,
  isReceptacleDevice,
  isTravelerSwitch,
  switchesIn,
  type BoxFunction,
  type Change,
  type House,
  type Job,
} from '../document/index.ts';
import type { Feed } from '../feed/index.ts';
import { practice, published, type Because, type Finding } from '../findings/index.ts';
import { allOf, msg, q, type Text } from '../words/index.ts';
import { inches } from '../units/index.ts';
import { shiftRoomMm } from './changes.ts';

/** What stands against a change of a box that is there, and what it has to be asked. */

/** Slots in a yoke let a plate give this much, mm: common practice. */
const SHIFT_PLAY_MM = 3;
/** An oversize plate reaches this much farther on each side than the ordinary one, mm: common practice. */
const OVERSIZE_MM = inches(0.375);

type Say = Pick<Finding, 'severity' | 'says' | 'detail' | 'because' | 'sources'> &
  Partial<Pick<Finding, 'remedies'>>;

/** What is said of a change, at the box that it changes. */
const said = (rule: string, change: Change, say: Say): Finding => ({
  rule,
  key: `${rule}:${change.id}`,
  origin: 'new',
  mark: 'want',
  subjects: [change.pointId],
  remedies: [],
  ...say,
});

/** A look that settles a question; something that is needed and not there. */
const LOOK: Because = { need: 1, have: null, unit: 'look', sense: 'at-least' };
const LACKS: Because = { need: 1, have: 0, unit: 'count', sense: 'at-least' };
const LOOK_FIRST = practice(msg('planning.change.asked-switch-practice'));

/** What a change puts in. */
const functionsOf = (change: Change): readonly BoxFunction[] =>
  change.kind === 'replace' ? [change.device] : change.kind === 'enlarge' ? change.devices : [];

const pointOf = (house: House, change: Change) => house.points.find((p) => p.id === change.pointId);

/** A light, fan or appliance that takes the place of another draws what it draws: it is asked once. */
function newLoad(house: House, change: Change): Finding[] {
  const point = pointOf(house, change);
  if (!point || change.kind !== 'replace' || change.loads !== undefined) return [];
  const { device } = change;
  if (!isLamp(device) && device.kind !== 'appliance') return [];
  return [
    said('new-load', change, {
      severity: 'watch',
      says: msg('planning.change.new-load', {
        thing: msg(`names.device.${device.kind}`),
        point: point.label,
      }),
      detail: msg('planning.change.new-load-why'),
      because: LOOK,
      sources: [published('NEC 210.19(A), 210.20(A)')],
      remedies: [
        { says: msg('planning.change.same-load'), edit: { edit: 'same-load', changeId: change.id } },
      ],
    }),
  ];
}

/** What a change says of a switch must be had in its box: where only a switched conductor comes, everything goes dead with the switch. */
function askedSwitch(house: House, feed: Feed, change: Change): Finding[] {
  const box = feed.boxes.get(change.pointId);
  const asked = functionsOf(change).filter(isReceptacleDevice);
  if (!box || asked.length === 0) return [];
  const own = new Set(switchesIn(box.point));
  const by = box.switchedBy.filter((key) => !own.has(key));
  const labels = allOf(by.map((key) => house.points.find((p) => p.id === boxOfKey(key))?.label ?? '?'));
  const finding = (say: Omit<Say, 'detail' | 'sources'>): Finding[] => [
    said('asked-switch', change, {
      detail: msg('planning.change.asked-switch-why'),
      sources: [LOOK_FIRST],
      ...say,
    }),
  ];
  const put = (on: boolean) => ({ edit: 'ask-switched' as const, changeId: change.id, on });
  const onSome = asked.some((d) => d.switched === true || d.tab === 'broken');
  const hotSome = asked.some((d) => d.switched === false || d.tab === 'broken');
  const { label: point } = box.point;
  if (by.length === 0 && onSome)
    return finding({
      severity: 'fix',
      says: msg('planning.change.no-switched', { point }),
      because: LACKS,
      remedies: [{ says: msg('planning.change.leave-hot'), edit: put(false) }],
    });
  if (by.length === 0 || box.constantHot) return [];
  const remedies = [{ says: msg('planning.change.on-it', { switch: labels }), edit: put(true) }];
  if (hotSome)
    return finding({
      severity: 'fix',
      says: msg('planning.change.no-hot', { point, switch: labels }),
      because: LACKS,
      remedies,
    });
  // A device in the place of another does what that one did.
  return change.kind === 'enlarge' && !onSome
    ? finding({
        severity: 'watch',
        says: msg('planning.change.goes-dead', { point, switch: labels }),
        because: LOOK,
        remedies,
      })
    : [];
}

/** An outlet takes a neutral, and so does the light in a pilot switch, which a switch loop does not bring. */
function neutral(feed: Feed, change: Change): Finding[] {
  const box = feed.boxes.get(change.pointId);
  if (!box || box.neutral || box.unread || isBetweenHots(box.point)) return [];
  const outlet = functionsOf(change).some((d) => isReceptacleDevice(d) && functionVolts(d) === 120);
  const pilot = !outlet && functionsOf(change).some((d) => d.kind === 'switch-pilot');
  if (!outlet && !pilot) return [];
  return [
    said('asked-neutral', change, {
      severity: 'stop',
      says: msg('planning.change.no-neutral', { point: box.point.label, pilot: String(pilot) }),
      detail: msg('planning.change.no-neutral-why', { pilot: String(pilot) }),
      because: LACKS,
      sources: [LOOK_FIRST],
    }),
  ];
}

/**
 * A switch that is added to a box: a three-way works only with its partner, and the light in a pilot switch needs what is hot at all
 * times.
 */
function addedSwitch(house: House, feed: Feed, { wants }: Pick<Job, 'wants'>, change: Change): Finding[] {
  const box = feed.boxes.get(change.pointId);
  if (!box || box.unread || change.kind !== 'enlarge') return [];
  const { label: point } = box.point;
  const stop = (says: Text, detail: Text): Finding =>
    said('added-switch', change, {
      severity: 'stop',
      says,
      detail,
      because: LACKS,
      sources: [LOOK_FIRST],
    });
  const paired = wants.some((w) => w.partner?.by === 'switch' && w.partner.pointId === change.pointId);
  if (change.devices.some(isTravelerSwitch) && !paired)
    return [stop(msg('planning.change.no-partner', { point }), msg('planning.change.no-partner-why'))];
  if (box.constantHot || !change.devices.some((d) => d.kind === 'switch-pilot')) return [];
  const by = box.switchedBy.map((key) => house.points.find((p) => p.id === boxOfKey(key))?.label ?? '?');
  return [
    stop(
      msg('planning.change.pilot-dead', { point, switch: allOf(by) }),
      msg('planning.change.pilot-dead-why'),
    ),
  ];
}

/** A plug for 240 V finds two hots at a box, or nothing works there. */
function volts(house: House, change: Change): Finding[] {
  const point = pointOf(house, change);
  if (!point) return [];
  const have = isBetweenHots(point) ? 240 : 120;
  const need = functionsOf(change)
    .filter((d) => d.plug !== undefined || d.volts !== undefined)
    .map(functionVolts)
    .find((v) => v !== have);
  if (need === undefined) return [];
  return [
    said('asked-volts', change, {
      severity: 'stop',
      says: msg('planning.change.volts', { point: point.label, have, need }),
      detail: msg('planning.change.volts-why'),
      because: { need, have, unit: 'V', sense: 'at-least' },
      sources: [published('NEC 406.4(B)')],
    }),
  ];
}

/** A plate can be shifted as far as its box reaches, an oversize one hides a little more. */
function shift(house: House, change: Change): Finding[] {
  const point = pointOf(house, change);
  if (!point || change.kind !== 'shift') return [];
  const have = shiftRoomMm(point);
  const need = Math.abs(change.byMm);
  const unmade =
    change.oversize === true && (point.at.on === 'outside' || /^(?:sq|wide)-/.test(point.box.model ?? ''));
  if (need <= have + SHIFT_PLAY_MM && !unmade) return [];
  const hides = !unmade && need <= have + SHIFT_PLAY_MM + OVERSIZE_MM;
  const byMm = Math.sign(change.byMm) * have;
  const most =
    have > 0
      ? msg('planning.change.shift-most', { point: point.label, most: q.length(have) })
      : msg('planning.change.shift-none', { point: point.label });
  return [
    said('shift', change, {
      severity: 'fix',
      says: unmade ? msg('planning.change.no-oversize', { point: point.label }) : most,
      detail: msg('planning.change.shift-why'),
      because: { need, have, unit: 'mm', sense: 'at-least' },
      sources: [practice(msg('planning.change.shift-practice'))],
      remedies: hides
        ? [
            {
              says: msg('planning.change.oversize', { by: q.length(have) }),
              edit: { edit: 'shift-plate', changeId: change.id, byMm, oversize: true },
            },
          ]
        : [],
    }),
  ];
}

/**
 * What stands against the changes of a job, or is to be asked: a plate can only be shifted as far as its box reaches, a new light draws
 * what it draws, an outlet is on a switch where the conductor of one comes to its box.
 * @param feed of the house as it stands
 */
export const changeFindings = (house: House, feed: Feed, job: Pick<Job, 'changes' | 'wants'>): Finding[] =>
  (job.changes ?? []).flatMap((change) => [
    ...newLoad(house, change),
    ...shift(house, change),
    ...askedSwitch(house, feed, change),
    ...addedSwitch(house, feed, job, change),
    ...volts(house, change),
    ...neutral(feed, change),
  ]);
