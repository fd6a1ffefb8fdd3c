import { useState } from 'react';
import { freshId } from './ids.ts';

/** The keys of so many rows: those that are there stay, more get keys of their own, too many are dropped from the end. */
export const keysFor = (known: readonly string[], rows: number): string[] => [
  ...known.slice(0, rows),
  ...Array.from({ length: Math.max(0, rows - known.length) }, () => freshId('row')),
];

/**
 * Keys for the rows of a list whose entries have no id. A row keeps its key when one before it goes, so that what is being
 * typed in it stays where it is.
 */
export function useRowKeys(rows: number): {
  readonly keys: readonly string[];
  /** Says that the row at this place goes with the next change. */
  readonly gone: (index: number) => void;
} {
  const [known, setKnown] = useState<readonly string[]>([]);
  const keys = known.length === rows ? known : keysFor(known, rows);
  // Kept at once, before anything is drawn with them.
  if (keys !== known) setKnown(keys);
  const gone = (index: number) => setKnown((all) => all.filter((_, k) => k !== index));
  return { keys, gone };
}
