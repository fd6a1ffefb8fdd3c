/** What can be printed of a job, in the order in which it comes out. */
export const PAPER_SHEETS = [
  'job',
  'boxes',
  'tests',
  'shopping',
  'panel',
  'template',
  'directory',
  'look',
  'record',
] as const;
export type PaperSheet = (typeof PAPER_SHEETS)[number];
/** What people take to the work. */
export const USUAL_SHEETS: readonly PaperSheet[] = ['job', 'boxes', 'tests'];

/** Sheets of paper, mm. */
export const PAPER_SIZES = {
  letter: { widthMm: 215.9, heightMm: 279.4 },
  a4: { widthMm: 210, heightMm: 297 },
} as const;
export type PaperSize = keyof typeof PAPER_SIZES;

const isPaperSheet = (name: string): name is PaperSheet => (PAPER_SHEETS as readonly string[]).includes(name);
export const isPaperSize = (name: string): name is PaperSize => Object.hasOwn(PAPER_SIZES, name);

/** The sheets of a list of names with commas between; the usual ones where nothing is asked for. A name that is no sheet is given back. */
export function sheetsNamed(asked: string | undefined): readonly PaperSheet[] | { readonly unknown: string } {
  if (asked === undefined) return USUAL_SHEETS;
  const names = asked.split(',');
  const unknown = names.find((n) => !isPaperSheet(n));
  return unknown === undefined ? names.filter(isPaperSheet) : { unknown };
}
