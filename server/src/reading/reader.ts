import { IMPORT_MS, IMPORTS_WAITING } from '../limits.ts';
import { Problem, unreadable } from '../problem.ts';
import { threadFor } from '../threads.ts';
import type { FileRead, PackedParcel } from './read-file.ts';

export type { PackedDocument, PackedParcel } from './read-file.ts';

/** Reads and checks files that come in, so that one large file never holds up everybody else. */
export interface Reader {
  /** @throws Problem with the place of what is wrong, or when it takes too long or too many wait */
  readonly read: (file: Uint8Array, taken: readonly string[]) => Promise<readonly PackedParcel[]>;
  readonly close: () => Promise<void>;
}

/** What was read, or the problem with its place. */
export function parcelsOf(answer: FileRead): readonly PackedParcel[] {
  if (answer.ok) return answer.parcels;
  throw unreadable('file', answer.problems, answer.unparsed ? 400 : 422);
}

/**
 * A reader in a thread of its own, with a time limit: a file that takes longer ends the thread, not the server.
 * @param script the worker's file, built or source
 */
export function threadReader(script: URL, limitMs = IMPORT_MS): Reader {
  const thread = threadFor<{ file: Uint8Array; taken: readonly string[] }, FileRead>({
    script,
    limitMs,
    waiting: IMPORTS_WAITING,
    busy: 'Other files are being imported. Wait a moment and try again.',
    slow: new Problem(
      413,
      'Takes too long',
      `This file could not be read within ${Math.round(limitMs / 1000)} seconds. Nothing was changed. An exported house takes a second; is it the right file?`,
    ),
  });
  return {
    read: async (file, taken) => parcelsOf(await thread.run({ file, taken })),
    close: thread.close,
  };
}
