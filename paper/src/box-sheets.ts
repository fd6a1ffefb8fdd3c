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

const joinColumns = ({ say }: Flow): Column[] => [
  { name: '', share: 7 },
  { name: '', share: 7, words: { font: 'bold' } },
  { name: say(msg('paper.join')), share: 92, words: { size: 8.5 } },
];

/** A new box has its list beside it, one that was there its picture before; captions stand over pictures, mm. */
const ONE_MM = 82;
const OVER_MM = 4.5;

function oneBox(flow: Flow, evaluation: Evaluation, box: BoxWiring, notes: readonly string[]): void {
  const { pen, say, left, width } = flow;
  const pictures = box.before ? (['before', 'after'] as const) : (['after'] as const);
  const wide = box.before ? (width - GAP_MM) / 2 : ONE_MM;
  const high = boxPictureHeight(box, wide) + OVER_MM;
  const rows = joins(flow, box);
  const beside = width - wide - GAP_MM;
  const about = fill(evaluation, box);
  flow.heading(
    msg('paper.box', { box: box.point.label }),
    about ? apart([about.says, becauseText(about)]) : '',
    box.before ? high + 12 : Math.max(high, tableHeight(flow, beside, joinColumns(flow), rows)),
  );
  const top = flow.y;
  pictures.forEach((when, i) => {
    const x = left + i * (wide + GAP_MM);
    boxPicture(pen, say, box, when, { x, y: top + OVER_MM }, wide);
    if (box.before)
      pen.text({ x, y: top }, say(NAME[when]), {
        size: 8.5,
        font: 'bold',
        width: wide,
        align: 'center',
      });
  });
  const list = () => {
    if (rows.length > 0) table(flow, joinColumns(flow), rows);
  };
  if (box.before) {
    flow.y = top + high + 2;
    list();
  } else {
    flow.within(left + wide + GAP_MM, beside, list);
    flow.y = Math.max(flow.y, top + high + 1);
  }
  if (notes.length > 0) flow.paragraph(notes.join(' '), 8);
  flow.y += 1.5;
}

/** @param ownPage they begin a page of their own, and do not follow the steps */
export function boxSheets(flow: Flow, evaluation: Evaluation, chosen: Chosen, ownPage: boolean): void {
  if (ownPage) flow.sheet(msg('paper.title.boxes'));
  flow.room(50);
  flow.paragraph(msg('paper.marks-new'), 8.5);
  // What is said of several boxes stands once, under the first of them.
  const said = new Set<string>();
  for (const box of chosen.boxes) {
    const notes = box.notes.map(flow.say).filter((n) => !said.has(n));
    notes.forEach((n) => said.add(n));
    oneBox(flow, evaluation, box, notes);
  }
}
