import { speaker, spoken, type ReadProblem, type ToldProblem } from '@elwand/core';

/** What the server says has no units in it. */
const say = speaker('imperial');

/** An error as the API tells it (RFC 9457 problem+json): what happened, where in the document, what was kept. */
export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  readonly problems: readonly ToldProblem[];
  readonly extra: Readonly<Record<string, unknown>>;

  constructor(
    status: number,
    title: string,
    detail: string,
    problems: readonly ToldProblem[] = [],
    extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
    this.status = status;
    this.title = title;
    this.problems = problems;
    this.extra = extra;
  }

  toJSON(): Record<string, unknown> {
    return {
      type: 'about:blank',
      title: this.title,
      status: this.status,
      detail: this.message,
      problems: this.problems,
      ...this.extra,
    };
  }
}

export const notFound = (what: string): Problem =>
  new Problem(404, 'Not found', `There is no ${what} here. It may have been deleted in another tab.`);
/** It was deleted and lies in the bin: whoever is working on it can have it back. */
export const gone = (what: string): Problem =>
  new Problem(
    404,
    'Deleted',
    `There is no ${what} here any more: it was deleted and is in the bin on the start page.`,
    [],
    { deleted: true },
  );
export function unreadable(what: string, problems: readonly ReadProblem[], status = 422): Problem {
  const told = spoken(problems, say);
  const [first] = told;
  return new Problem(
    status,
    `This ${what} can't be read`,
    `${first?.where ?? 'The document'}: ${first?.what ?? 'unknown'}. Nothing was changed; the last saved version is kept.`,
    told,
  );
}

interface Told {
  readonly code?: unknown;
  readonly original?: { readonly code?: unknown };
}

/** What the disk or the database said, in words; undefined when it is something else. */
export function storageProblem(error: unknown): Problem | undefined {
  const { code, original } = (error ?? {}) as Told;
  switch (String(original?.code ?? code)) {
    case 'SQLITE_FULL':
    case 'ENOSPC':
    case 'EDQUOT':
      return new Problem(
        507,
        'Disk full',
        'The disk with the data folder is full. Nothing was saved; make room and it will be saved then.',
      );
    case 'SQLITE_READONLY':
    case 'EROFS':
    case 'EACCES':
      return new Problem(
        500,
        'Folder is read-only',
        "The data folder can't be written to. Nothing was saved; check who owns the folder and whether the disk is writable.",
      );
    case 'SQLITE_CORRUPT':
    case 'SQLITE_NOTADB':
      return new Problem(
        500,
        'Database is damaged',
        'The database file is damaged. Nothing was saved; stop Elwand and restore a backup (npx elwand restore FILE).',
      );
    case 'SQLITE_IOERR':
    case 'SQLITE_CANTOPEN':
    case 'EIO':
      return new Problem(
        500,
        "Disk can't be used",
        "The data folder can't be read or written. Nothing was saved; check that the disk is still connected.",
      );
    case 'SQLITE_BUSY':
    case 'SQLITE_LOCKED':
      return new Problem(
        503,
        'Database is busy',
        'Another program is holding the database. Nothing was saved; it is tried again.',
      );
    default:
      return undefined;
  }
}
