import {
  boxOfKey,
  isSwitchDevice,
  nthOf,
  switchedIn,
  switchesIn,
  type SwitchKey,
} from '../../../document/index.ts';
import type { BoxFeed } from '../../../feed/index.ts';
import { practice, published } from '../../../findings/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { findBreaker, isNew, judge, noNumbers, touchedPoints } from './judge.ts';

const TAB = practice('half-switched outlets: both ends named, the tab looked at');

/** Circuits of one device must go off together: one breaker, or a multiwire pair with one handle. */
function offTogether(context: RuleContext, box: BoxFeed): boolean {
  return box.circuits.every((id) => findBreaker(context, id)?.multiwire === true) || box.circuits.length < 2;
}

function halvesAt(context: RuleContext, box: BoxFeed): Judgement[] {
  const { point } = box;
  const index = point.devices.findIndex((d) => d.kind === 'receptacle');
  const device = point.devices[index];
  const others = box.switchedBy.filter((key) => !switchesIn(point).includes(key));
  if (!device) return [];
  const common = { mark: 'site' as const, subjects: [point.id as string] };
  if (device.tab === 'broken' && !offTogether(context, box))
    return [
      judge('halves', {
        ...common,
        severity: 'fix',
        says: `The halves of ${point.label} are on two breakers that do not go off together`,
        detail: 'One device on two circuits: both must go off with one handle, or one half is still live.',
        sources: [published('NEC 210.7')],
      }),
    ];
  if (!box.constantHot || others.length === 0) return [];
  const by = others.map((key) => switchName(context, key)).join(' and ');
  if (device.tab === 'broken')
    return [
      judge('halves', {
        ...common,
        severity: 'ok',
        says: `${point.label}: one half constant, the other by ${by}`,
        detail: 'Its tab is broken. Both halves are measured, with the switch on.',
        sources: [TAB],
      }),
    ];
  if (device.tab === 'whole')
    return [
      judge('halves', {
        ...common,
        severity: 'ok',
        says: `${point.label} is live at all times; the conductor of ${by} only passes`,
        sources: [TAB],
      }),
    ];
  return [
    judge('halves', {
      ...common,
      severity: 'watch',
      says: `Is the tab between the brass screws of ${point.label} broken?`,
      detail: `A constant conductor and that of ${by} are both there. Broken, one half is switched; a second circuit on it must be excluded before anything hangs there.`,
      because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
      sources: [TAB],
      remedies: (['broken', 'whole'] as const).map((tab) => ({
        says: tab === 'broken' ? 'It is broken: one half is switched' : 'It is whole',
        edit: { edit: 'set-tab' as const, pointId: point.id, device: index, tab },
      })),
    }),
  ];
}

/** Outlets with a constant and a switched conductor: whether the halves are apart decides what a tap gives. */
export const halves: Rule = {
  id: 'halves',
  title: 'Half-switched outlets',
  about:
    'Where a constant and a switched conductor come to one outlet, the tab between its brass screws is looked at; two circuits on one device go off together.',
  numbers: noNumbers,
  check: (context) =>
    touchedPoints(context).flatMap((p) => {
      const box = context.feed.boxes.get(p.id);
      return box ? halvesAt(context, box) : [];
    }),
};

function switchName(context: RuleContext, key: SwitchKey): string {
  const point = context.feed.boxes.get(boxOfKey(key))?.point;
  const several = point !== undefined && switchesIn(point).length > 1;
  return `${point?.label ?? 'a switch'}${several ? `, switch ${nthOf(key)}` : ''}`;
}

/** Switches that something in the box is said to hang on, and that are not in the box they should be in. */
function missing(context: RuleContext, box: BoxFeed): Judgement[] {
  const { point } = box;
  const gone = box.cables
    .flatMap(({ cable }) => switchedIn(cable))
    .flatMap(({ by, key }) => {
      const commander = context.feed.boxes.get(by)?.point;
      const own = commander ? switchesIn(commander) : [];
      return commander && own.length > 0 && !own.includes(key)
        ? [{ label: commander.label, nth: nthOf(key), have: own.length }]
        : [];
    })[0];
  if (!gone) return [];
  return [
    judge('switches', {
      severity: 'fix',
      mark: 'want',
      subjects: [point.id],
      says: `${point.label} hangs on switch ${gone.nth} of ${gone.label}, which has ${gone.have}`,
      detail: 'Give that box another switch, or choose another one to command it.',
      because: { need: gone.nth, have: gone.have, unit: 'switches', sense: 'at-least' },
      sources: [practice('every switched conductor belongs to one switch')],
    }),
  ];
}

/** Several switches in one box: which conductor belongs to which of them must be known before it is opened. */
function whose(context: RuleContext, box: BoxFeed): Judgement[] {
  const { point } = box;
  const own = switchesIn(point);
  if (own.length < 2) return [];
  const known = new Set(box.cables.flatMap(({ cable }) => switchedIn(cable).map(({ key }) => key)));
  // Three-way switches have their travelers: what they command is told at the other one.
  const kinds = point.devices.filter(isSwitchDevice).map((d) => d.kind);
  const open = own.filter((key, i) => !known.has(key) && kinds[i] !== 'switch-three-way');
  if (open.length === 0) return [];
  if (isNew(context, point))
    return [
      judge('switches', {
        severity: 'watch',
        mark: 'want',
        subjects: [point.id],
        says: `Nothing hangs on switch ${open.map(nthOf).join(' and ')} of ${point.label}`,
        detail: 'Let a wanted light be commanded by it, or take a narrower box.',
        because: { need: own.length, have: null, unit: 'switches', sense: 'at-least' },
        sources: [practice('every switch of a box has something to command')],
      }),
    ];
  return [
    judge('switches', {
      severity: 'watch',
      mark: 'site',
      subjects: [point.id],
      says: `Which conductor does switch ${open.map(nthOf).join(' and ')} of ${point.label} command?`,
      detail:
        'Say at its cables which switch commands each; a conductor on the wrong switch ties two loads together.',
      because: { need: own.length, have: null, unit: 'switches', sense: 'at-least' },
      sources: [practice('conductors are marked by switch before a box with several is taken apart')],
    }),
  ];
}

/** Each switched conductor belongs to one switch of one box. */
export const switches: Rule = {
  id: 'switches',
  title: 'Which switch commands what',
  about:
    'In boxes that the plan touches, every switched conductor is that of one switch, and every switch of a box with several has its own.',
  numbers: noNumbers,
  check: (context) =>
    touchedPoints(context).flatMap((p) => {
      const box = context.feed.boxes.get(p.id);
      if (!box) return [];
      const gone = missing(context, box);
      return gone.length > 0 ? gone : whose(context, box);
    }),
};
