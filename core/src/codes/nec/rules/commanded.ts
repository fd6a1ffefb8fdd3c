import {
  isReceptacleDevice,
  isSwitchDevice,
  isTwoHot,
  switchedIn,
  switchesIn,
  switchPlaces,
  type Point,
  type SwitchKey,
} from '../../../document/index.ts';
import type { BoxFeed } from '../../../feed/index.ts';
import { practice, published, type Remedy } from '../../../findings/index.ts';
import { besideDoor } from '../../../structure/index.ts';
import { msg } from '../../../words/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { isNew, judge, noNumbers, type Say } from './judge.ts';
import { isUnsorted } from './switched.ts';

/** What switches what: a dimmer that would dim an outlet, a light that nothing switches, a switch that switches nothing. */

/** Does a receptacle of this box hang on that switch, wholly or with one half? */
const hangsOn = (box: BoxFeed, key: SwitchKey): boolean =>
  box.switchedBy.includes(key) &&
  box.point.devices.some(
    (d) => isReceptacleDevice(d) && (!box.constantHot || d.tab === 'broken' || d.switched === true),
  );

/** A dimmer or speed control, and a box that its conductor comes to. */
interface Controlled {
  readonly box: BoxFeed;
  readonly key: SwitchKey;
  readonly kind: 'dimmer' | 'fan-control';
  readonly control: Point;
}

/** An ordinary switch in the place of a dimmer or a speed control. */
export const ordinarySwitch = (control: Point, index: number): Remedy => ({
  says: msg('rules.commanded.use-switch', { dimmer: control.label }),
  edit: { edit: 'put-device', pointId: control.id, index, device: 'switch' },
});

/**
 * What hangs on a dimmer or a speed control and must not, wherever in the house: a plain switch mends it. It is standing where the
 * plan touches neither.
 */
export function onControl(
  context: RuleContext,
  rule: string,
  wrong: (at: Controlled) => Pick<Say, 'says' | 'detail' | 'sources'> | null,
): Judgement[] {
  const boxes = [...context.feed.boxes.values()];
  return boxes.flatMap(({ point }) =>
    switchPlaces(point).flatMap(({ device: { kind }, key, index }): Judgement[] => {
      if (kind !== 'dimmer' && kind !== 'fan-control') return [];
      return boxes.flatMap((box): Judgement[] => {
        const said = wrong({ box, key, kind, control: point });
        if (!said) return [];
        const touched = context.touched.has(point.id) || context.touched.has(box.point.id);
        return [
          judge(rule, {
            severity: 'fix',
            mark: 'wire',
            subjects: [box.point.id, point.id],
            ...said,
            remedies: [ordinarySwitch(point, index)],
            ...(touched ? {} : { origin: 'standing' as const }),
          }),
        ];
      });
    }),
  );
}

/** A dimmer commands lights only, a speed control its fan; an outlet anywhere in the house that hangs on one can be plugged into by anything (404.14(E)). */
export const dimmedOutlet: Rule = {
  id: 'dimmed-outlet',
  title: msg('rules.commanded.dimmer-title'),
  about: msg('rules.commanded.dimmer-about'),
  numbers: noNumbers,
  check: (context) =>
    onControl(context, 'dimmed-outlet', ({ box, key, kind, control }) =>
      hangsOn(box, key)
        ? {
            says: msg(kind === 'dimmer' ? 'rules.commanded.dimmed' : 'rules.commanded.on-fan-control', {
              outlet: box.point.label,
              dimmer: control.label,
            }),
            detail: msg('rules.commanded.dimmed-why'),
            sources: [published(kind === 'dimmer' ? 'NEC 404.14(E)' : 'NEC 110.3(B)')],
          }
        : null,
    ),
};

