import { boxModel } from '../catalog/index.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { boreText, type Hole, type Move } from '../routing/index.ts';
import { allOf, msg, q, row, type Text } from '../words/index.ts';

/** What is cut and drilled for a plan, in the order of the work: a row for what is marked and done in one go. */
export interface DrillRow {
  /** One letter for each hole, A first: `A`, or `C-F`. */
  readonly letters: string;
  readonly what: Text;
  /** Wall, ceiling or joists. */
  readonly place: Text;
  /** Where to mark it. */
  readonly where: Text;
  readonly bit: Text;
  /** What protects the cable there, and what closes the hole. */
  readonly plate: Text;
  /** For its picture. */
  readonly kind: 'box' | 'stud' | 'plate' | 'joist' | 'outside';
  /** From the left corner of its wall to the first of it, mm; null for joists. */
  readonly acrossMm: number | null;
  readonly upMm: number | null;
}

/** A, B, ... Z, AA, AB, ... */
export function letterOf(n: number): string {
  const last = String.fromCharCode(65 + (n % 26));
  return n < 26 ? last : `${letterOf(Math.floor(n / 26) - 1)}${last}`;
}

const KIND: Readonly<Record<Hole['through'], DrillRow['kind']>> = {
  stud: 'stud',
  'corner studs': 'stud',
  block: 'stud',
  'top plates': 'plate',
  'bottom plate': 'plate',
  'exterior wall': 'outside',
};

type Unlettered = Omit<DrillRow, 'letters'> & { readonly count: number };

/** Openings for new boxes. */
function boxRows({ chosen, plan }: Evaluation): Unlettered[] {
  return (chosen?.boxes ?? []).flatMap(({ isNew, point }): Unlettered[] => {
    if (!isNew) return [];
    const { at } = point;
    const model = boxModel(point.box.model);
    const onWall = at.on === 'wall' || at.on === 'outside' ? at : undefined;
    const wall = onWall && plan.lines.get(onWall.wallId)?.wall.name;
    return [
      {
        count: 1,
        kind: 'box',
        what: msg('sheets.drill.box', { box: point.label }),
        place: wall ?? plan.roomOf(at)?.name ?? '',
        where: onWall
          ? msg('sheets.drill.at', { x: q.mark(onWall.xMm), y: q.mark(onWall.heightMm) })
          : at.on === 'ceiling'
            ? msg('sheets.drill.on-ceiling', { x: q.mark(at.xMm), y: q.mark(at.yMm) })
            : '',
        bit: model
          ? msg('sheets.drill.outline', { width: q.mark(model.widthMm), height: q.mark(model.heightMm) })
          : '',
        plate: '',
        acrossMm: onWall?.xMm ?? null,
        upMm: onWall?.heightMm ?? null,
      },
    ];
  });
}

/** Holes of one move through one kind of wood. */
function holeRow({ plan }: Evaluation, holes: readonly Hole[]): Unlettered[] {
  const [first] = holes;
  if (!first) return [];
  const plates = first.through === 'top plates' || first.through === 'bottom plate';
  const marks = allOf(holes.map((h) => q.mark(h.xMm)));
  return [
    {
      count: holes.length,
      kind: KIND[first.through],
      what: msg(`sheets.drill.through.${first.through}`),
      place: plan.lines.get(first.wallId)?.wall.name ?? '',
      where: plates
        ? msg('sheets.drill.across', { x: marks })
        : msg('sheets.drill.at', { x: marks, y: q.mark(first.heightMm) }),
      bit: row([
        msg('sheets.drill.bit', { bit: q.length(first.diameterMm) }),
        first.bore ? boreText(first.bore) : '',
      ]),
      plate: row([
        first.plateNeeded
          ? msg('sheets.drill.plate')
          : first.through === 'exterior wall'
            ? ''
            : msg('sheets.drill.no-plate', { wood: q.length(first.edgeMm) }),
        first.bushing ? msg('sheets.drill.bushing') : '',
        first.fireSeal
          ? msg(first.through === 'exterior wall' ? 'sheets.drill.caulk' : 'sheets.drill.seal')
          : '',
      ]),
      acrossMm: first.xMm,
      upMm: plates ? null : first.heightMm,
    },
  ];
}

function joistRow({ bundle }: Evaluation, move: Move): Unlettered[] {
  const [first] = move.joists;
  if (!first) return [];
  const room = bundle.house.rooms.find((r) => 'roomId' in move.from && r.id === move.from.roomId);
  return [
    {
      count: move.joists.length,
      kind: 'joist',
      what: msg('sheets.drill.joists', { n: move.joists.length }),
      place: room
        ? msg(move.from.in === 'below' ? 'sheets.drill.under' : 'sheets.drill.over', { room: room.name })
        : '',
      where: msg('sheets.drill.joist-middle', { keep: q.length(first.keepMm) }),
      bit: msg('sheets.drill.bit', { bit: q.length(first.diameterMm) }),
      plate: '',
      acrossMm: null,
      upMm: null,
    },
  ];
}

/** Holes of a move by what they go through: studs of a row are one piece of work, plates another. */
function groupsOf(holes: readonly Hole[]): Hole[][] {
  const groups = new Map<string, Hole[]>();
  for (const h of holes) {
    const key = `${h.wallId} ${h.through} ${h.heightMm.toFixed(1)}`;
    groups.set(key, [...(groups.get(key) ?? []), h]);
  }
  return [...groups.values()];
}

/** Everything that is cut or drilled, lettered through. Empty without a plan. */
export function drillTable(evaluation: Evaluation): DrillRow[] {
  const moves = evaluation.chosen?.option.legs.flatMap((l) => l.route.moves) ?? [];
  const rows = [
    ...boxRows(evaluation),
    ...moves.flatMap((m) => [
      ...groupsOf(m.holes).flatMap((g) => holeRow(evaluation, g)),
      ...joistRow(evaluation, m),
    ]),
  ];
  let n = 0;
  return rows.map(({ count, ...r }): DrillRow => {
    const [from, to] = [letterOf(n), letterOf(n + count - 1)];
    n += count;
    return { ...r, letters: count === 1 ? from : `${from}-${to}` };
  });
}
