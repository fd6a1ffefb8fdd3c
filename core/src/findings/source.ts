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
  | { kind: 'practice'; note: string }
  | { kind: 'computed'; from: string }
  | { kind: 'local'; note: string };

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
export const practice = (note: string): Source => ({ kind: 'practice', note });
export const computed = (from: string): Source => ({ kind: 'computed', from });

/** A source in one line, as the checks column prints it. */
export function sourceLine(source: Source): string {
  switch (source.kind) {
    case 'published':
      return `${source.ref}${source.edition === undefined ? '' : `, ${source.edition}`}${source.fromMemory ? ', from memory' : ''}${source.certainty === 'sure' ? '' : ', fairly sure'}`;
    case 'practice':
      return `Common practice: ${source.note}`;
    case 'computed':
      return `Computed from ${source.from}`;
    case 'local':
      return `Local: ${source.note}`;
  }
}
