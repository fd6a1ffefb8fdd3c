import { boxModel } from '../catalog/index.ts';
import type { Change, Want } from '../document/index.ts';
import { changeWords } from '../planning/index.ts';
import { formatMark } from '../units/index.ts';
import { takenDown } from './in-the-way.ts';
import type { Power } from './power.ts';
import { make } from './route-steps.ts';
import type { Step, WorkInput } from './step.ts';

/** Where a new box goes and how large its hole is, in words that can be measured by. */
function outlineWords(input: WorkInput, want: Want): string {
  const L = (mm: number) => formatMark(mm, input.house.units);
  const box = input.boxes.find(
    (b) => b.isNew && b.point.label === want.label && b.point.at === want.at,
  )?.point;
  const model = boxModel(box?.box.model ?? null);
  const size = model
    ? ` Cut-out about ${L(model.widthMm)} x ${L(model.heightMm)}: trace the box itself.`
    : '';
  const { at } = want;
  const wall =
    at.on === 'wall' || at.on === 'outside' ? input.plan.lines.get(at.wallId)?.wall.name : undefined;
  if (wall && (at.on === 'wall' || at.on === 'outside'))
    return `${wall}${at.on === 'outside' ? ', outside' : ''}: ${L(at.xMm)} from the left corner${at.on === 'outside' ? ' as seen from inside' : ''}, ${L(at.heightMm)} from the floor, both to the center.${size}`;
  return size.trim();
}

function markSteps(input: WorkInput): Step[] {
  return input.job.wants.map((want) =>
    make({
      key: `mark:${want.id}`,
      title: `Mark the outline of ${want.label}`,
      kind: 'work',
      window: 'before',
      minutes: 10,
      after: ['carry'],
      place: input.plan.roomOf(want.at)?.name ?? '',
      detail:
        `${outlineWords(input, want)} Level it, at the height of its neighbors. Probe the four corners, the middle and just past both edges for wood, pipe and cable.`.trim(),
      tools: ['level', 'pencil', 'thin probe'],
    }),
  );
}

/** Getting a box out that was nailed to its stud before the board went on, minutes: common practice. */
const NAILED_MINUTES = 25;
const NAILED =
  'The old box is nailed to its stud. Pry it off a little, cut the nails with a metal blade, fold the box in and take it out. The drywall may break: have a patch ready. The new one holds by its wings, or by a screw into the stud.';

/** Does a change take a box out of the wall that is nailed or bracketed to the frame? */
function nailed(input: Pick<WorkInput, 'house' | 'after'>, change: Change): boolean {
  if (change.kind !== 'enlarge') return false;
  const old = input.house.points.find((p) => p.id === change.pointId);
  const now = input.after.find((p) => p.id === change.pointId);
  const mounting = boxModel(old?.box.model ?? null)?.mounting;
  return mounting === 'new-work' && now !== undefined && now.box.model !== old?.box.model;
}

/** What a change needs beyond care with the old connections. */
const CHANGE_DETAIL: Partial<Record<Change['kind'], string>> = {
  retire:
    'What goes on from here stays spliced behind a blank plate. A cable that ends here is disconnected at both ends, capped and tagged as out of use.',
  convert:
    'At the switch, take the switched conductor off and splice it to the constant hot, or cap it at both ends and tag it. At the outlet, put in a receptacle whose tab between the brass screws is whole. Then check both halves with the switch on and off.',
  seal: 'Gasket behind the plate, sealant around the box and where its cables come in; an airtight box needs nothing. No foam inside the box, and none around a recessed light that needs air.',
  shift:
    'The box stays. Use the plate or ring that puts the device over another gang, and close the gang that is left.',
  reduce: 'The box stays, with its ring and its cables. A blank closes each gang that is left empty.',
};

function changeSteps(input: WorkInput): Step[] {
  return (input.job.changes ?? []).map((change) => {
    const out = nailed(input, change);
    const ids =
      change.kind === 'swap'
        ? [change.pointId, change.withId]
        : change.kind === 'convert'
          ? [change.pointId, change.switchId]
          : [change.pointId];
    return make({
      key: `change:${change.id}`,
      title: changeWords(input.house, change),
      kind: 'work',
      window: 'off',
      minutes: 15 + (out ? NAILED_MINUTES : 0),
      after: ['dead'],
      pointId: change.pointId,
      place: input.house.points.find((p) => p.id === change.pointId)?.label ?? '',
      detail:
        (out ? NAILED : CHANGE_DETAIL[change.kind]) ??
        'Photograph the old connections and tag the conductors before you loosen anything.',
      does: ids.map((point) => ({ act: 'open', point })),
    });
  });
}

/** What is done before the power goes off, and the changes of devices that wait for it. */
export function prepare(input: WorkInput, power: Power): Step[] {
  return [
    make({
      key: 'permit',
      title: 'Permit and inspection',
      kind: 'hold',
      window: 'before',
      minutes: 15,
      detail:
        'Ask the building department about a permit, and an inspection before it is closed up. Their word and the local rules come first. When in doubt, call a licensed electrician.',
    }),
    make({
      key: 'carry',
      title: 'Lay out parts and tools by place',
      kind: 'work',
      window: 'before',
      minutes: 15,
      after: ['permit'],
      detail:
        'Check the bill against the parts before the first cut. Running out halfway is the usual mistake.',
    }),
    ...takenDown(input),
    ...markSteps(input),
    ...(power.opened.length > 0 ? changeSteps(input) : []),
  ];
}
