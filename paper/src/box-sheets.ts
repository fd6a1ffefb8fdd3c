import {
  apart,
  becauseText,
  endText,
  msg,
  partName,
  type BoxWiring,
  type Chosen,
  type Evaluation,
} from '@elwand/core';
import { boxPicture, boxPictureHeight } from './box-picture.ts';
import type { Flow } from './flow.ts';
import { table, tableHeight, tickCell, type Cell, type Column } from './table.ts';

/** Box sheets: each box before and after at the same size, and what is joined to what with a square to tick each. */

const GAP_MM = 6;
const NAME = { before: msg('paper.before'), after: msg('paper.after') } as const;

/** Everything that is joined, screwed on or capped in a box. */
function joins(flow: Flow, { after, cables, point }: BoxWiring): Cell[][] {
  const { say } = flow;
  const to = (cableId: string) => cables.find((c) => c.cable.id === cableId)?.to ?? '';
  return [
    ...after.splices.map((j): Cell[] => [
      tickCell(flow),
      String(j.n),
      say(apart([j.says, partName(j.connector), j.strip])),
    ]),
    ...after.terminations.map((t): Cell[] => [
      tickCell(flow),
      '-',
      say(
        msg(t.conductor.remark ? 'paper.to-screw-reidentified' : 'paper.to-screw', {
          color: msg(`names.color.${t.conductor.color}`),
          where: to(t.conductor.cableId),
          end: endText(t.screw, t.device, point),
        }),
      ),
    ]),
    ...after.caps.map((c): Cell[] => [
      tickCell(flow),
      'x',
      say(apart([msg('paper.cap', { says: c.says }), partName(c.connector)])),
    ]),
  ];
}

/** What the box holds against what it has room for, as the checks say it. */
const fill = (evaluation: Evaluation, { point }: BoxWiring): Evaluation['findings'][number] | undefined =>
  evaluation.findings.find((f) => f.rule === 'box-fill' && f.subjects.includes(point.id));

const TICK_MM = 7;
/** A square, the number of the splice, and what is joined; named where the list stands by itself. */
const joinColumns = ({ say }: Flow, width: number, named = true): Column[] => [
  { name: '', share: TICK_MM },
  { name: '', share: TICK_MM, words: { font: 'bold' } },
  {
    name: named ? say(msg('paper.join')) : '',
    share: width - 2 * TICK_MM,
    words: { size: named ? 8.5 : 8 },
  },
];

/** Captions stand over pictures; a new box by itself has its list beside it, mm. */
const OVER_MM = 4.5;
const ONE_MM = 82;
/** Boxes stand side by side while their pictures do: three across the page. */
const ACROSS = 3;
const HEADING_MM = 6.4;
const NOTE_PT = 8;

interface Sheet {
  readonly box: BoxWiring;
  readonly notes: readonly string[];
  /** What the checks say of the room in it. */
  readonly room: string;
}

const picturesOf = ({ box }: Sheet) => (box.before ? (['before', 'after'] as const) : (['after'] as const));

/** The pictures of a box side by side, each with its caption. */
function pictures({ pen, say }: Flow, sheet: Sheet, left: number, top: number, wide: number): void {
  picturesOf(sheet).forEach((when, i) => {
    const x = left + i * (wide + GAP_MM);
    boxPicture(pen, say, sheet.box, when, { x, y: top + OVER_MM }, wide);
    if (sheet.box.before)
      pen.text({ x, y: top }, say(NAME[when]), { size: 8.5, font: 'bold', width: wide, align: 'center' });
  });
}

