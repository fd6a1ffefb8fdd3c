import { readFileSync, writeFileSync, writeSync } from 'node:fs';
import { unusable, type Outcome } from './outcome.ts';
import { runSafely } from './run.ts';
import { printSheets, type SheetOutcome } from './sheet.ts';

/** Writes everything, also into a pipe that takes it in pieces; an output that is closed or full ends the command quietly. */
function put(fd: 1 | 2, text: string): boolean {
  const bytes = Buffer.from(text);
  for (let at = 0; at < bytes.length;) {
    try {
      at += writeSync(fd, bytes, at);
    } catch (error) {
      // The reader has not emptied the pipe yet.
      if ((error as NodeJS.ErrnoException).code !== 'EAGAIN') return false;
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 5);
    }
  }
  return true;
}

const read = (file: string): string => readFileSync(file === '-' ? 0 : file, 'utf8');

/** Writes the sheets to their file; what stands against it is told like any other file that can't be used. */
function kept(outcome: SheetOutcome): Outcome {
  if (!outcome.pdf) return outcome;
  try {
    writeFileSync(outcome.pdf.path, outcome.pdf.bytes);
    return outcome;
  } catch (error) {
    return unusable(`elwand: can't write ${outcome.pdf.path}: ${(error as Error).message}`);
  }
}

const args = process.argv.slice(2);
const outcome =
  args[0] === 'sheet' && !args.includes('--help') && !args.includes('-h')
    ? kept(await printSheets(args.slice(1), read, new Date()))
    : runSafely(args, read);
put(1, outcome.out);
put(2, outcome.err);
process.exitCode = outcome.code;
