import { readHouse, readJob, type House, type Job, type Read } from '@elwand/core';

/** The two kinds of documents that are kept. */
export type Kind = 'house' | 'job';

/** Reads a document of either kind, brought up to the present format. */
export const readDocument = (kind: Kind, raw: unknown): Read<House | Job> =>
  kind === 'house' ? readHouse(raw) : readJob(raw);

/** A document in the present format; one of a newer program as it is. */
export function presentForm(kind: Kind, raw: Record<string, unknown>): Record<string, unknown> {
  const read = readDocument(kind, raw);
  return read.ok ? read.value : raw;
}
