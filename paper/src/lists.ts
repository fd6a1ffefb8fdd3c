import {
  allOf,
  apart,
  boxModel,
  capital,
  carryList,
  lookList,
  msg,
  q,
  row,
  toolsToHand,
  toolText,
  type Bill,
  type Chosen,
  type Evaluation,
  type House,
} from '@elwand/core';
import type { Flow } from './flow.ts';
import { table, tickCell } from './table.ts';

/** Sheets for others, and for the shop: shopping list, what the electrician does, the panel directory, cut-outs in true size. */

/** What is carried to each place, in the order in which one comes there. */
function carried(flow: Flow, { plan, bundle: { job } }: Evaluation, chosen: Chosen): void {
  const { say } = flow;
  const rows = carryList(plan, chosen, job);
  if (rows.length === 0) return;
  flow.heading(msg('paper.carry'), '', 20);
  table(
    flow,
    [
      { name: say(msg('paper.carry-place')), share: 34, words: { font: 'bold' } },
      { name: say(msg('paper.carry-tools')), share: 62 },
      { name: say(msg('paper.carry-parts')), share: 87 },
    ],
    rows.map(({ place, tools, parts }) => [
      say(capital(place)),
      tools.map((t) => say(toolText(t))).join(', '),
      parts.map((p) => say(msg('paper.carry-part', { count: p.count, part: p.name }))).join('; '),
    ]),
  );
}

/** What is bought, with what it is for, how cable is cut, and which tools are brought. */
export function billSheet(flow: Flow, bill: Bill, house: House): void {
  const { say } = flow;
  flow.sheet(msg('paper.title.shopping'));
  flow.heading(msg('paper.to-buy'), msg('paper.to-buy-note'), 20);
  table(
    flow,
    [
      { name: '', share: 7 },
      { name: say(msg('paper.count')), share: 22, words: { font: 'bold' } },
      { name: say(msg('paper.part')), share: 88 },
      { name: say(msg('paper.for')), share: 66 },
    ],
    bill.lines
      .filter((l) => l.buy > 0)
      .map((l) => [
        tickCell(flow),
        l.unit === 'each' ? String(l.buy) : say(msg(`paper.count.${l.unit}`, { n: l.buy })),
        say(l.name),
        say(row(l.why)),
      ]),
  );
  if (bill.cuts.length > 0) {
    flow.heading(msg('paper.cut-list'), msg('paper.cut-list-note'));
    for (const c of bill.cuts)
      flow.paragraph(
        msg('paper.cut', {
          roll: c.roll.name,
          pieces: apart(
            c.pieces.map((p) => msg('paper.piece', { label: p.label, length: q.cable(p.lengthMm) })),
          ),
        }),
      );
  }
  if (bill.tools.length > 0) {
    flow.heading(msg('paper.tools'));
    flow.paragraph(row(bill.tools.map(toolText)));
    const missing = toolsToHand(bill.tools, house).filter((t) => !t.owned);
    // Only where somebody has said what is there.
    if (house.ownTools && missing.length > 0)
      flow.paragraph(msg('paper.tools-missing', { tools: row(missing.map((t) => toolText(t.tool))) }));
  }
}

export function shoppingList(flow: Flow, evaluation: Evaluation, chosen: Chosen): void {
  billSheet(flow, chosen.bill, evaluation.bundle.house);
  carried(flow, evaluation, chosen);
}

/** What a licensed electrician does: the steps that are not for the person, and what is new at the panel. */
export function panelSheet(flow: Flow, chosen: Chosen): void {
  const { say } = flow;
  const own = chosen.steps.filter((s) => s.by === 'electrician');
  flow.sheet(msg('paper.title.panel'));
  flow.heading(msg('paper.for-electrician'), '', 20);
  if (own.length === 0) flow.paragraph(msg('paper.nothing-for-electrician'));
  else
    table(
      flow,
      [
        { name: '', share: 7 },
        { name: say(msg('paper.work')), share: 120 },
        { name: say(msg('paper.place')), share: 40 },
      ],
      own.map((s) => [tickCell(flow), say(apart([s.title, s.detail])), say(s.place)]),
    );
  const added = chosen.applied.house.cables.filter((c) => c.id.startsWith('new-leg-')).length;
  flow.paragraph(msg('paper.new-cables', { n: added, taps: allOf(chosen.option.taps.map((t) => t.label)) }));
  flow.y += 4;
  for (const name of [msg('paper.electrician-name'), msg('paper.date')]) {
    flow.room(10);
    flow.pen.text({ x: flow.left, y: flow.y }, say(name), { size: 9 });
    flow.pen.line([
      { x: flow.left + 42, y: flow.y + 4 },
      { x: flow.left + 130, y: flow.y + 4 },
    ]);
    flow.y += 10;
  }
}

