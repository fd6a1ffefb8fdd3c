/** Tables in and out of files: comma-separated, or a workbook's first sheet. */

const MOST_BYTES = 4_000_000;

/** The rows of a table that somebody has, as text; null where the file is too large to be one, or can't be read as one. */
export async function rowsOf(
  file: File,
  mostBytes = MOST_BYTES,
): Promise<readonly (readonly string[])[] | null> {
  if (file.size > mostBytes) return null;
  if (!/\.xlsx$/i.test(file.name)) {
    const [{ default: papa }, text] = await Promise.all([import('papaparse'), file.text()]);
    return papa.parse<string[]>(text.trim()).data;
  }
  const [{ read, utils }, bytes] = await Promise.all([import('@e965/xlsx'), file.arrayBuffer()]);
  try {
    const book = read(bytes, { dense: true });
    const sheet = book.Sheets[book.SheetNames[0] ?? ''];
    if (!sheet) return null;
    // As the cells hold it: a price is what it is, not what its format shows of it.
    const rows = utils.sheet_to_json<unknown[]>(sheet, { header: 1, raw: true, defval: '' });
    return rows.map((row) => row.map(String));
  } catch {
    return null;
  }
}

/** A workbook of one sheet; numbers stay numbers, text is never a formula. */
export async function workbookOf(
  name: string,
  rows: readonly (readonly (string | number)[])[],
): Promise<ArrayBuffer> {
  const { utils, write } = await import('@e965/xlsx');
  const book = utils.book_new();
  const sheet = utils.aoa_to_sheet(rows.map((row) => [...row]));
  sheet['!cols'] = (rows[0] ?? []).map((_, c) => ({
    wch: Math.min(60, 2 + Math.max(...rows.map((r) => String(r[c] ?? '').length))),
  }));
  utils.book_append_sheet(book, sheet, name);
  return write(book, { type: 'array', bookType: 'xlsx', compression: true }) as ArrayBuffer;
}
