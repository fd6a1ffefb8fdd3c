import { readFile } from './reading/read-file.ts';
import { parcelsOf, type Reader } from './reading/reader.ts';

/** For tests that are not about the thread: files are read where the test runs. */
export const sameThread = (): Reader => ({
  // The promise carries the problem, as it does from the thread.
  read: async (file, taken) => Promise.resolve(parcelsOf(readFile(file, taken))),
  close: () => Promise.resolve(),
});
