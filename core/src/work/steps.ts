import { boxModel } from '../catalog/index.ts';
import type { Change, PointId, Position } from '../document/index.ts';
import { changedPoints, changeWords, isCutIn } from '../planning/index.ts';
import { holesOf } from '../routing/index.ts';
import { putBack, takenDown } from './in-the-way.ts';
import { repairSteps } from './repairs.ts';
import { GLASSES, make, offFirst, routeSteps } from './route-steps.ts';
import type { Step, Window, WorkInput } from './step.ts';
import { toLookAt } from './site-checks.ts';

function prepare(input: WorkInput): Step[] {
  const { job, option } = input;
  const steps: Step[] = [
    make({
      key: 'permit',
      title: 'Permit and inspection',
      kind: 'hold',
      window: 'before',
      minutes: 15,
      detail:
        'Ask the building office whether this work needs a permit and an inspection before it is closed. Their word and the local rules come first; when in doubt, a licensed electrician.',
    }),
    make({
      key: 'carry',
      title: 'Lay out parts and tools by place',
      kind: 'work',
      window: 'before',
      minutes: 15,
      after: ['permit'],
      detail:
        'Check the bill against the box of parts before the first cut: running out in mid-job is the usual mistake.',
    }),
  ];
  steps.push(...takenDown(input));
  for (const want of job.wants)
    steps.push(
      make({
        key: `mark:${want.id}`,
        title: `Mark the outline of ${want.label}`,
        kind: 'work',
        window: 'before',
        minutes: 10,
        after: ['carry'],
        place: input.plan.roomOf(want.at)?.name ?? '',
        detail:
          "Level, at the neighbors' height, template from the back of the box. Probe the four corners, the middle and past both edges for wood, pipe and cable.",
        tools: ['level', 'pencil', 'thin probe'],
      }),
    );
  for (const change of job.changes ?? [])
    steps.push(
      make({
        key: `change:${change.id}`,
        title: changeWords(input.house, change),
        kind: 'work',
        window: 'off',
        minutes: 15 + (nailed(input, change) ? NAILED_MINUTES : 0),
        after: ['dead'],
        pointId: change.pointId,
        detail:
          (nailed(input, change) ? NAILED : CHANGE_DETAIL[change.kind]) ??
          'Photograph the old connections and mark the conductors before anything is loosened.',
      }),
    );
  if (job.protection.arcFault === 'at-breaker' || job.protection.groundFault === 'at-breaker')
    steps.push(
      make({
        key: 'panel',
        title: `New breaker ${option.taps.map((t) => t.breaker.number).join(', ')} in the panel`,
        kind: 'hold',
        window: 'before',
        minutes: 40,
        after: ['permit'],
        place: 'panel',
        by: input.house.panelWorkBy === 'electrician' ? 'electrician' : 'you',
        detail:
          'A protecting breaker of the same rating, made for this panel. The line side of the main switch stays live whatever is off.',
        cautions: ["Work inside a panel is the electrician's unless a qualified person does it."],
      }),
    );
  return steps;
}

/** Getting a box out that was nailed to its stud before the board went on, minutes: common practice. */
const NAILED_MINUTES = 25;
const NAILED =
  'The old box is nailed to its stud: pry it a little off, cut the nails between box and stud with a blade for metal, fold it in on itself and take it out. The board round it may break: have a patch ready. The new one is held by its wings or screwed through its side to the stud.';

/** Does a change take a box out of the wall that is nailed or bracketed to the frame? */
function nailed(input: Pick<WorkInput, 'house' | 'boxes'>, change: Change): boolean {
  if (change.kind !== 'enlarge' && change.kind !== 'reduce') return false;
  const old = input.house.points.find((p) => p.id === change.pointId);
  const after = input.boxes.find((b) => b.point.id === change.pointId)?.point;
  const mounting = boxModel(old?.box.model ?? null)?.mounting;
  return mounting === 'new-work' && after !== undefined && after.box.model !== old?.box.model;
}

