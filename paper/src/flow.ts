import { msg, type Say, type Text } from '@elwand/core';
import { BODY_PT, Pen, type At } from './pen.ts';

/** What stands at the head of every page. */
export interface Head {
  readonly house: string;
  readonly job: string;
  /** Circuits that the job feeds from. */
  readonly circuit: string;
  /** The version that the house and the job had; null where nobody keeps one. */
  readonly version: number | null;
  readonly printed: string;
  /** Findings that are still open, in words. */
  readonly open: readonly Text[];
  readonly warning: Text;
  /** Squares of the code that opens the job, row by row; null where there is no address. */
  readonly code: readonly (readonly boolean[])[] | null;
}

const MARGIN_MM = 10;
/** Room for the inch rule at the left edge. */
const LEFT_MM = 19;
const RULE_MM = 12;
const FOOT_MM = 9;
const INCH_MM = 25.4;
const HEAD_ROW_MM = 11;
const CODE_MM = 2 * HEAD_ROW_MM;
const SMALL_PT = 7.5;
const HEADING_PT = 12;
const MOST_OPEN = 3;

/** Something of a height that goes into a column. */
export interface Piece {
  readonly heightMm: (widthMm: number) => number;
  readonly draw: (at: At, widthMm: number) => void;
}
const GUTTER_MM = 6;

/** Sheets one after another: what does not fit goes to a new page, each with its head, its inch rule and its foot. */
export class Flow {
  readonly pen: Pen;
  readonly say: Say;
  private readonly head: Head;
  private title: Text = '';
  /** Where each page has its number, known when all is laid out. */
  private readonly pageNumbers: At[] = [];
  y = 0;

  constructor(pen: Pen, say: Say, head: Head) {
    this.pen = pen;
    this.say = say;
    this.head = head;
  }

  private frame: { readonly left: number; readonly width: number } | null = null;

  get left(): number {
    return this.frame?.left ?? LEFT_MM;
  }
  get width(): number {
    return this.frame?.width ?? this.pen.page.widthMm - LEFT_MM - MARGIN_MM;
  }

  /** Lays out within a part of the width; what is in it has to fit on the page. */
  within(left: number, width: number, layOut: () => void): void {
    this.frame = { left, width };
    layOut();
    this.frame = null;
  }
  private get bottom(): number {
    return this.pen.page.heightMm - MARGIN_MM - FOOT_MM;
  }

  /** A new sheet begins on a page of its own, with the whole head; the pages after it have a short one. */
  sheet(title: Text): void {
    this.title = title;
    this.newPage(true);
  }

  /** Goes to a new page where so much does not fit on this one. True where it did. */
  room(heightMm: number): boolean {
    if (this.y + heightMm <= this.bottom) return false;
    this.newPage();
    return true;
  }
  /** What is left of this page, mm. */
  get leftMm(): number {
    return this.bottom - this.y;
  }

  private newPage(first = false): void {
    this.pen.doc.addPage();
    this.inchRule();
    this.y = MARGIN_MM;
    if (first) {
      this.titleBlock();
      this.warning();
    } else this.shortHead();
  }

  /** What house, job and version a page after the first belongs to, and what is never forgotten. */
  private shortHead(): void {
    const { head, say } = this;
    this.cells(this.y, this.width, [
      [msg('paper.page'), '', 1],
      [this.title, `${head.house}: ${head.job}`, 4.4],
      [head.version === null ? msg('paper.printed') : msg('paper.version'), this.printed(), 1.9],
      [msg('paper.open-count'), String(head.open.length), 1],
    ]);
    this.pageNumbers.push({ x: this.left + 1.6, y: this.y + 4.4 });
    this.y += HEAD_ROW_MM + 1.5;
    const words = { size: 8.5, font: 'bold', width: this.width } as const;
    this.y += this.pen.text({ x: this.left, y: this.y }, say(head.warning), words) + 2;
  }

