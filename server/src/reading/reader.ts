import { Piscina } from 'piscina';
import { IMPORT_MS, IMPORTS_WAITING } from '../limits.ts';
import { Problem, unreadable } from '../problem.ts';
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

const isWaitingFull = (error: unknown): boolean =>
  error instanceof Error && /queue is at limit|at limit/i.test(error.message);

/**
 * A reader in a thread of its own, with a time limit: a file that takes longer ends the thread, not the server.
 * @param script the worker's file, built or source
 */
export function threadReader(script: URL, limitMs = IMPORT_MS): Reader {
  const source = script.pathname.endsWith('.ts');
  const pool = new Piscina({
    filename: script.href,
    minThreads: 0,
    maxThreads: 1,
    maxQueue: IMPORTS_WAITING,
    idleTimeout: 10_000,
    resourceLimits: { maxOldGenerationSizeMb: 384 },
    execArgv: source ? ['--conditions=@elwand/source', '--import', 'tsx', '--no-warnings'] : [],
  });
  return {
    read: async (file, taken) => {
      let answer: FileRead;
      try {
        answer = (await pool.run({ file, taken }, { signal: AbortSignal.timeout(limitMs) })) as FileRead;
      } catch (error) {
        if (isWaitingFull(error))
          throw new Problem(503, 'Busy', 'Other files are being imported. Wait a moment and try again.', [], {
            retryAfterSeconds: 5,
          });
        throw new Problem(
          413,
          'Takes too long',
          `This file could not be read within ${Math.round(limitMs / 1000)} seconds. Nothing was changed. An exported house takes a second; is it the right file?`,
        );
      }
      return parcelsOf(answer);
    },
    close: () => pool.destroy(),
  };
}