/** What a change needs beyond care with the old connections. */
const CHANGE_DETAIL: Partial<Record<Change['kind'], string>> = {
  retire:
    'What goes on from here stays spliced behind a blank plate. A cable that ends here is disconnected at both ends, capped, and marked as out of use.',
  convert:
    'At the switch take the old switched conductor off and join it to the constant hot, or cap it at both ends and mark it. At the outlet put in a receptacle whose tab between the brass screws is whole. Measure both halves live with the switch on and off afterwards.',
  seal: 'A gasket behind the plate, sealant round the box and where its cables come in; behind a tight box nothing is needed. No foam inside the box, and none around a recessed light that must be cooled.',
  shift:
    'The box stays. Use the plate or ring that brings the device over another gang of it, and close the gang that is left.',
};

/** A new circuit ends at the panel: that work is split off, last before the power comes on. */
function atPanel(input: WorkInput, wired: readonly string[]): Step[] {
  const { option, house } = input;
  const fresh = option.taps.filter((t) => t.atPanel);
  if (fresh.length === 0) return [];
  return [
    make({
      key: 'new-circuit',
      title: `Connect the new circuit: breaker ${fresh.map((t) => `${t.breaker.number}, ${t.breaker.amps} A`).join('; ')}`,
      kind: 'hold',
      window: 'off',
      minutes: 60,
      after: wired,
      place: 'panel',
      by: house.panelWorkBy === 'electrician' ? 'electrician' : 'you',
      detail:
        'Cable into the panel through its own connector, hot on the breaker made for this panel, neutral and ground on their bars: apart in a sub-panel. Leave 3 ft more cable than the way needs.',
      cautions: [
        "Work inside a panel is the electrician's unless a qualified person does it.",
        'The line side of the main switch stays live whatever is off.',
      ],
    }),
  ];
}

/** Boxes that are opened while their circuit is off. */
const opened = ({ option, house, job, cuts }: WorkInput): { pointId: PointId; label: string }[] => {
  const taps = option.taps.filter((t) => !t.atPanel && !isCutIn(t.pointId));
  // A cable in a wall has no terminal: it is proved dead at the boxes at both its ends.
  const ends = cuts.flatMap((c) => [c.from.id, c.to.id]);
  const more = [...new Set([...changedPoints(job), ...ends])].flatMap((id) => {
    const p = house.points.find((x) => x.id === id);
    return p && !taps.some((t) => t.pointId === id) ? [{ pointId: id, label: p.label }] : [];
  });
  return [...taps, ...more];
};

