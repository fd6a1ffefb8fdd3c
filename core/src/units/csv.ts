/** What a spreadsheet would take for a formula when a cell begins with it (OWASP, CSV injection). */
const FORMULA = /^[=+\-@\t\r]/;

/** One cell: text that looks like a formula is made text by an apostrophe; numbers stay numbers. */
function cell(value: string | number): string {
  const text = typeof value === 'string' && FORMULA.test(value) ? `'${value}` : String(value);
  return /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** Comma-separated values (RFC 4180), harmless to open in a spreadsheet whatever people typed. */
export const csvText = (rows: readonly (readonly (string | number)[])[]): string =>
  `${rows.map((row) => row.map(cell).join(',')).join('\n')}\n`;
