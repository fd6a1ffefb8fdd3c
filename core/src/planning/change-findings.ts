import {
  boxOfKey,
  functionVolts,
  isBetweenHots,
  isLamp,
  isReceptacleDevice,
  switchesIn,
  type House,
  type Job,
} from '../document/index.ts';
import type { Feed } from '../feed/index.ts';
import { practice, published, type Finding } from '../findings/index.ts';
import { allOf, msg, q } from '../words/index.ts';
import { inches } from '../units/index.ts';
import { shiftRoomMm } from './changes.ts';

/** What stands against a change of a box that is there, and what it has to be asked. */

/** Slots in a yoke let a plate give this much, mm: common practice. */
const SHIFT_PLAY_MM = 3;
/** An oversize plate reaches this much farther on each side than the ordinary one, mm: common practice. */
const OVERSIZE_MM = inches(0.375);

/** A light, fan or appliance that takes the place of another draws what it draws: it is asked once. */
function newLoads(house: House, job: Pick<Job, 'changes'>): Finding[] {
  return (job.changes ?? []).flatMap((change): Finding[] => {
    const point = house.points.find((p) => p.id === change.pointId);
    if (!point || change.kind !== 'replace' || change.loads !== undefined) return [];
    const { device } = change;
    if (!isLamp(device) && device.kind !== 'appliance') return [];
    return [
      {
        rule: 'new-load',
        key: `new-load:${change.id}`,
        severity: 'watch',
        origin: 'new',
        mark: 'want',
        subjects: [point.id],
        says: msg('planning.change.new-load', {
          thing: msg(`names.device.${device.kind}`),
          point: point.label,
        }),
        detail: msg('planning.change.new-load-why'),
        because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
        sources: [published('NEC 210.19(A), 210.20(A)')],
        remedies: [
          {
            says: msg('planning.change.same-load'),
            edit: { edit: 'same-load', changeId: change.id },
          },
        ],
      },
    ];
  });
}

/** What a change puts in says of a switch what its box can give: where only a switched conductor comes, it goes dead with the switch. */
function onSwitchFindings(house: House, feed: Feed, job: Pick<Job, 'changes'>): Finding[] {
  return (job.changes ?? []).flatMap((change): Finding[] => {
    if (change.kind !== 'replace' && change.kind !== 'enlarge') return [];
    const box = feed.boxes.get(change.pointId);
    const asked = (change.kind === 'replace' ? [change.device] : change.devices).filter(isReceptacleDevice);
    if (!box || asked.length === 0) return [];
    const own = new Set(switchesIn(box.point));
    const by = box.switchedBy.filter((key) => !own.has(key));
    const labels = by.map((key) => house.points.find((p) => p.id === boxOfKey(key))?.label ?? '?');
    const finding = (say: Pick<Finding, 'severity' | 'says' | 'remedies' | 'because'>): Finding[] => [
      {
        rule: 'asked-switch',
        key: `asked-switch:${change.id}`,
        origin: 'new',
        mark: 'want',
        subjects: [change.pointId],
        detail: msg('planning.change.asked-switch-why'),
        sources: [practice(msg('planning.change.asked-switch-practice'))],
        ...say,
      },
    ];
    const needs = { need: 1, have: 0, unit: 'count', sense: 'at-least' } as const;
    const onSome = asked.some((d) => d.switched === true || d.tab === 'broken');
    const hotSome = asked.some((d) => d.switched === false || d.tab === 'broken');
    const { label: point } = box.point;
    if (by.length === 0 && onSome)
      return finding({
        severity: 'fix',
        says: msg('planning.change.no-switched', { point }),
        because: needs,
        remedies: [
          {
            says: msg('planning.change.leave-hot'),
            edit: { edit: 'ask-switched', changeId: change.id, on: false },
          },
        ],
      });
    if (by.length === 0 || box.constantHot) return [];
    const follow = {
      says: msg('planning.change.on-it', { switch: allOf(labels) }),
      edit: { edit: 'ask-switched' as const, changeId: change.id, on: true },
    };
    if (hotSome)
      return finding({
        severity: 'fix',
        says: msg('planning.change.no-hot', { point, switch: allOf(labels) }),
        because: needs,
        remedies: [follow],
      });
    // A device in the place of another does what that one did.
    return change.kind === 'enlarge' && !onSome
      ? finding({
          severity: 'watch',
          says: msg('planning.change.goes-dead', { point, switch: allOf(labels) }),
          because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
          remedies: [follow],
        })
      : [];
  });
}