  private printed(): string {
    const { version, printed } = this.head;
    return version === null ? printed : `${version}, ${printed}`;
  }

  /** An inch rule that proves the scale of the print. */
  private inchRule(): void {
    const { pen } = this;
    const inches = Math.floor((pen.page.heightMm - 2 * MARGIN_MM) / INCH_MM);
    pen.line([
      { x: RULE_MM, y: MARGIN_MM },
      { x: RULE_MM, y: MARGIN_MM + inches * INCH_MM },
    ]);
    for (let i = 0; i <= inches * 8; i++) {
      const long = i % 8 === 0 ? 5 : i % 4 === 0 ? 3 : 1.8;
      const y = MARGIN_MM + (i * INCH_MM) / 8;
      pen.line([
        { x: RULE_MM - long, y },
        { x: RULE_MM, y },
      ]);
      if (i % 8 === 0 && i > 0)
        pen.text({ x: RULE_MM - 8.5, y: y - 1.8 }, String(i / 8), {
          size: SMALL_PT,
          width: 3,
          align: 'right',
        });
    }
  }

  /** Rows of cells, each with its name over what it holds. */
  private cells(top: number, width: number, cells: readonly (readonly [Text, string, number])[]): void {
    const { pen } = this;
    const sum = cells.reduce((s, [, , w]) => s + w, 0);
    let x = this.left;
    for (const [name, value, share] of cells) {
      const w = (width * share) / sum;
      pen.box(x, top, w, HEAD_ROW_MM, { width: 0.3 });
      pen.text({ x: x + 1.6, y: top + 0.8 }, this.say(name), { size: SMALL_PT });
      const size = this.fitted(value, w - 3, 10.5);
      pen.text({ x: x + 1.6, y: top + 4.4 }, value, { size, font: 'bold', width: w - 2 });
      x += w;
    }
  }

  /** A size at which words stand on one line of that width, points. */
  private fitted(text: string, width: number, most: number): number {
    let size = most;
    while (size > 7 && this.pen.widthOf(text, { size, font: 'bold' }) > width) size -= 0.5;
    return size;
  }

  private titleBlock(): void {
    const { pen, head, say } = this;
    const width = this.width - (head.code ? CODE_MM : 0);
    const top = this.y;
    this.cells(top, width, [
      [msg('paper.elwand'), say(this.title), 1.5],
      [msg('paper.house'), head.house, 1.6],
      [msg('paper.job'), head.job, 3],
    ]);
    this.cells(top + HEAD_ROW_MM, width, [
      [msg('paper.page'), '', 1],
      [msg('paper.circuit'), head.circuit, 2.4],
      [head.version === null ? msg('paper.printed') : msg('paper.version'), this.printed(), 2.2],
    ]);
    this.pageNumbers.push({ x: this.left + 1.6, y: top + HEAD_ROW_MM + 4.4 });
    if (head.code) this.code({ x: this.left + width, y: top }, head.code);
    this.y = top + 2 * HEAD_ROW_MM;
    const shown = head.open.slice(0, MOST_OPEN).map(say);
    const more = head.open.length - shown.length;
    const open = say(
      msg('paper.open', {
        n: head.open.length,
        list: [...shown, ...(more > 0 ? [say(msg('paper.more', { n: more }))] : [])].join(' · '),
      }),
    );
    const words = { size: 8, width: this.width - 4 };
    const h = pen.heightOf(open, words) + 2.4;
    pen.box(this.left, this.y, this.width, h, { width: 0.3 });
    pen.text({ x: this.left + 2, y: this.y + 1.2 }, open, words);
    this.y += h + 2;
  }

  private code({ x, y }: At, rows: readonly (readonly boolean[])[]): void {
    const { pen } = this;
    pen.box(x, y, CODE_MM, CODE_MM, { width: 0.3 });
    const side = (CODE_MM - 4) / rows.length;
    rows.forEach((row, i) =>
      row.forEach((dark, k) => {
        if (dark) pen.box(x + 2 + k * side, y + 2 + i * side, side, side, { width: 0.02, fill: 'ink' });
      }),
    );
  }

