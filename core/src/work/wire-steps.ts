import { boxModel } from '../catalog/index.ts';
import { newPointId, REPLACE_BOX_MINUTES } from '../planning/index.ts';
import { onOpenFraming } from '../structure/index.ts';
import { cutPlace } from './cut-places.ts';
import { nearCut } from './power.ts';
import { workPlace } from './place.ts';
import { GLASSES, make, offFirst, readyKeys } from './route-steps.ts';
import { toLookAt } from './site-checks.ts';
import type { Step, WorkInput } from './step.ts';
import { apart, msg, row, sentences, type Text } from '../words/index.ts';

type Box = WorkInput['boxes'][number];

/** What holds a new box, and what is done for it. */
const HOLDS = {
  face: ['work.fasten', 'work.fasten-why'],
  board: ['work.cut', 'work.cut-why'],
  stud: ['work.on-stud', 'work.on-stud-why'],
  joist: ['work.on-joist', 'work.on-joist-why'],
} as const;

/** Opening for a new box: before the power goes off only where nothing live is within reach. */
function openingStep(input: WorkInput, box: Box): Step {
  const at = cutPlace(input, box.point.at);
  const live = at !== null && nearCut(input, at).length > 0;
  const off = offFirst(input) || live;
  const onWall = boxModel(box.point.box.model)?.mounting === 'surface';
  const framing = !onWall && onOpenFraming(input.house, box.point.at);
  const [how, why] =
    HOLDS[onWall ? 'face' : !framing ? 'board' : box.point.at.on === 'wall' ? 'stud' : 'joist'];
  const want = input.job.wants.find((w) => newPointId(w) === box.point.id);
  return make({
    key: `cut:${box.point.id}`,
    title: msg(how, { box: box.point.label }),
    kind: 'work',
    window: off ? 'off' : 'before',
    minutes: 15,
    after: [...(off ? ['dead'] : []), ...input.job.wants.map((w) => `mark:${w.id}`)],
    place: workPlace(input.plan, box.point.at),
    detail: sentences([
      msg(why),
      ...(want?.mounting === 'screwed' ? [msg('work.screwed-why')] : []),
      ...(want?.seal ? [msg('work.seal-box-why')] : []),
    ]),
    tools: [framing ? 'hammer' : 'jab-saw'],
    cautions: [GLASSES, ...(live ? [msg('work.cut-live')] : [])],
    pace: 'cut',
    same: box.point.box.model ?? '',
    does: at ? [{ act: 'cut', at }] : [],
  });
}

/** Splices, screws and caps of a box, counted and told. */
function madeUp({ after }: Box): Text {
  const n = after.splices.length;
  const parts = [
    ...(n > 0 ? [msg('work.splices', { n, splices: apart(after.splices.map((j) => j.says)) })] : []),
    ...(after.terminations.length > 0
      ? [
          msg('work.screws', {
            screws: row(
              after.terminations.map((t) =>
                msg('work.on-screw', {
                  color: msg(`names.color.${t.conductor.color}`),
                  screw: msg(`names.screw.${t.screw}`),
                }),
              ),
            ),
          }),
        ]
      : []),
    ...(after.caps.length > 0 ? [msg('work.capped', { caps: apart(after.caps.map((c) => c.says)) })] : []),
  ];
  return sentences(parts);
}

/** How a box is made up, whatever its cables and points are called: by the boxes that they come from. */
function madeUpAs({ after, cables }: Box): string {
  const ends = new Map(
    cables.map(({ cable: c }) => [
      c.id as string,
      [c.from, c.to].map((e) => (e.at === 'point' ? e.pointId : e.breakerId)).join('>'),
    ]),
  );
  const of = (c: { readonly cableId: string; readonly color: string }) =>
    `${ends.get(c.cableId) ?? ''} ${c.color}`;
  return JSON.stringify([
    after.splices
      .map((s) =>
        s.members
          .map((m) =>
            m.kind === 'conductor'
              ? of(m.conductor)
              : m.kind === 'pigtail'
                ? `${m.to} ${m.device}`
                : m.kind === 'jumper'
                  ? 'jumper'
                  : m.kind,
          )
          .sort(),
      )
      .map((s) => s.join('+'))
      .sort(),
    after.terminations.map((t) => `${of(t.conductor)} ${t.screw} ${t.device}`).sort(),
    after.caps.map((c) => of(c.conductor)).sort(),
  ]);
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
          title: msg('work.rebox', { box: label }),
          kind: 'work',
          window: 'off',
          minutes: REPLACE_BOX_MINUTES,
          after: ['dead'],
          pointId: id,
          place: label,
          detail: msg('work.rebox-why'),
          tools: ['multi-tool'],
          pace: 'cut',
          same: box.point.box.model ?? '',
          does: [{ act: 'open', point: id }],
        }),
      );
    const changes = input.changes.filter(
      (c) =>
        c.pointId === id ||
        (c.kind === 'swap' && c.withId === id) ||
        (c.kind === 'convert' && c.switchId === id),
    );
    steps.push(
      make({
        key: `wire:${id}`,
        title: msg('work.wire', { box: label }),
        kind: 'work',
        window: 'off',
        minutes: WIRE_MINUTES + SPLICE_MINUTES * Math.max(0, box.after.splices.length - 3),
        pointId: id,
        place: label,
        after: [
          'dead',
          ...pulled,
          ...readyKeys(input, id),
          ...changes.map((c) => `change:${c.id}`),
          ...input.cuts.map((c) => `cutcable:${c.cable.id}`),
        ],
        detail: msg('work.wire-why', { made: madeUp(box), notes: sentences(box.notes) }),
        tools: ['wire-strippers', 'screwdrivers'],
        cautions: [msg('work.tug'), msg('work.bare-ground')],
        checks: (['box', 'splice', 'device'] as const).flatMap((at) => toLookAt(at, input, box)),
        pace: 'wire',
        same: madeUpAs(box),
        does: [{ act: 'wire', point: id }],
      }),
    );
    return steps;
  });
}