/** A box by itself: large pictures, its list under them, or beside the one picture of a new box. */
function alone(flow: Flow, sheet: Sheet): void {
  const { left, width } = flow;
  const { box, notes, room } = sheet;
  const wide = box.before ? (width - GAP_MM) / 2 : ONE_MM;
  const high = boxPictureHeight(box, wide) + OVER_MM;
  const rows = joins(flow, box);
  const beside = width - wide - GAP_MM;
  flow.heading(
    msg('paper.box', { box: box.point.label }),
    room,
    box.before ? high + 12 : Math.max(high, tableHeight(flow, beside, joinColumns(flow, beside), rows)),
  );
  const top = flow.y;
  pictures(flow, sheet, left, top, wide);
  const list = () => {
    if (rows.length > 0) table(flow, joinColumns(flow, flow.width), rows);
  };
  if (box.before) {
    flow.y = top + high + 2;
    list();
  } else {
    flow.within(left + wide + GAP_MM, beside, list);
    flow.y = Math.max(flow.y, top + high + 1);
  }
  if (notes.length > 0) flow.paragraph(notes.join(' '), NOTE_PT);
  flow.y += 1.5;
}

/** Boxes side by side, each with its pictures over its list. */
function together(flow: Flow, sheets: readonly Sheet[]): void {
  const { pen } = flow;
  const wide = (flow.width - (ACROSS - 1) * GAP_MM) / ACROSS;
  const small = (width: number) => ({ size: NOTE_PT, width });
  let x = flow.left;
  const placed = sheets.map((sheet) => {
    const n = picturesOf(sheet).length;
    const width = n * wide + (n - 1) * GAP_MM;
    const rows = joins(flow, sheet.box);
    const heads = HEADING_MM + pen.heightOf(sheet.room, small(width)) + 1;
    const high = boxPictureHeight(sheet.box, wide) + OVER_MM + 2;
    const notes = sheet.notes.join(' ');
    const listed = tableHeight(flow, width, joinColumns(flow, width, false), rows);
    const left = x;
    x += width + GAP_MM;
    return {
      sheet,
      rows,
      left,
      width,
      notes,
      high,
      all: heads + high + listed + (notes === '' ? 0 : pen.heightOf(notes, small(width)) + 1),
    };
  });
  const all = Math.max(...placed.map((p) => p.all));
  flow.room(all);
  const top = flow.y;
  for (const { sheet, rows, left, width, notes, high } of placed)
    flow.within(left, width, () => {
      flow.y = top;
      flow.heading(msg('paper.box', { box: sheet.box.point.label }), '', 0);
      flow.paragraph(sheet.room, NOTE_PT);
      pictures(flow, sheet, left, flow.y, wide);
      flow.y += high;
      if (rows.length > 0) table(flow, joinColumns(flow, width, false), rows);
      if (notes !== '') flow.paragraph(notes, NOTE_PT);
    });
  flow.y = top + all + 1.5;
}

/** A box with more cables than this is only readable in a large picture. */
const CABLES_WHEN_SMALL = 2;
const needsRoom = ({ box }: Sheet): boolean => box.cables.length > CABLES_WHEN_SMALL;

/** Boxes in their order, as many side by side as there is room for across the page. */
function inRows(sheets: readonly Sheet[]): Sheet[][] {
  const rows: Sheet[][] = [];
  for (const sheet of sheets) {
    const last = rows.at(-1) ?? [];
    const used = last.reduce((n, s) => n + picturesOf(s).length, 0);
    const fits = last.length > 0 && used + picturesOf(sheet).length <= ACROSS;
    if (fits && ![...last, sheet].some(needsRoom)) last.push(sheet);
    else rows.push([sheet]);
  }
  return rows;
}

/** @param ownPage they begin a page of their own, and do not follow the steps */
export function boxSheets(flow: Flow, evaluation: Evaluation, chosen: Chosen, ownPage: boolean): void {
  if (ownPage) flow.sheet(msg('paper.title.boxes'));
  flow.room(50);
  flow.paragraph(msg('paper.marks-new'), 8.5);
  // What is said of several boxes stands once, under the first of them.
  const said = new Set<string>();
  const sheets = chosen.boxes.map((box): Sheet => {
    const notes = box.notes.map(flow.say).filter((n) => !said.has(n));
    notes.forEach((n) => said.add(n));
    const about = fill(evaluation, box);
    return { box, notes, room: about ? flow.say(apart([about.says, becauseText(about)])) : '' };
  });
  for (const row of inRows(sheets)) {
    const [first] = row;
    if (first && row.length === 1) alone(flow, first);
    else together(flow, row);
  }
}
