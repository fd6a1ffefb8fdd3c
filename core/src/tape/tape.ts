import { lengthFault, msg, type Message } from '../words/index.ts';
import { inches, parseLength, type UnitSystem } from '../units/index.ts';

/**
 * The tape line: hook the tape in the left corner, walk, type a letter for what was met and the reading.
 * `w 138 m 15 3/8 m 31 1/8 f 46 1/2 48 p 66 o 70@15 d 90 122` - a bare number repeats the last letter. Behind a box stand its
 * gangs, the volume marked in it, or the size of a metal one: `s 20@48 2g 34cu`, `o 70 3x2x2-3/4`. A semicolon goes on to the next wall.
 */
export type TapeLetter = 'w' | 'm' | 'f' | 'p' | 'k' | 'x' | 'd' | 'i' | 'o' | 's' | 'l' | 'c' | 'b';

/** Letters and how many readings each takes. */
export const TAPE_LETTERS: Readonly<Record<TapeLetter, 1 | 2>> = {
  w: 1,
  m: 1,
  f: 2,
  p: 1,
  k: 1,
  x: 1,
  d: 2,
  i: 2,
  o: 1,
  s: 1,
  l: 1,
  c: 1,
  b: 1,
};

/** What was met with a box of its own: what is written behind it is about that box. */
const BOXED = new Set<TapeLetter>(['o', 's', 'l', 'c', 'b']);

/** What a letter stands for. */
export const tapeText = (letter: TapeLetter): Message => msg(`names.tape.${letter}`);

/** What was written behind a box. */
export interface TapedBox {
  readonly gangs?: number;
  readonly cubicInches?: number;
  /** A metal device box of 3 in by 2 in, by how deep it is, mm. */
  readonly depthMm?: number;
}

export interface TapeEntry {
  readonly letter: TapeLetter;
  readonly readingsMm: readonly number[];
  /** Written after @: how high; of a light on the ceiling how far out from the wall, mm. */
  readonly heightMm: number | null;
  readonly box?: TapedBox;
  /** Where in the line it stands, for marking it. */
  readonly from: number;
  readonly to: number;
}

export interface TapeError {
  readonly text: string;
  readonly why: Message;
  readonly from: number;
  readonly to: number;
}

export interface TapeLine {
  readonly entries: readonly TapeEntry[];
  readonly errors: readonly TapeError[];
  /** Letter whose second reading is still to come. */
  readonly waiting: TapeLetter | null;
}

const CUBIC_CENTIMETER_MM3 = 1000;
/** No box holds more; what is larger is a slip. */
const MOST_CUBIC_INCHES = 400;
const DEVICE_BOX = /^3x2x(\d(?:-\d\/\d)?)$/i;

/** What a word says of the box before it, if it does: `2g`, `22.5cu`, `369cm3`, `3x2x2-3/4`. */
function boxWord(text: string): TapedBox | undefined {
  const gangs = /^([1-6])g$/i.exec(text)?.[1];
  if (gangs !== undefined) return { gangs: Number(gangs) };
  const volume = /^(\d+(?:\.\d+)?)(cu|cm3)$/i.exec(text);
  if (volume?.[1] !== undefined) {
    const n = Number(volume[1]);
    const cubicInches = volume[2]?.toLowerCase() === 'cu' ? n : (n * CUBIC_CENTIMETER_MM3) / inches(1) ** 3;
    return cubicInches > 0 && cubicInches <= MOST_CUBIC_INCHES ? { cubicInches } : undefined;
  }
  const depth = DEVICE_BOX.exec(text)?.[1];
  if (depth === undefined) return undefined;
  const read = parseLength(depth, 'imperial');
  return read.ok ? { depthMm: read.value } : undefined;
}

