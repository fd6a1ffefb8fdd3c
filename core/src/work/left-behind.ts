import type { Power } from './power.ts';
import { GLASSES, make } from './route-steps.ts';
import type { CutPlace, Step, WorkInput } from './step.ts';
import { msg, q, type Text } from '../words/index.ts';

/** Minutes to close an opening that is not used, to put a box back, to draw a cable out: common practice. */
const CLOSE_MINUTES = 40;
const RESTORE_MINUTES = 18;
const TAKE_OUT_MINUTES = 10;

/** Where an opening is, so that it can be found with a tape. */
function openingAt(input: WorkInput, at: CutPlace): Text {
  if ('wallId' in at)
    return msg('work.left.on-wall', {
      wall: input.plan.lines.get(at.wallId)?.wall.name ?? msg('work.place.wall'),
      x: q.mark(at.xMm),
      y: q.mark(at.heightMm),
    });
  const room = input.house.rooms.find((r) => r.id === at.roomId);
  return msg('work.left.on-ceiling', { room: room?.name ?? '?' });
}

/** A place as part of a key, to the cm. */
const spotKey = (at: CutPlace): string => {
  const cm = (mm: number) => Math.round(mm / 10);
  return 'wallId' in at
    ? `${at.wallId}:${cm(at.xMm)}:${cm(at.heightMm)}`
    : `${at.roomId}:${cm(at.spot.xMm)}:${cm(at.spot.yMm)}`;
};

/** What closes up after an earlier plan: boxes put back, cables out, openings shut. */
export interface LeftBehind {
  /** With the power off, before the boxes are closed. */
  readonly off: readonly Step[];
  readonly after: readonly Step[];
}

export function leftBehind(input: WorkInput, { left }: Power): LeftBehind {
  const { house, labels } = input;
  const label = (id: string) =>
    labels.get(id) ?? house.panels.find((p) => (p.id as string) === id)?.label ?? msg('work.left.a-box');
  const stood = new Set<string>([...house.points, ...house.panels].map((x) => x.id));
  const out = left.cables.map((c): Step => {
    const live = [c.from, c.to].some((id) => stood.has(id));
    return make({
      key: `take-out:${c.from}:${c.to}`,
      title: msg('work.left.take-out', { from: label(c.from), to: label(c.to) }),
      kind: 'work',
      window: live ? 'off' : 'before',
      minutes: TAKE_OUT_MINUTES,
      after: [live ? 'dead' : 'carry'],
      detail: msg('work.left.take-out-why'),
      pace: 'cable',
      does: [{ act: 'take-out', from: c.from, to: c.to }],
    });
  });
  const restored = left.rewired.map((id) =>
    make({
      key: `restore:${id}`,
      title: msg('work.left.restore', { box: label(id) }),
      kind: 'work',
      window: 'off',
      minutes: RESTORE_MINUTES,
      after: ['dead', ...out.map((s) => s.key)],
      pointId: id,
      place: label(id),
      detail: msg('work.left.restore-why'),
      tools: ['wire-strippers', 'screwdrivers'],
      cautions: [msg('work.tug')],
      pace: 'wire',
      does: [{ act: 'restore', point: id }],
    }),
  );
  const closed = left.openings.map((at) =>
    make({
      key: `close-opening:${spotKey(at)}`,
      title: msg('work.left.close', { place: openingAt(input, at) }),
      kind: 'patch',
      window: 'after',
      minutes: CLOSE_MINUTES,
      after: ['plates', ...out.map((s) => s.key)],
      place: 'wallId' in at ? (input.plan.lines.get(at.wallId)?.wall.name ?? '') : '',
      detail: msg('work.left.close-why'),
      cautions: [GLASSES],
      pace: 'finish',
      does: [{ act: 'patch', at }],
    }),
  );
  return { off: [...out, ...restored], after: closed };
}
