import type { BreakerId } from '../document/index.ts';
import { panelWork, type Power } from './power.ts';
import { workPlace } from './place.ts';
import { make } from './route-steps.ts';
import type { Step, WorkInput } from './step.ts';
import { allOf, apart, msg, row, sentences, type Text } from '../words/index.ts';

/** Breakers by their numbers, with their panel where there are several. */
export const breakerNumbers = ({ house }: Pick<WorkInput, 'house'>, ids: readonly BreakerId[]): Text =>
  allOf(
    house.panels.flatMap((p) =>
      p.breakers
        .filter((b) => ids.includes(b.id))
        .map((b) =>
          house.panels.length > 1 ? msg('work.in-panel', { breaker: b.number, panel: p.label }) : b.number,
        ),
    ),
  );

/** Which box makes which breaker go off, for whoever wonders. */
function whyOff(input: WorkInput, power: Power): Text {
  const { house, feed } = input;
  const label = (id: string) => house.points.find((p) => p.id === id)?.label ?? '?';
  const near = power.tested.filter((id) => !power.opened.includes(id));
  const parts = power.breakers.flatMap((b): Text[] => {
    const on = (ids: readonly string[]) =>
      ids.filter((id) => feed.boxes.get(id as never)?.circuits.includes(b)).map(label);
    const [open, beside] = [on(power.opened), on(near)];
    const why = [
      ...(open.length > 0 ? [msg('work.opened', { boxes: allOf(open), n: open.length })] : []),
      ...(beside.length > 0 ? [msg('work.within-reach', { boxes: allOf(beside), n: beside.length })] : []),
    ];
    return why.length > 0
      ? [msg('work.breaker-why', { breaker: breakerNumbers(input, [b]), why: apart(why) })]
      : [];
  });
  return sentences(parts);
}

function offSteps(input: WorkInput, power: Power): Step[] {
  const { job, house } = input;
  const numbers = breakerNumbers(input, power.breakers);
  const many = power.breakers.length > 1;
  const dark = power.dark.flatMap((id) => input.labels.get(id) ?? []);
  const unfed = power.unfed.flatMap((id) => input.labels.get(id) ?? []);
  const feeders =
    panelWork(input).length > 0 &&
    house.panels.some((p) => p.fedFrom !== undefined && power.breakers.includes(p.fedFrom));
  return [
    make({
      key: 'light',
      title: msg('work.work-light'),
      kind: 'work',
      window: 'before',
      minutes: 5,
      after: ['carry'],
      detail: msg('work.loses-power', { boxes: dark.length > 0 ? row(dark) : msg('work.nothing-known') }),
    }),
    make({
      key: 'off',
      title: numbers === '' ? msg('work.stays-off') : msg('work.turn-off', { many: String(many), numbers }),
      kind: 'power',
      window: 'off',
      minutes: 3,
      after: ['light', ...job.wants.map((w) => `mark:${w.id}`)],
      place: msg('work.place.panel'),
      detail: whyOff(input, power),
      cautions: [
        msg('work.turn-off-caution'),
        ...(unfed.length > 0 ? [msg('work.unfed', { boxes: row(unfed) })] : []),
        ...(feeders ? [msg('work.feeder-off')] : []),
      ],
      does: power.breakers.length > 0 ? [{ act: 'off', breakers: power.breakers }] : [],
    }),
  ];
}

/** How a box is measured that nobody works in: in its slots, or with its device drawn forward. */
const nearOnly = (closed: boolean): Text => msg(closed ? 'work.near-slots' : 'work.near-drawn');

/** The power off, and every box that is opened or within reach tested dead, one by one. */
export function outage(input: WorkInput, power: Power): Step[] {
  const label = (id: string) => input.labels.get(id) ?? '?';
  const dead = power.tested.map((id) => {
    const opened = power.opened.includes(id);
    const closed = power.closed.includes(id);
    return make({
      key: `dead:${id}`,
      title: msg('work.test-dead', { box: label(id) }),
      kind: 'prove-dead',
      window: 'off',
      minutes: 6,
      after: ['off'],
      pointId: id,
      place: label(id),
      detail: sentences([opened ? '' : nearOnly(closed), msg('work.live-dead-live')]),
      tools: ['voltage-meter'],
      cautions: [msg('work.test-again')],
      does: [
        { act: 'prove', point: id, through: closed ? 'slots' : 'wires' },
        ...(opened ? [{ act: 'open' as const, point: id }] : []),
      ],
    });
  });
  return [
    ...offSteps(input, power),
    ...dead,
    make({
      key: 'dead',
      title: msg('work.second-circuit'),
      kind: 'work',
      window: 'off',
      minutes: 3,
      after: dead.length > 0 ? dead.map((d) => d.key) : ['off'],
      detail: msg('work.second-circuit-why'),
      cautions: [msg('work.second-circuit-caution')],
    }),
    ...input.cuts.map((c) =>
      make({
        key: `cutcable:${c.cable.id}`,
        title: msg('work.cut-cable', { from: c.fromLabel, to: c.to.label }),
        kind: 'work',
        window: 'off',
        minutes: 20,
        after: ['dead', ...input.boxes.filter((b) => b.isNew).map((b) => `cut:${b.point.id}`)],
        place: workPlace(input.plan, c.at),
        detail: msg('work.cut-cable-why', { from: c.fromLabel, to: c.to.label }),
        tools: ['cable-cutter', 'voltage-meter'],
        cautions: [msg('work.cut-cable-caution')],
        pace: 'cable',
        same: c.cable.id,
        does:
          c.at.on === 'wall'
            ? [{ act: 'cut', at: { wallId: c.at.wallId, xMm: c.at.xMm, heightMm: c.at.heightMm } }]
            : [],
      }),
    ),
  ];
}
