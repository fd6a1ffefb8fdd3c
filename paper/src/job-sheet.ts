import {
  allOf,
  msg,
  q,
  roughTime,
  row,
  type Chosen,
  type Evaluation,
  type Step,
  type Test,
  type Text,
} from '@elwand/core';
import { drillTable, type DrillRow } from '@elwand/core/sheets';
import type { Flow, Piece } from './flow.ts';
import type { At } from './pen.ts';
import { blankCell, table, tickCell, type Cell } from './table.ts';

/** The job sheet: what is cut and drilled, every step with its square to tick, and the readings that prove the boxes dead. */

const WINDOWS = [
  ['before', msg('paper.before-off')],
  ['off', msg('paper.off')],
  ['after', msg('paper.on-again')],
] as const satisfies readonly (readonly [Step['window'], Text])[];

/** Up to so many letters, a sentence is shorter than to say where it stands. */
const SHORT_REST = 30;

const PICTURE = { width: 24, height: 12 } as const;

/** A dimension with its two ends, as a level or an upright line. */
function dimension(flow: Flow, a: At, b: At, text: string): void {
  const { pen } = flow;
  pen.line([a, b], { width: 0.2 });
  const level = Math.abs(a.y - b.y) < 0.01;
  for (const p of [a, b])
    pen.line(
      level
        ? [
            { x: p.x, y: p.y - 1 },
            { x: p.x, y: p.y + 1 },
          ]
        : [
            { x: p.x - 1, y: p.y },
            { x: p.x + 1, y: p.y },
          ],
      { width: 0.2 },
    );
  const words = { size: 7, font: 'measure' } as const;
  const w = pen.widthOf(text, words);
  const at = level
    ? { x: (a.x + b.x) / 2 - w / 2, y: a.y - 3.2 }
    : { x: a.x + 0.8, y: (a.y + b.y) / 2 - 1.6 };
  pen.text(at, text, words);
}

/** What one stands before: the corner, the floor or the plate, the hole and its two dimensions. Not to scale. */
function picture(flow: Flow, drill: DrillRow): Cell {
  const { pen, say } = flow;
  return {
    heightMm: PICTURE.height,
    draw: ({ x, y }) => {
      const [right, floor] = [x + PICTURE.width, y + PICTURE.height];
      const hole = { x: x + 17, y: y + 6.2 };
      const across = drill.acrossMm === null ? '' : say(q.mark(drill.acrossMm));
      const up = drill.upMm === null ? '' : say(q.mark(drill.upMm));
      if (drill.kind === 'joist') {
        for (const dx of [4, 12, 20]) {
          pen.box(x + dx, y + 1, 2.4, 10, { width: 0.3 });
          pen.circle({ x: x + dx + 1.2, y: y + 6 }, 0.8, { width: 0.4, fill: 'paper' });
        }
        pen.line(
          [
            { x: x + 1, y: y + 6 },
            { x: right, y: y + 6 },
          ],
          { width: 0.2, dash: [0.8, 0.6] },
        );
        return;
      }
      // The left corner of the wall, and its floor or its plates.
      pen.line(
        [
          { x: x + 0.6, y },
          { x: x + 0.6, y: floor },
          { x: right, y: floor },
        ],
        { width: 0.7 },
      );
      if (drill.kind === 'plate') {
        pen.box(x + 0.6, floor - 4, PICTURE.width - 0.6, 4, { width: 0.3 });
        pen.circle({ x: hole.x, y: floor - 2 }, 1.1, { width: 0.5, fill: 'paper' });
        dimension(flow, { x: x + 0.6, y: floor - 6 }, { x: hole.x, y: floor - 6 }, across);
        return;
      }
      if (drill.kind === 'stud') pen.box(hole.x - 1.4, y, 2.8, PICTURE.height, { width: 0.3, fill: 'paper' });
      if (drill.kind === 'box') pen.box(hole.x - 1.8, hole.y - 2.4, 3.6, 4.8, { width: 0.5, fill: 'paper' });
      else pen.circle(hole, 1, { width: 0.5, fill: 'paper' });
      dimension(flow, { x: x + 0.6, y: y + 3.2 }, { x: hole.x, y: y + 3.2 }, across);
      if (up !== '') dimension(flow, { x: x + 20.5, y: hole.y }, { x: x + 20.5, y: floor }, up);
    },
  };
}

