import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';
import type { RequestHandler } from 'express';
import { DeviceRow, SettingRow } from './database.ts';
import { PAIRING_MS } from './limits.ts';
import { Problem } from './problem.ts';

/** The phone at the wall: devices of the house network are let in once they have shown a code that this machine displays. */

export interface Pairing {
  readonly code: string;
  readonly expiresAt: Date;
}

export const COOKIE = 'elwand-device';
/** No letters and digits that look alike on a dusty screen. */
const LETTERS = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';
const CODE_LENGTH = 8;
/** A phone that was not seen for this long has to be paired again. */
export const COOKIE_MS = 90 * 24 * 3_600_000;

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();
const same = (a: string, b: string): boolean => timingSafeEqual(digest(a), digest(b));

/** One code at a time, good for one device and ten minutes. */
export class Pairings {
  private current: Pairing | null = null;
  private readonly now: () => Date;

  constructor(now: () => Date = () => new Date()) {
    this.now = now;
  }

  /** A new code; the one before is good no longer. */
  renew(): Pairing {
    const code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
    this.current = { code, expiresAt: new Date(this.now().getTime() + PAIRING_MS) };
    return this.current;
  }

  /** Uses a code up. @returns whether it was the right one, in time */
  take(code: string): boolean {
    const { current } = this;
    const typed = code.toUpperCase().replace(/[^A-Z0-9]/g, '');
    if (!current || this.now() > current.expiresAt || !same(typed, current.code)) return false;
    this.current = null;
    return true;
  }
}

/** The secret that signs the cookies of paired devices: made once, kept in the database. */
export async function cookieSecret(): Promise<string> {
  const [row] = await SettingRow.findOrCreate({
    where: { key: 'cookie-secret' },
    defaults: { key: 'cookie-secret', value: randomBytes(32).toString('hex') },
  });
  return row.value;
}

export const isLoopback = (address: string | undefined): boolean =>
  address === '::1' || (address?.replace(/^::ffff:/, '').startsWith('127.') ?? false);

/** How seldom the time a device was last seen is written down, ms. */
const SEEN_EVERY_MS = 60_000;

/** Lets in this machine itself and paired devices; everybody else has to show a code first. */
export const onlyPaired =
  (now: () => Date): RequestHandler =>
  async (request, _response, next) => {
    if (isLoopback(request.socket.remoteAddress)) {
      next();
      return;
    }
    const id: unknown = (request.signedCookies as Record<string, unknown>)[COOKIE];
    const device = typeof id === 'string' ? await DeviceRow.findByPk(id) : null;
    if (!device || now().getTime() - device.seenAt.getTime() > COOKIE_MS) {
      next(
        new Problem(
          401,
          'Pair this device',
          'This device is not paired with Elwand. Open the address with the code that is shown on the machine that runs it.',
        ),
      );
      return;
    }
    if (now().getTime() - device.seenAt.getTime() > SEEN_EVERY_MS) await device.update({ seenAt: now() });
    next();
  };

/** What only somebody at the machine itself may do: see codes, revoke devices. */
export const onlyAtThisMachine: RequestHandler = (request, _response, next) => {
  next(
    isLoopback(request.socket.remoteAddress)
      ? undefined
      : new Problem(403, 'Not from this device', 'Do this on the machine that runs Elwand.'),
  );
};
