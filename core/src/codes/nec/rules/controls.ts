import {
  isLamp,
  isLowVoltage,
  isRaceway,
  isTravelerSwitch,
  switchPlaces,
  type Point,
  type RoomUse,
} from '../../../document/index.ts';
import { togetherWith } from '../../../feed/index.ts';
import { published } from '../../../findings/index.ts';
import { isMetalBox } from '../../../network/index.ts';
import { msg } from '../../../words/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { HABITABLE, placeFacts } from '../../place.ts';
import { SWITCH_NEUTRAL_PASSAGES_SINCE } from '../tables/protection.ts';
import { onControl } from './commanded.ts';
import { isNew, judge, noNumbers, touchedPoints } from './judge.ts';

/** What the devices of a switch box need beside their conductors: a neutral, a load they are made for, a divider. */

const PASSAGES: ReadonlySet<RoomUse> = new Set(['hall', 'stair']);

/** Does a switch in this place need a neutral beside it: in a room people live in, a bath, and later a hall or stair? */
function asksForNeutral({ plan, pack }: RuleContext, point: Point): boolean {
  const place = placeFacts(plan, point.at);
  if (!place) return false;
  if (HABITABLE.has(place.use) || place.use === 'bath') return true;
  return PASSAGES.has(place.use) && pack.edition >= SWITCH_NEUTRAL_PASSAGES_SINCE;
}

/** Does one of the switches in a box command a light or a fan, or work together with another one? */
function commandsLamps({ feed }: RuleContext, point: Point): boolean {
  const boxes = [...feed.boxes.values()];
  return switchPlaces(point).some(
    ({ key, device }) =>
      isTravelerSwitch(device) ||
      boxes.some((b) => b.switchedBy.includes(key) && b.point.devices.some(isLamp)),
  );
}

/** Is the neutral at another switch for the same lights in the same room: one of the places is enough? */
function elsewhere({ feed, plan }: RuleContext, point: Point): boolean {
  const room = plan.roomOf(point.at);
  return togetherWith(feed, point).some(
    (other) =>
      feed.boxes.get(other.point.id)?.neutral === true && plan.roomOf(other.point.at)?.id === room?.id,
  );
}

/** A new switch for lights has a neutral in its box, whether its device uses it or not (404.2(C)). */
export const switchNeutral: Rule = {
  id: 'switch-neutral',
  title: msg('rules.controls.neutral-title'),
  about: msg('rules.controls.neutral-about'),
  numbers: noNumbers,
  check: (context) =>
    touchedPoints(context).flatMap((point): Judgement[] => {
      const box = context.feed.boxes.get(point.id);
      if (!box || !isNew(context, point) || !commandsLamps(context, point)) return [];
      // More conductors can be pulled into a raceway later.
      if (!asksForNeutral(context, point) || box.cables.some(({ cable }) => isRaceway(cable.type))) return [];
      const has = box.neutral || elsewhere(context, point);
      return [
        judge('switch-neutral', {
          severity: has ? 'ok' : 'fix',
          mark: 'wire',
          subjects: [point.id],
          says: msg(has ? 'rules.controls.neutral-there' : 'rules.controls.no-neutral', {
            switch: point.label,
          }),
          detail: msg(has ? 'rules.controls.neutral-why' : 'rules.controls.no-neutral-why'),
          sources: [published('NEC 404.2(C)', context.pack.edition, 'fairly-sure')],
        }),
      ];
    }),
};

/** A speed control is for the fan it is made for, a dimmer for lights: neither for the other's load (404.14(E), 110.3(B)). */
export const rightControl: Rule = {
  id: 'right-control',
  title: msg('rules.controls.control-title'),
  about: msg('rules.controls.control-about'),
  numbers: noNumbers,
  check: (context) =>
    onControl(context, 'right-control', ({ box, key, kind, control }) => {
      const dimmer = kind === 'dimmer';
      const wrong = dimmer ? 'fan' : 'luminaire';
      // A light of its own on a fan is not its motor.
      const isWrong = box.point.devices.some(
        (d) => d.kind === wrong && d.motor !== 'always' && d.lightNth === undefined,
      );
      if (!isWrong || !box.switchedBy.includes(key)) return null;
      return {
        says: msg(dimmer ? 'rules.controls.fan-on-dimmer' : 'rules.controls.light-on-fan-control', {
          lamp: box.point.label,
          switch: control.label,
        }),
        detail: msg(dimmer ? 'rules.controls.fan-on-dimmer-why' : 'rules.controls.light-on-fan-control-why'),
        sources: [published(dimmer ? 'NEC 404.14(E)' : 'NEC 110.3(B)')],
      };
    }),
};

/** Low voltage and power in one box are kept apart by a divider, metal or not (725.136, 800.133). */
export const divider: Rule = {
  id: 'divider',
  title: msg('rules.controls.divider-title'),
  about: msg('rules.controls.divider-about'),
  numbers: noNumbers,
  check: (context) =>
    touchedPoints(context).flatMap((point): Judgement[] => {
      const box = context.feed.boxes.get(point.id);
      if (!point.devices.some(isLowVoltage) || !box || box.cables.length === 0) return [];
      const parted = point.box.extras?.barrier !== undefined;
      return [
        judge('divider', {
          severity: parted ? 'ok' : 'fix',
          mark: 'wire',
          subjects: [point.id],
          says: msg(parted ? 'rules.controls.divided' : 'rules.controls.no-divider', { box: point.label }),
          detail: msg('rules.controls.divider-why'),
          sources: [published('NEC 725.136(B), 800.133(A)', undefined, 'fairly-sure')],
          remedies: parted
            ? []
            : [
                {
                  says: msg('rules.controls.add-divider', { box: point.label }),
                  edit: {
                    edit: 'set-divider',
                    pointId: point.id,
                    barrier: isMetalBox(point) ? 'metal' : 'nonmetallic',
                  },
                },
              ],
        }),
      ];
    }),
};
