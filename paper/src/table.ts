import type { Flow } from './flow.ts';
import type { At, Words } from './pen.ts';

/** A column: how wide it is, as a share of the table, and how its words stand. */
export interface Column {
  readonly name: string;
  readonly share: number;
  readonly words?: Omit<Words, 'width'>;
}
/** What a cell holds: words, or something that is drawn in it. */
export interface DrawnCell {
  readonly heightMm: number;
  readonly draw: (at: At, widthMm: number) => void;
}
export type Cell = string | DrawnCell;

const PAD_MM = 1.5;
const HEAD_PT = 8;
const CELL_PT = 9;

/** A table whose columns have no names has only the line over its rows. */
const headMm = (columns: readonly Column[]): number => (columns.some((c) => c.name !== '') ? 4.4 : 0);

/** Words of a column, as wide as it is in a table of that width. */
const wordsOf = (columns: readonly Column[], width: number): Words[] => {
  const sum = columns.reduce((s, c) => s + c.share, 0);
  return columns.map((c) => ({ size: CELL_PT, ...c.words, width: (width * c.share) / sum - 2 * PAD_MM }));
};
const rowHeight = ({ pen }: Flow, row: readonly Cell[], words: readonly Words[]): number =>
  Math.max(...row.map((c, i) => (typeof c === 'string' ? pen.heightOf(c, words[i]) : c.heightMm))) +
  2 * PAD_MM;

/** How high a table stands at a width, mm; 0 without rows. */
export function tableHeight(
  flow: Flow,
  width: number,
  columns: readonly Column[],
  rows: readonly (readonly Cell[])[],
): number {
  const words = wordsOf(columns, width);
  return rows.length === 0 ? 0 : rows.reduce((s, r) => s + rowHeight(flow, r, words), headMm(columns) + 3);
}

/** A ruled table; its head stands again on every page that it goes on to. */
export function table(flow: Flow, columns: readonly Column[], rows: readonly (readonly Cell[])[]): void {
  const { pen } = flow;
  const words = wordsOf(columns, flow.width);
  const wide = words.map((w) => (w.width ?? 0) + 2 * PAD_MM);
  const xs = wide.map((_, i) => flow.left + wide.slice(0, i).reduce((s, w) => s + w, 0));
  const heightOf = (row: readonly Cell[]): number => rowHeight(flow, row, words);
  const head = (): void => {
    columns.forEach((c, i) =>
      pen.text({ x: (xs[i] ?? 0) + PAD_MM, y: flow.y }, c.name, { size: HEAD_PT, font: 'bold' }),
    );
    flow.y += headMm(columns);
    pen.rule({ x: flow.left, y: flow.y }, flow.width, 0.5);
  };
  flow.room(headMm(columns) + (rows[0] ? heightOf(rows[0]) : 0));
  head();
  for (const row of rows) {
    const height = heightOf(row);
    if (flow.room(height)) head();
    row.forEach((c, i) => {
      const at = { x: (xs[i] ?? 0) + PAD_MM, y: flow.y + PAD_MM };
      if (typeof c === 'string') pen.text(at, c, words[i]);
      else c.draw(at, (wide[i] ?? 0) - 2 * PAD_MM);
    });
    flow.y += height;
    pen.rule({ x: flow.left, y: flow.y }, flow.width, 0.2);
  }
  flow.y += 3;
}

/** A square to tick, as a cell. */
export const tickCell = (flow: Flow): DrawnCell => ({
  heightMm: 4,
  draw: (at) => flow.pen.tick(at),
});

/** A line to write on, with its code to type back before it and its unit behind. */
export const blankCell = (flow: Flow, code: string, unit: string): DrawnCell => ({
  heightMm: 5,
  draw: ({ x, y }, width) => {
    const { pen } = flow;
    pen.text({ x, y: y - 0.4 }, code, { size: 7.5, font: 'measure' });
    const from = code === '' ? x : x + pen.widthOf(code, { size: 7.5, font: 'measure' }) + 1;
    const unitWide = pen.widthOf(unit, { size: 8.5 }) + 1;
    pen.line([
      { x: from, y: y + 4.6 },
      { x: x + width - unitWide, y: y + 4.6 },
    ]);
    pen.text({ x: x + width - unitWide + 0.6, y: y + 1 }, unit, { size: 8.5 });
  },
});
