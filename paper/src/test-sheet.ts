import { msg, type Chosen, type Test } from '@elwand/core';
import type { Flow } from './flow.ts';
import { blankCell, table, tickCell, type Cell } from './table.ts';

/** The test sheet: every reading with what it should be, a blank with its code, and who signs for it. */

const SIGN_MM = 16;

/** Readings of one outlet stand in one row: a column for each pair. */
interface Outlet {
  readonly says: string;
  readonly cells: Cell[];
}

/** A reading as a cell: its pair, what it should be, and the blank. */
function reading(flow: Flow, test: Test, n: number): Cell {
  const { pen, say } = flow;
  const blank = blankCell(flow, `T${n}`, say(msg('paper.volts')));
  const should = test.expect ? say(test.expect.says) : '';
  return {
    heightMm: 9.5,
    draw: (at, width) => {
      pen.text(at, should, { size: 8, width });
      blank.draw({ x: at.x, y: at.y + 4.4 }, width);
    },
  };
}

/** Tests by outlet and pair where they are pairs, the others one by one; all with the number they have in the app. */
function sorted(flow: Flow, tests: readonly Test[]) {
  const { say } = flow;
  const outlets = new Map<string, Outlet & { readonly pairs: string[] }>();
  const others: { readonly test: Test; readonly n: number }[] = [];
  tests.forEach((test, i) => {
    if (!test.between) {
      others.push({ test, n: i + 1 });
      return;
    }
    const place = say(test.between.place);
    const known = outlets.get(place) ?? { says: place, cells: [], pairs: [] };
    known.cells.push(reading(flow, test, i + 1));
    known.pairs.push(say(test.between.pair));
    outlets.set(place, known);
  });
  return { outlets: [...outlets.values()], others };
}

function signature(flow: Flow): void {
  const { pen, say } = flow;
  flow.room(SIGN_MM + 4);
  flow.y += 2;
  const shares = [
    [msg('paper.tested-by'), 90],
    [msg('paper.date'), 36],
    [msg('paper.meter'), 50],
  ] as const;
  const sum = shares.reduce((s, [, w]) => s + w, 0);
  let x = flow.left;
  for (const [name, share] of shares) {
    const w = (flow.width * share) / sum;
    pen.box(x, flow.y, w, SIGN_MM, { width: 0.3 });
    pen.text({ x: x + 1.6, y: flow.y + 1 }, say(name), { size: 8 });
    x += w;
  }
  flow.y += SIGN_MM + 2;
}

/** @param ownPage they begin a page of their own, and do not follow the boxes */
export function testSheet(flow: Flow, chosen: Chosen, ownPage: boolean): void {
  const { say } = flow;
  if (ownPage) flow.sheet(msg('paper.title.tests'));
  flow.heading(msg('paper.tests'), msg('paper.tests-note'), 20);
  const { outlets, others } = sorted(flow, chosen.tests);
  const groups = new Map<string, typeof outlets>();
  for (const o of outlets) {
    const key = o.pairs.join('|');
    groups.set(key, [...(groups.get(key) ?? []), o]);
  }
  for (const own of groups.values())
    table(
      flow,
      [
        { name: say(msg('paper.outlet')), share: 50, words: { font: 'bold' } },
        ...(own[0]?.pairs ?? []).map((name) => ({ name, share: 36 })),
        { name: say(msg('paper.good')), share: 11 },
      ],
      own.map((o) => [o.says, ...o.cells, tickCell(flow)]),
    );
  if (others.length > 0)
    table(
      flow,
      [
        { name: '', share: 12, words: { font: 'measure', size: 7.5 } },
        { name: say(msg('paper.seen')), share: 70 },
        { name: say(msg('paper.expect')), share: 80 },
        { name: say(msg('paper.reading')), share: 26 },
        { name: say(msg('paper.good')), share: 11 },
      ],
      others.map(({ test, n }) => [
        test.expect ? '' : `T${n}`,
        say(test.says),
        test.expect ? say(test.expect.says) : test.see ? say(test.see) : '',
        test.expect ? blankCell(flow, `T${n}`, say(msg('paper.volts'))) : '',
        tickCell(flow),
      ]),
    );
  signature(flow);
}