function drills(flow: Flow, evaluation: Evaluation): void {
  const rows = drillTable(evaluation);
  if (rows.length === 0) return;
  const { say } = flow;
  flow.heading(msg('paper.cut-and-drill'), msg('paper.cut-and-drill-note'), 22);
  table(
    flow,
    [
      { name: '', share: 7 },
      { name: say(msg('paper.picture')), share: 28 },
      { name: say(msg('paper.hole')), share: 36 },
      { name: say(msg('paper.where')), share: 46 },
      { name: say(msg('paper.bit')), share: 50 },
      { name: say(msg('paper.plate')), share: 26 },
    ],
    rows.map((r) => [
      tickCell(flow),
      picture(flow, r),
      say(msg('paper.hole-name', { letters: r.letters, what: r.what, place: r.place })),
      say(r.where),
      say(r.bit),
      say(r.plate),
    ]),
  );
}

/** What is printed of the steps once for all of them, and where the rest is. */
interface Shared {
  /** Checks that more than one step asks for. */
  readonly checks: ReadonlySet<string>;
  /** The box sheets are printed too: what is joined stands there. */
  readonly boxes: boolean;
}

const checksOf = (flow: Flow, s: Step): string[] => s.checks.map((c) => flow.say(c.says));

/** What is said of a step under its title. */
function restOf(flow: Flow, s: Step, shared: Shared): string {
  const { say } = flow;
  const wires = shared.boxes && s.does.some((d) => d.act === 'wire');
  const proves = s.kind === 'prove-dead';
  const own = checksOf(flow, s).filter((c) => !shared.checks.has(c));
  return [
    proves ? say(msg('paper.see-chain')) : wires ? say(msg('paper.see-box')) : say(s.detail),
    ...s.cautions.map(say),
    ...own,
    ...(own.length < s.checks.length ? [say(msg('paper.see-list'))] : []),
  ]
    .filter((t) => t !== '')
    .join(' ');
}

/** A step in full: its number, its title, what is said of it and its minutes, with a square to tick. */
function stepPiece(flow: Flow, s: Step, n: number, rest: string, window: Text | null): Piece {
  const { pen, say } = flow;
  const place = say(s.place);
  const head = place === '' ? say(s.title) : say(msg('paper.step-at', { title: s.title, place: s.place }));
  const inner = (width: number) => ({
    title: { size: 9, font: 'bold', width: width - 23 } as const,
    small: { size: 8, width: width - 11 } as const,
  });
  const top = window === null ? 0 : 6;
  return {
    heightMm: (width) => {
      const { title, small } = inner(width);
      return top + pen.heightOf(head, title) + (rest === '' ? 0 : pen.heightOf(rest, small)) + 1.5;
    },
    draw: ({ x, y }, width) => {
      const { title, small } = inner(width);
      if (window !== null) {
        pen.text({ x, y }, say(window), { size: 10, font: 'bold' });
        pen.rule({ x, y: y + 5 }, width, 0.4);
      }
      const at = y + top + 0.5;
      pen.tick({ x, y: at }, 3.6);
      pen.text({ x: x + 3.8, y: at }, String(n), { size: 9, width: 5.4, align: 'right' });
      const used = pen.text({ x: x + 11, y: at }, head, title);
      if (rest !== '') pen.text({ x: x + 11, y: at + used }, rest, small);
      pen.text({ x: x + width - 12, y: at }, say(msg('paper.minutes', { n: Math.round(s.minutes) })), {
        size: 8,
        width: 12,
        align: 'right',
      });
    },
  };
}

/** What is looked at in every box before it is closed, after the steps that send one there. */
function checkPieces({ pen, say }: Flow, checks: readonly string[]): Piece[] {
  const words = (width: number) => ({ size: 8, width: width - 5 }) as const;
  const items = checks.map((c): Piece => ({
    heightMm: (width) => pen.heightOf(c, words(width)) + 0.4,
    draw: ({ x, y }, width) => {
      pen.tick({ x, y: y + 0.3 }, 2.6);
      pen.text({ x: x + 5, y }, c, words(width));
    },
  }));
  const [first, ...rest] = items;
  if (!first) return [];
  // The heading stays with the first of them.
  const headMm = 7;
  return [
    {
      heightMm: (width) => headMm + first.heightMm(width),
      draw: ({ x, y }, width) => {
        const name = { size: 10, font: 'bold' } as const;
        pen.text({ x, y: y + 1 }, say(msg('paper.at-every-box')), name);
        const after = x + pen.widthOf(say(msg('paper.at-every-box')), name) + 2;
        pen.text({ x: after, y: y + 1.5 }, say(msg('paper.at-every-box-note')), { size: 8 });
        pen.rule({ x, y: y + 6 }, width, 0.4);
        first.draw({ x, y: y + headMm }, width);
      },
    },
    ...rest,
  ];
}

