import type { Text } from '@elwand/core';

/** A failure that a person reads about: what is said of it, and nothing of the machine. */
export class SaidError extends Error {
  readonly says: Text;
  constructor(says: Text) {
    super('said');
    this.name = 'SaidError';
    this.says = says;
  }
}

/** What is said of a failure; its own words where it has no others. */
export const saysOf = (error: unknown, otherwise: Text): Text =>
  error instanceof SaidError ? error.says : error instanceof Error ? error.message : otherwise;
