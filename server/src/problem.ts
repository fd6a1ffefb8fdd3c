import type { ReadProblem } from '@elwand/core';

/** An error as the API tells it (RFC 9457 problem+json): what happened, where in the document, what was kept. */
export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  readonly problems: readonly ReadProblem[];
  readonly extra: Readonly<Record<string, unknown>>;

  constructor(
    status: number,
    title: string,
    detail: string,
    problems: readonly ReadProblem[] = [],
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
export const unreadable = (what: string, problems: readonly ReadProblem[]): Problem =>
  new Problem(
    422,
    `This ${what} can't be read`,
    `${problems[0]?.where ?? 'The document'}: ${problems[0]?.what ?? 'unknown'}. Nothing was changed; the last saved version is kept.`,
    problems,
  );
