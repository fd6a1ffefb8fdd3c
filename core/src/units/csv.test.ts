import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { csvText } from './csv.ts';

/** A reader of RFC 4180, for reading back what is written. */
function read(text: string): string[][] {
  const rows: string[][] = [[]];
  let [cell, quoted] = ['', false];
  for (let i = 0; i < text.length; i++) {
    const c = text[i]!;
    if (quoted && c === '"' && text[i + 1] === '"') cell += text[++i]!;
    else if (c === '"') quoted = !quoted;
    else if (!quoted && (c === ',' || c === '\n')) {
      rows.at(-1)!.push(cell);
      cell = '';
      if (c === '\n') rows.push([]);
    } else cell += c;
  }
  return rows.slice(0, -1);
}

describe('comma-separated values', () => {
  it.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '\r=1', '=HYPERLINK("http://evil.example","x")'])(
    'a text that begins like a formula is made text: %j',
    (text) => expect(read(csvText([[text]]))).toEqual([[`'${text}`]]),
  );
  it('numbers stay numbers, and ordinary text is left alone', () =>
    expect(csvText([[-4, 2.5, 'Cable, 14/2', 'a "deep" box', '1/2 in']])).toBe(
      '-4,2.5,"Cable, 14/2","a ""deep"" box",1/2 in\n',
    ));
  it('whatever is written is read again', () =>
    fc.assert(
      fc.property(fc.array(fc.array(fc.string(), { minLength: 1 }), { minLength: 1 }), (rows) => {
        const harmless = rows.map((row) => row.map((c) => (/^[=+\-@\t\r]/.test(c) ? `'${c}` : c)));
        expect(read(csvText(rows))).toEqual(harmless);
      }),
    ));
});
