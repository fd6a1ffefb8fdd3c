import { PRINT_MS, PRINTS_WAITING } from '../limits.ts';
import { Problem } from '../problem.ts';
import { threadFor, type Thread } from '../threads.ts';
import type { Printed, PrintRequest, TripPrint } from './print.ts';

/** Makes the PDF of a job's sheets. */
export type Printer = Thread<PrintRequest | TripPrint, Printed>;

/** A printer in a thread of its own. */
export const threadPrinter = (script: URL, limitMs = PRINT_MS): Printer =>
  threadFor({
    script,
    limitMs,
    waiting: PRINTS_WAITING,
    busy: 'Other sheets are being printed. Wait a moment and try again.',
    slow: new Problem(
      503,
      'Takes too long',
      `These sheets could not be made within ${Math.round(limitMs / 1000)} seconds. Print fewer at once.`,
    ),
  });