function powerOff(input: WorkInput): Step[] {
  const { option, darkLabels, job } = input;
  const boxes = opened(input);
  const numbers = [...new Set(option.taps.filter((t) => !t.atPanel).map((t) => t.breaker.number))].join(', ');
  const first = job.wants.map((w) => `mark:${w.id}`);
  const steps: Step[] = [
    make({
      key: 'light',
      title: 'Set up a work light on another circuit',
      kind: 'work',
      window: 'before',
      minutes: 5,
      after: ['carry'],
      detail: 'Loses power: ' + (darkLabels.join(', ') || 'nothing that is known') + '.',
    }),
    make({
      key: 'off',
      title:
        numbers === ''
          ? 'Nothing new is connected yet: the new circuit stays without power'
          : `Breaker ${numbers} off, lock or tape it, leave a note`,
      kind: 'power',
      window: 'off',
      minutes: 3,
      after: ['light', ...first],
      place: 'panel',
      cautions: ['Somebody else may switch it on: lock or tape, and a note.'],
    }),
  ];
  for (const tap of boxes)
    steps.push(
      make({
        key: `dead:${tap.pointId}`,
        title: `Prove ${tap.label} dead`,
        kind: 'prove-dead',
        window: 'off',
        minutes: 6,
        after: ['off'],
        pointId: tap.pointId,
        place: tap.label,
        detail:
          'Same meter, same setting: known live, target live, off, every pair dead, known live again - with the switches that command it on and ground-fault devices set. Darkness, plug testers and non-contact testers are hints, not proof.',
        tools: ['contact voltage meter'],
        cautions: ['Prove it again after a pause or after leaving.'],
      }),
    );
  steps.push(
    make({
      key: 'dead',
      title: 'Look for a second circuit in the box',
      kind: 'work',
      window: 'off',
      minutes: 3,
      after: boxes.length > 0 ? boxes.map((t) => `dead:${t.pointId}`) : ['off'],
      detail: 'Pull the device gently and measure every cable in the box: two circuits can share one.',
      cautions: ['If anything is live, stop and find its breaker.'],
    }),
    ...input.cuts.map((c) =>
      make({
        key: `cutcable:${c.cable.id}`,
        title: `Cut the cable from ${c.from.label} to ${c.to.label}, and prove both ends dead`,
        kind: 'work',
        window: 'off',
        minutes: 20,
        after: ['dead'],
        place: input.plan.roomOf(c.at)?.name ?? '',
        detail: `Trace it first: disconnect it in ${c.from.label} and see that its conductors are dead at ${c.to.label}. Look for a second cable beside it before the cut. Measure hot to neutral, hot to ground and neutral to ground at both cut ends. Everything beyond ${c.to.label} must be back afterwards, with the same polarity.`,
        tools: ['cable cutter', 'contact voltage meter'],
        cautions: ['Never cut a cable that is not proved dead at both ends.'],
      }),
    ),
  );
  return steps;
}

/** Cutting beside a box counts as touching it: another box within reach in the same wall. */
const BESIDE_MM = 400;
function besideBox(input: WorkInput, at: Position): boolean {
  if (at.on !== 'wall') return false;
  return input.house.points.some(
    (p) =>
      p.at.on === 'wall' &&
      p.at.wallId === at.wallId &&
      Math.abs(p.at.xMm - at.xMm) < BESIDE_MM &&
      Math.abs(p.at.heightMm - at.heightMm) < BESIDE_MM,
  );
}

function wireSteps(input: WorkInput, pulled: readonly string[]): Step[] {
  const steps: Step[] = [];
  for (const box of input.boxes) {
    const replaced = !box.isNew && input.job.boxes[box.point.id];
    const cutOff = offFirst(input) || besideBox(input, box.point.at);
    const cut = box.isNew
      ? [
          make({
            key: `cut:${box.point.id}`,
            title: `Cut the opening for ${box.point.label}`,
            kind: 'work',
            window: cutOff ? 'off' : 'before',
            minutes: 15,
            after: cutOff ? ['dead'] : input.job.wants.map((w) => `mark:${w.id}`),
            place: input.plan.roomOf(box.point.at)?.name ?? '',
            detail: 'Small first, inside the line, no deeper than the board. Save the piece.',
            tools: ['jab saw'],
            cautions: [GLASSES],
          }),
        ]
      : [];
    steps.push(...cut);
    if (replaced)
      steps.push(
        make({
          key: `rebox:${box.point.id}`,
          title: `Replace the box at ${box.point.label}`,
          kind: 'work',
          window: 'off',
          minutes: 40,
          after: ['dead'],
          pointId: box.point.id,
          place: box.point.label,
          detail:
            'Photograph and mark the conductors first. Cut the nails between box and stud, take the old box out without pulling on the cables.',
          tools: ['hacksaw blade or multi-tool'],
        }),
      );
    steps.push(
      make({
        key: `wire:${box.point.id}`,
        title: `Wire ${box.point.label}`,
        kind: 'work',
        window: 'off',
        minutes: 18,
        pointId: box.point.id,
        place: box.point.label,
        after: ['dead', ...pulled, ...cut.map((c) => c.key), ...(replaced ? [`rebox:${box.point.id}`] : [])],
        detail: `${box.after.joins.length} join${box.after.joins.length === 1 ? '' : 's'}. Cable into the box with its jacket inside and conductor to spare, as the checks say. ${box.notes.join(' ')}`,
        tools: ['wire strippers', 'screwdrivers'],
        cautions: ['Pull every conductor to test it.', 'Keep the bare ground away from the hot screws.'],
        checks: (['box', 'splice', 'device'] as const).flatMap((at) => toLookAt(at, input, box)),
      }),
    );
  }
  return steps;
}