interface Token {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

const isLetter = (t: string): t is TapeLetter => t in TAPE_LETTERS;

/** Splits into words, keeping a fraction with the whole number before it (15 3/8) and letters glued to numbers (m15) apart. */
function tokens(line: string): Token[] {
  const out: Token[] = [];
  for (const m of line.matchAll(/\S+/g)) {
    const word = m[0];
    const from = m.index;
    if (boxWord(word)) {
      out.push({ text: word, from, to: from + word.length });
      continue;
    }
    const glued = /^([a-z])(\d.*)$/i.exec(word);
    if (glued?.[1] && glued[2] && isLetter(glued[1].toLowerCase())) {
      out.push(
        { text: glued[1].toLowerCase(), from, to: from + 1 },
        { text: glued[2], from: from + 1, to: from + word.length },
      );
      continue;
    }
    const last = out.at(-1);
    if (/^\d+\/\d+(@.*)?$/.test(word) && last && /^\d+$/.test(last.text))
      out[out.length - 1] = { text: `${last.text} ${word}`, from: last.from, to: from + word.length };
    else if (/^\d+\/\d+"?$/.test(word) && last && /^\d+['′]\s*\d+$|@\d+$/.test(last.text))
      out[out.length - 1] = { text: `${last.text} ${word}`, from: last.from, to: from + word.length };
    else if (/^\d/.test(word) && last && /^\d+['′]$/.test(last.text))
      out[out.length - 1] = { text: `${last.text} ${word}`, from: last.from, to: from + word.length };
    else
      out.push({
        text: isLetter(word.toLowerCase()) ? word.toLowerCase() : word,
        from,
        to: from + word.length,
      });
  }
  return out;
}

/** One reading of the tape and the height it was taken at, or why it is none. */
function readingOf(
  text: string,
  system: UnitSystem,
): { mm: number; heightMm: number | null } | { why: Message } {
  const [reading = '', height, ...rest] = text.split('@');
  const mm = parseLength(reading, system);
  const high = height === undefined ? null : parseLength(height, system);
  if (!mm.ok) return { why: lengthFault(mm) };
  if (high && !high.ok) return { why: lengthFault(high) };
  if (rest.length > 0) return { why: msg('names.tape-fault.one-height') };
  return { mm: mm.value, heightMm: high ? high.value : null };
}

/** Reads one tape line token by token. */
class TapeReader {
  readonly entries: TapeEntry[] = [];
  readonly errors: TapeError[] = [];
  private letter: TapeLetter | null = null;
  /** The first of two readings. */
  private half: { readonly mm: number; readonly from: number } | null = null;

  private readonly line: string;
  private readonly system: UnitSystem;

  constructor(line: string, system: UnitSystem) {
    this.line = line;
    this.system = system;
  }

  get waiting(): TapeLetter | null {
    return this.half ? this.letter : null;
  }

  read(t: Token): void {
    const about = boxWord(t.text);
    const boxed = this.entries.at(-1);
    if (about && boxed && boxed.letter === this.letter && BOXED.has(boxed.letter))
      this.entries[this.entries.length - 1] = { ...boxed, box: { ...boxed.box, ...about }, to: t.to };
    else if (isLetter(t.text)) {
      this.closeHalf(t);
      this.letter = t.text;
    } else if (/^[a-z]$/i.test(t.text))
      this.errors.push({
        ...t,
        why: msg('names.tape-fault.no-such', { text: t.text, letters: Object.keys(TAPE_LETTERS).join(' ') }),
      });
    else if (!this.letter) this.errors.push({ ...t, why: msg('names.tape-fault.letter-first') });
    else this.measured(this.letter, t);
  }

  private measured(letter: TapeLetter, t: Token): void {
    const read = readingOf(t.text, this.system);
    if ('why' in read) {
      this.errors.push({ ...t, why: read.why });
      return;
    }
    const { mm, heightMm } = read;
    if (TAPE_LETTERS[letter] === 1) {
      this.entries.push({ letter, readingsMm: [mm], heightMm, from: t.from, to: t.to });
      return;
    }
    const first = this.half;
    this.half = first ? null : { mm, from: t.from };
    if (!first) return;
    if (mm <= first.mm)
      this.errors.push({
        text: this.line.slice(first.from, t.to),
        why: msg('names.tape-fault.order'),
        from: first.from,
        to: t.to,
      });
    else this.entries.push({ letter, readingsMm: [first.mm, mm], heightMm, from: first.from, to: t.to });
  }

  /** A first reading that another letter comes after is no pair. */
  private closeHalf(at: Token): void {
    if (this.half && this.letter)
      this.errors.push({
        text: this.line.slice(this.half.from, at.from).trim(),
        why: msg('names.tape-fault.needs-two', { what: tapeText(this.letter) }),
        from: this.half.from,
        to: at.from,
      });
    this.half = null;
  }
}

/**
 * Reads a tape line. A bad token keeps its text and says why; everything else still counts.
 */
export function parseTape(line: string, system: UnitSystem): TapeLine {
  const reader = new TapeReader(line, system);
  for (const t of tokens(line)) reader.read(t);
  return { entries: reader.entries, errors: reader.errors, waiting: reader.waiting };
}

/**
 * Reads the tape lines of several walls, one after the other, with a semicolon or a new line between them.
 * @returns one line for each, the places in it counted from the start of the whole text
 */
export function parseTapes(text: string, system: UnitSystem): TapeLine[] {
  let from = 0;
  return text.split(/[;\n]/).map((part) => {
    const moved = from;
    from += part.length + 1;
    const line = parseTape(part, system);
    const shifted = <T extends { from: number; to: number }>(x: T): T => ({
      ...x,
      from: x.from + moved,
      to: x.to + moved,
    });
    return { ...line, entries: line.entries.map(shifted), errors: line.errors.map(shifted) };
  });
}
