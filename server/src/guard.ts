import { networkInterfaces, hostname } from 'node:os';
import type { IncomingMessage } from 'node:http';
import type { RequestHandler } from 'express';
import { Problem } from './problem.ts';

/** Who may ask: pages of our own on a name or address of ours. Everything else is turned away before anything is looked at. */

const LOOPBACK_NAMES = ['localhost', '127.0.0.1', '[::1]'];

/** The machine's own addresses on the house network, as they stand in an address line. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter((a) => !a.internal && !a.address.startsWith('fe80'))
    .map((a) => (a.family === 'IPv6' ? `[${a.address}]` : a.address));

/** Names and addresses under which this server may be asked. */
export function hostNames(listen: string, lan: boolean): Set<string> {
  const names = new Set(LOOPBACK_NAMES);
  if (listen !== '0.0.0.0' && listen !== '::')
    names.add(listen.includes(':') ? `[${listen}]` : listen.toLowerCase());
  if (lan)
    for (const name of [hostname().toLowerCase(), `${hostname().toLowerCase()}.local`, ...ownAddresses()])
      names.add(name);
  return names;
}

/** `localhost:4600` without its port; IPv6 keeps its brackets. */
const nameOf = (host: string): string => host.toLowerCase().replace(/:\d+$/, '');

const hostOf = (origin: string): string | undefined => {
  try {
    return new URL(origin).host.toLowerCase();
  } catch {
    return undefined;
  }
};

const foreign = (what: string): Problem =>
  new Problem(403, 'Not from here', `${what} Open Elwand at its own address; nothing was changed.`);

/**
 * Why a request is none of ours; undefined when it is. A Host that is no name of ours is a rebound name; an Origin or a
 * Sec-Fetch-Site of another site is a page that has no business here, whatever the method.
 */
function foreignReason(
  { headers }: Pick<IncomingMessage, 'headers'>,
  names: ReadonlySet<string>,
): Problem | undefined {
  const { host, origin } = headers;
  if (host === undefined || !names.has(nameOf(host)))
    return foreign('This request names a host that is not this machine.');
  if (origin !== undefined && hostOf(origin) !== host.toLowerCase())
    return foreign('This request comes from another site.');
  const site = headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none')
    return foreign('This request comes from another site.');
  return undefined;
}

/** Turns foreign requests away. */
export const onlyFromHere =
  (names: ReadonlySet<string>): RequestHandler =>
  (request, _response, next) => {
    next(foreignReason(request, names));
  };

const CHANGING = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** Changing requests bring JSON or nothing: a form of another site can send neither without being asked first. */
export const onlyJson: RequestHandler = (request, _response, next) => {
  const length = request.get('content-length');
  const hasBody = (length !== undefined && length !== '0') || request.get('transfer-encoding') !== undefined;
  if (!CHANGING.has(request.method) || !hasBody || request.is('application/json')) {
    next();
    return;
  }
  next(
    new Problem(415, 'Not JSON', 'Send application/json. Nothing was changed.', [
      { where: 'Content-Type', what: `is ${request.get('content-type') ?? 'missing'}` },
    ]),
  );
};
