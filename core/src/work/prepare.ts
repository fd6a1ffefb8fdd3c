import { boxModel } from '../catalog/index.ts';
import type { Change, Want } from '../document/index.ts';
import { changeText } from '../planning/index.ts';
import { mountSpots, onOpenFraming } from '../structure/index.ts';
import { takenDown } from './in-the-way.ts';
import type { Power } from './power.ts';
import { workPlace } from './place.ts';
import { make } from './route-steps.ts';
import type { Step, WorkInput } from './step.ts';
import { allOf, msg, q, sentences, type Text } from '../words/index.ts';

/** Where a new box goes and how large its hole is, in words that can be measured by. */
function outlineText(input: WorkInput, want: Want): Text {
  const box = input.boxes.find(
    (b) => b.isNew && b.point.label === want.label && b.point.at === want.at,
  )?.point;
  const model = boxModel(box?.box.model ?? null);
  // On framing that is seen nothing is cut out for it.
  const size =
    model && !onOpenFraming(input.house, want.at)
      ? msg('work.cut-out', { width: q.mark(model.widthMm), height: q.mark(model.heightMm) })
      : '';
  const { at } = want;
  const wall =
    at.on === 'wall' || at.on === 'outside' ? input.plan.lines.get(at.wallId)?.wall.name : undefined;
  if (wall && (at.on === 'wall' || at.on === 'outside'))
    return msg('work.outline', {
      wall,
      outside: at.on === 'outside' ? msg('work.outline-outside') : '',
      x: q.mark(at.xMm),
      seen: at.on === 'outside' ? msg('work.outline-seen') : '',
      y: q.mark(at.heightMm),
      size,
    });
  const room = at.on === 'ceiling' ? input.plan.roomOf(at) : undefined;
  const [first] = room?.walls ?? [];
  if (at.on === 'ceiling' && first)
    return sentences([
      msg('work.outline-ceiling', { wall: first.name.toLowerCase(), x: q.mark(at.xMm), y: q.mark(at.yMm) }),
      ...(size === '' ? [] : [size]),
      ...rowText(want, first.name.toLowerCase()),
    ]);
  return size;
}

/** How a long light, or a row of them, is hung square: what it covers from both walls, and where it is screwed up. */
function rowText({ at, fixture }: Want, wall: string): Text[] {
  if (!fixture || at.on !== 'ceiling') return [];
  const along = fixture.turn === 'x' ? at.xMm : at.yMm;
  const from = along - fixture.feedMm;
  const screws = mountSpots(at, fixture).map((s) => q.mark(fixture.turn === 'x' ? s.xMm : s.yMm));
  return [
    msg('work.row', {
      turn: fixture.turn,
      linked: fixture.linked,
      wall,
      from: q.mark(from),
      to: q.mark(from + fixture.linked * fixture.lengthMm),
      off: q.mark(fixture.turn === 'x' ? at.yMm : at.xMm),
    }),
    ...(screws.length > 0 ? [msg('work.row-screws', { turn: fixture.turn, screws: allOf(screws) })] : []),
  ];
}

/** Where it is drawn, to 5 mm, and for what: elsewhere it has to be drawn again. */
function markedAt({ at, devices, gangs }: Want): string {
  const to5 = (mm: number) => Math.round(mm / 5) * 5;
  const place =
    'wallId' in at
      ? [at.on, at.wallId, to5(at.xMm), to5(at.heightMm)]
      : 'xMm' in at
        ? [at.on, at.roomId, to5(at.xMm), to5(at.yMm)]
        : [at.on, at.roomId];
  return [...place, devices.length, gangs ?? 0].join(' ');
}

function markSteps(input: WorkInput): Step[] {
  return input.job.wants.map((want) =>
    make({
      key: `mark:${want.id}`,
      title: msg('work.mark', { want: want.label }),
      kind: 'work',
      window: 'before',
      minutes: 10,
      after: ['carry'],
      place: workPlace(input.plan, want.at),
      pace: 'mark',
      same: markedAt(want),
      detail: msg(want.at.on === 'ceiling' ? 'work.mark-ceiling' : 'work.mark-why', {
        outline: outlineText(input, want),
      }),
      tools: ['level', 'pencil', 'probe'],
    }),
  );
}

/** Getting a box out that was nailed to its stud before the board went on, minutes: common practice. */
const NAILED_MINUTES = 25;
const NAILED = msg('work.nailed');

/** Does a change take a box out of the wall that is nailed or bracketed to the frame? */
function nailed(input: Pick<WorkInput, 'house' | 'after'>, change: Change): boolean {
  if (change.kind !== 'enlarge') return false;
  const old = input.house.points.find((p) => p.id === change.pointId);
  const now = input.after.find((p) => p.id === change.pointId);
  const mounting = boxModel(old?.box.model ?? null)?.mounting;
  return mounting === 'new-work' && now !== undefined && now.box.model !== old?.box.model;
}

/** What a change needs beyond care with the old connections. */
const CHANGE_DETAIL: Partial<Record<Change['kind'], Text>> = {
  retire: msg('work.retire-why'),
  convert: msg('work.convert-why'),
  seal: msg('work.seal-box-why'),
  shift: msg('work.shift-why'),
  reduce: msg('work.reduce-why'),
};

function changeSteps(input: WorkInput): Step[] {
  return input.changes.map((change) => {
    const out = nailed(input, change);
    const ids =
      change.kind === 'swap'
        ? [change.pointId, change.withId]
        : change.kind === 'convert'
          ? [change.pointId, change.switchId]
          : [change.pointId];
    return make({
      key: `change:${change.id}`,
      title: changeText(input.house, change),
      kind: 'work',
      window: 'off',
      minutes: 15 + (out ? NAILED_MINUTES : 0),
      after: ['dead'],
      pointId: change.pointId,
      place: input.house.points.find((p) => p.id === change.pointId)?.label ?? '',
      detail: (out ? NAILED : CHANGE_DETAIL[change.kind]) ?? msg('work.change-why'),
      pace: 'wire',
      same: JSON.stringify({ ...change, id: '' }),
      does: ids.map((point) => ({ act: 'open', point })),
    });
  });
}

/** What is done before the power goes off, and the changes of devices that wait for it. */
export function prepare(input: WorkInput, power: Power): Step[] {
  return [
    make({
      key: 'permit',
      title: msg('work.permit'),
      kind: 'hold',
      window: 'before',
      minutes: 15,
      detail: msg('work.permit-why'),
    }),
    make({
      key: 'carry',
      title: msg('work.lay-out'),
      kind: 'work',
      window: 'before',
      minutes: 15,
      after: ['permit'],
      detail: msg('work.lay-out-why'),
    }),
    ...takenDown(input),
    ...markSteps(input),
    ...(power.opened.length > 0 ? changeSteps(input) : []),
  ];
}