  private warning(): void {
    const { pen, say } = this;
    const words = { size: 9.5, width: this.width - 6, font: 'bold' } as const;
    const text = say(this.head.warning);
    const h = pen.heightOf(text, words) + 3.4;
    pen.box(this.left, this.y, this.width, h, { width: 0.9 });
    pen.text({ x: this.left + 3, y: this.y + 1.7 }, text, words);
    this.y += h + 3;
  }

  /** Pieces in two columns, in order: full ones side by side, and the last page with both as long as each other. */
  columns(pieces: readonly Piece[]): void {
    const width = (this.width - GUTTER_MM) / 2;
    let left = pieces.map((p) => ({ ...p, high: p.heightMm(width) }));
    const fits = (list: typeof left, high: number): number => {
      let [n, used] = [0, 0];
      while (n < list.length && used + (list[n]?.high ?? 0) <= high) used += list[n++]?.high ?? 0;
      return n;
    };
    const sum = (list: typeof left) => list.reduce((s, p) => s + p.high, 0);
    while (left.length > 0) {
      if ((left[0]?.high ?? 0) > this.leftMm) this.newPage();
      let high = this.leftMm;
      for (let h = sum(left) / 2; h < high; h += 2) {
        const first = fits(left, h);
        if (first > 0 && sum(left.slice(first)) <= h) high = h;
      }
      const first = Math.max(1, fits(left, high));
      const second = fits(left.slice(first), high);
      const rows = [left.slice(0, first), left.slice(first, first + second)];
      rows.forEach((column, k) => {
        let y = this.y;
        for (const p of column) {
          p.draw({ x: this.left + k * (width + GUTTER_MM), y }, width);
          y += p.high;
        }
      });
      this.y += Math.max(...rows.map(sum));
      left = left.slice(first + second);
      if (left.length > 0) this.newPage();
    }
  }

  /** A heading with what one has to know beside it; it never stands alone at the foot of a page. */
  heading(text: Text, note: Text = '', followedMm = 14): void {
    const { pen, say } = this;
    this.room(followedMm + 7);
    const said = say(text);
    pen.text({ x: this.left, y: this.y }, said, { size: HEADING_PT, font: 'bold' });
    const x = this.left + pen.widthOf(said, { size: HEADING_PT, font: 'bold' }) + 3;
    if (note !== '')
      pen.text({ x, y: this.y + 0.9 }, say(note), { size: 8.5, width: this.left + this.width - x });
    this.y += 6.4;
  }

  paragraph(text: Text, size = BODY_PT): void {
    const said = this.say(text);
    if (said === '') return;
    const words = { size, width: this.width };
    this.room(this.pen.heightOf(said, words));
    this.y += this.pen.text({ x: this.left, y: this.y }, said, words) + 1;
  }

  /** Page of pages in every head, and the foot: known when all is laid out. */
  finish(): void {
    const { pen, say } = this;
    const { start, count } = pen.doc.bufferedPageRange();
    for (let i = 0; i < count; i++) {
      pen.doc.switchToPage(start + i);
      const at = this.pageNumbers[i];
      if (at) pen.text(at, say(msg('paper.of', { page: i + 1, pages: count })), { size: 10.5, font: 'bold' });
      const y = pen.page.heightMm - MARGIN_MM - 3;
      const words = { size: SMALL_PT, width: this.width } as const;
      pen.text({ x: this.left, y: y - 3 }, say(msg('paper.last-word')), words);
      pen.text({ x: this.left, y }, say(msg('paper.rule')), words);
      pen.text({ x: this.left, y }, say(msg('paper.old')), { ...words, align: 'right' });
    }
  }
}
