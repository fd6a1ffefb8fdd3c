import { type Saved } from '@elwand/core';
import type { Request, Response } from 'express';
import { z } from 'zod';
import { Problem } from '../problem.ts';
import type { Kind } from '../documents.ts';

/** What routes read from a request, each with an error that names the place. */

const KindName = z.enum(['houses', 'jobs'], 'houses or jobs');
const KINDS: Readonly<Record<z.infer<typeof KindName>, Kind>> = { houses: 'house', jobs: 'job' };
/** Ids in addresses are checked like those in documents: nothing else reaches the database. */
const Id = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'this address has no valid id in it');
const Version = z.coerce.number().int().positive();

export const kindOf = (request: Request): Kind => KINDS[KindName.parse(request.params.kind)];
export const idOf = (request: Request): string => Id.parse(request.params.id);
export const versionOf = (request: Request): number => Version.parse(request.params.version);

/** The version in If-Match, when there is one. */
export function knownIfSaid(request: Request): number | undefined {
  const header = request.get('if-match');
  if (header === undefined) return undefined;
  const version = /^(?:"(\d+)"|(\d+))$/.exec(header);
  const digits = version?.[1] ?? version?.[2];
  if (digits === undefined)
    throw new Problem(
      428,
      'Version needed',
      'Say which version you changed in an If-Match header. Nothing was changed.',
      [{ where: 'If-Match', what: `"${header}" is no version` }],
    );
  return Number(digits);
}

/** The version that the client knows; it has to say so before it changes anything. */
export function known(request: Request): number {
  const version = knownIfSaid(request);
  if (version === undefined)
    throw new Problem(
      428,
      'Version needed',
      'Say which version you changed in an If-Match header. Nothing was changed.',
      [{ where: 'If-Match', what: 'is missing' }],
    );
  return version;
}

/** Sends a document with its version. */
export function send<T>(response: Response, one: Saved<T>, status = 200): void {
  response.status(status).set('ETag', `"${one.version}"`).json(one);
}
