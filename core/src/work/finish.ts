import { holesOf } from '../routing/index.ts';
import { putBack } from './in-the-way.ts';
import { breakerNumbers } from './outage.ts';
import { panelWork, protectsAtBreaker, type Power } from './power.ts';
import { repairSteps } from './repairs.ts';
import { make } from './route-steps.ts';
import { toLookAt } from './site-checks.ts';
import type { Act, Step, WorkInput } from './step.ts';

const ELECTRICIANS = 'Work inside a panel is the electrician’s unless a qualified person does it.';
const LIVE_LUGS = 'The line side of the main switch stays live whatever is off.';

/** What is done inside a panel while its circuit is off: a protecting breaker, or the end of a new circuit. */
function panelSteps(input: WorkInput, wired: readonly string[]): Step[] {
  const { option, house, job } = input;
  const by = house.panelWorkBy === 'electrician' ? ('electrician' as const) : ('you' as const);
  const fresh = option.taps.filter((t) => t.atPanel);
  const panelOf = (id: string) =>
    house.panels.find((p) => (p.id as string) === id || p.breakers.some((b) => (b.id as string) === id));
  const worked = [...fresh.map((t) => t.pointId), ...panelWork(input)].flatMap((id) => panelOf(id) ?? []);
  const sub = [...new Set(worked)].filter((p) => p.fedFrom !== undefined);
  const feeder =
    sub.length > 0
      ? ` ${sub.map((p) => p.label).join(', ')} is a subpanel: its feeder, breaker ${breakerNumbers(
          input,
          sub.flatMap((p) => p.fedFrom ?? []),
        )}, is off and locked out, and its bars are tested dead before the cover comes off.`
      : '';
  const steps: Step[] = [];
  if (protectsAtBreaker(job))
    steps.push(
      make({
        key: 'panel',
        title: `New breaker ${option.taps.map((t) => t.breaker.number).join(', ')} in the panel`,
        kind: 'hold',
        window: 'off',
        minutes: 40,
        after: ['dead'],
        place: 'panel',
        by,
        detail: `A protecting breaker of the same rating, made for this panel.${feeder}`,
        cautions: [ELECTRICIANS, LIVE_LUGS],
        does: [{ act: 'panel', breakers: option.taps.map((t) => t.breaker.id) }],
      }),
    );
  if (fresh.length > 0)
    steps.push(
      make({
        key: 'new-circuit',
        title: `Connect the new circuit: breaker ${fresh.map((t) => `${t.breaker.number}, ${t.breaker.amps} A`).join('; ')}`,
        kind: 'hold',
        window: 'off',
        minutes: 60,
        after: [...wired],
        place: 'panel',
        by,
        detail: `Bring the cable in through its own connector. Hot to a breaker made for this panel; neutral and ground to their bars, which are apart in a subpanel. Leave 3 ft of cable to spare.${feeder}`,
        cautions: [ELECTRICIANS, LIVE_LUGS],
        does: [{ act: 'panel', breakers: fresh.map((t) => t.breaker.id) }],
      }),
    );
  return steps;
}

/** Closing up, power on, tests, repairs and the record. */
export function finish(input: WorkInput, power: Power): Step[] {
  const wires = input.boxes.map((b) => `wire:${b.point.id}`);
  const panel = panelSteps(input, wires);
  const wired = [
    ...wires,
    ...(input.job.changes ?? []).map((c) => `change:${c.id}`),
    ...panel.map((p) => p.key),
    ...input.option.legs.map((_, i) => `leg${i + 1}:pull`),
  ];
  const seal = input.option.legs.flatMap((l) => holesOf(l.route)).some((h) => h.fireSeal);
  const boxes = [...new Set([...power.opened, ...input.boxes.map((b) => b.point.id)])];
  const on = [...new Set([...power.breakers, ...input.option.taps.map((t) => t.breaker.id)])];
  const tested = input.boxes.map((b): Act => ({ act: 'test', point: b.point.id }));
  const steps: Step[] = [
    ...panel,
    make({
      key: 'close',
      title: 'Fold the wires in, mount the devices, leave no bare copper exposed',
      kind: 'work',
      window: 'off',
      minutes: 10,
      after: wired,
      checks: toLookAt('close', input),
      does: boxes.map((point) => ({ act: 'close', point })),
    }),
    make({
      key: 'on',
      title: on.length > 1 ? 'Breakers on: do they hold?' : 'Breaker on: does it hold?',
      kind: 'power',
      window: 'after',
      minutes: 3,
      after: ['close'],
      place: 'panel',
      cautions: ['If one trips, leave it off and look for the cause. Don’t keep resetting it.'],
      does: [{ act: 'on', breakers: on }],
    }),
    make({
      key: 'measure',
      title: 'Measure every new or changed point, pair by pair',
      kind: 'test',
      window: 'after',
      minutes: 10,
      after: ['on'],
      detail: 'The Test page says what each reading should be.',
      tools: ['contact voltage meter', 'plug tester'],
      does: tested,
    }),
    make({
      key: 'plates',
      title: 'Plates on, measure once more',
      kind: 'test',
      window: 'after',
      minutes: 8,
      after: ['measure'],
    }),
  ];
  if (seal)
    steps.push(
      make({
        key: 'seal',
        title: 'Seal the holes in the plates',
        kind: 'work',
        window: 'after',
        minutes: 10,
        after: ['plates'],
        detail: 'Fire-block sealant wherever a cable crosses a floor or ceiling line.',
      }),
    );
  const { steps: repairs, last } = repairSteps(input);
  const back = putBack(input, last);
  return [
    ...steps,
    ...repairs,
    ...back,
    make({
      key: 'record',
      title: 'Panel directory, photos, leftovers put away',
      kind: 'record',
      window: 'after',
      minutes: 10,
      after: [last, ...(seal ? ['seal'] : []), ...back.map((s) => s.key)],
      checks: toLookAt('record', input),
      detail:
        'Write the new points into the directory. Signing off on the Test page writes them into the house.',
    }),
  ];
}
