import {
  carriesTravelers,
  conductorsFor,
  derivedId,
  hasSwitched,
  isSwitchDevice,
  isTravelerSwitch,
  ItemId,
  switchCount,
  switchKey,
  switchPlaces,
  type Change,
  type House,
  type Job,
  type SwitchKey,
  type Want,
} from '../document/index.ts';
import type { BoxFeed, Feed } from '../feed/index.ts';
import { msg } from '../words/index.ts';
import type { TapReason } from './candidate.ts';
import { ask, FROM, no } from './tap-reasons.ts';
import type { LegRole } from './types.ts';

/**
 * Two switches for one light. The new one hangs on the box of the other by a cable with two travelers and the constant hot for its
 * common; the common of the one that is there keeps the conductor to the light, so that nothing of it is wired anew.
 */

/** The switch that is there and that a want works together with, by its key. */
export const partnerKey = ({ partner }: Pick<Want, 'partner'>): SwitchKey | null =>
  partner?.by === 'switch' ? switchKey(partner.pointId, partner.nth) : null;

/** Is the first switch of a want one of two for the same light? */
const isSecond = (want: Want): boolean => want.partner !== undefined && switchCount(want) > 0;

/** Wanted switches that work together with a switch of a want. */
export const secondsOf = (wants: readonly Want[], { id }: Pick<Want, 'id'>): Want[] =>
  wants.filter((w) => isSecond(w) && w.partner?.by === 'want' && w.partner.wantId === id);

/** The switches of a wanted box, by their number, that are three-ways: its own second, and those that another one joins. */
export const pairedIn = (want: Want, wants: readonly Want[]): ReadonlySet<number> =>
  new Set([
    ...(isSecond(want) ? [1] : []),
    ...secondsOf(wants, want).flatMap((w) => (w.partner?.by === 'want' ? [w.partner.nth ?? 1] : [])),
  ]);

/** A light on the second of two switches hangs on the first: that is the one with a conductor to it. */
export function withCommanders(wants: readonly Want[]): readonly Want[] {
  const seconds = new Map(
    wants.flatMap((w) => (isSecond(w) && w.partner ? [[w.id, w.partner] as const] : [])),
  );
  if (seconds.size === 0) return wants;
  return wants.map((w) => {
    const { control } = w;
    const first = control.by === 'want' && (control.nth ?? 1) === 1 ? seconds.get(control.wantId) : undefined;
    return first ? { ...w, control: first } : w;
  });
}

/** All changes of a job: those that are asked for, and the single-pole switches that become three-ways for a second one. */
export function changesOf(
  { points }: Pick<House, 'points'>,
  job: Pick<Job, 'changes'> & Partial<Pick<Job, 'wants'>>,
): Change[] {
  const asked = job.changes ?? [];
  const implied = (job.wants ?? []).flatMap((want): Change[] => {
    const { partner } = want;
    if (!isSecond(want) || partner?.by !== 'switch') return [];
    const point = points.find((p) => p.id === partner.pointId);
    const place = point && switchPlaces(point).find(({ nth }) => nth === (partner.nth ?? 1));
    // What is asked for in its place wins: the box then says why it cannot be one of two.
    const otherwise = asked.some(
      (c) => c.kind === 'replace' && c.pointId === partner.pointId && c.index === place?.index,
    );
    if (!place || place.device.kind !== 'switch' || otherwise) return [];
    return [
      {
        kind: 'replace',
        id: ItemId.parse(derivedId('three-way', want.id)),
        pointId: partner.pointId,
        index: place.index,
        device: { kind: 'switch-three-way' },
      },
    ];
  });
  return [...asked, ...implied];
}

/**
 * What goes to one more switch from the box of the first: travelers and the hot for its common; where that one is a three-way already,
 * its travelers out to a four-way and back.
 * @param box null for a first switch that is wanted itself: its box has a neutral
 */
export const secondRole = (box: BoxFeed | null): LegRole => {
  const carries =
    box && hasTravelers(box)
      ? 'travelers-both-ways'
      : box === null || box.neutral
        ? 'common-travelers-neutral'
        : 'common-travelers';
  return { carries, conductors: conductorsFor(carries, 1), switchedBy: null };
};

/** What the box of the first switch lacks for a second one; `seconds` are the new switches that are to work with it. */
export function partnerReasons(box: BoxFeed, key: SwitchKey, seconds: number): TapReason[] {
  const { point } = box;
  const place = switchPlaces(point).find((s) => s.key === key);
  if (!place) return [no(msg('planning.tap.no-switch-there'), FROM.survey)];
  if (box.circuits.length > 1) return [no(msg('planning.tap.two-circuits'), FROM.survey)];
  if (place.device.kind !== 'switch-three-way')
    return [
      no(
        msg('planning.tap.partner-kind', { device: msg(`names.a-device.${place.device.kind}`) }),
        FROM.survey,
      ),
    ];
  const pairs = box.cables.filter(({ cable }) => carriesTravelers(cable));
  if (
    seconds > 1 ||
    pairs.length > 1 ||
    pairs.some(({ cable }) => cable.carries === 'travelers-both-ways') ||
    switchPlaces(point).some((s) => s.key !== key && isTravelerSwitch(s.device))
  )
    return [no(msg('planning.tap.partner-four-way'), FROM.survey)];
  const asks = box.unread ? [ask(msg('planning.tap.cable-unread'), FROM.survey)] : [];
  // A four-way goes between the travelers: nothing else of the box is touched.
  if (pairs.length === 1) return asks;
  const known = box.cables.some(({ cable }) => hasSwitched(cable, key));
  if (!known || !box.constantHot) return [no(msg('planning.tap.partner-conductor'), FROM.survey)];
  return asks;
}

const hasTravelers = (box: BoxFeed): boolean => box.cables.some(({ cable }) => carriesTravelers(cable));

/** What a three-way takes along when it moves: both travelers and what is on its common; null where the box does not tell. */
export function threeWayRole(box: BoxFeed, own: number): LegRole | null {
  const { point } = box;
  const key = switchKey(point.id, own);
  const travelers = box.cables.filter(({ cable }) => carriesTravelers(cable));
  if (travelers.length !== 1 || switchPlaces(point).filter((s) => isTravelerSwitch(s.device)).length !== 1)
    return null;
  const onSwitch = box.cables.some(({ cable }) => hasSwitched(cable, key));
  if (!onSwitch && !box.constantHot) return null;
  const carries = box.neutral ? 'common-travelers-neutral' : 'common-travelers';
  return {
    carries,
    conductors: conductorsFor(carries, 1),
    switchedBy: onSwitch ? point.id : null,
    ...(onSwitch && own !== 1 ? { switchedNth: own } : {}),
  };
}

/** The box that a want's first switch works together with, as it stands. */
export const partnerBox = (want: Want | undefined, feed: Feed): BoxFeed | undefined =>
  want?.partner?.by === 'switch' ? feed.boxes.get(want.partner.pointId) : undefined;

/** Which gang of a wanted box holds its n-th switch. */
export const gangOfSwitch = (want: Want, nth: number): number =>
  want.devices.flatMap((d, i) => (isSwitchDevice(d) ? [i] : []))[nth - 1] ?? -1;
