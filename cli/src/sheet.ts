import { evaluate } from '@elwand/core';
import {
  isPaperSize,
  PAPER_SHEETS,
  PAPER_SIZES,
  sheetsNamed,
  type PaperSheet,
  type PaperSize,
} from '@elwand/core/sheets';
import { paper } from '@elwand/paper';
import { unusable, type Outcome } from './outcome.ts';
import { jobsAsked, openFile, ourFault, readArgs } from './run.ts';

/** What `elwand sheet` gives back, with the file that is to be written. */
export interface SheetOutcome extends Outcome {
  readonly pdf?: { readonly path: string; readonly bytes: Uint8Array };
}

interface Call {
  readonly file: string;
  readonly pdf: string;
  readonly job: string | null;
  readonly page: PaperSize;
  readonly sheets: readonly PaperSheet[];
}

function callOf(args: readonly string[]): Call | string {
  const text = { type: 'string' } as const;
  const read = readArgs(args, { pdf: text, job: text, page: text, sheets: text });
  if (typeof read === 'string') return read;
  const [file, more] = read.rest;
  const pdf = read.texts.get('pdf');
  if (file === undefined) return 'sheet needs a file';
  if (more !== undefined) return `one file at a time; what is "${more}"?`;
  if (pdf === undefined) return 'sheet needs --pdf and the name of the file to write';
  const page = read.texts.get('page') ?? 'letter';
  if (!isPaperSize(page)) return `--page is ${Object.keys(PAPER_SIZES).join(' or ')}`;
  const sheets = sheetsNamed(read.texts.get('sheets'));
  if ('unknown' in sheets) return `there is no sheet "${sheets.unknown}"; known: ${PAPER_SHEETS.join(', ')}`;
  return { file, pdf, job: read.texts.get('job') ?? null, page, sheets };
}

async function print(call: Call, read: (file: string) => string, at: Date): Promise<SheetOutcome> {
  const opened = openFile(call.file, read);
  if ('code' in opened) return opened;
  const chosen = jobsAsked(opened.jobs, call.job);
  if ('code' in chosen) return chosen;
  const [job] = chosen;
  const { page, sheets, pdf: path } = call;
  const evaluation = evaluate({ house: opened.house, job });
  try {
    const photos = new Map(
      (opened.photos ?? []).flatMap((p) =>
        p.jobId === job.id ? [[p.id as string, Buffer.from(p.jpeg, 'base64')] as const] : [],
      ),
    );
    const bytes = await paper({ evaluation, page, sheets, photos, at, version: null, address: null });
    return { code: 0, out: `${path}: ${sheets.join(', ')}\n`, err: '', pdf: { path, bytes } };
  } catch (error) {
    if (error instanceof RangeError) return unusable(`elwand: ${job.name}: ${error.message}`);
    throw error;
  }
}

/**
 * The sheets of a job as a PDF: `elwand sheet FILE --pdf OUT`.
 * @param read gives the text of a file; throws when it cannot
 * @param at when it is printed
 */
export async function printSheets(
  args: readonly string[],
  read: (file: string) => string,
  at: Date,
): Promise<SheetOutcome> {
  const call = callOf(args);
  if (typeof call === 'string') return unusable(`elwand: ${call}\nTry: elwand --help`);
  try {
    return await print(call, read, at);
  } catch (error) {
    return ourFault(error);
  }
}
