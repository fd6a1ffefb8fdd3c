import { msg, type Text } from '../words/index.ts';

/**
 * Where a number comes from. `fromMemory` says that no copy of the text was open when it was written down;
 * `certainty` is how sure we are of it. An unsure value never decides anything.
 */
export type Source =
  | {
      kind: 'published';
      ref: string;
      edition?: number;
      fromMemory: boolean;
      certainty: 'sure' | 'fairly-sure' | 'unsure';
    }
  | { kind: 'practice'; note: Text }
  | { kind: 'computed'; from: Text }
  | { kind: 'local'; note: Text };

export interface Sourced<T> {
  readonly value: T;
  readonly source: Source;
}

export const published = (
  ref: string,
  edition?: number,
  certainty: 'sure' | 'fairly-sure' = 'sure',
): Source => ({
  kind: 'published',
  ref,
  ...(edition === undefined ? {} : { edition }),
  fromMemory: true,
  certainty,
});
export const practice = (note: Text): Source => ({ kind: 'practice', note });
export const computed = (from: Text): Source => ({ kind: 'computed', from });

/** A source in one line, as the checks column cites it; how sure it is stands on the page of rules. */
export function sourceLine(source: Source): Text {
  switch (source.kind) {
    case 'published':
      return source.edition === undefined ? source.ref : `${source.ref}, ${source.edition}`;
    case 'practice':
      return msg('names.source.practice', { note: source.note });
    case 'computed':
      return msg('names.source.computed', { from: source.from });
    case 'local':
      return msg('names.source.local', { note: source.note });
  }
}

/** How sure a published value is, where it is not simply sure: for the page of rules, which says it line by line. */
export const sureness = (source: Source): Text | null =>
  source.kind === 'published' && source.certainty !== 'sure'
    ? msg('names.source.certainty', { certainty: source.certainty })
    : null;
