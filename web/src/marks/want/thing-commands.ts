import {
  BoxFunction,
  deviceFacts,
  isLamp,
  isReceptacleDevice,
  isSwitchDevice,
  ItemId,
  makeWant,
  msg,
  MOST_WANTS,
  PointId,
  switchesOf,
  type Change,
  type Evaluation,
  type House,
  type Job,
  type Point,
  type Say,
  type Text,
  type Want,
} from '@elwand/core';
import { freshId } from '../../parts/ids.ts';
import { nextLabel } from '../../workspace/want-moves.ts';
import type { OneDevice } from './Changes.tsx';

/** What can become of a thing that is there, said where it stands. */

/** A change drops at most so many. */
const MOST_DROPPED = 5;

/** A step aside, so that the new box is not cut where the old one is, mm. */
const ASIDE_MM = 610;

/** Kinds of want that a point that moves becomes; what it is stays as it was. */
const KIND_OF: Readonly<Record<Point['kind'], Want['kind']>> = {
  receptacle: 'receptacle',
  switch: 'switch',
  luminaire: 'luminaire',
  fan: 'fan',
  appliance: 'appliance',
  junction: 'receptacle',
};

function aside({ plan }: Pick<Evaluation, 'plan'>, { at }: Point): Point['at'] {
  if (at.on !== 'wall') return at;
  const length = plan.lines.get(at.wallId)?.wall.lengthMm ?? 0;
  const step = at.xMm + ASIDE_MM < length ? ASIDE_MM : -ASIDE_MM;
  return { ...at, xMm: Math.max(100, at.xMm + step) };
}

/** The want that a point, or one of its devices alone, becomes when it moves: beside where it was, to be put where it should be. */
export function movedWant(
  evaluation: Pick<Evaluation, 'plan'>,
  point: Point,
  say: Say,
  one?: OneDevice,
): Want {
  const taken = one && point.devices[one.index];
  const goes = (taken ? [taken] : point.devices).slice(0, 3).map((d) => BoxFunction.parse(d));
  return makeWant(
    freshId('want'),
    say(
      taken
        ? msg('screen.want.one-moved', { device: one.name, point: point.label })
        : msg('screen.want.moved', { point: point.label }),
    ),
    aside(evaluation, point),
    {
      kind: KIND_OF[taken ? (deviceFacts(taken).makes ?? 'junction') : point.kind],
      devices: goes.length > 0 ? goes : [{ kind: 'receptacle' }],
      gangs: taken ? (taken.gangs ?? 1) : Math.min(3, point.box.gangs),
      replaces: point.id,
      ...(taken ? { replacesDevice: one.index } : {}),
    },
  );
}

export interface Command {
  readonly key: string;
  readonly says: Text;
  /** The job with it; what is chosen then, where it is something new. */
  readonly apply: (job: Job) => { readonly job: Job; readonly selects?: Want['id'] };
}

/** What adds a change of a point to a job. */
const changing = (point: Point) => {
  const base = () => ({ id: ItemId.parse(freshId('change')), pointId: PointId.parse(point.id) });
  const change = (key: string, says: Text, made: () => Change[]): Command => ({
    key,
    says,
    apply: (job) => ({ job: { ...job, changes: [...(job.changes ?? []), ...made()] } }),
  });
  return { base, change };
};

const want = (key: string, says: Text, made: (job: Job) => Want): Command => ({
  key,
  says,
  apply: (job) => {
    if (job.wants.length >= MOST_WANTS) return { job };
    const next = made(job);
    return { job: { ...job, wants: [...job.wants, next] }, selects: next.id };
  },
});

/** Another device in the place of one that is there. */
function replacing(point: Point): Command[] {
  const { base, change } = changing(point);
  const replace = (key: string, says: Text, index: number, kind: BoxFunction['kind']): Command[] =>
    index < 0 ? [] : [change(key, says, () => [{ ...base(), kind: 'replace', index, device: { kind } }])];
  const where = (is: (d: Point['devices'][number]) => boolean) => point.devices.findIndex(is);
  return [
    ...replace(
      'gfci',
      msg('screen.asked.thing.gfci'),
      where((d) => isReceptacleDevice(d) && deviceFacts(d).protects === null && d.volts !== 240),
      'receptacle-gfci',
    ),
    ...replace(
      'dimmer',
      msg('screen.asked.thing.dimmer'),
      where((d) => d.kind === 'switch'),
      'dimmer',
    ),
    ...replace(
      'light',
      msg('screen.asked.thing.light'),
      where((d) => d.kind === 'blank' || d.kind === 'fan'),
      'luminaire',
    ),
    ...replace(
      'fan',
      msg('screen.asked.thing.fan'),
      where((d) => d.kind === 'luminaire' && point.at.on === 'ceiling'),
      'fan',
    ),
  ];
}

/** More in the box, less in it, or no box. */
function otherwise(house: House, point: Point): Command[] {
  const { devices } = point;
  const { base, change } = changing(point);
  const by = switchesOf(house, point.id);
  return [
    ...(devices.some((d) => isReceptacleDevice(d) || isSwitchDevice(d))
      ? [
          change('switch', msg('screen.asked.thing.switch'), () => [
            { ...base(), kind: 'enlarge', devices: [{ kind: 'switch' }] },
          ]),
          change('outlet', msg('screen.asked.thing.outlet'), () => [
            { ...base(), kind: 'enlarge', devices: [{ kind: 'receptacle' }] },
          ]),
        ]
      : []),
    ...(by.length > 0 && devices.some((d) => isLamp(d) || isReceptacleDevice(d))
      ? [
          change('free', msg('screen.asked.thing.free'), () =>
            by.map((switchId) => ({ ...base(), kind: 'convert', switchId })),
          ),
        ]
      : []),
    ...(devices.length > 0
      ? [
          change('blank', msg('screen.asked.thing.blank'), () => [
            { ...base(), kind: 'reduce', drop: devices.slice(0, MOST_DROPPED).map((_, i) => i) },
          ]),
        ]
      : []),
    change('retire', msg('screen.asked.thing.retire'), () => [{ ...base(), kind: 'retire' }]),
  ];
}

/** Everything that may be said of one point of the house, the likeliest first. */
export const thingCommands = (evaluation: Evaluation, point: Point, say: Say): Command[] => [
  want('move', msg('screen.asked.thing.move', { point: point.label }), () =>
    movedWant(evaluation, point, say),
  ),
  ...(point.at.on === 'wall'
    ? [
        want('beside', msg('screen.asked.thing.beside'), (job) =>
          makeWant(freshId('want'), nextLabel(job.wants), aside(evaluation, point)),
        ),
      ]
    : []),
  ...replacing(point),
  ...otherwise(evaluation.bundle.house, point),
];
