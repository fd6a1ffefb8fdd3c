import { readFileSync, writeSync } from 'node:fs';
import { runSafely } from './run.ts';

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

const outcome = runSafely(process.argv.slice(2), (file) => readFileSync(file === '-' ? 0 : file, 'utf8'));
put(1, outcome.out);
put(2, outcome.err);
process.exitCode = outcome.code;