function finish(input: WorkInput): Step[] {
  const panel = atPanel(
    input,
    input.boxes.map((b) => `wire:${b.point.id}`),
  );
  const wired = [
    ...input.boxes.map((b) => `wire:${b.point.id}`),
    ...(input.job.changes ?? []).map((c) => `change:${c.id}`),
    ...panel.map((p) => p.key),
  ];
  const seal = input.option.legs.flatMap((l) => holesOf(l.route)).some((h) => h.fireSeal);
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
    }),
    make({
      key: 'on',
      title: 'Breaker on: does it hold?',
      kind: 'power',
      window: 'after',
      minutes: 3,
      after: ['close'],
      place: 'panel',
      cautions: ['If it trips, leave it off and look for the cause; do not try again and again.'],
    }),
    make({
      key: 'measure',
      title: 'Measure every new point, pair by pair',
      kind: 'test',
      window: 'after',
      minutes: 10,
      after: ['on'],
      detail: 'The test sheet in mark 9 says what to expect.',
      tools: ['contact voltage meter', 'plug tester'],
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
        detail: 'Fire-block sealant where a cable crosses a floor or ceiling line.',
      }),
    );
  const { steps: repairs, last } = repairSteps(input);
  steps.push(...repairs);
  const back = putBack(input, last);
  steps.push(
    ...back,
    make({
      key: 'record',
      title: 'Panel directory, photos, leftovers to the shelf',
      kind: 'record',
      window: 'after',
      minutes: 10,
      after: [last, ...back.map((s) => s.key)],
      checks: toLookAt('record', input),
      detail: 'Write the new points into the directory. Sign off in mark 9 writes them into the house.',
    }),
  );
  return steps;
}

const WINDOW_ORDER: Record<Window, number> = { before: 0, off: 1, after: 2 };

/** Topological order: as much as can be before the power goes off, then the outage, then the rest; within that as listed. */
export function orderSteps(steps: readonly Step[]): Step[] {
  const known = new Set(steps.map((s) => s.key));
  const left = [...steps];
  const done = new Set<string>();
  const out: Step[] = [];
  while (left.length > 0) {
    const ready = left.filter((s) => s.after.every((a) => done.has(a) || !known.has(a)));
    // A circle cannot come from the makers above; if one ever does, the listed order is the answer.
    const pick = (ready.length > 0 ? ready : left).reduce((a, b) =>
      WINDOW_ORDER[b.window] < WINDOW_ORDER[a.window] ? b : a,
    );
    out.push(pick);
    done.add(pick.key);
    left.splice(left.indexOf(pick), 1);
  }
  return out;
}

/** Ordered steps for the chosen option; the outage is as short as the preference asks. */
export function workSteps(input: WorkInput): Step[] {
  const routes = input.option.legs.flatMap((leg, i) => routeSteps(leg, input, i));
  const lastOf = input.option.legs.map((_, i) => `leg${i + 1}:pull`);
  return orderSteps([
    ...prepare(input),
    ...routes,
    ...powerOff(input),
    ...wireSteps(input, lastOf),
    ...finish(input),
  ]);
}

export const outageOf = (steps: readonly Step[]): number =>
  steps.filter((s) => s.window === 'off').reduce((m, s) => m + s.minutes, 0);
