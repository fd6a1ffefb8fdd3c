import { msg, type Chosen, type Test } from '@elwand/core';
import type { Flow, Piece } from './flow.ts';
import { blankCell, table, tickCell, type Cell } from './table.ts';

/** The test sheet: every reading with what it should be, a blank with its code, and who signs for it. */

const SIGN_MM = 12;
/** So many pairs stand beside each other with reading and expectation on one line. */
const ON_ONE_LINE = 3;

/** Readings of one outlet stand in one row: a column for each pair. */
interface Outlet {
  readonly says: string;
  readonly cells: Cell[];
}

/** A reading as a cell: its pair, what it should be, and the blank. */
function reading(flow: Flow, test: Test, n: number, oneLine: boolean): Cell {
  const { pen, say } = flow;
  const blank = blankCell(flow, `T${n}`, say(msg('paper.volts')));
  const should = test.expect ? say(test.expect.says) : '';
  if (oneLine)
    return {
      heightMm: 5,
      draw: (at, width) => {
        pen.text({ x: at.x, y: at.y + 0.8 }, should, { size: 8, width: width / 2 });
        blank.draw({ x: at.x + width / 2, y: at.y }, width / 2);
      },
    };
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
  const pairs = new Set(tests.flatMap(({ between }) => (between ? [say(between.pair)] : [])));
  const others: { readonly test: Test; readonly n: number }[] = [];
  tests.forEach((test, i) => {
    if (!test.between) {
      others.push({ test, n: i + 1 });
      return;
    }
    const place = say(test.between.place);
    const known = outlets.get(place) ?? { says: place, cells: [], pairs: [] };
    known.cells.push(reading(flow, test, i + 1, pairs.size <= ON_ONE_LINE));
    known.pairs.push(say(test.between.pair));
    outlets.set(place, known);
  });
  return { outlets: [...outlets.values()], others };
}

function signature(flow: Flow): void {
  const { pen, say } = flow;
  flow.room(SIGN_MM);
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

/** What is looked at, not read off between a pair: a square each, and a blank where a meter says it. */
function seen(flow: Flow, tests: readonly { readonly test: Test; readonly n: number }[]): void {
  const { pen, say } = flow;
  if (tests.length === 0) return;
  flow.columns(
    tests.map(({ test, n }): Piece => {
      const should = test.expect?.says ?? test.see ?? '';
      const head = say(test.says);
      const bold = (width: number) => ({ size: 8.5, font: 'bold', width: width - 14 }) as const;
      const small = (width: number) => ({ size: 8, width: width - 14 - (test.expect ? 26 : 0) }) as const;
      return {
        heightMm: (width) =>
          pen.heightOf(head, bold(width)) + Math.max(pen.heightOf(say(should), small(width)), 4) + 2,
        draw: ({ x, y }, width) => {
          pen.tick({ x, y: y + 0.2 }, 3.6);
          pen.text({ x: x + 5.4, y: y + 0.3 }, `T${n}`, { size: 7.5, font: 'measure' });
          const used = pen.text({ x: x + 13, y }, head, bold(width));
          pen.text({ x: x + 13, y: y + used }, say(should), small(width));
          if (test.expect)
            blankCell(flow, '', say(msg('paper.volts'))).draw({ x: x + width - 26, y: y + used - 0.6 }, 26);
        },
      };
    }),
  );
  flow.y += 2;
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
  seen(flow, others);
  signature(flow);
}