function steps(flow: Flow, { option, steps: all }: Chosen, boxes: boolean): void {
  flow.heading(
    msg('paper.steps'),
    msg('paper.steps-note', {
      about: row([
        msg('paper.from', { taps: allOf(option.taps.map((t) => t.label)) }),
        msg('paper.visits', { ...option.visits }),
      ]),
    }),
    16,
  );
  const times = new Map<string, number>();
  for (const s of all) for (const c of new Set(checksOf(flow, s))) times.set(c, (times.get(c) ?? 0) + 1);
  const checks = new Set([...times].flatMap(([c, n]) => (n > 1 ? [c] : [])));
  const ordered = WINDOWS.flatMap(([w, name]) => {
    const own = all.filter((s) => s.window === w);
    const minutes = own.reduce((sum, s) => sum + s.minutes, 0);
    return own.map((s, i) => ({
      s,
      window: i === 0 ? msg('paper.window', { name, time: roughTime(minutes) }) : null,
    }));
  });
  // What was said of a step before is not said again: its number stands for it.
  const rests = ordered.map(({ s }) => restOf(flow, s, { checks, boxes }));
  const restAt = (i: number): string => {
    const [rest = '', first] = [rests[i], rests.indexOf(rests[i] ?? '')];
    return first < i && rest.length > SHORT_REST ? flow.say(msg('paper.as-step', { n: first + 1 })) : rest;
  };
  flow.columns([
    ...ordered.map(({ s, window }, i) => stepPiece(flow, s, i + 1, restAt(i), window)),
    ...checkPieces(flow, [...checks]),
  ]);
  flow.y += 3;
}

/** The sentences that something said is made of. */
const textsIn = (said: Text): readonly Text[] =>
  typeof said === 'object' && 'list' in said
    ? said.list.filter((v): v is Text => typeof v !== 'number')
    : [said];

const MOST_IN_A_ROW = 10;
const FEWEST_IN_A_ROW = 7;
/** Over the words of a blank its code, under them the line to write on, mm. */
const CODE_MM = 3.4;
const BLANK_MM = 6.2;

/** The one link of a chain that is done, not read: a square to tick, at the right of its heading. */
function offTick(flow: Flow, cells: readonly { test: Test; code: string }[]): void {
  const { pen, say } = flow;
  const off = cells.find(({ test }) => !test.expect);
  if (!off) return;
  const text = say(msg('paper.coded', { code: off.code, says: off.test.says }));
  const x = flow.left + flow.width - pen.widthOf(text, { size: 8.5 });
  pen.tick({ x: x - 5, y: flow.y - 5.8 }, 3.6);
  pen.text({ x, y: flow.y - 5.6 }, text, { size: 8.5 });
}

/** The chain that proves each box dead, as blanks in their order, with codes to type back. */
function chains(flow: Flow, { chains: all, steps: work }: Chosen): void {
  const { pen, say } = flow;
  const said = new Set<string>();
  for (const [c, chain] of all.entries()) {
    const letter = String.fromCharCode(65 + (c % 26));
    const cells = chain.links.map(({ test }, i) => ({ test, code: `${letter}${i + 1}` }));
    const readings = cells.filter(({ test }) => test.expect);
    const perRow = Math.min(MOST_IN_A_ROW, Math.max(FEWEST_IN_A_ROW, readings.length));
    const wide = flow.width / perRow;
    const words = { size: 7.5, width: wide - 2 };
    const texts = readings.map(({ test }) => say(test.says));
    const high = CODE_MM + Math.max(...texts.map((t) => pen.heightOf(t, words))) + BLANK_MM;
    const rows = Math.ceil(readings.length / perRow);
    flow.heading(msg('paper.live-dead-live', { box: chain.label }), '', rows * high + 8);
    offTick(flow, cells);
    // What is said of one box may differ from the next: a box that is only near a cut is not opened.
    const detail = work.find((s) => s.kind === 'prove-dead' && s.pointId === chain.pointId)?.detail ?? '';
    const parts = textsIn(detail).map(say);
    flow.paragraph(parts.filter((t) => !said.has(t)).join(' '), 8);
    parts.forEach((t) => said.add(t));
    readings.forEach(({ code }, i) => {
      const [x, y] = [flow.left + (i % perRow) * wide, flow.y + Math.floor(i / perRow) * high];
      pen.box(x, y, wide, high, { width: 0.3 });
      pen.text({ x: x + 1, y: y + 0.6 }, code, { size: 7.5, font: 'measure' });
      pen.text({ x: x + 1, y: y + CODE_MM }, texts[i] ?? '', words);
      blankCell(flow, '', say(msg('paper.volts'))).draw({ x: x + 0.6, y: y + high - 5.4 }, wide - 1.6);
    });
    flow.y += rows * high + 3;
  }
}

/** @param boxes the box sheets are printed too */
export function jobSheet(flow: Flow, evaluation: Evaluation, chosen: Chosen, boxes: boolean): void {
  flow.sheet(msg('paper.title.job'));
  drills(flow, evaluation);
  steps(flow, chosen, boxes);
  chains(flow, chosen);
}
