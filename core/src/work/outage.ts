import type { BreakerId } from '../document/index.ts';
import { panelWork, type Power } from './power.ts';
import { make } from './route-steps.ts';
import type { Step, WorkInput } from './step.ts';

/** "7, 9 and 12". */
const listed = (items: readonly string[]): string =>
  items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;

/** Breakers by their numbers, with their panel where there are several. */
export const breakerNumbers = ({ house }: Pick<WorkInput, 'house'>, ids: readonly BreakerId[]): string =>
  listed(
    house.panels.flatMap((p) =>
      p.breakers
        .filter((b) => ids.includes(b.id))
        .map((b) => (house.panels.length > 1 ? `${b.number} in ${p.label}` : b.number)),
    ),
  );

/** Which box makes which breaker go off, for whoever wonders. */
function whyOff(input: WorkInput, power: Power): string {
  const { house, feed } = input;
  const label = (id: string) => house.points.find((p) => p.id === id)?.label ?? '?';
  const near = power.tested.filter((id) => !power.opened.includes(id));
  const parts = power.breakers.flatMap((b): string[] => {
    const on = (ids: readonly string[]) =>
      ids.filter((id) => feed.boxes.get(id as never)?.circuits.includes(b)).map(label);
    const [open, beside] = [on(power.opened), on(near)];
    const why = [
      ...(open.length > 0 ? [`${open.join(', ')} ${open.length === 1 ? 'is' : 'are'} opened`] : []),
      ...(beside.length > 0
        ? [`${beside.join(', ')} ${beside.length === 1 ? 'is' : 'are'} within reach of a cut`]
        : []),
    ];
    return why.length > 0 ? [`Breaker ${breakerNumbers(input, [b])}: ${why.join('; ')}.`] : [];
  });
  return parts.join(' ');
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
      title: 'Set up a work light on another circuit',
      kind: 'work',
      window: 'before',
      minutes: 5,
      after: ['carry'],
      detail: `Loses power: ${dark.join(', ') || 'nothing that is known'}.`,
    }),
    make({
      key: 'off',
      title:
        numbers === ''
          ? 'The new circuit stays off until the end'
          : `Turn off breaker${many ? 's' : ''} ${numbers}, lock ${many ? 'them' : 'it'} out, tag ${many ? 'them' : 'it'}`,
      kind: 'power',
      window: 'off',
      minutes: 3,
      after: ['light', ...job.wants.map((w) => `mark:${w.id}`)],
      place: 'panel',
      detail: whyOff(input, power),
      cautions: [
        'Somebody else may turn it back on: use a lock, or tape and a note.',
        ...(unfed.length > 0 ? [`No breaker is known for ${unfed.join(', ')}: everything goes off.`] : []),
        ...(feeders
          ? ['A subpanel is worked in: its feeder is off, and its bars are tested dead as well.']
          : []),
      ],
      does: power.breakers.length > 0 ? [{ act: 'off', breakers: power.breakers }] : [],
    }),
  ];
}

const LIVE_DEAD_LIVE =
  'One meter, one setting: a known live source, this box still on, breaker off, every pair and cable in the box, the known source again. Switches on, GFCI set. A dark lamp, a plug tester or a non-contact tester is a hint, not proof.';

/** The power off, and every box that is opened or within reach tested dead, one by one. */
export function outage(input: WorkInput, power: Power): Step[] {
  const label = (id: string) => input.labels.get(id) ?? '?';
  const dead = power.tested.map((id) =>
    make({
      key: `dead:${id}`,
      title: `Test ${label(id)} dead`,
      kind: 'prove-dead',
      window: 'off',
      minutes: 6,
      after: ['off'],
      pointId: id,
      place: label(id),
      detail: `${power.opened.includes(id) ? '' : 'It is not opened, but a cut comes near it or its cable. '}${LIVE_DEAD_LIVE}`,
      tools: ['contact voltage meter'],
      cautions: ['Test it again after a break, or after you have left the room.'],
      does: [
        { act: 'prove', point: id },
        ...(power.opened.includes(id) ? [{ act: 'open' as const, point: id }] : []),
      ],
    }),
  );
  return [
    ...offSteps(input, power),
    ...dead,
    make({
      key: 'dead',
      title: 'Look for a second circuit in the open boxes',
      kind: 'work',
      window: 'off',
      minutes: 3,
      after: dead.length > 0 ? dead.map((d) => d.key) : ['off'],
      detail: 'Pull each device out gently and check every cable behind it: two circuits can share a box.',
      cautions: ['If anything is live, stop and find its breaker.'],
    }),
    ...input.cuts.map((c) =>
      make({
        key: `cutcable:${c.cable.id}`,
        title: `Cut the cable from ${c.from.label} to ${c.to.label} and test both ends dead`,
        kind: 'work',
        window: 'off',
        minutes: 20,
        after: ['dead', ...input.boxes.filter((b) => b.isNew).map((b) => `cut:${b.point.id}`)],
        place: input.plan.roomOf(c.at)?.name ?? '',
        detail: `Trace it first: disconnect it in ${c.from.label} and see it go dead at ${c.to.label}. Look for a second cable beside it. After the cut, check all three pairs at both ends. Everything past ${c.to.label} must come back with the same polarity.`,
        tools: ['cable cutter', 'contact voltage meter'],
        cautions: ['Never cut a cable that isn’t tested dead at both ends.'],
        does: [{ act: 'cut', at: { wallId: c.at.wallId, xMm: c.at.xMm, heightMm: c.at.heightMm } }],
      }),
    ),
  ];
}