/** Switches of the room that a light can be put on, and a new one beside the door. */
function waysToSwitch(context: RuleContext, point: Point): Remedy[] {
  const room = context.plan.roomOf(point.at);
  const there = context.house.points
    .filter(
      (p) => p.id !== point.id && context.plan.roomOf(p.at)?.id === room?.id && switchesIn(p).length > 0,
    )
    .slice(0, 2)
    .map((p): Remedy => ({
      says: msg('rules.commanded.switch-with', { switch: p.label }),
      edit: { edit: 'switch-by', subject: point.id, by: p.id },
    }));
  const at = room && besideDoor(room, context.house);
  return [
    ...there,
    ...(at
      ? [
          {
            says: msg('rules.commanded.add-switch'),
            edit: { edit: 'add-switch' as const, subject: point.id, at },
          },
        ]
      : []),
  ];
}

/** Every new light has a switch (210.70(A)), or one of its own. */
export const unswitchedLight: Rule = {
  id: 'unswitched-light',
  title: msg('rules.commanded.light-title'),
  about: msg('rules.commanded.light-about'),
  numbers: noNumbers,
  check: (context) =>
    context.house.points.flatMap((point): Judgement[] => {
      const box = context.feed.boxes.get(point.id);
      if (!isNew(context, point) || !box?.constantHot || box.switchedBy.length > 0) return [];
      if (!point.devices.some((d) => d.kind === 'luminaire')) return [];
      return [
        judge('unswitched-light', {
          severity: 'watch',
          mark: 'want',
          subjects: [point.id],
          says: msg('rules.commanded.unswitched', { light: point.label }),
          detail: msg('rules.commanded.unswitched-why'),
          because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
          sources: [published('NEC 210.70(A)')],
          remedies: waysToSwitch(context, point),
        }),
      ];
    }),
};

/** Switches of a box that no conductor in the house belongs to, where all of its conductors are known. */
function idleAt(context: RuleContext, box: BoxFeed): number[] {
  const { point } = box;
  const read =
    !box.unread &&
    box.cables.every(
      ({ cable }) => cable.carries === 'feed' || isTwoHot(cable) || switchedIn(cable).length > 0,
    );
  if (
    !read ||
    !context.touched.has(point.id) ||
    (!isNew(context, point) && switchesIn(point).length > 1 && isUnsorted(box))
  )
    return [];
  // A lamp or an outlet in the same box may be what it switches.
  if (
    point.devices.some(
      (d) => !isSwitchDevice(d) && d.kind !== 'blank' && !(isReceptacleDevice(d) && d.switched !== true),
    )
  )
    return [];
  const used = new Set(context.house.cables.flatMap((c) => switchedIn(c).map(({ key }) => key)));
  return switchPlaces(point).flatMap(({ device, key, index }) =>
    device.kind !== 'switch-three-way' && !used.has(key) ? [index] : [],
  );
}

/** A switch that the work leaves, or puts in, with nothing to switch. */
export const idleSwitch: Rule = {
  id: 'idle-switch',
  title: msg('rules.commanded.idle-title'),
  about: msg('rules.commanded.idle-about'),
  numbers: noNumbers,
  check: (context) =>
    [...context.feed.boxes.values()].flatMap((box): Judgement[] => {
      const { point } = box;
      const idle = idleAt(context, box);
      if (idle.length === 0) return [];
      const lights = context.house.points.filter(
        (p) =>
          isNew(context, p) &&
          p.devices.some((d) => d.kind === 'luminaire') &&
          context.feed.boxes.get(p.id)?.switchedBy.length === 0,
      );
      return [
        judge('idle-switch', {
          severity: 'watch',
          mark: 'want',
          subjects: [point.id],
          says: msg('rules.commanded.idle', {
            switch: point.label,
            several: point.devices.length > 1 ? 'yes' : 'no',
          }),
          detail: msg('rules.commanded.idle-why'),
          because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
          sources: [practice(msg('rules.commanded.idle-practice'))],
          remedies: [
            ...lights.slice(0, 2).map((p): Remedy => ({
              says: msg('rules.commanded.let-it-switch', { light: p.label }),
              edit: { edit: 'switch-by', subject: p.id, by: point.id },
            })),
            ...(isNew(context, point)
              ? []
              : idle.slice(0, 1).map((index): Remedy => ({
                  says: msg('rules.commanded.blank-it'),
                  edit: { edit: 'put-device', pointId: point.id, index, device: 'blank' },
                }))),
          ],
        }),
      ];
    }),
};
