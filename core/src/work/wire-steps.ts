import { cutPlace, nearCut } from './power.ts';
import { GLASSES, make, offFirst, readyKeys } from './route-steps.ts';
import { toLookAt } from './site-checks.ts';
import type { Step, WorkInput } from './step.ts';

type Box = WorkInput['boxes'][number];

/** Opening for a new box: before the power goes off only where nothing live is within reach. */
function openingStep(input: WorkInput, box: Box): Step {
  const at = cutPlace(input, box.point.at);
  const live = at !== null && nearCut(input, at).length > 0;
  const off = offFirst(input) || live;
  return make({
    key: `cut:${box.point.id}`,
    title: `Cut the opening for ${box.point.label}`,
    kind: 'work',
    window: off ? 'off' : 'before',
    minutes: 15,
    after: [...(off ? ['dead'] : []), ...input.job.wants.map((w) => `mark:${w.id}`)],
    place: input.plan.roomOf(box.point.at)?.name ?? '',
    detail: 'Start small, stay inside the line, go no deeper than the board. Keep the piece.',
    tools: ['jab saw'],
    cautions: [
      GLASSES,
      ...(live ? ['A box or cable is within reach behind this spot. Its circuit is off first.'] : []),
    ],
    does: at ? [{ act: 'cut', at }] : [],
  });
}

/** Splices, screws and caps of a box, counted and told. */
function madeUp({ after }: Box): string {
  const n = after.joins.length;
  const parts = [
    ...(n > 0 ? [`${n} splice${n === 1 ? '' : 's'}: ${after.joins.map((j) => j.says).join('; ')}.`] : []),
    ...(after.terminations.length > 0
      ? [`On the screws: ${after.terminations.map((t) => `${t.conductor.colour} on ${t.screw}`).join(', ')}.`]
      : []),
    ...(after.caps.length > 0 ? [`Capped: ${after.caps.map((c) => c.says).join('; ')}.`] : []),
  ];
  return parts.join(' ');
}

/** Minutes for a box to be wired, and for each splice in it beyond three: common practice. */
const WIRE_MINUTES = 18;
const SPLICE_MINUTES = 2;

/** Openings, boxes that are replaced, and the wiring of every box that the plan touches. */
export function wireSteps(input: WorkInput, pulled: readonly string[]): Step[] {
  return input.boxes.flatMap((box): Step[] => {
    const { id, label } = box.point;
    const steps: Step[] = box.isNew ? [openingStep(input, box)] : [];
    if (!box.isNew && input.job.boxes[id])
      steps.push(
        make({
          key: `rebox:${id}`,
          title: `Replace the box at ${label}`,
          kind: 'work',
          window: 'off',
          minutes: 40,
          after: ['dead'],
          pointId: id,
          place: label,
          detail:
            'Photograph and tag the conductors first. Cut the nails between box and stud and take the old box out without pulling on the cables.',
          tools: ['hacksaw blade or multi-tool'],
          does: [{ act: 'open', point: id }],
        }),
      );
    const changes = (input.job.changes ?? []).filter(
      (c) =>
        c.pointId === id ||
        (c.kind === 'swap' && c.withId === id) ||
        (c.kind === 'convert' && c.switchId === id),
    );
    steps.push(
      make({
        key: `wire:${id}`,
        title: `Wire ${label}`,
        kind: 'work',
        window: 'off',
        minutes: WIRE_MINUTES + SPLICE_MINUTES * Math.max(0, box.after.joins.length - 3),
        pointId: id,
        place: label,
        after: [
          'dead',
          ...pulled,
          ...readyKeys(input, id),
          ...changes.map((c) => `change:${c.id}`),
          ...input.cuts.map((c) => `cutcable:${c.cable.id}`),
        ],
        detail:
          `${madeUp(box)} Cable jacket inside the box, conductor to spare. ${box.notes.join(' ')}`.trim(),
        tools: ['wire strippers', 'screwdrivers'],
        cautions: ['Tug every conductor to test it.', 'Keep the bare ground away from the hot screws.'],
        checks: (['box', 'splice', 'device'] as const).flatMap((at) => toLookAt(at, input, box)),
        does: [{ act: 'wire', point: id }],
      }),
    );
    return steps;
  });
}
