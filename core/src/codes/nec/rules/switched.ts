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
import { allOf, msg, type Text } from '../../../words/index.ts';

const TAB = practice(msg('rules.switched.tab-practice'));

/** Circuits of one device must go off together: one breaker, or a multiwire pair with one handle. */
function offTogether(context: RuleContext, box: BoxFeed): boolean {
  return box.circuits.every((id) => findBreaker(context, id)?.multiwire === true) || box.circuits.length < 2;
}

function halvesAt(context: RuleContext, box: BoxFeed): Judgement[] {
  const { point } = box;
  const duplexes = point.devices.flatMap((device, index) =>
    device.kind === 'receptacle' ? [{ device, index }] : [],
  );
  // Of several the one that is not known is asked about; half of one on a switch is said of them all.
  const told =
    duplexes.find(({ device }) => device.tab === 'broken') ??
    duplexes.find(({ device }) => device.tab === undefined && device.switched !== true) ??
    duplexes[0];
  if (!told) return [];
  const { device, index } = told;
  const others = box.switchedBy.filter((key) => !switchesIn(point).includes(key));
  const common = { mark: 'site' as const, subjects: [point.id as string] };
  if (device.tab === 'broken' && !offTogether(context, box))
    return [
      judge('halves', {
        ...common,
        severity: 'fix',
        says: msg('rules.switched.two-breakers', { point: point.label }),
        detail: msg('rules.switched.two-breakers-why'),
        sources: [published('NEC 210.7')],
      }),
    ];
  if (!box.constantHot || others.length === 0 || device.switched === true) return [];
  const by = allOf(others.map((key) => switchName(context, key)));
  if (device.tab === 'broken')
    return [
      judge('halves', {
        ...common,
        severity: 'ok',
        says: msg('rules.switched.half', { point: point.label, by }),
        detail: msg('rules.switched.half-why'),
        sources: [TAB],
      }),
    ];
  if (device.tab === 'whole')
    return [
      judge('halves', {
        ...common,
        severity: 'ok',
        says: msg('rules.switched.whole', { point: point.label, by }),
        sources: [TAB],
      }),
    ];
  return [
    judge('halves', {
      ...common,
      severity: 'watch',
      says: msg('rules.switched.ask-tab', { point: point.label }),
      detail: msg('rules.switched.ask-tab-why', { by }),
      because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
      sources: [TAB],
      remedies: (['broken', 'whole'] as const).map((tab) => ({
        says: tab === 'broken' ? msg('rules.switched.tab-broken') : msg('rules.switched.tab-whole'),
        edit: { edit: 'set-tab' as const, pointId: point.id, device: index, tab },
      })),
    }),
  ];
}

/** Outlets with a constant and a switched conductor: whether the halves are apart decides what a tap gives. */
export const halves: Rule = {
  id: 'halves',
  title: msg('rules.switched.title'),
  about: msg('rules.switched.about'),
  numbers: noNumbers,
  check: (context) =>
    touchedPoints(context).flatMap((p) => {
      const box = context.feed.boxes.get(p.id);
      return box ? halvesAt(context, box) : [];
    }),
};

function switchName(context: RuleContext, key: SwitchKey): Text {
  const point = context.feed.boxes.get(boxOfKey(key))?.point;
  const several = point !== undefined && switchesIn(point).length > 1;
  if (!point) return msg('rules.switched.a-switch');
  return several ? msg('rules.switched.nth', { point: point.label, nth: nthOf(key) }) : point.label;
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
      says: msg('rules.switched.missing', {
        point: point.label,
        nth: gone.nth,
        box: gone.label,
        have: gone.have,
      }),
      detail: msg('rules.switched.missing-why'),
      because: { need: gone.nth, have: gone.have, unit: 'switches', sense: 'at-least' },
      sources: [practice(msg('rules.switched.missing-practice'))],
    }),
  ];
}

/** Are there conductors in the box for each of its switches, though not each is said to have one? */
export const isUnsorted = (box: BoxFeed): boolean => {
  const own = switchesIn(box.point);
  const from = box.cables.flatMap(({ cable }) => switchedIn(cable).filter(({ by }) => by === box.point.id));
  const unread = box.cables.some(
    ({ cable }) =>
      !['feed', 'two-hots', 'two-hots-neutral', 'travelers'].includes(cable.carries) &&
      switchedIn(cable).length === 0,
  );
  return unread || from.length >= own.length;
};

/** Several switches in one box: which conductor belongs to which of them must be known before it is opened. */
function whose(context: RuleContext, box: BoxFeed): Judgement[] {
  const { point } = box;
  const own = switchesIn(point);
  if (own.length < 2) return [];
  const known = new Set(box.cables.flatMap(({ cable }) => switchedIn(cable).map(({ key }) => key)));
  // Three-way switches have their travelers: what they command is told at the other one.
  const kinds = point.devices.filter(isSwitchDevice).map((d) => d.kind);
  const open = own.filter((key, i) => !known.has(key) && kinds[i] !== 'switch-three-way');
  // One of which all conductors are known has nothing to switch, and is told as that.
  if (open.length === 0 || isNew(context, point) || !isUnsorted(box)) return [];
  return [
    judge('switches', {
      severity: 'watch',
      mark: 'site',
      subjects: [point.id],
      says: msg('rules.switched.which', { nth: allOf(open.map(nthOf)), point: point.label }),
      detail: msg('rules.switched.which-why'),
      because: { need: own.length, have: null, unit: 'switches', sense: 'at-least' },
      sources: [practice(msg('rules.switched.which-practice'))],
    }),
  ];
}

/** Each switched conductor belongs to one switch of one box. */
export const switches: Rule = {
  id: 'switches',
  title: msg('rules.switched.which-title'),
  about: msg('rules.switched.which-about'),
  numbers: noNumbers,
  check: (context) =>
    touchedPoints(context).flatMap((p) => {
      const box = context.feed.boxes.get(p.id);
      if (!box) return [];
      const gone = missing(context, box);
      return gone.length > 0 ? gone : whose(context, box);
    }),
};