/** An outlet takes a neutral, which a switch loop does not bring. */
function neutralFindings(feed: Feed, job: Pick<Job, 'changes'>): Finding[] {
  return (job.changes ?? []).flatMap((change): Finding[] => {
    const box = feed.boxes.get(change.pointId);
    if (!box || box.neutral || box.unread || (change.kind !== 'replace' && change.kind !== 'enlarge'))
      return [];
    const asked = change.kind === 'replace' ? [change.device] : change.devices;
    if (!asked.some((d) => isReceptacleDevice(d) && functionVolts(d) === 120) || isBetweenHots(box.point))
      return [];
    return [
      {
        rule: 'asked-neutral',
        key: `asked-neutral:${change.id}`,
        severity: 'stop',
        origin: 'new',
        mark: 'want',
        subjects: [box.point.id],
        says: msg('planning.change.no-neutral', { point: box.point.label }),
        detail: msg('planning.change.no-neutral-why'),
        because: { need: 1, have: 0, unit: 'count', sense: 'at-least' },
        sources: [practice(msg('planning.change.asked-switch-practice'))],
        remedies: [],
      },
    ];
  });
}

/** A plug for 240 V finds two hots at a box, or nothing works there. */
function voltsFindings(house: House, job: Pick<Job, 'changes'>): Finding[] {
  return (job.changes ?? []).flatMap((change): Finding[] => {
    const point = house.points.find((p) => p.id === change.pointId);
    if (!point || (change.kind !== 'replace' && change.kind !== 'enlarge')) return [];
    const asked = change.kind === 'replace' ? [change.device] : change.devices;
    const have = isBetweenHots(point) ? 240 : 120;
    const need = asked
      .filter((d) => d.plug !== undefined || d.volts !== undefined)
      .map(functionVolts)
      .find((v) => v !== have);
    if (need === undefined) return [];
    return [
      {
        rule: 'asked-volts',
        key: `asked-volts:${change.id}`,
        severity: 'stop',
        origin: 'new',
        mark: 'want',
        subjects: [point.id],
        says: msg('planning.change.volts', { point: point.label, have, need }),
        detail: msg('planning.change.volts-why'),
        because: { need, have, unit: 'V', sense: 'at-least' },
        sources: [published('NEC 406.4(B)')],
        remedies: [],
      },
    ];
  });
}

/**
 * What stands against a change, or is to be asked: a plate can only be shifted as far as its box reaches, a new light draws what it
 * draws, an outlet is on a switch where the conductor of one comes to its box.
 * @param feed of the house as it stands
 */
export function changeFindings(house: House, feed: Feed, job: Pick<Job, 'changes'>): Finding[] {
  return [
    ...newLoads(house, job),
    ...shiftFindings(house, job),
    ...onSwitchFindings(house, feed, job),
    ...voltsFindings(house, job),
    ...neutralFindings(feed, job),
  ];
}

function shiftFindings(house: House, job: Pick<Job, 'changes'>): Finding[] {
  return (job.changes ?? []).flatMap((change): Finding[] => {
    const point = change.kind === 'shift' && house.points.find((p) => p.id === change.pointId);
    if (!point || change.kind !== 'shift') return [];
    const have = shiftRoomMm(point);
    const need = Math.abs(change.byMm);
    const hides = need <= have + SHIFT_PLAY_MM + OVERSIZE_MM;
    const unmade =
      change.oversize === true && (point.at.on === 'outside' || /^(?:sq|wide)-/.test(point.box.model ?? ''));
    if (need <= have + SHIFT_PLAY_MM && !unmade) return [];
    return [
      {
        rule: 'shift',
        key: `shift:${change.id}`,
        severity: 'fix',
        origin: 'new',
        mark: 'want',
        subjects: [point.id],
        says: unmade
          ? msg('planning.change.no-oversize', { point: point.label })
          : have > 0
            ? msg('planning.change.shift-most', { point: point.label, most: q.length(have) })
            : msg('planning.change.shift-none', { point: point.label }),
        detail: msg('planning.change.shift-why'),
        because: { need, have, unit: 'mm', sense: 'at-least' },
        sources: [practice(msg('planning.change.shift-practice'))],
        remedies: hides
          ? [
              {
                says: msg('planning.change.oversize', { by: q.length(have) }),
                edit: {
                  edit: 'shift-plate',
                  changeId: change.id,
                  byMm: Math.sign(change.byMm) * have,
                  oversize: true,
                },
              },
            ]
          : [],
      },
    ];
  });
}