/** The panel directory as it is known: tested is ticked, what only the label says is in quotes. */
export function directory(flow: Flow, house: House): void {
  const { say } = flow;
  flow.sheet(msg('paper.title.directory'));
  for (const panel of house.panels) {
    flow.heading(panel.label, panel.place, 20);
    table(
      flow,
      [
        { name: say(msg('paper.number')), share: 16, words: { font: 'bold' } },
        { name: say(msg('paper.rating')), share: 26 },
        { name: say(msg('paper.feeds')), share: 100 },
        { name: say(msg('paper.known')), share: 40 },
      ],
      panel.breakers.map((b) => [
        b.number,
        say(msg('paper.breaker', { amps: b.amps, poles: b.poles, protection: b.protection })),
        b.proved ? b.label : b.label === '' ? '' : `“${b.label}”`,
        say(msg(b.proved ? 'paper.tested' : 'paper.label-only')),
      ]),
    );
  }
}

/**
 * Everything that only a look tells, as one walk: a square for each answer.
 * @param alone nothing else was asked for: then it also says that nothing is left to look at
 */
export function lookSheet(flow: Flow, evaluation: Evaluation, alone: boolean): void {
  const { say } = flow;
  const stops = lookList({ house: evaluation.bundle.house, ...evaluation });
  if (stops.length === 0 && !alone) return;
  flow.sheet(msg('paper.title.look'));
  flow.paragraph(stops.length === 0 ? msg('paper.look-none') : msg('paper.look-note'));
  for (const stop of stops) {
    flow.heading(stop.label, stop.place, 20);
    table(
      flow,
      [
        { name: '', share: 7 },
        { name: say(msg('paper.look-question')), share: 96, words: { font: 'bold' } },
        { name: say(msg('paper.look-answers')), share: 80 },
      ],
      stop.items.map(({ finding }) => [
        tickCell(flow),
        say(finding.says),
        // A square to mark for each; what else is found is written beside it.
        [...finding.remedies.map((r) => `[ ] ${say(r.says)}`), '[ ] ____________'].join('\n'),
      ]),
    );
  }
}

/** Gap between cut-outs on the page, mm. */
const APART_MM = 18;

/** The opening of each new box in true size, to be cut out and taped to the wall, with its center lines. */
export function templates(flow: Flow, { boxes }: Chosen): void {
  const { pen, say } = flow;
  const cut = boxes.flatMap(({ isNew, point }) => {
    const model = isNew ? boxModel(point.box.model) : undefined;
    return model && (model.mounting === 'old-work' || model.mounting === 'new-work')
      ? [{ point, model }]
      : [];
  });
  if (cut.length === 0) return;
  flow.sheet(msg('paper.title.template'));
  flow.heading(msg('paper.template'), msg('paper.template-note'), 20);
  let x = flow.left + 6;
  let lowest = flow.y;
  flow.y += 8;
  for (const { point, model } of cut) {
    if (x + model.widthMm > flow.left + flow.width) {
      x = flow.left + 6;
      flow.y = lowest + APART_MM;
    }
    if (flow.room(model.heightMm + APART_MM)) {
      x = flow.left + 6;
      flow.y += 8;
    }
    const { y } = flow;
    const round = model.id.includes('round');
    const middle = { x: x + model.widthMm / 2, y: y + model.heightMm / 2 };
    if (round) pen.circle(middle, model.widthMm / 2, { width: 0.4 });
    else pen.box(x, y, model.widthMm, model.heightMm, { width: 0.4 });
    pen.line(
      [
        { x: middle.x, y: y - 5 },
        { x: middle.x, y: y + model.heightMm + 5 },
      ],
      { width: 0.15, dash: [4, 1.5] },
    );
    pen.line(
      [
        { x: x - 5, y: middle.y },
        { x: x + model.widthMm + 5, y: middle.y },
      ],
      { width: 0.15, dash: [4, 1.5] },
    );
    const words = { size: 9, width: model.widthMm - 4 };
    pen.text({ x: x + 2, y: y + 3 }, point.label, { ...words, font: 'bold' });
    pen.text(
      { x: x + 2, y: middle.y + 2 },
      say(
        msg('paper.template-box', {
          width: q.mark(model.widthMm),
          height: q.mark(model.heightMm),
        }),
      ),
      { ...words, size: 7.5 },
    );
    lowest = Math.max(lowest, y + model.heightMm);
    x += model.widthMm + APART_MM;
  }
  flow.y = lowest + APART_MM;
}

/** Is any of the work left for somebody with a license? */
export const needsElectrician = ({ steps }: Chosen): boolean => steps.some((s) => s.by === 'electrician');
