import { feet } from '../units/index.ts';
import { holesOf } from '../routing/index.ts';
import { putBack } from './in-the-way.ts';
import { breakerNumbers } from './outage.ts';
import { panelWork, protectsAtBreaker, type Power } from './power.ts';
import { leftBehind } from './left-behind.ts';
import { repairSteps } from './repairs.ts';
import { make } from './route-steps.ts';
import { toLookAt } from './site-checks.ts';
import type { Step, WorkInput } from './step.ts';
import { stripWork } from './strip-work.ts';
import { apart, msg, q, row } from '../words/index.ts';

const ELECTRICIANS = msg('work.electrician');
const LIVE_LUGS = msg('work.live-lugs');

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
      ? msg('work.subpanel', {
          panels: row(sub.map((p) => p.label)),
          breaker: breakerNumbers(
            input,
            sub.flatMap((p) => p.fedFrom ?? []),
          ),
        })
      : '';
  const steps: Step[] = [];
  if (protectsAtBreaker(job))
    steps.push(
      make({
        key: 'panel',
        title: msg('work.new-breaker', { numbers: row(option.taps.map((t) => t.breaker.number)) }),
        kind: 'hold',
        window: 'off',
        minutes: 40,
        after: ['dead'],
        place: msg('work.place.panel'),
        by,
        detail: msg('work.new-breaker-why', { feeder }),
        cautions: [ELECTRICIANS, LIVE_LUGS],
        does: [{ act: 'panel', breakers: option.taps.map((t) => t.breaker.id) }],
      }),
    );
  if (fresh.length > 0)
    steps.push(
      make({
        key: 'new-circuit',
        title: msg('work.connect-circuit', {
          circuits: apart(
            fresh.map((t) => msg('work.circuit', { breaker: t.breaker.number, amps: t.breaker.amps })),
          ),
        }),
        kind: 'hold',
        window: 'off',
        minutes: 60,
        after: [...wired],
        place: msg('work.place.panel'),
        by,
        detail: msg('work.connect-circuit-why', { spare: q.distance(feet(3)), feeder }),
        cautions: [ELECTRICIANS, LIVE_LUGS],
        does: [{ act: 'panel', breakers: fresh.map((t) => t.breaker.id) }],
      }),
    );
  return steps;
}

/** Boxes closed, power on, everything measured, plates on. @param after what has to be wired before */
function closedAndOn(input: WorkInput, power: Power, after: readonly string[]): Step[] {
  const boxes = [...new Set([...power.opened, ...input.boxes.map((b) => b.point.id)])];
  const on = [...new Set([...power.breakers, ...input.option.taps.map((t) => t.breaker.id)])];
  return [
    make({
      key: 'close',
      title: msg('work.close'),
      kind: 'work',
      window: 'off',
      minutes: 10,
      pace: 'finish',
      after: [...after],
      checks: toLookAt('close', input),
      does: boxes.map((point) => ({ act: 'close', point })),
    }),
    make({
      key: 'on',
      title: on.length > 1 ? msg('work.on-many') : msg('work.on'),
      kind: 'power',
      window: 'after',
      minutes: 3,
      after: ['close'],
      place: msg('work.place.panel'),
      cautions: [msg('work.on-caution')],
      does: [{ act: 'on', breakers: on }],
    }),
    make({
      key: 'measure',
      title: msg('work.measure'),
      kind: 'test',
      window: 'after',
      minutes: 10,
      after: ['on'],
      detail: msg('work.measure-why'),
      tools: ['voltage-meter', 'plug-tester'],
      does: input.boxes.map((b) => ({ act: 'test', point: b.point.id })),
    }),
    make({
      key: 'plates',
      title: msg('work.plates'),
      kind: 'test',
      window: 'after',
      minutes: 8,
      after: ['measure'],
    }),
  ];
}

/** Holes through plates are sealed. */
const SEAL = make({
  key: 'seal',
  title: msg('work.seal'),
  kind: 'work',
  window: 'after',
  minutes: 10,
  pace: 'finish',
  after: ['plates'],
  detail: msg('work.seal-why'),
});

/** Closing up, power on, tests, repairs and the record. */
export function finish(input: WorkInput, power: Power): Step[] {
  const wires = input.boxes.map((b) => `wire:${b.point.id}`);
  const panel = panelSteps(input, wires);
  const left = leftBehind(input, power);
  const wired = [
    ...wires,
    ...input.changes.map((c) => `change:${c.id}`),
    ...panel.map((p) => p.key),
    ...input.option.legs.map((_, i) => `leg${i + 1}:pull`),
    ...left.off.map((s) => s.key),
  ];
  const seal = input.option.legs.flatMap((l) => holesOf(l.route)).some((h) => h.fireSeal);
  const strips = stripWork(input);
  const steps = [
    ...strips.filter((s) => s.window === 'before'),
    ...panel,
    ...left.off,
    ...closedAndOn(input, power, wired),
    ...(seal ? [SEAL] : []),
  ];
  const { steps: repairs, last } = repairSteps(input);
  const back = putBack(input, last);
  return [
    ...steps,
    ...repairs,
    ...left.after,
    ...strips.filter((s) => s.window === 'after'),
    ...back,
    make({
      key: 'record',
      title: msg('work.record'),
      kind: 'record',
      window: 'after',
      minutes: 10,
      after: [last, ...(seal ? ['seal'] : []), ...[...left.after, ...strips, ...back].map((s) => s.key)],
      checks: toLookAt('record', input),
      detail: msg('work.record-why'),
    }),
  ];
}
