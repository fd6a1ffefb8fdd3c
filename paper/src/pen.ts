import { createRequire } from 'node:module';
import { PAPER_SIZES, type PaperSize } from '@elwand/core/sheets';
import PDFDocument from 'pdfkit';

/** Pages are laid out in mm from their upper left corner; a PDF counts points. */

const PT = 72 / 25.4;

const find = createRequire(import.meta.url);
const FONTS = {
  words: '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  bold: '@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf',
  measure: '@expo-google-fonts/atkinson-hyperlegible-mono/400Regular/AtkinsonHyperlegibleMono_400Regular.ttf',
} as const;
export type Font = keyof typeof FONTS;

export interface At {
  readonly x: number;
  readonly y: number;
}

export interface Words {
  readonly font?: Font;
  /** Points. */
  readonly size?: number;
  /** Mm that a line may be long; left out, it is not broken. */
  readonly width?: number;
  readonly align?: 'left' | 'center' | 'right';
  /** Paper behind the words, so that they can be read on lines. */
  readonly halo?: boolean;
}

export interface Line {
  /** Mm. */
  readonly width?: number;
  readonly dash?: readonly [number, number];
  readonly color?: 'ink' | 'paper' | 'grey';
  readonly fill?: 'ink' | 'paper';
  readonly closed?: boolean;
}

const COLOR = { ink: '#000', paper: '#fff', grey: '#777' } as const;
/** What people read at arm's length, points. */
export const BODY_PT = 9.5;
const LEADING = 1.22;

/** Draws on the pages of one document: black on white, all measures in mm. */
export class Pen {
  readonly doc: PDFKit.PDFDocument;
  readonly page: (typeof PAPER_SIZES)[PaperSize];

  constructor(size: PaperSize, title: string, made: Date) {
    this.page = PAPER_SIZES[size];
    this.doc = new PDFDocument({
      size: [this.page.widthMm * PT, this.page.heightMm * PT],
      margin: 0,
      autoFirstPage: false,
      bufferPages: true,
      info: { Title: title, Creator: 'Elwand', Producer: 'Elwand', CreationDate: made, ModDate: made },
    });
    for (const [name, path] of Object.entries(FONTS)) this.doc.registerFont(name, find.resolve(path));
  }

  /** Ends the document; its bytes. */
  bytes(): Promise<Uint8Array> {
    const parts: Uint8Array[] = [];
    const done = new Promise<Uint8Array>((resolve, reject) => {
      this.doc.on('data', (d: Uint8Array) => parts.push(d));
      this.doc.on('end', () => resolve(Buffer.concat(parts)));
      this.doc.on('error', reject);
    });
    this.doc.end();
    return done;
  }

  private choose({ font = 'words', size = BODY_PT }: Words): number {
    this.doc.font(font).fontSize(size);
    return size;
  }

  /** How high words stand when broken to their width, mm. */
  heightOf(text: string, words: Words = {}): number {
    return this.broken(text, words).length * this.lineOf(words);
  }
  /** From one line of words to the next, mm. */
  lineOf({ size = BODY_PT }: Words = {}): number {
    return (size * LEADING) / PT;
  }
  widthOf(text: string, words: Words = {}): number {
    this.choose(words);
    return this.doc.widthOfString(text) / PT;
  }

  /** Lines that fit the width; a word longer than that is cut. */
  private broken(text: string, words: Words): string[] {
    if (words.width === undefined) return [text];
    const room = words.width + 1e-6;
    const out: string[] = [];
    let line = '';
    const push = (word: string): void => {
      const longer = line === '' ? word : `${line} ${word}`;
      if (this.widthOf(longer, words) <= room) line = longer;
      else if (line !== '') {
        out.push(line);
        line = '';
        push(word);
      } else if (word.length === 1) line = word;
      else {
        // Where not even a letter fits it stands over the edge.
        let cut = Math.max(1, word.length - 1);
        while (cut > 1 && this.widthOf(word.slice(0, cut), words) > room) cut -= 1;
        out.push(word.slice(0, cut));
        push(word.slice(cut));
      }
    };
    for (const word of text.split(/\s+/)) if (word !== '') push(word);
    if (line !== '' || out.length === 0) out.push(line);
    return out;
  }

  /** Writes words with their upper left corner there; how high they stand, mm. */
  text(at: At, text: string, words: Words = {}): number {
    const size = this.choose(words);
    const line = this.lineOf(words);
    const lines = this.broken(text, words);
    lines.forEach((l, i) => {
      const wide = this.widthOf(l, words);
      const shift =
        words.align === 'center'
          ? ((words.width ?? 0) - wide) / 2
          : words.align === 'right'
            ? (words.width ?? 0) - wide
            : 0;
      if (words.halo === true)
        this.box(at.x + shift - 0.4, at.y + i * line + 0.3, wide + 0.8, line - 0.5, {
          width: 0.01,
          color: 'paper',
          fill: 'paper',
        });
      this.doc.fillColor(COLOR.ink);
      this.choose(words);
      this.doc.text(l, (at.x + shift) * PT, (at.y + i * line + (line - size / PT) / 2) * PT, {
        lineBreak: false,
      });
    });
    return lines.length * line;
  }

  /** A JPEG as wide and high as that. @returns false where it can't be read as one */
  picture({ x, y }: At, width: number, height: number, jpeg: Uint8Array): boolean {
    try {
      this.doc.image(Buffer.from(jpeg), x * PT, y * PT, { fit: [width * PT, height * PT] });
      return true;
    } catch {
      return false;
    }
  }

  /** A level line of a length and a weight, mm. */
  rule({ x, y }: At, length: number, width: number): void {
    this.line(
      [
        { x, y },
        { x: x + length, y },
      ],
      { width },
    );
  }

  line(points: readonly At[], { width = 0.25, dash, color = 'ink', fill, closed = false }: Line = {}): void {
    const [first, ...rest] = points;
    if (!first) return;
    this.doc.save();
    this.doc.moveTo(first.x * PT, first.y * PT);
    for (const p of rest) this.doc.lineTo(p.x * PT, p.y * PT);
    if (closed) this.doc.closePath();
    this.doc.lineWidth(width * PT).lineJoin('miter');
    if (dash) this.doc.dash(dash[0] * PT, { space: dash[1] * PT });
    if (fill) this.doc.fillAndStroke(COLOR[fill], COLOR[color]);
    else this.doc.stroke(COLOR[color]);
    this.doc.restore();
  }

  box(left: number, top: number, width: number, height: number, line: Line = {}): void {
    this.line(
      [
        { x: left, y: top },
        { x: left + width, y: top },
        { x: left + width, y: top + height },
        { x: left, y: top + height },
      ],
      { ...line, closed: true },
    );
  }

  circle(at: At, radius: number, { width = 0.25, fill, color = 'ink' }: Line = {}): void {
    this.doc.save();
    this.doc.circle(at.x * PT, at.y * PT, radius * PT).lineWidth(width * PT);
    if (fill) this.doc.fillAndStroke(COLOR[fill], COLOR[color]);
    else this.doc.stroke(COLOR[color]);
    this.doc.restore();
  }

  /** A square to tick. */
  tick(at: At, side = 4): void {
    this.box(at.x, at.y, side, side, { width: 0.35 });
  }
}
